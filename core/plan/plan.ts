/** The plan view: the whole page, regions included, as boxes to scale. Drawn as SVG or text by `draw.ts`. */
import {
  REGIONS,
  type Region,
  type Section,
  type NodeId,
  type SectionedDocument,
  type Width,
} from '../design/document.js';
import { withDefaults } from '../fields/value.js';
import { CASING } from '../sections/casing.js';
import { COLUMN_SHARES } from '../sections/content/columns.js';
import type { KindSet } from '../sections/kind.js';
import type { Mark } from './sketch.js';

export interface PlanBox {
  readonly document: string;
  readonly section: NodeId;
  readonly kind: string;
  readonly title: string;
  readonly caption: string;
  /** How deep it lies in slots; 0 in an area. */
  readonly depth: number;
  /** The slot it stands in, and the section that has that slot. */
  readonly slot?: string;
  readonly parent?: NodeId;
  /** Where its own slots lie. */
  readonly slots: readonly { readonly name: string; readonly x: number; readonly width: number }[];
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
  readonly boxes: readonly PlanBox[];
}

export const PLAN_WIDTH = 1280;
const MARGIN = 40;
const WIDTHS: Record<Width, number> = { narrow: 704, page: 1200, wide: 1240, edge: 1280 };
const SPACES: Readonly<Record<string, number>> = { none: 0, small: 12, medium: 32, large: 72 };
const GAP = 44;
const EMPTY = 120;
// Lower ones could not be read or picked up in a narrow plan.
const LOWEST = 64;

export interface PlanParts {
  /** Key and document of the template. */
  readonly template: readonly [string, SectionedDocument];
  readonly regions: Readonly<Partial<Record<Region, readonly [string, SectionedDocument]>>>;
}

/** Lays out a page. */
export function planPage({ template, regions }: PlanParts, kinds: KindSet): Plan {
  const boxes: PlanBox[] = [];
  const bands: PlanBand[] = [];
  let y = 0;
  const band = (name: PlanBand['name'], key: string, document: SectionedDocument): void => {
    const start = y;
    const layout = document.type === 'template' ? document.layout.width : 'page';
    const [main = 'main'] = Object.keys(document.areas);
    for (const section of document.areas[main] ?? [])
      y += place(section, { document: key, x: 0, y, width: PLAN_WIDTH, layout, depth: 0 }, kinds, boxes);
    if (y === start) y += EMPTY;
    bands.push({ name, y: start, height: y - start });
  };
  for (const region of REGIONS) {
    if (region === 'below') band('content', template[0], template[1]);
    const found = regions[region];
    if (found) band(region, found[0], found[1]);
  }
  return { width: PLAN_WIDTH, height: y, bands, boxes };
}

interface Spot {
  readonly document: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly layout: Width;
  readonly depth: number;
  readonly slot?: string;
  readonly parent?: NodeId;
}

/** Places one section and all inside it; answers the height it takes. */
function place(section: Section, spot: Spot, kinds: KindSet, boxes: PlanBox[]): number {
  const kind = kinds.find(section.kind);
  const casing = withDefaults(CASING, section.casing);
  const sketch = kind?.sketch(withDefaults(kind.fields, section.values)) ?? { height: 60, marks: [] };
  const wanted = WIDTHS[casing.width === 'page' ? spot.layout : casing.width];
  const inner = spot.depth > 0 ? spot.width : Math.min(wanted, spot.width - (wanted === PLAN_WIDTH ? 0 : 2 * MARGIN));
  const left = spot.x + (spot.width - inner) / 2;
  const pad = (SPACES[casing.space.desktop] ?? 0) * (spot.depth > 0 ? 0.3 : 1);
  const scale = inner / 1200;
  const at = boxes.length;
  const slots = Object.keys(kind?.slots ?? {});
  const share: number =
    COLUMN_SHARES[(section.values['split'] as keyof typeof COLUMN_SHARES | undefined) ?? 'half'] ?? 1 / 2;

  const slotBoxes = slots.map((name, i) => {
    const first = (inner - GAP) * share;
    return i === 0 ? { name, x: left, width: first } : { name, x: left + first + GAP, width: inner - GAP - first };
  });
  const filled = slotBoxes.map(({ name, x, width }) => {
    let used = 0;
    for (const child of section.slots?.[name] ?? []) {
      used += place(
        child,
        { ...spot, x, y: spot.y + pad + used, width, depth: spot.depth + 1, slot: name, parent: section.id },
        kinds,
        boxes,
      );
    }
    return used;
  });
  const height = slots.length ? Math.max(EMPTY, ...filled) : Math.max(sketch.height * scale, LOWEST);
  boxes.splice(at, 0, {
    document: spot.document,
    section: section.id,
    kind: section.kind,
    title: kind?.title ?? section.kind,
    caption: sketch.caption ?? '',
    depth: spot.depth,
    ...(spot.slot ? { slot: spot.slot } : {}),
    ...(spot.parent ? { parent: spot.parent } : {}),
    slots: slotBoxes,
    x: left,
    y: spot.y + pad,
    width: inner,
    height,
    tone: casing.tone,
    marks: slots.length ? [] : sketch.marks,
    scale,
    missing: !kind,
  });
  return height + 2 * pad;
}
