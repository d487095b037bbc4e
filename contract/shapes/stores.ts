/** Stores, section kinds, pictures. */
import { array, boolean, number, string } from 'yup';
import { closed, codeText, plainText } from '@parlour/core';
import { STORE_DETAILS, type StoreDetail, type StoreDetails } from '@parlour/core/commerce';
import type { JsonSchema } from '@parlour/core/fields';
import type { KindDescription } from '@parlour/core/kinds';
import { pageKinds } from '@parlour/core/pages';
import { groundworkCode, pageKind, typed } from './common.js';

export const store = closed({
  slug: string().required(),
  name: string().required(),
  currency: string().required(),
  locale: string().required(),
  /** Further languages that the storefront speaks. */
  languages: array(string().required()).required(),
  timeZone: string().required(),
  /** ISO 3166-1 code of the home country. */
  country: string().required(),
  /** What is set of its address, email address, telephone number and opening hours. */
  details: typed<StoreDetails>({ type: 'object', additionalProperties: { type: 'string' } }).required(),
  /** Code of the design that shoppers see. */
  liveDesign: string().required(),
  storefront: string().required(),
});

export const stores = closed({ stores: array(store).required() });

const MOST_LANGUAGES = 20;
/** All further languages, as BCP 47 tags. */
export const languagesRequest = closed({
  languages: array(
    plainText(20)
      .matches(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, '${path} must be a language such as de or pt-BR')
      .required(),
  )
    .strict()
    .max(MOST_LANGUAGES)
    .required(),
});

/** What is to be changed; the rest stays. An empty text takes a detail away. */
export const detailsRequest = closed({
  name: plainText(80).min(1, '${path} must not be empty').optional(),
  // One for each detail there is.
  ...(Object.fromEntries(
    Object.entries(STORE_DETAILS).map(([name, { max }]) => [name, plainText(max).optional()]),
  ) as Record<StoreDetail, ReturnType<ReturnType<typeof plainText>['optional']>>),
});

export const groundworks = closed({
  groundworks: array(
    closed({
      code: string().required(),
      name: string().required(),
      /** What it is like. */
      sentence: string().required(),
    }),
  ).required(),
});

export const reopenStoreRequest = closed({ store: codeText().required() });

/** A kind as it describes itself, with the JSON Schema 2020-12 of a section's own values. */
const kindShape = typed<KindDescription & { readonly schema: JsonSchema }>({ type: 'object' });

export const sectionKinds = closed({ kinds: array(kindShape).required(), hash: string().required() });

export const startersQuery = closed({ pageKind: string().oneOf(pageKinds()).optional() });

export const starters = closed({
  starters: array(
    closed({
      code: string().required(),
      name: string().required(),
      /** What it is good for. */
      sentence: string().required(),
      pageKind,
      /** The plan view of its sections. */
      svg: string().required(),
    }),
  ).required(),
  /** Ready-made content pages; none if a page kind is asked for. */
  pages: array(
    closed({
      code: string().required(),
      title: string().required(),
      /** What it is good for. */
      sentence: string().required(),
    }),
  ).required(),
});

export const picture = closed({
  hash: string().required(),
  name: string().defined(),
  width: number().integer().required(),
  height: number().integer().required(),
  widths: array(number().integer().required()).required(),
  /** Address of a small rendition. */
  thumb: string().required(),
});

/** A picture that was just added. */
export const addedPicture = picture.shape({
  /** What was left out of a drawing because it could run or load something: `script`, `onclick`. */
  leftOut: array(string().required()).required(),
});

export const pictures = closed({
  pictures: array(picture).required(),
  /** How many there are in all. */
  total: number().integer().required(),
  /** What `after` says to get the next ones; null if there are no more. */
  next: string().nullable().defined(),
});

export const picturesQuery = closed({
  /** Words that the name of the file holds, or how the hash begins. */
  search: plainText(200).optional(),
  /** Hashes with commas between: only these, as far as they exist. */
  hashes: plainText(8000).optional(),
  /** The hash of the picture that the list goes on after. */
  after: string()
    .matches(/^[0-9a-f]{64}$/, '${path} must be the hash of a picture')
    .optional(),
  limit: number().integer().min(1).max(500).optional(),
});

/** A picture with what uses it now; it can be deleted once nothing does and nothing that is kept shows it. */
export const pictureUses = closed({
  picture,
  documents: array(
    closed({
      design: string().required(),
      key: string().required(),
      /** As it is called in a sentence. */
      name: string().required(),
    }),
  ).required(),
  products: array(closed({ code: string().required(), title: string().required() })).required(),
  collections: array(closed({ code: string().required(), title: string().required() })).required(),
  /** Whether a revision, or an edit that can be undone, shows it. */
  kept: boolean().required(),
});

export const pictureQuery = closed({ name: plainText(200).optional() });

export const storeRequest = closed({
  slug: plainText(40)
    .matches(/^[a-z0-9][a-z0-9-]{1,38}$/, '${path} must be lower-case letters, digits and “-”')
    .required(),
  name: plainText(80).required(),
  currency: plainText(3)
    .matches(/^[A-Z]{3}$/, '${path} must be a currency such as EUR')
    .required(),
  locale: plainText(20).required(),
  timeZone: plainText(60).required(),
  country: plainText(2)
    .matches(/^[A-Z]{2}$/, '${path} must be a country such as IE')
    .required(),
  /** The groundwork its first design builds on. */
  groundwork: groundworkCode.optional(),
});
