/** A change of the catalogue as the audit list tells it. */
import { formatMoney } from '@parlour/core/money';
import type { Store } from '../records/stores.js';

const PRICES = new Set(['price', 'wasPrice']);

/** The same with prices as people read them, wherever they stand in it. */
export function inMoney(
  change: object,
  { currency, locale }: Pick<Store, 'currency' | 'locale'>,
): Record<string, unknown> {
  const told = (value: unknown, name: string): unknown => {
    if (typeof value === 'number' && PRICES.has(name)) return formatMoney({ amount: value, currency }, locale);
    if (Array.isArray(value)) return value.map((one) => told(one, name));
    if (typeof value === 'object' && value !== null) return inMoney(value, { currency, locale });
    return value;
  };
  return Object.fromEntries(
    Object.entries(change).flatMap(([name, value]) => (value === undefined ? [] : [[name, told(value, name)]])),
  );
}
