/** Attributes as people type them, and as files have them. */
import type { AttributeValue } from './product.js';

/**
 * An attribute. A text that would be read as something else stands in quotes, as in JSON.
 * @example attributeCell('5') // '"5"'
 */
export const attributeCell = (value: AttributeValue): string =>
  typeof value !== 'string' || attributeOf(value) === value ? String(value) : JSON.stringify(value);
/** @param cell not empty: that would be none */
export function attributeOf(cell: string): AttributeValue {
  if (cell === 'true' || cell === 'false') return cell === 'true';
  if (/^-?\d/.test(cell) && String(Number(cell)) === cell) return Number(cell);
  if (cell.startsWith('"'))
    try {
      const read: unknown = JSON.parse(cell);
      if (typeof read === 'string') return read;
    } catch {
      // A text that begins with a quotation mark.
    }
  return cell;
}
