/** What is changed of a product, as it is written on the command line: NAME=VALUE, some for one variant. */
import { Problem } from '@parlour/core';
import { PRODUCT_STATUSES, type Product, type Specification } from '@parlour/core/catalogue';
import { amountFrom, exampleAmount } from '@parlour/core/money';
import type { BodyOf, routes } from '@parlour/contract';
import { splitAt } from './nodes.js';
import { partedTexts } from './texts.js';

type Change = BodyOf<typeof routes.changeProduct>;
type Specifications = readonly Specification[];
type Before = Pick<Product, 'texts' | 'specifications'>;
type NewVariant = NonNullable<Change['variants']>[number];

export const NAMES_HELP = `
Names: status (for-sale, draft or withdrawn), title, slug (where its page is), summary, description, brand (a code), category, keywords (with commas between), visible-since (a day),
from and until (when shoppers see it, in the store's time zone, such as 2026-11-27T08:00; empty for always),
attribute.NAME, specification.NAME (such as specification.Weight="180 g"), goes-with (codes, with commas between),
picture.FILE (what it shows: adds a picture of the library, or changes its words), pictures (all files, in their order);
price, was-price, stock (a number, or not-counted), weight (packed, in grams), tax-class, goods-code (for customs) and
shown-by (files of those pictures that show it). These apply to every variant, or to one: price@K-001-2. With a price and its options, a variant that is not
there yet is a new one. In a further language of the store: title@de, summary@de, description@de, and single words such
as those of options: word.Colour@de=Farbe. An empty value removes a brand, an attribute, a was-price and the like.`;

/** What can be said of one variant. */
const OF_VARIANTS = ['price', 'was-price', 'stock', 'weight', 'tax-class', 'goods-code'];

/**
 * @param variants the codes of the variants that a price or stock without one is for
 * @param before the product as it is: specifications and words of further languages are added to what it has
 * @throws Problem `bad-input` naming the change that cannot be read
 */
export function readChanges(
  changes: readonly string[],
  variants: readonly string[],
  currency: string,
  before?: Before,
): Change {
  const { rest, texts } = partedTexts(changes, before?.texts);
  const read: Change = { ...(texts && { texts }) };
  let specifications: Specifications = before?.specifications ?? [];
  const attributes: NonNullable<Change['attributes']> = {};
  const byVariant = new Map<string, NonNullable<Change['variants']>[number]>();
  for (const change of rest) {
    const [, name, of, value] = /^([a-z-]+(?:\.[^=@]+)?)(?:@([^=]+))?=(.*)$/s.exec(change) ?? [];
    if (name === undefined || value === undefined)
      throw new Problem('bad-input', `“${change}” is not NAME=VALUE.`, {
        place: change,
        remedy: 'Write it like this: price=24.50',
      });
    if (of !== undefined && !OF_VARIANTS.some((one) => name === one || name.startsWith('option.')))
      throw new Problem('bad-input', `“${name}” cannot be set for one variant, and “${of}” is not a language.`, {
        place: change,
        remedy: 'Leave out what is behind the “@”.',
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
          throw new Problem('bad-input', `“${value}” is not a status of a product.`, {
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
        read.keywords = wordsIn(value);
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
      case 'weight':
        eachVariant({ weight: value === '' ? null : gramsIn(value, change) });
        break;
      case 'tax-class':
        eachVariant({ taxClass: value });
        break;
      case 'goods-code':
        eachVariant({ goodsCode: value });
        break;
      case 'goes-with':
        read.goesWith = wordsIn(value);
        break;
      default:
        if (name.startsWith('specification.')) {
          const own = name.slice('specification.'.length);
          specifications = withSpecification(specifications, own, value);
          read.specifications = [...specifications];
          break;
        }
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

/** Words with commas between. */
const wordsIn = (text: string): string[] =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

/** With a row of another value, at its place or at the end; without it if the value is empty. */
function withSpecification(all: Specifications, name: string, value: string): Specifications {
  if (value === '') return all.filter((one) => one.name !== name);
  if (!all.some((one) => one.name === name)) return [...all, { name, value }];
  return all.map((one) => (one.name === name ? { name, value } : one));
}

function gramsIn(text: string, place: string): number {
  if (/^\d{1,8}$/.test(text)) return Number(text);
  throw new Problem('bad-input', `“${text}” is not a weight in grams.`, {
    place,
    remedy: 'Write a whole number such as 350.',
  });
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
