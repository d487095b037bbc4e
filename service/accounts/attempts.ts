/**
 * How often signing in may fail, over a quarter of an hour. Counted before a password is looked at: per account and
 * network address together, per address, and per account. Guesses from elsewhere do not lock an owner out at an
 * address that the account has signed in from before.
 */
import { createHash } from 'node:crypto';
import { Problem, sure } from '@parlour/core';
import {
  countTry,
  dropKnownAddresses,
  dropTries,
  isKnownAddress,
  rememberAddress,
  takeTryBack,
} from '../records/attempts.js';
import type { Records } from '../records/database.js';

const WINDOW_MS = 15 * 60 * 1000;
const HOUR_MS = 60 * 60 * 1000;
const MONTHS_MS = 90 * 24 * HOUR_MS;
const MOST_TOGETHER = 10;
const MOST_PER_ADDRESS = 50;
const MOST_PER_EMAIL = 30;

const keysOf = (email: string, address: string) => ({
  together: `sign-in ${email.toLowerCase()} ${address}`,
  address: `sign-in from ${address}`,
  email: `sign-in of ${email.toLowerCase()}`,
});

/**
 * Counts a try to sign in.
 * @param accountId of the account the email address has, if there is one
 * @throws Problem `too-many-tries`
 */
export async function countSignIn(
  db: Records,
  email: string,
  address: string,
  accountId: number | undefined,
  now: Date,
): Promise<void> {
  const keys = keysOf(email, address);
  const tried = await countTry(db, Object.values(keys), WINDOW_MS, now);
  const limits = { [keys.together]: MOST_TOGETHER, [keys.address]: MOST_PER_ADDRESS, [keys.email]: MOST_PER_EMAIL };
  for (const { key, tries, since } of tried) {
    if (tries <= sure(limits[key])) continue;
    const isElsewhere = key === keys.email && accountId !== undefined;
    if (isElsewhere && (await isKnownAddress(db, accountId, hashOf(address)))) continue;
    throw tooMany('Signing in has failed too often.', since, WINDOW_MS, now);
  }
}

/** A try that succeeded counts for nothing, and its address is known from then on. */
export async function noteSuccess(
  db: Records,
  email: string,
  address: string,
  accountId: number,
  now: Date,
): Promise<void> {
  await takeTryBack(db, Object.values(keysOf(email, address)));
  await rememberAddress(db, accountId, hashOf(address), now);
}

const MOST_LINKS_PER_EMAIL = 4;
const MOST_LINKS_PER_ADDRESS = 20;

/** Counts a message asked for. @throws Problem `too-many-tries` */
export async function countLink(db: Records, email: string, address: string, now: Date): Promise<void> {
  const limits = {
    [`link to ${email.toLowerCase()}`]: MOST_LINKS_PER_EMAIL,
    [`link from ${address}`]: MOST_LINKS_PER_ADDRESS,
  };
  for (const { key, tries, since } of await countTry(db, Object.keys(limits), HOUR_MS, now))
    if (tries > sure(limits[key])) throw tooMany('Too many messages were requested.', since, HOUR_MS, now, 'email');
}

function tooMany(sentence: string, since: Date, windowMs: number, now: Date, place = 'password'): Problem {
  const seconds = Math.max(1, Math.ceil((since.getTime() + windowMs - now.getTime()) / 1000));
  const minutes = Math.ceil(seconds / 60);
  return new Problem('too-many-tries', sentence, {
    place,
    remedy: `Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
    retryAfter: seconds,
  });
}

const hashOf = (address: string): Buffer => createHash('sha256').update(address).digest();

/** Forgets what counts no more. */
export async function dropOldTries(db: Records, now: Date): Promise<void> {
  await dropTries(db, new Date(now.getTime() - HOUR_MS));
  await dropKnownAddresses(db, new Date(now.getTime() - MONTHS_MS));
}
