/** A page as somebody else meets it: at another time, with a cart, from another country. Previews are shown so. */
import * as yup from 'yup';
import { isInstant, normalInstant } from '../fields/schema.js';
import { closed, codeText, plainText } from '../shapes.js';
import type { BrandChange, CollectionChange } from '../catalogue/others.js';
import type { ProductChange } from '../catalogue/product.js';
import type { Buyer } from './cart.js';

/** So many of a variant. */
export interface ScenarioLine {
  readonly product: string;
  readonly variant: string;
  readonly quantity: number;
}

/** What somebody has typed in a form and not saved. */
export interface UnsavedSubject {
  /** The code of the page of what it is about. */
  readonly page: string;
  readonly change: ProductChange & CollectionChange & BrandChange;
}

export interface Scenario {
  /** The instant it is, in ISO form; the real one if absent. */
  readonly now?: string;
  /** What the cart begins with. */
  readonly cart?: readonly ScenarioLine[];
  /** What the shopper has told already. */
  readonly buyer?: Partial<Buyer>;
  /** The code of the delivery method that is chosen already. */
  readonly delivery?: string;
  /** What is not saved yet of what a page is about. */
  readonly unsaved?: UnsavedSubject;
}

/** How many lines the cart of a scenario, and of a preview, holds. */
export const MOST_MADE_UP_LINES = 20;
/** Of one variant. */
export const MOST_OF_ONE = 99;
/** How many a cart can hold of a variant. @param stock null if nobody counts */
export const mostOf = (stock: number | null): number => Math.min(stock ?? MOST_OF_ONE, MOST_OF_ONE);

const told = () => plainText(200).optional();

/** A scenario as it comes in. */
export const scenarioSchema = () =>
  closed({
    now: plainText(40)
      .test(
        'instant',
        '${path} must be an instant such as 2026-12-24T10:00:00Z',
        (text) => text === undefined || isInstant(normalInstant(text)),
      )
      .optional(),
    cart: yup
      .array(
        closed({
          product: codeText().required(),
          variant: codeText().required(),
          quantity: yup.number().strict().integer().min(1).max(MOST_OF_ONE).required(),
        }),
      )
      .strict()
      .max(MOST_MADE_UP_LINES)
      .optional(),
    buyer: closed({
      email: told(),
      name: told(),
      street: told(),
      postcode: told(),
      city: told(),
      country: plainText(2).optional(),
    }).optional(),
    delivery: codeText().optional(),
  });
