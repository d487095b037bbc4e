/** Money as people read it. */
import { decimalsOf, type Money } from './money.js';

const formatters = new Map<string, Intl.NumberFormat>();

/**
 * An amount as people of `locale` read it. Where they write fewer decimals than the currency has (the forint), those
 * that are nought are left out, and no other: an amount never reads as another.
 * @param locale BCP 47 tag
 */
export function formatMoney({ amount, currency }: Money, locale: string): string {
  const key = `${locale} ${currency}`;
  let format = formatters.get(key);
  if (!format) formatters.set(key, (format = formatOf(currency, locale)));
  return format.format(amount / 10 ** decimalsOf(currency));
}

function formatOf(currency: string, locale: string): Intl.NumberFormat {
  const decimals = decimalsOf(currency);
  const usual = new Intl.NumberFormat(locale, { style: 'currency', currency }).resolvedOptions().maximumFractionDigits;
  return new Intl.NumberFormat(locale, {
    style: 'currency',
    currency,
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
    trailingZeroDisplay: usual !== undefined && usual < decimals ? 'stripIfInteger' : 'auto',
  });
}
