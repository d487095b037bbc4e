/** Compile: a document into sections that are ready to render. Done once for each document; see `page.ts` for the rest. */
import type { Field, PictureValue } from '../fields/field.js';
import { cleanProse } from '../fields/prose.js';
import { withDefaults } from '../fields/schema.js';
import { CASING } from '../sections/casing.js';
import { kindName, type KindSet, type SectionKind } from '../sections/kind.js';
import type { Link, MenuDocument, Section, SectionedDocument } from '../design/document.js';
import { NO_DATA, NO_FACTS, type Need } from './data.js';
import { viewOf } from './view.js';
import { NOTHING } from './html.js';

/**
 * How much a section depends on. *constant*: only its own values; *data*: the page or the catalogue;
 * *facts*: the visitor. A section takes the class of the most dependent one inside it.
 */
export type ChunkClass = 'constant' | 'data' | 'facts';

export interface CompiledSection {
  readonly section: Section;
  /** Undefined if the kind is missing. */
  readonly kind: SectionKind | undefined;
  readonly values: Readonly<Record<string, unknown>>;
  /** Classes of the casing element. */
  readonly casing: string;
  readonly chunk: ChunkClass;
  /** The inner html of a constant section. */
  readonly constant?: string;
  readonly slots: Readonly<Record<string, readonly CompiledSection[]>>;
}

export interface CompiledDocument {
  readonly document: SectionedDocument;
  readonly areas: Readonly<Record<string, readonly CompiledSection[]>>;
  readonly needs: readonly Need[];
  readonly menus: readonly string[];
  readonly kinds: ReadonlySet<string>;
  /** True if some section shows facts. */
  readonly hasFacts: boolean;
}

export function compileDocument(document: SectionedDocument, kinds: KindSet): CompiledDocument {
  const needs: Need[] = [];
  const menus = new Set<string>();
  const used = new Set<string>();

  const section = (from: Section): CompiledSection => {
    const kind = kinds.find(from.kind);
    used.add(kindName(from.kind));
    const slots = Object.fromEntries(
      Object.entries(from.slots ?? {}).map(([name, inner]) => [name, inner.map(section)]),
    );
    const base = { section: from, kind, casing: casingClasses(from, kind), slots };
    if (!kind) return { ...base, values: {}, chunk: 'data' };
    const values = ready(kind, upgraded(kind, from));
    const asked = [...fieldNeeds(kind, values, menus), ...(kind.needs?.(values as never) ?? [])];
    needs.push(...asked);
    const chunk = chunkClass(kind, asked.length + menusOf(kind), Object.values(slots).flat());
    if (chunk !== 'constant') return { ...base, values, chunk };
    return { ...base, values, chunk, constant: kind.view(values as never, constantView(kind, from.id)).text };
  };

  const areas = Object.fromEntries(Object.entries(document.areas).map(([name, list]) => [name, list.map(section)]));
  return {
    document,
    areas,
    needs,
    menus: [...menus],
    kinds: used,
    hasFacts: Object.values(areas)
      .flat()
      .some((one) => one.chunk === 'facts'),
  };
}

/** The pages a menu's entries lead to. */
export const menuNeeds = (menu: MenuDocument): Need[] => menu.entries.flatMap(({ link }) => linkNeeds(link));

function chunkClass(kind: SectionKind, asked: number, inside: readonly CompiledSection[]): ChunkClass {
  if (kind.shows?.length || inside.some((one) => one.chunk === 'facts')) return 'facts';
  return kind.readsPage || asked > 0 || kind.slots ? 'data' : 'constant';
}

const menusOf = (kind: SectionKind): number =>
  Object.values(kind.fields).filter((field) => field.type === 'menu').length;

/** A constant section must not look at anything but its values; whatever it reads throws. */
const constantView = (kind: SectionKind, id: string) =>
  viewOf(
    { store: undefined as never, page: undefined as never, facts: NO_FACTS, data: NO_DATA, menus: new Map() },
    kind,
    id,
    () => NOTHING,
  );

/** Values of an older version of the kind, in the newest. The stored section is left as it is. */
function upgraded(kind: SectionKind, section: Section): Section['values'] {
  const written = Number(section.kind.split('@')[1] ?? kind.version);
  let values = section.values;
  for (let version = written; version < kind.version; version++) values = kind.upgrade?.[version]?.(values) ?? values;
  return values;
}

function ready(kind: SectionKind, own: Section['values']): Record<string, unknown> {
  const values: Record<string, unknown> = withDefaults(kind.fields, own);
  for (const [name, field] of Object.entries(kind.fields))
    if (field.type === 'prose') values[name] = cleanProse(values[name] as string);
  return values;
}

function fieldNeeds(kind: SectionKind, values: Readonly<Record<string, unknown>>, menus: Set<string>): Need[] {
  return Object.entries(kind.fields).flatMap(([name, field]: [string, Field]): Need[] => {
    const value = values[name];
    if (field.type === 'menu') menus.add(value as string);
    if (field.type === 'picture' && value) return [{ type: 'picture', hash: (value as PictureValue).picture }];
    return field.type === 'link' ? linkNeeds(value as Link | null) : [];
  });
}

const linkNeeds = (link: Link | null): Need[] => (link && 'to' in link ? [{ type: 'path', page: link.to }] : []);

function casingClasses(section: Section, kind: SectionKind | undefined): string {
  const { width, tone, space, align } = withDefaults(CASING, section.casing);
  return `case w-${width} tone-${tone} space-${space} align-${align} k-${kind?.name ?? 'missing'}`;
}
