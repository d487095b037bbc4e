/** Render: compiled documents, the page's data and the visitor's facts into one html page. */
import type { MenuDocument, Region, TemplateDocument } from '../design/document.js';
import { escapeText } from '../fields/prose.js';
import type { CompiledDocument, CompiledSection } from './compile.js';
import type { Facts, PageData, PageInfo, StoreInfo } from './data.js';
import { html, NOTHING, raw, type Child, type Markup } from './html.js';
import { structuredData } from './structured-data.js';
import { viewOf, type ViewSources } from './view.js';

export interface PageParts {
  readonly template: CompiledDocument;
  readonly regions: Readonly<Partial<Record<Region, CompiledDocument>>>;
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
export const kindsOn = ({ template, regions }: PageParts): string[] =>
  [...new Set([...template.kinds, ...Object.values(regions).flatMap((region) => [...region.kinds])])].sort();

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
${region('top-line')}${region('header')}${region('above')}<main id="content" class="content content-${layout.width}">${renderSections(template.areas['main'] ?? [], request)}</main>
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

function renderRegion(name: Region, request: PageRequest): string {
  const sections = request.regions[name]?.areas['main'];
  if (!sections?.length) return '';
  const tag = REGION_TAGS[name];
  return `<${tag} class="region region-${name}">${renderSections(sections, request)}</${tag}>\n`;
}

function renderSections(sections: readonly CompiledSection[], request: PageRequest): string {
  let out = '';
  for (const section of sections) out += renderSection(section, request);
  return out;
}

function renderSection(compiled: CompiledSection, request: PageRequest): string {
  const { section, kind, values, casing, slots } = compiled;
  const marks = request.mode === 'preview' ? ` data-section="${escapeText(section.id)}"` : '';
  const inner = kind
    ? (compiled.constant ??
      kind.view(
        values as never,
        viewOf(request satisfies ViewSources, kind, section.id, (name) =>
          raw(renderSections(slots[name] ?? [], request)),
        ),
      ).text)
    : missing(section.kind, request.mode).text;
  return inner === '' && request.mode === 'live'
    ? ''
    : `<div class="${casing}" id="s-${escapeText(section.id)}"${marks}><div class="case-in">${inner}</div></div>`;
}

/** A kind that is missing is said aloud in the preview; shoppers see the rest of the page. */
const missing = (kind: string, mode: PageRequest['mode']): Child & Markup =>
  mode === 'live'
    ? NOTHING
    : html`<div class="missing-kind" role="note"><strong>There is no section kind “${kind}”.</strong> Remove this section, or bring the kind back; until then the design cannot be published.</div>`;
