/** The pictures of a product on the command line, by the names of their files: picture.tern.png="What it shows". */
import type { ProductPicture } from '@parlour/core/catalogue';
import type { Context } from '../context.js';
import { hashOfPicture } from '../named-picture.js';

/** What is said of pictures, and the rest of the changes. */
interface Parted {
  readonly rest: string[];
  /** All of them then, if anything is said of them. */
  readonly pictures?: ProductPicture[];
  /** Hashes, by the code of the variant that they show; every variant's under an empty code. */
  readonly shownBy: ReadonlyMap<string, string[]>;
}

/**
 * Parts what is said of pictures from the rest, and finds them in the library.
 * @param changes each NAME=VALUE
 * @param before those that the product has
 * @throws Problem `no-such-thing` if the library has none of a name
 */
export async function partedPictures(
  context: Context,
  changes: readonly string[],
  before: readonly ProductPicture[] = [],
): Promise<Parted> {
  const rest: string[] = [];
  const shownBy = new Map<string, string[]>();
  let pictures: ProductPicture[] | undefined;
  const hashes = (names: string): Promise<string[]> =>
    Promise.all(
      names
        .split(',')
        .map((name) => name.trim())
        .filter(Boolean)
        .map((name) => hashOfPicture(context, name)),
    );
  for (const change of changes) {
    const [, name = '', value = ''] = /^(pictures|picture\.[^=]+|shown-by(?:@[^=]+)?)=(.*)$/s.exec(change) ?? [];
    if (name === '') rest.push(change);
    else if (name === 'pictures') {
      const all: readonly ProductPicture[] = pictures ?? before;
      const altOf = (hash: string): string => all.find((one) => one.hash === hash)?.alt ?? '';
      pictures = (await hashes(value)).map((hash) => ({ hash, alt: altOf(hash) }));
    } else if (name.startsWith('shown-by')) shownBy.set(name.slice('shown-by@'.length), await hashes(value));
    else {
      const hash = await hashOfPicture(context, name.slice('picture.'.length));
      const all: readonly ProductPicture[] = pictures ?? before;
      const isThere = all.some((one) => one.hash === hash);
      pictures = isThere
        ? all.map((one) => (one.hash === hash ? { hash, alt: value } : one))
        : [...all, { hash, alt: value }];
    }
  }
  return { rest, shownBy, ...(pictures && { pictures }) };
}
