/** How often signing in may fail: per mail address and per network address, over a quarter of an hour. */
import { Problem } from '@parlour/core';

const WINDOW_MS = 15 * 60 * 1000;
const MOST_PER_MAIL = 10;
const MOST_PER_ADDRESS = 50;
const MOST_KEPT = 50_000;

/** Failures in the last while, by what is counted. In memory of one process: several allow that many times more. */
const failures = new Map<string, number[]>();

/** @throws Problem `too-many-tries` */
export function checkAttempts(mail: string, address: string, now: number): void {
  for (const [key, most] of keysOf(mail, address)) {
    const recent = (failures.get(key) ?? []).filter((at) => at > now - WINDOW_MS);
    const oldest = recent[0];
    if (oldest === undefined || recent.length < most) continue;
    const minutes = Math.ceil((oldest + WINDOW_MS - now) / 60_000);
    throw new Problem('too-many-tries', 'Signing in has failed too often.', {
      place: 'password',
      remedy: `Try again in ${minutes} minutes.`,
    });
  }
}

export function noteFailure(mail: string, address: string, now: number): void {
  for (const [key] of keysOf(mail, address)) {
    const recent = (failures.get(key) ?? []).filter((at) => at > now - WINDOW_MS);
    if (failures.size >= MOST_KEPT) failures.delete(failures.keys().next().value as string);
    failures.set(key, [...recent, now]);
  }
}

const keysOf = (mail: string, address: string): [string, number][] => [
  [`mail ${mail.toLowerCase()}`, MOST_PER_MAIL],
  [`address ${address}`, MOST_PER_ADDRESS],
];
