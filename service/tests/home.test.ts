/** The home page may show another page: said wherever it is looked at, and known by one web address. */
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

test('the page it shows is told in lists, by why and in what it is made of; shoppers read it at one web address', async () => {
  await service.edit({ type: 'set', document: 'paths', field: 'home', value: 'content:about' });
  await service.call(routes.publish, { body: {} });
  const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
  expect(pages.flatMap(({ page, shows }) => (shows ? [[page, shows.page]] : []))).toEqual([['home', 'content:about']]);
  const sentences = async (page: string) => (await service.call(routes.why, { params: { page } })).sentences;
  expect((await sentences('home'))[0]).toBe(
    'The home page shows “The workshop” (content:about); its own template is not used.',
  );
  expect((await sentences('content:about'))[0]).toBe(
    'The home page shows it, and its web address is that of the home page.',
  );
  const parts = await service.call(routes.getPageParts, { params: { page: 'home' } });
  expect([parts.page, parts.template, parts.own]).toEqual(['content:about', 'template/content', 'own/content/about']);
  const canonical = async (path: string) =>
    new URL(/<link rel="canonical" href="([^"]+)"/.exec((await service.visit(path)).text)?.[1] ?? '').pathname;
  expect([await canonical('/'), await canonical('/workshop'), await canonical('/contact')]).toEqual([
    '/',
    '/',
    '/contact',
  ]);
  // What that page has of its own is on the home page too.
  await service.edit({
    type: 'own',
    page: 'content:about',
    document: 'template/content',
    node: 't-title',
    field: 'frame.tone',
    value: 'vivid',
  });
  const { pages: would } = await service.call(routes.edit, {
    body: { unit: 'home-own', dryRun: true, edits: [{ type: 'own-reset', page: 'content:about' }] },
  });
  expect(would?.some.map(({ page }) => page).sort()).toEqual(['content:about', 'home']);
});
