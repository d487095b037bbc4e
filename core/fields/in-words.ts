/** Stored values as sentences say them. */
import { printRule } from '../pages/rule-text.js';
import { canonicalJson } from '../canonical-json.js';
import { inZone } from '../time/zone.js';
import { cut as cutTo, listed } from '../words.js';
import type { Field, Link, PictureValue, ProductSource } from './field.js';
import { proseWords } from './prose.js';
import { PLAIN, pageInWords, type Telling } from './telling.js';
import { isBound, typedValue } from './value.js';
import { sure } from '../sure.js';

const MOST = 80;
const cut = (text: string): string => cutTo(text, MOST);
const quoted = (text: string): string => (text === '' ? 'empty' : cut(`“${text}”`));

/** A value of no known field: texts in quotes, everything else as JSON. */
export const shown = (value: unknown): string =>
  typeof value === 'string' ? cut(`“${value}”`) : cut(canonicalJson(value));

/**
 * A stored value of a field: the label of a choice, a number with its unit, a rule as it is written.
 */
export function inWords(field: Field | null | undefined, value: unknown, telling: Telling = PLAIN): string {
  if (value === undefined) return 'its default';
  if (isBound(value)) return `the page’s own ${value.bind}`;
  switch (field?.type) {
    case 'choice':
      return quoted(labelOf(field.choices, value));
    case 'font':
      return quoted(labelOf(field.fonts, value));
    case 'toggle':
      return value === true ? 'on' : 'off';
    case 'number':
      return field.unit === '' ? String(value) : `${String(value)} ${field.unit}`;
    case 'date-time':
      return value === '' ? 'empty' : inZone(String(value), telling.zone);
    case 'text':
    case 'code':
      return quoted(String(value));
    case 'reference':
      return field.to === 'page' && value !== '' ? pageInWords(String(value), telling) : quoted(String(value));
    case 'prose':
      return quoted(proseWords(String(value)));
    case 'picture':
      return pictureInWords(typedValue(field, value));
    case 'link':
      return linkInWords(typedValue(field, value), telling);
    case 'source':
      return sourceInWords(typedValue(field, value));
    case 'rule':
      return value === null ? 'no rule' : printRule(sure(typedValue(field, value)));
    case 'words':
      return listed(typedValue(field, value)) || 'empty';
    default:
      return shown(value);
  }
}

const labelOf = (labels: Readonly<Record<string, string>>, value: unknown): string =>
  Object.hasOwn(labels, String(value)) ? sure(labels[String(value)]) : String(value);

const pictureInWords = (picture: PictureValue | null): string =>
  picture ? (picture.alt ? `the picture ${quoted(picture.alt)}` : 'a picture') : 'no picture';

const linkInWords = (link: Link | null, telling: Telling): string =>
  link
    ? `${'to' in link ? pageInWords(link.to, telling) : quoted(link.url)}${link.window ? ', in a new window' : ''}`
    : 'no link';

function sourceInWords(source: ProductSource): string {
  switch (source.from) {
    case 'newest':
      return 'the newest';
    case 'reduced':
      return 'the reduced';
    case 'this-collection':
      return 'the collection of the page';
    case 'same-brand':
      return 'the brand of the page';
    case 'goes-with':
      return 'what goes with the product';
    case 'found':
      return 'what is looked for';
    case 'collection':
      return `the collection ${source.collection}`;
    case 'chosen':
      return source.products.length ? cut(listed(source.products)) : 'no products';
  }
}
