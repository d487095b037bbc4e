/** What differs by device, as classes: the stylesheet knows which of them count where. */
import type { PerDevice } from '../fields/field.js';

/** `across-4`, and for smaller devices only what differs: `t-across-3 p-across-1`. */
export function deviceClasses(name: string, { desktop, tablet, phone }: PerDevice<string | number>): string {
  const smaller = [tablet === desktop ? '' : ` t-${name}-${tablet}`, phone === tablet ? '' : ` p-${name}-${phone}`];
  return `${name}-${desktop}${smaller.join('')}`;
}
