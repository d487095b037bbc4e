import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash } from 'node:crypto';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { Server, request as httpRequest } from 'node:http';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import pg from 'pg';
import { routes } from '@parlour/contract';
import type { EditRequest } from '@parlour/core/design';
import { asAdmin, eventually, testService, type Answer, type TestService } from './service.js';
import { Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

/** How many query strings are tried; many in a soak. */
const QUERIES = process.env['PARLOUR_SOAK'] ? 100_000 : 1_000;
setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

const query = pg.Client.prototype.query;
const emit = Server.prototype.emit;
const BRACKETS = /^(begin|commit|start transaction)/i;
/** Which count a request belongs to, followed through all that waits for one another. */
const counting = new AsyncLocalStorage<string[]>();

/**
 * The statements that requests make which arrive while something is done, counted at the driver. What the process asks
 * by itself meanwhile (its poll, its chores) is none of them.
 */
async function statementsDuring(
  work: () => Promise<unknown>,
  isCounted = (text: string): boolean => !BRACKETS.test(text),
): Promise<string[]> {
  const sent: string[] = [];
  const requests = jest.spyOn(Server.prototype, 'emit').mockImplementation(function (
    this: Server,
    ...given: [event: string, ...unknown[]]
  ) {
    const pass = (): boolean => emit.apply(this, given as never);
    return given[0] === 'request' ? counting.run(sent, pass) : pass();
  });
  const queries = jest.spyOn(pg.Client.prototype, 'query').mockImplementation(function (
    this: pg.Client,
    ...given: unknown[]
  ) {
    const [what] = given as [string | { text: string }];
    const text = typeof what === 'string' ? what : what.text;
    if (counting.getStore() === sent && isCounted(text)) sent.push(text);
    return query.apply(this, given as never);
  });
  try {
    await work();
  } finally {
    queries.mockRestore();
    requests.mockRestore();
  }
  return sent;
}

/** Drops every kept page, as if everything in the catalogue had changed. */
async function dropAll(): Promise<void> {
  await visitTwice('/browse/single-line');
  await asAdmin(
    (client) => client.query(`insert into change (store_id, tags) select id, '{catalogue}' from store`),
    service.databaseUrl,
  );
  await eventually(async () => expect(hit(await service.visit('/browse/single-line'))).toBe(false));
}

const hit = (answer: Answer): boolean => answer.headers['cache-status'] === 'parlour; hit';
const visitTwice = async (path: string): Promise<Answer> => {
  await service.visit(path);
  return eventuallyHit(path);
};
async function eventuallyHit(path: string): Promise<Answer> {
  let answer = await service.visit(path);
  await eventually(async () => {
    answer = await service.visit(path);
    expect(answer.headers['cache-status']).toBe('parlour; hit');
  });
  return answer;
}

/** The bytes of an answer as they were sent. */
const bytesOf = (path: string, encoding: string): Promise<{ bytes: Buffer; encoding: string | undefined }> =>
  new Promise((resolve, reject) => {
    httpRequest(
      {
        host: '127.0.0.1',
        port: service.port,
        path,
        headers: { host: `windrow.localhost:${service.port}`, 'accept-encoding': encoding },
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () =>
          resolve({ bytes: Buffer.concat(chunks), encoding: response.headers['content-encoding'] }),
        );
      },
    )
      .on('error', reject)
      .end();
  });

test('a page is made once, then sent from memory as it was: body, headers, in each encoding, or not at all', async () => {
  const first = await service.visit('/workshop');
  expect(first.headers['cache-status']).toBe('parlour; fwd=miss');
  const second = await eventuallyHit('/workshop');
  expect(second.text).toBe(first.text);
  const own = ['date', 'cache-status', 'transfer-encoding', 'content-length', 'connection', 'keep-alive'];
  const same = ({ headers }: Answer) =>
    Object.fromEntries(Object.entries(headers).filter(([name]) => !own.includes(name)));
  expect(same(second)).toEqual(same(first));
  expect(second.headers['content-security-policy']).toContain("default-src 'none'");

  expect(brotliDecompressSync((await bytesOf('/workshop', 'gzip, deflate, br')).bytes).toString()).toBe(first.text);
  expect(gunzipSync((await bytesOf('/workshop', 'gzip;q=0.5, br;q=0')).bytes).toString()).toBe(first.text);
  expect(await bytesOf('/workshop', 'identity')).toEqual({ bytes: Buffer.from(first.text), encoding: undefined });

  const etag = second.headers['etag'] as string;
  for (const given of [etag, `"other", ${etag}`, '*', etag.replace('W/', '')]) {
    const unchanged = await service.visit('/workshop', { headers: { 'if-none-match': given } });
    expect([unchanged.status, unchanged.text, unchanged.headers['etag']]).toEqual([304, '', etag]);
  }
  expect((await service.visit('/workshop', { headers: { 'if-none-match': 'W/"other"' } })).status).toBe(200);
  const head = await service.visit('/workshop', { method: 'HEAD' });
  expect([head.status, head.text, head.headers['content-length']]).toEqual([200, '', second.headers['content-length']]);
  expect(hit(await service.send('WINDROW.localhost', '/workshop'))).toBe(true);
  expect(hit(await service.visit('/workshop', { method: 'POST' }))).toBe(false);
});

test('what no section goes by makes no other page; a page of a listing is another one, and one beyond the last is 404', async () => {
  const plain = await visitTwice('/browse/single-line');
  const tracked = await service.visit(`/browse/single-line?from=letter&${'x'.repeat(3_000)}`);
  expect([hit(tracked), tracked.text]).toEqual([true, plain.text]);
  const next = await visitTwice('/browse/single-line?page=2&utm=1');
  expect(next.text).not.toBe(plain.text);
  expect(next.text).toContain('/browse/single-line?page=2"');
  expect(next.text.match(/<li class="card">/g)).toHaveLength(1);
  for (const page of ['3', '1000000000', '999999999999999999999']) {
    const beyond = await service.visit(`/browse/single-line?page=${page}`);
    expect([page, beyond.status]).toEqual([page, page.length > 16 ? 200 : 404]);
  }
  for (const odd of ['0', '-1', '1.5', 'x', '%00', ''])
    expect([odd, (await service.visit(`/browse/single-line?page=${odd}`)).status]).toEqual([odd, 200]);
  expect((await service.visit(`/browse/single-line?page=2&${'q=1&'.repeat(2_500)}`)).status).toBe(200);
});

test('however a page is asked for, it is one page: the first of two names counts, and what says nothing is not there', async () => {
  const page = async (path: string) =>
    (await service.visit(path)).text.match(/<title>[^<]*|aria-current="page">\d+|rel="canonical" href="[^"]*/g);
  await dropAll();
  // Made now, by whoever asks in an odd way; then the usual way finds it.
  const [first, second] = [
    await page('/browse/single-line?page=1&page=2'),
    await page('/browse/single-line?page=2&page=1'),
  ];
  expect(second).not.toEqual(first);
  await eventuallyHit('/browse/single-line');
  await eventuallyHit('/browse/single-line?page=2');
  expect([await page('/browse/single-line'), await page('/browse/single-line?page=2')]).toEqual([first, second]);
  for (const odd of [
    '?page=x1',
    '?page=01',
    '?page=-1',
    '?page=',
    '?page=1.5',
    '?page=1',
    '?page=x&page=2',
    '?PAGE=2',
    '?x=2',
  ])
    expect([odd, hit(await service.visit(`/browse/single-line${odd}`))]).toEqual([odd, true]);
  expect(hit(await service.visit('/browse/single-line?x=1&page=2&page=1'))).toBe(true);
  const kite = await visitTwice('/item/gannet-delta');
  for (const path of ['/item/gannet%2Ddelta', '/%69tem/g%61nnet-delta', '/item/%67annet-delta?x=%2F']) {
    const odd = await service.visit(path);
    expect([path, hit(odd), odd.text === kite.text]).toEqual([path, true, true]);
  }
});

test('a redirect from a path with any letters is found however the path is written', async () => {
  const set = (from: string, value: string) =>
    ({ type: 'set', document: 'paths', field: `redirects.${from}`, value }) as const;
  await service.edit(
    set('/über-uns', '/workshop'),
    set('/caf%C3%A9/%e2%82%ac', '/über-uns'),
    set('/a%2Db', '/caf\u0065\u0301/€'),
  );
  const { document } = await service.call(routes.getDocument, { query: { key: 'paths' } });
  expect(Object.keys((document as { redirects: object }).redirects).sort()).toEqual(['/a-b', '/café/€', '/über-uns']);
  await service.call(routes.publish, { body: {} });
  for (const path of [
    '/%C3%BCber-uns',
    '/%c3%bcber-uns',
    '/u%CC%88ber-uns',
    '/caf%C3%A9/%E2%82%AC',
    '/cafe%CC%81/%E2%82%AC',
    '/a-b',
  ]) {
    const { status, headers } = await service.visit(path);
    expect([path, status, headers.location]).toEqual([path, 301, '/workshop']);
  }
  // What is no path is no fault.
  for (const path of ['/%', '/%zz', '/%ff%fe', '/%00', '/%ED%A0%80'])
    expect([400, 404]).toContain((await service.visit(path)).status);
});

test('results of a search are not for search engines, and known by one address', async () => {
  const { text } = await service.visit('/search?words=kite&page=2');
  expect(text).toContain('<meta name="robots" content="noindex">');
  expect(text).toMatch(/<link rel="canonical" href="http:\/\/windrow\.localhost:\d+\/search">/);
});

test('no page takes more than two statements; a kept one takes none', async () => {
  const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
  await dropAll();
  expect(pages.length).toBeGreaterThan(20);
  const counts: number[] = [];
  for (const { path, page } of pages.filter(({ path }) => path.startsWith('/'))) {
    const sent = await statementsDuring(() => service.visit(path));
    expect([page, sent.length <= 2 ? [] : sent]).toEqual([page, []]);
    counts.push(sent.length);
  }
  // Otherwise nothing would have been counted.
  expect([...new Set(counts)].sort()).toEqual(expect.arrayContaining([1, 2]));
  await eventuallyHit('/');
  expect(await statementsDuring(() => service.visit('/'))).toEqual([]);
});

test('two statements are enough where a path has two meanings, and where home shows a product', async () => {
  await service.edit(
    { type: 'set', document: 'paths', field: 'patterns.product', value: '/browse/{slug}' },
    { type: 'set', document: 'paths', field: 'patterns.collection', value: '/group/{slug}' },
    { type: 'set', document: 'paths', field: 'home', value: 'product:K-003' },
  );
  await service.call(routes.publish, { body: {} });
  const seen: unknown[] = [];
  for (const path of ['/browse/gannet-delta', '/browse/single-line', '/browse/nothing', '/']) {
    const answers: Answer[] = [];
    const sent = await statementsDuring(async () => answers.push(await service.visit(path)));
    seen.push([path, answers[0]?.status, answers[0]?.headers['location'], sent.length]);
  }
  await service.call(routes.revert, { params: { revision: '1' }, body: {} });
  expect(seen).toEqual([
    ['/browse/gannet-delta', 200, undefined, 2],
    ['/browse/single-line', 301, '/group/single-line', 1],
    ['/browse/nothing', 404, undefined, 2],
    ['/', 200, undefined, 2],
  ]);
});

test('where a page takes two statements, both see the same state of everything', async () => {
  const begun = (path: string) =>
    statementsDuring(
      () => service.visit(path, { headers: { cookie: 'parlour-cart=nobody' } }),
      (text) => /^(begin|start transaction)/i.test(text) && !/pg_try|advisory/.test(text),
    );
  const isSnapshot = (texts: string[]): boolean => texts.some((text) => /repeatable read,? read only/i.test(text));
  expect(isSnapshot(await begun('/item/gannet-delta'))).toBe(true);
  expect(isSnapshot(await begun('/brand/featherby'))).toBe(true);
  expect(isSnapshot(await begun('/workshop'))).toBe(false);
});

test('a page in an order goes when that moves, one with counts when they do; what else shoppers choose is not kept', async () => {
  const add = (document: string, kind: string, values: Record<string, unknown> = {}): EditRequest => ({
    ...{ type: 'insert', document, kind, place: { at: 'main' }, id: `k-${kind}`, values },
  });
  await service.edit(
    add('template/collection', 'sort-menu'),
    add('template/brand', 'filters'),
    add('template/brand', 'listing', { source: { from: 'newest' }, size: 4, across: '4' }),
  );
  await service.call(routes.publish, { body: {} });
  const params = { product: 'K-012' };
  const { slug, variants } = await service.call(routes.getProduct, { params });
  const costs = (price: number) =>
    service.call(routes.changeProduct, { params, body: { variants: variants.map(({ code }) => ({ code, price })) } });
  await costs(9_900);
  const paths = ['', '?sort=-sold', '?sort=price'].map((sort) => `/browse/single-line${sort}`);
  paths.push('/brand/featherby');
  for (const path of paths) await visitTwice(path);
  const shown = async () => Promise.all(paths.map((path) => service.visit(path)));
  const isIn = (answers: readonly Answer[]) => answers.map(({ text }) => text.includes(`/item/${slug}`));
  // It is on none of these pages, and comes onto the one in the order of prices.
  expect(isIn(await shown()).slice(0, 3)).toEqual([false, false, false]);
  await costs(2_000);
  const after = await shown();
  expect(after.map(hit)).toEqual([true, true, false, false]);
  expect(isIn(after).slice(0, 3)).toEqual([false, false, true]);
  const odd = [
    '/browse/single-line?sort=attribute.skill',
    '/brand/featherby?filter=available',
    '/brand/featherby?price-from=1',
  ];
  for (const path of [...odd, ...odd]) {
    const answer = await service.visit(path);
    expect([path, answer.status, hit(answer)]).toEqual([path, 200, false]);
  }
  await service.call(routes.revert, { params: { revision: '1' }, body: {} });
});

test('a change drops the pages that depend on it, and no others', async () => {
  const paths = ['/item/skerry-diamond', '/browse/single-line', '/item/capstan-reel', '/workshop'];
  for (const path of paths) await visitTwice(path);
  await service.call(routes.changeProduct, {
    params: { product: 'K-001' },
    body: { title: 'Skerry Diamond II' },
  });
  const after = await Promise.all(paths.map((path) => service.visit(path)));
  expect(after.map(hit)).toEqual([false, false, true, true]);
  expect(after[1]?.text).toContain('Skerry Diamond II');

  for (const path of paths) await visitTwice(path);
  await service.edit({ type: 'set', document: 'look', field: 'values.gap', value: 2 });
  expect((await Promise.all(paths.map((path) => service.visit(path)))).map(hit)).toEqual([true, true, true, true]);
  await service.call(routes.publish, { body: { note: 'Wider' } });
  expect((await Promise.all(paths.map((path) => service.visit(path)))).map(hit)).toEqual([false, false, false, false]);
});

test('how much is in the cart is filled into a kept page, by the shopper’s signed cookie alone', async () => {
  const page = await visitTwice('/workshop');
  const shopper = new Shopper(service);
  await shopper.add({ quantity: '2' });
  const sent = await statementsDuring(() => shopper.visit('/workshop'));
  const own = await shopper.visit('/workshop');
  expect([sent, hit(own)]).toEqual([[], true]);
  expect(own.text).toContain('<span class="badge-count" aria-hidden="true">2</span>');
  // The same as if it had been made for the shopper.
  const forged = shopper.cookie.replace(/cart-count=\d+/, 'cart-count=9');
  for (const cookie of [
    forged,
    shopper.cookie.replace('; parlour-cart-count', '; other'),
    shopper.cookie.replace(/cart=(.)/, (_, first) => `cart=${first === 'x' ? 'y' : 'x'}`),
  ]) {
    const cold = await service.visit('/workshop', { headers: { cookie } });
    expect(hit(cold)).toBe(false);
    if (cookie !== shopper.cookie && !/cart=[xy]/.test(cookie)) expect(cold.text).toBe(own.text);
  }
  const zipped = await service.visit('/workshop', {
    headers: { cookie: shopper.cookie, 'if-none-match': own.headers['etag'] as string },
  });
  expect([zipped.status, own.headers['etag'] === page.headers['etag']]).toEqual([304, false]);
  expect((await service.visit('/workshop')).text).toBe(page.text);

  // Who has a cart is as good as anybody else to have a page made for all.
  await dropAll();
  let first: Answer | undefined;
  const asked = await statementsDuring(async () => (first = await shopper.visit('/workshop')));
  expect([asked.length, first && hit(first), first?.text]).toEqual([1, false, own.text]);
  await eventually(async () => expect(hit(await shopper.visit('/workshop'))).toBe(true));
  expect((await service.visit('/workshop')).text).toBe(page.text);
});

test('a page that shows more of a shopper is made for each who has a cart', async () => {
  const page = await visitTwice('/item/gannet-delta');
  const own = await service.visit('/item/gannet-delta', { headers: { cookie: 'parlour-cart=somebody' } });
  expect([hit(own), own.text]).toEqual([false, page.text]);
  expect(hit(await service.visit('/item/gannet-delta', { headers: { cookie: 'carton=1; other=cart' } }))).toBe(true);
  for (const path of ['/cart', '/checkout']) {
    await service.visit(path);
    expect(hit(await service.visit(path))).toBe(false);
  }
});

test('a page with custom properties says by hash in its policy that its style element is its own, kept or not', async () => {
  await service.edit({
    type: 'insert',
    document: 'template/content',
    kind: 'heading',
    id: 'tinted',
    place: {},
    values: { text: 'Tinted' },
    frame: { tone: 'own', colour: '#10202a' },
  });
  await service.call(routes.publish, { body: { note: 'Tinted' } });
  const cold = await service.visit('/workshop');
  const kept = await eventuallyHit('/workshop');
  const style = /<style>(.*)<\/style>/.exec(kept.text)?.[1] ?? '';
  expect(style).toContain('#s-tinted{--own:#10202a;--on-own:#ffffff}');
  const hash = createHash('sha256').update(style).digest('base64');
  const unchanged = await service.visit('/workshop', { headers: { 'if-none-match': String(kept.headers.etag) } });
  for (const { headers } of [cold, kept, unchanged])
    expect(headers['content-security-policy']).toContain(`style-src 'self' 'sha256-${hash}';`);
  const other = await service.visit('/item/capstan-reel');
  expect(other.headers['content-security-policy']).toContain("style-src 'self'");
  expect(other.headers['content-security-policy']).not.toContain(hash);
  expect(unchanged.status).toBe(304);
});

test('many who ask at once for a page that is not there yet wait for one who makes it', async () => {
  await service.call(routes.changeProduct, { params: { product: 'K-004' }, body: { summary: 'Newly told.' } });
  const { pages } = await service.call(routes.listPages, { query: { search: 'K-004' } });
  const path = pages.find(({ page }) => page === 'product:K-004')?.path ?? '';
  const sent = await statementsDuring(async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, () => service.visit(path)));
    expect(new Set(answers.map(({ text }) => text)).size).toBe(1);
  });
  expect(sent.length).toBeLessThanOrEqual(4);
});

test('at the date of a section a kept page is made anew', async () => {
  const at = new Date(Date.now() + 2_500).toISOString();
  await service.edit({
    type: 'insert',
    document: 'template/content',
    kind: 'heading',
    id: 'dated',
    place: {},
    values: { text: 'From now on' },
    frame: { from: at },
  });
  await service.call(routes.publish, { body: { note: 'Dated' } });
  const before = await visitTwice('/workshop');
  expect(before.text).not.toContain('From now on');
  await eventually(async () => expect((await service.visit('/workshop')).text).toContain('From now on'));
  expect(new Date().toISOString() >= at).toBe(true);
});

describe('what is kept has a bound', () => {
  let small: TestService;
  beforeAll(async () => (small = await testService({ keptBytes: 400_000 })));
  afterAll(() => small.stop());
  const osierwick = (path = '/') => small.send('osierwick.localhost', path);

  test('a store that has many pages pushes out its own, never those of another', async () => {
    await osierwick();
    await eventually(async () => expect(hit(await osierwick())).toBe(true));
    const { pages } = await small.call(routes.listPages, { query: { limit: 200 } });
    const paths = pages.map(({ path }) => path).filter((path) => /^\/(item|browse|brand|[a-z-]+$)/.test(path));
    for (let round = 0; round < 2; round++) for (const path of paths) await small.visit(path);
    expect(hit(await osierwick())).toBe(true);
    const [first = '', last = ''] = [paths[0], paths.at(-1)];
    await eventually(async () => expect(hit(await small.visit(last))).toBe(true));
    expect(hit(await small.visit(first))).toBe(false);
  });

  test(`${QUERIES} different query strings and as many paths leave nothing behind`, async () => {
    const heap = (): number => {
      collect();
      return process.memoryUsage().heapUsed;
    };
    const odd = [
      (i: number) => `/browse/single-line?page=x${i}`,
      (i: number) => `/browse/single-line?x${i}=1&page=${i + 100}`,
      (i: number) => `/search?words=${i}`,
      (i: number) => `/nothing-${i}/${'x'.repeat(200)}`,
    ];
    const ask = async (from: number, to: number): Promise<void> => {
      for (let i = from; i < to; i += 20)
        await Promise.all(Array.from({ length: 20 }, (_, n) => small.visit(odd[n % odd.length]?.(i + n) ?? '/')));
    };
    await ask(0, 400);
    const before = heap();
    await ask(400, QUERIES);
    expect(heap() - before).toBeLessThan(20_000_000);
    expect(hit(await small.visit('/browse/single-line?page=x'))).toBe(true);
  }, 1_200_000);
});
