/**
 * What shoppers do: add to the cart, change it, choose, order. Each is a plain form post, so that it works without
 * script; with it, the answer is the html of what has changed.
 */
import { urlencoded, Router, type Request, type Response } from 'express';
import { isStorable, isRecord } from '@parlour/core';
import { buyerIn, MOST_OF_ONE, settle, toldIn, type Told, orderingOf } from '@parlour/core/commerce';
import { pathOf } from '@parlour/core/documents';
import { GO_ON, htmlId, type FormState } from '@parlour/core/kinds';
import type { Locale } from '@parlour/core/locale';
import { findVariant, variantByCode, type Shortage } from '../records/carts.js';
import type { NotOrdered } from '../records/orders.js';
import type { Records } from '../records/database.js';
import type { Site } from './context.js';
import { languageIn } from './editions.js';
import { minutesToWait } from './hourly.js';
import { signUp, writeMessage, type LetterBox } from './letters.js';
import { NOT_FOUND, patternsFor, placeAt, type OpenPage } from './pages.js';
import { ownPath } from './paths.js';
import { knownShopper, sendLink, signInByLink, signOut } from './shoppers.js';
import { refreshed, showPage } from './show.js';

const OPTION = 'option.';

/** What came of an action. */
type Outcome =
  | {
      readonly done: true;
      /** A path; or a place on the open page, such as `#s-…`, or nothing. */
      readonly to: string;
      /** What the section says that it was done in, where it says so in the place of the form. */
      readonly form?: FormState;
      /** The path where it is seen without script, if that is another one. */
      readonly withoutScript?: string;
    }
  | { readonly done: false; readonly status: 200 | 409 | 422; readonly form: FormState };

/** What was sent, by the names of inputs. */
type Sent = Told & { readonly page: string };

/** What an action is done with. */
interface Done {
  readonly site: Site;
  readonly sent: Sent;
  readonly request: Request;
  readonly response: Response;
  /** The network address it comes from. */
  readonly address: string;
}
type Action = (done: Done) => Promise<Outcome>;

export const actions = (siteOf: (response: Response) => Site, box: LetterBox): Router => {
  const router = Router();
  /** @param from the kind of page that a form is on which does not say it */
  const post = (path: string, from: 'home' | 'cart' | 'checkout' | 'sign-in', act: Action): void => {
    router.post(
      path,
      urlencoded({ extended: false, limit: '20kb', parameterLimit: 120 }),
      async (request, response) => {
        const all = siteOf(response);
        const sent = { page: all.edition.locale.prefix + pathOf(patternsFor(all), from), ...fieldsIn(request.body) };
        const outcome = await act({ site: all, sent, request, response, address: box.addressOf(request) });
        const site = await knownShopper(all, pathIn(all, sent), request);
        await site.basket.remember(response);
        await answer(site, sent, outcome, request, response);
      },
    );
  };
  post('/cart', 'cart', add);
  post('/cart/line', 'cart', changeLine);
  post('/checkout', 'checkout', checkOut);
  post('/sign-up', 'home', ({ site, sent, request }) => signUp(site, sent, request, box));
  post('/message', 'home', ({ site, sent, request }) => writeMessage(site, sent, request, box));
  post('/sign-in', 'sign-in', ({ site, sent, request }) => sendLink(site, sent, request, box));
  post('/signed-in', 'sign-in', ({ site, sent, response }) => signInByLink(site, sent, response));
  post('/sign-out', 'sign-in', ({ site, request, response }) => signOut(site, request, response));
  return router;
};

/** The texts of a form; what was sent twice, or cannot be stored, is left out. */
const fieldsIn = (body: unknown): Record<string, string> =>
  Object.fromEntries(
    Object.entries(isRecord(body) ? body : {}).filter(
      (field): field is [string, string] =>
        typeof field[1] === 'string' && isStorable(field[0]) && isStorable(field[1]),
    ),
  );

/** The page that a form was sent from. */
async function pageOf(site: Site, sent: Sent): Promise<{ page: OpenPage; query: URLSearchParams }> {
  const { page } = await placeAt(site, pathIn(site, sent));
  return { page: page ?? NOT_FOUND, query: new URLSearchParams(sent.page.split('?')[1]) };
}

/** Its path, without a language. */
const pathIn = ({ store }: Site, { page }: Sent): string => languageIn(page.split('?')[0] ?? '/', store).rest;

async function answer(site: Site, sent: Sent, outcome: Outcome, request: Request, response: Response): Promise<void> {
  const { form } = outcome;
  const status = outcome.done ? 200 : outcome.status;
  if (request.headers.accept === 'application/json') {
    const { page, query } = await pageOf(site, sent);
    // Whoever goes to another page needs nothing of this one.
    const to = outcome.done && outcome.to.startsWith('/') ? outcome.to : null;
    const changed =
      to === null
        ? await refreshed(site, page, { query, form, seen: sent['facts'] ?? '', section: sent['back-to'] })
        : {};
    response
      .status(status)
      .set('cache-control', 'no-store')
      .json({ ...changed, ...(to === null ? {} : { to }) });
    return;
  }
  if (outcome.done) {
    const to = outcome.withoutScript ?? outcome.to;
    const back = to.startsWith('#') || to === '' ? `${sent.page}${to}` : to;
    response.redirect(303, ownPath(back) ?? '/');
    return;
  }
  const { page, query } = await pageOf(site, sent);
  const shown = (await showPage(site, page, { query, form })) ?? (await showPage(site, NOT_FOUND, { form }));
  response
    .status(status)
    .set('cache-control', 'no-store')
    .type('html')
    .send(shown?.html ?? '');
}

/** Back to the section on the page that was open. */
const backTo = (section: string): string => `#${encodeURIComponent(htmlId(section))}`;

const add: Action = async ({ site, sent, address }) => {
  const { db, store, edition } = site;
  const { word } = edition.locale;
  const { 'back-to': section = '', page: _page, facts: _facts, ...typed } = sent;
  const { product = '' } = typed;
  const byCard = typed[GO_ON] === 'cart';
  const refuse = (refused: string): Outcome => ({ done: false, status: 409, form: { section, typed, refused } });
  const quantity = Number(typed['quantity'] || '1');
  if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_OF_ONE)
    return refuse(word('quantity-wrong', { most: MOST_OF_ONE }));
  const options = Object.fromEntries(
    Object.entries(typed).flatMap(([name, value]) =>
      name.startsWith(OPTION) ? [[name.slice(OPTION.length), value]] : [],
    ),
  );
  const variant = await findVariant(db, store.id, product, options, edition.locale.translation);
  const asked = Object.values(options).join(', ');
  if (!variant) return refuse(asked ? word('no-such-version', { what: asked }) : word('choice-unreadable'));
  const added = await site.basket.add(variant, quantity, (trx) =>
    hourly(site, trx, `cart from ${address}`, 'carts-an-hour'),
  );
  // A card has no place of its own on the page: without script what was added is seen in the cart.
  if (!added && byCard)
    return {
      done: true,
      to: backTo(section),
      form: { section, typed, refused: '', done: true },
      withoutScript: edition.locale.prefix + pathOf(patternsFor(site), 'cart'),
    };
  if (!added) return { done: true, to: backTo(section) };
  if ('full' in added) return refuse(word('preview-cart-full'));
  if ('minutes' in added) return refuse(word('too-many-carts', { minutes: added.minutes }));
  return refuse(shortageInWords(added, variant.chosen || variant.title, edition.locale));
};

/** How many minutes something must wait that a store takes only so often from one address. */
const hourly = (
  { store, now }: Site,
  trx: Records,
  what: string,
  most: 'orders-an-hour' | 'carts-an-hour',
): Promise<number | null> => minutesToWait(trx, store.id, what, orderingOf(store.details, most), now);

const changeLine: Action = async ({ site, sent }) => {
  const { db, store, edition } = site;
  const { 'back-to': section = '', product = '', variant: code = '', quantity: typed = '' } = sent;
  const refuse = (refused: string): Outcome => ({
    done: false,
    status: 409,
    form: { section, typed: { product, variant: code, quantity: typed }, refused },
  });
  const quantity = sent['remove'] === undefined ? Number(typed) : 0;
  if (typed === '' || !Number.isInteger(quantity) || quantity < 0 || quantity > MOST_OF_ONE)
    return refuse(edition.locale.word('quantity-wrong', { most: MOST_OF_ONE }));
  const variant = await variantByCode(db, store.id, product, code, edition.locale.translation);
  const short = variant && (await site.basket.set(variant, quantity));
  if (!short) return { done: true, to: backTo(section) };
  const what = variant.chosen || variant.title;
  return refuse(shortageInWords({ ...short, inCart: 0 }, what, edition.locale));
};

const checkOut: Action = async ({ site, sent, address }) => {
  const { store, basket, edition } = site;
  const { word } = edition.locale;
  const told = toldIn(sent);
  // Kept whatever comes of it, so that nothing has to be typed again.
  await basket.tell({ buyer: buyerIn(told), delivery: told['delivery'] });
  if (sent['do'] !== 'order') return { done: true, to: '' };
  const refuse = (status: 409 | 422, refused: string, errors: Record<string, string> = {}): Outcome => ({
    done: false,
    status,
    form: { section: '', typed: told, errors, refused },
  });
  const checked = settle(told, store.delivery);
  if ('errors' in checked) {
    const words = Object.entries(checked.errors).map(([field, name]) => [field, word(name)] as const);
    return refuse(422, word('check-fields'), Object.fromEntries(words));
  }
  const { attempt = '', seen = '' } = sent;
  if (!basket.asked || !ATTEMPT.test(attempt)) return refuse(409, word('cart-empty'));
  const placed = await basket.order({ ...checked.settled, attempt, seen }, (trx) =>
    hourly(site, trx, `order from ${address}`, 'orders-an-hour'),
  );
  if (typeof placed !== 'string') return refuse(409, whyInWords(placed, edition.locale));
  return { done: true, to: `${edition.locale.prefix}${pathOf(patternsFor(site), 'thank-you')}/${placed}` };
};

/** A UUID, as the attempts of carts are. */
const ATTEMPT = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

function whyInWords(placed: NotOrdered, locale: Locale): string {
  switch (placed.why) {
    case 'empty':
      return locale.word('cart-empty');
    case 'changed':
      return locale.word('order-changed');
    case 'no-delivery':
      return locale.word('choose-delivery');
    case 'too-many':
      return locale.word('too-many-orders', { minutes: placed.minutes });
    case 'unseen':
      return locale.word('sums-changed', { total: locale.money(placed.totals.total) });
    case 'shortage': {
      const { line, stock } = placed;
      return shortageInWords({ stock, inCart: 0 }, line.options || line.title, locale);
    }
  }
}

function shortageInWords({ stock, inCart }: Shortage, what: string, { word }: Locale): string {
  if (stock < 1) return word('what-is-sold-out', { what });
  if (stock >= MOST_OF_ONE && inCart > 0) return word('most-of-one', { most: MOST_OF_ONE, count: inCart });
  return inCart > 0
    ? word('only-left-beside-cart', { count: stock, what, held: inCart })
    : word('only-left', { count: stock, what });
}
