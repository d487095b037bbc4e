/** Looking for products by their words. */
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const find = async (words: string, more = '') => {
  const { text, status } = await service.visit(`/search?words=${encodeURIComponent(words)}${more}`);
  return {
    status,
    titles: [...text.matchAll(/<h2 class="card-title"><a[^>]*>([^<]+)</g)].map(([, title]) => title),
    text,
  };
};

test('every word counts, from its beginning, in titles, brands, keywords, categories, summaries and codes', async () => {
  expect((await find('gannet')).titles).toEqual(['Gannet Delta']);
  expect((await find('DELT gann')).titles).toEqual(['Gannet Delta']);
  expect((await find('gannet foil')).titles).toEqual([]);
  expect((await find('k-003')).titles).toEqual(['Gannet Delta']);
  expect((await find('featherby')).titles.length).toBeGreaterThan(1);
  expect((await find('indoor')).titles.length).toBeGreaterThan(1);
});

test('says how many there are and for what; none are said in words; without words nothing is looked for', async () => {
  const { text } = await find('kite <b>', '&page=1');
  expect(text).toMatch(/\d+ products for “kite &lt;b&gt;”/);
  expect(text).toContain('value="kite &lt;b&gt;"');
  const none = await find('zeppelin');
  expect([none.status, none.titles]).toEqual([200, []]);
  expect(none.text).toContain('0 products for “zeppelin”');
  expect(none.text).toContain('Nothing was found.');
  const { text: empty } = await service.visit('/search');
  expect(empty).not.toContain('listing-none');
  expect(empty).not.toContain('products for');
});

test.each(["'", "a' | b", ':*', '\\', '!kite', '(', 'x'.repeat(5_000), '🪁', '--', '%', 'a:b & c'])(
  '%.12j is words like any other',
  async (words) => {
    expect((await find(words)).status).toBe(200);
  },
);

test('what is looked for is kept nowhere, or searches would push out the pages that are', async () => {
  for (let i = 0; i < 3; i++)
    expect((await service.visit('/search?words=gannet')).headers['cache-status']).toBe('parlour; fwd=miss');
});

test('a product is found by its new title at once, and no more by the old one', async () => {
  expect((await find('gannet')).titles).toEqual(['Gannet Delta']);
  await service.call(routes.changeProduct, { params: { product: 'K-003' }, body: { title: 'Tystie Delta' } });
  expect((await find('gannet')).titles).toEqual([]);
  expect((await find('tystie')).titles).toEqual(['Tystie Delta']);
});
