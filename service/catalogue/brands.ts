/** Brands: what is wanted of them, written as far as it differs. */
import { Problem, sure } from '@parlour/core';
import { isSame } from '@parlour/core/design';
import { changedTexts, type Brand, type BrandChange, type Wanted } from '@parlour/core/catalogue';
import { counted } from '@parlour/core';
import { deleteBrands, productsOfBrands, putBrands, readBrands, renewWords } from '../records/brands.js';
import type { Records } from '../records/database.js';
import type { Store } from '../records/stores.js';
import { tags } from '../records/tags.js';
import { NO_EFFECT, together, type Effect } from './effect.js';
import { checkLanguages, checkOnce, checkThere, slugsFor } from './wanted.js';

/** Those that are wanted to be there. The others are removed last, once nothing is of them. */
export async function writeBrands(
  trx: Records,
  store: Pick<Store, 'id' | 'languages'>,
  wanted: readonly Wanted<BrandChange>[],
  { sample }: { readonly sample: boolean },
): Promise<Effect> {
  if (wanted.length === 0) return NO_EFFECT;
  const storeId = store.id;
  checkOnce('brand', wanted);
  const there = await readBrands(
    trx,
    storeId,
    wanted.map(({ code }) => code),
    { lock: 'changing' },
  );
  const writing = wanted.flatMap((one) => (one.is === 'gone' ? [] : [one]));
  const slugs = await slugsFor(trx, 'brand', storeId, writing, there);
  const steps = writing.map((one) => {
    const before = there.get(one.code);
    checkThere('brand', one, before);
    checkLanguages(store, one.change, before);
    const { title = before?.title ?? '', description = before?.description ?? '' } = one.change;
    if (title.trim() === '')
      throw new Problem('bad-value', `The brand “${one.code}” has no title.`, {
        place: 'title',
        remedy: 'Say what it is called.',
      });
    const slug = slugs.of(one, title, before);
    const texts = changedTexts(before?.texts ?? {}, one.change.texts);
    return { before, after: { code: one.code, slug, title, description, texts } satisfies Brand };
  });
  const differing = steps.filter(({ before, after }) => !before || !isSame({ ...after, id: before.id }, before));
  if (differing.length > 0)
    await putBrands(
      trx,
      storeId,
      differing.map(({ after }) => after),
      sample,
    );
  return together([
    {
      ...NO_EFFECT,
      outcomes: steps.map((step) => ({
        kind: 'brand',
        code: step.after.code,
        did: !step.before ? 'created' : differing.includes(step) ? 'changed' : 'same',
      })),
      tags: differing.flatMap(({ after }) => [tags.page(`brand:${after.code}`), tags.list('brands')]),
      due: [{ kind: 'brand', codes: differing.map(({ after }) => after.code), fact: null }],
    },
    await effectOnProducts(
      trx,
      differing.flatMap(({ before, after }) => (before && titlesDiffer(before, after) ? [before.id] : [])),
    ),
  ]);
}

/** In any language. */
const titlesDiffer = (before: Brand, after: Brand): boolean =>
  before.title !== after.title || !isSame(titlesOf(before), titlesOf(after));
const titlesOf = ({ texts }: Brand): unknown =>
  Object.entries(texts).flatMap(([language, { title }]) => (title === undefined ? [] : [[language, title]]));

/** What is of a brand says its title, is found by it, and may have rules about it. */
async function effectOnProducts(trx: Records, brandIds: readonly number[]): Promise<Effect> {
  if (brandIds.length === 0) return NO_EFFECT;
  const products = await productsOfBrands(trx, brandIds);
  const ids = products.map(({ id }) => id);
  await renewWords(trx, ids);
  const codes = products.map(({ code }) => code);
  return {
    ...NO_EFFECT,
    tags: [tags.list('found'), ...codes.map((code) => tags.page(`product:${code}`))],
    cards: ids,
    due: [{ kind: 'product', codes, fact: 'brand' }],
  };
}

/** @throws Problem `still-used` if something is of one */
export async function removeBrands(
  trx: Records,
  storeId: number,
  wanted: readonly Wanted<BrandChange>[],
): Promise<Effect> {
  const leaving = wanted.filter(({ is }) => is === 'gone');
  if (leaving.length === 0) return NO_EFFECT;
  const there = await readBrands(
    trx,
    storeId,
    leaving.map(({ code }) => code),
    { lock: 'removing' },
  );
  for (const one of leaving) checkThere('brand', one, there.get(one.code));
  const products = await productsOfBrands(
    trx,
    [...there.values()].map(({ id }) => id),
  );
  for (const { code, id, title } of there.values()) {
    const own = products.filter(({ brandId }) => brandId === id);
    if (own.length > 0)
      throw new Problem('still-used', `${counted(own.length, 'product is', 'products are')} of the brand “${title}”.`, {
        place: code,
        remedy: `Give them another brand first: ${own
          .slice(0, 5)
          .map((one) => one.code)
          .join(', ')}${own.length > 5 ? ', …' : ''}.`,
      });
  }
  await deleteBrands(
    trx,
    leaving.map(({ code }) => sure(there.get(code)).id),
  );
  return {
    ...NO_EFFECT,
    outcomes: leaving.map(({ code }) => ({ kind: 'brand', code, did: 'removed' })),
    tags: leaving.flatMap(({ code }) => [tags.page(`brand:${code}`), tags.list('brands'), tags.list('brand', code)]),
    due: [{ kind: 'brand', codes: leaving.map(({ code }) => code), fact: null }],
  };
}
