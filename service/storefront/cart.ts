/** The cart's actions. They are plain form posts, so that they work without script. */
import { urlencoded, Router, type Response } from 'express';
import { isStorable, type Locale } from '@parlour/core';
import { addToCart, findVariant, MOST_OF_ONE, type Shortage } from '../records/carts.js';
import { newToken, tokenHash } from '../accounts/passwords.js';
import { setCartCookie } from './cart-cookie.js';
import type { Site } from './context.js';
import { findPage } from './pages.js';
import { showPage } from './show.js';

const OPTION = 'option.';

export const cart = (siteOf: (response: Response) => Site): Router =>
  Router().post(
    '/cart',
    urlencoded({ extended: false, limit: '10kb', parameterLimit: 50 }),
    async (request, response, next) => {
      const site = siteOf(response);
      const { product = '', 'back-to': section = '', ...typed } = fieldsIn(request.body);
      const page = product && isStorable(product) ? await findPage(site, 'product', 'code', product) : null;
      if (!page) return next();
      const refused = await buy(site, product, typed, response);
      if (refused === null) return response.redirect(303, `${page.path}#s-${encodeURIComponent(section)}`);
      const shown = await showPage(site, page, { form: { section, typed, refused } });
      if (!shown) return next();
      response.status(409).type('html').send(shown.html);
    },
  );

/** The texts of a form; what was sent twice, or is no text, is left out. */
const fieldsIn = (body: unknown): Record<string, string> =>
  Object.fromEntries(
    Object.entries(body as Record<string, unknown>).filter(
      (field): field is [string, string] => typeof field[1] === 'string',
    ),
  );

/** Puts it into the cart; answers why not, in words, or null. */
async function buy(
  site: Site,
  code: string,
  typed: Readonly<Record<string, string>>,
  response: Response,
): Promise<string | null> {
  const { db, store } = site;
  const { locale } = site.edition;
  const options = Object.fromEntries(
    Object.entries(typed).flatMap(([name, value]) =>
      name.startsWith(OPTION) ? [[name.slice(OPTION.length), value]] : [],
    ),
  );
  if (!Object.entries(options).flat().every(isStorable)) return locale.word('choice-unreadable');
  const quantity = Number(typed['quantity'] || '1');
  if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_OF_ONE)
    return locale.word('quantity-wrong', { most: MOST_OF_ONE });
  const variant = await findVariant(db, store.id, code, options);
  const chosen = Object.values(options).join(', ');
  if (!variant) return locale.word('no-such-version', { what: chosen });
  const token = newToken();
  const added = await addToCart(db, store.id, { known: site.cart, fresh: tokenHash(token) }, variant.id, quantity);
  if ('stock' in added) return shortageInWords(added, chosen || variant.title, locale);
  if (added.isNew) setCartCookie(response, token, site.mode);
  return null;
}

function shortageInWords({ stock, inCart }: Shortage, what: string, { word }: Locale): string {
  if (stock < 1) return word('what-is-sold-out', { what });
  if (stock >= MOST_OF_ONE && inCart > 0) return word('most-of-one', { most: MOST_OF_ONE, count: inCart });
  return inCart > 0
    ? word('only-left-beside-cart', { count: stock, what, held: inCart })
    : word('only-left', { count: stock, what });
}
