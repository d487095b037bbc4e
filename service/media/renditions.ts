/** Pictures: every upload is decoded and encoded anew, in the widths shoppers need. */
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { Problem } from '@parlour/core';
import type { StoredPicture } from '../records/pictures.js';

const WIDTHS = [320, 640, 960, 1280, 1920] as const;
const MOST_PIXELS = 60_000_000;

export interface MadePicture {
  readonly picture: StoredPicture;
  readonly renditions: readonly { readonly width: number; readonly bytes: Buffer }[];
}

/**
 * @param file bytes of a JPEG, PNG, WebP, GIF, AVIF or TIFF
 * @throws Problem `not-a-picture`
 */
export async function makePicture(file: Uint8Array, name: string): Promise<MadePicture> {
  try {
    const source = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const about = await source.metadata();
    if (about.format === 'svg' || about.format === 'pdf') throw new Error('not a raster picture');
    const upright = sharp(await source.autoOrient().toColourspace('srgb').png({ compressionLevel: 1 }).toBuffer());
    const { width = 0, height = 0 } = await upright.metadata();
    const widths = [
      ...WIDTHS.filter((one) => one < width),
      Math.min(width, WIDTHS[WIDTHS.length - 1] as number),
    ].filter((one, i, all) => all.indexOf(one) === i);
    const renditions = await Promise.all(
      widths.map(async (one) => ({
        width: one,
        bytes: await upright.clone().resize({ width: one }).webp({ quality: 80 }).toBuffer(),
      })),
    );
    return {
      picture: { hash: createHash('sha256').update(file).digest('hex'), name, width, height, widths },
      renditions,
    };
  } catch {
    throw new Problem('not-a-picture', 'This file cannot be read as a picture.', {
      place: 'file',
      remedy: 'Send a JPEG, PNG, WebP, GIF, AVIF or TIFF of at most 60 million pixels.',
    });
  }
}
