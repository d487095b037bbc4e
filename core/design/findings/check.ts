/**
 * What a check is: it looks at documents, as far as they changed, and finds what is wrong. Adding one is adding a file
 * and a line in `checks.ts`. What is worked out of a document is remembered with that document, so that one change costs
 * no more than it touched.
 */
import type { DocumentKey } from '../../documents/document.js';
import type { Draft, DraftDocument, DraftNode } from '../draft.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import type { Finding } from './finding.js';

/** The documents of a design, as far as checks read them. */
export type Design = Pick<Draft, 'get' | 'keys'>;

/** What is looked at of one document. */
export interface Looked {
  readonly key: DocumentKey;
  /** Undefined if it is removed. */
  readonly document: DraftDocument | undefined;
  /** As it was; undefined if it is new. */
  readonly before?: DraftDocument | undefined;
  /** Whether all of it is looked at, and not only what an edit touched. */
  readonly isWhole: boolean;
  /** Paths of the values of the document itself. */
  readonly paths: readonly string[];
  /** Sections and entries. */
  readonly nodes: readonly DraftNode[];
}

/** What documents are looked at in. */
export interface Around {
  /** The design with everything that changes in it. */
  readonly design: Design;
  readonly kinds: KindDescriptions;
}

export interface Check {
  /** @returns what is wrong with what is looked at, or because of it */
  find(looked: readonly Looked[], around: Around): Iterable<Finding>;
}

/** A check of documents one by one; those that are removed have nothing wrong. */
export const eachDocument = (
  find: (looked: Looked & { readonly document: DraftDocument }, around: Around) => Iterable<Finding>,
): Check => ({
  *find(all, around) {
    for (const one of all) if (isThere(one)) yield* find(one, around);
  },
});

const isThere = (one: Looked): one is Looked & { readonly document: DraftDocument } => one.document !== undefined;

/** All of a document. */
export const wholeOf = (key: DocumentKey, document: DraftDocument | undefined): Looked => ({
  key,
  document,
  isWhole: true,
  paths: document ? Object.keys(document.head) : [],
  nodes: document ? Object.values(document.nodes) : [],
});
