/** Store pages by path or by code: what is there, and where a path leads that nothing is at (any more). */
import {
  keys,
  matchPath,
  PAGE_KINDS,
  parsePage,
  pathOf,
  patternsOf,
  STANDARD_PATHS,
  type ContentDocument,
  type DesignState,
  type PageInfo,
  type PageRef,
  type PathPatterns,
  type PathsDocument,
  type Subject,
} from '@parlour/core';
import { tokenHash } from '../accounts/passwords.js';
import { findBrand, findCollection, findProduct, type By } from '../records/catalogue.js';
import type { Records } from '../records/database.js';
import { isStorablePath } from './paths.js';

/** Where pages are looked for: a store, in one state of a design. */
export interface PageSource {
  readonly db: Records;
  readonly store: { readonly id: number; readonly name: string };
  readonly state: DesignState;
}

/** A page that is asked for. */
export interface OpenPage extends PageInfo {
  /** For a thank-you page: the hash of the token of its order. */
  readonly order?: Buffer;
}

export const NOT_FOUND: PageInfo = {
  code: 'not-found',
  kind: 'not-found',
  title: PAGE_KINDS['not-found'].name,
  path: '',
  description: '',
  subject: null,
  query: {},
  listing: null,
};

const pathsIn = ({ state }: Pick<PageSource, 'state'>): PathsDocument | undefined =>
  state.get(keys.paths) as PathsDocument | undefined;

/** The patterns of paths in a state of a design. */
export const patternsFor = (source: Pick<PageSource, 'state'>): PathPatterns => patternsOf(pathsIn(source));

/** The store page that is at a path, or the not-found page. */
export async function pageAt(source: PageSource, path: string): Promise<OpenPage> {
  const order = orderAt(source, path);
  if (order) return { ...singlePage(source, 'thank-you'), path, order };
  const match = isStorablePath(path) ? matchPath(patternsFor(source), path) : null;
  return (match && (await findPage(source, match.kind, 'slug', match.slug))) ?? NOT_FOUND;
}

/** Whether what is at a path must be looked for in the catalogue: then the page takes two statements, else one. */
export function asksCatalogue(source: Pick<PageSource, 'state'>, path: string): boolean {
  const match = isStorablePath(path) ? matchPath(patternsFor(source), path) : null;
  return match !== null && match.kind !== 'content' && PAGE_KINDS[match.kind].subject !== null;
}

/** The order whose thank-you page is at a path, by the hash of its token. */
function orderAt(source: PageSource, path: string): Buffer | null {
  const start = `${patternsFor(source)['thank-you']}/`;
  const token = path.startsWith(start) ? path.slice(start.length) : '';
  return /^[A-Za-z0-9_-]{43}$/.test(token) ? tokenHash(token) : null;
}

/** Where a path leads by a redirect made by hand, or because the design's pattern for it has changed; null if nowhere. */
export async function redirectFor(source: PageSource, path: string): Promise<string | null> {
  const paths = pathsIn(source);
  const byHand = paths?.redirects && Object.hasOwn(paths.redirects, path) ? paths.redirects[path] : undefined;
  if (byHand !== undefined) return byHand;
  if (!paths?.patterns || !isStorablePath(path)) return null;
  const match = matchPath(STANDARD_PATHS, path);
  const page = match && paths.patterns[match.kind] ? await findPage(source, match.kind, 'slug', match.slug) : null;
  return page && page.path !== path ? page.path : null;
}

/** The page of a subject, or null if there is no such subject. */
export async function findPage(
  source: PageSource,
  kind: PageRef['kind'],
  by: By,
  value: string,
): Promise<PageInfo | null> {
  if (kind === 'not-found') return NOT_FOUND;
  if (PAGE_KINDS[kind].subject === null) return singlePage(source, kind);
  if (kind === 'content') return contentPage(source, by, value);
  const found = await subjectOf(source, kind, by, value);
  if (!found) return null;
  const { code, slug, title, description, subject } = found;
  const path = pathOf(patternsFor(source), kind, slug);
  return { code: `${kind}:${code}`, kind, title, path, description, subject, query: {}, listing: null };
}

interface FoundSubject {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly subject: Subject;
}

async function subjectOf(
  { db, store }: PageSource,
  kind: PageRef['kind'],
  by: By,
  value: string,
): Promise<FoundSubject | null> {
  switch (kind) {
    case 'product': {
      const product = await findProduct(db, store.id, by, value);
      return product ? { ...product, description: product.summary, subject: { product } } : null;
    }
    case 'collection': {
      const collection = await findCollection(db, store.id, by, value);
      return collection ? { ...collection, subject: { collection } } : null;
    }
    case 'brand': {
      const brand = await findBrand(db, store.id, by, value);
      return brand ? { ...brand, subject: { brand } } : null;
    }
    default:
      return null;
  }
}

const singlePage = (source: PageSource, kind: Exclude<PageRef['kind'], 'not-found'>): PageInfo => ({
  code: kind,
  kind,
  title: kind === 'home' ? source.store.name : PAGE_KINDS[kind].name,
  path: pathOf(patternsFor(source), kind),
  description: '',
  subject: null,
  query: {},
  listing: null,
});

function contentPage(source: Pick<PageSource, 'state'>, by: By, value: string): PageInfo | null {
  const { state } = source;
  for (const key of by === 'code' ? [keys.content(value)] : state.keys()) {
    if (!key.startsWith('content/')) continue;
    const content = state.get(key) as ContentDocument | undefined;
    if (!content || (by === 'slug' && content.slug !== value)) continue;
    return {
      code: `content:${key.slice('content/'.length)}`,
      kind: 'content',
      title: content.title,
      path: pathOf(patternsFor(source), 'content', content.slug),
      description: content.description ?? '',
      subject: { content },
      query: {},
      listing: null,
    };
  }
  return null;
}

/** What the home page shows: itself, or another page that the design chose. */
export async function homeOf(source: PageSource, page: OpenPage): Promise<OpenPage> {
  const chosenCode = page.kind === 'home' ? pathsIn(source)?.home : undefined;
  if (!chosenCode) return page;
  const { kind, code } = parsePage(chosenCode);
  const chosen = await findPage(source, kind, 'code', code ?? '');
  return chosen ? { ...chosen, path: page.path } : page;
}
