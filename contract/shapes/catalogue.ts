/** Products, brands, collections and reviews. */
import { array, boolean, mixed, number, object, string, type Schema } from 'yup';
import { codeText, closed, fits, plainText } from '@parlour/core';
import {
  GOODS_CODE,
  LANGUAGE_TAG,
  MOST_GOING_WITH,
  MOST_OPTIONS,
  MOST_SPECIFICATIONS,
  MOST_STARS,
  MOST_VALUES,
  PRODUCT_SORTS,
  PRODUCT_STATUSES,
  PRODUCT_STOCKS,
  REVIEW_STATES,
  SLUG,
  type ProductSort,
  type TextsChange,
  type ThingTexts,
} from '@parlour/core/catalogue';
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
      '${path} must be at most 100 values by name: lower-case letters, digits and “-”; texts of at most 500 characters, numbers, yes or no',
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

export const slug = () =>
  plainText(80).matches(SLUG, '${path} must be lower-case letters, digits and single “-” between them');
const title = () => plainText(200).min(1);
const name = () => plainText(60).min(1);
const NAME = name();
const isName = (value: unknown): boolean => fits(NAME, value) ?? NAME.isValidSync(value);
/** A value for each option, by its name. */
const chosen = () =>
  mixed<Record<string, string>>()
    .test(
      'chosen',
      '${path} must be texts of at most 60 characters by the names of options',
      (given) =>
        given === undefined ||
        (typeof given === 'object' &&
          given !== null &&
          !Array.isArray(given) &&
          Object.keys(given).length <= MOST_OPTIONS &&
          Object.entries(given).every(([key, value]) => isName(key) && isName(value))),
    )
    .meta({ json: { type: 'object', additionalProperties: { type: 'string' } } }) as Schema<
    Record<string, string> | undefined
  >;
const option = closed({
  name: name().required(),
  values: array(name().required()).strict().max(MOST_VALUES).required(),
});
const picture = closed({ hash: plainText(64).required(), alt: plainText(300).defined() });

const status = () => string().oneOf(PRODUCT_STATUSES);

const textsOf = (fields: Readonly<Record<string, Schema>>) => {
  const OF_LANGUAGE = closed(fields);
  return mixed<TextsChange>()
    .test(
      'texts',
      '${path} must be texts by language, such as {"de": {"title": "…"}}',
      (given) =>
        given === undefined ||
        (typeof given === 'object' &&
          given !== null &&
          !Array.isArray(given) &&
          Object.keys(given).length <= MOST_LANGUAGES &&
          Object.entries(given).every(
            ([tag, value]) =>
              LANGUAGE_TAG.test(tag) && (fits(OF_LANGUAGE, value) ?? OF_LANGUAGE.isValidSync(value, { strict: true })),
          )),
    )
    .meta({ json: { type: 'object', additionalProperties: { type: 'object' } } });
};
const MOST_LANGUAGES = 50;
const MOST_WORDS = 600;
/** Single words by the word of the leading language. */
const words = () =>
  mixed<Record<string, string>>().test(
    'words',
    '${path} must be words by the words they stand for',
    (given) =>
      given === undefined ||
      given === null ||
      (typeof given === 'object' &&
        !Array.isArray(given) &&
        Object.keys(given).length <= MOST_WORDS &&
        Object.entries(given).every(([word, said]) => word.length <= 500 && isWord(said))),
  );
const WORD = plainText(500).min(1);
const isWord = (value: unknown): boolean => fits(WORD, value) ?? WORD.isValidSync(value);
/** What a thing says in further languages: merged by language and field; null or an empty text takes one away. */
const thingTexts = () =>
  textsOf({ title: plainText(200).nullable().optional(), description: plainText(50_000).nullable().optional() });
const productTexts = () =>
  textsOf({
    title: plainText(200).nullable().optional(),
    summary: plainText(1000).nullable().optional(),
    description: plainText(50_000).nullable().optional(),
    words: words().nullable().optional(),
  });
const specification = closed({ name: plainText(80).min(1).required(), value: plainText(500).min(1).required() });
const weight = () => number().integer().min(0).max(10_000_000);
const goodsCode = () =>
  plainText(12).test(
    'goods-code',
    '${path} must be 6 to 12 digits, or empty',
    (text) => !text || GOODS_CODE.test(text),
  );
const hashes = () => array(plainText(64).required()).strict().max(50);

export const product = closed({
  code: string().required(),
  status: status().required(),
  slug: string().required(),
  title: string().required(),
  /** The code of its brand. */
  brand: string().nullable().defined(),
  category: string().defined(),
  keywords: array(string().required()).required(),
  // Required, it is never undefined.
  attributes: attributes<Attribute>(isAttribute, ATTRIBUTE_TYPES).required() as Schema<Record<string, Attribute>>,
  summary: string().defined(),
  description: string().defined(),
  specifications: array(specification).required(),
  /** The codes of products that go with it. */
  goesWith: array(string().required()).required(),
  /** What it says in further languages. */
  texts: typed<Record<string, ThingTexts>>({ type: 'object' }),
  visibleSince: string().required(),
  /** The instants from which and until which shoppers see it; null for always. */
  visibleFrom: string().nullable().defined(),
  visibleUntil: string().nullable().defined(),
  options: array(option).required(),
  pictures: array(picture).required(),
  variants: array(
    closed({
      code: string().required(),
      options: typed<Record<string, string>>({ type: 'object' }),
      /** Minor units of the store’s currency. */
      price: minorUnits().required(),
      wasPrice: minorUnits().nullable().defined(),
      /** Null if nobody counts. */
      stock: stock().nullable().defined(),
      /** In grams; null if nobody has said. */
      weight: weight().nullable().defined(),
      /** Empty for the usual one. */
      taxClass: string().defined(),
      goodsCode: string().defined(),
      /** Those of the product’s pictures that show it, by hash; none if all do. */
      pictures: array(string().required()).required(),
    }),
  ).required(),
  /** The codes of the collections that it is in. */
  collections: array(string().required()).required(),
});

const MOST_LISTED = 200;

export const productsQuery = closed({
  /** Where to go on: `next` of the part before, in the same order. */
  after: plainText(1000).optional(),
  limit: number().integer().min(1).max(MOST_LISTED).optional(),
  /** By code at first; `-price` for the dearest first. */
  sort: string<ProductSort | `-${ProductSort}`>()
    .oneOf(PRODUCT_SORTS.flatMap((by) => [by, `-${by}`] as const))
    .optional(),
  /** Only products that are found by these words. */
  search: plainText(100).optional(),
  status: status().optional(),
  /** Only those of a brand, or in a collection, by its code. */
  brand: codeText().optional(),
  collection: codeText().optional(),
  /** Only those that shoppers can buy; or only those that they see and that are sold out. */
  stock: string().oneOf(PRODUCT_STOCKS).optional(),
  /** Only those whose lowest price is at least, or at most, so many minor units. */
  priceFrom: minorUnits().optional(),
  priceTo: minorUnits().optional(),
});
export const products = closed({
  products: array(
    closed({
      code: string().required(),
      title: string().required(),
      status: status().required(),
      brand: string().nullable().defined(),
      category: string().defined(),
      /** The lowest price in minor units; null while it has no variant, so that no page shows it. */
      price: number().integer().nullable().defined(),
      /** Of all variants; null if one of them is not counted. */
      stock: number().integer().nullable().defined(),
      variants: number().integer().required(),
    }),
  ).required(),
  /** Where to go on; null at the end. */
  next: string().nullable().defined(),
});

const productValues = {
  /** Shoppers see what is `for-sale`, which a new one is. */
  status: status().optional(),
  title: title().optional(),
  brand: codeText().nullable().optional(),
  category: plainText(80).optional(),
  keywords: array(plainText(60).required()).strict().max(50).optional(),
  /** Merged with those there are; null takes one away. */
  attributes: attributes<Attribute | null>(
    (value) => value === null || isAttribute(value),
    [...ATTRIBUTE_TYPES, 'null'],
  ),
  summary: plainText(1000).optional(),
  /** Formatted text: what is not allowed in it is not shown. */
  description: plainText(50_000).optional(),
  /** All of them, in their order. */
  specifications: array(specification).strict().max(MOST_SPECIFICATIONS).optional(),
  /** The codes of products that go with it, all of them; one that is not there yet is passed over until it is. */
  goesWith: array(codeText().required()).strict().max(MOST_GOING_WITH).optional(),
  texts: productTexts(),
  visibleSince: plainText(10)
    .test('day', '${path} must be a day such as 2026-11-23', (text) => text === undefined || isDay(text))
    .optional(),
  /** When shoppers see it: in the store’s time zone (`2026-11-27T08:00`), or an instant with `Z`; null for always. */
  visibleFrom: plainText(40).min(1).nullable().optional(),
  visibleUntil: plainText(40).min(1).nullable().optional(),
  /** In their order; those of the variants if they are left out. */
  options: array(option).strict().max(MOST_OPTIONS).optional(),
  /** All of them, in their order. */
  pictures: array(picture).strict().max(50).optional(),
  /** Merged with those there are, by code; one that is not there yet needs a price. */
  variants: array(
    closed({
      code: codeText().required(),
      options: chosen(),
      price: minorUnits().optional(),
      wasPrice: minorUnits().nullable().optional(),
      stock: stock().nullable().optional(),
      weight: weight().nullable().optional(),
      taxClass: plainText(40).optional(),
      goodsCode: goodsCode().optional(),
      pictures: hashes().optional(),
      remove: boolean().optional(),
    }),
  )
    .strict()
    .max(500)
    .optional(),
};
/** What many products can be given at once. */
const alike = {
  status: status().optional(),
  brand: codeText().nullable().optional(),
  category: plainText(80).optional(),
  visibleFrom: plainText(40).min(1).nullable().optional(),
  visibleUntil: plainText(40).min(1).nullable().optional(),
};
/** The same for many products: all of it, or nothing. */
export const productsChange = closed({
  products: array(codeText().required()).strict().min(1).max(1_000).required(),
  change: closed(alike).required(),
  /** Only those that have these values now; the others are left as they are. */
  was: closed(alike).optional().default(undefined),
});
export const productsChanged = closed({
  /** How many are otherwise now. */
  changed: number().integer().required(),
  /** How many were as they are wanted already. */
  same: number().integer().required(),
  /** How many were left, since they had other values than was said. */
  left: number().integer().required(),
});

/** Where its page is from now on; links to where it was lead there. */
const moves = { slug: slug().optional() };
export const productChange = closed({ ...productValues, ...moves });
export const newProduct = closed({
  ...productValues,
  /** Made from the title if it is left out; it never changes. */
  code: codeText().optional(),
  /** Where its page is; made from the title if it is left out. */
  slug: slug().optional(),
  title: title().required(),
});

export const brand = closed({
  code: string().required(),
  slug: string().required(),
  title: string().required(),
  description: string().defined(),
  texts: typed<Record<string, ThingTexts>>({ type: 'object' }),
});
export const brands = closed({ brands: array(brand).required() });
const brandValues = { title: title().optional(), description: plainText(50_000).optional(), texts: thingTexts() };
export const brandChange = closed({ ...brandValues, ...moves });
const isNew = { code: codeText().optional(), slug: slug().optional(), title: title().required() };
export const newBrand = closed({ ...brandValues, ...isNew });

export const collection = brand.shape({
  /** The code of the collection that it is in. */
  parent: string().nullable().defined(),
  /** A picture of the library; null where that of its first product is shown. */
  picture: picture.nullable().defined(),
  /** Its place among the others: less comes first. */
  position: number().integer().required(),
  /** The rule that fills it, such as `brand is "Skerry Lines" and price >= 80`; null where products are chosen by hand. */
  when: string().nullable().defined(),
  /** The codes of its products, in their order. */
  members: array(string().required()).required(),
});
export const collections = closed({
  collections: array(
    brand.shape({
      parent: string().nullable().defined(),
      position: number().integer().required(),
      when: string().nullable().defined(),
      picture: picture.nullable().defined(),
      /** How many products it has; more than 10,000 are not counted. */
      products: number().integer().required(),
    }),
  ).required(),
});
const MOST_MEMBERS = 10_000;
export const codes = (most = MOST_MEMBERS) => array(codeText().required()).strict().max(most).optional();
const collectionValues = {
  ...brandValues,
  parent: codeText().nullable().optional(),
  picture: picture.nullable().optional().default(undefined),
  position: number().strict().integer().min(0).max(1_000_000).optional(),
  /** A rule that fills it from now on; null keeps the products that it has, to be chosen by hand. */
  when: plainText(2000).nullable().optional(),
  /** All of its products, in their order. */
  members: codes(),
  /** Products that come in, at the end. */
  add: codes(),
  /** Products that go. */
  remove: codes(),
};
export const collectionChange = closed({ ...collectionValues, ...moves });
export const newCollection = closed({ ...collectionValues, ...isNew });

const rating = () => number().strict().integer().min(1).max(MOST_STARS);
const reviewState = () => string().oneOf(REVIEW_STATES);
export const review = closed({
  code: string().required(),
  /** The code of the product that it is of. */
  product: string().required(),
  /** Stars, from 1 to 5. */
  rating: rating().required(),
  title: string().defined(),
  text: string().defined(),
  /** Who wrote it, as shoppers read it. */
  name: string().defined(),
  /** What it is written in; empty for the leading language of the store. */
  language: string().defined(),
  /** When, as an instant. */
  written: string().required(),
  /** Shoppers see what is `shown`; what is `waiting` has not been read by the store yet. */
  state: reviewState().required(),
});
export const reviewsQuery = closed({
  /** Where to go on: `next` of the part before. */
  after: plainText(1000).optional(),
  limit: number().integer().min(1).max(MOST_LISTED).optional(),
  state: reviewState().optional(),
  /** Only those of a product, by its code. */
  product: codeText().optional(),
  rating: number().integer().min(1).max(MOST_STARS).optional(),
});
export const reviews = closed({
  reviews: array(review.shape({ productTitle: string().required() })).required(),
  /** Where to go on; null at the end. */
  next: string().nullable().defined(),
});
const reviewValues = {
  product: codeText().optional(),
  rating: rating().optional(),
  title: plainText(200).optional(),
  text: plainText(5_000).optional(),
  name: plainText(80).optional(),
  language: plainText(35)
    .matches(LANGUAGE_TAG, { message: '${path} must be a language such as de or pt-BR', excludeEmptyString: true })
    .optional(),
  /** When: a day or a time in the store’s time zone (`2026-11-27T08:00`), or an instant with `Z`. */
  written: plainText(40).min(1).optional(),
  state: reviewState().optional(),
};
export const reviewChange = closed(reviewValues);
export const newReview = closed({
  ...reviewValues,
  /** Made from the product if it is left out; it never changes. */
  code: codeText().optional(),
  product: codeText().required(),
  rating: rating().required(),
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
