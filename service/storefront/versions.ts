/** By which hashes documents and facts are known: to stylesheets, to open pages, and to pages that are filled in. */
import { createHash } from 'node:crypto';
import { canonicalJson } from '@parlour/core';
import type { DesignState, Document, DocumentKey } from '@parlour/core/documents';
import { CART_COUNT, type FactName, type ShownFacts } from '@parlour/core/facts';
import { PageData } from '@parlour/core/kinds';
import { needsOf, renderInstance, type AssembledPage, type Composition, type PageRequest } from '@parlour/core/render';
import { hashOf } from '../records/documents.js';

const hashes = new WeakMap<Document, string>();

/** The hash of a document of a state. */
export function documentHash(state: DesignState, key: DocumentKey): string {
  const document = state.get(key);
  return document ? hashOfDocument(document) : 'none';
}

/** The hash of a document, worked out once for each. */
export function hashOfDocument(document: Document): string {
  let hash = hashes.get(document);
  if (!hash) hashes.set(document, (hash = hashOf(document)));
  return hash;
}

// The documents of a page are the same object for all pages that have them, in one state of a design.
const madeOf = new WeakMap<AssembledPage, string>();

/** What the page itself is made of, among the versions of its facts. */
export const PAGE = 'page';

/** `page=… cart=… totals=…`: by these an open page tells what it has seen. */
export function versionsOf(state: DesignState, { parts, shows, edition }: Composition, facts: ShownFacts): string {
  let made = madeOf.get(parts);
  if (made === undefined)
    madeOf.set(
      parts,
      (made = hashText(
        canonicalJson([edition.kinds.hash, ...[...parts.documents].sort().map((key) => documentHash(state, key))]),
      )),
    );
  const versions = shows.map((name: FactName) => `${name}=${hashText(canonicalJson(facts[name]))}`);
  return [`${PAGE}=${made}`, ...versions].join(' ');
}

const hashText = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 12);

export const readVersions = (text: string): Map<string, string> =>
  // There is a “=” in it.
  new Map(text.split(' ').flatMap((one) => (one.includes('=') ? [one.split('=', 2) as [string, string]] : [])));

/** What to put into a page that shows how much is in the cart, and nothing else of a shopper; null for other pages. */
export function fillerOf(state: DesignState, request: PageRequest, html: string): ((count: number) => string) | null {
  const { composition, page, now, facts, versions = '' } = request;
  if (composition.shows.join() !== CART_COUNT) return null;
  const shown = [...composition.instances.values()].filter(({ kind }) => kind.shows?.length);
  const holes = shown.map(({ compiled: { path } }) => [path, renderInstance(request, path)?.html ?? ''] as const);
  // Of the data only what the holes need is worth keeping.
  const data = new PageData();
  for (const need of shown.flatMap((instance) => needsOf(instance, page))) data.copy(need, request.data);
  const lean: PageRequest = { composition, page, data, facts, now, canonical: '', fonts: [], styles: [], scripts: [] };
  return (count) => {
    const own = { ...facts, [CART_COUNT]: count };
    const filled = { ...lean, facts: own };
    let out = html.replace(versions, () => versionsOf(state, composition, own));
    for (const [path, empty] of holes) out = out.replace(empty, () => renderInstance(filled, path)?.html ?? '');
    return out;
  };
}
