/** Pictures as pages get them. */

/** A picture in the widths it is kept in. */
export interface PictureInfo {
  /** SHA-256 of the original as uploaded; also its address. */
  readonly hash: string;
  /** Size in pixels. */
  readonly width: number;
  readonly height: number;
  readonly alt: string;
  /** Widths in pixels there are renditions of, rising. */
  readonly widths: readonly number[];
}
