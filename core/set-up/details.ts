/** What a store says of itself wherever it is shown: where it is, how it is reached, when it is open. */
import type { TextField } from '../fields/field.js';
import { isMailAddress } from '../fields/mail-address.js';
import { text } from '../fields/make.js';
import { Problem } from '../problem.js';

/** The days of a week, as ISO 8601 counts them. */
export const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

const HOURS = 'Hours such as 9:00–17:00, or 9–12, 14–18; leave empty if closed.';
const hours = (day: Weekday): TextField => text(`${day[0]?.toUpperCase() ?? ''}${day.slice(1)}`, HOURS, { max: 60 });

/** The details of a store, declared as fields like everything that can be set. All may be empty. */
export const STORE_DETAILS = {
  street: text('Street', 'Street and number of the store.', { max: 120 }),
  postcode: text('Postcode', 'The postcode of the store.', { max: 20 }),
  city: text('Town', 'The town the store is in.', { max: 80 }),
  mail: text('Mail address', 'Where shoppers write to.', { max: 254 }),
  phone: text('Telephone', 'The number as people dial it, such as +353 1 555 0134.', { max: 40 }),
  ...(Object.fromEntries(WEEKDAYS.map((day) => [day, hours(day)])) as Record<Weekday, TextField>),
} as const satisfies Readonly<Record<string, TextField>>;

export type StoreDetail = keyof typeof STORE_DETAILS;
/** What is set of them; the others are empty. */
export type StoreDetails = Readonly<Partial<Record<StoreDetail, string>>>;

const PHONE = /^[+0-9][0-9 ()./-]*$/;

/** @throws Problem `bad-value` naming the detail */
export function checkDetails({ mail = '', phone = '' }: StoreDetails): void {
  const refuse = (place: StoreDetail, message: string, remedy: string): never => {
    throw new Problem('bad-value', message, { place, remedy });
  };
  if (mail !== '' && !isMailAddress(mail))
    refuse('mail', `“${mail}” is not a mail address.`, 'Write it like post@store.example, or leave it empty.');
  if (phone !== '' && !PHONE.test(phone))
    refuse('phone', `“${phone}” is not a telephone number.`, 'Use digits, spaces and “+”, or leave it empty.');
}
