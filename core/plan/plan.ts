/** The plan view: the whole page, regions included, as boxes to scale. Drawn as SVG or text by `draw.ts`. */
import {
  keys,
  REGIONS,
  type AdditionDocument,
  type PlaceAround,
  type Region,
  type Section,
  type NodeId,
  type SectionedDocument,
  type Values,
  type Width,
} from '../documents/document.js';
import { areasOf } from '../design/document-types.js';
import { withDefaults } from '../fields/value.js';
import { FRAME } from '../kinds/frame.js';
import { kindName, SHARED_SECTION, OPEN_PLACE, type KindDescription, type KindDescriptions } from '../kinds/kind.js';
import { drawSketch, lanes, SKETCH_WIDTH, type Drawing, type Lane, type Mark } from '../kinds/sketching.js';
import { sure } from '../sure.js';

export interface PlanBox {
  readonly document: string;
  readonly section: NodeId;
  readonly kind: string;
  readonly title: string;
  readonly caption: string;
  /** The area it stands in, itself or with the sections around it. */
  readonly area: string;
  /** How deep it lies in slots; 0 in an area. */
  readonly depth: number;
  /** The slot it stands in, and the section that has that slot. */
  readonly slot?: string;
  readonly parent?: NodeId;
  /** Where its own slots lie. */
  readonly slots: readonly NamedLane[];
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly tone: string;
  /** In the units of the box's own sketch. */
  readonly marks: readonly Mark[];
  readonly scale: number;
  readonly missing: boolean;
}

export interface NamedLane extends Lane {
  readonly name: string;
}

/** An area of a document, as sections are put into it. */
export interface PlanArea extends NamedLane {
  readonly document: string;
  readonly y: number;
  readonly height: number;
}

export interface PlanBand {
  readonly name: Region | 'content';
  readonly y: number;
  readonly height: number;
}

/** A drawing in units of CSS pixels at a page 1,200 wide with a margin of 40. */
export interface Plan {
  readonly width: number;
  readonly height: number;
  readonly bands: readonly PlanBand[];
  readonly areas: readonly PlanArea[];
  readonly boxes: readonly PlanBox[];
}

export const PLAN_WIDTH = 1280;
const MARGIN = 40;
const WIDTHS: Record<Width, number> = { reading: 704, standard: 1200, broad: 1240, margins: 1260, edge: 1280 };
const SPACES: Readonly<Record<string, number>> = { none: 0, small: 12, medium: 32, large: 72 };
const GAP = 44;
const EMPTY = 120;
// Lower ones could not be read or picked up in a narrow plan.
const LOWEST = 64;

/** A document with its key. */
type Keyed = readonly [key: string, document: SectionedDocument];

export interface PlanParts {
  readonly template: Keyed;
  readonly regions: Readonly<Partial<Record<PlaceAround, Keyed>>>;
  /** The additions of the page, in their order. */
  readonly additions?: readonly (readonly [key: string, document: AdditionDocument])[];
  /** The shared sections it shows, by their keys. */
  readonly shared?: ReadonlyMap<string, SectionedDocument>;
}

/** What a page is laid out with. */
interface Laying {
  readonly kinds: KindDescriptions;
  readonly boxes: PlanBox[];
  /** The additions of a place. */
  added(place: string): readonly Keyed[];
  /** What fills a section when its page is composed. */
  filling(kind: string, values: Values): readonly Keyed[];
}

function layingOf({ additions = [], shared = new Map() }: PlanParts, kinds: KindDescriptions): Laying {
  const added = (place: string): readonly Keyed[] => additions.filter(([, document]) => document.place === place);
  return {
    kinds,
    boxes: [],
    added,
    filling(kind, values) {
      if (kind === OPEN_PLACE) return added(`open-place:${String(values['name'] ?? 'extra')}`);
      const key = kind === SHARED_SECTION ? keys.shared(String(values['shared'] ?? '')) : '';
      const found = shared.get(key);
      return found ? [[key, found]] : [];
    },
  };
}

/** Lays out a page. */
export function planPage(parts: PlanParts, kinds: KindDescriptions): Plan {
  const { template, regions } = parts;
  const laying = layingOf(parts, kinds);
  const bands: PlanBand[] = [];
  const areas: PlanArea[] = [];
  let y = 0;
  const band = (
    name: PlanBand['name'],
    key: string,
    document: SectionedDocument,
    more: readonly Keyed[] = [],
  ): void => {
    const layout = document.type === 'template' ? document.layout.width : 'standard';
    const beside = areasAcross(document);
    const heights = beside.map(({ name: area, x, width }) => {
      const at = { document: key, area, x, y, width, layout, depth: 0, around: [] };
      const used = fill(document.areas[area] ?? [], at, laying);
      const others = area === 'side' && regions.side ? [regions.side] : more;
      return used + fillWith(others, { ...at, y: y + used }, laying);
    });
    const height = Math.max(...heights) || EMPTY;
    areas.push(...beside.map((lane) => ({ ...lane, document: key, y, height })));
    bands.push({ name, y, height });
    y += height;
  };
  for (const region of REGIONS) {
    if (region === 'below') band('content', template[0], template[1]);
    const [first, ...others] = [...(regions[region] ? [regions[region]] : []), ...laying.added(region)];
    if (first) band(region, first[0], first[1], others);
  }
  return { width: PLAN_WIDTH, height: y, bands, areas, boxes: laying.boxes };
}

// As the groundwork lays them out on a desktop: the side area has a width of its own, two columns share.
const SIDE = 320;
const TWO = [3, 2];

/** The areas of a document that are shown, beside each other as on the page. */
function areasAcross(document: SectionedDocument): NamedLane[] {
  const [, second] = areasOf({ type: document.type, head: { ...document } }) ?? [];
  const named = (names: readonly string[], shares: readonly number[]): NamedLane[] =>
    lanes(PLAN_WIDTH, shares).map((lane, i) => ({ ...lane, name: sure(names[i]) }));
  if (second === undefined || document.type !== 'template') return named(['main'], [1]);
  if (second !== 'side') return named(['main', second], TWO);
  const { side = 'none' } = document.layout;
  if (side === 'none') return named(['main'], [1]);
  return side === 'end'
    ? named(['main', second], [PLAN_WIDTH - SIDE, SIDE])
    : named([second, 'main'], [SIDE, PLAN_WIDTH - SIDE]);
}

interface At {
  readonly document: string;
  readonly area: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly layout: Width;
  readonly depth: number;
  readonly slot?: string;
  readonly parent?: NodeId;
  /** The keys of the documents it stands in: none is drawn in itself. */
  readonly around: readonly string[];
}

/** Places sections below each other, with what additions put beside them; answers the height they take. */
function fill(sections: readonly Section[], at: At, laying: Laying): number {
  let used = 0;
  const beside = (place: string): void => {
    used += fillWith(laying.added(place), { ...at, y: at.y + used }, laying);
  };
  for (const section of sections) {
    beside(`before:${section.id}`);
    used += place(section, { ...at, y: at.y + used }, laying);
    beside(`after:${section.id}`);
  }
  return used;
}

/** Places what other documents put into a place. */
function fillWith(documents: readonly Keyed[], at: At, laying: Laying): number {
  let used = 0;
  for (const [key, document] of documents) {
    if (at.around.includes(key)) continue;
    const inside = { ...at, document: key, area: 'main', y: at.y + used, around: [...at.around, key] };
    used += fill(document.areas['main'] ?? [], inside, laying);
  }
  return used;
}

/** Places one section and all inside it; answers the height it takes. */
function place(section: Section, at: At, laying: Laying): number {
  const { kinds, boxes } = laying;
  const kind = kinds.find(section.kind);
  const frame = withDefaults(FRAME, section.frame);
  const sketch = sketchOf(section, kind);
  const wanted = WIDTHS[frame.width === 'page' ? at.layout : frame.width];
  const inner = at.depth > 0 ? at.width : Math.min(wanted, at.width - (wanted === PLAN_WIDTH ? 0 : 2 * MARGIN));
  const left = at.x + (at.width - inner) / 2;
  const pad = (SPACES[frame.space.desktop] ?? 0) * (at.depth > 0 ? 0.3 : 1);
  const scale = inner / SKETCH_WIDTH;
  const before = boxes.length;
  const slots = slotLanes(section, kind, sketch).map(({ name, x, width }) => ({
    name,
    x: left + x * scale,
    width: width * scale,
  }));
  /** How far down each lane is filled, by where it begins. */
  const filled = new Map<number, number>();
  for (const { name, x, width } of slots) {
    const used = filled.get(x) ?? 0;
    const inside = { ...at, x, y: at.y + pad + used, width, depth: at.depth + 1, slot: name, parent: section.id };
    filled.set(x, used + fill(section.slots?.[name] ?? [], inside, laying));
  }
  const filling = laying.filling(kindName(section.kind), section.values);
  const { slot: _slot, ...here } = at;
  const within = { ...here, x: left, y: at.y + pad, width: inner, depth: at.depth + 1, parent: section.id };
  const shown = fillWith(filling, within, laying);
  const height = slots.length
    ? Math.max(EMPTY, ...filled.values())
    : Math.max(shown > 0 ? shown : sketch.height * scale, LOWEST);
  boxes.splice(before, 0, {
    document: at.document,
    section: section.id,
    area: at.area,
    kind: section.kind,
    title: kind?.title ?? section.kind,
    caption: sketch.caption,
    depth: at.depth,
    ...(at.slot ? { slot: at.slot } : {}),
    ...(at.parent ? { parent: at.parent } : {}),
    slots,
    x: left,
    y: at.y + pad,
    width: inner,
    height,
    tone: frame.tone,
    marks: slots.length || shown > 0 ? [] : sketch.marks,
    scale,
    missing: !kind,
  });
  return height + 2 * pad;
}

const sketchOf = (section: Section, kind: KindDescription | undefined): Drawing =>
  kind ? drawSketch(kind, withDefaults(kind.fields, section.values)) : { height: 60, marks: [], caption: '' };

/** Where the slots of a section lie, in the units of its sketch. Of those that share a lane, the first and the filled ones. */
function slotLanes(section: Section, kind: KindDescription | undefined, sketch: Drawing): NamedLane[] {
  const names = Object.keys(kind?.slots ?? {});
  const equal = lanes(
    SKETCH_WIDTH,
    names.map(() => 1),
    GAP,
  );
  const all = names.map((name, i) => ({ name, ...(sketch.slots?.[name] ?? sure(equal[i])) }));
  return all.filter(({ name, x }, i) => section.slots?.[name]?.length || all.findIndex((lane) => lane.x === x) === i);
}

/** The slots of a section that sections can be put into as it is set now: the third column only where there are three. */
export function openSlots(section: Section, kinds: KindDescriptions): readonly string[] {
  const kind = kinds.find(section.kind);
  return slotLanes(section, kind, sketchOf(section, kind)).map(({ name }) => name);
}
