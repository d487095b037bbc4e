/** Compose: the documents of a page into one list of what is the same for all pages made of them, and what is not. */
import type { Layout, Region, SectionedDocument, TemplateDocument } from '../documents/document.js';
import type { PageKind } from '../pages/page.js';
import type { FactName } from '../facts/all.js';
import { withDefaults } from '../fields/value.js';
import { GROUND, groundClasses, groundProperties } from '../kinds/frame.js';
import { html, type Markup } from '../kinds/html.js';
import { fitsInWords, FILLING, kindName, type SectionKind } from '../kinds/kind.js';
import { ruleOf } from '../kinds/properties.js';
import { SEARCH_WORDS, type QueryName } from '../kinds/query.js';
import { CHECKOUT_FORM, type InstancePath } from '../kinds/view.js';
import type { AssembledPage, Filling, Part } from './assemble.js';
import { ANY_PAGE } from './asked.js';
import { compileDocument, FRAME_END, pathIn, type CompiledSection } from './compile.js';
import type { Edition } from './edition.js';

/** A section on a page that is worked out when the page is. */
export interface Instance {
  readonly compiled: CompiledSection;
  readonly kind: SectionKind;
  /** What stands in its slots. */
  readonly inside: Readonly<Record<string, readonly Piece[]>>;
}

/** A part of a page: html that is always the same, or a section that is not. */
export type Piece = string | Instance;

/** A page made of certain documents, before it is known which page it is. */
export interface Composition {
  readonly parts: AssembledPage;
  readonly edition: Edition;
  /** Everything inside the body. */
  readonly body: readonly Piece[];
  /** The custom properties of the sections that are the same on every page. */
  readonly style: string;
  /** The sections that are worked out for each page, by path. */
  readonly instances: ReadonlyMap<InstancePath, Instance>;
  /** The names of the kinds it shows, sorted: the key of its stylesheet. */
  readonly kinds: readonly string[];
  /** Names behind `?` that make another page of it. */
  readonly query: readonly QueryName[];
  /** The facts it shows. */
  readonly shows: readonly FactName[];
}

const REGION_TAGS: Record<Region, string> = {
  // A landmark, as every part of a page must be in one.
  'top-line': 'aside',
  header: 'header',
  above: 'div',
  below: 'div',
  footer: 'footer',
};

/** How many sections one page may show, and how deep what they show of others may lie. */
const MOST_SECTIONS = 4_000;
const DEEPEST = 12;

/** The same for the same documents, made once for each edition. */
export function composePage(parts: AssembledPage, edition: Edition): Composition {
  let compositions = kept.get(edition);
  if (!compositions) kept.set(edition, (compositions = new WeakMap()));
  let found = compositions.get(parts);
  if (!found) compositions.set(parts, (found = composed(parts, edition)));
  return found;
}

const kept = new WeakMap<Edition, WeakMap<AssembledPage, Composition>>();

/** A page while it is composed. */
interface Composing {
  readonly parts: AssembledPage;
  readonly edition: Edition;
  readonly pageKind: PageKind;
  readonly kinds: Set<string>;
  readonly instances: Map<InstancePath, Instance>;
  readonly query: Set<QueryName>;
  /** Rules of sections that are always the same, so far. */
  style: string;
  /** Whether something on it belongs to the form of the checkout. */
  ofCheckout: boolean;
  /** How many sections the page may still take. */
  room: number;
}

/** Where on the page sections are put. */
interface At {
  readonly region: Region | null;
  /** The shared sections and open places around it, so that none is shown in itself. */
  readonly around: readonly string[];
}

function composed(parts: AssembledPage, edition: Edition): Composition {
  const { template } = parts;
  const page: Composing = {
    parts,
    edition,
    pageKind: template.pageKind,
    kinds: new Set(),
    instances: new Map(),
    query: new Set<QueryName>(),
    style: '',
    ofCheckout: false,
    room: MOST_SECTIONS,
  };
  const { width, boxed } = template.layout;
  const skip = html`<a class="skip" href="#content">${edition.locale.word('skip')}</a>`;
  const body = joined([
    `<body class="page-${template.pageKind}">\n${skip.text}\n`,
    ...regionPieces('top-line', page),
    ...regionPieces('header', page),
    '<main>\n',
    ...regionPieces('above', page),
    `<div id="content" class="content content-${width}${boxed ? ' content-boxed' : ''}">`,
    ...areaPieces(parts.content, template.layout, page),
    '</div>\n',
    ...regionPieces('below', page),
    '</main>\n',
    ...regionPieces('footer', page),
    `${page.ofCheckout ? checkoutForm(edition) : ''}<div id="${PAGE_END}" hidden></div></body>`,
  ]);
  const { instances, kinds, query } = page;
  if (template.pageKind === 'search') query.add(SEARCH_WORDS);
  const shows = new Set([...instances.values()].flatMap(({ kind }) => kind.shows ?? []));
  return {
    parts,
    edition,
    body,
    style: page.style,
    instances,
    kinds: [...kinds].sort(),
    query: [...query].sort(),
    shows: [...shows].sort(),
  };
}

/** The html id of what stands last on a page. */
export const PAGE_END = 'page-end';

// Its fields name it, so that they may stand anywhere, in any number of sections.
const checkoutForm = ({ locale }: Edition): string =>
  `<form id="${CHECKOUT_FORM}" method="post" action="${locale.prefix}/checkout"></form>\n`;

/** Neighbouring html as one. */
function joined(pieces: readonly Piece[]): Piece[] {
  const out: Piece[] = [];
  for (const piece of pieces) {
    const last = out.at(-1);
    if (typeof piece === 'string' && typeof last === 'string') out[out.length - 1] = last + piece;
    else if (piece !== '') out.push(piece);
  }
  return out;
}

/** The areas of a template; the side area only where the layout has one, and the areas of a checkout beside each other. */
function areaPieces(template: TemplateDocument, { side = 'none' }: Layout, page: Composing): Piece[] {
  const areas = compileDocument(template, '', page.edition);
  const names = Object.keys(areas).filter((name) => name !== 'side' || side !== 'none');
  const at: At = { region: null, around: [] };
  const chosen = page.parts.regions.get('side') ?? [];
  const inArea = (name: string): Piece[] => [
    ...sectionPieces(areas[name] ?? [], at, page),
    ...(name === 'side' ? chosen.flatMap((part) => partPieces(part, name, at, page)) : []),
  ];
  if (names.length < 2) return inArea('main');
  return [
    `<div class="areas areas-${names.includes('beside') ? 'two' : side}">`,
    ...names.flatMap((name) => [
      `<div class="area area-${name}${name === 'side' ? groundOf(chosen, '.area-side', page) : ''}">`,
      ...inArea(name),
      '</div>',
    ]),
    '</div>',
  ];
}

/** The classes of what the arrangement of a place lies on; whatever else comes to the place lies on it too. */
function groundOf(parts: readonly Part[], selector: string, page: Composing): string {
  const arrangement = parts.map(({ document }) => document).find((one) => one.type === 'arrangement');
  if (!arrangement) return '';
  const ground = withDefaults(GROUND, { ...arrangement });
  page.style += ruleOf(selector, groundProperties(ground));
  const isPlain = ground.tone === 'plain' && ground.textColour === '';
  return isPlain ? '' : ` ${groundClasses(ground)}`;
}

function regionPieces(region: Region, page: Composing): Piece[] {
  const parts = page.parts.regions.get(region) ?? [];
  if (parts.every(({ document }) => !document.areas['main']?.length)) return [];
  const tag = REGION_TAGS[region];
  return [
    `<${tag} class="around around-${region}${groundOf(parts, `.around-${region}`, page)}">`,
    ...parts.flatMap((part) => partPieces(part, region, { region, around: [] }, page)),
    `</${tag}>\n`,
  ];
}

/** The sections of a document that stands in something. An addition's code is told from an id by a sign no id begins with. */
const partPieces = ({ document, code }: Part, holder: InstancePath, at: At, page: Composing): Piece[] =>
  isSpoken(document, page)
    ? mainPieces(document, code === undefined ? holder : pathIn(holder, `+${code}`), at, page)
    : [];

/** An addition may be for some languages only. */
const isSpoken = (document: SectionedDocument, { edition }: Composing): boolean =>
  document.type !== 'addition' || !document.languages?.length || document.languages.includes(edition.locale.language);

const mainPieces = (document: SectionedDocument, holder: InstancePath, at: At, page: Composing): Piece[] =>
  sectionPieces(compileDocument(document, holder, page.edition)['main'] ?? [], at, page);

const sectionPieces = (sections: readonly CompiledSection[], at: At, page: Composing): Piece[] =>
  sections.flatMap((section) => [
    ...besidePieces('before', section, at, page),
    ...piecesOf(section, at, page),
    ...besidePieces('after', section, at, page),
  ]);

/** What additions put right before or after a section. */
function besidePieces(side: 'before' | 'after', { section, path }: CompiledSection, at: At, page: Composing): Piece[] {
  const name = `${side}:${section.id}`;
  const parts = page.parts.beside.get(name);
  if (!parts || at.around.includes(name) || at.around.length >= DEEPEST) return [];
  const inside: At = { ...at, around: [...at.around, name] };
  return parts.flatMap((part) => partPieces(part, path, inside, page));
}

function piecesOf(compiled: CompiledSection, at: At, page: Composing): Piece[] {
  const { kind, section, shown, open, constant } = compiled;
  page.kinds.add(kindName(section.kind));
  if (!shown || page.room-- <= 0) return [];
  if (!kind) return said(open, missing(section.kind), page);
  if (!isInPlace(kind, at, page)) return said(open, misplaced(kind), page);
  // In a preview every section can be made anew by itself, and typed into.
  const isAlways = constant !== null && shown.from === '' && shown.until === '' && page.edition.mode === 'live';
  const inside = insideOf(compiled, at, page);
  if (isAlways) {
    const inner = filledIn(constant, inside);
    if (inner.length === 0) return [];
    // A section of nothing but what it holds may turn out empty, and then has no frame.
    if (constant.text !== '' || inner.every((piece) => typeof piece === 'string')) {
      page.style += compiled.rule(ANY_PAGE);
      return [open, ...inner, FRAME_END];
    }
  }
  const instance: Instance = { compiled, kind, inside };
  page.instances.set(compiled.path, instance);
  for (const name of kind.query ?? []) page.query.add(name);
  if (kind.ofCheckout) page.ofCheckout = true;
  return [instance];
}

/** The markup of a section with what stands in its slots. */
export function filledIn({ text, marks }: Markup, inside: Instance['inside']): Piece[] {
  if (marks.length === 0) return text === '' ? [] : [text];
  const pieces: Piece[] = [];
  let from = 0;
  for (const { at, slot } of marks) {
    pieces.push(text.slice(from, at), ...(inside[slot] ?? []));
    from = at;
  }
  pieces.push(text.slice(from));
  return joined(pieces);
}

function insideOf({ slots, filling, path }: CompiledSection, at: At, page: Composing): Instance['inside'] {
  const inside = Object.fromEntries(
    Object.entries(slots).map(([name, sections]) => [name, sectionPieces(sections, at, page)]),
  );
  return filling ? { ...inside, [FILLING]: fillingPieces(filling, path, at, page) } : inside;
}

function fillingPieces([what, code]: Filling, path: InstancePath, at: At, page: Composing): Piece[] {
  const name = `${what} ${code}`;
  // Edits and publishing refuse what shows itself; whatever comes otherwise costs its own place, not the page.
  if (at.around.includes(name) || at.around.length >= DEEPEST) return [];
  const inside: At = { ...at, around: [...at.around, name] };
  if (what === 'open-place')
    return (page.parts.openPlaces.get(code) ?? []).flatMap((part) => partPieces(part, path, inside, page));
  const document = page.parts.shared.get(code);
  return document ? mainPieces(document, path, inside, page) : [];
}

/** A kind fits by the page it is on, or by the region it is in. A shared section or an addition may come to where it does not. */
const isInPlace = ({ fits }: SectionKind, { region }: At, { pageKind }: Composing): boolean =>
  !fits || fits.pages.includes(pageKind) || (region !== null && fits.regions.includes(region));

/** What a preview says aloud; shoppers see the rest of the page. */
const said = (open: string, words: Markup, { edition }: Composing): Piece[] =>
  edition.mode === 'live' ? [] : [`${open}${words.text}${FRAME_END}`];

const missing = (kind: string): Markup =>
  html`<div class="missing-kind" role="note"><strong>There is no section kind “${kind}”.</strong> Remove this section, or restore the kind; until then the design cannot be published.</div>`;

const misplaced = (kind: SectionKind): Markup =>
  html`<div class="missing-kind" role="note"><strong>“${kind.title}” does not fit this page.</strong> It is made for ${fitsInWords(kind)}.</div>`;
