/** The cart's actions. They are plain form posts, so that they work without script. */
import { urlencoded, Router, type Response } from 'express';
import { stringifySetCookie } from 'cookie';
import { isStorable, type RefusedPurchase } from '@parlour/core';
import { addToCart, findVariant, MOST_OF_ONE, type Shortage } from '../records/carts.js';
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
      const section = field(body, 'back-to');
      const wanted = { options: optionsIn(body), quantity: field(body, 'quantity') || '1' };
      const reason = await buy(site, code, wanted, response);
      if (reason === null) return response.redirect(303, `${page.path}#s-${encodeURIComponent(section)}`);
      const shown = await showPage(site, page, { reason, section, ...wanted });
      if (!shown) return next();
      response.status(409).type('html').send(shown.html);
    },
  );

type Wanted = Pick<RefusedPurchase, 'options' | 'quantity'>;

const optionsIn = (body: Record<string, unknown>): Record<string, string> =>
  Object.fromEntries(
    Object.keys(body).flatMap((name) =>
      name.startsWith('option.') ? [[name.slice('option.'.length), field(body, name)]] : [],
    ),
  );

/** Puts it into the cart; answers why not, in words, or null. */
async function buy(site: Site, code: string, wanted: Wanted, response: Response): Promise<string | null> {
  const { db, store } = site;
  const { options } = wanted;
  if (!Object.entries(options).flat().every(isStorable))
    return 'This choice cannot be read. Please choose from the lists above.';
  const quantity = Number(wanted.quantity);
  if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_OF_ONE)
    return `The quantity must be a whole number from 1 to ${MOST_OF_ONE}.`;
  const variant = await findVariant(db, store.id, code, options);
  const chosen = Object.values(options).join(', ');
  if (!variant) return `There is no ${chosen || 'such'} version of this. Choose another combination.`;
  const token = newToken();
  const added = await addToCart(db, store.id, { known: site.cart, fresh: tokenHash(token) }, variant.id, quantity);
  if ('stock' in added) return shortageInWords(added, chosen || variant.title);
  if (added.isNew) setCartCookie(response, token, site.mode);
  return null;
}

function shortageInWords({ stock, inCart }: Shortage, what: string): string {
  if (stock < 1) return `${what} is sold out. Choose another, or come back later.`;
  if (stock >= MOST_OF_ONE && inCart > 0)
    return `At most ${MOST_OF_ONE} of one can be bought at once, and ${inCart} are already in your cart.`;
  const left = `Only ${stock} of ${what} ${stock === 1 ? 'is' : 'are'} left`;
  return inCart > 0
    ? `${left}, and ${inCart} ${inCart === 1 ? 'is' : 'are'} already in your cart.`
    : `${left}. Choose a smaller quantity.`;
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
