/** A picture as html: every width there is, its size so that nothing shifts, lazy unless it comes first. */
import type { PictureValue } from '../fields/field.js';
import { escapeText } from '../fields/prose.js';
import { focusClasses } from '../look/focus.js';
import type { PictureInfo } from './data.js';
import { raw, type Markup } from './html.js';

/** Where a rendition of a picture lies on the storefront. Hashes and widths are Parlour’s own, and need no escaping. */
export const picturePath = (hash: string, width: number): string => `/pictures/${hash}/${width}.webp`;

/**
 * @param sizes how wide the picture is shown, as in the html attribute
 * @param eager true for a picture that is seen without scrolling
 */
export function pictureTag(picture: PictureInfo & Pick<PictureValue, 'focus'>, sizes: string, eager = false): Markup {
  const { hash, widths, width, height, alt, focus } = picture;
  const middle = widths[Math.min(1, widths.length - 1)] ?? width;
  let sources = '';
  for (const one of widths) sources += `${sources === '' ? '' : ', '}${picturePath(hash, one)} ${one}w`;
  const about = focus ? ` class="${focusClasses(focus)}"` : '';
  const loading = eager ? 'fetchpriority="high"' : 'loading="lazy"';
  // Written out, as it stands on pages by the dozen; see cards.
  return raw(
    `<img${about} src="${picturePath(hash, middle)}" srcset="${sources}" sizes="${escapeText(sizes)}" width="${width}" height="${height}" alt="${escapeText(alt)}" ${loading}>`,
  );
}
