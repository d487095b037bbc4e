/** Products: what is wanted of them, written as far as it differs. */
import { Problem, sure } from '@parlour/core';
import {
  changedProduct,
  isVisible,
  type Product,
  type ProductChange,
  type Variant,
  type Wanted,
} from '@parlour/core/catalogue';
import { instantOf } from '@parlour/core/time';
import { isSame } from '@parlour/core/design';
import { readBrands } from '../records/brands.js';
import type { Records } from '../records/database.js';
import {
  deleteProducts,
  deleteVariants,
  insertProducts,
  lockProducts,
  lockVariants,
  putPictures,
  putPrices,
  putVariants,
  readProducts,
  updateProducts,
  type KeptProduct,
} from '../records/products.js';
import type { Store } from '../records/stores.js';
import { tags } from '../records/tags.js';
import { NO_EFFECT, together, type Effect } from './effect.js';
import { checkLanguages, checkOnce, checkPictures, checkThere, notThereFor, slugsFor } from './wanted.js';

export type WantedProduct = Wanted<
  ProductChange & { /** Since when it is there, in ISO form. */ readonly added?: string | undefined }
>;

/** One product, before and after. */
interface Step {
  readonly before: KeptProduct | undefined;
  readonly after: Product | undefined;
  readonly added: string;
}

/** @param now when what is new begins to be there */
export async function writeProducts(
  trx: Records,
  store: Pick<Store, 'id' | 'currency' | 'timeZone' | 'languages'>,
  wanted: readonly WantedProduct[],
  { sample, now }: { readonly sample: boolean; readonly now: Date },
): Promise<Effect> {
  checkOnce('product', wanted);
  const codes = wanted.map(({ code }) => code);
  const stepsFor = async (some: readonly WantedProduct[]): Promise<Step[]> => {
    const there = await readProducts(
      trx,
      store.id,
      some.map(({ code }) => code),
    );
    return (await stepsOf(trx, store, some, there, now)).filter(differs);
  };
  // Looked at without a lock first: what is as it is wanted already is not locked, however much of it there is.
  const differing = await stepsFor(wanted);
  const found = differing.flatMap(({ before }) => before ?? []);
  await lockProducts(
    trx,
    store.id,
    found.map(({ code }) => code),
  );
  await lockVariants(
    trx,
    differing.flatMap((step) => (step.before && touchesVariants(step) ? [step.before.id] : [])),
  );
  // Read again: what was changed, or sold, until the lock was there. Nobody else adds products meanwhile.
  const lockedCodes = new Set(found.map(({ code }) => code));
  const again = found.length === 0 ? [] : await stepsFor(wanted.filter(({ code }) => lockedCodes.has(code)));
  const isGone = again.some(({ before }) => !before);
  const steps = isGone
    ? await stepsFor(wanted)
    : merged(
        differing.filter(({ before }) => !before),
        again,
        codes,
      );
  const written = await write(trx, store, steps, { sample, now: now.toISOString() });
  const done = new Set(steps.map(codeOf));
  return together([
    effectOf(steps, written, now.toISOString()),
    {
      ...NO_EFFECT,
      outcomes: codes.flatMap((code) => (done.has(code) ? [] : [{ kind: 'product', code, did: 'same' } as const])),
    },
  ]);
}

/** In the order in which they are wanted: so they are added. */
function merged(fresh: readonly Step[], changed: readonly Step[], codes: readonly string[]): Step[] {
  const all = new Map([...fresh, ...changed].map((step) => [codeOf(step), step]));
  return codes.flatMap((code) => all.get(code) ?? []);
}

const codeOf = ({ before, after }: Step): string => sure(after ?? before).code;

async function stepsOf(
  trx: Records,
  store: Pick<Store, 'id' | 'timeZone' | 'languages'>,
  wanted: readonly WantedProduct[],
  there: ReadonlyMap<string, KeptProduct>,
  now: Date,
): Promise<Step[]> {
  const { id: storeId, timeZone } = store;
  const slugs = await slugsFor(trx, 'product', storeId, wanted, there);
  return wanted.map((one): Step => {
    const before = there.get(one.code);
    checkThere('product', one, before);
    if (one.is === 'gone') return { before, after: undefined, added: '' };
    checkLanguages(store, one.change, before);
    const { added = now.toISOString(), ...rest } = one.change;
    const change = { ...rest, ...instantsOf(rest, timeZone) };
    if (before) {
      const after = { ...changedProduct(before, change), slug: slugs.of(one, before.title, before) };
      return { before, after, added };
    }
    const { title } = change;
    if (title === undefined || title.trim() === '')
      throw new Problem('bad-value', `The new product “${one.code}” has no title.`, {
        place: 'title',
        remedy: 'Say what it is called.',
      });
    const first = {
      code: one.code,
      title,
      slug: slugs.of(one, title),
      visibleSince: added.slice(0, 10),
    };
    return { before, after: changedProduct(first, change), added };
  });
}

/** Times as clocks in the store show them, as instants. @throws Problem naming the field */
export const instantsOf = (
  change: ProductChange,
  timeZone: string,
): Pick<ProductChange, 'visibleFrom' | 'visibleUntil'> =>
  Object.fromEntries(
    (['visibleFrom', 'visibleUntil'] as const).flatMap((name) => {
      const text = change[name];
      return text === undefined
        ? []
        : [[name, text === null ? null : ofThisEra(instantOf(text, timeZone, name).instant, name)]];
    }),
  );

/** Years of four digits: others are compared and kept otherwise. */
export function ofThisEra(instant: string, place: string): string {
  if (/^\d{4}-/.test(instant) && !instant.startsWith('0000')) return instant;
  throw new Problem('bad-value', 'The year is too far away.', { place, remedy: 'Write a year of four digits.' });
}

const TEXTS = [
  'slug',
  'status',
  'title',
  'brand',
  'category',
  'keywords',
  'attributes',
  'summary',
  'description',
  'specifications',
  'goesWith',
  'texts',
  'options',
  'visibleSince',
  'visibleFrom',
  'visibleUntil',
] as const;

const textsDiffer = ({ before, after }: Step): boolean =>
  !before || !after || TEXTS.some((name) => !isSame(before[name], after[name]));
const picturesDiffer = ({ before, after }: Step): boolean => !isSame(before?.pictures ?? [], after?.pictures ?? []);
const differs = (step: Step): boolean =>
  textsDiffer(step) || picturesDiffer(step) || touchesVariants(step) || pricesOf(step).length > 0;

const OF_VARIANT = ['options', 'stock', 'weight', 'taxClass', 'goodsCode', 'pictures'] as const;

/** The variants of which more than the price differs, with their places. */
const variantsOf = ({ before, after }: Step): (Variant & { readonly position: number })[] => {
  const was = new Map(before?.variants.map((one) => [one.code, one]));
  return (after?.variants ?? []).flatMap((variant, position) => {
    const one = was.get(variant.code);
    const same = one && OF_VARIANT.every((name) => isSame(one[name], variant[name]));
    return same ? [] : [{ ...variant, position }];
  });
};
const goneVariants = ({ before, after }: Step): Variant[] =>
  (before?.variants ?? []).filter(({ code }) => !after?.variants.some((one) => one.code === code));
const touchesVariants = (step: Step): boolean => variantsOf(step).length > 0 || goneVariants(step).length > 0;

/** The variants of which the price differs. */
const pricesOf = ({ before, after }: Step): Variant[] => {
  const was = new Map(before?.variants.map((one) => [one.code, one]));
  return (after?.variants ?? []).filter(({ code, price, wasPrice }) => {
    const one = was.get(code);
    return !one || one.price !== price || one.wasPrice !== wasPrice;
  });
};

/** @returns the ids of those that are there now */
async function write(
  trx: Records,
  { id: storeId, currency }: Pick<Store, 'id' | 'currency'>,
  steps: readonly Step[],
  setting: { readonly sample: boolean; readonly now: string },
): Promise<readonly number[]> {
  const kept = steps.flatMap(({ before, after, added }) => (after ? [{ before, after, added }] : []));
  const shown = kept.filter(picturesDiffer).flatMap(({ after }) => after.pictures.map(({ hash }) => hash));
  await checkPictures(trx, storeId, shown, 'pictures');
  const brandIds = await brandIdsOf(
    trx,
    storeId,
    kept.map(({ after }) => after),
  );
  const rowOf = (product: Product) => ({
    product,
    brandId: product.brand === null ? null : sure(brandIds.get(product.brand)),
  });
  const ids = new Map(steps.flatMap(({ before }) => (before ? [[before.code, before.id]] : [])));
  const news = kept.filter(({ before }) => !before);
  if (news.length > 0)
    for (const [code, id] of await insertProducts(
      trx,
      storeId,
      news.map(({ after, added }) => ({ ...rowOf(after), added })),
      setting,
    ))
      ids.set(code, id);
  const changed = kept.filter((step) => step.before && textsDiffer(step));
  if (changed.length > 0)
    await updateProducts(
      trx,
      changed.map(({ after }) => ({ ...rowOf(after), id: sure(ids.get(after.code)) })),
      setting.now,
    );
  const idOf = (step: Step): number => sure(ids.get(codeOf(step)));
  await deleteVariants(
    trx,
    kept.flatMap((step) => goneVariants(step).map(({ code }) => ({ productId: idOf(step), code }))),
  );
  const written = kept.flatMap((step) =>
    variantsOf(step).map((variant) => ({ productId: idOf(step), isFirst: !step.before, ...variant })),
  );
  await putVariants(trx, currency, written);
  const isWritten = new Set(written.map(({ productId, code }) => `${productId} ${code}`));
  await putPrices(
    trx,
    currency,
    kept.flatMap((step) =>
      pricesOf(step).flatMap(({ code, price, wasPrice }) =>
        isWritten.has(`${idOf(step)} ${code}`) ? [] : [{ productId: idOf(step), code, price, wasPrice }],
      ),
    ),
  );
  await putPictures(
    trx,
    storeId,
    kept.filter(picturesDiffer).map((step) => ({ productId: idOf(step), pictures: step.after.pictures })),
  );
  const gone = steps.filter(({ after }) => !after).map(idOf);
  if (gone.length > 0) await deleteProducts(trx, gone);
  return kept.map(idOf);
}

async function brandIdsOf(
  trx: Records,
  storeId: number,
  products: readonly Product[],
): Promise<ReadonlyMap<string, number>> {
  const codes = [...new Set(products.flatMap(({ brand }) => (brand === null ? [] : [brand])))];
  if (codes.length === 0) return new Map();
  const found = await readBrands(trx, storeId, codes, { lock: 'using' });
  const missing = codes.find((code) => !found.has(code));
  if (missing !== undefined) throw notThereFor('brand', 'brand', missing);
  return new Map([...found].map(([code, { id }]) => [code, id]));
}

const isReduced = (product: Product | undefined, now: string): boolean =>
  product !== undefined &&
  isVisible(product, now) &&
  product.variants.some(({ price, wasPrice }) => wasPrice !== null && wasPrice > price);

function effectOf(steps: readonly Step[], cards: readonly number[], now: string): Effect {
  const facts = new Map<string | null, string[]>();
  for (const step of steps)
    for (const fact of factsOf(step, now)) facts.set(fact, [...(facts.get(fact) ?? []), codeOf(step)]);
  return {
    ...NO_EFFECT,
    outcomes: steps.map((step) => ({
      kind: 'product',
      code: codeOf(step),
      did: !step.before ? 'created' : step.after ? 'changed' : 'removed',
    })),
    tags: steps.flatMap((step) => tagsOf(step, now)),
    cards,
    moved: steps.flatMap(({ before, after }) => (before && !after ? [before.id] : [])),
    described: steps.flatMap((step) => (step.before && step.after && isDescribedAnew(step) ? [step.before.id] : [])),
    due: [...facts].map(([fact, codes]) => ({ kind: 'product', codes, fact })),
  };
}

const isDescribedAnew = (step: Step): boolean =>
  touchesVariants(step) ||
  (['attributes', 'options', 'category', 'brand'] as const).some(
    (name) => !isSame(step.before?.[name], step.after?.[name]),
  );

/** The facts that rules see otherwise now; null for any. */
function factsOf(step: Step, now: string): (string | null)[] {
  const { before, after } = step;
  if (!before || !after || textsDiffer(step) || goneVariants(step).length > 0) return [null];
  return [
    ...(variantsOf(step).length > 0 ? ['stock'] : []),
    ...(pricesOf(step).length > 0 ? ['price'] : []),
    ...(isReduced(before, now) === isReduced(after, now) ? [] : ['reduced']),
  ];
}

/** The product itself, and the lists it comes into, leaves, or stands elsewhere in. */
function tagsOf(step: Step, now: string): string[] {
  const { before, after } = step;
  const isShown = (product: Product | undefined): boolean => product !== undefined && isVisible(product, now);
  if (isShown(before) !== isShown(after))
    return [before, after].flatMap((product) => (product ? comingTags(product, before?.collections ?? []) : []));
  const isOther = <K extends 'brand' | 'category'>(name: K): boolean => before?.[name] !== after?.[name];
  const brands = isOther('brand') ? [before?.brand, after?.brand] : [];
  return [
    tags.page(`product:${codeOf(step)}`),
    ...(textsDiffer(step) ? [tags.list('found')] : []),
    ...(isOther('category') ? [tags.list('categories')] : []),
    ...brands.flatMap((brand) => (brand ? [tags.list('brand', brand)] : [])),
    ...(isReduced(before, now) === isReduced(after, now) ? [] : [tags.list('reduced')]),
  ];
}

/** The page of a product that comes or goes, and the lists that it is in. @param collections their codes */
export const comingTags = ({ code, brand, variants }: Product, collections: readonly string[]): string[] => [
  tags.page(`product:${code}`),
  ...(['newest', 'chosen', 'found', 'categories'] as const).map((name) => tags.list(name)),
  ...(brand === null ? [] : [tags.list('brand', brand)]),
  ...(variants.some(({ price, wasPrice }) => wasPrice !== null && wasPrice > price) ? [tags.list('reduced')] : []),
  ...collections.map((one) => tags.list('collection', one)),
];
