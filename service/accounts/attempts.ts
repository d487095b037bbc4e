/** How often signing in may fail: per mail address and per network address, over a quarter of an hour. */
import { Problem } from '@parlour/core';
import { addFailures, dropFailures, failuresOf } from '../records/attempts.js';
import type { Records } from '../records/database.js';

const WINDOW_MS = 15 * 60 * 1000;
const MOST_PER_MAIL = 10;
const MOST_PER_ADDRESS = 50;

/** @throws Problem `too-many-tries` */
export async function checkAttempts(db: Records, mail: string, address: string, now: Date): Promise<void> {
  const limits = limitsOf(mail, address);
  const failures = await failuresOf(db, [...limits.keys()], new Date(now.getTime() - WINDOW_MS));
  for (const [key, { count, first }] of failures) {
    if (count < (limits.get(key) ?? 0)) continue;
    const minutes = Math.ceil((first.getTime() + WINDOW_MS - now.getTime()) / 60_000);
    throw new Problem('too-many-tries', 'Signing in has failed too often.', {
      place: 'password',
      remedy: `Try again in ${minutes} minutes.`,
    });
  }
}

export const noteFailure = (db: Records, mail: string, address: string, now: Date): Promise<void> =>
  addFailures(db, [...limitsOf(mail, address).keys()], now);

/** Forgets failures that count no more. */
export const dropOldFailures = (db: Records, now: Date): Promise<void> =>
  dropFailures(db, new Date(now.getTime() - WINDOW_MS));

const limitsOf = (mail: string, address: string): Map<string, number> =>
  new Map([
    [`mail ${mail.toLowerCase()}`, MOST_PER_MAIL],
    [`address ${address}`, MOST_PER_ADDRESS],
  ]);
