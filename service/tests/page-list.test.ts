/** The list of all store pages: parts, order, search. */
import type { PageSort } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

test('the list goes on where it ended, whatever is asked for at once', async () => {
  const whole = (await service.call(routes.listPages, { query: { limit: 200 } })).pages.map(({ page }) => page);
  const parts: string[] = [];
  for (let cursor: string | undefined; ;) {
    const { pages, next } = await service.call(routes.listPages, { query: { limit: 5, cursor } });
    parts.push(...pages.map(({ page }) => page));
    if (next === null) break;
    cursor = next;
  }
  expect(parts).toEqual(whole);
  await expect(service.call(routes.listPages, { query: { cursor: 'nonsense' } })).rejects.toMatchObject({
    place: 'cursor',
  });
});

test('the list can be sorted, from both ends, and goes on in its order; memory and table agree', async () => {
  await service.edit({ type: 'assign', pages: ['product:K-003'], template: 'product-plain' });
  const walk = async (sort: PageSort | `-${PageSort}`, more: object = {}) => {
    const found: AnswerOf<typeof routes.listPages>['pages'] = [];
    for (let cursor: string | undefined; ;) {
      const { pages, next } = await service.call(routes.listPages, { query: { sort, cursor, limit: 4, ...more } });
      found.push(...pages);
      if (next === null) return found;
      cursor = next;
    }
  };
  const keys = {
    title: ({ title }) => title,
    page: ({ page }) => page,
    template: ({ template }) => template?.code ?? '',
    reason: ({ template }) => template?.reason ?? 'none',
  } satisfies Record<string, (page: AnswerOf<typeof routes.listPages>['pages'][number]) => string>;
  for (const [sort, key] of Object.entries(keys) as [keyof typeof keys, (typeof keys)['title']][]) {
    const up = await walk(sort);
    expect(up.map(key)).toEqual(up.map(key).sort((a, b) => (a < b ? -1 : a > b ? 1 : 0)));
    expect((await walk(`-${sort}`)).map(({ page }) => page)).toEqual(up.map(({ page }) => page).reverse());
    // A rule makes the list be worked out without the table.
    const all = { pageKind: 'product', when: 'price >= 0' };
    expect(await walk(sort, all)).toEqual(up.filter(({ pageKind }) => pageKind === 'product'));
  }
  const { next } = await service.call(routes.listPages, { query: { sort: 'title', limit: 1 } });
  await expect(
    service.call(routes.listPages, { query: { sort: 'template', cursor: next ?? '' } }),
  ).rejects.toMatchObject({ code: 'bad-input', place: 'cursor' });
  await expect(service.call(routes.listPages, { query: { sort: 'colour' as 'title' } })).rejects.toMatchObject({
    place: 'sort',
  });
});

test('titles as long as they may be do not stop the list from going on', async () => {
  const title = `${'風'.repeat(194)} 100%`;
  for (const code of ['K-001', 'K-002', 'K-003'])
    await service.call(routes.changeProduct, { params: { product: code }, body: { title: `${title}${code.at(-1)}` } });
  const seen: string[] = [];
  for (let cursor: string | undefined; ;) {
    const { pages, next } = await service.call(routes.listPages, {
      query: { search: '100%', pageKind: 'product', limit: 1, cursor },
    });
    seen.push(...pages.map(({ page }) => page));
    if (next === null || seen.length > 5) break;
    cursor = next;
  }
  expect(seen).toEqual(['product:K-001', 'product:K-002', 'product:K-003']);
});
