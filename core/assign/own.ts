/** What belongs to one page: values and lists of its own, which lie over those of the sections it shows. */
import {
  keys,
  type Lists,
  type NodeId,
  type OwnDocument,
  type Section,
  type SectionedDocument,
  type Values,
} from '../documents/document.js';
import type { DesignState } from '../documents/state.js';
import type { Fields } from '../fields/field.js';
import { emptyValue, splitKey } from '../fields/value.js';
import { kindName, kindRef, upgraderOf, type KindSet } from '../kinds/kind.js';
import type { PageCode } from '../pages/page.js';

/** What lies over the documents of a page. */
export interface Overlay {
  /** What the page has of its own; undefined if it has nothing. */
  readonly own: OwnDocument | undefined;
  /**
   * Whether a page that has none of what each page is to have of its own shows what the template has there, as an
   * example. Previews do, shoppers see nothing.
   */
  readonly samples: boolean;
}

/** What lies over the documents of a page in a state of a design. */
export const overlayOf = (page: PageCode, state: DesignState, samples: boolean): Overlay => ({
  own: state.get(keys.own(page)),
  samples,
});

/**
 * A document as one page shows it. The same object if nothing lies over it; sections that nothing lies over stay the
 * same objects too.
 */
export function layOver<D extends SectionedDocument>(document: D, { own, samples }: Overlay, kinds: KindSet): D {
  const each = document.type === 'template' && !samples ? (document.each ?? NOTHING) : NOTHING;
  if (!own && each === NOTHING) return document;
  const of = own ?? each;
  let laid = kept.get(document);
  if (!laid) kept.set(document, (laid = new WeakMap()));
  let found = laid.get(of)?.[samples ? 'samples' : 'live'];
  if (!found) {
    const areas = mapped(document.areas, (section) =>
      sectionOver(section, { sections: sectionsOf(own), own, each, kinds }),
    );
    found = areas === document.areas ? document : { ...document, areas };
    laid.set(of, { ...laid.get(of), [samples ? 'samples' : 'live']: found });
  }
  // What lies over a document changes its areas only.
  return found as D;
}

const NOTHING: Readonly<Record<string, true>> = {};

// Documents never change, so what lies over one is laid once.
const kept = new WeakMap<
  SectionedDocument,
  WeakMap<object, { readonly samples?: SectionedDocument; readonly live?: SectionedDocument }>
>();

/** What a section of a document is laid over with. */
interface Laying {
  readonly sections: ReadonlyMap<NodeId, Section>;
  readonly own: OwnDocument | undefined;
  readonly each: Readonly<Record<string, true>>;
  readonly kinds: KindSet;
}

const sectionsOf = (own: OwnDocument | undefined): ReadonlyMap<NodeId, Section> =>
  new Map((own?.areas['main'] ?? []).map((section) => [section.id, section]));

/** The sections of a page's own, by the id of the section they are for. */
export const ownSections = sectionsOf;

/** Whether what a page has of its own is for a section: ids stay, but a section may be replaced by one of another kind. */
export const isForSection = (own: Section | undefined, { kind }: Pick<Section, 'kind'>): own is Section =>
  own !== undefined && kindName(own.kind) === kindName(kind);

function sectionOver(section: Section, laying: Laying): Section {
  const slots = section.slots && mapped(section.slots, (inner) => sectionOver(inner, laying));
  const inside = slots === section.slots ? section : { ...section, slots };
  const own = laying.sections.get(section.id);
  const fields = laying.kinds.find(kindName(section.kind))?.fields;
  if (!fields) return inside;
  const filled = isForSection(own, section) ? withOwn(inside, own, laying, fields) : inside;
  return laying.each === NOTHING ? filled : withoutSamples(filled, own, laying, fields);
}

function withOwn(section: Section, own: Section, { own: document, kinds }: Laying, fields: Fields): Section {
  const upgraded = upgraderOf(kinds);
  const isSameVersion = own.kind === section.kind;
  const kind = kinds.find(kindName(section.kind));
  const values = isSameVersion ? section.values : upgraded(section.kind, section.values);
  const mine = isSameVersion ? own.values : upgraded(own.kind, own.values);
  const lists: Record<string, Lists[string]> = { ...section.lists };
  for (const name of Object.keys(fields))
    if (isWholeList(document, section.id, name)) lists[name] = own.lists?.[name] ?? [];
  return {
    ...section,
    kind: isSameVersion || !kind ? section.kind : kindRef(kind),
    values: layValues(values, mine),
    frame: layValues(section.frame, own.frame),
    ...(Object.keys(lists).length > 0 && { lists }),
  };
}

/** Whether a list of a section is the page's own, even if it is empty. */
export const isWholeList = (own: OwnDocument | undefined, section: NodeId, list: string): boolean =>
  own?.whole?.[`${section}.${list}`] === true;

/** What each page has of its own, without what stands there in the template for an example. */
function withoutSamples(section: Section, own: Section | undefined, laying: Laying, fields: Fields): Section {
  const mine = isForSection(own, section) ? own : undefined;
  const empty = Object.entries(fields).filter(
    ([name]) => laying.each[`${section.id}.${name}`] && !hasOwn(mine, laying.own, section.id, name),
  );
  if (empty.length === 0) return section;
  const values: Record<string, unknown> = {};
  const lists: Record<string, Lists[string]> = {};
  for (const [name, field] of empty)
    if (field.type === 'entries') lists[name] = [];
    else values[name] = emptyValue(field);
  return {
    ...section,
    values: layValues(section.values, values),
    ...((section.lists || Object.keys(lists).length > 0) && { lists: { ...section.lists, ...lists } }),
  };
}

const hasOwn = (mine: Section | undefined, own: OwnDocument | undefined, section: NodeId, name: string): boolean =>
  isWholeList(own, section, name) || Object.keys(mine?.values ?? {}).some((key) => splitKey(key).name === name);

/**
 * Values with others over them. One for all devices and languages displaces every value of its field.
 * @example layValues({ title: 'Kites', 'title@de': 'Drachen' }, { title: 'Reels' }) // { title: 'Reels' }
 */
export function layValues(values: Values, own: Values): Values {
  const displaced = new Set(Object.keys(own).filter((key) => !key.includes('@')));
  if (Object.keys(own).length === 0) return values;
  const stays = Object.entries(values).filter(([key]) => !displaced.has(splitKey(key).name));
  return { ...Object.fromEntries(stays), ...own };
}

/** Lists of sections, each made anew; the same object if none is another. */
function mapped<T extends Readonly<Record<string, readonly Section[]>>>(
  lists: T,
  change: (section: Section) => Section,
): T | Readonly<Record<string, readonly Section[]>> {
  let isSame = true;
  const made = Object.fromEntries(
    Object.entries(lists).map(([name, list]) => {
      const changed = list.map(change);
      if (changed.every((one, i) => one === list[i])) return [name, list];
      isSame = false;
      return [name, changed];
    }),
  );
  return isSame ? lists : made;
}
