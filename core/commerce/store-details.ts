/** What a store says of itself wherever it is shown: where it is, how it is reached, when it is open. */
import type { TextField } from '../fields/field.js';
import { isEmailAddress } from '../fields/email-address.js';
import { text } from '../fields/make.js';
import { Problem } from '../problem.js';
import { keysOf, recordOf } from '../sure.js';

/** The days of a week, as ISO 8601 counts them. */
export const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

const HOURS = 'Hours such as 9:00–17:00, or 9–12, 14–18; leave empty if closed.';
const hours = (day: Weekday): TextField => text(`${day[0]?.toUpperCase() ?? ''}${day.slice(1)}`, HOURS, { max: 60 });

/** Where nothing is set: the number of the first order, and what is taken from one network address within an hour. */
export const ORDERING = { 'first-order': 1, 'orders-an-hour': 30, 'carts-an-hour': 120 } as const;
export type OrderingDetail = keyof typeof ORDERING;
const MOST_DIGITS = 9;
const ordering = (name: OrderingDetail, label: string, help: string): TextField =>
  text(label, `${help} ${ORDERING[name]} if left empty.`, { max: MOST_DIGITS });

/** The details of a store, declared as fields like everything that can be set. All may be empty. */
export const STORE_DETAILS = {
  street: text('Street', 'Street and number of the store.', { max: 120 }),
  postcode: text('Postcode', 'The postcode of the store.', { max: 20 }),
  city: text('Town', 'The town the store is in.', { max: 80 }),
  email: text('Email address', 'Where shoppers write to.', { max: 254 }),
  phone: text('Telephone', 'The number as people dial it, such as +353 20 910 0134.', { max: 40 }),
  'first-order': ordering(
    'first-order',
    'First order number',
    'Orders count up from here; once there are orders, a higher number moves the next one on.',
  ),
  'orders-an-hour': ordering(
    'orders-an-hour',
    'Unpaid orders an hour',
    'How many one network address may place within an hour, so that nobody empties your stock.',
  ),
  'carts-an-hour': ordering(
    'carts-an-hour',
    'New carts an hour',
    'How many one network address may begin within an hour.',
  ),
  ...recordOf(WEEKDAYS, hours),
} as const satisfies Readonly<Record<string, TextField>>;

export type StoreDetail = keyof typeof STORE_DETAILS;
/** What is set of them; the others are empty. */
export type StoreDetails = Readonly<Partial<Record<StoreDetail, string>>>;

const PHONE = /^[+0-9][0-9 ()./-]*$/;

/** What a store has set about its orders, or else the usual. */
export const orderingOf = (details: StoreDetails, name: OrderingDetail): number =>
  Number(details[name] || ORDERING[name]);

/** @throws Problem `bad-value` naming the detail */
export function checkDetails(details: StoreDetails): void {
  const { email = '', phone = '' } = details;
  const refuse = (place: StoreDetail, message: string, remedy: string): never => {
    throw new Problem('bad-value', message, { place, remedy });
  };
  if (email !== '' && !isEmailAddress(email))
    refuse('email', `“${email}” is not an email address.`, 'Write it like post@store.example, or leave it empty.');
  if (phone !== '' && !PHONE.test(phone))
    refuse('phone', `“${phone}” is not a telephone number.`, 'Use digits, spaces and “+”, or leave it empty.');
  for (const name of keysOf(ORDERING)) {
    const number = details[name] ?? '';
    if (number !== '' && !/^[1-9]\d*$/.test(number))
      refuse(name, `“${number}” is not a whole number from 1 on.`, 'Write digits only, or leave it empty.');
  }
}
