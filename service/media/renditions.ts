/** Pictures: every upload is decoded and encoded anew, in the widths and formats shoppers need. */
import { createHash } from 'node:crypto';
import { Problem, sure } from '@parlour/core';
import type { Rendition, StoredPicture } from '../records/pictures.js';
import { encode, encodeLater, type Encoded, type EncodingFault } from './encoding.js';
import { slots } from '../slots.js';
import { DRAWING_LIMITS, looksLikeSvg } from './svg.js';

const WIDTHS = [320, 640, 960, 1280, 1920] as const;

/** What a picture may be. */
export const PICTURE_LIMITS = { pixels: 60_000_000, side: 16_000, ms: 20_000 } as const;

/** What draws for longer would keep others waiting. */
const DRAWING_MS = 3_000;
const LATER_MS = 120_000;

export interface MadePicture {
  readonly picture: StoredPicture;
  readonly renditions: readonly Rendition[];
  /** The file, if more is to be made of it when there is time: AVIF, which is smallest and takes longest. */
  readonly source: Buffer | null;
  /** What was left out of a drawing because it could run or load something. */
  readonly leftOut: readonly string[];
}

/**
 * What pages need at once: WebP, and what everything else reads. A drawing stays one, without what is harmful.
 * @param file bytes of a JPEG, PNG, WebP, GIF, AVIF, TIFF or SVG
 * @throws Problem `not-a-picture`; `busy` when too many wait
 */
export async function makePicture(file: Uint8Array, name: string): Promise<MadePicture> {
  const hash = hashOfFile(file);
  if (looksLikeSvg(file)) return makeDrawing(file, hash, name);
  const made = orRefuse(await encode({ file, widths: WIDTHS, formats: ['webp', 'plain'], limits: PICTURE_LIMITS }));
  return { ...shaped(made, hash, name), source: Buffer.from(file), leftOut: [] };
}

/** Waits for its turn here, so that no number of them is refused as too many. */
const inTurn = slots({ running: 2, waiting: Infinity, refusal: '' });

/** Makes any number of pictures, as many at once as there are processes for it. @returns them in the same order */
export const makePictures = (
  files: readonly { readonly name: string; readonly bytes: Uint8Array }[],
): Promise<MadePicture[]> => Promise.all(files.map(({ name, bytes }) => inTurn(() => makePicture(bytes, name))));

async function makeDrawing(file: Uint8Array, hash: string, name: string): Promise<MadePicture> {
  if (file.length > DRAWING_LIMITS.bytes) throw refusal('size');
  // Made harmless, and drawn once, to see that it can be, how large it is, and how long it takes.
  const limits = { ...PICTURE_LIMITS, ms: DRAWING_MS };
  const { width, height, drawing } = orRefuse(
    await encode({ file, widths: WIDTHS, formats: [], limits, isDrawing: true }),
  );
  const { svg, leftOut } = sure(drawing);
  const made = { width, height, renditions: [{ format: 'svg', width, bytes: Buffer.from(svg) } as const] };
  return { ...shaped(made, hash, name), source: null, leftOut };
}

function shaped(made: Encoded, hash: string, name: string): Pick<MadePicture, 'picture' | 'renditions'> {
  const { width, height, renditions } = made;
  const widths = [...new Set(renditions.map((one) => one.width))];
  return { picture: { hash, name, width, height, widths }, renditions };
}

/** What is made when there is time. @returns null if it cannot be made of this file, though the rest could */
export async function makeLater(source: Uint8Array): Promise<readonly Rendition[] | null> {
  const limits = { ...PICTURE_LIMITS, ms: LATER_MS };
  const made = await encodeLater({ file: source, widths: WIDTHS, formats: ['avif'], limits });
  return typeof made === 'string' ? null : made.renditions;
}

/** What a picture is known by. */
export const hashOfFile = (file: Uint8Array): string => createHash('sha256').update(file).digest('hex');

const SENTENCES: Record<EncodingFault, string> = {
  format: 'This file cannot be read as a picture.',
  size: 'This picture is too large.',
  time: 'This picture takes too long to read.',
};

function orRefuse(made: Encoded | EncodingFault): Encoded {
  if (typeof made === 'string') throw refusal(made);
  return made;
}

const refusal = (fault: EncodingFault): Problem =>
  new Problem('not-a-picture', SENTENCES[fault], {
    place: 'file',
    remedy:
      'Send a JPEG, PNG, WebP, GIF, AVIF or TIFF of at most 60 million pixels and 16,000 on a side, or an SVG of at most 1 MB, 20,000 elements and 64 of them inside each other.',
  });
