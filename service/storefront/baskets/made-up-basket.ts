/**
 * The basket of a preview: in a signed cookie of its host, beginning as the scenario says. What it costs and whether it
 * is there is true; nothing of it is kept, and nothing is sold.
 */
import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import { parseCookie, stringifySetCookie } from 'cookie';
import type { Response } from 'express';
import { MOST_MADE_UP_LINES, mostOf, MOST_OF_ONE, priceCart, seenMark, type Scenario } from '@parlour/core/commerce';
import { ownOf } from '../../records/answers/answer.js';
import type { MadeUpCart } from '../../records/answers/part.js';
import { secretOf } from '../../records/secrets.js';
import { buyingOf, pathSourcesOf, type SiteOfStore } from '../context.js';
import type { Basket } from './basket.js';

const COOKIE = 'parlour-made-up-cart';
/** What browsers keep of one cookie is 4 KB with its attributes (RFC 6265, 6.1). */
const LONGEST = 3_000;
const SECONDS = 12 * 60 * 60;

/** @param cookies as the browser sent them */
export async function madeUpBasket(
  site: SiteOfStore,
  scenario: Scenario,
  cookies: string | undefined,
): Promise<Basket> {
  const key = await secretOf(site.db, 'preview');
  let cart = cartIn(cookies, key) ?? begunBy(scenario);
  let isChanged = false;
  const change = (next: Partial<MadeUpCart>): boolean => {
    const changed = { ...cart, ...next };
    if (changed.lines.length > MOST_MADE_UP_LINES || written(changed, key).length > LONGEST) return false;
    cart = changed;
    isChanged = true;
    return true;
  };
  const held = (product: string, code: string): number =>
    cart.lines.find((line) => line.product === product && line.variant === code)?.quantity ?? 0;
  const withLine = (product: string, variant: string, quantity: number) => [
    ...cart.lines.filter((line) => line.product !== product || line.variant !== variant),
    ...(quantity > 0 ? [{ product, variant, quantity }] : []),
  ];
  return {
    get asked() {
      return { madeUp: cart };
    },
    async add({ product, code, stock }, quantity) {
      const inCart = held(product, code);
      if (inCart + quantity > mostOf(stock)) return { stock: stock ?? MOST_OF_ONE, inCart };
      return change({ lines: withLine(product, code, inCart + quantity) }) ? null : { full: true };
    },
    async set({ product, code, stock }, quantity) {
      const inCart = held(product, code);
      if (quantity > mostOf(stock) && quantity > inCart) return { stock: stock ?? MOST_OF_ONE, inCart };
      change({ lines: withLine(product, code, quantity) });
      return null;
    },
    async tell({ buyer, delivery = cart.delivery }) {
      change({ buyer: { ...cart.buyer, ...buyer }, delivery });
    },
    async order({ attempt, seen, payment, buyer, delivery }) {
      if (attempt !== cart.attempt) return { why: 'changed' };
      const now = { ...cart, buyer, delivery };
      const own = await ownOf(site.db, { sources: pathSourcesOf(site), cart: { madeUp: now }, buying: buyingOf(site) });
      const { lines, delivery: offered, totals, refusals } = priceCart(own.cart, own.buying);
      if (refusals[0]) return refusals[0];
      if (seenMark({ lines, delivery: offered.chosen, totals }) !== seen) return { why: 'unseen', totals };
      const ordered = { lines: cart.lines, buyer, delivery, payment, placed: site.now.toISOString() };
      change({ lines: [], attempt: randomUUID(), ordered });
      return createHmac('sha256', key).update(attempt).digest('base64url');
    },
    async remember(response: Response) {
      if (isChanged) setCookie(response, written(cart, key));
    },
  };
}

/** The attempt of a cart that nothing was ordered of; the same each time, as it is kept nowhere until something changes. */
const FIRST_ATTEMPT = '00000000-0000-4000-8000-000000000000';

const begunBy = ({ cart = [], buyer = {}, delivery = '' }: Scenario): MadeUpCart => ({
  lines: cart,
  buyer,
  delivery,
  attempt: FIRST_ATTEMPT,
  ordered: null,
});

const signature = (payload: string, key: Buffer): Buffer =>
  createHmac('sha256', key).update(`cart ${payload}`).digest();

function written(cart: MadeUpCart, key: Buffer): string {
  const payload = Buffer.from(JSON.stringify(cart)).toString('base64url');
  return `${payload}.${signature(payload, key).toString('base64url')}`;
}

/** The cart of a cookie; null if there is none, or somebody else has written it. */
function cartIn(cookies: string | undefined, key: Buffer): MadeUpCart | null {
  const [payload = '', signed = ''] = (parseCookie(cookies ?? '')[COOKIE] ?? '').split('.');
  const [given, right] = [Buffer.from(signed, 'base64url'), signature(payload, key)];
  if (given.length !== right.length || !timingSafeEqual(given, right)) return null;
  // Its signature says that it was written here.
  return JSON.parse(Buffer.from(payload, 'base64url').toString()) as MadeUpCart;
}

// The preview stands in a frame of another site, where only partitioned cookies are kept.
const setCookie = (response: Response, value: string): void =>
  void response.append(
    'set-cookie',
    stringifySetCookie({
      ...{ name: COOKIE, value, httpOnly: true, path: '/', maxAge: SECONDS },
      ...{ secure: true, sameSite: 'none', partitioned: true },
    }),
  );
