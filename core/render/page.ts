/** Render: compiled documents, the page's data and the visitor's facts into one html page. */
import type { Layout, MenuDocument, Region, TemplateDocument } from '../design/document.js';
import type { SectionKind } from '../sections/kind.js';
import { escapeText } from '../fields/prose.js';
import type { Reading } from '../fields/value.js';
import { bindingOf } from './binding.js';
import type { CompiledDocument, CompiledSection } from './compile.js';
import type { Facts, PageData, PageInfo, StoreInfo } from './data.js';
import { html, NOTHING, raw, type Child, type Markup } from './html.js';
import { structuredData } from './structured-data.js';
import { viewOf, type ViewSources } from './view.js';

export interface PageParts {
  readonly template: CompiledDocument;
  /** What stands in each region: its arrangement, then additions. */
  readonly regions: ReadonlyMap<Region, readonly CompiledDocument[]>;
  /** What additions put into niches, by name. */
  readonly niches: ReadonlyMap<string, readonly CompiledDocument[]>;
  /** Shared sections by code. */
  readonly shared: ReadonlyMap<string, CompiledDocument>;
  readonly menus: ReadonlyMap<string, MenuDocument>;
}

export interface PageRequest extends PageParts {
  readonly store: StoreInfo;
  readonly page: PageInfo;
  readonly data: PageData;
  readonly facts: Facts;
  /** Address the page is known by, for search engines; without query. */
  readonly canonical: string;
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
  'top-line': 'div',
  header: 'header',
  above: 'div',
  below: 'div',
  footer: 'footer',
};

/** The kinds a page uses, sorted: the key of its stylesheet. */
export const kindsOn = ({ template, regions, niches, shared }: PageParts): string[] => {
  const parts = [template, ...[...regions.values()].flat(), ...[...niches.values()].flat(), ...shared.values()];
  return [...new Set(parts.flatMap((part) => [...part.kinds]))].sort();
};

/** The page as one string. @throws Error if a section reads what its kind did not declare */
export function renderPage(request: PageRequest): string {
  const { store, page, template } = request;
  const layout = (template.document as TemplateDocument).layout;
  const region = (name: Region): string => renderRegion(name, request);
  return `<!doctype html>
<html lang="${escapeText(store.locale)}">
${head(request).text}
<body class="page-${page.kind}">
<a class="skip" href="#content">Skip to the content</a>
${region('top-line')}${region('header')}${region('above')}<main id="content" class="content content-${layout.width}${layout.boxed ? ' content-boxed' : ''}">${renderAreas(template, layout, request)}</main>
${region('below')}${region('footer')}</body>
</html>
`;
}

function head({ store, page, canonical, styles, scripts, mode }: PageRequest): Markup {
  const title = page.kind === 'home' ? store.name : `${page.title} · ${store.name}`;
  const data = structuredData(page, store, canonical);
  return html`<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title}</title>
${
  page.description !== '' &&
  html`<meta name="description" content="${page.description}">
`
}${mode === 'preview' ? html`<meta name="robots" content="noindex">` : page.kind !== 'not-found' && html`<link rel="canonical" href="${canonical}">`}
${styles.map(
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

/** The areas of a template; the side area only where the layout has one, and the areas of a checkout beside each other. */
function renderAreas({ areas }: CompiledDocument, { side = 'none' }: Layout, request: PageRequest): string {
  const names = Object.keys(areas).filter((name) => name !== 'side' || side !== 'none');
  const [first = 'main', second] = names;
  if (second === undefined) return renderSections(areas[first] ?? [], request);
  const area = (name: string): string =>
    `<div class="area area-${name}">${renderSections(areas[name] ?? [], request)}</div>`;
  return `<div class="areas areas-${first === 'main' ? side : 'two'}">${names.map(area).join('')}</div>`;
}

function renderRegion(name: Region, request: PageRequest): string {
  const sections = (request.regions.get(name) ?? []).flatMap((part) => part.areas['main'] ?? []);
  if (sections.length === 0) return '';
  const tag = REGION_TAGS[name];
  return `<${tag} class="region region-${name}">${renderSections(sections, request)}</${tag}>\n`;
}

function renderSections(sections: readonly CompiledSection[], request: PageRequest): string {
  let out = '';
  for (const section of sections) out += renderSection(section, request);
  return out;
}

function renderSection(compiled: CompiledSection, request: PageRequest): string {
  const { section, kind, casing, shown } = compiled;
  if (!shown || (shown.from !== '' && request.now < shown.from) || (shown.until !== '' && request.now >= shown.until))
    return '';
  const marks = request.mode === 'preview' ? ` data-section="${escapeText(section.id)}"` : '';
  const inner = kind
    ? (compiled.constant ?? viewSection(kind, compiled, request))
    : missing(section.kind, request.mode).text;
  return inner === '' && request.mode === 'live'
    ? ''
    : `<div class="${casing}" id="s-${escapeText(section.id)}"${marks}><div class="case-in">${inner}</div></div>`;
}

function viewSection(kind: SectionKind, compiled: CompiledSection, request: PageRequest): string {
  const { section, slots, filling, varies } = compiled;
  // A shared section or an addition may come to pages its kind is not made for.
  if (kind.onlyOn && !kind.onlyOn.pages.includes(request.page.kind)) return misplaced(kind, request.mode).text;
  const values = varies ? varies(readingOf(request)) : compiled.values;
  const inside = {
    slot: (name: string) => raw(renderSections(slots[name] ?? [], request)),
    filling: () => raw(fill(filling, request)),
  };
  return kind.view(values as never, viewOf(request satisfies ViewSources, kind, section.id, inside)).text;
}

const readingOf = ({ page, language }: PageRequest): Reading => ({
  binding: (name) => bindingOf(page, name),
  ...(language === undefined ? {} : { language }),
});

function fill(filling: CompiledSection['filling'], request: PageRequest): string {
  if (!filling) return '';
  const parts = 'shared' in filling ? [request.shared.get(filling.shared)] : (request.niches.get(filling.niche) ?? []);
  return parts.map((part) => renderSections(part?.areas['main'] ?? [], request)).join('');
}

/** A kind that is missing is said aloud in the preview; shoppers see the rest of the page. */
const missing = (kind: string, mode: PageRequest['mode']): Child & Markup =>
  mode === 'live'
    ? NOTHING
    : html`<div class="missing-kind" role="note"><strong>There is no section kind “${kind}”.</strong> Remove this section, or bring the kind back; until then the design cannot be published.</div>`;

const misplaced = (kind: SectionKind, mode: PageRequest['mode']): Child & Markup =>
  mode === 'live'
    ? NOTHING
    : html`<div class="missing-kind" role="note"><strong>“${kind.title}” does not fit this page.</strong> It is made for pages of these kinds: ${(kind.onlyOn?.pages ?? []).join(', ')}.</div>`;
