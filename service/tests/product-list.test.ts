/** The list of products as their keepers narrow and sort it, a part at a time. */
import { PRODUCT_SORTS } from '@parlour/core/catalogue';
import { routes, type AnswerOf, type InputOf } from '@parlour/contract';
import { asAdmin, testService, type TestService } from './service.js';

type Row = AnswerOf<typeof routes.listProducts>['products'][number];
type Query = InputOf<typeof routes.listProducts>['query'];

let service: TestService;
/** When each was made. */
const made = new Map<string, number>();
beforeAll(async () => {
  service = await testService();
  const more: [title: string, price: number | null, stock: number | null][] = [
    ['ärmel 🪁', 4_200, 0],
    ['Zebra', 4_200, null],
    ['Aurora', 1_000_000_000, 1],
    ['Borealis', 1_000_000_000, 1],
    ['éclair', null, null],
    ['Ärmel 🪁', 1, 3],
  ];
  for (const [i, [title, price, stock]] of more.entries()) {
    const variants = price === null ? [] : [{ code: 'a', price, stock }];
    await service.call(routes.createProduct, {
      body: { code: `X-${i}`, title, brand: 'B-1', variants },
    });
  }
  const { rows } = await asAdmin(
    (admin) => admin.query(`select code, created_at as at from product where store_id = 1`),
    service.databaseUrl,
  );
  for (const { code, at } of rows as { code: string; at: Date }[]) made.set(code, at.getTime());
});
afterAll(() => service.stop());

/** All of it, three at a time. */
async function all(query: Query): Promise<Row[]> {
  const rows: Row[] = [];
  for (let after: string | undefined; ;) {
    const part = await service.call(routes.listProducts, { query: { ...query, limit: 3, after } });
    rows.push(...part.products);
    if (part.next === null) return rows;
    after = part.next;
  }
}
const codes = async (query: Query): Promise<string[]> => (await all(query)).map(({ code }) => code).sort();

const names = new Intl.Collator('und');
/** How two products stand to each other in an order; those that are alike go by code. */
const COMPARE: Readonly<Record<(typeof PRODUCT_SORTS)[number], (a: Row, b: Row) => number>> = {
  code: () => 0,
  title: (a, b) => names.compare(a.title, b.title),
  created: (a, b) => (made.get(a.code) ?? NaN) - (made.get(b.code) ?? NaN),
  price: (a, b) => (a.price ?? 0) - (b.price ?? 0),
};

test.each(PRODUCT_SORTS.flatMap((by) => [by, `-${by}`] as const))(
  'sorted by %s, each is there once, in its place, however few come at a time',
  async (sort) => {
    const way = sort.startsWith('-') ? -1 : 1;
    const compare = COMPARE[sort.replace('-', '') as (typeof PRODUCT_SORTS)[number]];
    const rows = await all({ sort });
    // Those without a price come last, whichever way prices go.
    const isLast = ({ price }: Row): number => (sort.endsWith('price') && price === null ? 1 : 0);
    const wanted = [...(await all({}))].sort(
      (a, b) => isLast(a) - isLast(b) || way * (compare(a, b) || (a.code < b.code ? -1 : 1)),
    );
    expect(rows.map(({ code }) => code)).toEqual(wanted.map(({ code }) => code));
    expect(new Set(rows.map(({ code }) => code)).size).toBe(rows.length);
  },
);

test('each filter takes what it says, and all of them go together', async () => {
  const every = await all({});
  const taken = (is: (row: Row) => boolean) =>
    every
      .filter(is)
      .map(({ code }) => code)
      .sort();
  expect(await codes({ stock: 'sold-out' })).toEqual(taken(({ stock, price }) => price !== null && stock === 0));
  expect(await codes({ stock: 'available' })).toEqual(taken(({ stock, price }) => price !== null && stock !== 0));
  expect(await codes({ priceFrom: 4_200, priceTo: 4_200 })).toEqual(taken(({ price }) => price === 4_200));
  expect(await codes({ priceTo: 0 })).toEqual([]);
  const both: Query = { brand: 'B-1', stock: 'sold-out', priceFrom: 4_000, search: 'ärmel', sort: '-price' };
  expect(await codes(both)).toEqual(['X-0']);
  expect(await codes({ collection: 'C-1', sort: 'title' })).toHaveLength(5);
});

test.each([
  ['none', 'nothing'],
  ['one of another order', Buffer.from('["Zebra","X-1"]').toString('base64url')],
  ['one with more in it', Buffer.from('["12","X-1",1]').toString('base64url')],
  ['one that cannot be kept', Buffer.from('["12","X\\u0000"]').toString('base64url')],
  ['at no time', Buffer.from('["2026-02-30 12:00:00+00","X-1"]').toString('base64url'), 'created'],
  ['in the year nought', Buffer.from('["0000-01-01 12:00:00+00","X-1"]').toString('base64url'), 'created'],
] as [string, string, 'created'?][])('a place in the list that is %s is refused', async (_, after, sort) => {
  await expect(service.call(routes.listProducts, { query: { sort: sort ?? 'price', after } })).rejects.toMatchObject({
    code: 'bad-input',
    place: 'after',
  });
});

test('many are changed alike, or none', async () => {
  const alike = (products: string[], change: InputOf<typeof routes.changeProducts>['body']['change']) =>
    service.call(routes.changeProducts, { body: { products, change } });
  const statuses = async () => (await all({ search: 'zebra' })).map(({ status, brand }) => [status, brand]);
  expect(await alike(['X-1', 'X-2', 'X-1'], { status: 'draft', brand: 'B-2' })).toEqual({
    changed: 2,
    same: 0,
    left: 0,
  });
  expect(await alike(['X-1', 'K-001'], { brand: 'B-2' })).toEqual({ changed: 1, same: 1, left: 0 });
  await expect(alike(['X-1', 'X-99'], { status: 'for-sale' })).rejects.toMatchObject({ code: 'no-such-thing' });
  await expect(alike(['X-1'], { brand: 'B-99' })).rejects.toMatchObject({ code: 'bad-value', place: 'brand' });
  await expect(alike([], { status: 'draft' })).rejects.toMatchObject({ code: 'bad-input' });
  expect(await statuses()).toEqual([['draft', 'B-2']]);
  // Who takes it back leaves those that somebody has changed since.
  await service.call(routes.changeProduct, { params: { product: 'X-1' }, body: { status: 'withdrawn' } });
  const body = { products: ['X-1', 'X-2'], change: { status: 'for-sale' as const }, was: { status: 'draft' as const } };
  expect(await service.call(routes.changeProducts, { body })).toEqual({ changed: 1, same: 0, left: 1 });
  const { entries } = await service.call(routes.listAudit, { query: { limit: 10 } });
  const together = entries.filter(({ action }) => action === 'catalogue.change');
  expect(together).toMatchObject([{ detail: { what: '2 products' } }]);
});
