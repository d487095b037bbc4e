/** Which products are in the collections that a rule fills: worked out anew for what has changed, and for a new rule. */
import { remembering, sure } from '@parlour/core';
import { readFilling } from '@parlour/core/catalogue';
import { decimalsOf } from '@parlour/core/money';
import { indexRules, readyRule, rulesMatching, type ReadyRule, type RuleIndex } from '@parlour/core/pages';
import { touch } from '../records/changes.js';
import { inTransaction, type Database, type Records } from '../records/database.js';
import { notePagesDue } from '../records/due-pages.js';
import {
  addMemberships,
  codesOf,
  fillingRules,
  forgetPlaces,
  lockFilling,
  membershipsByRule,
  productsIn,
  removeMemberships,
  type FillingRule,
  type Membership,
} from '../records/filling.js';
import { lockProducts } from '../records/products.js';
import { listProducts } from '../records/subjects.js';
import { tags } from '../records/tags.js';

const BATCH = 5000;

/** Products of which something has changed. */
export interface ChangedProducts {
  readonly codes: readonly string[];
  /** The only facts of them that have changed; null for any. */
  readonly facts: readonly string[] | null;
}

/**
 * Puts products into the collections whose rule matches them, and takes them out of the others. They are locked, and
 * their cards as they are now. Only what is shown is in one.
 */
export async function fillAnew(trx: Records, storeId: number, { codes, facts }: ChangedProducts): Promise<void> {
  if (codes.length === 0) return;
  const rules = await fillingRules(trx, storeId);
  if (rules.length === 0) return;
  const { index, asks } = readyRules(JSON.stringify(rules));
  if (facts && !facts.some((fact) => asks.has(fact))) return;
  const was = await membershipsByRule(trx, storeId, codes);
  const codeOf = new Map(was.map(({ product, code }) => [product, code]));
  const wanted: Membership[] = [];
  for (const { id, code, facts: factsAt } of await listProducts(trx, storeId, { codes })) {
    codeOf.set(id, code);
    for (const rule of rulesMatching(index, factsAt(''))) wanted.push({ collection: rule.id, product: id });
  }
  const [coming, leaving] = [without(wanted, was), without(was, wanted)];
  await removeMemberships(trx, leaving);
  await addMemberships(trx, coming);
  const moved = [...coming, ...leaving];
  const touched = new Set(moved.map(({ collection }) => collection));
  await tell(
    trx,
    storeId,
    rules.flatMap(({ id, code }) => (touched.has(id) ? [code] : [])),
    new Map(moved.map(({ product }) => [product, sure(codeOf.get(product))])),
  );
}

/** Fills a collection by its rule, which is new, from all products of its store. */
export async function fillWhole(trx: Records, { id: storeId }: { readonly id: number }, code: string): Promise<void> {
  const rule = sure((await fillingRules(trx, storeId)).find((one) => one.code === code));
  const { matches } = readyOf(rule);
  const was = await productsIn(trx, rule.id);
  const wanted = new Set<number>();
  for (let after = 0; ;) {
    const batch = await listProducts(trx, storeId, { after, limit: BATCH });
    for (const { id, facts } of batch) if (matches(facts(''))) wanted.add(id);
    if (batch.length < BATCH) break;
    after = sure(batch.at(-1)).id;
  }
  const pairs = (ids: ReadonlySet<number>, others: ReadonlySet<number>): Membership[] =>
    [...ids].flatMap((product) => (others.has(product) ? [] : [{ collection: rule.id, product }]));
  const [coming, leaving] = [pairs(wanted, was), pairs(was, wanted)];
  await removeMemberships(trx, leaving);
  await addMemberships(trx, coming);
  await forgetPlaces(trx, rule.id);
  await tell(
    trx,
    storeId,
    [code],
    await codesOf(
      trx,
      [...coming, ...leaving].map(({ product }) => product),
    ),
  );
  // Those that stay may have had places there.
  touch(trx, storeId, [], was);
}

/** After orders took some of products: an order locks none for it, so it is worked out right after. */
export const fillSold = (db: Database, storeId: number, codes: readonly string[]): Promise<void> =>
  inTransaction(db, async (trx) => {
    await lockFilling(trx, storeId, 'using');
    const rules = await fillingRules(trx, storeId);
    if (!readyRules(JSON.stringify(rules)).asks.has('stock')) return;
    await lockProducts(trx, storeId, codes);
    await fillAnew(trx, storeId, { codes, facts: ['stock'] });
  });

async function tell(
  trx: Records,
  storeId: number,
  collections: readonly string[],
  /** Codes by ids. */
  products: ReadonlyMap<number, string>,
): Promise<void> {
  if (collections.length === 0) return;
  touch(
    trx,
    storeId,
    collections.map((code) => tags.list('collection', code)),
    products.keys(),
  );
  await notePagesDue(trx, storeId, 'product', [...products.values()], 'collection');
}

function without(all: readonly Membership[], others: readonly Membership[]): Membership[] {
  const nameOf = ({ collection, product }: Membership): string => `${collection} ${product}`;
  const known = new Set(others.map(nameOf));
  return all.filter((one) => !known.has(nameOf(one)));
}

interface ReadyFilling extends ReadyRule {
  /** Of its collection. */
  readonly id: number;
}

const readyOf = ({ id, when, currency }: FillingRule): ReadyFilling => ({
  id,
  ...readyRule(readFilling(when), decimalsOf(currency)),
});

/** The rules of a store, and what they ask about. */
const readyRules = remembering(
  (json: string): { readonly index: RuleIndex<ReadyFilling>; readonly asks: ReadonlySet<string> } => {
    // It was made of them.
    const rules = JSON.parse(json) as FillingRule[];
    return {
      index: indexRules(rules.map(readyOf)),
      asks: new Set(rules.flatMap(({ when }) => readFilling(when).conditions.map(({ fact }) => fact))),
    };
  },
);
