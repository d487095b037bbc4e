/**
 * Drawings that people upload, made harmless: what is kept is written anew from an allow-list, so that nothing in it
 * runs, moves, or loads from elsewhere. Pages show drawings as pictures, where browsers run nothing either; opened by
 * itself a drawing is in a sandbox (`storefront/assets.ts`).
 */
import { Parser } from 'htmlparser2';

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

/** @returns null if the text is no drawing, or names things that stand for others (entities) */
export function safeDrawing(text: string): SafeDrawing | null {
  const leftOut = new Set<string>();
  const open: boolean[] = [];
  let svg = '';
  let skipping = 0;
  let style: string | null = null;
  let isDrawing = true;
  const parser = new Parser(
    {
      onopentag(name, attributes) {
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
