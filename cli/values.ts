/** Values as they are written on the command line, by the type of their field. */
import { InvalidArgumentError } from 'commander';
import {
  checkKeyed,
  instantOf,
  parseRule,
  Problem,
  type Field,
  type Link,
  type PageKind,
  type ProductSource,
} from '@parlour/core';
import type { Context } from './context.js';

/** The whole number an option takes. @throws InvalidArgumentError, which is wrong use */
export function wholeNumber(text: string): number {
  if (/^\d{1,9}$/.test(text)) return Number(text);
  throw new InvalidArgumentError('It must be a whole number.');
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
): Promise<unknown> =>
  readValue(field, text, key, { kind, ...(field.type === 'date-time' ? { zone: await context.zone() } : {}) });

function read(field: Field, text: string, name: string, { kind = 'product', zone = 'UTC' }: Writing): unknown {
  switch (field.type) {
    case 'number':
      return text.trim() === '' ? NaN : Number(text);
    case 'toggle':
      if (text === 'true' || text === 'yes' || text === 'on') return true;
      if (text === 'false' || text === 'no' || text === 'off') return false;
      throw new Problem('bad-value', `${name} must be true or false, not “${text}”.`, {
        place: name,
        remedy: field.help,
      });
    case 'link':
      return readLink(text);
    case 'source':
      return text.startsWith('{') ? fromJson(text, name) : readSource(text);
    case 'rule':
      return text.startsWith('{') ? fromJson(text, name) : parseRule(text, kind);
    case 'date-time':
      return text === '' ? text : instantOf(text, zone, name).instant;
    case 'words':
      return text === '' ? [] : text.split(',').map((word) => word.trim());
    case 'picture':
      return text === '' || text === 'none' ? null : fromJson(text, name);
    default:
      return text;
  }
}

/** A page such as `product:K-001`, a free address, or `none`. */
function readLink(text: string): Link | null {
  if (text === '' || text === 'none') return null;
  return /^(https?:\/\/|mailto:|tel:|\/|#)/.test(text) ? { url: text } : { to: text };
}

/** `recent`, `collection:C-1`, or product codes with commas between. */
function readSource(text: string): ProductSource {
  if (text === 'recent' || text === 'reduced' || text === 'this-collection' || text === 'same-brand')
    return { from: text };
  if (text.startsWith('collection:')) return { from: 'collection', collection: text.slice('collection:'.length) };
  return { from: 'chosen', products: text.split(',').map((code) => code.trim()) };
}

function fromJson(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Problem('bad-value', `${name} must be JSON here.`, {
      place: name,
      remedy: 'See parlour kinds show KIND for its form.',
    });
  }
}
