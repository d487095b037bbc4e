/** Ids of sections and entries: worked out from the unit that makes them, so that whoever knows the unit knows them too. */
import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';
import type { NodeId } from '../documents/document.js';

/** Without letters and digits that are taken for one another. */
const LETTERS = 'abcdefghijkmnpqrstuvwxyz23456789';
const LENGTH = 10;

/**
 * The ids that a unit gives, in their order: the same for the same unit, on the service and in a browser that predicts
 * it. 50 bits of a hash, so that no two units of a design give the same.
 */
export function idsOf(unit: string): () => NodeId {
  let index = 0;
  return () =>
    Array.from(sha256(utf8ToBytes(`${unit} ${index++}`)).slice(0, LENGTH), (byte) => LETTERS[byte & 31]).join('');
}
