/** Pages that are at another path from now on: whoever uses the old one is led to the new one. */
import { contentPlaces, takenBy } from '../documents/path-sense.js';
import { pathOf, patternsOf, STANDARD_PATHS, type PathPatterns } from '../documents/paths.js';
import type { DesignState } from '../documents/state.js';
import { keys, type PathsDocument } from '../documents/document.js';
import type { Edit } from './edits/edit.js';
import { keysOf } from '../sure.js';

/** A path and where it leads. */
export interface Redirect {
  readonly from: string;
  readonly to: string;
}

const MOST_TOLD = 5;
/** So many earlier patterns of a kind are remembered; see `document-types.ts`. */
const MOST_FORMER = 20;

/** Such as “/about leads to /our-story now.”; of many, the first ones and how many there are besides. */
export const redirectsInWords = (redirects: readonly Redirect[]): string[] => [
  ...redirects.slice(0, MOST_TOLD).map(({ from, to }) => `${from} leads to ${to} now.`),
  ...(redirects.length > MOST_TOLD ? [`And ${redirects.length - MOST_TOLD} more old paths lead to new ones.`] : []),
];

/** What it takes so that nobody is lost who knows a page by its old path. */
export interface MovedPages {
  /** From each path that shoppers could use. */
  readonly redirects: readonly Redirect[];
  /** The edits of the paths that make them, and remove those from where a page is by now. */
  readonly edits: readonly Edit[];
}

/**
 * The pages that move from one state of a design to the next.
 * @param codes of the content pages that may differ; all of them where the patterns do
 */
export function movedPages(before: DesignState, after: DesignState, codes: Iterable<string>): MovedPages {
  const [was, is] = [before, after].map((state) => state.get(keys.paths));
  const [oldPatterns, newPatterns] = [patternsOf(was), patternsOf(is)];
  const places = contentPlaces(after, (key) => after.get(key));
  const taken = new Set(places.map(({ slug }) => pathOf(newPatterns, 'content', slug)));
  const redirects: Redirect[] = [];
  const idle: string[] = [];
  for (const code of oldPatterns.content === newPatterns.content ? codes : places.map(({ code }) => code)) {
    const [old, page] = [before, after].map((state) => state.get(keys.content(code)));
    if (!page) continue;
    const to = pathOf(newPatterns, 'content', page.slug);
    if (is?.redirects && Object.hasOwn(is.redirects, to)) idle.push(to);
    if (!old || old.visible === 'nobody') continue;
    const from = pathOf(oldPatterns, 'content', old.slug);
    // Paths of the standard pattern lead to those of another one anyway.
    const isLed =
      newPatterns.content !== STANDARD_PATHS.content && from === pathOf(STANDARD_PATHS, 'content', page.slug);
    // A redirect made by hand says better where it leads.
    const isByHand = is?.redirects !== undefined && Object.hasOwn(is.redirects, from);
    const isFree = !isByHand && !taken.has(from) && takenBy(from, newPatterns, []) === null;
    if (from !== to && !isLed && isFree) redirects.push({ from, to });
  }
  const of = (from: string) => ({ type: 'set', document: keys.paths, field: `redirects.${from}` }) as const;
  const former = formerPatterns(oldPatterns, newPatterns, was?.former ?? {}, is);
  return {
    redirects: [...former.redirects, ...redirects],
    edits: [
      ...former.edits,
      ...idle.map((from): Edit => ({ ...of(from), was: is?.redirects?.[from] })),
      ...redirects.map(({ from, to }): Edit => ({ ...of(from), value: to })),
    ],
  };
}

/**
 * Patterns that shoppers have used until now, where there are others from now on, and those before them. The standard ones are known anyway,
 * and each content page has a redirect of its own.
 */
function formerPatterns(
  was: PathPatterns,
  is: PathPatterns,
  wasFormer: NonNullable<PathsDocument['former']>,
  paths: PathsDocument | undefined,
): MovedPages {
  const moved = keysOf(was).filter(
    (kind) => kind !== 'content' && was[kind] !== is[kind] && was[kind] !== STANDARD_PATHS[kind],
  );
  return {
    redirects: moved.map((kind) => ({ from: was[kind], to: is[kind] })),
    edits: moved.map((kind): Edit => {
      const known = paths?.former?.[kind];
      const all = new Set([was[kind], ...(known ?? []), ...(wasFormer[kind] ?? [])]);
      const value = [...all].filter((one) => one !== is[kind]).slice(0, MOST_FORMER);
      return { type: 'set', document: keys.paths, field: `former.${kind}`, value, ...(known && { was: known }) };
    }),
  };
}
