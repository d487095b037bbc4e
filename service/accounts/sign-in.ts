/** Signing in, and finding out who is signed in. */
import { parseCookie } from 'cookie';
import type { IncomingMessage } from 'node:http';
import { Problem } from '@parlour/core';
import {
  accountByEmail,
  accountOfSession,
  addSession,
  endSession,
  type Account,
  type SignedIn,
} from '../records/accounts.js';
import { countSignIn, noteSuccess } from './attempts.js';
import type { Records } from '../records/database.js';
import { signal } from '../records/signals.js';
import { hashPassword, newToken, passwordMatches, tokenHash } from './passwords.js';

export const SESSION_COOKIE = 'parlour-console';
const DAY = 24 * 60 * 60 * 1000;
export const CONSOLE_DAYS = 14;
const TOKEN_DAYS = 90;

let nobodysHash: Promise<string> | undefined;

/** In the same words whether the address or the password is wrong. */
const WRONG = {
  sentence: 'The email address or the password is wrong.',
  place: 'password',
  remedy: 'Check both and try again.',
};

/**
 * @param wrong what is said where more may be told, since the address is known to have an account
 * @param address the network address it comes from, for counting failures
 * @throws Problem `wrong-sign-in`, in the same words and time whether the address or the password is wrong;
 * `too-many-tries`
 */
export async function checkCredentials(
  db: Records,
  email: string,
  password: string,
  address: string,
  { sentence, ...where } = WRONG,
): Promise<Account> {
  const account = await accountByEmail(db, email);
  await countSignIn(db, email, address, account?.id, new Date());
  const hash = account?.passwordHash ?? (await (nobodysHash ??= hashPassword(newToken())));
  const matches = await passwordMatches(password, hash);
  if (!account || !matches) throw new Problem('wrong-sign-in', sentence, where);
  await noteSuccess(db, email, address, account.id, new Date());
  return account;
}

/** Starts a session or makes a token. @returns the secret, which is kept nowhere */
export async function startSession(
  db: Records,
  account: Account,
  kind: 'console' | 'token',
  name: string,
  now: Date,
  {
    scope = 'all',
    days = kind === 'console' ? CONSOLE_DAYS : TOKEN_DAYS,
  }: { scope?: 'all' | 'read'; days?: number } = {},
): Promise<string> {
  const token = newToken();
  await addSession(db, {
    tokenHash: tokenHash(token),
    accountId: account.id,
    kind,
    name,
    scope,
    expiresAt: new Date(now.getTime() + days * DAY),
  });
  return token;
}

export async function stopSession(db: Records, token: string): Promise<void> {
  const accountId = await endSession(db, tokenHash(token));
  if (accountId !== undefined) await signal(db, `account ${accountId}`);
}

/** The secret a request carries: a bearer token, or the session cookie. */
export function tokenOf(request: IncomingMessage): string | undefined {
  const bearer = /^Bearer ([\w-]{20,100})$/.exec(request.headers.authorization ?? '');
  return bearer?.[1] ?? parseCookie(request.headers.cookie ?? '')[SESSION_COOKIE];
}

/** Who sends a request. @throws Problem `signed-out` */
export async function accountFrom(db: Records, request: IncomingMessage, now: Date): Promise<SignedIn> {
  const token = tokenOf(request);
  const account = token ? await accountOfSession(db, tokenHash(token), now) : undefined;
  if (!account)
    throw new Problem('signed-out', 'You are not signed in, or your session has ended.', {
      remedy: 'Sign in and try again.',
    });
  return account;
}
