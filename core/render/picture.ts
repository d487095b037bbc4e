/** A picture as html: every width there is, its size so that nothing shifts, lazy unless it comes first. */
import type { PictureValue } from '../fields/field.js';
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
  return html`<img${picture.focus && focusClasses(picture.focus)} src="${picturePath(hash, middle)}" srcset="${sources}" sizes="${sizes}" width="${picture.width}" height="${picture.height}" alt="${picture.alt}"${eager ? EAGER : LAZY}>`;
}

// Where a picture is cut it stays about its focal point. There are no style attributes, so the point goes by tenths.
const TENTHS = [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100];
const nearest = (hundredths: number): number => Math.round(hundredths / 10) * 10;
const focusClasses = ({ x, y }: NonNullable<PictureValue['focus']>): Markup =>
  html` class="focus-x-${nearest(x)} focus-y-${nearest(y)}"`;

/** The rules behind focal points; part of every groundwork. */
export const FOCUS_CSS = `img[class^=focus-]{object-position:var(--focus-x) var(--focus-y)}${TENTHS.map(
  (tenth) => `.focus-x-${tenth}{--focus-x:${tenth}%}.focus-y-${tenth}{--focus-y:${tenth}%}`,
).join('')}`;

const EAGER = html` fetchpriority="high"`;
const LAZY = html` loading="lazy"`;
