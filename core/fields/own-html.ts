/** Html of one’s own: a wider allow-list than that of formatted text, and as strict. Nothing in it runs, loads from elsewhere or restyles. */
import { Parser } from 'htmlparser2';
import { remembering } from '../remembering.js';
import { counting, escapeText, isSafeHref, unlessTooMuch } from './prose.js';

/** Attributes that every element may have. */
const EVERYWHERE = ['title', 'lang', 'dir'];

const ELEMENTS: ReadonlyMap<string, readonly string[]> = new Map(
  Object.entries({
    ...Object.fromEntries(
      [
        ...[
          'h2',
          'h3',
          'h4',
          'h5',
          'h6',
          'p',
          'div',
          'section',
          'span',
          'ul',
          'dl',
          'dt',
          'dd',
          'blockquote',
          'address',
        ],
        ...['figure', 'figcaption', 'strong', 'em', 'b', 'i', 's', 'u', 'small', 'code', 'kbd', 'mark', 'sub', 'sup'],
        ...[
          'abbr',
          'cite',
          'q',
          'pre',
          'table',
          'caption',
          'thead',
          'tbody',
          'tfoot',
          'tr',
          'summary',
          'br',
          'hr',
          'wbr',
        ],
      ].map((name): [string, string[]] => [name, []]),
    ),
    a: ['href'],
    img: ['src', 'alt', 'width', 'height'],
    ol: ['start', 'reversed'],
    li: ['value'],
    th: ['colspan', 'rowspan', 'scope'],
    td: ['colspan', 'rowspan'],
    time: ['datetime'],
    details: ['open'],
  }),
);
const VOID = new Set(['br', 'hr', 'img', 'wbr']);
/** What is in them is no text to read. */
const SILENT = new Set([
  'script',
  'style',
  'template',
  'noscript',
  'iframe',
  'object',
  'svg',
  'math',
  'textarea',
  'title',
]);
/** Pictures of the store itself. */
const OWN_PICTURE = /^\/pictures\/[0-9a-f]{64}\/\d{1,5}$/;
const NUMBER = /^\d{1,5}$/;
const NUMERIC = new Set(['width', 'height', 'start', 'value', 'colspan', 'rowspan']);

/** What is wrong with an attribute, in words; null if nothing is. */
function attributeFault(element: string, attribute: string, value: string): string | null {
  const allowed = [...(ELEMENTS.get(element) ?? []), ...EVERYWHERE];
  if (!allowed.includes(attribute)) return `the attribute “${attribute}” of <${element}> is not allowed`;
  if (attribute === 'href' && !isSafeHref(value))
    return `the link “${value}” is not allowed; use https, mailto, tel or a path`;
  if (attribute === 'src' && !OWN_PICTURE.test(value))
    return `the picture “${value}” is not allowed; use one of the store, such as /pictures/…/960`;
  if (NUMERIC.has(attribute) && !NUMBER.test(value)) return `“${attribute}” of <${element}> must be a whole number`;
  return null;
}

/** Says what is not allowed in `html`, in words, or null if all of it is. */
export function htmlFault(html: string): string | null {
  let fault: string | null = null;
  const count = counting();
  const parser = new Parser({
    onopentag(name, attributes) {
      count.opened(name, attributes);
      if (!ELEMENTS.has(name)) fault ??= `<${name}> is not allowed; use ${[...ELEMENTS.keys()].join(', ')}`;
      for (const [attribute, value] of Object.entries(attributes)) fault ??= attributeFault(name, attribute, value);
    },
    onclosetag: (name) => count.closed(name),
  });
  return unlessTooMuch(
    () => {
      parser.end(html);
      return fault;
    },
    ({ message }) => message,
  );
}

/** Rebuilds `html` with only what is allowed, every element closed; nothing at all if it has more than is allowed. */
export const cleanHtml: (html: string) => string = remembering((html) =>
  unlessTooMuch(
    () => rebuilt(html),
    () => '',
  ),
);

function rebuilt(html: string): string {
  const out: string[] = [];
  const count = counting();
  let silent = 0;
  const parser = new Parser({
    onopentag(name, attributes) {
      count.opened(name, attributes);
      if (SILENT.has(name)) silent++;
      if (silent || !ELEMENTS.has(name)) return;
      const kept = Object.entries(attributes).filter(([key, value]) => attributeFault(name, key, value) === null);
      if (name === 'img' && !kept.some(([key]) => key === 'src')) return;
      if (name === 'img' && !kept.some(([key]) => key === 'alt')) kept.push(['alt', '']);
      out.push(`<${name}${kept.map(([key, value]) => ` ${key}="${escapeText(value)}"`).join('')}>`);
    },
    ontext(text) {
      if (!silent) out.push(escapeText(text));
    },
    onclosetag(name) {
      count.closed(name);
      if (!silent && ELEMENTS.has(name) && !VOID.has(name)) out.push(`</${name}>`);
      if (SILENT.has(name)) silent--;
    },
  });
  parser.end(html);
  return out.join('');
}
