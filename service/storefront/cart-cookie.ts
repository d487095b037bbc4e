/** The cookie that names a shopper's cart. */
import { stringifySetCookie } from 'cookie';
import type { Response } from 'express';
import type { Site } from './context.js';

export const CART_COOKIE = 'cart';
const MONTH = 30 * 24 * 60 * 60;

export function setCartCookie(response: Response, value: string, mode: Site['mode']): void {
  // The preview stands in a frame of another site, where only partitioned cookies are kept.
  const scope =
    mode === 'preview'
      ? ({ secure: true, sameSite: 'none', partitioned: true } as const)
      : ({ sameSite: 'lax' } as const);
  response.append(
    'set-cookie',
    stringifySetCookie({ name: CART_COOKIE, value, httpOnly: true, path: '/', maxAge: MONTH, ...scope }),
  );
}
