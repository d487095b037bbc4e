/**
 * Shoppers who sign in, by a link from a message, without a password: whoever can read the email of an address is who it
 * belongs to. Only what is for them alone asks the database who they are; every other page is the same for all.
 */
import { parseCookie, stringifySetCookie } from 'cookie';
import type { Request, RequestHandler, Response } from 'express';
import { NO_SHOPPER, type Shopper } from '@parlour/core/commerce';
import { pathOf } from '@parlour/core/documents';
import { isEmailAddress } from '@parlour/core/fields';
import { newToken, tokenHash } from '../accounts/passwords.js';
import {
  addShopperLink,
  endShopperSession,
  findShopperLink,
  shopperEmail,
  takeShopperLink,
} from '../records/shoppers.js';
import { inTransaction } from '../records/database.js';
import type { Site } from './context.js';
import { formOf, mayWrite, post, thanked, type LetterAnswer, type LetterBox, type Sent } from './letters.js';
import { isForSignedIn, patternsFor } from './pages.js';
import { ownPath } from './paths.js';

const COOKIE = 'parlour-shopper';
const LINK_MS = 30 * 60 * 1000;
const SESSION_MS = 30 * 24 * 60 * 60 * 1000;
/** So many links are asked for from one address in an hour, and sent to one. */
const MOST_LINKS = 10;
const TOKEN = /^[A-Za-z0-9_-]{43}$/;
const LONGEST_PATH = 400;

/**
 * Finds out who asks, for the sign-in page and for pages of signed-in shoppers. Whoever must sign in first is sent
 * there; what is for all passes by. Previews show every page to the builder.
 */
export const forShoppers =
  (siteOf: (response: Response) => Site): RequestHandler =>
  async (request, response, next) => {
    const site = siteOf(response);
    const signIn = pathOf(patternsFor(site), 'sign-in');
    const { prefix } = site.edition.locale;
    if (request.path.startsWith(`${signIn}/`)) {
      response.locals['site'] = { ...site, shopper: await byLink(site, request.path.slice(signIn.length + 1)) };
      request.url = signIn;
      return next();
    }
    const known = await knownShopper(site, request.path, request);
    if (known.shopper?.is === 'nobody' && isForSignedIn(known, request.path)) {
      const to = encodeURIComponent(prefix + request.path);
      return response.set('cache-control', 'no-store').redirect(303, `${prefix}${signIn}?to=${to}`);
    }
    response.locals['site'] = known;
    next();
  };

/** The site as the shopper who asks may see it; the same where a page is for all. @param path without a language */
export async function knownShopper(site: Site, path: string, request: Request): Promise<Site> {
  const { live } = site;
  if (!live) return site;
  // Most stores have no such page, and then none is looked for.
  const isForSome = live.signedIn !== live.state && isForSignedIn(site, path);
  if (!isForSome && path !== pathOf(patternsFor(site), 'sign-in')) return site;
  const token = tokenIn(request);
  const email = token && (await shopperEmail(site.db, site.store.id, tokenHash(token), site.now));
  if (!email) return { ...site, shopper: NO_SHOPPER };
  return { ...site, state: live.signedIn, shopper: { ...NO_SHOPPER, is: 'signed-in', email } };
}

/** Who comes by a link. Opening it signs nobody in yet: programs that look through email open links too. */
async function byLink({ db, store, now }: Site, token: string): Promise<Shopper> {
  const link = TOKEN.test(token) && (await findShopperLink(db, store.id, tokenHash(token), now));
  return link ? { is: 'coming', email: link.email, link: token } : { ...NO_SHOPPER, is: 'late' };
}

function tokenIn({ headers }: Request): string | null {
  const token = parseCookie(headers.cookie ?? '')[COOKIE] ?? '';
  return TOKEN.test(token) ? token : null;
}

type Answer = { readonly done: true; readonly to: string } | LetterAnswer;

/** Sends a link to an email address; whether somebody has signed in with it before is told to nobody. */
export async function sendLink(site: Site, sent: Sent, request: Request, box: LetterBox): Promise<Answer> {
  const { section, typed } = formOf(sent);
  const { word, prefix } = site.edition.locale;
  const email = (typed['email'] ?? '').trim();
  const refuse = (refused: string, status: 409 | 422): Answer => ({
    done: false,
    status,
    form: { section, typed, refused },
  });
  if (!isEmailAddress(email)) return refuse(word('email-wrong'), 422);
  for (const key of [`link from ${box.addressOf(request)}`, `link to ${email.toLowerCase()}`]) {
    const may = await mayWrite(site, sent, key, MOST_LINKS);
    if (may !== 'yes') return may === 'trap' ? thanked(section) : refuse(may, 409);
  }
  const token = newToken();
  const back = wantedIn(sent);
  const link = `${site.origin}${prefix}${pathOf(patternsFor(site), 'sign-in')}/${token}`;
  const store = site.store.name;
  const message = {
    to: email,
    subject: word('sign-in-subject', { store }),
    text: word('sign-in-message', { store, link }),
  };
  await inTransaction(site.db, async (trx) => {
    await addShopperLink(trx, site.store.id, tokenHash(token), { email, back }, new Date(site.now.getTime() + LINK_MS));
    await post(trx, site, box, message);
  });
  return thanked(section);
}

/** Signs in whoever comes by a link, and leads back to where they came from. */
export async function signInByLink(site: Site, sent: Sent, response: Response): Promise<Answer> {
  const { link = '' } = sent;
  const { now } = site;
  const { word, prefix } = site.edition.locale;
  if (site.mode === 'preview') {
    const form = { section: formOf(sent).section, typed: {}, refused: word('preview-keeps-nothing') };
    return { done: false, status: 409, form };
  }
  const signIn = prefix + pathOf(patternsFor(site), 'sign-in');
  const token = newToken();
  const session = { token: tokenHash(token), expiresAt: new Date(now.getTime() + SESSION_MS) };
  const taken = TOKEN.test(link) && (await takeShopperLink(site.db, site.store.id, tokenHash(link), session, now));
  if (!taken) return { done: true, to: `${signIn}/${TOKEN.test(link) ? link : 'late'}` };
  setShopperCookie(response, token, SESSION_MS);
  return { done: true, to: taken.back || signIn };
}

export async function signOut(site: Site, request: Request, response: Response): Promise<Answer> {
  const token = tokenIn(request);
  if (token) await endShopperSession(site.db, site.store.id, tokenHash(token));
  setShopperCookie(response, '', 0);
  return { done: true, to: site.edition.locale.prefix + pathOf(patternsFor(site), 'sign-in') };
}

const setShopperCookie = (response: Response, value: string, forMs: number): void =>
  void response.append(
    'set-cookie',
    stringifySetCookie({ name: COOKIE, value, httpOnly: true, path: '/', maxAge: forMs / 1000, sameSite: 'lax' }),
  );

/** The page that a shopper wanted before they were asked to sign in; empty if there was none. */
function wantedIn({ page }: Sent): string {
  const to = new URLSearchParams(page.split('?')[1] ?? '').get('to') ?? '';
  return to.length <= LONGEST_PATH ? (ownPath(to) ?? '') : '';
}
