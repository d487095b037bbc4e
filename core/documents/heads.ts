/** The values of heads that the program itself reckons with, each with its type. */
import type { PageCode, PageKind } from '../pages/page.js';
import type { Rule } from '../pages/rule.js';
import type { PlaceAround, Values } from './document.js';

/** By path, as in a draft. */
interface HeadValues {
  /** Of templates and of assignments. */
  readonly pageKind: PageKind;
  /** Of assignments: the codes of templates in their order in lists. */
  readonly order: readonly string[];
  /** Of arrangements. */
  readonly region: PlaceAround;
  /** Of the look. */
  readonly groundwork: string;
  readonly 'target.page': PageCode;
  readonly 'target.pageKind': PageKind;
  readonly 'target.when': Rule | null;
}
/** What a rule of assignments says. */
interface RuleEntry {
  readonly when?: Rule;
  readonly template?: string;
  readonly off?: boolean;
  readonly from?: string;
  readonly until?: string;
}
/** Those that documents of their type always have. */
type Fixed = 'pageKind' | 'region';

/** The values of an entry of the list `rules` of assignments, with their types; see the fields of the type. */
export const ruleEntry = (values: Values): RuleEntry =>
  // Edits let no other values in, and the checks of what goes live no other document.
  values;

/**
 * A value of a head, with its type.
 * @example headValue(template.head, 'pageKind') // 'product'
 */
export const headValue = <P extends keyof HeadValues>(
  head: Values,
  path: P,
): HeadValues[P] | (P extends Fixed ? never : undefined) =>
  // Edits let no other value in, and the checks of what goes live no other document.
  head[path] as HeadValues[P];
