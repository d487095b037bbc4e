/** Assemble: from a store page to the documents that make it. */
import { assignedTemplate, type AskedPage, type RuleSetting } from '../assign/assigned.js';
import type { DesignState } from '../documents/state.js';
import { PAGE_KINDS, parsePage } from '../pages/page.js';
import { additionsFor, additionsOfKind } from '../assign/target.js';
import { regionsOf } from '../assign/regions.js';
import {
  keys,
  sectionsIn,
  type DocumentKey,
  type LookDocument,
  type MenuDocument,
  type PlaceAround,
  type Section,
  type SectionedDocument,
  type SharedDocument,
  type TemplateDocument,
  PLACES_AROUND,
  hasSections,
} from '../documents/document.js';
import { kindName, SHARED_SECTION, OPEN_PLACE, type KindSet } from '../kinds/kind.js';
import { pointersOf } from './asked.js';
import { sure } from '../sure.js';
import { isOneOf } from '../one-of.js';
import { layOver, overlayOf, type Overlay } from '../assign/own.js';

/** A document in its place on a page. */
export interface Part {
  readonly key: DocumentKey;
  readonly document: SectionedDocument;
  /** What goes before the ids of its sections, besides where it stands: the code of an addition. */
  readonly code?: string;
}

/** The documents of a page. */
export interface AssembledPage {
  readonly templateKey: DocumentKey;
  /** As it is stored: its layout, and its settings of the look. */
  readonly template: TemplateDocument;
  /** Its sections, as the page shows them. */
  readonly content: TemplateDocument;
  /** What stands in each region, and last in the side area: its arrangement, then additions. */
  readonly regions: ReadonlyMap<PlaceAround, readonly Part[]>;
  /** What additions put into open places, by name. */
  readonly openPlaces: ReadonlyMap<string, readonly Part[]>;
  /** What additions put right before or after sections, as `before:ID` and `after:ID`. */
  readonly beside: ReadonlyMap<string, readonly Part[]>;
  /** Shared sections by code. */
  readonly shared: ReadonlyMap<string, SharedDocument>;
  readonly menus: ReadonlyMap<string, MenuDocument>;
  readonly look: LookDocument;
  /** Every document it is made of: when one of them changes, it may look different. */
  readonly documents: ReadonlySet<DocumentKey>;
}

/** How a page is shown. */
export interface Showing {
  /** The code of a template to show it with, if that is for pages of its kind. */
  readonly instead?: string | null;
  /** See `Overlay`. */
  readonly samples?: boolean;
}

/**
 * The documents of a page in one state of a design; null if its kind has no template. Pages with the same template and
 * additions, and nothing of their own, get the same answer, made once.
 */
export function assemblePage(
  page: AskedPage,
  state: DesignState,
  kinds: KindSet,
  setting: RuleSetting,
  { instead = null, samples = false }: Showing = {},
): AssembledPage | null {
  const key = keys.template(templateOf(page, state, setting, instead));
  const template = state.get(key);
  if (!template) return null;
  const additions = additionsFor(page, state, setting);
  const parts = [...additions.values()].flat();
  const over = overlayOf(page.code, state, samples);
  const code = [key, ...parts.map(({ key }) => key), over.own ? page.code : '', samples].join(' ');
  let ofState = kept.get(state);
  if (!ofState) kept.set(state, (ofState = new Map()));
  let found = ofState.get(code);
  if (!found) {
    if (ofState.size >= MOST_KEPT) ofState.clear();
    ofState.set(code, (found = assembled(key, template, additions, over, state, kinds)));
  }
  return found;
}

function templateOf(page: AskedPage, state: DesignState, setting: RuleSetting, instead: string | null): string {
  const isForIt = instead !== null && state.get(keys.template(instead))?.pageKind === parsePage(page.code).kind;
  return isForIt ? instead : (assignedTemplate(page, state, setting)?.template ?? '');
}

// The state of a revision never changes; the one of a draft lives as long as one request. Each store has one set of kinds.
const kept = new WeakMap<DesignState, Map<string, AssembledPage>>();
/** Rules of additions can cut a store's pages into any number of groups. */
const MOST_KEPT = 2_000;

/**
 * A template with what is added to all pages of its kind, whatever those are about; and with what the page has of its own,
 * where there is but one of the kind.
 */
export function templateForAll(code: string, state: DesignState, kinds: KindSet): AssembledPage | null {
  const key = keys.template(code);
  const template = state.get(key);
  if (!template) return null;
  const { pageKind } = template;
  const own = PAGE_KINDS[pageKind].subject === null ? state.get(keys.own(pageKind)) : undefined;
  const additions = additionsOfKind(pageKind, state);
  return assembled(key, template, additions, { own, samples: false }, state, kinds);
}

/** A template without anything that is added to its pages; null if there is none. */
export function templateAlone(code: string, state: DesignState, kinds: KindSet): AssembledPage | null {
  const template = state.get(keys.template(code));
  return template
    ? assembled(keys.template(code), template, new Map(), { own: undefined, samples: true }, state, kinds)
    : null;
}

function assembled(
  templateKey: DocumentKey,
  template: TemplateDocument,
  additions: ReturnType<typeof additionsFor>,
  over: Overlay,
  state: DesignState,
  kinds: KindSet,
): AssembledPage {
  const lay: Lay = (document) => layOver(document, over, kinds);
  const added = (place: string): Part[] =>
    (additions.get(place) ?? []).map(({ key, document }) => ({
      key,
      document: lay(document),
      code: key.slice('addition/'.length),
    }));
  const regions = new Map<PlaceAround, readonly Part[]>();
  for (const { region, document } of regionsOf(template, state)) {
    const own = document === null ? undefined : state.get(document);
    regions.set(region, [
      ...(document !== null && own && hasSections(own) ? [{ key: document, document: lay(own) }] : []),
      ...added(region),
    ]);
  }
  for (const place of additions.keys())
    if (isOneOf(PLACES_AROUND, place) && !regions.has(place)) regions.set(place, added(place));
  const content = lay(template);
  const parts: Part[] = [{ key: templateKey, document: content }, ...[...regions.values()].flat()];
  const { documents, ...found } = gathered(parts, state, kinds, { lay, ...(additions.size > 0 && { added }) });
  const look = sure(state.get(keys.look));
  const ofPage = over.own ? [keys.own(over.own.page)] : [];
  return {
    templateKey,
    template,
    content,
    regions,
    look,
    ...found,
    documents: new Set([keys.look, ...ofPage, ...documents]),
  };
}

/** What documents show of others. */
interface Gathering {
  /** What goes into an open place, or beside a section; absent where additions are left out. */
  readonly added?: (place: string) => readonly Part[];
  readonly lay?: Lay;
}
type Gathered = Pick<AssembledPage, 'openPlaces' | 'beside' | 'shared' | 'menus' | 'documents'>;

/** Lays what the page has of its own over a document. */
type Lay = <D extends SectionedDocument>(document: D) => D;

/** Everything that some documents are made of. */
export function gathered(
  begun: readonly Part[],
  state: DesignState,
  kinds: KindSet,
  { added, lay = (document) => document }: Gathering = {},
): Gathered {
  const parts = [...begun];
  const openPlaces = new Map<string, readonly Part[]>();
  const beside = new Map<string, readonly Part[]>();
  const shared = new Map<string, SharedDocument>();
  const menus = new Map<string, MenuDocument>();
  const documents = new Set<DocumentKey>();
  // Grows while it is gone through: what fills an open place may show shared sections and have open places of its own.
  for (const { key, document } of parts) {
    documents.add(key);
    for (const menu of pointersOf(document, kinds).menus) {
      documents.add(keys.menu(menu));
      const found = state.get(keys.menu(menu));
      if (found) menus.set(menu, found);
    }
    if (added)
      for (const place of placesBeside(document)) {
        const found = beside.has(place) ? [] : added(place);
        if (found.length === 0) continue;
        beside.set(place, found);
        parts.push(...found);
      }
    for (const [what, code] of fillingsIn(document, kinds)) {
      if (what === 'open-place' && !openPlaces.has(code)) {
        const filling = added?.(`open-place:${code}`) ?? [];
        openPlaces.set(code, filling);
        parts.push(...filling);
      }
      const found = what === 'shared' ? state.get(keys.shared(code)) : undefined;
      if (found && !shared.has(code)) {
        const document = lay(found);
        shared.set(code, document);
        parts.push({ key: keys.shared(code), document });
      }
    }
  }
  return { openPlaces, beside, shared, menus, documents };
}

/** The places beside the sections of a document. */
const placesBeside = (document: SectionedDocument): string[] =>
  [...sectionsIn(document.areas)].flatMap(({ id }) => [`before:${id}`, `after:${id}`]);

/** What fills a section when its page is composed. */
export type Filling = readonly [what: 'shared' | 'open-place', code: string];

/** The filling that the values of a section name; null for kinds that are not filled. */
export function fillingOf(kind: string, values: Readonly<Record<string, unknown>>): Filling | null {
  if (kind === SHARED_SECTION) return ['shared', String(values['shared'])];
  return kind === OPEN_PLACE ? ['open-place', String(values['name'])] : null;
}

const fillingsIn = (document: SectionedDocument, kinds: KindSet): Filling[] =>
  [...sectionsIn(document.areas)].map((section) => fillingIn(section, kinds)).filter((one) => one !== null);

/** The filling of a stored section; null for kinds that are not filled. */
export function fillingIn(section: Section, kinds: KindSet): Filling | null {
  const name = kindName(section.kind);
  if (name !== SHARED_SECTION && name !== OPEN_PLACE) return null;
  const kind = kinds.find(section.kind);
  return kind ? fillingOf(name, kind.read(section, {}).values) : null;
}
