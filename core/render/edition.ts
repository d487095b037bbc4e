/** An edition: a store in one of its languages, for shoppers or in a preview. What is the same for all its pages is compiled once. */
import type { StoreInfo } from '../kinds/data.js';
import type { KindSet } from '../kinds/kind.js';
import type { Locale } from '../locale/locale.js';

export interface Edition {
  readonly kinds: KindSet;
  readonly store: StoreInfo;
  readonly locale: Locale;
  /** A preview marks sections so that they can be selected, and shows what is missing. */
  readonly mode: 'live' | 'preview';
}
