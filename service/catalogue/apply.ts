/**
 * The one way by which the catalogue changes: what is wanted is compared with what is there, and what differs is
 * written, with all that follows of it, in the transaction of whoever asks. Stock that is sold goes by `records/stock.ts`.
 */
import { counted, listed, sure } from '@parlour/core';
import type { BrandChange, CollectionChange, ReviewChange, Wanted } from '@parlour/core/catalogue';
import { subjectsChanged } from '../assigning/catalogue.js';
import { fillAnew, fillWhole } from '../assigning/filling.js';
import { touchAspects } from '../records/aspects.js';
import { audit } from '../records/audit.js';
import type { AuditedAction } from '../records/audited.js';
import { renewCards } from '../records/cards.js';
import { touch } from '../records/changes.js';
import type { Records } from '../records/database.js';
import { lockFilling } from '../records/filling.js';
import { lockCatalogue } from '../records/products.js';
import type { Store } from '../records/stores.js';
import { removeBrands, writeBrands } from './brands.js';
import { writeCollections } from './collections.js';
import { together, type CatalogueKind, type Effect, type Outcome } from './effect.js';
import { writeProducts, type WantedProduct } from './products.js';
import { writeReviews } from './reviews.js';
import { inMoney } from './told.js';

/** What is wanted of the catalogue; all of it, or nothing. */
export interface CatalogueChanges {
  readonly brands?: readonly Wanted<BrandChange>[];
  readonly products?: readonly WantedProduct[];
  readonly collections?: readonly Wanted<CollectionChange>[];
  readonly reviews?: readonly Wanted<ReviewChange>[];
}

export interface Applying {
  /** Who does it; null for Parlour itself. */
  readonly accountId: number | null;
  readonly now: Date;
  /** Whether what is new is part of the sample catalogue. */
  readonly sample?: boolean;
  /** What the audit list says, if not what has changed; null for what nobody did. */
  readonly audited?: { readonly action: AuditedAction; readonly target: string } | null;
}

/**
 * Changes the catalogue of a store. Nothing is written for what is as it is wanted already.
 * @returns what became of each thing, in no order
 * @throws Problem `no-such-thing`, `already-there`, `bad-value` or `still-used`, naming the field
 * @example
 * await applyCatalogue(trx, store, { products: [{ code: 'K-1', is: 'there', change: { title: 'Gale' } }] }, { accountId, now });
 */
export async function applyCatalogue(
  trx: Records,
  store: Pick<Store, 'id' | 'slug' | 'currency' | 'locale' | 'timeZone' | 'languages'>,
  { brands = [], products = [], collections = [], reviews = [] }: CatalogueChanges,
  { accountId, now, sample = false, audited }: Applying,
): Promise<readonly Outcome[]> {
  // Before any row is locked. A change of what is there waits for nobody.
  if (collections.length > 0 || [...brands, ...products, ...reviews].some(takesPath))
    await lockCatalogue(trx, store.id);
  await lockFilling(trx, store.id, changesFilling(collections) ? 'changing' : 'using');
  const setting = { sample, now };
  const effect = together([
    await writeBrands(trx, store, brands, setting),
    await writeProducts(trx, store, products, setting),
    await writeCollections(trx, store, collections, setting),
    await writeReviews(trx, store, reviews, now),
    await removeBrands(trx, store.id, brands),
  ]);
  const differing = effect.outcomes.filter(({ did }) => did !== 'same');
  if (differing.length === 0) return effect.outcomes;
  await renewCards(
    trx,
    store.id,
    [...new Set(effect.cards)].sort((a, b) => a - b),
    now,
  );
  await refill(trx, store, effect);
  await touchAspects(trx, store.id, effect.described, ['attributes', 'counts']);
  touch(trx, store.id, effect.tags, effect.moved);
  for (const { kind, codes, fact } of effect.due)
    if (codes.length > 0) await subjectsChanged(trx, store.id, kind, codes, fact);
  const wanted = { brand: brands, product: products, collection: collections, review: reviews };
  if (audited !== null)
    await audit(trx, { storeId: store.id, accountId, ...(audited ?? sayingOf(store, differing, wanted)) });
  return effect.outcomes;
}

/** Whether it may take a code or a path that others could take meanwhile. */
const takesPath = (one: Wanted<unknown>): boolean =>
  one.is === 'new' || one.is === 'either' || (one.is === 'there' && one.slug !== undefined);

const changesFilling = (collections: readonly Wanted<CollectionChange>[]): boolean =>
  collections.some((one) => one.is === 'gone' || one.change.when !== undefined);

/** What is in collections by their rule follows, once the cards are as they are now. */
async function refill(trx: Records, store: Pick<Store, 'id' | 'currency'>, { due, rules }: Effect): Promise<void> {
  for (const code of rules) await fillWhole(trx, store, code);
  const products = due.filter(({ kind }) => kind === 'product');
  await fillAnew(trx, store.id, {
    codes: [...new Set(products.flatMap(({ codes }) => codes))],
    facts: products.some(({ fact }) => fact === null) ? null : products.map(({ fact }) => sure(fact)),
  });
}

const ACTION = { created: 'create', changed: 'change', removed: 'remove' } as const;

/** One thing by its code, with what was changed of it; many by their number. */
function sayingOf(
  store: Pick<Store, 'slug' | 'currency' | 'locale'>,
  outcomes: readonly Outcome[],
  wanted: Readonly<Record<CatalogueKind, readonly Wanted<object>[]>>,
) {
  const [only, ...others] = outcomes;
  if (only && only.did !== 'same' && others.length === 0) {
    const { kind, code, did } = only;
    const one = wanted[kind].find((each) => each.code === code);
    const detail =
      one && one.is !== 'gone'
        ? { ...inMoney(one.change, store), ...(one.slug !== undefined && { slug: one.slug }) }
        : {};
    return { action: `${kind}.${ACTION[did]}` as const, target: code, detail };
  }
  const kinds = (['product', 'collection', 'brand', 'review'] as const).flatMap((kind) => {
    const count = outcomes.filter((one) => one.kind === kind).length;
    return count === 0 ? [] : [counted(count, kind)];
  });
  return { action: 'catalogue.change' as const, target: store.slug, detail: { what: listed(kinds) } };
}
