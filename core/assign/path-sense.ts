/** Whether the paths of a design can all be reached: patterns for each page kind, and content pages at their own. */
import type { PathsDocument } from '../design/document.js';
import { Problem } from '../problem.js';
import { capitalised } from '../words.js';
import { kindInWords, PAGE_KINDS, type PageKind } from './page.js';
import { leadsTo, matchPath, pathOf, patternsOf, type PathPatterns } from './paths.js';

/** First segments of paths that the service answers itself. */
export const RESERVED_SEGMENTS = [
  'assets',
  'favicon.ico',
  'fonts',
  'page-not-found',
  'pictures',
  'robots.txt',
  'scripts',
  'sitemap.xml',
  'styles',
] as const;

const firstSegment = (path: string): string => path.split('/')[1] ?? '';
const isReserved = (path: string): boolean => (RESERVED_SEGMENTS as readonly string[]).includes(firstSegment(path));

/**
 * Checks the patterns of a design against each other.
 * @throws Problem `bad-path` naming the pattern
 */
export function checkPatterns(paths: PathsDocument | undefined): PathPatterns {
  const patterns = patternsOf(paths);
  const owners = new Map<string, PageKind>();
  for (const [kind, pattern] of Object.entries(patterns) as [Exclude<PageKind, 'not-found'>, string][]) {
    const fail = (sentence: string, remedy: string): never => {
      throw new Problem('bad-path', sentence, { place: `patterns.${kind}`, remedy });
    };
    const name = kindInWords(kind);
    const hasSlug = pattern.includes('{slug}');
    if (PAGE_KINDS[kind].subject !== null && !hasSlug)
      fail(
        `No ${name} page could be reached at ${pattern}, since each needs a path of its own.`,
        'End it with {slug}.',
      );
    if (PAGE_KINDS[kind].subject === null && hasSlug)
      fail(`There is only one ${name} page, so its path must not have {slug}.`, 'Leave {slug} out.');
    if (isReserved(pattern))
      fail(`Paths that begin with /${firstSegment(pattern)} belong to Parlour itself.`, 'Start the path differently.');
    const other = owners.get(pattern);
    if (other !== undefined)
      fail(
        `The ${name} pages and the ${kindInWords(other)} pages would both be at ${pattern}.`,
        'Choose another path.',
      );
    owners.set(pattern, kind);
  }
  return patterns;
}

/** The path of a content page and what it is called. */
export interface ContentPlace {
  readonly code: string;
  readonly title: string;
  readonly slug: string;
}

/** What is at a path that a content page would have; null if it is free. */
export function takenBy(path: string, patterns: PathPatterns, others: Iterable<ContentPlace>): string | null {
  if (isReserved(path)) return 'Parlour itself';
  // An order has its own thank-you page below the path of that kind.
  // Tokens come behind these: of an order, and of a link that signs in.
  for (const kind of ['thank-you', 'sign-in'] as const)
    if (path.startsWith(`${patterns[kind]}/`)) return `the ${kindInWords(kind)} page`;
  const first = matchPath(patterns, path)?.kind;
  if (first && first !== 'content')
    return `${PAGE_KINDS[first].subject === null ? 'the' : 'a'} ${kindInWords(first)} page`;
  for (const other of others) if (pathOf(patterns, 'content', other.slug) === path) return `“${other.title}”`;
  return null;
}

/**
 * Checks that every content page is reached at a path of its own.
 * @param only the codes of those that changed; all if absent
 * @throws Problem `bad-path` naming the page
 */
export function checkContentPaths(
  pages: readonly ContentPlace[],
  patterns: PathPatterns,
  only?: ReadonlySet<string>,
): void {
  const bySlug = new Map<string, ContentPlace[]>();
  for (const page of pages) bySlug.set(page.slug, [...(bySlug.get(page.slug) ?? []), page]);
  for (const page of pages) {
    if (only && !only.has(page.code)) continue;
    const path = pathOf(patterns, 'content', page.slug);
    const others = (bySlug.get(page.slug) ?? []).filter((one) => one.code !== page.code);
    const taken = takenBy(path, patterns, others);
    if (taken !== null)
      throw new Problem('bad-path', `“${page.title}” would be at ${path}, where ${taken} is.`, {
        place: 'slug',
        remedy: 'Choose another path for one of them.',
      });
  }
}

/**
 * Checks a redirect made by hand.
 * @param from the path it begins at
 * @throws Problem `bad-path` if it leads in a circle, or a page is where it begins, which would always be shown instead
 */
export function checkRedirect(from: string, paths: PathsDocument, pages: readonly ContentPlace[]): void {
  const to = paths.redirects?.[from];
  if (to === undefined) return;
  const place = `redirects.${from}`;
  if (leadsTo(paths.redirects, from) === null)
    throw new Problem('bad-path', `${from} would lead to ${to}, and from there back to itself.`, {
      place,
      remedy: 'Let it lead to a page, or remove the redirect that leads back.',
    });
  const patterns = patternsOf(paths);
  const kind = matchPath(patterns, from)?.kind;
  // Which products and collections there are is not known here; those that are there are shown.
  const taken = kind && PAGE_KINDS[kind].subject !== null && kind !== 'content' ? null : takenBy(from, patterns, pages);
  if (taken !== null)
    throw new Problem('bad-path', `A redirect from ${from} would never be used, since ${taken} is there.`, {
      place,
      remedy: 'Begin the redirect at a path that has no page any more.',
    });
}

/**
 * Checks that no page is at a path that begins as those of a further language do: it could not be reached.
 * @param languages BCP 47 tags of the further languages of the store
 * @throws Problem `bad-path` naming the pattern or the page
 */
export function checkPrefixes(
  languages: readonly string[],
  pages: readonly ContentPlace[],
  paths: PathsDocument | undefined,
): void {
  const patterns = patternsOf(paths);
  const refuse = (what: string, path: string, place: string): never => {
    throw new Problem('bad-path', `${what} would be at ${path}, where the store in another language is.`, {
      place,
      remedy: `Choose a path that does not begin with /${firstSegment(path)}.`,
    });
  };
  for (const [kind, pattern] of Object.entries(patterns) as [PageKind, string][])
    if (languages.includes(firstSegment(pattern)))
      refuse(capitalised(`${kindInWords(kind)} pages`), pattern, `patterns.${kind}`);
  for (const { title, slug } of pages) {
    const path = pathOf(patterns, 'content', slug);
    if (languages.includes(firstSegment(path))) refuse(`“${title}”`, path, 'slug');
  }
}
