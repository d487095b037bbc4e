/** Storefront paths: patterns with `{slug}`, changeable per store. */
import type { PathsDocument } from './document.js';
import type { PageKind } from '../pages/page.js';
import { sure, entriesOf } from '../sure.js';

/** The path of each page kind, with `{slug}` where a kind has many pages. */
export type PathPatterns = Readonly<Record<Exclude<PageKind, 'not-found'>, string>>;

/** In the order they are tried: what is fixed before what has a slug, and content pages last. */
export const STANDARD_PATHS: PathPatterns = {
  home: '/',
  'all-collections': '/browse',
  cart: '/cart',
  checkout: '/checkout',
  search: '/search',
  'sign-in': '/sign-in',
  account: '/account',
  'thank-you': '/thank-you',
  product: '/item/{slug}',
  collection: '/browse/{slug}',
  brand: '/brand/{slug}',
  content: '/{slug}',
};

/** The patterns of a design: its own over the standard ones. */
export const patternsOf = (paths: PathsDocument | undefined): PathPatterns =>
  paths?.patterns ? { ...STANDARD_PATHS, ...paths.patterns } : STANDARD_PATHS;

/** The path of a page. @param slug the subject's slug; ignored by kinds without subject */
export const pathOf = (patterns: PathPatterns, kind: keyof PathPatterns, slug = ''): string =>
  patterns[kind].replace('{slug}', () =>
    // Those of content pages may have several parts.
    kind === 'content' && slug.includes('/')
      ? slug.split('/').map(encodeURIComponent).join('/')
      : encodeURIComponent(slug),
  );

const PLAIN_PATH = /^[\w/.~-]*$/;
/** What would end a path, or take its parts apart, if it stood there as it is. */
const ESCAPED = /[%/\\?#\s\p{C}]/gu;

/**
 * The one form of a path, however it was escaped: with the letters it means (RFC 3987, 5.3.2), composed (NFC). What
 * is no path stays as it is.
 * @example
 * normalPath('/%C3%BCber-uns'); // /über-uns
 */
export function normalPath(path: string): string {
  if (PLAIN_PATH.test(path)) return path;
  return path
    .split('/')
    .map((part) => safeDecode(part)?.normalize('NFC').replace(ESCAPED, encodeURIComponent) ?? part)
    .join('/');
}

/** Which page kind and slug a path means, or null. */
export function matchPath(patterns: PathPatterns, given: string): { kind: keyof PathPatterns; slug: string } | null {
  const path = normalPath(given);
  for (const [kind, pattern] of entriesOf(patterns)) {
    const slug = slugAt(pattern, path, kind);
    if (slug !== null) return { kind, slug };
  }
  return null;
}

/** What a path meant by an earlier pattern of its kind: the standard one, or one that shoppers have used. */
export function matchFormer(paths: PathsDocument | undefined, given: string): ReturnType<typeof matchPath> {
  if (!paths?.patterns && !paths?.former) return null;
  const path = normalPath(given);
  const now = patternsOf(paths);
  for (const [kind, standard] of entriesOf(STANDARD_PATHS))
    for (const pattern of [standard, ...(paths.former?.[kind] ?? [])]) {
      const slug = pattern === now[kind] ? null : slugAt(pattern, path, kind);
      if (slug !== null) return { kind, slug };
    }
  return null;
}

/** The slug in a path of a pattern, empty where a kind has none; null if the path is of another pattern. */
function slugAt(pattern: string, path: string, kind: keyof PathPatterns): string | null {
  const [start = '', end] = pattern.split('{slug}');
  if (end === undefined) return path === pattern ? '' : null;
  if (!path.startsWith(start) || !path.endsWith(end) || path.length <= start.length + end.length) return null;
  const parts = path
    .slice(start.length, path.length - end.length)
    .split('/')
    .map(safeDecode);
  const isWhole = parts.every((part) => part && !part.includes('/'));
  return isWhole && (parts.length === 1 || kind === 'content') ? parts.join('/') : null;
}

/**
 * Where redirects made by hand lead from a path in the end, however many there are one after the other.
 * @returns a path or a web address; null if none begins there, or if they lead in a circle
 */
export function leadsTo(redirects: PathsDocument['redirects'], path: string): string | null {
  const seen = new Set<string>();
  for (let at = path; ;) {
    const from = normalPath(at);
    if (!redirects || !Object.hasOwn(redirects, from)) return seen.size === 0 ? null : at;
    if (seen.has(from)) return null;
    seen.add(from);
    at = sure(redirects[from]);
  }
}

function safeDecode(text: string): string | null {
  try {
    return decodeURIComponent(text.toWellFormed());
  } catch {
    return null;
  }
}
