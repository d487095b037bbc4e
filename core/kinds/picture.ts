/** A picture as html: every width there is, its size so that nothing shifts, lazy unless it comes first. */
import type { PictureValue } from '../fields/field.js';
import { focusClasses } from '../look/focus.js';
import type { PictureInfo } from './data.js';
import { html, type Markup } from './html.js';

/** Where a rendition of a picture lies on the storefront. */
export const picturePath = (hash: string, width: number): string => `/pictures/${hash}/${width}.webp`;

/**
 * @param sizes how wide the picture is shown, as in the html attribute
 * @param eager true for a picture that is seen without scrolling
 */
export function pictureTag(picture: PictureInfo & Pick<PictureValue, 'focus'>, sizes: string, eager = false): Markup {
  const { hash, widths } = picture;
  const middle = widths[Math.min(1, widths.length - 1)] ?? picture.width;
  const sources = widths.map((width) => `${picturePath(hash, width)} ${width}w`).join(', ');
  return html`<img${picture.focus && html` class="${focusClasses(picture.focus)}"`} src="${picturePath(hash, middle)}" srcset="${sources}" sizes="${sizes}" width="${picture.width}" height="${picture.height}" alt="${picture.alt}"${eager ? EAGER : LAZY}>`;
}

const EAGER = html` fetchpriority="high"`;
const LAZY = html` loading="lazy"`;
