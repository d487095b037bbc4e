/** Changing a product: checked, written and its pages worked out anew, all or nothing. */
import { Problem, sure } from '@parlour/core';
import { isSame } from '@parlour/core/design';
import { formatMoney } from '@parlour/core/money';
import { subjectsChanged } from '../assigning/catalogue.js';
import { audit } from '../records/audit.js';
import { touch } from '../records/changes.js';
import { inTransaction, type Records } from '../records/database.js';
import {
  brandId as idOfBrand,
  readProduct,
  writeProduct,
  type KeptProduct,
  type KeptVariant,
  type VariantValues,
} from '../records/products.js';
import type { Store } from '../records/stores.js';
import { tags } from '../records/tags.js';

/** What changes; what is absent stays. Attributes and variants are merged by name and code, null takes one away. */
export interface ProductChange {
  readonly title?: string | undefined;
  readonly brand?: string | null | undefined;
  readonly category?: string | undefined;
  readonly keywords?: readonly string[] | undefined;
  readonly attributes?: Readonly<Record<string, string | number | boolean | null>> | undefined;
  readonly summary?: string | undefined;
  readonly visibleSince?: string | undefined;
  readonly variants?: readonly VariantChange[] | undefined;
}

export interface VariantChange {
  readonly code: string;
  readonly price?: number | undefined;
  readonly wasPrice?: number | null | undefined;
  readonly stock?: number | undefined;
}

/**
 * @param accountId who does it
 * @param checked called with the product as it is, before anything changes; throws to refuse
 * @returns the product as it is now
 * @throws Problem `no-such-thing` or `bad-value`
 */
export function changeProduct(
  db: Records,
  { id: storeId, ...store }: Pick<Store, 'id' | 'currency' | 'locale'>,
  code: string,
  change: ProductChange,
  accountId: number,
  checked: (before: KeptProduct) => void,
): Promise<KeptProduct> {
  return inTransaction(db, async (trx) => {
    const before = await productOf(trx, storeId, code, { lock: true });
    checked(before);
    const after = changed(before, change);
    const { brand, ...values } = valuesThatDiffer(before, after);
    const brandId = brand === undefined ? {} : { brandId: await brandOf(trx, storeId, brand) };
    await writeProduct(trx, before.id, { ...values, ...brandId }, variantsThatDiffer(before, after));
    touch(trx, storeId, touchedBy(before, after));
    await subjectsChanged(trx, storeId, 'product', [code]);
    await audit(trx, {
      storeId,
      accountId,
      action: 'product.change',
      target: code,
      detail: inMoney(change, store),
    });
    return after;
  });
}

/** A change of a product as it is told: prices as people read them. */
function inMoney(
  { variants, ...change }: ProductChange,
  { currency, locale }: Pick<Store, 'currency' | 'locale'>,
): Record<string, unknown> {
  const money = (minor: number): string => formatMoney({ amount: minor, currency }, locale);
  const toldVariants = variants?.map(({ price, wasPrice, ...variant }) => ({
    ...variant,
    ...(price === undefined ? {} : { price: money(price) }),
    ...(wasPrice === undefined ? {} : { was: wasPrice === null ? null : money(wasPrice) }),
  }));
  return { ...change, ...(toldVariants && { variants: toldVariants }) };
}

const WRITTEN = ['title', 'brand', 'category', 'keywords', 'attributes', 'summary', 'visibleSince'] as const;

const valuesThatDiffer = (
  before: KeptProduct,
  after: KeptProduct,
): Partial<Pick<KeptProduct, (typeof WRITTEN)[number]>> =>
  Object.fromEntries(WRITTEN.filter((name) => !isSame(before[name], after[name])).map((name) => [name, after[name]]));

const NUMBERS = ['price', 'wasPrice', 'stock'] as const;

const variantsThatDiffer = (before: KeptProduct, after: KeptProduct): Map<string, VariantValues> =>
  new Map(
    after.variants.flatMap((variant, i) => {
      const was = sure(before.variants[i]);
      const differing = NUMBERS.filter((name) => was[name] !== variant[name]);
      return differing.length
        ? [[variant.code, Object.fromEntries(differing.map((name) => [name, variant[name]]))]]
        : [];
    }),
  );

/** The product itself, and the lists it comes into, leaves, or stands elsewhere in. */
function touchedBy(before: KeptProduct, after: KeptProduct): string[] {
  const isReduced = ({ variants }: KeptProduct): boolean =>
    variants.some(({ price, wasPrice }) => wasPrice !== null && wasPrice > price);
  const brands = before.brand === after.brand ? [] : [before.brand, after.brand];
  return [
    tags.page(`product:${after.code}`),
    tags.list('found'),
    ...(before.category === after.category ? [] : [tags.list('categories')]),
    ...brands.flatMap((brand) => (brand === null ? [] : [tags.list('brand', brand)])),
    ...(isReduced(before) === isReduced(after) ? [] : [tags.list('reduced')]),
  ];
}

/** @throws Problem `no-such-thing` */
export async function productOf(
  db: Records,
  storeId: number,
  code: string,
  options?: { lock: boolean },
): Promise<KeptProduct> {
  const found = await readProduct(db, storeId, code, options);
  if (found) return found;
  throw new Problem('no-such-thing', `There is no product “${code}” in this store.`, {
    place: 'product',
    remedy: 'List the pages of the kind product to see their codes.',
  });
}

async function brandOf(trx: Records, storeId: number, code: string | null): Promise<number | null> {
  if (code === null) return null;
  const found = await idOfBrand(trx, storeId, code);
  if (found !== undefined) return found;
  throw new Problem('bad-value', `There is no brand “${code}” in this store.`, {
    place: 'brand',
    remedy: 'List the pages of the kind brand to see their codes.',
  });
}

function changed(before: KeptProduct, change: ProductChange): KeptProduct {
  const { attributes, variants, ...rest } = change;
  return {
    ...before,
    // The same without what is undefined.
    ...(Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== undefined)) as Partial<KeptProduct>),
    attributes: Object.fromEntries(
      Object.entries({ ...before.attributes, ...attributes }).flatMap(([name, value]) =>
        value === null ? [] : [[name, value]],
      ),
    ),
    variants: (variants ?? []).reduce(withVariant, before.variants),
  };
}

function withVariant(all: readonly KeptVariant[], { code, ...change }: VariantChange): readonly KeptVariant[] {
  if (!all.some((one) => one.code === code))
    throw new Problem('bad-value', `The product has no variant “${code}”.`, {
      place: 'variants',
      remedy: `Name one of: ${all.map((one) => one.code).join(', ')}.`,
    });
  return all.map((one) =>
    one.code === code
      ? {
          ...one,
          price: change.price ?? one.price,
          wasPrice: change.wasPrice === undefined ? one.wasPrice : change.wasPrice,
          stock: change.stock ?? one.stock,
        }
      : one,
  );
}
