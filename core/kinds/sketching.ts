/** Draws the sketch of a kind with the values of a section: marks in CSS pixels at a page 1,200 wide. */
import { DEVICES, type Field } from '../fields/field.js';
import { proseWords } from '../fields/prose.js';
import type { Values } from '../documents/document.js';
import type { KindDescription } from './kind.js';
import { readShares } from './shares.js';
import type {
  Amount,
  BesidePart,
  DrawnPart,
  GridPart,
  MarkType,
  Sketch,
  SketchPart,
  SlotsPart,
  When,
} from './sketch.js';
import { cut } from '../words.js';
import { sure } from '../sure.js';
import { isRecord } from '../shapes.js';

/** One drawn thing. */
export interface Mark {
  readonly type: MarkType;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A part of the width that sections stand in, below each other. */
export interface Lane {
  readonly x: number;
  readonly width: number;
}

export interface Drawing {
  /** Height of the section without its frame's space. */
  readonly height: number;
  readonly marks: readonly Mark[];
  /** Where the slots of a kind that holds sections lie across; two of one lane below each other. */
  readonly slots?: Readonly<Record<string, Lane>>;
  /** Shown beside the kind's title, such as the section's own heading. */
  readonly caption: string;
}

export const SKETCH_WIDTH = 1200;
const GAP = 28;
const LANE_GAP = 44;
const LINE = 26;
const INK = 10;
const EMPTY_SLOT = 160;

/** Lanes beside each other by their shares of a width. @param gap between two of them */
export function lanes(width: number, shares: readonly number[], gap = 0): Lane[] {
  const room = width - gap * (shares.length - 1);
  const whole = shares.reduce((sum, share) => sum + share, 0);
  let x = 0;
  return shares.map((share) => {
    // Whole hundredths: together never wider than there is room.
    const lane = { x, width: Math.floor((100 * room * share) / whole) / 100 };
    x += lane.width + gap;
    return lane;
  });
}

/** @param values as a view is given them */
export function drawSketch(kind: KindDescription, values: Values): Drawing {
  const pen: Pen = { kind, values, slots: {} };
  const { marks, height } = stacked(kind.sketch, SKETCH_WIDTH, pen);
  const caption = kind.caption === undefined ? '' : captionOf(kind.fields[kind.caption], values[kind.caption]);
  return { height, marks, caption, ...(Object.keys(pen.slots).length ? { slots: pen.slots } : {}) };
}

/** What a sketch is drawn with. */
interface Pen {
  readonly kind: KindDescription;
  readonly values: Values;
  /** The lanes of slots, once they are drawn. */
  readonly slots: Record<string, Lane>;
}

/** Something drawn at the origin. */
interface Drawn {
  readonly marks: readonly Mark[];
  readonly height: number;
}

const NOTHING: Drawn = { marks: [], height: 0 };

const moved = ({ marks }: Drawn, x: number, y: number): Mark[] =>
  marks.map((mark) => ({ ...mark, x: mark.x + x, y: mark.y + y }));

function stacked(parts: Sketch, width: number, pen: Pen): Drawn {
  const marks: Mark[] = [];
  let y = 0;
  for (const part of parts) {
    const one = typeof part === 'number' ? { marks: [], height: part } : drawPart(part, width, pen);
    marks.push(...moved(one, 0, y));
    y += one.height;
  }
  return { marks, height: y };
}

function drawPart(part: SketchPart, width: number, pen: Pen): Drawn {
  if (part.when !== undefined && !isSo(part.when, pen)) return NOTHING;
  if ('draw' in part) return drawMark(part, width, pen);
  if ('lines' in part) return drawLines(amount(part.lines, pen), Math.min(width, amount(part.width ?? width, pen)));
  if ('stack' in part) return stacked(part.stack, width, pen);
  if ('beside' in part) return drawBeside(part, width, pen);
  if ('grid' in part) return drawGrid(part, width, pen);
  if ('slots' in part) return drawSlots(part, width, pen);
  if ('over' in part) {
    const layers = part.over.map((layer) => drawPart(layer, width, pen));
    return { marks: layers.flatMap(({ marks }) => marks), height: Math.max(0, ...layers.map(({ height }) => height)) };
  }
  const inside = stacked(part.inset, part.width, pen);
  return { marks: moved(inside, amount(part.x, pen), part.y), height: part.y + inside.height };
}

function drawMark({ draw, width, height }: DrawnPart, room: number, pen: Pen): Drawn {
  const wide = Math.min(room, width === undefined ? room : amount(width, pen));
  return { marks: [{ type: draw, x: 0, y: 0, width: wide, height }], height };
}

function drawLines(count: number, width: number): Drawn {
  const marks = Array.from({ length: count }, (_, i): Mark => {
    const isLast = i === count - 1 && count > 1;
    return { type: 'text', x: 0, y: i * LINE, width: isLast ? width * 0.6 : width, height: INK };
  });
  return { marks, height: count * LINE };
}

function drawBeside({ beside, shares = beside.map(() => 1), gap = 0, flipped }: BesidePart, width: number, pen: Pen) {
  const isFlipped = flipped !== undefined && isSo(flipped, pen);
  const across = lanes(width, isFlipped ? shares.toReversed() : shares, gap);
  const drawn = (isFlipped ? beside.toReversed() : beside).map((part, i) => {
    const lane = sure(across[i]);
    const one = drawPart(part, lane.width, pen);
    return { marks: moved(one, lane.x, 0), height: one.height };
  });
  return { marks: drawn.flatMap(({ marks }) => marks), height: Math.max(0, ...drawn.map(({ height }) => height)) };
}

function drawGrid({ grid, across, count, rows }: GridPart, width: number, pen: Pen): Drawn {
  const columns = Math.max(1, amount(across, pen));
  const cells = Math.min(amount(count, pen), columns * rows);
  const lanesAcross = lanes(width, Array<number>(columns).fill(1), GAP);
  const marks: Mark[] = [];
  let height = 0;
  for (let i = 0; i < cells; i++) {
    const lane = sure(lanesAcross[i % columns]);
    const cell = stacked(grid, lane.width, pen);
    const y = Math.floor(i / columns) * cell.height;
    marks.push(...moved(cell, lane.x, y));
    height = y + cell.height;
  }
  return { marks, height };
}

function drawSlots({ slots, wider }: SlotsPart, width: number, pen: Pen): Drawn {
  const count = amount(slots, pen);
  const which = wider && wider.by[String(pen.values[wider.of])];
  const isFree = typeof which === 'object';
  const shares = isFree ? readShares(String(pen.values[which.shares]), count) : Array<number>(count).fill(2);
  if (which && !isFree) shares[which === 'first' ? 0 : count - 1] = 3;
  const across = lanes(width, shares, LANE_GAP);
  Object.keys(pen.kind.slots ?? {}).forEach((name, i) => (pen.slots[name] = sure(across[i % across.length])));
  return {
    marks: across.map((lane): Mark => ({ type: 'box', ...lane, y: 0, height: EMPTY_SLOT })),
    height: EMPTY_SLOT,
  };
}

function amount(wanted: Amount, pen: Pen): number {
  if (typeof wanted === 'number') return wanted;
  const { of, by, over = 1, times = 1, plus = 0, least = 0, most = Infinity } = wanted;
  const value = onDesktop(pen, of);
  const found = by ? (by[String(value)] ?? 0) : measure(pen.kind.fields[of], value);
  return Math.min(most, Math.max(least, Math.ceil(found / over) * times + plus));
}

/** The size of a value: a number as it is, also where it is chosen; a text by its length. */
function measure(field: Field | undefined, value: unknown): number {
  if (field?.type === 'number' || field?.type === 'choice') return Number(value);
  return field?.type === 'prose' ? proseWords(String(value)).length : String(value ?? '').length;
}

/** A value as it counts on the widest device. */
function onDesktop({ kind, values }: Pen, name: string): unknown {
  const value = values[name];
  return kind.fields[name]?.perDevice && isRecord(value) ? value[DEVICES[0]] : value;
}

function isSo(when: When, pen: Pen): boolean {
  if (typeof when !== 'string') return onDesktop(pen, when.of) === when.is;
  const value = onDesktop(pen, when);
  return Array.isArray(value) ? value.length > 0 : Boolean(value);
}

const LONGEST_CAPTION = 40;

function captionOf(field: Field | undefined, value: unknown): string {
  switch (field?.type) {
    case 'choice':
      return String(new Map(Object.entries(field.choices)).get(String(value)) ?? '').toLowerCase();
    case 'prose':
      return cut(proseWords(String(value)), LONGEST_CAPTION);
    default:
      return cut(String(value ?? ''), LONGEST_CAPTION);
  }
}
