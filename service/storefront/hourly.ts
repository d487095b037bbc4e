/** How often something may be done within an hour, from one network address in one store. */
import { countTry } from '../records/attempts.js';
import type { Records } from '../records/database.js';

const HOUR_MS = 60 * 60 * 1000;

/**
 * Counts something that is about to be done.
 * @param what is done, and from where, such as `order from 192.0.2.7`
 * @param most how often it may be done in an hour
 * @returns after how many minutes it may be tried again; null if it may be done
 */
export async function minutesToWait(
  db: Records,
  storeId: number,
  what: string,
  most: number,
  now: Date,
): Promise<number | null> {
  const [tried] = await countTry(db, [`${storeId} ${what}`], HOUR_MS, now);
  if (!tried || tried.tries <= most) return null;
  return Math.max(1, Math.ceil((tried.since.getTime() + HOUR_MS - now.getTime()) / 60_000));
}
