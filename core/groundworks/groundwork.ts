/** A groundwork: what a design starts from, and the rules its look is drawn by. */
import type { Region, Section, Values } from '../documents/document.js';

/**
 * A groundwork is data: nothing else knows one by name. A new one is a file, and a line in `shipped.ts`.
 * @example
 * export const FOOLSCAP: Groundwork = { code: 'foolscap', name: 'Foolscap', … };
 */
export interface Groundwork {
  readonly code: string;
  readonly name: string;
  /** What it is like, for those who choose. */
  readonly sentence: string;
  /** Its rules, behind those that all have; they use the custom properties that the look sets. */
  readonly css: string;
  /** Settings of the look that are other by default than the fields say. */
  readonly defaults: Values;
  /** What the regions of a new design hold, and the tone of those that are not plain. */
  readonly around: Readonly<Partial<Record<Region, { readonly tone?: string; readonly sections: readonly Section[] }>>>;
  /** The starters its standard templates are made from, where they are not the first of their kind. */
  readonly starters: readonly string[];
}
