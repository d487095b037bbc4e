/** What is sold may move to another path: links to where it was lead on, and every page that links to it follows. */
import { routes } from '@parlour/contract';
import { previewer } from './shopper.js';
import { asAdmin, testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const move = {
  product: (slug: string) => service.call(routes.changeProduct, { params: { product: 'K-003' }, body: { slug } }),
  collection: (slug: string) =>
    service.call(routes.changeCollection, { params: { collection: 'C-1' }, body: { slug } }),
  brand: (slug: string) => service.call(routes.changeBrand, { params: { brand: 'B-1' }, body: { slug } }),
};
const at = async (path: string): Promise<[status: number, leadsTo: string | undefined]> => {
  const { status, headers } = await service.visit(path);
  return [status, headers.location];
};

test.each([
  ['product', '/item/', 'gannet-delta', '/browse/single-line'],
  ['collection', '/browse/', 'single-line', '/browse'],
  ['brand', '/brand/', 'skerry-lines', '/flying-guide'],
] as const)(
  'a %s that moves is found at its old paths, and linked to at its new one',
  async (kind, start, was, from) => {
    const links = async (slug: string) => new RegExp(`${start}${slug}["<]`).test((await service.visit(from)).text);
    expect(await links(was)).toBe(true);
    await move[kind]('first-move');
    await move[kind]('second-move');
    for (const old of [was, 'first-move']) expect(await at(start + old)).toEqual([301, `${start}second-move`]);
    expect(await at(`${start}second-move`)).toEqual([200, undefined]);
    const { text } = await service.visit(from);
    expect([text.includes(`href="${start}second-move"`), text.includes(`href="${start}${was}"`)]).toEqual([
      true,
      false,
    ]);
    // Back again: where it is goes before where it was.
    await move[kind](was);
    expect([await at(start + was), await at(`${start}second-move`)]).toEqual([
      [200, undefined],
      [301, start + was],
    ]);
    const taken = { product: 'skerry-diamond', collection: 'sport-and-indoor', brand: 'featherby' }[kind];
    await expect(move[kind](taken)).rejects.toMatchObject({ code: 'already-there', place: 'slug' });
    await expect(move[kind]('Not This')).rejects.toMatchObject({ place: 'slug' });
  },
);

test('a language, a preview, and a redirect made by hand', async () => {
  await service.call(routes.setLanguages, { body: { languages: ['de'] } });
  await move.product('gannet');
  expect(await at('/de/item/gannet-delta')).toEqual([301, '/de/item/gannet']);
  const preview = await previewer(service);
  expect((await preview.visit('/item/gannet-delta')).headers.location).toBe('/item/gannet');
  await service.edit({
    type: 'set',
    document: 'paths',
    field: 'redirects./item/gannet-delta',
    value: '/about',
  });
  await service.call(routes.publish, { body: {} });
  expect(await at('/item/gannet-delta')).toEqual([301, '/about']);
});

test('another product may take a path that is free again; what is deleted leads nowhere', async () => {
  await move.product('gannet-two');
  const { code } = await service.call(routes.createProduct, {
    body: { title: 'Gannet', slug: 'gannet', variants: [{ code: 'a', price: 100 }] },
  });
  expect(await at('/item/gannet')).toEqual([200, undefined]);
  await service.call(routes.changeProduct, { params: { product: code }, body: { slug: 'gannet-three' } });
  // The last one that was there counts.
  expect(await at('/item/gannet')).toEqual([301, '/item/gannet-three']);
  await service.call(routes.deleteProduct, { params: { product: code } });
  for (const slug of ['gannet', 'gannet-three']) expect((await at(`/item/${slug}`))[0]).toBe(404);
  const { rows } = await asAdmin(
    (admin) => admin.query('select count(*)::int as n from former_slug where slug = $1', ['gannet']),
    service.databaseUrl,
  );
  expect(rows).toEqual([{ n: 0 }]);
});

test('of two that move to one path at once, one does', async () => {
  const to = (product: string) =>
    service.call(routes.changeProduct, { params: { product }, body: { slug: 'the-one' } });
  const done = await Promise.allSettled([to('K-001'), to('K-002')]);
  expect(done.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  expect(done.find((one) => one.status === 'rejected')).toMatchObject({ reason: { code: 'already-there' } });
});
