/** Pictures: every upload is decoded and encoded anew, in the widths shoppers need. */
import { createHash } from 'node:crypto';
import { Problem } from '@parlour/core';
import type { StoredPicture } from '../records/pictures.js';
import { encode, type EncodingFault, type Rendition } from './encoding.js';

const WIDTHS = [320, 640, 960, 1280, 1920] as const;

/** What a picture may be. */
export const PICTURE_LIMITS = { pixels: 60_000_000, side: 16_000, ms: 20_000 } as const;

export interface MadePicture {
  readonly picture: StoredPicture;
  readonly renditions: readonly Rendition[];
}

/**
 * @param file bytes of a JPEG, PNG, WebP, GIF, AVIF or TIFF
 * @throws Problem `not-a-picture`; `busy` when too many wait
 */
export async function makePicture(file: Uint8Array, name: string): Promise<MadePicture> {
  const made = await encode(file, WIDTHS, PICTURE_LIMITS);
  if (typeof made === 'string') throw refusal(made);
  const { width, height, renditions } = made;
  return {
    picture: {
      hash: hashOfFile(file),
      name,
      width,
      height,
      widths: renditions.map((one) => one.width),
    },
    renditions,
  };
}

/** What a picture is known by. */
export const hashOfFile = (file: Uint8Array): string => createHash('sha256').update(file).digest('hex');

const SENTENCES: Record<EncodingFault, string> = {
  format: 'This file cannot be read as a picture.',
  size: 'This picture is too large.',
  time: 'This picture takes too long to read.',
};

const refusal = (fault: EncodingFault): Problem =>
  new Problem('not-a-picture', SENTENCES[fault], {
    place: 'file',
    remedy: 'Send a JPEG, PNG, WebP, GIF, AVIF or TIFF of at most 60 million pixels and 16,000 on a side.',
  });
