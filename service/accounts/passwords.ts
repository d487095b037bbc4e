/** Passwords by scrypt, tokens by SHA-256. */
import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { slots } from '../slots.js';

/** What scrypt takes: N = 2^ln. It is kept with each hash, so that it can be raised. */
interface Cost {
  readonly ln: number;
  readonly r: number;
  readonly p: number;
}

/** About 32 MB and 0.2 s (OWASP Password Storage Cheat Sheet: N = 2^15, r = 8, p = 3). */
const COST: Cost = { ln: 15, r: 8, p: 3 };
const MOST_MEMORY = 64 * 1024 * 1024;

/** Each takes a thread of a pool that files need too. */
const inTurn = slots({ running: 2, waiting: 60, refusal: 'Too many people are signing in right now.' });

const derive = (password: string, salt: Buffer, { ln, r, p }: Cost): Promise<Buffer> =>
  inTurn(
    () =>
      new Promise((resolve, reject) =>
        scrypt(password.normalize('NFKC'), salt, 32, { N: 2 ** ln, r, p, maxmem: MOST_MEMORY }, (error, key) =>
          error ? reject(error) : resolve(key),
        ),
      ),
  );

const printed = (bytes: Buffer): string => bytes.toString('base64').replace(/=+$/, '');

/** @returns `$scrypt$ln=15,r=8,p=3$salt$key` (PHC string format, base64 without padding) */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const { ln, r, p } = COST;
  return `$scrypt$ln=${ln},r=${r},p=${p}$${printed(salt)}$${printed(await derive(password, salt, COST))}`;
}

const STORED = /^\$scrypt\$ln=(\d+),r=(\d+),p=(\d+)\$([^$]+)\$([^$]+)$/;

/** @throws Error if what is stored is no such hash */
export async function passwordMatches(password: string, stored: string): Promise<boolean> {
  const [, ln, r, p, salt, key] = STORED.exec(stored) ?? [];
  if (salt === undefined || key === undefined) throw new Error('What is stored for a password is no scrypt hash.');
  const cost = { ln: Number(ln), r: Number(r), p: Number(p) };
  return timingSafeEqual(await derive(password, Buffer.from(salt, 'base64'), cost), Buffer.from(key, 'base64'));
}

/** A secret for a cookie or a program: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** A secret for a link that works once and for a while: 128 random bits, so that no email program breaks the line. */
export const newLinkToken = (): string => randomBytes(16).toString('base64url');

export const tokenHash = (token: string): Buffer => createHash('sha256').update(token).digest();
