/** Render: compiled documents, the page's data and the shopper's facts into one html page. */
import type { Layout, MenuDocument, Region, TemplateDocument } from '../design/document.js';
import { fitsInWords, type SectionKind } from '../kinds/kind.js';
import { escapeText } from '../fields/prose.js';
import type { Reading } from '../fields/value.js';
import { bindingOf } from '../kinds/binding.js';
import { descriptionOf } from './description.js';
import type { CompiledDocument, CompiledSection } from './compile.js';
import type { Facts, PageData, PageInfo, StoreInfo } from '../kinds/data.js';
import { html, NOTHING, raw, type Child, type Markup } from '../kinds/html.js';
import { structuredData } from './structured-data.js';
import { viewOf, type ViewSources } from '../kinds/view.js';

/** The compiled documents of a page. */
export interface PageParts {
  readonly template: CompiledDocument;
  /** What stands in each region: its arrangement, then additions. */
  readonly regions: ReadonlyMap<Region, readonly CompiledDocument[]>;
  /** What additions put into spots, by name. */
  readonly spots: ReadonlyMap<string, readonly CompiledDocument[]>;
  /** Shared sections by code. */
  readonly shared: ReadonlyMap<string, CompiledDocument>;
  readonly menus: ReadonlyMap<string, MenuDocument>;
}

/** Everything that one rendering of a page needs. */
export interface PageRequest extends PageParts {
  readonly store: StoreInfo;
  readonly page: PageInfo;
  readonly data: PageData;
  readonly facts: Facts;
  /** Address the page is known by, for search engines; without query. */
  readonly canonical: string;
  /** Paths of font files that are loaded first. */
  readonly fonts: readonly string[];
  /** Paths of the stylesheets and scripts. */
  readonly styles: readonly string[];
  readonly scripts: readonly string[];
  /** The instant the page is for, in ISO form; sections with dates go by it. */
  readonly now: string;
  /** BCP 47 tag of the page's language, where it is not the store's leading one. */
  readonly language?: string;
  /** Preview marks sections so that they can be selected, and shows what is missing. */
  readonly mode: 'live' | 'preview';
}

const REGION_TAGS: Record<Region, string> = {
  // A landmark, as every part of a page must be in one.
  'top-line': 'aside',
  header: 'header',
  above: 'div',
  below: 'div',
  footer: 'footer',
};

/** The kinds a page uses, sorted: the key of its stylesheet. */
export const kindsOn = ({ template, regions, spots, shared }: PageParts): string[] => {
  const parts = [template, ...[...regions.values()].flat(), ...[...spots.values()].flat(), ...shared.values()];
  return [...new Set(parts.flatMap((part) => [...part.kinds]))].sort();
};

/** The page as one string. @throws Error if a section reads what its kind did not declare */
export function renderPage(request: PageRequest): string {
  const { store, page, template } = request;
  const layout = (template.document as TemplateDocument).layout;
  const rendering: Rendering = { request, around: [], room: { sections: MOST_SECTIONS } };
  const region = (name: Region): string => renderRegion(name, rendering);
  const above = `${region('top-line')}${region('header')}`;
  const lead = region('above');
  const content = renderAreas(template, layout, rendering);
  return `<!doctype html>
<html lang="${escapeText(store.locale)}">
${head(request, descriptionOf(page, store, content)).text}
<body class="page-${page.kind}">
<a class="skip" href="#content">Skip to the content</a>
${above}<main>
${lead}<div id="content" class="content content-${layout.width}${layout.boxed ? ' content-boxed' : ''}">${content}</div>
${region('below')}</main>
${region('footer')}</body>
</html>
`;
}

function head({ store, page, canonical, fonts, styles, scripts, mode }: PageRequest, description: string): Markup {
  const title = page.kind === 'home' ? store.name : `${page.title} · ${store.name}`;
  const data = structuredData(page, store, canonical);
  return html`<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title}</title>
<meta name="description" content="${description}">
${mode === 'preview' ? html`<meta name="robots" content="noindex">` : page.kind !== 'not-found' && html`<link rel="canonical" href="${canonical}">`}
${fonts.map(
  (path) => html`<link rel="preload" href="${path}" as="font" type="font/woff2" crossorigin>
`,
)}${styles.map(
    (path) => html`<link rel="stylesheet" href="${path}">
`,
  )}${scripts.map(
    (path) => html`<script type="module" src="${path}"></script>
`,
  )}${
    data &&
    html`<script type="application/ld+json">${raw(data)}</script>
`
  }</head>`;
}

/** How many sections one page may show, and how deep what they show of others may lie. */
const MOST_SECTIONS = 4_000;
const DEEPEST = 12;

/** A page while it is rendered. */
interface Rendering {
  readonly request: PageRequest;
  /** The region that is rendered; undefined inside the template. */
  readonly region?: Region;
  /** The shared sections and spots around what is rendered, so that none is shown in itself. */
  readonly around: readonly string[];
  /** What is left of the sections a page may show; one for the whole page. */
  readonly room: { sections: number };
}

/** The areas of a template; the side area only where the layout has one, and the areas of a checkout beside each other. */
function renderAreas({ areas }: CompiledDocument, { side = 'none' }: Layout, page: Rendering): string {
  const names = Object.keys(areas).filter((name) => name !== 'side' || side !== 'none');
  if (names.length < 2) return renderSections(areas['main'] ?? [], page);
  const area = (name: string): string =>
    `<div class="area area-${name}">${renderSections(areas[name] ?? [], page)}</div>`;
  return `<div class="areas areas-${names.includes('beside') ? 'two' : side}">${names.map(area).join('')}</div>`;
}

function renderRegion(region: Region, page: Rendering): string {
  const sections = (page.request.regions.get(region) ?? []).flatMap((part) => part.areas['main'] ?? []);
  if (sections.length === 0) return '';
  const tag = REGION_TAGS[region];
  return `<${tag} class="around around-${region}">${renderSections(sections, { ...page, region })}</${tag}>\n`;
}

function renderSections(sections: readonly CompiledSection[], page: Rendering): string {
  let out = '';
  for (const section of sections) out += renderSection(section, page);
  return out;
}

function renderSection(compiled: CompiledSection, page: Rendering): string {
  const { section, kind, frame, shown } = compiled;
  const { now, mode } = page.request;
  if (!shown || (shown.from !== '' && now < shown.from) || (shown.until !== '' && now >= shown.until)) return '';
  if (page.room.sections-- <= 0) return '';
  const marks = mode === 'preview' ? ` data-section="${escapeText(section.id)}"` : '';
  const inner = kind ? innerOf(kind, compiled, page) : missing(section.kind, mode).text;
  return inner === '' && mode === 'live'
    ? ''
    : `<div class="${frame}" id="s-${escapeText(section.id)}"${marks}><div class="frame-in">${inner}</div></div>`;
}

/** A shared section or an addition may come to where its kind is not made for. */
function innerOf(kind: SectionKind, compiled: CompiledSection, page: Rendering): string {
  if (!isInPlace(kind, page)) return misplaced(kind, page.request.mode).text;
  return compiled.constant ?? viewSection(kind, compiled, page);
}

function viewSection(kind: SectionKind, compiled: CompiledSection, page: Rendering): string {
  const { section, slots, filling, varies } = compiled;
  const { request } = page;
  const values = varies ? varies.values(readingOf(request)) : compiled.values;
  const inside = {
    slot: (name: string) => raw(renderSections(slots[name] ?? [], page)),
    filling: () => raw(fill(filling, page)),
  };
  return kind.view(values as never, viewOf(request satisfies ViewSources, kind, section.id, inside)).text;
}

/** A kind fits by the page it is on, or by the region it is in. */
const isInPlace = ({ fits }: SectionKind, { request, region }: Rendering): boolean =>
  !fits || fits.pages.includes(request.page.kind) || (region !== undefined && fits.regions.includes(region));

/** What bound values read on a page. */
export const readingOf = ({ page, language }: Pick<PageRequest, 'page' | 'language'>): Reading => ({
  binding: (name) => bindingOf(page, name),
  ...(language === undefined ? {} : { language }),
});

function fill(filling: CompiledSection['filling'], page: Rendering): string {
  if (!filling) return '';
  const { request, around } = page;
  const what = 'shared' in filling ? `shared ${filling.shared}` : `spot ${filling.spot}`;
  // Edits and publishing refuse what shows itself; whatever comes otherwise costs its own place, not the page.
  if (around.includes(what) || around.length >= DEEPEST) return '';
  const inside = { ...page, around: [...around, what] };
  const parts = 'shared' in filling ? [request.shared.get(filling.shared)] : (request.spots.get(filling.spot) ?? []);
  return parts.map((part) => renderSections(part?.areas['main'] ?? [], inside)).join('');
}

/** A kind that is missing is said aloud in the preview; shoppers see the rest of the page. */
const missing = (kind: string, mode: PageRequest['mode']): Child & Markup =>
  mode === 'live'
    ? NOTHING
    : html`<div class="missing-kind" role="note"><strong>There is no section kind “${kind}”.</strong> Remove this section, or restore the kind; until then the design cannot be published.</div>`;

const misplaced = (kind: SectionKind, mode: PageRequest['mode']): Child & Markup =>
  mode === 'live'
    ? NOTHING
    : html`<div class="missing-kind" role="note"><strong>“${kind.title}” does not fit this page.</strong> It is made for ${fitsInWords(kind)}.</div>`;
