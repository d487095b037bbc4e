/**
 * What a fact is: data about the shopper that may change while a page is open. Adding one is adding a file and a line in
 * `all.ts`.
 */
import type { Own, OwnPart } from './own.js';

/** @typeParam N its name @typeParam P the parts of what is known that it is made of @typeParam V what it holds */
export interface Fact<N extends string, P extends OwnPart, V> {
  readonly name: N;
  readonly from: readonly P[];
  make(own: Pick<Own, P>): V;
  /** Values it can have: every section that shows it is tried with each. */
  readonly samples: readonly V[];
}

/** A fact as a list of them holds it. */
export type AnyFact = Fact<string, OwnPart, unknown>;

/**
 * A fact from its parts; its maker gets nothing but what it says it is made of.
 * @example
 * defineFact({ name: 'cart-count', from: ['cart'], make: ({ cart }): number => …, samples: [0, 3] })
 */
export const defineFact = <const N extends string, const P extends OwnPart, V>(
  fact: Omit<Fact<N, P, V>, 'samples'> & { readonly samples: readonly NoInfer<V>[] },
): Fact<N, P, V> => fact;
