/** Render: a composition, the page's data and the shopper's facts into one html page. */
import { isOwnPage } from '../pages/page.js';
import { escapeText } from '../fields/prose.js';
import { cardSettingsOf } from '../look/cards-on.js';
import type { Reading } from '../fields/value.js';
import { bindingOf } from '../kinds/binding.js';
import type { PageInfo } from '../kinds/data.js';
import type { ShownFacts } from '../facts/all.js';
import type { FormState } from '../kinds/form-state.js';
import { html, raw, type Markup } from '../kinds/html.js';
import { menuNeeds } from '../kinds/menu.js';
import type { Need, PageData } from '../kinds/needs.js';
import { joinedOffers } from '../kinds/listing.js';
import { narrowingIn, offeredQuery } from '../kinds/narrowing.js';
import { readQuery, type SentQuery } from '../kinds/query.js';
import { isWithin, SectionView, type InstancePath, type Span, type ViewSources } from '../kinds/view.js';
import { filledIn, PAGE_END, type Composition, type Instance, type Piece } from './compose.js';
import { FRAME_END } from './compile.js';
import { descriptionOf } from './description.js';
import { structuredData } from './structured-data.js';

/** Everything that one rendering of a page needs. */
export interface PageRequest {
  readonly composition: Composition;
  readonly page: PageInfo;
  readonly data: PageData;
  /** The sections that failed while the page was asked for. */
  readonly faults?: readonly SectionFault[];
  readonly facts: ShownFacts;
  /** What came of a form that was just sent. */
  readonly form?: FormState | null;
  /** Address the page is known by, for search engines; without query. */
  readonly canonical: string;
  /** The same page in other languages, by their BCP 47 tags. */
  readonly alternates?: readonly { readonly language: string; readonly address: string }[];
  /** Paths of font files that are loaded first. */
  readonly fonts: readonly string[];
  /** Paths of the stylesheets and scripts. */
  readonly styles: readonly string[];
  readonly scripts: readonly string[];
  /** The path of the script for forms, where it is only known once the page is there whether it has one. */
  readonly formsScript?: string | undefined;
  /** The facts it shows with their versions, for whoever asks what has changed; nothing if it shows none. */
  readonly versions?: string;
  /** The instant the page is for, in ISO form; sections with dates go by it. */
  readonly now: string;
}

/** A section that could not be shown. It costs its own place, not the page. */
export interface SectionFault {
  readonly path: InstancePath;
  readonly kind: string;
  readonly error: unknown;
}

export interface RenderedPage {
  readonly html: string;
  /** What stands in its style element, whose hash its policy allows; empty if it has none. */
  readonly style: string;
  /** The next instant at which the page looks different by its dates alone; null if none is known. */
  readonly until: string | null;
  readonly faults: readonly SectionFault[];
}

/** What bound values read on a page. */
export const readingOf = (page: PageInfo): Reading => ({ binding: (name) => bindingOf(page, name) });

/** The sections that are shown at an instant, outer before inner. */
function* shownInstances(pieces: readonly Piece[], now: string): Generator<Instance> {
  for (const piece of pieces) {
    if (typeof piece === 'string' || !isShown(piece, now)) continue;
    yield piece;
    for (const inner of Object.values(piece.inside)) yield* shownInstances(inner, now);
  }
}

/** A page as it was asked for. */
export interface AskedFor {
  readonly page: PageInfo;
  /** Everything that its visible sections ask for. */
  readonly needs: readonly Need[];
  /** Those that could not say what they ask for. */
  readonly faults: readonly SectionFault[];
}

/**
 * A page as it was asked for, and what it takes to show it.
 * @param sent what stands behind `?`; names that no section goes by are left out, since they make no other page
 */
export function askPage(composition: Composition, about: PageInfo, sent: SentQuery, now: string): AskedFor {
  const faults = new Map<InstancePath, SectionFault>();
  /** What a section says of itself; one that fails asks for nothing, and costs its own place. */
  const said = <T>({ compiled: { path }, kind }: Instance, say: () => T): T | null => {
    if (faults.has(path)) return null;
    try {
      return say();
    } catch (error) {
      faults.set(path, { path, kind: kind.name, error });
      return null;
    }
  };
  const shown = [...shownInstances(composition.body, now)];
  const { look, template } = composition.parts;
  const looked = { ...about, cards: cardSettingsOf(look, template.look) };
  const page = pageWithListing(shown, pageNarrowed(shown, looked, readQuery(composition.query, sent), said), said);
  const needs = shown.flatMap((instance) => said(instance, () => instance.compiled.needs(page)) ?? []);
  for (const code of new Set(shown.flatMap(({ compiled }) => compiled.menus))) {
    const menu = composition.parts.menus.get(code);
    if (menu) needs.push(...menuNeeds(menu));
  }
  return { page, needs, faults: [...faults.values()] };
}

/** What an instance asks for; nothing if it cannot say, as it fails again where it is shown. */
export function needsOf({ compiled }: Instance, page: PageInfo): readonly Need[] {
  try {
    return compiled.needs(page);
  } catch {
    return [];
  }
}

/** A page with what was chosen of its listing, as far as its sections offer that; what they do not is not asked for. */
function pageNarrowed(
  shown: readonly Instance[],
  about: PageInfo,
  query: PageInfo['query'],
  said: <T>(instance: Instance, say: () => T) => T | null,
): PageInfo {
  const offering = shown.filter(({ kind }) => kind.offers);
  if (offering.length === 0) return { ...about, query };
  const offers = joinedOffers(
    offering.flatMap((instance) => said(instance, () => instance.compiled.read(about).offers()) ?? []),
  );
  const narrowing = narrowingIn(query, offers);
  return { ...about, narrowing, query: offeredQuery(query, narrowing) };
}

/** A page with its listing: what its first section that is one asks for. */
function pageWithListing(
  shown: readonly Instance[],
  page: PageInfo,
  said: <T>(instance: Instance, say: () => T) => T | null,
): PageInfo {
  for (const instance of shown) {
    const { compiled } = instance;
    const listing = compiled.chunk === 'constant' ? null : said(instance, () => compiled.read(page).listing(page));
    if (listing) return { ...page, listing };
  }
  return page;
}

/** Whether a page of a listing lies beyond its last one. */
export function isBeyond({ listing }: PageInfo, data: PageData): boolean {
  return listing !== null && listing.page > 1 && data.get(listing)?.cards.length === 0;
}

const isShown = ({ compiled: { shown } }: Instance, now: string): boolean => shown !== null && isWithin(shown, now);

/** A page while it is rendered. */
interface Rendering {
  readonly sources: ViewSources;
  readonly now: string;
  readonly isPreview: boolean;
  /** The sections that failed before, by path. */
  readonly failed: ReadonlyMap<InstancePath, SectionFault>;
  readonly faults: SectionFault[];
  /** The custom properties of the sections that were shown so far. */
  style: string;
  /** The earliest date of a section that is still to come; empty if there is none. */
  until: string;
}

const renderingOf = ({ composition, page, data, facts, form = null, now, faults = [] }: PageRequest): Rendering => {
  const { edition, parts } = composition;
  const { store, locale, mode } = edition;
  const rendering: Rendering = {
    sources: {
      mode,
      store,
      locale,
      page,
      data,
      facts,
      form,
      menus: parts.menus,
      now,
      claimed: new Set(),
      noteDates: (span) => noteDates(span, rendering),
    },
    now,
    isPreview: mode === 'preview',
    failed: new Map(faults.map((fault) => [fault.path, fault])),
    faults: [],
    style: '',
    until: '',
  };
  return rendering;
};

/** The page as one string. */
export function renderPage(request: PageRequest): RenderedPage {
  const { composition, page } = request;
  const rendering = renderingOf(request);
  const body = withLost(renderPieces(composition.body, rendering), request);
  const { locale, store } = composition.edition;
  const style = composition.style + rendering.style;
  const description = descriptionOf(page, store, () =>
    body.slice(body.indexOf('<div id="content"'), body.lastIndexOf('</main>')),
  );
  return {
    html: `<!doctype html>
<html lang="${escapeText(locale.language)}"${locale.direction === 'rtl' ? ' dir="rtl"' : ''}>
${head(withFormsScript(request, body), description, style, drawnFrom(body)).text}
${body}
</html>
`,
    style,
    until: rendering.until === '' ? null : rendering.until,
    faults: rendering.faults,
  };
}

/** A form has its script on the page, and what has none is spared it. */
const withFormsScript = (request: PageRequest, body: string): PageRequest =>
  request.formsScript !== undefined && body.includes(' method="post"')
    ? { ...request, scripts: [...request.scripts, request.formsScript] }
    : request;

/** How much of a body, in characters, is waited for before anything is drawn: it fits into the first packets. */
const DRAWN_WHOLE = 64 * 1024;
const ID = ' id="';

/**
 * The html id at which a page that arrives in pieces is drawn for the first time: its end, or of a long page the last
 * one that comes soon. What comes later in a row, or in the middle of something, moves what is there already.
 */
function drawnFrom(body: string): string {
  if (body.length <= DRAWN_WHOLE) return PAGE_END;
  const at = body.lastIndexOf(ID, DRAWN_WHOLE) + ID.length;
  return body.slice(at, body.indexOf('"', at));
}

/** What came of a form whose section is not on the page (any more) is said above everything else. */
function withLost(body: string, { form, composition }: PageRequest): string {
  if (!form || form.refused === '' || form.section === '' || composition.instances.has(form.section)) return body;
  const said = html`<main>
<p class="form-refused" role="alert">${form.refused}</p>
`;
  return body.replace('<main>\n', () => said.text);
}

/** One section of a page alone, with its frame; null if there is no such section that can change. */
export function renderInstance(request: PageRequest, path: InstancePath): RenderedPage | null {
  const instance = request.composition.instances.get(path);
  if (!instance) return null;
  const rendering = renderingOf(request);
  const html = renderPieces([instance], rendering);
  const { style, faults, until } = rendering;
  return { html, style, until: until === '' ? null : until, faults };
}

function renderPieces(pieces: readonly Piece[], page: Rendering): string {
  let out = '';
  for (const piece of pieces) out += typeof piece === 'string' ? piece : renderOne(piece, page);
  return out;
}

function renderOne(instance: Instance, page: Rendering): string {
  const { compiled, inside } = instance;
  if (compiled.shown) noteDates(compiled.shown, page);
  if (!isShown(instance, page.now)) return '';
  const markup = compiled.constant ?? viewed(instance, page);
  if (compiled.constant) page.style += compiled.rule(page.sources.page);
  const inner = markup.marks.length === 0 ? markup.text : renderPieces(filledIn(markup, inside), page);
  if (inner !== '' || page.isPreview) return `${compiled.open}${inner}${FRAME_END}`;
  // What shows facts, or follows the listing, may come and go while the page is open, and then needs its place.
  return instance.kind.shows?.length || instance.kind.ofListing
    ? `${compiled.open.replace('<div ', '<div hidden ')}${FRAME_END}`
    : '';
}

function noteDates({ from, until }: Span, page: Rendering): void {
  for (const date of [from, until]) if (date > page.now && (page.until === '' || date < page.until)) page.until = date;
}

function viewed({ compiled, kind }: Instance, page: Rendering): Markup {
  const { path, held } = compiled;
  try {
    const before = page.failed.get(path);
    if (before) throw before.error;
    const read = compiled.read(page.sources.page);
    const markup = read.view(new SectionView(page.sources, { path, kind, held, values: read.values }));
    page.style += compiled.rule(page.sources.page);
    return markup;
  } catch (error) {
    page.faults.push({ path, kind: kind.name, error });
    return page.isPreview ? failed(kind.title, error) : raw('');
  }
}

/** What a preview says aloud of a section that fails; shoppers see the rest of the page. */
const failed = (title: string, error: unknown): Markup =>
  html`<div class="missing-kind" role="note"><strong>“${title}” could not be shown.</strong> ${error instanceof Error ? error.message : String(error)}</div>`;

function head(
  { composition, page, canonical, fonts, styles, scripts, versions = '', alternates = [] }: PageRequest,
  description: string,
  style: string,
  drawn: string,
): Markup {
  const { store, mode } = composition.edition;
  const title = page.kind === 'home' ? store.name : `${page.title} · ${store.name}`;
  const isOwn = mode === 'preview' || isOwnPage(page.kind);
  // Of results there is one page for whatever is typed, and none of them is worth finding.
  const isHidden = isOwn || page.kind === 'search' || (page.narrowing?.filters.length ?? 0) > 0;
  const isKnown = !isOwn && page.kind !== 'not-found';
  const data = structuredData(page, store, canonical);
  return html`<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title}</title>
<meta name="description" content="${description}">
${isHidden && html`<meta name="robots" content="noindex">`}${isKnown && html`<link rel="canonical" href="${canonical}">`}
${alternates.map(
  ({ language, address }) => html`<link rel="alternate" hreflang="${language}" href="${address}">
`,
)}${
    versions !== '' &&
    html`<meta name="facts" content="${versions}">
`
  }${fonts.map(
    (path) => html`<link rel="preload" href="${path}" as="font" type="font/woff2" crossorigin>
`,
  )}${styles.map(
    (path) => html`<link rel="stylesheet" href="${path}">
`,
  )}${
    style !== '' &&
    html`<style>${raw(style)}</style>
`
  }${
    // Browsers that do not know it draw at once (HTML, link type “expect”).
    html`<link rel="expect" href="#${drawn}" blocking="render">
`
  }${scripts.map(
    (path) => html`<script type="module" src="${path}"></script>
`,
  )}${
    data &&
    html`<script type="application/ld+json">${raw(data)}</script>
`
  }</head>`;
}
