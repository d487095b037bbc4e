/** Delivery methods, and orders. */
import { array, boolean, number, string } from 'yup';
import { closed, codeText, plainText } from '@parlour/core';
import {
  NOTED_EVENTS,
  ORDER_STATES,
  type DeliveryMethod,
  type OrderEvent,
  type PlacedOrder,
} from '@parlour/core/commerce';
import { listedBefore, typed } from './common.js';

const COUNTRY = /^[A-Z]{2}$/;
const MOST_MINOR = 1_000_000_000;

const LANGUAGE = /^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$/;
const MOST_NAME = 80;
/** What a delivery method is, besides its code. */
export const deliveryMethod = closed({
  name: plainText(MOST_NAME).min(1).required(),
  /** Its name in further languages, by BCP 47 tag. */
  names: typed<NonNullable<DeliveryMethod['names']>>({
    type: 'object',
    additionalProperties: { type: 'string', minLength: 1, maxLength: MOST_NAME },
  })
    .test(
      'names',
      '${path} must say the name in each language, such as {"de": "Per Post"}',
      (names) =>
        names === undefined ||
        (typeof names === 'object' &&
          names !== null &&
          !Array.isArray(names) &&
          Object.keys(names).length <= 20 &&
          Object.entries(names).every(
            ([language, name]) => LANGUAGE.test(language) && plainText(MOST_NAME).min(1).isValidSync(name),
          )),
    )
    .optional(),
  /** ISO 3166-1 code of each country it goes to -> flat price in minor units. */
  prices: typed<DeliveryMethod['prices']>({
    type: 'object',
    additionalProperties: { type: 'integer', minimum: 0, maximum: MOST_MINOR },
  }).test(
    'prices',
    '${path} must be prices in minor units by country, such as {"IE": 450}',
    (prices) =>
      typeof prices === 'object' &&
      !Array.isArray(prices) &&
      Object.keys(prices).length >= 1 &&
      Object.keys(prices).length <= 250 &&
      Object.entries(prices).every(
        ([country, price]) => COUNTRY.test(country) && Number.isInteger(price) && price >= 0 && price <= MOST_MINOR,
      ),
  ),
});
const method = deliveryMethod.shape({ code: codeText().required() });

/** The delivery methods of a store, in the order shoppers see them. */
export const delivery = closed({ methods: array(method).strict().max(50).required() });

const MOST_ORDERS = 200;
export const ordersQuery = closed({
  /** Only orders with a lower number, for the next part of the list. */
  before: listedBefore(),
  limit: number().integer().min(1).max(MOST_ORDERS).optional(),
  state: string()
    .strict()
    .oneOf([...ORDER_STATES])
    .optional(),
  /** A number, or a part of the buyer's name or email address. */
  search: plainText(100).optional(),
});

const listedOrder = typed<PlacedOrder>({ type: 'object' });
export const orders = closed({
  orders: array(listedOrder).required(),
  /** The number to go on before; null at the end. */
  next: number().nullable().defined(),
});

/** An order as it was when it was placed, and what has happened to it since, oldest first. */
export const order = typed<PlacedOrder & { readonly events: readonly OrderEvent[] }>({ type: 'object' });

const MOST_NOTE = 500;
/** What happened to an order. */
export const orderNote = closed({
  type: string()
    .strict()
    .oneOf([...NOTED_EVENTS])
    .required(),
  /** Minor units: what was refunded. */
  amount: number().integer().min(1).max(MOST_MINOR).optional(),
  note: plainText(MOST_NOTE).optional(),
  /** Whether what is cancelled is in stock again. */
  stockBack: boolean().strict().optional(),
});
