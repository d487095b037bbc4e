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
};
const INLINE = new Set(['strong', 'em', 's', 'u', 'code', 'sub', 'sup', 'a']);
const VOID = new Set(['br', 'hr']);
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
export function cleanProse(html: string): string {
  let out = '';
  let silent = 0;
  const parser = new Parser({
    onopentag(name, attributes) {
      if (name === 'script' || name === 'style') silent++;
      if (!ALLOWED[name] || silent) return;
      const href = attributes['href'];
      out += name === 'a' && href && isSafeHref(href) ? `<a href="${escapeText(href)}">` : `<${name}>`;
    },
    ontext(text) {
      if (!silent) out += escapeText(text);
    },
    onclosetag(name) {
      if (name === 'script' || name === 'style') silent--;
      if (ALLOWED[name] && !VOID.has(name) && !silent) out += `</${name}>`;
    },
  });
  parser.end(html);
  return out;
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
