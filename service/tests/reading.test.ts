/** Content pages as shoppers read them: directories, pages by label, parts of other pages, the way back. */
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const page = async (path: string): Promise<string> => (await service.visit(path)).text;
const linksIn = (html: string, from: RegExp): string[] =>
  [...(from.exec(html)?.[0] ?? '').matchAll(/<a href="([^"]+)"[^>]*>([^<]+)</g)].map(
    ([, to, words]) => `${words} ${to}`,
  );
const publish = () => service.call(routes.publish, { body: { note: 'Next' } });
test('directories list collections with those inside them, brands, and categories, which are looked for', async () => {
  const guide = await page('/flying-guide');
  const collections = linksIn(guide, /aria-label="Kites by collection".*?<\/nav>/s);
  expect(collections).toContain('Single-line kites /browse/single-line');
  expect(linksIn(guide, /aria-label="By maker".*?<\/nav>/s)).toContain('Featherby /brand/featherby');
  // The shelves are a side area that two templates choose.
  await service.edit({
    type: 'set',
    document: 'around/side/shelves',
    node: 'side-brands',
    field: 'values.of',
    value: 'categories',
    was: 'brands',
  });
  await publish();
  const categories = async () => linksIn(await page('/flying-guide'), /aria-label="By maker".*?<\/nav>/s);
  expect(await categories()).toContain('indoor /search?words=indoor');
  // A category that is new is there at once.
  await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { category: 'tandem' } });
  expect(await categories()).toContain('tandem /search?words=tandem');
});

test('the contents lead to the headings of the text', async () => {
  const guide = await page('/flying-guide');
  const contents = linksIn(guide, /<nav class="contents".*?<\/nav>/s);
  expect(contents).toContain('Strong wind #t-strong-wind');
  for (const link of contents) expect(guide).toContain(`id="${link.split('#')[1] ?? 'none'}"`);
});

test('news comes newest first, with pictures; what is held back is in no list, and nothing leads to it', async () => {
  const titles = async () =>
    linksIn(await page('/news'), /<ul class="page-cards">.*?<\/ul>/s).map((one) => one.split(' /')[0]);
  expect(await titles()).toEqual([
    'What the October storm took',
    'A reel that does not bite',
    'The spring kites are out',
  ]);
  expect(await page('/news')).toMatch(
    /<time datetime="2026-10-12T08:00:00\.000Z">12 October 2026<\/time> · <span>Isbel Marrow<\/span>/,
  );
  const piece = await page('/news/reel');
  expect(linksIn(piece, /<nav class="crumbs".*?<\/nav>/s)).toEqual(['Home /', 'News from the quay /news']);
  expect(linksIn(piece, /<ul class="page-lines">.*?<\/ul>/s)).toHaveLength(2);
  await service.edit({ type: 'set', document: 'content/news-storm', field: 'visible', value: 'nobody' });
  await publish();
  expect(await titles()).toEqual(['A reel that does not bite', 'The spring kites are out']);
  expect((await service.visit('/news/october-storm')).status).toBe(404);
});

test('a content page has a path of several parts, that address alone, in each language', async () => {
  await service.call(routes.setLanguages, { body: { languages: ['de'] } });
  const status = async (path: string) => (await service.visit(path)).status;
  expect(await page('/de/news/reel')).toContain('hreflang="de" href="http://windrow.localhost');
  expect(await Promise.all(['/news%2Freel', '/news/reel/', '/news//reel', '/reel'].map(status))).toEqual(
    Array(4).fill(404),
  );
  const set = (value: string, was: string) =>
    service.edit({ type: 'set', document: 'content/news-reel', field: 'slug', value, was });
  await expect(set('item/gannet-delta', 'news/reel')).rejects.toThrow('where a product page is');
  await set('news/reels/first', 'news/reel');
  await publish();
  expect(await page('/news/reels/first')).toContain('A reel that does not bite');
  expect(linksIn(await page('/news'), /<ul class="page-cards">.*?<\/ul>/s)).toContain(
    'A reel that does not bite /news/reels/first',
  );
  // Who knows it by its old path is led to the new one, in each language.
  for (const prefix of ['', '/de'])
    expect((await service.visit(`${prefix}/news/reel`)).headers.location).toBe(`${prefix}/news/reels/first`);
});

test('a part of another page follows that page, and goes with it', async () => {
  const part = async () =>
    /<h2>Delivery and returns<\/h2><div class="prose">(.*?)<\/div>/s.exec(await page('/questions'))?.[1];
  expect(await part()).toContain('Orders leave the workshop within two working days.');
  const { document } = await service.call(routes.getDocument, { query: { key: 'content/delivery' } });
  const was = (document as { text: string }).text;
  await service.edit({ type: 'set', document: 'content/delivery', field: 'text', value: '<p>By balloon.</p>', was });
  await publish();
  expect(await part()).toBe('<p>By balloon.</p>');
  await service.edit({ type: 'set', document: 'content/delivery', field: 'visible', value: 'nobody' });
  await publish();
  expect(await part()).toBeUndefined();
});
