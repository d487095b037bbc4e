/** Formatted text: an allow-list of html elements, checked when it is saved and rebuilt when it is shown. */
import { Parser } from 'htmlparser2';

/** Allowed elements with their allowed attributes. */
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
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
  a: ['href'],
  // A break mark: where the text may be split into parts. Nothing is seen of it where the text is shown whole.
  wbr: ['data-break'],
};
const INLINE = new Set(['strong', 'em', 's', 'u', 'code', 'sub', 'sup', 'a']);
const VOID = new Set(['br', 'hr', 'wbr']);

/** A break mark as it stands in formatted text. */
export const BREAK_MARK = '<wbr data-break>';
const SAFE_HREF = /^(https?:\/\/|mailto:|tel:|\/(?!\/)|#)/i;

/** Says what is not allowed in `html`, in words, or null if all of it is. */
export function proseFault(html: string): string | null {
  let fault: string | null = null;
  const parser = new Parser({
    onopentag(name, attributes) {
      const allowed = ALLOWED[name];
      if (!allowed) fault ??= `<${name}> is not allowed; use ${Object.keys(ALLOWED).join(', ')}`;
      for (const [attribute, value] of Object.entries(attributes)) {
        if (allowed && !allowed.includes(attribute))
          fault ??= `the attribute “${attribute}” of <${name}> is not allowed`;
        else if (attribute === 'href' && !isSafeHref(value))
          fault ??= `the link “${value}” is not allowed; use https, mailto, tel or a path`;
      }
    },
  });
  parser.end(html);
  return fault;
}

/** Plain text becomes a paragraph; what is formatted already stays. */
export const asProse = (text: string): string =>
  text === '' || text.includes('<') ? text : `<p>${escapeText(text)}</p>`;

/** The words of formatted text on one line, without its mark-up. */
export function proseWords(html: string): string {
  const words: string[] = [];
  const parser = new Parser({
    ontext: (text) => words.push(text),
    onclosetag: (name) => !INLINE.has(name) && words.push(' '),
  });
  parser.end(html);
  return words.join('').replace(/\s+/g, ' ').trim();
}

/** Rebuilds `html` with only what is allowed, every element closed. What is not allowed keeps its text and loses its mark-up. */
export const cleanProse = (html: string): string => rebuild(html, BREAK_MARK).join('');

/**
 * The parts of formatted text: n break marks make n + 1 of them, each clean by itself. A mark inside a list or a
 * paragraph closes it and opens it again; what is empty at the seam is left out, and a numbered list counts on.
 */
export const proseParts = (html: string): string[] => rebuild(html, null).map(withoutEmpty);

interface OpenElement {
  readonly name: string;
  readonly attributes: string;
  /** How many items of it there were so far, in a numbered list. */
  items: number;
}

/** @param mark what stands for a break mark; null splits there */
function rebuild(html: string, mark: string | null): string[] {
  const parts = [''];
  const open: OpenElement[] = [];
  let silent = 0;
  const write = (text: string): void => void (parts[parts.length - 1] += text);
  const split = (): void => {
    for (const { name } of open.toReversed()) write(`</${name}>`);
    parts.push('');
    open.forEach(({ name, attributes, items }, i) => {
      const next = open[i + 1]?.name === 'li' ? items : items + 1;
      write(name === 'ol' && next > 1 ? `<ol start="${next}">` : `<${name}${attributes}>`);
    });
  };
  const parser = new Parser({
    onopentag(name, given) {
      if (name === 'script' || name === 'style') silent++;
      if (!ALLOWED[name] || silent) return;
      if (name === 'wbr') {
        if (given['data-break'] === undefined) return;
        return mark === null ? split() : write(mark);
      }
      const href = given['href'];
      const attributes = name === 'a' && href && isSafeHref(href) ? ` href="${escapeText(href)}"` : '';
      const list = open.at(-1);
      if (name === 'li' && list) list.items++;
      write(`<${name}${attributes}>`);
      if (!VOID.has(name)) open.push({ name, attributes, items: 0 });
    },
    ontext(text) {
      if (!silent) write(escapeText(text));
    },
    onclosetag(name) {
      if (name === 'script' || name === 'style') silent--;
      if (!ALLOWED[name] || VOID.has(name) || silent) return;
      open.pop();
      write(`</${name}>`);
    },
  });
  parser.end(html);
  return parts;
}

// Also of what only looks empty: spaces that do not break, spaces without width.
const EMPTY = /<([a-z0-9]+)(?: [^>]*)?>(?:[\s\u200b]|<br>)*<\/\1>/g;

function withoutEmpty(part: string): string {
  const less = part.replace(EMPTY, '');
  return less === part ? less.trim() : withoutEmpty(less);
}

const isSafeHref = (href: string): boolean => SAFE_HREF.test(href.trim()) && !href.includes('\\');

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
  NEEDS_ESCAPE.test(text) ? text.replace(EACH_ESCAPE, (character) => ESCAPES[character] as string) : text;
