/** What is the same for everything that can be wanted of the catalogue. */
import { Problem, sure } from '@parlour/core';
import { SLUG, type Texts, type TextsChange, type Wanted } from '@parlour/core/catalogue';
import { freeCode } from '@parlour/core/design';
import type { Records } from '../records/database.js';
import { knownPictures } from '../records/pictures.js';
import { takenSlugs } from '../records/products.js';
import type { Store } from '../records/stores.js';
import type { CatalogueKind } from './effect.js';

/** Refuses what is wanted to be new and is there, or to be there and is not. */
export function checkThere<C>(
  kind: CatalogueKind,
  wanted: Wanted<C>,
  before: { readonly title: string; readonly slug: string } | undefined,
): void {
  const { code, is } = wanted;
  if (is === 'new' && before)
    throw new Problem('already-there', `The code “${code}” is that of the ${kind} “${before.title}”.`, {
      place: 'code',
      remedy: 'Choose another code.',
    });
  if ((is === 'there' || is === 'gone') && !before) throw notThere(kind, code);
}

export const notThere = (kind: CatalogueKind, code: string): Problem => missing('no-such-thing', kind, code, kind);
/** What something else was to refer to. @param place the field that names it */
export const notThereFor = (place: string, kind: CatalogueKind, code: string): Problem =>
  missing('bad-value', kind, code, place);

const missing = (problem: 'no-such-thing' | 'bad-value', kind: CatalogueKind, code: string, place: string): Problem =>
  new Problem(problem, `There is no ${kind} “${code}” in this store.`, {
    place,
    remedy: `List the ${kind}s of the store to see their codes.`,
  });

/** Refuses texts in a language that the storefront does not speak; what was said before one was removed may stay. */
export function checkLanguages(
  { languages }: Pick<Store, 'languages'>,
  change: { readonly texts?: TextsChange | undefined },
  before: { readonly texts: Texts } | undefined,
): void {
  const unknown = Object.keys(change.texts ?? {}).find(
    (one) => !languages.includes(one) && !Object.hasOwn(before?.texts ?? {}, one),
  );
  if (unknown !== undefined)
    throw new Problem('bad-value', `The storefront does not speak “${unknown}”.`, {
      place: `texts.${unknown}`,
      remedy:
        languages.length === 0
          ? 'Add the language to the store first.'
          : `Its further languages are: ${languages.join(', ')}. Add this one to the store first.`,
    });
}

/** Refuses pictures that the library of a store does not have. @param place the field that names them */
export async function checkPictures(
  trx: Records,
  storeId: number,
  hashes: readonly string[],
  place: string,
): Promise<void> {
  if (hashes.length === 0) return;
  const known = await knownPictures(trx, storeId, [...new Set(hashes)]);
  const missing = hashes.find((hash) => !known.has(hash));
  if (missing !== undefined)
    throw new Problem('bad-value', `There is no picture ${missing.slice(0, 12)}… in the library of this store.`, {
      place,
      remedy: 'Upload it first; the answer names it.',
    });
}

/** Refuses two wishes for one thing: which of them counts would be chance. */
export function checkOnce<C>(kind: CatalogueKind, wanted: readonly Wanted<C>[]): void {
  const seen = new Set<string>();
  for (const { code } of wanted) {
    if (seen.has(code))
      throw new Problem('bad-value', `The ${kind} “${code}” is named twice.`, {
        place: code,
        remedy: 'Say everything about it once.',
      });
    seen.add(code);
  }
}

/** Where pages are that are new, or move. */
export interface Slugs {
  /** @throws Problem `already-there` if one that was asked for is taken, `bad-value` if there can be none */
  of(wanted: { readonly code: string; readonly slug?: string | undefined }, title: string, before?: Slugged): string;
}
interface Slugged {
  readonly slug: string;
}

const MOST_TRIES = 20;

/** @param wanted everything; what is there stays where it is, or moves to where it is wanted */
export async function slugsFor(
  trx: Records,
  kind: Exclude<CatalogueKind, 'review'>,
  storeId: number,
  wanted: readonly Wanted<{ readonly title?: string | undefined }>[],
  there: ReadonlyMap<string, Slugged>,
): Promise<Slugs> {
  const tries = (title: string): string[] => {
    const all: string[] = [];
    freeCode(title, (slug) => all.push(slug) < MOST_TRIES);
    return all;
  };
  const asked: string[] = [];
  const titles: string[] = [];
  for (const one of wanted) {
    if (one.is === 'gone') continue;
    const before = there.get(one.code)?.slug;
    const { slug = before } = one;
    if (slug === undefined) titles.push(one.change.title ?? '');
    else if (slug !== before) asked.push(slug);
  }
  const firsts = titles.map((title) => freeCode(title, () => false));
  const taken = new Set(await takenSlugs(trx, kind, storeId, [...asked, ...firsts]));
  // Most titles are of one thing alone; of the others, what comes after the first choice is looked at, too. That may be
  // the first choice of yet another.
  const further = new Set<string>();
  const alone = new Set(asked);
  let left = titles.flatMap((title, i) => {
    const first = sure(firsts[i]);
    const isAlone = !taken.has(first) && !alone.has(first);
    alone.add(first);
    if (!isAlone) tries(title).forEach((slug) => further.add(slug));
    return isAlone ? [{ title, first }] : [];
  });
  for (let before = -1; before !== left.length;) {
    before = left.length;
    left = left.filter(({ title, first }) => {
      if (further.has(first)) tries(title).forEach((slug) => further.add(slug));
      return !further.has(first);
    });
  }
  for (const slug of await takenSlugs(trx, kind, storeId, [...further])) taken.add(slug);
  return {
    of({ code, slug: asked = undefined }, title, before) {
      if (before && (asked === undefined || asked === before.slug)) return before.slug;
      if (asked !== undefined && !SLUG.test(asked))
        throw new Problem('bad-value', `“${asked}” cannot stand in a path.`, {
          place: 'slug',
          remedy: 'Use lower-case letters, digits and single “-” between them.',
        });
      if (asked !== undefined && taken.has(asked))
        throw new Problem('already-there', `Another ${kind} has the path “${asked}”.`, {
          place: 'slug',
          remedy: 'Choose another, or leave it out: then one is made from the title.',
        });
      const found =
        asked ??
        tries(title).find((slug) => !taken.has(slug)) ??
        freeCode(`${title.slice(0, 20)} ${code}`, (slug) => taken.has(slug));
      taken.add(found);
      return found;
    },
  };
}
