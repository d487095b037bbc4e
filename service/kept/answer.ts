/** Answers requests with kept pages, before anything else of the service is at work. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { gunzipSync, gzipSync } from 'node:zlib';
import { LRUCache } from 'lru-cache';
import Negotiator from 'negotiator';
import { cartTokenIn, countIn } from './cart-cookie.js';
import { headersWithStyle } from './security.js';
import { normalTarget, splitTarget } from './target.js';
import type { LiveStore, LiveStores } from './live-stores.js';
import { etagOf, type Encoding, type KeptPage, type KeptPages } from './kept-pages.js';

export interface KeptAnswers {
  /** Answers with a kept page, if there is one for this request. @returns whether it did */
  answer(request: IncomingMessage, response: ServerResponse, slug: string): boolean;
  /** The same for a page that cannot be made right now, even if its time is over or the shopper has a cart. */
  answerAnyway(request: IncomingMessage, response: ServerResponse, slug: string): boolean;
  /** How many requests were answered, since the start. */
  readonly counts: { readonly hits: number; readonly stale: number };
}

type Headers = Readonly<Record<string, string>>;

/**
 * @param security the headers that every answer of a storefront has
 * @param countKey what the cookie that says how much is in a cart is signed with
 */
export function keptAnswers(stores: LiveStores, kept: KeptPages, security: Headers, countKey: Buffer): KeptAnswers {
  const counts = { hits: 0, stale: 0 };
  const heads = new WeakMap<KeptPage, Headers>();
  const common = (page: KeptPage, etag: string): Headers => {
    let head = heads.get(page);
    if (!head)
      heads.set(page, (head = { ...headersWithStyle(security, page.style), ...COMMON, etag, [CACHE_STATUS]: HIT }));
    return { ...head, etag };
  };
  // As a list, which Node sends as it is: made once for each page and encoding, not for each answer.
  const lists = new WeakMap<KeptPage, Map<Encoding | 'identity', string[]>>();
  const headersOf = (page: KeptPage, encoding: Encoding | 'identity', body: string): string[] => {
    let known = lists.get(page);
    if (!known) lists.set(page, (known = new Map()));
    let found = known.get(encoding);
    if (!found) {
      found = Object.entries({
        ...common(page, page.etag),
        'content-length': String(body.length),
        ...(encoding === 'identity' ? {} : { 'content-encoding': encoding }),
      }).flat();
      known.set(encoding, found);
    }
    return found;
  };
  const send = (request: IncomingMessage, response: ServerResponse, page: KeptPage, isStale: boolean): void => {
    const { headers } = request;
    if (isSame(headers['if-none-match'], page.etag)) {
      response.writeHead(304, { ...common(page, page.etag), ...(isStale && STALE) }).end();
      return;
    }
    const encoding = encodingFor(headers['accept-encoding'] ?? '');
    const body =
      encoding === 'identity'
        ? gunzipSync(Buffer.from(page.bodies.gzip, 'latin1')).toString('latin1')
        : page.bodies[encoding];
    const list = headersOf(page, encoding, body);
    response.writeHead(200, isStale ? list.map((one) => (one === HIT ? STALE[CACHE_STATUS] : one)) : list);
    if (request.method === 'HEAD') response.end();
    else response.end(body, 'latin1');
  };
  const sendFilled = (request: IncomingMessage, response: ServerResponse, page: KeptPage, html: string): void => {
    const etag = etagOf(html);
    const head = common(page, etag);
    if (isSame(request.headers['if-none-match'], etag)) return void response.writeHead(304, head).end();
    const isPlain = encodingFor(request.headers['accept-encoding'] ?? '') === 'identity';
    const body = isPlain ? Buffer.from(html) : gzipSync(html, { level: 1 });
    response.writeHead(200, {
      ...head,
      'content-length': body.length,
      ...(isPlain ? {} : { 'content-encoding': 'gzip' }),
    });
    response.end(request.method === 'HEAD' ? undefined : body);
  };
  return {
    counts,
    answer(request, response, slug) {
      const now = new Date();
      const live = stores.known(slug, now);
      const page = live && pageFor(request, live, kept);
      if (!page || page.live !== live || now.getTime() >= page.until) return false;
      const cookies = request.headers.cookie;
      if (page.showsFacts && cookies !== undefined && cartTokenIn(cookies) !== null) {
        const count = page.fill && countIn(cookies, countKey);
        if (count === null) return false;
        sendFilled(request, response, page, page.fill?.(count) ?? '');
      } else send(request, response, page, false);
      counts.hits++;
      return true;
    },
    answerAnyway(request, response, slug) {
      const live = stores.known(slug, new Date());
      const page = live && pageFor(request, live, kept);
      if (!page) return false;
      counts.stale++;
      send(request, response, page, true);
      return true;
    },
  };
}

/** RFC 9211. */
const CACHE_STATUS = 'cache-status';
const HIT = 'parlour; hit';
const STALE = { [CACHE_STATUS]: `${HIT}; detail="the database cannot be reached"` } as const;
/** Browsers ask again, and are told in a few bytes that nothing has changed. */
const COMMON: Headers = {
  'content-type': 'text/html; charset=utf-8',
  'cache-control': 'private, no-cache',
  vary: 'Accept-Encoding',
};

function pageFor({ method, url = '/' }: IncomingMessage, live: LiveStore, kept: KeptPages): KeptPage | undefined {
  if (method !== 'GET' && method !== 'HEAD') return undefined;
  return kept.find({ live, ...splitTarget(normalTarget(url)) });
}

/** Weak comparison of entity tags (RFC 9110, 13.1.2). */
function isSame(given: string | undefined, etag: string): boolean {
  if (given === undefined) return false;
  return given.trim() === '*' || given.split(',').some((one) => one.trim().replace(/^W\//, '') === etag.slice(2));
}

// Browsers send one of a few headers, so what each means is worked out once.
const encodings = new LRUCache<string, Encoding | 'identity'>({ max: 500 });

function encodingFor(accepted: string): Encoding | 'identity' {
  let found = encodings.get(accepted);
  if (!found) {
    const taken = new Negotiator({ headers: { 'accept-encoding': accepted } }).encodings(['br', 'gzip', 'identity']);
    found = taken.includes('br') ? 'br' : taken.includes('gzip') ? 'gzip' : 'identity';
    if (accepted.length < 200) encodings.set(accepted, found);
  }
  return found;
}
