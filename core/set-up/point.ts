/** What a point of the set-up list is: open or done by facts; nobody ticks it off. */
import type { PageCode } from '../pages/page.js';
import type { DesignState } from '../documents/state.js';
import type { StoreDetails } from '../commerce/store-details.js';
import type { Finding } from '../design/findings/finding.js';

/** What is known of the store besides the draft of its design. */
export interface SetUpFacts {
  readonly storeName: string;
  /** Those that are in no other. */
  readonly collections: readonly { readonly code: string; readonly title: string }[];
  /** ISO 3166-1 code of the home country. */
  readonly country: string;
  /** The countries that some delivery method goes to. */
  readonly delivered: readonly string[];
  /** How many there are, at most `MOST_COUNTED`. */
  readonly products: number;
  /** Whether somebody has published the design, apart from how it came. */
  readonly published: boolean;
  readonly unpublished: number;
  /** What the store says about itself. */
  readonly details: StoreDetails;
  /** What the inspection finds in the draft. */
  readonly findings: readonly Pick<Finding, 'severity' | 'sentence'>[];
}

/** Nobody needs to know more exactly. */
export const MOST_COUNTED = 1000;

/** Where a point is worked on. */
export type SetUpPlace =
  'catalogue' | 'store' | 'header' | 'pages' | 'content' | 'home' | 'menus' | 'delivery' | 'findings' | 'publish';

/** Something that is still open. */
export interface OpenFinding {
  readonly sentence: string;
  /** The pages to look at, where it is about some. */
  readonly pages?: readonly PageCode[];
}

export interface SetUpPoint {
  readonly code: string;
  readonly title: string;
  readonly place: SetUpPlace;
  /** What is still open of it; nothing once it is done. */
  find(state: DesignState, facts: SetUpFacts): Iterable<OpenFinding>;
  /** What is so once it is done. */
  done(state: DesignState, facts: SetUpFacts): string;
}
