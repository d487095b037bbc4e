/** Formatted text: an allow-list of html elements, checked when it is saved and rebuilt when it is shown. */
import { Parser } from 'htmlparser2';
import { remembering } from '../remembering.js';
import { sure } from '../sure.js';
import { readTextPicture, TEXT_PICTURE_ATTRIBUTES, type TextPicture } from './text-pictures.js';

/** Allowed elements with their allowed attributes. */
const ALLOWED: ReadonlyMap<string, readonly string[]> = new Map(
  Object.entries({
    p: [],
    h2: [],
    h3: [],
    h4: [],
    ul: [],
    ol: [],
    li: [],
    blockquote: [],
    hr: [],
    br: [],
    strong: [],
    em: [],
    s: [],
    u: [],
    code: [],
    sub: [],
    sup: [],
    a: ['href', 'target'],
    table: [],
    thead: [],
    tbody: [],
    tr: [],
    th: [],
    td: [],
    // A picture of the store, between paragraphs.
    img: TEXT_PICTURE_ATTRIBUTES,
    // A break mark: where the text may be split into parts. Nothing is seen of it where the text is shown whole.
    wbr: ['data-break'],
  }),
);

/** How much mark-up one text may hold. Splitting it writes every open element anew at every mark. */
export const PROSE_LIMITS = {
  /** Elements inside each other. */
  depth: 16,
  elements: 2_000,
  breakMarks: 20,
} as const;

const INLINE = new Set(['strong', 'em', 's', 'u', 'code', 'sub', 'sup', 'a']);
/** Empty ones hold the place of the others in their row. */
const CELLS = new Set(['th', 'td']);
const VOID = new Set(['br', 'hr', 'wbr', 'img']);

/** A break mark as it stands in formatted text. */
export const BREAK_MARK = '<wbr data-break>';
/** Where a link opens a new window. Its page cannot reach back to ours (HTML Living Standard, “noopener” is implied). */
const NEW_WINDOW = '_blank';
const SAFE_HREF = /^(https?:\/\/|mailto:|tel:|\/(?!\/)|#)/i;

/** Thrown out of the parser, whose own work grows with the depth it has reached. */
class TooMuch extends Error {}

/** Counts the elements of a text while it is parsed. @throws TooMuch beyond a limit */
export function counting() {
  let depth = 0;
  let elements = 0;
  let marks = 0;
  const most = (count: number, limit: number, what: string): void => {
    if (count > limit) throw new TooMuch(`at most ${limit.toLocaleString('en')} ${what} are allowed`);
  };
  return {
    opened(name: string, attributes: Readonly<Record<string, string>>): void {
      most(++elements, PROSE_LIMITS.elements, 'elements');
      if (name === 'wbr' && attributes['data-break'] !== undefined)
        most(++marks, PROSE_LIMITS.breakMarks, 'break marks');
      if (!VOID.has(name)) most(++depth, PROSE_LIMITS.depth, 'elements inside each other');
    },
    closed(name: string): void {
      if (!VOID.has(name)) depth--;
    },
  };
}

/** Says what is not allowed in `html`, in words, or null if all of it is. */
export function proseFault(html: string): string | null {
  let fault: string | null = null;
  let inside = 0;
  const count = counting();
  const parser = new Parser({
    onopentag(name, attributes) {
      count.opened(name, attributes);
      const allowed = ALLOWED.get(name);
      if (name === 'img') {
        const picture = readTextPicture(attributes);
        if (typeof picture === 'string') fault ??= picture;
        if (inside > 0) fault ??= 'a picture stands between paragraphs, lists and tables, not in one';
      }
      if (!VOID.has(name)) inside++;
      if (!allowed) fault ??= `<${name}> is not allowed; use ${[...ALLOWED.keys()].join(', ')}`;
      for (const [attribute, value] of Object.entries(attributes)) {
        if (allowed && !allowed.includes(attribute))
          fault ??= `the attribute “${attribute}” of <${name}> is not allowed`;
        else if (attribute === 'href' && !isSafeHref(value))
          fault ??= `the link “${value}” is not allowed; use https, mailto, tel or a path`;
        else if (attribute === 'target' && value !== NEW_WINDOW)
          fault ??= `the target “${value}” of a link is not allowed; use ${NEW_WINDOW}, for a new window`;
      }
    },
    onclosetag(name) {
      count.closed(name);
      if (!VOID.has(name)) inside--;
    },
  });
  return unlessTooMuch(
    () => {
      parser.end(html);
      return fault;
    },
    ({ message }) => message,
  );
}

/** Does work that may find too much mark-up, and something else then. */
export function unlessTooMuch<T>(work: () => T, otherwise: (tooMuch: Error) => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof TooMuch) return otherwise(error);
    throw error;
  }
}

/** Plain text becomes a paragraph; what is formatted already stays. */
export const asProse = (text: string): string =>
  text === '' || text.includes('<') ? text : `<p>${escapeText(text)}</p>`;

/** How much of a text is read for a few words of it. */
const READ_FOR_WORDS = 4_000;

/** The first words of formatted text on one line, without its mark-up. */
export function proseWords(html: string): string {
  const words: string[] = [];
  const count = counting();
  const parser = new Parser({
    onopentag: (name, attributes) => count.opened(name, attributes),
    ontext: (text) => words.push(text),
    onclosetag(name) {
      count.closed(name);
      if (!INLINE.has(name)) words.push(' ');
    },
  });
  unlessTooMuch(
    () => parser.end(html.slice(0, READ_FOR_WORDS).toWellFormed()),
    () => undefined,
  );
  return words.join('').replace(/\s+/g, ' ').trim();
}

/**
 * Rebuilds `html` with only what is allowed, every element closed. What is not allowed keeps its text and loses its
 * mark-up.
 */
export const cleanProse: (html: string) => string = remembering((html) => rebuild(html, BREAK_MARK).join(''));

/**
 * The parts of formatted text: n break marks make n + 1 of them, each clean by itself. A mark inside a list or a
 * paragraph closes it and opens it again; what is empty at the seam is left out, and a numbered list counts on.
 */
export const proseParts: (html: string) => readonly string[] = remembering((html) => rebuild(html, null));

interface OpenElement {
  readonly name: string;
  readonly attributes: string;
  /** How many items of it there were so far, in a numbered list. */
  items: number;
  /** Where it begins in what is written. */
  start: number;
  /** Whether something to see stands in it. */
  filled: boolean;
}

/**
 * @param mark what stands for a break mark; null splits there, and leaves out what is empty
 * @returns the parts; a text with more mark-up than is allowed is one part, its words alone
 */
const rebuild = (html: string, mark: string | null): string[] =>
  unlessTooMuch(
    () => rebuilt(html, mark),
    () => [escapeText(html.replace(/<[^<>]*>/g, ' ')).trim()],
  );

function rebuilt(html: string, mark: string | null): string[] {
  const parts: string[] = [];
  let out: string[] = [];
  const open: OpenElement[] = [];
  const count = counting();
  let silent = 0;
  const start = (element: OpenElement, tag: string): void => {
    element.start = out.length;
    element.filled = CELLS.has(element.name);
    out.push(tag);
  };
  const fill = (): void => {
    const inner = open.at(-1);
    if (inner) inner.filled = true;
  };
  /** Ends an element; one that is empty goes altogether where texts are split. */
  const end = ({ name, start: from, filled }: OpenElement, outer: OpenElement | undefined): void => {
    if (mark === null && !filled) out.length = from;
    else out.push(`</${name}>`);
    if (filled && outer) outer.filled = true;
  };
  const endPart = (): void => {
    parts.push(mark === null ? out.join('').trim() : out.join(''));
    out = [];
  };
  const splitHere = (): void => {
    for (let i = open.length - 1; i >= 0; i--) end(sure(open[i]), open[i - 1]);
    endPart();
    open.forEach((element, i) => {
      const { name, attributes, items } = element;
      const next = open[i + 1]?.name === 'li' ? items : items + 1;
      start(element, name === 'ol' && next > 1 ? `<ol start="${next}">` : `<${name}${attributes}>`);
    });
  };
  const parser = new Parser({
    onopentag(name, given) {
      count.opened(name, given);
      if (name === 'script' || name === 'style') silent++;
      if (!ALLOWED.has(name) || silent) return;
      if (name === 'wbr') {
        if (given['data-break'] === undefined) return;
        if (mark === null) splitHere();
        else out.push(mark);
        return;
      }
      if (name === 'img') {
        const picture = open.length === 0 ? readTextPicture(given) : '';
        if (typeof picture !== 'string') out.push(writtenPicture(picture));
        return;
      }
      const attributes = name === 'a' ? linkAttributes(given) : '';
      const list = open.at(-1);
      if (name === 'li' && list) list.items++;
      if (VOID.has(name)) {
        if (name !== 'br') fill();
        out.push(`<${name}${attributes}>`);
        return;
      }
      const element = { name, attributes, items: 0, start: 0, filled: false };
      start(element, `<${name}${attributes}>`);
      open.push(element);
    },
    ontext(text) {
      if (silent) return;
      if (!LOOKS_EMPTY.test(text)) fill();
      out.push(escapeText(text));
    },
    onclosetag(name) {
      count.closed(name);
      if (name === 'script' || name === 'style') silent--;
      if (!ALLOWED.has(name) || VOID.has(name) || silent) return;
      const element = open.pop();
      if (element) end(element, open.at(-1));
    },
  });
  parser.end(html);
  endPart();
  return parts;
}

const linkAttributes = ({ href, target }: Readonly<Record<string, string>>): string =>
  href && isSafeHref(href)
    ? ` href="${escapeText(href)}"${target === NEW_WINDOW ? ` target="${NEW_WINDOW}"` : ''}`
    : '';

const writtenPicture = ({ hash, alt, width, side, caption }: TextPicture): string =>
  `<img data-picture="${hash}" alt="${escapeText(alt)}" data-width="${width}" data-side="${side}" data-caption="${escapeText(caption)}">`;

// Also spaces that do not break, and spaces without width.
const LOOKS_EMPTY = /^[\s\u200b]*$/;

/** Browsers leave out control characters, and read “\” as “/”: with them a path of the store may lead elsewhere. */
const MISREAD = /[\\\p{Cc}]/u;

export const isSafeHref = (href: string): boolean => SAFE_HREF.test(href.trim()) && !MISREAD.test(href.trim());

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const NEEDS_ESCAPE = /[&<>"']/;
const EACH_ESCAPE = /[&<>"']/g;

/** Escapes text for html element content and quoted attributes. */
export const escapeText = (text: string): string =>
  NEEDS_ESCAPE.test(text) ? text.replace(EACH_ESCAPE, (character) => sure(ESCAPES[character])) : text;
