/** Compile: a document into sections that are ready to render. Done once for each document; see `page.ts` for the rest. */
import {
  DEVICES,
  type EntriesField,
  type EntryValues,
  type Field,
  type Fields,
  type PictureValue,
} from '../fields/field.js';
import { cleanProse } from '../fields/prose.js';
import { isBound, splitKey, withDefaults, type Reading } from '../fields/value.js';
import { deviceClasses } from '../kinds/devices.js';
import { FRAME } from '../kinds/frame.js';
import { kindName, SPOT, SHARED_SECTION, upgradedValues, type KindSet, type SectionKind } from '../kinds/kind.js';
import type { Entry, Link, Lists, Section, SectionedDocument, Values } from '../design/document.js';
import { NO_DATA, NO_FACTS, type Need } from '../kinds/data.js';
import { linkNeeds } from '../kinds/menu.js';
import { viewOf } from '../kinds/view.js';
import { NOTHING } from '../kinds/html.js';

/**
 * How much a section depends on. *constant*: only its own values; *data*: the page or the catalogue;
 * *facts*: the shopper. A section takes the class of the most dependent one inside it.
 */
export type ChunkClass = 'constant' | 'data' | 'facts';

/** A section prepared for rendering. */
export interface CompiledSection {
  readonly section: Section;
  /** Undefined if the kind is missing. */
  readonly kind: SectionKind | undefined;
  /** The values on any page; with `varies`, those on a page without data of its own in the leading language. */
  readonly values: Readonly<Record<string, unknown>>;
  /** Worked out for each page, where values are bound to it or differ by language. */
  readonly varies: Varies | null;
  /** Classes of the frame element. */
  readonly frame: string;
  /** Instants between which it is shown; empty for no end. Null if it is hidden on every device. */
  readonly shown: { readonly from: string; readonly until: string } | null;
  readonly chunk: ChunkClass;
  /** The inner html of a constant section. */
  readonly constant?: string;
  readonly slots: Readonly<Record<string, readonly CompiledSection[]>>;
  /** What fills it when the page is assembled: a shared section, or the additions of a spot. */
  readonly filling?: { readonly shared: string } | { readonly spot: string };
}

/** What of a section is different from page to page. */
export interface Varies {
  values(reading: Reading): Readonly<Record<string, unknown>>;
  /** What it asks for with its values on a page. */
  needs(reading: Reading): readonly Need[];
}

/** A document prepared for rendering; made once for each document. */
export interface CompiledDocument {
  readonly document: SectionedDocument;
  readonly areas: Readonly<Record<string, readonly CompiledSection[]>>;
  /** What its sections ask for; those that vary, on a page without data of its own. */
  readonly needs: readonly Need[];
  /** Sections whose needs depend on the page. */
  readonly varying: readonly Varies[];
  readonly menus: readonly string[];
  /** The shared sections it shows, and the spots it has. */
  readonly shared: readonly string[];
  readonly spots: readonly string[];
  readonly kinds: ReadonlySet<string>;
  /** True if some section shows facts. */
  readonly hasFacts: boolean;
}

/** Prepares a document for rendering. */
export function compileDocument(document: SectionedDocument, kinds: KindSet): CompiledDocument {
  const needs: Need[] = [];
  const varying: Varies[] = [];
  const menus = new Set<string>();
  const used = new Set<string>();
  const shared = new Set<string>();
  const spots = new Set<string>();

  const section = (from: Section): CompiledSection => {
    const kind = kinds.find(from.kind);
    used.add(kindName(from.kind));
    const slots = Object.fromEntries(
      Object.entries(from.slots ?? {}).map(([name, inner]) => [name, inner.map(section)]),
    );
    const frame = withDefaults(FRAME, from.frame);
    const base = { section: from, kind, frame: frameClasses(frame, kind), shown: shownWhen(frame), slots };
    if (!kind) return { ...base, values: {}, varies: null, chunk: 'data' };
    const own = upgradedValues(kind, from.kind, from.values);
    const read = (reading: Reading) => ready(kind.fields, own, from.lists, reading);
    const values = read({});
    const ask = (given: typeof values): Need[] => [
      ...fieldNeeds(kind.fields, given, menus),
      ...(kind.needs?.(given as never) ?? []),
    ];
    const varies = doesVary(own, from.lists) ? { values: read, needs: (reading: Reading) => ask(read(reading)) } : null;
    const asked = ask(values);
    needs.push(...asked);
    if (varies) varying.push(varies);
    const filling = fillingOf(kind.name, values);
    if (filling && 'shared' in filling) shared.add(filling.shared);
    if (filling && 'spot' in filling) spots.add(filling.spot);
    const chunk =
      filling || varies ? 'data' : chunkClass(kind, asked.length + menusOf(kind), Object.values(slots).flat());
    const made = { ...base, values, varies, chunk, ...(filling ? { filling } : {}) };
    if (chunk !== 'constant') return made;
    return { ...made, constant: kind.view(values as never, constantView(kind, from.id)).text };
  };

  const areas = Object.fromEntries(Object.entries(document.areas).map(([name, list]) => [name, list.map(section)]));
  return {
    document,
    areas,
    needs,
    varying,
    menus: [...menus],
    shared: [...shared],
    spots: [...spots],
    kinds: used,
    hasFacts: Object.values(areas)
      .flat()
      .some((one) => one.chunk === 'facts' || showsFacts(one)),
  };
}

const showsFacts = ({ kind, slots }: CompiledSection): boolean =>
  Boolean(kind?.shows?.length) || Object.values(slots).flat().some(showsFacts);

function chunkClass(kind: SectionKind, asked: number, inside: readonly CompiledSection[]): ChunkClass {
  if (kind.shows?.length || inside.some((one) => one.chunk === 'facts')) return 'facts';
  return kind.readsPage || asked > 0 || kind.slots ? 'data' : 'constant';
}

const menusOf = (kind: SectionKind): number =>
  Object.values(kind.fields).filter((field) => field.type === 'reference' && field.to === 'menu').length;

/** A constant section must not look at anything but its values; whatever it reads throws. */
const constantView = (kind: SectionKind, id: string) =>
  viewOf(
    { store: undefined as never, page: undefined as never, facts: NO_FACTS, data: NO_DATA, menus: new Map() },
    kind,
    id,
    { slot: () => NOTHING, filling: () => NOTHING },
  );

function fillingOf(kind: string, values: Readonly<Record<string, unknown>>): CompiledSection['filling'] {
  if (kind === SHARED_SECTION) return { shared: values['shared'] as string };
  return kind === SPOT ? { spot: values['name'] as string } : undefined;
}

const doesVary = (own: Values, lists: Lists = {}): boolean =>
  Object.entries(own).some(([key, value]) => isBound(value) || splitKey(key).language !== undefined) ||
  Object.values(lists).some((list) => list.some((entry) => doesVary(entry.values, entry.lists)));

function ready(fields: Fields, own: Values, lists: Lists = {}, reading: Reading = {}): Record<string, unknown> {
  const values: Record<string, unknown> = withDefaults(fields, own, reading);
  for (const [name, field] of Object.entries(fields)) {
    if (field.type === 'prose') values[name] = cleanProse(values[name] as string);
    if (field.type === 'entries') values[name] = readyEntries(field, lists[name] ?? [], reading);
  }
  return values;
}

const readyEntries = (field: EntriesField, list: readonly Entry[], reading: Reading): EntryValues[] =>
  list.map(({ id, values, lists = {} }) => ({
    ...ready(field.fields, values, lists, reading),
    id,
    ...(field.nests ? { entries: readyEntries(field, Object.values(lists)[0] ?? [], reading) } : {}),
  }));

function fieldNeeds(fields: Fields, values: Readonly<Record<string, unknown>>, menus: Set<string>): Need[] {
  return Object.entries(fields).flatMap(([name, field]: [string, Field]): Need[] => {
    const value = values[name];
    if (field.type === 'reference' && field.to === 'menu') menus.add(value as string);
    if (field.type === 'picture' && value) return [{ type: 'picture', hash: (value as PictureValue).picture }];
    if (field.type === 'entries')
      return (value as readonly EntryValues[]).flatMap((entry) => fieldNeeds(field.fields, entry, menus));
    return field.type === 'link' ? linkNeeds(value as Link | null) : [];
  });
}

type Frame = ReturnType<typeof withDefaults<typeof FRAME>>;

function frameClasses({ width, tone, space, align, hidden }: Frame, kind: SectionKind | undefined): string {
  const hide = DEVICES.filter((device) => hidden[device]).map((device) => ` hide-${device}`);
  return `frame w-${width} tone-${tone} ${deviceClasses('space', space)} ${deviceClasses('align', align)} k-${kind?.name ?? 'missing'}${hide.join('')}`;
}

const shownWhen = ({ hidden, from, until }: Frame): CompiledSection['shown'] =>
  DEVICES.every((device) => hidden[device]) ? null : { from, until };
