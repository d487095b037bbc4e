/** Values as they are written on the command line, by the type of their field. */
import { InvalidArgumentError } from 'commander';
import { capitalised, didYouMean, Problem } from '@parlour/core';
import { checkKeyed, type Field, type Link, type ProductSource, typedValue } from '@parlour/core/fields';
import { formatMoney } from '@parlour/core/money';
import { isPageKind, pageKinds, parseRule, printRule, type PageKind } from '@parlour/core/pages';
import { instantOf, inZone } from '@parlour/core/time';
import type { Context } from './context.js';
import { hashOfPicture } from './named-picture.js';

/** The whole number an option takes. @throws InvalidArgumentError, which is wrong use */
export function wholeNumber(text: string): number {
  if (/^\d{1,9}$/.test(text)) return Number(text);
  throw new InvalidArgumentError('It must be a whole number.');
}

/** Amounts of minor units as people read them, in the currency of a store. */
export const moneyIn =
  ({ currency, locale }: { readonly currency: string; readonly locale: string }) =>
  (minor: number): string =>
    formatMoney({ amount: minor, currency }, locale);

/** The page kind an argument names. @throws Problem `no-such-page-kind` */
export function readPageKind(text: string): PageKind {
  if (isPageKind(text)) return text;
  throw new Problem('no-such-page-kind', `There is no page kind “${text}”.`, {
    place: 'page kind',
    remedy: `Use one of: ${pageKinds().join(', ')}.`,
  });
}

/** @throws Problem `no-such-section-kind`, with the kind that may have been meant */
export function noKind(name: string, known: readonly { readonly name: string }[]): never {
  const names = known.map((one) => one.name);
  throw new Problem('no-such-section-kind', `There is no section kind “${name}”.`, {
    place: 'kind',
    remedy: `${didYouMean(name, names)}See parlour kind list.`,
  });
}

/**
 * Reads `NAME=VALUE`.
 * @param known the names there are
 * @param what such a name is of
 * @throws Problem `bad-value`
 */
export function namedValue(text: string, known: readonly string[], what = 'detail'): [name: string, value: string] {
  const at = text.indexOf('=');
  const name = at < 0 ? text : text.slice(0, at);
  if (at < 0 || !known.includes(name))
    throw new Problem('bad-value', at < 0 ? `“${text}” has no “=”.` : `There is no ${what} “${name}”.`, {
      place: name,
      remedy: `${didYouMean(name, known)}Write it as NAME=VALUE, with one of: ${known.join(', ')}.`,
    });
  return [name, text.slice(at + 1)];
}

/** What a written value is read with. */
export interface Writing {
  /** For rules: the kind of the pages they choose among. */
  readonly kind?: PageKind | undefined;
  /** For days and times: the store's time zone. */
  readonly zone?: string;
}

/**
 * Reads and checks a value.
 * @param key the field's name, with a device or a language behind it where it is for one
 * @throws Problem naming the field
 */
export function readValue(field: Field, text: string, key: string, writing: Writing = {}): unknown {
  const value = read(field, text, key, writing);
  checkKeyed(field, key, value);
  return value;
}

/** Reads and checks a value for the store in question. */
export const valueFor = async (
  context: Context,
  field: Field,
  text: string,
  key: string,
  kind?: PageKind,
): Promise<unknown> => {
  // A picture may be named as people know it.
  const isNamed = field.type === 'picture' && !/^($|none$|\s*\{)/.test(text);
  const written = isNamed ? JSON.stringify({ picture: await hashOfPicture(context, text), alt: '' }) : text;
  const zone = field.type === 'date-time' ? { zone: await context.zone() } : {};
  return readValue(field, written, key, { kind, ...zone });
};

function read(field: Field, text: string, name: string, { kind = 'product', zone = 'UTC' }: Writing): unknown {
  switch (field.type) {
    case 'number': {
      const number = text.trim() === '' ? NaN : Number(text);
      if (!Number.isNaN(number)) return number;
      throw new Problem('bad-value', `${capitalised(name)} must be a number, not “${text}”.`, {
        place: name,
        remedy: field.help,
      });
    }
    case 'toggle':
      if (text === 'true' || text === 'yes' || text === 'on') return true;
      if (text === 'false' || text === 'no' || text === 'off') return false;
      throw new Problem('bad-value', `${capitalised(name)} must be true or false, not “${text}”.`, {
        place: name,
        remedy: field.help,
      });
    case 'link':
      return text.startsWith('{') ? fromJson(text, name) : readLink(text);
    case 'source':
      return text.startsWith('{') ? fromJson(text, name) : readSource(text);
    case 'rule':
      if (text === 'none') return null;
      return text.startsWith('{') ? fromJson(text, name) : parseRule(text, kind);
    case 'date-time':
      return text === '' ? text : instantOf(text, zone, name).instant;
    case 'words':
      return text === '' ? [] : text.split(',').map((word) => word.trim());
    case 'colour':
      return text.toLowerCase();
    case 'picture':
      return text === '' || text === 'none' ? null : fromJson(text, name);
    default:
      return text;
  }
}

/** A value as it would be written on the command line: `readValue` reads it back. */
export function writeValue(field: Field | null | undefined, value: unknown, zone: string): string {
  if (typeof value === 'string') return field?.type === 'date-time' && value !== '' ? inZone(value, zone) : value;
  switch (field?.type) {
    case 'link': {
      const link = typedValue(field, value);
      if (link === null) return 'none';
      if (link.window === undefined) return 'to' in link ? link.to : link.url;
      break;
    }
    case 'picture':
      if (value === null) return 'none';
      break;
    case 'source': {
      const source = typedValue(field, value);
      if (source.from === 'collection') return `collection:${source.collection}`;
      return source.from === 'chosen' ? source.products.join(',') : source.from;
    }
    case 'rule': {
      const rule = typedValue(field, value);
      return rule === null ? 'none' : printRule(rule);
    }
    case 'words':
      return typedValue(field, value).join(', ');
  }
  return JSON.stringify(value);
}

/** A page such as `product:K-001`, a free web address, or `none`; JSON for one that opens in a new window. */
function readLink(text: string): Link | null {
  if (text === '' || text === 'none') return null;
  return /^(https?:\/\/|mailto:|tel:|\/|#)/.test(text) ? { url: text } : { to: text };
}

const PLAIN_SOURCES = ['newest', 'reduced', 'this-collection', 'same-brand', 'goes-with', 'found'] as const;

/** `newest`, `collection:C-1`, or product codes with commas between. */
function readSource(text: string): ProductSource {
  const plain = PLAIN_SOURCES.find((from) => from === text);
  if (plain) return { from: plain };
  if (text.startsWith('collection:')) return { from: 'collection', collection: text.slice('collection:'.length) };
  return { from: 'chosen', products: text.split(',').map((code) => code.trim()) };
}

function fromJson(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Problem('bad-value', `${capitalised(name)} must be JSON here.`, {
      place: name,
      remedy: 'See parlour kind show KIND for its form.',
    });
  }
}
