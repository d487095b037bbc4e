/** An amount of a currency. Nothing converts: amounts of two currencies are never added up. */
import { MINOR_UNITS } from './iso-4217.js';

export interface Money {
  /** Whole minor units: 4995 is 49.95 in euro, and 4,995 in yen. */
  readonly amount: number;
  /** ISO 4217 code. */
  readonly currency: string;
}

/**
 * How many decimals a currency has: 2 for the euro, 0 for the yen, 3 for the Kuwaiti dinar.
 * @throws Error for what is no currency; a store cannot have one
 */
export function decimalsOf(currency: string): number {
  const decimals = MINOR_UNITS.get(currency);
  if (decimals === undefined) throw new Error(`There is no currency “${currency}”.`);
  return decimals;
}

/** The amount as a plain decimal, such as `49.95`: for files, forms and structured data. */
export function decimalText({ amount, currency }: Money): string {
  const decimals = decimalsOf(currency);
  const digits = String(Math.abs(amount)).padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals);
  return `${amount < 0 ? '-' : ''}${whole}${decimals === 0 ? '' : `.${digits.slice(-decimals)}`}`;
}

/** No price is more than this, in minor units: what the database keeps of one (a signed integer of 32 bits). */
export const MOST_AMOUNT = 2_147_483_647;

/**
 * Reads an amount written as `decimalText` writes it; decimals may be missing, but never be more than the currency has,
 * so that nothing is rounded unseen.
 * @returns minor units; null for what is no such amount, is negative or more than `MOST_AMOUNT`
 * @example
 * amountFrom('49.5', 'EUR') // 4950
 * amountFrom('49.955', 'EUR') // null
 */
export function amountFrom(text: string, currency: string): number | null {
  const [, whole = '', part = ''] = /^(\d{1,12})(?:\.(\d{1,4}))?$/.exec(text.trim()) ?? [];
  const decimals = decimalsOf(currency);
  if (whole === '' || part.length > decimals) return null;
  const amount = Number(whole + part.padEnd(decimals, '0'));
  return amount <= MOST_AMOUNT ? amount : null;
}

/** How an amount of a currency is written, for whoever wrote it otherwise: `24.50`, or `2450` in yen. */
export const exampleAmount = (currency: string): string => decimalText({ amount: 2450, currency });
