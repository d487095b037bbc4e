/** The form of the checkout as it was sent: its fields stand in any sections, some in several. */
import { isEmailAddress } from '../fields/email-address.js';
import type { Buyer } from './cart.js';
import type { WordName } from '../locale/words.js';
import { offersTo, type DeliveryMethod } from './delivery.js';
import { PAYMENT_METHODS, type PaymentMethod } from './order.js';
import { sure, recordOf } from '../sure.js';

/** What stands between the path of a section and the name of a field in it, in the names of inputs. */
export const FIELD_MARK = ':';

const BUYER_FIELDS = ['email', 'name', 'street', 'postcode', 'city', 'country'] as const satisfies (keyof Buyer)[];
const FIELDS: ReadonlySet<string> = new Set([...BUYER_FIELDS, 'delivery', 'payment']);
/** What one field may hold. */
const LONGEST = 200;
const WAS = 'was.';

/** What a shopper has told, by field. */
export type Told = Readonly<Record<string, string>>;

interface Copy {
  readonly value: string;
  readonly was: string | undefined;
}

/** By characters, not by halves of them. */
const shortened = (text: string): string =>
  [...text.trim().slice(0, 2 * LONGEST)].slice(0, LONGEST).join('').toWellFormed();

/**
 * The fields of a form that was sent, by their names without the sections they stand in. Where one stands twice, the
 * copy that differs from what it was when it was shown counts.
 * @param sent values by the names of inputs, such as `c1:country` and `c1:was.country`
 */
export function toldIn(sent: Told): Told {
  const copies = new Map<string, Copy[]>();
  for (const [input, value] of Object.entries(sent)) {
    const mark = input.lastIndexOf(FIELD_MARK);
    const field = input.slice(mark + 1);
    if (mark < 0 || !FIELDS.has(field)) continue;
    const wasName = `${input.slice(0, mark + 1)}${WAS}${field}`;
    const was = Object.hasOwn(sent, wasName) ? sent[wasName] : undefined;
    copies.set(field, [...(copies.get(field) ?? []), { value: shortened(value), was }]);
  }
  return Object.fromEntries(
    [...copies].map(([field, all]) => [field, (all.find(({ value, was }) => value !== was) ?? sure(all[0])).value]),
  );
}

/** What of it is about the buyer. */
export const buyerIn = (told: Told): Partial<Buyer> =>
  Object.fromEntries(BUYER_FIELDS.flatMap((field) => (told[field] === undefined ? [] : [[field, told[field]]])));

/** An order that can be made. */
export interface SettledCheckout {
  readonly buyer: Buyer;
  readonly delivery: string;
  readonly payment: PaymentMethod;
}

/** What is wrong, as words by field. */
export type CheckoutErrors = Readonly<Record<string, WordName>>;

/** Whether everything is there that an order needs. */
export function settle(
  told: Told,
  methods: readonly DeliveryMethod[],
): { readonly settled: SettledCheckout } | { readonly errors: CheckoutErrors } {
  const of = (field: string): string => told[field] ?? '';
  const errors: Record<string, WordName> = {};
  for (const field of BUYER_FIELDS) if (of(field) === '') errors[field] = 'field-needed';
  if (of('email') !== '' && !isEmailAddress(of('email'))) errors['email'] = 'email-wrong';
  const offers = offersTo(of('country'), methods);
  if (of('country') !== '' && offers.length === 0) errors['country'] = 'no-delivery-method';
  else if (!offers.some(({ code }) => code === of('delivery'))) errors['delivery'] = 'choose-delivery';
  const payment = PAYMENT_METHODS.find((method) => method === (told['payment'] ?? PAYMENT_METHODS[0]));
  if (!payment) errors['payment'] = 'field-needed';
  if (Object.keys(errors).length > 0 || !payment) return { errors };
  const buyer = recordOf(BUYER_FIELDS, of);
  return { settled: { buyer, delivery: of('delivery'), payment } };
}
