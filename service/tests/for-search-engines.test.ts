/** What search engines are told: which pages there are, and which they need not visit. */
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

/** The addresses that a sitemap names, without the origin. */
const named = (xml: string, host = 'windrow'): string[] =>
  [...xml.matchAll(/<loc>http:\/\/([a-z]+)\.localhost:\d+([^<]*)<\/loc>/g)].flatMap(([, of, path = '']) =>
    of === host ? [path.replaceAll('&amp;', '&')] : [`elsewhere: ${of}`],
  );
const from = async (host: string, path: string) => service.send(`${host}.localhost`, path);

test('the sitemap leads to every page that shoppers see, and to no other; each is there and wants to be known', async () => {
  await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { status: 'withdrawn' } });
  const index = await service.visit('/sitemap.xml');
  expect([index.status, index.headers['content-type']]).toEqual([200, 'application/xml; charset=utf-8']);
  const parts = named(index.text);
  expect(parts).toEqual(['pages', 'groups', 'products-1'].map((part) => `/sitemap.xml?part=${part}`));
  const paths: string[] = [];
  for (const part of parts) paths.push(...named((await service.visit(part)).text));
  expect(paths).toEqual(
    expect.arrayContaining(['/', '/browse', '/workshop', '/browse/single-line', '/item/gannet-delta']),
  );
  expect(new Set(paths).size).toBe(paths.length);
  const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
  const unlisted = new Set([
    'cart',
    'checkout',
    'thank-you',
    'search',
    'sign-in',
    'account',
    'not-found',
    'product:K-001',
  ]);
  const wanted: string[] = [];
  for (const { page, path } of pages) {
    const { status, text } = path.startsWith('/') ? await service.visit(path) : { status: 404, text: '' };
    const isFound = status === 200 && !text.includes('content="noindex"') && !text.includes('k-sign-in-form');
    if (isFound && !unlisted.has(page)) wanted.push(path);
  }
  expect(paths.sort()).toEqual(wanted.sort());
  for (const odd of ['products-2', 'products-0', 'products-x', '', 'pages/..', 'products-999999'])
    expect([odd, (await service.visit(`/sitemap.xml?part=${odd}`)).status]).toEqual([odd, 404]);
  await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { status: 'for-sale' } });
});

test('a page in several languages names them all', async () => {
  const { text } = await from('osierwick', '/sitemap.xml?part=pages');
  const entry = text.split('\n').find((line) => line.includes('/about')) ?? text;
  expect(entry).toMatch(/<xhtml:link rel="alternate" hreflang="de" href="http:\/\/osierwick\.localhost:\d+\/de\//);
  expect(named(text, 'osierwick').filter((path) => path === '/de' || path.startsWith('/de/'))).toEqual([]);
});

test('robots are told what not to visit, in a preview everything', async () => {
  const { status, text, headers } = await service.visit('/robots.txt');
  expect([status, headers['content-type']]).toEqual([200, 'text/plain; charset=utf-8']);
  for (const line of ['Disallow: /cart', 'Disallow: /*?filter=', 'Disallow: /*&filter='])
    expect(text.split('\n')).toContain(line);
  expect(text).toMatch(/^Sitemap: http:\/\/windrow\.localhost:\d+\/sitemap\.xml$/m);
  const { url } = await service.call(routes.preview, { body: { page: 'home' } });
  const { hostname, search } = new URL(url);
  const preview = await service.send(hostname, `/robots.txt${search}`);
  expect(preview.text).toBe('User-agent: *\nDisallow: /\n');
});
