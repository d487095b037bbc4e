/** The cookies of a shopper's cart: one names it, the other says how much is in it, so that no query is needed for that. */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { parseCookie, stringifySetCookie } from 'cookie';
import type { Response } from 'express';

export const CART_COOKIE = 'parlour-cart';
const COUNT_COOKIE = 'parlour-cart-count';
/** How long a cart lasts after it was last used, in seconds. */
export const CART_SECONDS = 30 * 24 * 60 * 60;

export const setCartCookie = (response: Response, token: string): void => setCookie(response, CART_COOKIE, token);

/** @param token the one in the shopper's other cookie: a count holds for this cart alone */
export const setCountCookie = (response: Response, token: string, count: number, key: Buffer): void =>
  setCookie(response, COUNT_COOKIE, `${count}.${signature(token, count, key)}`);

const setCookie = (response: Response, name: string, value: string): void =>
  void response.append(
    'set-cookie',
    stringifySetCookie({ name, value, httpOnly: true, path: '/', maxAge: CART_SECONDS, sameSite: 'lax' }),
  );

const signature = (token: string, count: number, key: Buffer): string =>
  createHmac('sha256', key).update(`${token} ${count}`).digest('base64url');

/** The token of a shopper's cart; null for whoever has none. */
export function cartTokenIn(cookies: string | undefined): string | null {
  if (!cookies?.includes(CART_COOKIE)) return null;
  const token = parseCookie(cookies)[CART_COOKIE];
  return token !== undefined && token !== '' && token.length < 100 ? token : null;
}

/** How much is in a shopper's cart; null if that is not known, or not by Parlour's own word. */
export function countIn(cookies: string, key: Buffer): number | null {
  const { [CART_COOKIE]: token = '', [COUNT_COOKIE]: said = '' } = parseCookie(cookies);
  const [count = '', signed = ''] = said.split('.');
  if (!/^\d{1,6}$/.test(count)) return null;
  const [given, right] = [Buffer.from(signed), Buffer.from(signature(token, Number(count), key))];
  return given.length === right.length && timingSafeEqual(given, right) ? Number(count) : null;
}
