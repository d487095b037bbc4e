/** The cart's actions. They are plain form posts, so that they work without script. */
import { urlencoded, Router, type Response } from 'express';
import { stringifySetCookie } from 'cookie';
import { isStorable } from '@parlour/core';
import { addToCart, findVariant, MOST_OF_ONE } from '../records/carts.js';
import { newToken, tokenHash } from '../accounts/passwords.js';
import type { Site } from './context.js';
import { findPage, showPage } from './show.js';

export const CART_COOKIE = 'cart';
const MONTH = 30 * 24 * 60 * 60;

export const cart = (siteOf: (response: Response) => Site): Router =>
  Router().post(
    '/cart',
    urlencoded({ extended: false, limit: '10kb', parameterLimit: 50 }),
    async (request, response, next) => {
      const site = siteOf(response);
      const body = request.body as Record<string, unknown>;
      const code = field(body, 'product');
      const page = code && isStorable(code) ? await findPage(site, 'product', 'code', code) : null;
      if (!page) return next();
      const refusal = await buy(site, code, body, response);
      if (refusal === null)
        return response.redirect(303, `${page.path}#s-${encodeURIComponent(field(body, 'section'))}`);
      response
        .status(409)
        .type('html')
        .send(await showPage(site, page, refusal));
    },
  );

/** Puts it into the cart; answers why not, in words, or null. */
async function buy(
  site: Site,
  code: string,
  body: Record<string, unknown>,
  response: Response,
): Promise<string | null> {
  const options = Object.fromEntries(
    Object.keys(body).flatMap((name) =>
      name.startsWith('option.') ? [[name.slice('option.'.length), field(body, name)]] : [],
    ),
  );
  if (!Object.entries(options).flat().every(isStorable))
    return 'This choice cannot be read. Choose from the lists above.';
  const quantity = Number(field(body, 'quantity') || '1');
  if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_OF_ONE)
    return `The quantity must be a whole number from 1 to ${MOST_OF_ONE}.`;
  const variant = await findVariant(site.db, site.store.id, code, options);
  const chosen = Object.values(options).join(', ');
  if (!variant) return `There is no ${chosen || 'such'} version of this. Choose another combination.`;
  if (variant.stock < 1) return `${chosen || variant.title} is sold out. Choose another, or come back later.`;
  if (variant.stock < quantity)
    return `Only ${variant.stock} of ${chosen || variant.title} are left. Choose a smaller quantity.`;
  const known = site.cart;
  const token = known ? null : newToken();
  await addToCart(site.db, site.store.id, known ?? tokenHash(token as string), variant.id, quantity);
  if (token) setCartCookie(response, token, site.mode);
  return null;
}

function setCartCookie(response: Response, value: string, mode: Site['mode']): void {
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

const field = (body: Record<string, unknown>, name: string): string =>
  typeof body[name] === 'string' ? body[name] : '';
