/** Store pages by path or by code: what is there, and where a path leads that nothing is at (any more). */
import { isVisible } from '@parlour/core/catalogue';
import {
  leadsTo,
  matchFormer,
  matchPath,
  pathOf,
  patternsOf,
  type PathPatterns,
  keys,
  type DesignState,
  type PathsDocument,
  codeOf,
  isKeyOf,
} from '@parlour/core/documents';
import type { UnsavedSubject } from '@parlour/core/commerce';
import type { PageInfo, Subject } from '@parlour/core/kinds';
import { PAGE_KINDS, parsePage, STAND_IN, type PageRef } from '@parlour/core/pages';
import { tokenHash } from '../accounts/passwords.js';
import { findSubject, findSubjectOr, type By, type SubjectKind, type SubjectRows } from '../records/catalogue.js';
import type { Records } from '../records/database.js';
import { isStorablePath } from './paths.js';
import { STAND_INS } from './stand-ins.js';
import { withUnsaved } from './unsaved.js';

/** Where pages are looked for: a store, in one state of a design. */
export interface PageSource {
  readonly db: Records;
  readonly store: { readonly id: number; readonly name: string };
  readonly state: DesignState;
  readonly now: Date;
  /** In a preview there are pages of made-up things too, see `stand-ins.ts`. */
  readonly mode?: 'live' | 'preview';
  /** What a form has not saved yet, laid over what is kept. */
  readonly unsaved?: UnsavedSubject | null;
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

const pathsIn = ({ state }: Pick<PageSource, 'state'>): PathsDocument | undefined => state.get(keys.paths);

/** The patterns of paths in a state of a design. */
export const patternsFor = (source: Pick<PageSource, 'state'>): PathPatterns => patternsOf(pathsIn(source));

/** What is at a path: a page, or the path where its page is by now. */
export type Place =
  { readonly page: OpenPage; readonly elsewhere: null } | { readonly page: null; readonly elsewhere: string };

/** The store page that is at a path, or the not-found page; or where the path leads to by now. Asks once at most. */
export async function placeAt(source: PageSource, path: string): Promise<Place> {
  const order = orderAt(source, path);
  if (order) return { page: { ...singlePage(source, 'thank-you'), path, order }, elsewhere: null };
  const { match, former } = matchesOf(source, path);
  const { page, hasFormer } = await lookUp(source, match, former);
  const isHere = page !== null && page.kind !== 'not-found';
  // It may have been found by a path that it had before.
  const hasMoved = isHere && match !== null && isCatalogueKind(page.kind) && page.path !== pathOfMatch(source, match);
  if (isHere && !hasMoved) return { page, elsewhere: null };
  // A redirect made by hand goes first.
  const byHand = leadsTo(pathsIn(source)?.redirects, path);
  const moved = hasMoved ? page.path : former && hasFormer ? pathOfMatch(source, former) : path;
  const elsewhere = byHand ?? (moved === path ? null : moved);
  return elsewhere === null ? { page: NOT_FOUND, elsewhere } : { page: null, elsewhere };
}

const pathOfMatch = (source: PageSource, { kind, slug }: Match): string => pathOf(patternsFor(source), kind, slug);

/** What a path means, and whether there is what it meant before. Subjects of the catalogue are looked up together. */
async function lookUp(
  source: PageSource,
  match: Match | null,
  former: Match | null,
): Promise<{ page: PageInfo | null; hasFormer: boolean }> {
  if (match && former && isCatalogueKind(match.kind) && isCatalogueKind(former.kind)) {
    const other = { kind: former.kind, slug: former.slug };
    const { subject, hasOther } = await findSubjectOr(source.db, source.store.id, match.kind, match.slug, other);
    return { page: await pageOfRow(source, match.kind, subject, match.slug ?? ''), hasFormer: hasOther };
  }
  const page = match && (await findPage(source, match.kind, 'slug', match.slug));
  if (page || !former) return { page, hasFormer: false };
  return { page, hasFormer: (await findPage(source, former.kind, 'slug', former.slug)) !== null };
}

type Match = NonNullable<ReturnType<typeof matchPath>>;

/** What a path means by the patterns of a design, and what it meant by an earlier one. */
function matchesOf(source: Pick<PageSource, 'state'>, path: string): { match: Match | null; former: Match | null } {
  if (!isStorablePath(path)) return { match: null, former: null };
  return { match: matchPath(patternsFor(source), path), former: matchFormer(pathsIn(source), path) };
}

/** Whether what is at a path must be looked for in the catalogue: then the page takes two statements, else one. */
export function asksCatalogue(source: Pick<PageSource, 'state'>, path: string): boolean {
  const { match, former } = matchesOf(source, path);
  const home = match?.kind === 'home' ? pathsIn(source)?.home : undefined;
  return [match?.kind, former?.kind, home && parsePage(home).kind].some((kind) => kind && isCatalogueKind(kind));
}

const isCatalogueKind = (kind: PageInfo['kind']): kind is SubjectKind =>
  kind === 'product' || kind === 'collection' || kind === 'brand';

/** The order whose thank-you page is at a path, by the hash of its token. */
function orderAt(source: PageSource, path: string): Buffer | null {
  const start = `${patternsFor(source)['thank-you']}/`;
  const token = path.startsWith(start) ? path.slice(start.length) : '';
  return /^[A-Za-z0-9_-]{43}$/.test(token) ? tokenHash(token) : null;
}

/** The page of a subject, or null if there is no such subject. */
export async function findPage(
  source: PageSource,
  kind: PageRef['kind'],
  by: By,
  value: string,
): Promise<PageInfo | null> {
  if (kind === 'not-found') return NOT_FOUND;
  if (kind === 'content') return contentPage(source, by, value);
  if (!isCatalogueKind(kind)) return singlePage(source, kind);
  const subject = await findSubject(source.db, source.store.id, kind, by, value);
  return pageOfRow(source, kind, subject, value);
}

/** The page of a row, if it is there and shown; or one that stands in for it. @param value its slug or its code */
async function pageOfRow<K extends SubjectKind>(
  source: PageSource,
  kind: K,
  row: SubjectRows[K] | undefined,
  value: string,
): Promise<PageInfo | null> {
  const shown = isShown(source, row)
    ? row
    : source.mode === 'preview' && value === STAND_IN
      ? STAND_INS[kind]
      : undefined;
  return shown ? subjectPage(source, kind, await withUnsaved(source, kind, shown)) : null;
}

/** Whether it is there, and shoppers may see it; in a preview everything is seen. */
const isShown = <R extends SubjectRows[SubjectKind]>(source: PageSource, row: R | undefined): row is R =>
  row !== undefined && (source.mode !== 'live' || !('status' in row) || isVisible(row, source.now.toISOString()));

/** A row as what a page is about. */
const SUBJECTS: { readonly [K in SubjectKind]: (row: SubjectRows[K]) => Subject } = {
  product: (product) => ({ product }),
  collection: (collection) => ({ collection }),
  brand: (brand) => ({ brand }),
};

function subjectPage<K extends SubjectKind>(source: PageSource, kind: K, row: SubjectRows[K]): PageInfo {
  return {
    code: `${kind}:${row.code}`,
    kind,
    title: row.title,
    path: pathOf(patternsFor(source), kind, row.slug),
    description: 'summary' in row ? row.summary : row.description,
    subject: SUBJECTS[kind](row),
    query: {},
    listing: null,
  };
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
    if (!isKeyOf(key, 'content')) continue;
    const content = state.get(key);
    if (!content || (by === 'slug' && content.slug !== value)) continue;
    return {
      code: `content:${codeOf(key)}`,
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

/** Whether what is at a path is for shoppers who have signed in. */
export function isForSignedIn(source: Pick<PageSource, 'state'>, path: string): boolean {
  const { match } = matchesOf(source, path);
  const home = match?.kind === 'home' ? parsePage(pathsIn(source)?.home ?? 'home') : null;
  const page =
    match?.kind === 'content'
      ? contentPage(source, 'slug', match.slug)
      : home?.kind === 'content'
        ? contentPage(source, 'code', home.code ?? '')
        : null;
  return page?.subject !== undefined && page.subject !== null && 'content' in page.subject
    ? page.subject.content.visible === 'signed-in'
    : false;
}

/** The path that a page is known by: that of the home page for what that shows. */
export const addressOf = (source: PageSource, { code, path }: Pick<PageInfo, 'code' | 'path'>): string =>
  pathsIn(source)?.home === code ? pathOf(patternsFor(source), 'home') : path;

/** What the home page shows: itself, or another page that the design chose. */
export async function homeOf(source: PageSource, page: OpenPage): Promise<OpenPage> {
  const chosenCode = page.kind === 'home' ? pathsIn(source)?.home : undefined;
  if (!chosenCode) return page;
  const { kind, code } = parsePage(chosenCode);
  const chosen = await findPage(source, kind, 'code', code ?? '');
  return chosen ? { ...chosen, path: page.path } : page;
}
