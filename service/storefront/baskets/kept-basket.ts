/** The basket of shoppers: a cart in the tables, found by the token in a cookie. */
import { createHmac } from 'node:crypto';
import type { Response } from 'express';
import { orderingOf } from '@parlour/core/commerce';
import { newToken, tokenHash } from '../../accounts/passwords.js';
import { renewDue } from '../../assigning/catalogue.js';
import { addToCart, cartCount, setQuantity, tellCart } from '../../records/carts.js';
import { placeOrder } from '../../records/orders.js';
import { secretOf } from '../../records/secrets.js';
import { cartTokenIn, setCartCookie, setCountCookie } from '../../kept/cart-cookie.js';
import { buyingOf, type SiteOfStore } from '../context.js';
import type { Basket } from './basket.js';

/** @param cookies as the shopper's browser sent them */
export function keptBasket(site: SiteOfStore, cookies: string | undefined): Basket {
  const { db, store, now } = site;
  let token = cartTokenIn(cookies);
  let cart = token === null ? null : tokenHash(token);
  return {
    get asked() {
      return cart && { kept: cart };
    },
    async add(variant, quantity, mayBegin) {
      const fresh = newToken();
      const tokens = { known: cart, fresh: tokenHash(fresh) };
      const added = await addToCart(db, store.id, tokens, variant.id, quantity, now, mayBegin);
      if (!('isNew' in added)) return added;
      if (added.isNew) [token, cart] = [fresh, tokens.fresh];
      return null;
    },
    set: async (variant, quantity) => cart && setQuantity(db, store.id, cart, variant.id, quantity, now),
    async tell(told) {
      if (cart) await tellCart(db, store.id, cart, told, now);
    },
    async order({ attempt, seen, payment, buyer, delivery }, mayOrder) {
      if (!cart) return { why: 'empty' };
      // The same for an attempt that is sent twice, so that both answers lead to the one order.
      const opens = createHmac('sha256', await secretOf(db, 'order'))
        .update(`${store.id} ${attempt}`)
        .digest('base64url');
      const firstNumber = orderingOf(store.details, 'first-order');
      const { language } = site.edition.locale;
      const wanted = { attempt, seen, payment, language, tokenHash: tokenHash(opens), firstNumber, mayOrder };
      const placed = await placeOrder(db, store.id, cart, buyingOf(site), { buyer, delivery }, wanted, now);
      if ('why' in placed) return placed;
      // Nobody waits for it: the page of a product looks at its stock itself. Should it fail, the next chore does it.
      void renewDue(db, store.id).catch(() => undefined);
      return opens;
    },
    async remember(response: Response) {
      if (token === null || !cart) return;
      setCartCookie(response, token);
      setCountCookie(response, token, await cartCount(db, store.id, cart), await secretOf(db, 'cart'));
    },
  };
}

/** The basket of whoever has none, for pages that are made for all. */
export const withoutBasket = (site: SiteOfStore): Basket => keptBasket(site, undefined);
