/** What is changed of a product, as it is written on the command line: NAME=VALUE, some for one variant. */
import { Problem } from '@parlour/core';
import { PRODUCT_STATUSES } from '@parlour/core/catalogue';
import { amountFrom, exampleAmount } from '@parlour/core/money';
import type { BodyOf, routes } from '@parlour/contract';
import { splitAt } from './nodes.js';

type Change = BodyOf<typeof routes.changeProduct>;
type NewVariant = NonNullable<Change['variants']>[number];

export const NAMES_HELP = `
Names: status (for-sale, draft or withdrawn), title, slug (where its page is), summary, description, brand (a code), category, keywords (with commas between), visible-since (a day),
from and until (when shoppers see it, in the store's time zone, such as 2026-11-27T08:00; empty for always),
attribute.NAME, price, was-price and stock (a number, or not-counted). The last three apply to every variant, or to
one: price@K-001-2. With a price and its options, a variant that is not there yet is a new one.
An empty value removes a brand, an attribute or a was-price.`;

/**
 * @param variants the codes of the variants that a price or stock without one is for
 * @throws Problem `bad-input` naming the change that cannot be read
 */
export function readChanges(changes: readonly string[], variants: readonly string[], currency: string): Change {
  const read: Change = {};
  const attributes: NonNullable<Change['attributes']> = {};
  const byVariant = new Map<string, NonNullable<Change['variants']>[number]>();
  for (const change of changes) {
    const [, name, of, value] = /^([a-z-]+(?:\.[^=@]+)?)(?:@([^=]+))?=(.*)$/s.exec(change) ?? [];
    if (name === undefined || value === undefined)
      throw new Problem('bad-input', `“${change}” is not NAME=VALUE.`, {
        place: change,
        remedy: 'Write it like this: price=24.50',
      });
    const eachVariant = (some: object): void => {
      for (const code of of === undefined ? variants : [of])
        byVariant.set(code, { ...byVariant.get(code), code, ...some });
    };
    switch (name) {
      case 'title':
      case 'slug':
      case 'summary':
      case 'description':
      case 'category':
        read[name] = value;
        break;
      case 'status': {
        const status = PRODUCT_STATUSES.find((one) => one === value);
        if (!status)
          throw new Problem('bad-input', `“${value}” is no status of a product.`, {
            place: change,
            remedy: `It is one of: ${PRODUCT_STATUSES.join(', ')}.`,
          });
        read.status = status;
        break;
      }
      case 'visible-since':
        read.visibleSince = value;
        break;
      case 'from':
        read.visibleFrom = value || null;
        break;
      case 'until':
        read.visibleUntil = value || null;
        break;
      case 'brand':
        read.brand = value || null;
        break;
      case 'keywords':
        read.keywords = value
          .split(',')
          .map((word) => word.trim())
          .filter(Boolean);
        break;
      case 'price':
        eachVariant({ price: priceIn(value, currency, change) });
        break;
      case 'was-price':
        eachVariant({ wasPrice: value === '' ? null : priceIn(value, currency, change) });
        break;
      case 'stock':
        eachVariant({ stock: stockIn(value, change) });
        break;
      default:
        if (name.startsWith('option.') && of !== undefined) {
          const chosen = byVariant.get(of)?.options ?? {};
          byVariant.set(of, {
            ...byVariant.get(of),
            code: of,
            options: { ...chosen, [name.slice('option.'.length)]: value },
          });
          break;
        }
        if (!name.startsWith('attribute.'))
          throw new Problem('bad-input', `A product has no “${name}”.`, {
            place: change,
            remedy: 'See parlour product set --help for the names.',
          });
        attributes[name.slice('attribute.'.length)] = readAttribute(value);
    }
  }
  if (Object.keys(attributes).length) read.attributes = attributes;
  if (byVariant.size) read.variants = [...byVariant.values()];
  return read;
}

/** @throws Problem `bad-input` naming the place */
export function priceIn(text: string, currency: string, change: string): number {
  const amount = amountFrom(text, currency);
  if (amount !== null) return amount;
  throw new Problem('bad-input', `“${text}” is not a price in ${currency}.`, {
    place: change,
    remedy: `Write it like this: ${exampleAmount(currency)}`,
  });
}

/** How many there are, or that nobody counts: null. */
export function stockIn(text: string, place: string): number | null {
  if (text === 'not-counted') return null;
  if (/^\d{1,7}$/.test(text)) return Number(text);
  throw new Problem('bad-input', `“${text}” is not a number of pieces.`, {
    place,
    remedy: 'Write a whole number such as 24, or not-counted.',
  });
}

function readAttribute(text: string): string | number | boolean | null {
  if (text === '') return null;
  if (text === 'true' || text === 'false') return text === 'true';
  return Number.isFinite(Number(text)) ? Number(text) : text;
}

/**
 * A variant for each combination of options, numbered.
 * @param options `Colour=Moss,Sand`, one text an option; without any there is one variant
 * @throws Problem `bad-input` naming the option that cannot be read
 */
export function combined(code: string, options: readonly string[]): NewVariant[] {
  const all = options.map((option): [string, string[]] => {
    const [name, values = ''] = splitAt(option, '=');
    const found = values.split(',').map((value) => value.trim());
    if (name.trim() !== '' && found.every((value) => value !== '')) return [name.trim(), found];
    throw new Problem('bad-input', `“${option}” is not NAME=VALUE,VALUE.`, {
      place: '--option',
      remedy: 'Write what can be chosen, such as Colour=Moss,Sand.',
    });
  });
  const choices = all.reduce<Record<string, string>[]>(
    (some, [name, values]) => some.flatMap((one) => values.map((value) => ({ ...one, [name]: value }))),
    [{}],
  );
  return choices.map((chosen, i) => ({ code: `${code}-${i + 1}`, options: chosen }));
}
