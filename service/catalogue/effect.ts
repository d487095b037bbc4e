/** What a change of the catalogue brings about beside its own rows. */
import type { DuePage } from '../records/due-pages.js';

export type CatalogueKind = 'product' | 'collection' | 'brand' | 'review';

/** What became of one thing. */
export interface Outcome {
  readonly kind: CatalogueKind;
  readonly code: string;
  /** `same` where nothing of it differed, so that nothing was written. */
  readonly did: 'created' | 'changed' | 'removed' | 'same';
}

export interface Effect {
  readonly outcomes: readonly Outcome[];
  /** Of the pages that show what has changed. */
  readonly tags: readonly string[];
  /** Ids of the products whose cards may be other ones. */
  readonly cards: readonly number[];
  /** Ids of those that are gone, or that came into a collection, left it, or stand elsewhere in it. */
  readonly moved: readonly number[];
  /** Ids of those whose attributes, options, category or stock are other ones. */
  readonly described: readonly number[];
  /** Codes of the collections that have another rule now. */
  readonly rules: readonly string[];
  /** Pages of which something that rules see has changed. */
  readonly due: readonly Due[];
}

export interface Due {
  readonly kind: CatalogueKind & DuePage['kind'];
  readonly codes: readonly string[];
  /** The only fact that has changed, if it is known. */
  readonly fact: string | null;
}

export const NO_EFFECT: Effect = { outcomes: [], tags: [], cards: [], moved: [], described: [], rules: [], due: [] };

export const together = (effects: readonly Effect[]): Effect => ({
  outcomes: effects.flatMap(({ outcomes }) => outcomes),
  tags: effects.flatMap(({ tags }) => tags),
  cards: effects.flatMap(({ cards }) => cards),
  moved: effects.flatMap(({ moved }) => moved),
  described: effects.flatMap(({ described }) => described),
  rules: effects.flatMap(({ rules }) => rules),
  due: effects.flatMap(({ due }) => due),
});
