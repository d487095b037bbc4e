/** Money in minor units with its currency (ISO 4217). */

const formatters = new Map<string, { format: Intl.NumberFormat; unit: number }>();

/**
 * An amount as people of `locale` read it.
 * @param minor whole minor units: 4995 is 49.95 in euro and 4,995 in yen
 * @param currency ISO 4217 code; it decides how many decimals there are
 * @param locale BCP 47 tag
 */
export function formatMoney(minor: number, currency: string, locale: string): string {
  const key = `${locale} ${currency}`;
  let found = formatters.get(key);
  if (!found) {
    const format = new Intl.NumberFormat(locale, { style: 'currency', currency });
    found = { format, unit: 10 ** (format.resolvedOptions().maximumFractionDigits ?? 2) };
    formatters.set(key, found);
  }
  return found.format.format(minor / found.unit);
}

/** The amount as a plain decimal, such as `49.95`, for structured data. */
export function decimalMoney(minor: number, currency: string): string {
  const digits = currencyDecimals(currency);
  return (minor / 10 ** digits).toFixed(digits);
}

/** How many decimals a currency has (ISO 4217): 2 for the euro, 0 for the yen. */
export function currencyDecimals(currency: string): number {
  let found = decimals.get(currency);
  if (found === undefined) {
    const { maximumFractionDigits = 2 } = new Intl.NumberFormat('en', {
      style: 'currency',
      currency,
    }).resolvedOptions();
    decimals.set(currency, (found = maximumFractionDigits));
  }
  return found;
}
const decimals = new Map<string, number>();
