/** What the storefront and its preview have in common: which store, which state of its design, which mode. */
import type { DesignState, Document, DocumentKey, Edition } from '@parlour/core';
import { hashOf } from '../records/documents.js';
import type { Config } from '../config.js';
import type { Records } from '../records/database.js';
import type { Store } from '../records/stores.js';
import type { LiveStore } from './live-stores.js';

export interface Site {
  readonly db: Records;
  readonly config: Config;
  readonly store: Store;
  readonly state: DesignState;
  /** The store in the language of the page. */
  readonly edition: Edition;
  readonly mode: 'live' | 'preview';
  /** What is live in the store; null in a preview. */
  readonly live: LiveStore | null;
  /** The storefront’s own address, also while previewing. */
  readonly origin: string;
  /** The cart token of the shopper, if there is one, and its hash. */
  readonly cartToken: string | null;
  readonly cart: Buffer | null;
}

const hashes = new WeakMap<Document, string>();

/** The hash of a document of a state. */
export function documentHash(state: DesignState, key: DocumentKey): string {
  const document = state.get(key) as Document | undefined;
  return document ? hashOfDocument(document) : 'none';
}

/** The hash of a document, worked out once for each. */
export function hashOfDocument(document: Document): string {
  let hash = hashes.get(document);
  if (!hash) hashes.set(document, (hash = hashOf(document)));
  return hash;
}
