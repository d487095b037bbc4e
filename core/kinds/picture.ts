/** A picture as html: every width there is, its size so that nothing shifts, lazy unless it comes first. */
import { escapeText } from '../fields/prose.js';
import type { PictureInfo } from './data.js';
import { raw, type Markup } from './html.js';

/**
 * Where a picture is on the storefront, in one width; the format is the smallest that the browser reads. Hashes and
 * widths are Parlour’s own, and need no escaping.
 */
export const picturePath = (hash: string, width: number): string => `/pictures/${hash}/${width}`;

/** What a drawing lost on its way in, in a sentence. @param leftOut names of elements and attributes */
export const leftOutInWords = (leftOut: readonly string[]): string =>
  leftOut.length > 0 ? `Left out, since it could run or load something: ${leftOut.join(', ')}.` : '';

/**
 * @param sizes how wide the picture is shown, written as the html attribute is: it comes from code, and is not escaped
 * @param eager true for a picture that is seen without scrolling
 */
export function pictureTag(picture: PictureInfo, sizes: string, eager = false): Markup {
  const { hash, widths, width, height, alt } = picture;
  const middle = widths[Math.min(1, widths.length - 1)] ?? width;
  let sources = '';
  for (const one of widths) sources += `${sources === '' ? '' : ', '}${picturePath(hash, one)} ${one}w`;
  const loading = eager ? 'fetchpriority="high"' : 'loading="lazy"';
  // Written out, as it stands on pages by the dozen; see cards.
  return raw(
    `<img src="${picturePath(hash, middle)}" srcset="${sources}" sizes="${sizes}" width="${width}" height="${height}" alt="${escapeText(alt)}" ${loading}>`,
  );
}
