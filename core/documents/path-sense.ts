/** Whether the paths of a design can all be reached: patterns for each page kind, and content pages at their own. */
import { codeOf, type DocumentKey, type PathsDocument, type Document, type Values } from './document.js';
import { capitalised } from '../words.js';
import { kindInWords, PAGE_KINDS, type PageKind } from '../pages/page.js';
import { leadsTo, matchPath, pathOf, patternsOf, type PathPatterns } from './paths.js';
import { isOneOf } from '../one-of.js';
import { entriesOf } from '../sure.js';
import { isKeyOf } from './state.js';

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
const isReserved = (path: string): boolean => isOneOf(RESERVED_SEGMENTS, firstSegment(path));

/** A path that is wrong: the value that says it, what is wrong, and what to do. */
export interface PathFault {
  /** `patterns.product`, `redirects./old` or `slug`. */
  readonly field: string;
  readonly sentence: string;
  readonly remedy: string;
}

/** What is wrong with the patterns of a design, each by itself and against each other. */
export function* patternFaults(patterns: PathPatterns): Generator<PathFault> {
  const owners = new Map<string, PageKind>();
  for (const [kind, pattern] of entriesOf(patterns)) {
    const fault = (sentence: string, remedy: string): PathFault => ({ field: `patterns.${kind}`, sentence, remedy });
    const name = kindInWords(kind);
    const hasSlug = pattern.includes('{slug}');
    if (PAGE_KINDS[kind].subject !== null && !hasSlug)
      yield fault(
        `No ${name} page could be reached at ${pattern}, since each needs a path of its own.`,
        'End it with {slug}.',
      );
    if (PAGE_KINDS[kind].subject === null && hasSlug)
      yield fault(`There is only one ${name} page, so its path must not have {slug}.`, 'Leave {slug} out.');
    if (isReserved(pattern))
      yield fault(
        `Paths that begin with /${firstSegment(pattern)} belong to Parlour itself.`,
        'Start the path differently.',
      );
    const other = owners.get(pattern);
    if (other !== undefined)
      yield fault(
        `The ${name} pages and the ${kindInWords(other)} pages would both be at ${pattern}.`,
        'Choose another path.',
      );
    owners.set(pattern, kind);
  }
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

/** The content pages of a state. @param valuesOf the values of a document by its key */
export function contentPlaces(
  state: { keys(): Iterable<DocumentKey> },
  valuesOf: (key: DocumentKey) => Values | Document | undefined,
): ContentPlace[] {
  const found: ContentPlace[] = [];
  for (const key of state.keys()) {
    const values = isKeyOf(key, 'content') ? valuesOf(key) : undefined;
    if (values && 'title' in values && 'slug' in values)
      found.push({ code: codeOf(key), title: String(values.title), slug: String(values.slug) });
  }
  return found;
}

/**
 * The content pages that would not be reached at a path of their own.
 * @param only the codes of those that are looked at; all if absent
 */
export function* takenPaths(
  pages: readonly ContentPlace[],
  patterns: PathPatterns,
  only?: ReadonlySet<string>,
): Generator<PathFault & Pick<ContentPlace, 'code'>> {
  const bySlug = new Map<string, ContentPlace[]>();
  for (const page of pages) bySlug.set(page.slug, [...(bySlug.get(page.slug) ?? []), page]);
  for (const page of pages) {
    if (only && !only.has(page.code)) continue;
    const path = pathOf(patterns, 'content', page.slug);
    const others = (bySlug.get(page.slug) ?? []).filter((one) => one.code !== page.code);
    const taken = takenBy(path, patterns, others);
    if (taken !== null)
      yield {
        code: page.code,
        field: 'slug',
        sentence: `“${page.title}” would be at ${path}, where ${taken} is.`,
        remedy: 'Choose another path for one of them.',
      };
  }
}

/**
 * What is wrong with a redirect made by hand: it leads in a circle, or a page is where it begins, which would always be
 * shown instead.
 * @param from the path it begins at
 */
export function* redirectFaults(
  from: string,
  paths: PathsDocument,
  pages: readonly ContentPlace[],
): Generator<PathFault> {
  const to = paths.redirects?.[from];
  if (to === undefined) return;
  const field = `redirects.${from}`;
  if (leadsTo(paths.redirects, from) === null)
    yield {
      field,
      sentence: `${from} would lead to ${to}, and from there back to itself.`,
      remedy: 'Let it lead to a page, or remove the redirect that leads back.',
    };
  const patterns = patternsOf(paths);
  const kind = matchPath(patterns, from)?.kind;
  // Which products and collections there are is not known here; those that are there are shown.
  const taken = kind && PAGE_KINDS[kind].subject !== null && kind !== 'content' ? null : takenBy(from, patterns, pages);
  if (taken !== null)
    yield {
      field,
      sentence: `A redirect from ${from} would never be used, since ${taken} is there.`,
      remedy: 'Begin the redirect at a path that has no page any more.',
    };
}

/**
 * Paths that begin as those of a further language do, so that their pages could not be reached.
 * @param languages BCP 47 tags of the further languages of the store
 */
export function* languagePaths(
  languages: readonly string[],
  pages: readonly ContentPlace[],
  patterns: PathPatterns,
): Generator<PathFault> {
  const fault = (what: string, path: string, field: string): PathFault => ({
    field,
    sentence: `${what} would be at ${path}, where the store in another language is.`,
    remedy: `Choose a path that does not begin with /${firstSegment(path)}.`,
  });
  for (const [kind, pattern] of entriesOf(patterns))
    if (languages.includes(firstSegment(pattern)))
      yield fault(capitalised(`${kindInWords(kind)} pages`), pattern, `patterns.${kind}`);
  for (const { title, slug } of pages) {
    const path = pathOf(patterns, 'content', slug);
    if (languages.includes(firstSegment(path))) yield fault(`“${title}”`, path, 'slug');
  }
}
