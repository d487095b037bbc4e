/** Passwords by scrypt, tokens by SHA-256. */
import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { slots } from '../slots.js';

// N = 2^15, r = 8, p = 1: about 32 MB and 0.1 s (OWASP password storage cheat sheet).
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

/** Each takes a thread of a pool that files need too. */
const inTurn = slots({ running: 2, waiting: 60, refusal: 'Too many people are signing in right now.' });

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  inTurn(
    () =>
      new Promise((resolve, reject) =>
        scrypt(password.normalize('NFKC'), salt, 32, COST, (error, key) => (error ? reject(error) : resolve(key))),
      ),
  );

/** @returns `scrypt$salt$key`, both in base64url */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt$${salt.toString('base64url')}$${(await derive(password, salt)).toString('base64url')}`;
}

export async function passwordMatches(password: string, stored: string): Promise<boolean> {
  const [, salt = '', key = ''] = stored.split('$');
  return timingSafeEqual(await derive(password, Buffer.from(salt, 'base64url')), Buffer.from(key, 'base64url'));
}

/** A secret for a cookie or a program: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** A secret for a link that works once and for a while: 128 random bits, so that no email program breaks the line. */
export const newLinkToken = (): string => randomBytes(16).toString('base64url');

export const tokenHash = (token: string): Buffer => createHash('sha256').update(token).digest();
