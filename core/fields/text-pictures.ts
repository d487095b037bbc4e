/** Pictures in running text: how they are written, which a text has, and the mark-up that they become. */
import { remembering } from '../remembering.js';
import { sure } from '../sure.js';

/** How wide a picture is beside the text. */
export const TEXT_PICTURE_WIDTHS = { full: 'As wide as the text', half: 'Half as wide', third: 'A third' } as const;
/** On which side the text goes past it. */
export const TEXT_PICTURE_SIDES = { none: 'By itself', start: 'At the start', end: 'At the end' } as const;
export type TextPictureWidth = keyof typeof TEXT_PICTURE_WIDTHS;
export type TextPictureSide = keyof typeof TEXT_PICTURE_SIDES;

/** A picture as it stands in a text. */
export interface TextPicture {
  /** Content hash of the picture. */
  readonly hash: string;
  /** What it shows, for those who do not see it. */
  readonly alt: string;
  readonly width: TextPictureWidth;
  readonly side: TextPictureSide;
  /** The line under it; empty for none. */
  readonly caption: string;
}

/** The attributes it is written with. */
export const TEXT_PICTURE_ATTRIBUTES = ['data-picture', 'alt', 'data-width', 'data-side', 'data-caption'] as const;
const MOST_WORDS = 300;
const HASH = /^[0-9a-f]{64}$/;

/** Reads the attributes of an element. @returns the picture, or in words why it is none */
export function readTextPicture(given: Readonly<Record<string, string>>): TextPicture | string {
  const hash = given['data-picture'] ?? '';
  const { alt = '', 'data-width': width = 'full', 'data-side': side = 'none', 'data-caption': caption = '' } = given;
  if (!HASH.test(hash)) return 'an <img> is not allowed without data-picture, which names a picture of the store';
  if (!Object.hasOwn(TEXT_PICTURE_WIDTHS, width))
    return `the width of a picture is one of: ${Object.keys(TEXT_PICTURE_WIDTHS).join(', ')}`;
  if (!Object.hasOwn(TEXT_PICTURE_SIDES, side))
    return `the side of a picture is one of: ${Object.keys(TEXT_PICTURE_SIDES).join(', ')}`;
  if (alt.length > MOST_WORDS || caption.length > MOST_WORDS)
    return `the words of a picture are at most ${MOST_WORDS} characters`;
  // Both were just looked up.
  return { hash, alt, width: width as TextPictureWidth, side: side as TextPictureSide, caption };
}

const PICTURE =
  /<img data-picture="([0-9a-f]{64})" alt="([^"]*)" data-width="(\w+)" data-side="(\w+)" data-caption="([^"]*)">/g;

/** The hashes of the pictures in clean text, each once. */
export const picturesIn: (clean: string) => readonly string[] = remembering((clean) => [
  ...new Set([...clean.matchAll(PICTURE)].map(([, hash]) => sure(hash))),
]);

/**
 * Clean text with its pictures as figures.
 * @param draw makes the element of a picture; empty for one that is gone
 */
export const withFigures = (
  clean: string,
  draw: (picture: { readonly hash: string; readonly alt: string; readonly width: TextPictureWidth }) => string,
): string =>
  clean.includes('<img data-picture=')
    ? clean.replace(
        PICTURE,
        (_whole, hash: string, alt: string, width: TextPictureWidth, side: string, caption: string) => {
          const drawn = draw({ hash, alt: unescaped(alt), width });
          if (drawn === '') return '';
          const under = caption === '' ? '' : `<figcaption>${caption}</figcaption>`;
          return `<figure class="text-picture text-picture-${width} text-picture-at-${side}">${drawn}${under}</figure>`;
        },
      )
    : clean;

const CHARACTERS: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', '#39': "'" };
/** The inverse of `escapeText`. */
const unescaped = (text: string): string =>
  text.replace(/&(amp|lt|gt|quot|#39);/g, (whole, name: string) => CHARACTERS[name] ?? whole);
