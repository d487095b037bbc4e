/** What is the same for everything that can be wanted of the catalogue. */
import { Problem } from '@parlour/core';
import type { Wanted } from '@parlour/core/catalogue';
import { freeCode } from '@parlour/core/design';
import type { Records } from '../records/database.js';
import { takenSlugs } from '../records/products.js';
import type { CatalogueKind } from './effect.js';

/** Refuses what is wanted to be new and is there, or to be there and is not; or is there, at another path. */
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
  if ((is === 'there' || is === 'gone') && !before)
    throw new Problem('no-such-thing', `There is no ${kind} “${code}” in this store.`, {
      place: kind,
      remedy: `List the pages of the kind ${kind} to see their codes.`,
    });
  // Links to it would lead nowhere.
  if (wanted.is !== 'gone' && before && wanted.slug !== undefined && wanted.slug !== before.slug)
    throw new Problem('bad-value', `“${before.title}” has its page at “${before.slug}”, and stays there.`, {
      place: 'slug',
      remedy: 'Leave the path out, or say the one that it has.',
    });
}

/** Refuses two wishes for one thing: which of them counts would be chance. */
export function checkOnce<C>(kind: CatalogueKind, wanted: readonly Wanted<C>[]): void {
  const seen = new Set<string>();
  for (const { code } of wanted) {
    if (seen.has(code))
      throw new Problem('bad-value', `The ${kind} “${code}” is named twice.`, {
        place: code,
        remedy: 'Say all of it at once.',
      });
    seen.add(code);
  }
}

/** Where the pages of new things are. */
export interface Slugs {
  /** @throws Problem `already-there` if one that was asked for is taken, `bad-value` if there can be none */
  of(code: string, title: string, asked: string | undefined): string;
}

const SLUG = /^[a-z0-9]+(?:-[a-z0-9]+)*$/;
const MOST_TRIES = 20;

/** @param news code, title, and what was asked for, of everything that is new */
export async function slugsFor(
  trx: Records,
  kind: CatalogueKind,
  storeId: number,
  news: readonly { readonly title: string; readonly slug?: string | undefined }[],
): Promise<Slugs> {
  const tries = (title: string): string[] => {
    const all: string[] = [];
    freeCode(title, (slug) => all.push(slug) < MOST_TRIES);
    return all;
  };
  const asked = news.flatMap(({ title, slug }) => (slug === undefined ? tries(title) : [slug]));
  const taken = new Set(asked.length === 0 ? [] : await takenSlugs(trx, kind, storeId, asked));
  return {
    of(code, title, asked) {
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
