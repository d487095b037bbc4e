/**
 * Drawings that people upload, made harmless: what is kept is written anew from an allow-list, so that nothing in it
 * runs, moves, or loads from elsewhere. Pages show drawings as pictures, where browsers run nothing either; opened by
 * itself a drawing is in a sandbox (`storefront/assets.ts`).
 */
import { Parser } from 'htmlparser2';
import { sure } from '@parlour/core';

/** Elements of SVG 2 that draw, or say how; filters have many, all beginning alike. */
const ELEMENTS = new Set([
  ...['svg', 'g', 'defs', 'symbol', 'use', 'title', 'desc', 'style', 'image', 'marker', 'pattern', 'mask', 'clipPath'],
  ...['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon', 'text', 'tspan', 'textPath'],
  ...['linearGradient', 'radialGradient', 'stop', 'filter'],
]);
const isElement = (name: string): boolean => ELEMENTS.has(name) || /^fe[A-Z][A-Za-z]+$/.test(name);

/** What is left out without a word: notes of drawing programs, which draw nothing. */
const NOTES = /:|^metadata$|^style$/;

const ATTRIBUTE = /^(?!on)[a-zA-Z][a-zA-Z0-9-]*$/i;
const QUALIFIED = new Set(['xmlns:xlink', 'xlink:href', 'xml:lang', 'xml:space']);
const SVG = 'http://www.w3.org/2000/svg';
const NAMESPACES = new Set([SVG, 'http://www.w3.org/1999/xlink']);
/** A part of the drawing itself, or pixels within it. */
const OWN_TARGET = /^(#|data:image\/(png|jpeg|webp);base64,)/;
/** Rules, escapes and functions of CSS that can load something. */
const LOADS = /[@\\]|url\s*\(\s*(?!["']?#)|image|src\s*\(/i;

export interface SafeDrawing {
  readonly svg: string;
  /** What was left out because it could run or load something: `script`, `onclick`. */
  readonly leftOut: readonly string[];
}

/** Whether a file may be a drawing; whether it is one shows when it is read. */
export const looksLikeSvg = (file: Uint8Array): boolean =>
  /^\uFEFF?\s*<(\?xml|!--|!doctype\s+svg|svg)[\s>]?/i.test(Buffer.from(file.subarray(0, 200)).toString('utf8'));

/** How much a drawing may be. Parts that are used again count as often as they are drawn. */
export const DRAWING_LIMITS = { bytes: 1_000_000, elements: 20_000, depth: 64, drawn: 200_000 } as const;

/** Ends the parsing of a drawing that is too much: what comes after is not looked at. */
class TooMuch extends Error {}

/**
 * Runs in a process of its own (`encoder.mjs`), as everything does that takes its time over what people upload.
 * @returns null if the text is no drawing, or names things that stand for others (entities); `size` if it has more
 * elements, deeper inside each other, or drawn more often than `DRAWING_LIMITS` says
 */
export function safeDrawing(text: string): SafeDrawing | 'size' | null {
  if (text.length > DRAWING_LIMITS.bytes) return 'size';
  const uses = new Uses();
  try {
    const safe = written(text, uses);
    return safe && uses.drawn() > DRAWING_LIMITS.drawn ? 'size' : safe;
  } catch (error) {
    if (error instanceof TooMuch) return 'size';
    throw error;
  }
}

/** What one part of a drawing draws: its elements, and the parts that it uses. */
interface UsedPart {
  elements: number;
  readonly uses: string[];
}

/** Counts how often elements are drawn: each use of a part draws it once more, with all that it uses itself. */
class Uses {
  readonly #whole: UsedPart = { elements: 0, uses: [] };
  readonly #parts = new Map<string, UsedPart>();
  /** The parts that are open, the whole first; null for elements without a name. */
  readonly #open: (UsedPart | null)[] = [this.#whole];

  /** @throws TooMuch */
  opened(attributes: Readonly<Record<string, string>>): void {
    if (this.#open.length > DRAWING_LIMITS.depth || this.#whole.elements >= DRAWING_LIMITS.elements)
      throw new TooMuch();
    const { id } = attributes;
    const part = id === undefined || this.#parts.has(id) ? null : { elements: 0, uses: [] };
    if (part && id !== undefined) this.#parts.set(id, part);
    this.#open.push(part);
    const used = Object.entries(attributes).flatMap(([name, value]) =>
      name === 'href' || name === 'xlink:href'
        ? value.startsWith('#')
          ? [value.slice(1)]
          : []
        : [...value.matchAll(/url\(\s*["']?#([^"')]+)/g)].map((found) => sure(found[1])),
    );
    for (const one of this.#open) {
      if (!one) continue;
      one.elements++;
      one.uses.push(...used);
    }
  }
  closed(): void {
    this.#open.pop();
  }
  /** How many elements are drawn in all. */
  drawn(): number {
    const known = new Map<UsedPart, number>();
    const count = (part: UsedPart): number => {
      const before = known.get(part);
      if (before !== undefined) return before;
      // Of one that uses itself nothing more is drawn.
      known.set(part, 0);
      let drawn = part.elements;
      for (const name of part.uses) {
        const used = this.#parts.get(name);
        if (used) drawn += count(used);
      }
      known.set(part, drawn);
      return drawn;
    };
    return count(this.#whole);
  }
}

function written(text: string, uses: Uses): SafeDrawing | null {
  const leftOut = new Set<string>();
  const open: boolean[] = [];
  let svg = '';
  let skipping = 0;
  let style: string | null = null;
  let isDrawing = true;
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        uses.opened(attributes);
        if (open.length === 0 && name !== 'svg') isDrawing = false;
        const kept = skipping === 0 && isElement(name);
        open.push(kept);
        if (!kept) {
          if (skipping === 0 && !NOTES.test(name)) leftOut.add(name);
          skipping++;
          return;
        }
        if (name === 'style') style = '';
        // Without it browsers see no drawing, though some programs do.
        else
          svg += `<${name}${open.length > 1 || attributes['xmlns'] ? '' : ` xmlns="${SVG}"`}${attributesOf(attributes, leftOut)}>`;
      },
      ontext(data) {
        if (skipping > 0) return;
        if (style === null) svg += escaped(data);
        else style += data;
      },
      onclosetag(name) {
        uses.closed();
        if (!open.pop()) {
          skipping--;
        } else if (name === 'style') {
          if (style !== null && LOADS.test(style)) leftOut.add('style');
          else svg += `<style>${escaped(style ?? '')}</style>`;
          style = null;
        } else svg += `</${name}>`;
      },
      onprocessinginstruction(name, data) {
        if (/^!doctype$/i.test(name) && data.includes('[')) isDrawing = false;
      },
    },
    { xmlMode: true, decodeEntities: true },
  );
  parser.end(text);
  return isDrawing && svg.startsWith('<svg') ? { svg, leftOut: [...leftOut].sort() } : null;
}

function attributesOf(attributes: Readonly<Record<string, string>>, leftOut: Set<string>): string {
  let written = '';
  for (const [name, value] of Object.entries(attributes)) {
    if (isAttribute(name, value)) written += ` ${name}="${escaped(value)}"`;
    else if (!NOTES.test(name) || name === 'xlink:href' || name === 'style') leftOut.add(name);
  }
  return written;
}

function isAttribute(name: string, value: string): boolean {
  if (name.startsWith('xmlns')) return (name === 'xmlns' || QUALIFIED.has(name)) && NAMESPACES.has(value);
  if (name === 'href' || name === 'xlink:href') return OWN_TARGET.test(value);
  return (QUALIFIED.has(name) || ATTRIBUTE.test(name)) && !LOADS.test(value);
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
