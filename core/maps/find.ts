/** The simulated address finder: the same address is always at the same place, which is made up. */

/** A place on earth in degrees (WGS 84). */
export interface Place {
  readonly latitude: number;
  readonly longitude: number;
}

/** A number from 0 to 1 that is the same for the same whole numbers (FNV-1a, then mixed). */
export function chance(...numbers: readonly number[]): number {
  let hash = 0x811c9dc5;
  for (const number of numbers) {
    hash = Math.imul(hash ^ (number & 0xffff), 0x01000193);
    hash = Math.imul(hash ^ ((number >> 16) & 0xffff), 0x01000193);
  }
  hash ^= hash >>> 15;
  hash = Math.imul(hash, 0x2c1b3c6d);
  return ((hash ^ (hash >>> 13)) >>> 0) / 4294967296;
}

const codesOf = (text: string): number[] => [...text].map((sign) => sign.codePointAt(0) ?? 0);

/** Signs and numbers alone are no address. */
const A_NAME = /\p{L}{3,}/u;

/**
 * Where an address is. Upper case and spaces make no difference.
 * @returns null where no place is found: for one without a name of at least three letters
 */
export function findPlace(address: string): Place | null {
  const written = address
    .trim()
    .toLowerCase()
    .replace(/[\s,]+/g, ' ');
  if (!A_NAME.test(written)) return null;
  const codes = codesOf(written);
  // Where people live, roughly: neither poles nor the middle of an ocean would help anybody.
  return { latitude: 45 + chance(1, ...codes) * 12, longitude: -8 + chance(2, ...codes) * 28 };
}
