/** Products. */
import { array, boolean, mixed, number, object, string, type Schema } from 'yup';
import { codeText, closed, plainText } from '@parlour/core';
import { typed } from './common.js';

const ATTRIBUTE_NAME = /^[a-z0-9][a-z0-9-]{0,39}$/;

const MOST_ATTRIBUTES = 100;

const isAttribute = (value: unknown): boolean =>
  typeof value === 'boolean' ||
  (typeof value === 'number' && Number.isFinite(value)) ||
  (typeof value === 'string' && value.length <= 500 && value.isWellFormed() && !value.includes('\0'));
const attributes = <T>(isValue: (value: unknown) => boolean, types: readonly string[]) =>
  // The test lets through what is a record of such values, and nothing else.
  mixed<Record<string, T>>()
    .test(
      'attributes',
      '${path} must be values by name: lower-case letters, digits and “-”; texts of at most 500 characters, numbers, yes or no',
      (given) =>
        given === undefined ||
        (typeof given === 'object' &&
          given !== null &&
          !Array.isArray(given) &&
          Object.keys(given).length <= MOST_ATTRIBUTES &&
          Object.entries(given).every(([name, value]) => ATTRIBUTE_NAME.test(name) && isValue(value))),
    )
    .meta({ json: { type: 'object', additionalProperties: { type: types } } }) as Schema<Record<string, T> | undefined>;
const MOST_MINOR = 1_000_000_000;

const minorUnits = () => number().integer().min(0).max(MOST_MINOR);

const stock = () => number().integer().min(0).max(1_000_000);

type Attribute = string | number | boolean;

const ATTRIBUTE_TYPES = ['string', 'number', 'boolean'];

export const product = closed({
  code: string().required(),
  slug: string().required(),
  title: string().required(),
  /** The code of its brand. */
  brand: string().nullable().defined(),
  category: string().defined(),
  keywords: array(string().required()).required(),
  // Required, it is never undefined.
  attributes: attributes<Attribute>(isAttribute, ATTRIBUTE_TYPES).required() as Schema<Record<string, Attribute>>,
  summary: string().defined(),
  visibleSince: string().required(),
  variants: array(
    closed({
      code: string().required(),
      options: typed<Record<string, string>>({ type: 'object' }),
      /** Minor units of the store’s currency. */
      price: minorUnits().required(),
      wasPrice: minorUnits().nullable().defined(),
      stock: stock().required(),
    }),
  ).required(),
});

export const productChange = closed({
  title: plainText(200).min(1).optional(),
  brand: codeText().nullable().optional(),
  category: plainText(80).optional(),
  keywords: array(plainText(60).required()).strict().max(50).optional(),
  /** Merged with those there are; null takes one away. */
  attributes: attributes<Attribute | null>(
    (value) => value === null || isAttribute(value),
    [...ATTRIBUTE_TYPES, 'null'],
  ),
  summary: plainText(1000).optional(),
  visibleSince: plainText(10)
    .test('day', '${path} must be a day such as 2026-11-23', (text) => text === undefined || isDay(text))
    .optional(),
  variants: array(
    closed({
      code: codeText().required(),
      price: minorUnits().optional(),
      wasPrice: minorUnits().nullable().optional(),
      stock: stock().optional(),
    }),
  )
    .strict()
    .max(500)
    .optional(),
});

const isDay = (text: string): boolean =>
  /^\d{4}-\d\d-\d\d$/.test(text) && new Date(`${text}T00:00Z`).toJSON()?.slice(0, 10) === text;

export const openapi = object().meta({ json: { type: 'object' } });

export const sample = closed({
  /** How many products there are; over a thousand are not counted. */
  products: number().integer().required(),
  /** Whether some of them are of the sample catalogue. */
  sample: boolean().required(),
});
