/** Reviews: what is wanted of them, written as far as it differs. The cards of their products say how many stars they are. */
import { Problem, sure } from '@parlour/core';
import type { Review, ReviewChange, Wanted } from '@parlour/core/catalogue';
import { isSame } from '@parlour/core/design';
import { instantOf } from '@parlour/core/time';
import type { Records } from '../records/database.js';
import { idsOfProducts, lockProducts } from '../records/products.js';
import { deleteReviews, putReviews, readReviews, type KeptReview } from '../records/reviews.js';
import type { Store } from '../records/stores.js';
import { tags } from '../records/tags.js';
import { NO_EFFECT, type Effect } from './effect.js';
import { ofThisEra } from './products.js';
import { checkOnce, notThere, notThereFor } from './wanted.js';

/** One review, before and after. */
interface Step {
  readonly before: KeptReview | undefined;
  readonly after: Review | undefined;
}

/** @throws Problem `no-such-thing`, `already-there` or `bad-value`, naming the field */
export async function writeReviews(
  trx: Records,
  store: Pick<Store, 'id' | 'timeZone'>,
  wanted: readonly Wanted<ReviewChange>[],
  now: Date,
): Promise<Effect> {
  if (wanted.length === 0) return NO_EFFECT;
  checkOnce('review', wanted);
  const codes = wanted.map(({ code }) => code);
  // The products first, as whatever changes their cards locks them: those that reviews are of, and those that they were of.
  const unlocked = await readReviews(trx, store.id, codes);
  const products = [
    ...wanted.flatMap((one) => (one.is === 'gone' ? [] : (one.change.product ?? []))),
    ...[...unlocked.values()].map(({ product }) => product),
  ];
  await lockProducts(trx, store.id, products);
  const there = await readReviews(trx, store.id, codes, { lock: true });
  const ids = await idsOfProducts(trx, store.id, products);
  const steps = wanted.map((one) => stepOf(one, there.get(one.code), store, now));
  const differing = steps.filter(differs);
  const kept = differing.flatMap(({ after }) => (after ? [{ review: after, productId: idOf(ids, after) }] : []));
  if (kept.length > 0) await putReviews(trx, store.id, kept);
  const gone = differing.flatMap(({ before, after }) => (before && !after ? [before.id] : []));
  if (gone.length > 0) await deleteReviews(trx, gone);
  const touched = differing.flatMap(({ before, after }) => [before, after]).filter((one) => one !== undefined);
  return {
    ...NO_EFFECT,
    outcomes: steps.map((step) => ({
      kind: 'review',
      code: sure(step.after ?? step.before).code,
      did: !differs(step) ? 'same' : !step.before ? 'created' : step.after ? 'changed' : 'removed',
    })),
    tags: touched.map(({ product }) => tags.page(`product:${product}`)),
    // One that was of another product a moment ago is known by it still.
    cards: [...differing.flatMap(({ before }) => before?.productId ?? []), ...kept.map(({ productId }) => productId)],
  };
}

const differs = ({ before, after }: Step): boolean => {
  if (!before || !after) return true;
  const { id: _id, productId: _productId, ...was } = before;
  return !isSame(was, after);
};

function idOf(ids: ReadonlyMap<string, number>, { product }: Pick<Review, 'product'>): number {
  const id = ids.get(product);
  if (id !== undefined) return id;
  throw notThereFor('product', 'product', product);
}

function stepOf(
  wanted: Wanted<ReviewChange>,
  before: KeptReview | undefined,
  { timeZone }: Pick<Store, 'timeZone'>,
  now: Date,
): Step {
  const { code, is } = wanted;
  if (is === 'new' && before)
    throw new Problem(
      'already-there',
      `The code “${code}” is that of another review, of the product “${before.product}”.`,
      {
        place: 'code',
        remedy: 'Choose another code.',
      },
    );
  if ((is === 'there' || is === 'gone') && !before) throw notThere('review', code);
  if (wanted.is === 'gone') return { before, after: undefined };
  const { written, ...change } = wanted.change;
  const { id: _id, productId: _productId, ...was } = before ?? { ...FRESH, written: now.toISOString() };
  const after = {
    ...was,
    ...change,
    code,
    ...(written !== undefined && { written: ofThisEra(instantOf(written, timeZone, 'written').instant, 'written') }),
  };
  for (const [name, remedy] of NEEDED)
    if (!after[name])
      throw new Problem('bad-value', `The new review “${code}” has no ${name}.`, { place: name, remedy });
  return { before, after };
}

const NEEDED = [
  ['product', 'Say the code of the product that it is of.'],
  ['rating', 'Say how many stars, from 1 to 5.'],
] as const;

const FRESH = {
  id: 0,
  productId: 0,
  product: '',
  rating: 0,
  title: '',
  text: '',
  name: '',
  language: '',
  state: 'shown',
} satisfies Omit<KeptReview, 'code' | 'written'>;
