/** The facts there are. A kind names those that it shows; a page has those that its kinds show. */
import { buyer } from './buyer.js';
import { cart, cartCount } from './cart.js';
import { delivery } from './delivery.js';
import type { AnyFact } from './fact.js';
import { order } from './order.js';
import type { Own, OwnPart } from './own.js';
import { payment } from './payment.js';
import { shopper } from './shopper.js';
import { totals } from './totals.js';

export const FACTS = [cart, cartCount, buyer, delivery, payment, totals, order, shopper] as const;

type Listed = (typeof FACTS)[number];
/** Every fact with what it holds. */
export type Facts = { readonly [F in Listed as F['name']]: ReturnType<F['make']> };
export type FactName = keyof Facts;
/** The facts that a page shows. */
export type ShownFacts = Partial<Facts>;

const byName: ReadonlyMap<string, AnyFact> = new Map(FACTS.map((fact) => [fact.name, fact]));

function factNamed(name: string): AnyFact {
  const fact = byName.get(name);
  if (!fact) throw new Error(`There is no fact “${name}”.`);
  return fact;
}

/** What has to be known of a shopper to show these facts. */
export const partsBehind = (names: readonly FactName[]): ReadonlySet<OwnPart> =>
  new Set(names.flatMap((name) => factNamed(name).from));

/** The facts of a shopper. @param names those that are shown; all of them if left out */
export function makeFacts(own: Own): Facts;
export function makeFacts(own: Own, names: readonly FactName[]): ShownFacts;
export function makeFacts(own: Own, names: readonly string[] = [...byName.keys()]): ShownFacts {
  return Object.fromEntries(names.map((name) => [name, factNamed(name).make(own)]));
}
