/** The one way by which the catalogue changes: what follows of a change is there with it, and nothing else is written. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { routes } from '@parlour/contract';
import { openDatabase, type Database } from '../index.js';
import { renewDue } from '../assigning/catalogue.js';
import { applyCatalogue, type CatalogueChanges } from '../catalogue/apply.js';
import { renewCards } from '../records/cards.js';
import { inTransaction } from '../records/database.js';
import { takeStock } from '../records/stock.js';
import { chanceFrom } from './random.js';
import { order, Shopper } from './shopper.js';
import { asAdmin, testService, until, type TestService } from './service.js';

let service: TestService;
let db: Database;
let store: { id: number; slug: string; currency: string; locale: string; timeZone: string; languages: string[] };
beforeAll(async () => {
  service = await testService();
  db = openDatabase(service.databaseUrl);
  store = await db
    .selectFrom('store')
    .select(['id', 'slug', 'currency', 'locale', 'time_zone as timeZone', 'languages'])
    .where('slug', '=', 'windrow')
    .executeTakeFirstOrThrow();
});
afterAll(async () => {
  await db.destroy();
  await service.stop();
});

const apply = (changes: CatalogueChanges) =>
  inTransaction(db, (trx) => applyCatalogue(trx, store, changes, { accountId: null, now: new Date() }));
const rows = async (sql: string): Promise<unknown[]> =>
  (await asAdmin((admin) => admin.query(sql), service.databaseUrl)).rows;
const api = (method: string, path: string, body?: object, headers: Readonly<Record<string, string>> = {}) =>
  service.api(`/stores/windrow${path}`, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    ...(body && { body: JSON.stringify(body) }),
  });
const seen = async (path: string): Promise<string> => (await service.visit(path)).text;

test('a product that is created is sold at once; one that is deleted is gone from every page', async () => {
  const [newest, search] = ['/', '/search?words=fulmar'];
  expect([await seen(newest), await seen(search)].join()).not.toContain('Fulmar');
  const variants = [
    { code: 'm', options: { Colour: 'Moss' }, price: 2400, wasPrice: 2900, stock: null },
    { code: 's', options: { Colour: 'Sand' }, price: 2600, stock: 0 },
  ];
  const { code, slug } = await service.call(routes.createProduct, {
    body: { title: 'Fulmar & <b>Co</b>', brand: 'B-1', variants },
  });
  expect([code, slug]).toEqual(['fulmar-b-co-b', 'fulmar-b-co-b']);
  await service.call(routes.changeCollection, { params: { collection: 'C-1' }, body: { add: [code] } });
  const collection = await service.call(routes.getCollection, { params: { collection: 'C-1' } });
  const listed = '/browse/single-line?page=2';
  for (const path of [newest, search, listed, '/brand/skerry-lines']) {
    const text = await seen(path);
    expect([path, text]).toEqual([path, expect.stringContaining('/item/fulmar-b-co-b')]);
    expect(text).not.toContain('<b>Co</b>');
  }
  expect(collection.members.at(-1)).toBe(code);
  expect(await seen('/item/fulmar-b-co-b')).toContain('€24.00');
  expect(await service.call(routes.listProducts, { query: { search: 'fulmar' } })).toEqual({
    products: [
      {
        code,
        title: 'Fulmar & <b>Co</b>',
        status: 'for-sale',
        brand: 'B-1',
        category: '',
        price: 2400,
        stock: null,
        variants: 2,
      },
    ],
    next: null,
  });
  // What nobody counts is never sold out.
  const bought = await service.send('windrow.localhost', '/cart', {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ product: code, 'option.Colour': 'Moss', quantity: '90' }).toString(),
  });
  expect(bought.status).toBe(303);
  await service.call(routes.deleteProduct, { params: { product: code } });
  expect((await service.visit('/item/fulmar-b-co-b')).status).toBe(404);
  for (const path of [newest, search, listed, '/brand/skerry-lines'])
    expect([path, await seen(path)]).toEqual([path, expect.not.stringContaining('/item/fulmar')]);
  expect((await service.call(routes.listAudit)).entries.slice(0, 3)).toMatchObject([
    { action: 'product.remove', target: code },
    { action: 'collection.change', target: 'C-1', detail: { add: [code] } },
    { action: 'product.create', detail: { variants: [{ price: '€24.00', wasPrice: '€29.00' }, {}] } },
  ]);
});

test('a product that is not for sale is shown to nobody, leaves their carts, and is seen in previews', async () => {
  const [product, path] = ['K-012', '/item/first-kite-kit'];
  const set = (status: string) =>
    service.call(routes.changeProduct, { params: { product }, body: { status } as never });
  const lists = ['/', '/browse/single-line?page=2', '/search?words=kit'];
  const { variants } = await service.call(routes.getProduct, { params: { product } });
  const shopper = new Shopper(service);
  const options = Object.entries(variants[0]?.options ?? {}).map(([name, value]) => [`option.${name}`, value]);
  const choice = { product, page: path, 'back-to': '', ...Object.fromEntries(options) } as Record<string, string>;
  await shopper.send('/cart', { ...choice, quantity: '1' });
  expect((await shopper.visit('/cart')).text).toContain(path);
  const ready = await shopper.readyToOrder();
  for (const status of ['draft', 'withdrawn']) {
    await set(status);
    expect((await service.visit(path)).status).toBe(404);
    for (const list of lists) expect([list, await seen(list)]).toEqual([list, expect.not.stringContaining(path)]);
    expect((await shopper.visit('/cart')).text).toContain('Your cart is empty.');
    expect((await shopper.send('/cart', { ...choice, quantity: '1' })).status).toBe(409);
    expect((await shopper.send('/checkout', order(ready))).status).toBe(409);
    const { url } = await service.call(routes.preview, { body: { page: `product:${product}` } });
    expect(new URL(url).pathname).toBe(path);
    expect((await service.call(routes.listProducts, { query: { status } as never })).products).toMatchObject([
      { code: product, status },
    ]);
  }
  await set('for-sale');
  expect((await service.visit(path)).status).toBe(200);
  for (const list of lists) expect([list, await seen(list)]).toEqual([list, expect.stringContaining(path)]);
  expect((await shopper.visit('/cart')).text).toContain(path);
});

test('a product comes and goes at its time, on every page that lists it, and in rules', async () => {
  const [product, path] = ['K-012', '/item/first-kite-kit'];
  const set = (body: object) => service.call(routes.changeProduct, { params: { product }, body: body });
  const soonAt = (ms: number) => new Date(Date.now() + ms).toISOString();
  const collection = { code: 'kits', title: 'Kits', slug: 'kits', when: 'category is "kit"' };
  await service.call(routes.createCollection, { body: collection });
  const lists = ['/', '/browse/single-line?page=2', '/browse/kits', '/search?words=kit'];
  const isSeen = async (): Promise<boolean[]> => [
    (await service.visit(path)).status === 200,
    ...(await Promise.all(lists.map(async (list) => (await seen(list)).includes(path)))),
  ];
  const [all, none] = [
    [true, true, true, true, true],
    [false, false, false, false, false],
  ];
  expect(await isSeen()).toEqual(all);
  // In the time zone of the store, as its owner writes it.
  expect(await set({ visibleFrom: '2026-06-01T10:00', visibleUntil: '2044-01-01T10:00' })).toMatchObject({
    visibleFrom: '2026-06-01T09:00:00.000Z',
    visibleUntil: '2044-01-01T10:00:00.000Z',
  });
  expect(await isSeen()).toEqual(all);
  await set({ visibleFrom: soonAt(1_200) });
  expect(await isSeen()).toEqual(none);
  const { url } = await service.call(routes.preview, { body: { page: `product:${product}` } });
  expect(new URL(url).pathname).toBe(path);
  await until(async () => JSON.stringify(await isSeen()) === JSON.stringify(all));
  await set({ visibleFrom: null, visibleUntil: soonAt(1_200) });
  expect(await isSeen()).toEqual(all);
  await until(async () => JSON.stringify(await isSeen()) === JSON.stringify(none));
  expect(await rows('select code from product where turns_at is not null')).toEqual([]);
  await set({ visibleUntil: null });
  expect(await isSeen()).toEqual(all);
  await service.call(routes.deleteCollection, { params: { collection: 'kits' } });
});

test('variants stay in their order, and new ones come last, whatever goes', async () => {
  const variant = (code: string) => ({ code, options: { Size: code }, price: 100 });
  const body = { code: 'order', title: 'In order', variants: ['d', 'a', 'c', 'b'].map(variant) };
  await service.call(routes.createProduct, { body });
  const going = ['d', 'a'].map((code) => ({ code, remove: true }));
  await api('PATCH', '/products/order', { variants: going });
  await api('PATCH', '/products/order', { variants: [variant('0'), { code: 'b', stock: 2 }] });
  const { variants } = await service.call(routes.getProduct, { params: { product: 'order' } });
  expect(variants.map(({ code }) => code)).toEqual(['c', 'b', '0']);
  await service.call(routes.deleteProduct, { params: { product: 'order' } });
});

test('a list of what is reduced follows a price', async () => {
  const row = { kind: 'product-row', values: { source: { from: 'reduced' } } };
  await service.edit({ type: 'insert', document: 'template/all-collections', place: {}, ...row });
  await service.call(routes.publish, { body: { note: 'Reduced' } });
  expect(await seen('/browse')).not.toContain('/item/skerry-diamond');
  const reduce = (wasPrice: number | null) =>
    api('PATCH', '/products/K-001', { variants: [{ code: 'K-001-1', wasPrice }] });
  await reduce(99_900);
  expect(await seen('/browse')).toContain('/item/skerry-diamond');
  await reduce(null);
  expect(await seen('/browse')).not.toContain('/item/skerry-diamond');
});

test('a brand that is called otherwise is so on its products, and they are found by it', async () => {
  await seen('/item/skerry-diamond');
  const brand = (title: string) => service.call(routes.changeBrand, { params: { brand: 'B-1' }, body: { title } });
  await brand('Ninefold');
  expect(await seen('/item/skerry-diamond')).toContain('Ninefold');
  expect(await seen('/search?words=ninefold')).toContain('/item/skerry-diamond');
  await brand('Skerry Lines');
  expect(await seen('/search?words=ninefold')).not.toContain('/item/skerry-diamond');
});

test('what is as it is wanted already is not written, and nobody is told', async () => {
  const state = () =>
    rows(`select (select jsonb_agg(p.xmin::text order by id) from product p) as products,
      (select jsonb_agg(v.xmin::text order by id) from variant v) as variants,
      (select jsonb_agg(x.xmin::text order by variant_id) from price x) as prices,
      (select jsonb_agg(c.xmin::text order by product_id) from card c) as cards,
      (select jsonb_agg(m.xmin::text order by collection_id, position) from collection_member m) as members,
      (select count(*) from change) as changes, (select count(*) from audit) as audit, (select count(*) from page_due) as due`);
  const before = await state();
  const product = await service.call(routes.getProduct, { params: { product: 'K-005' } });
  const { code, slug: _slug, collections: _in, ...values } = product;
  const { members } = await service.call(routes.getCollection, { params: { collection: 'C-2' } });
  const brand = await service.call(routes.getBrand, { params: { brand: 'B-2' } });
  const outcomes = await apply({
    products: [{ code, is: 'either', change: values }],
    collections: [{ code: 'C-2', is: 'there', change: { members } }],
    brands: [{ code: 'B-2', is: 'either', change: { title: brand.title } }],
  });
  expect(outcomes.map(({ did }) => did)).toEqual(['same', 'same', 'same']);
  expect(await state()).toEqual(before);
  // A price is a row of its own: neither the product nor its stock is written.
  const [{ variants = [] } = product] = [product];
  const first = { code: variants[0]?.code ?? '', price: (variants[0]?.price ?? 0) + 100 };
  await apply({ products: [{ code, is: 'there', change: { variants: [first] } }] });
  const [after, was] = [(await state())[0] as Record<string, unknown>, before[0] as Record<string, unknown>];
  expect(Object.keys(after).filter((name) => JSON.stringify(after[name]) !== JSON.stringify(was[name]))).toEqual([
    'prices',
    'changes',
    'audit',
  ]);
});

test('a collection is filled by its rule, and follows every change of what the rule asks', async () => {
  const listed = async (slug: string) =>
    [...(await seen(`/browse/${slug}`)).matchAll(/href="\/item\/([^"]+)"/g)].map(([, item]) => item);
  const members = async () => (await service.call(routes.getCollection, { params: { collection: 'by-rule' } })).members;
  const set = (product: string, body: object) =>
    service.call(routes.changeProduct, { params: { product }, body: body });
  const body = { code: 'by-rule', title: 'By rule', slug: 'by-rule', when: 'price>=79 and  brand is "Halyard works"' };
  expect(await service.call(routes.createCollection, { body })).toMatchObject({
    when: 'price >= 79 and brand is "Halyard works"',
    members: ['K-004', 'K-005'],
  });
  const all = new Set(await listed('by-rule'));
  expect(all).toEqual(new Set(['ripple-150', 'longshore-pro']));
  await set('K-004', { variants: [{ code: 'K-004-1', price: 7800 }] });
  expect([await members(), new Set(await listed('by-rule')).size]).toEqual([['K-005'], 1]);
  await set('K-004', { variants: [{ code: 'K-004-1', price: 7900 }] });
  await service.call(routes.changeBrand, { params: { brand: 'B-3' }, body: { title: 'Ninefold' } });
  expect(await members()).toEqual([]);
  await service.call(routes.changeBrand, { params: { brand: 'B-3' }, body: { title: 'Halyard Works' } });
  // A draft is in none by rule.
  await set('K-005', { status: 'draft' });
  expect(await members()).toEqual(['K-004']);
  await set('K-005', { status: 'for-sale' });
  // By hand, it keeps what it has.
  const byHand = { when: null, add: ['K-001'] };
  const after = await service.call(routes.changeCollection, { params: { collection: 'by-rule' }, body: byHand });
  expect([after.when, after.members]).toEqual([null, ['K-004', 'K-005', 'K-001']]);
  const order = { members: ['K-001', 'K-004', 'K-005'] };
  await service.call(routes.changeCollection, { params: { collection: 'by-rule' }, body: order });
  const again = { when: 'reduced is true' };
  await service.call(routes.changeCollection, { params: { collection: 'by-rule' }, body: again });
  expect(await members()).toEqual(['K-005', 'K-007']);
  await service.call(routes.deleteCollection, { params: { collection: 'by-rule' } });
});

test('a rule about stock that is made while an order is under way counts for what the order takes', async () => {
  const variants = [{ code: 'only', price: 100, stock: 1 }];
  await service.call(routes.createProduct, { body: { code: 'fresh', title: 'The only one', variants } });
  const [{ id = 0 } = {}] = (await rows(
    `select v.id from variant v join product p on p.id = v.product_id where p.code = 'fresh'`,
  )) as { id: number }[];
  const body = { code: 'sold', title: 'Sold out', when: 'stock is 0' };
  await inTransaction(db, async (trx) => {
    await takeStock(trx, store.id, [{ variantId: id, quantity: 1 }], new Date());
    expect((await service.call(routes.createCollection, { body })).members).not.toContain('fresh');
  });
  await renewDue(db, store.id);
  expect((await service.call(routes.getCollection, { params: { collection: 'sold' } })).members).toContain('fresh');
  await service.call(routes.deleteProduct, { params: { product: 'fresh' } });
  await service.call(routes.deleteCollection, { params: { collection: 'sold' } });
});

/** Rules that fill collections, and the same as plain SQL. */
const RULES = [
  ['price >= 1.03', 'x.least >= 103'],
  ['stock > 0 and price < 1.03', 'v.stock > 0 and x.least < 103'],
  ['reduced is true', 'x.reduced'],
  ['brand is "brand 2" or stock is 0', `b.title = 'Brand 2' or v.stock = 0`],
  ['price is not 1.01', 'x.least <> 101'],
] as const;
const inByRule = async (code: string, where: string): Promise<unknown[]> =>
  rows(`select p.code from product p join card using (code) join card_price x on x.product_id = p.id
      left join brand b on b.id = p.brand_id
      cross join lateral (select case when bool_and(stock is not null) then sum(stock) end as stock from variant where product_id = p.id) v
      where p.store_id = (select id from store where slug = 'windrow') and (${where})
      except select p.code from collection_member m join product p on p.id = m.product_id
        join collection c on c.id = m.collection_id where c.code = '${code}'`).then(async (missing) => [
    ...missing,
    ...(await rows(`select m.position, p.code from collection_member m join product p on p.id = m.product_id
      join collection c on c.id = m.collection_id join card_price x on x.product_id = p.id left join brand b on b.id = p.brand_id
      cross join lateral (select case when bool_and(stock is not null) then sum(stock) end as stock from variant where product_id = p.id) v
      where c.code = '${code}' and (m.position <> 0 or p.status <> 'for-sale' or (${where}) is not true)`)),
  ]);

/** What the cards of all products would be, worked out by itself. */
const CARDS = `
  select p.code, p.title, coalesce((select title from brand b where b.id = p.brand_id), '') as brand,
    (select bool_or(stock is null or stock > 0) from variant v where v.product_id = p.id) as available,
    min(x.price) as least, max(x.price) as greatest, bool_or(coalesce(x.was_price > x.price, false)) as reduced
  from product p join variant v on v.product_id = p.id join price x on x.variant_id = v.id
  where p.store_id = (select id from store where slug = 'windrow') and p.status = 'for-sale' group by p.id order by p.code`;
const KEPT = `
  select c.code, c.title, c.brand, c.available, x.least, x.greatest, x.reduced
  from card c join card_price x using (product_id) where c.store_id = (select id from store where slug = 'windrow')
  order by c.code`;

test('after any changes and sales the cards, and what rules fill collections with, are as if they were made anew', async () => {
  const chance = chanceFrom(23);
  const codes = Array.from({ length: 6 }, (_, i) => `R-${i}`);
  const filled = new Map<string, number>();
  for (let round = 0; round < 25; round++) {
    const renamed = chance.pick(['F-0', 'F-1', 'F-2']);
    const rule = chance.below(RULES.length);
    if (chance.is(0.5)) filled.set(renamed, rule);
    const some = codes.filter(() => chance.is(0.4));
    const there = new Set(
      (await rows(`select code from product where code like 'R-%'`)).map((row) => (row as { code: string }).code),
    );
    await apply({
      brands: chance.is(0.3) ? [{ code: 'B-1', is: 'there', change: { title: `Brand ${round}` } }] : [],
      collections: [...filled].map(([code, i]) => ({
        code,
        is: 'either',
        change: { title: code, when: RULES[i]?.[0] ?? '' },
      })),
      products: some.map((code) =>
        there.has(code) && chance.is(0.2)
          ? { code, is: 'gone' }
          : {
              code,
              is: 'either',
              change: {
                status: chance.pick(['for-sale', 'for-sale', 'draft'] as const),
                title: `Made ${chance.below(4)}`,
                brand: chance.pick(['B-1', 'B-2', null]),
                variants: ['a', 'b', 'c']
                  .filter(() => chance.is(0.6))
                  .map((name) => ({
                    code: name,
                    options: { Size: name },
                    price: 100 + chance.below(5),
                    wasPrice: chance.pick([null, 102]),
                    stock: chance.pick([null, 0, 1, 5]),
                  })),
              },
            },
      ),
    });
    const counted = await rows(
      `select v.id from variant v join product p on p.id = v.product_id where p.code like 'R-%' and v.stock > 0 order by v.id`,
    );
    const taken = counted.slice(0, 2).map((row) => ({ variantId: (row as { id: number }).id, quantity: 1 }));
    await inTransaction(db, (trx) => takeStock(trx, store.id, taken, new Date()));
    await renewDue(db, store.id);
    expect(await rows(KEPT)).toEqual(await rows(CARDS));
    for (const [code, i] of filled) expect([code, i, await inByRule(code, RULES[i]?.[1] ?? '')]).toEqual([code, i, []]);
  }
  await apply({ collections: [...filled.keys()].map((code) => ({ code, is: 'gone' })) });
  await apply({ products: codes.map((code) => ({ code, is: 'either', change: { title: 'Last' } })) });
  await apply({ products: codes.map((code) => ({ code, is: 'gone' })) });
  const before = await rows('select xmin::text, * from card order by product_id');
  const ids = (await db.selectFrom('product').select('id').execute()).map(({ id }) => id);
  await inTransaction(db, (trx) => renewCards(trx, store.id, ids, new Date()));
  expect(await rows('select xmin::text, * from card order by product_id')).toEqual(before);
});

test('of two orders that take the last of two variants, the product is sold out', async () => {
  const variants = ['a', 'b'].map((code) => ({ code, options: { Size: code }, price: 100, stock: 1 }));
  await service.call(routes.createProduct, { body: { code: 'last', title: 'The last', variants } });
  const both: Promise<void>[] = [];
  const ids = (await rows(
    `select v.id from variant v join product p on p.id = v.product_id where p.code = 'last' order by v.id`,
  )) as { id: number }[];
  const take = (id: number, then: () => Promise<void>) =>
    inTransaction(db, async (trx) => {
      await takeStock(trx, store.id, [{ variantId: id, quantity: 1 }], new Date());
      await then();
    });
  // The first is not committed yet when the second has come as far as it can.
  const [first = 0, second = 0] = ids.map(({ id }) => id);
  await take(first, async () => {
    const later = take(second, () => Promise.resolve());
    const waits = until(
      async () => (await rows(`select from pg_stat_activity where wait_event_type = 'Lock'`)).length > 0,
    );
    await Promise.race([later, waits]);
    both.push(later);
  });
  await Promise.all(both);
  expect(await rows(`select available from card where code = 'last'`)).toEqual([{ available: false }]);
  await service.call(routes.deleteProduct, { params: { product: 'last' } });
});

test.each<[string, string, string, object | undefined, number, string, string]>([
  ['a code that is taken', 'POST', '/products', { code: 'K-001', title: 'x' }, 409, 'code', 'Skerry Diamond'],
  ['a path that is taken', 'POST', '/products', { title: 'x', slug: 'skerry-diamond' }, 409, 'slug', 'Another product'],
  [
    'a time that ends before it begins',
    'PATCH',
    '/products/K-001',
    { visibleFrom: '2027-01-01T10:00', visibleUntil: '2026-01-01T10:00' },
    409,
    'visibleUntil',
    'before it is shown',
  ],
  [
    'a time too far away',
    'PATCH',
    '/products/K-001',
    { visibleFrom: '-000044-03-15T10:00Z' },
    400,
    'visibleFrom',
    'four digits',
  ],
  ['a time that is none', 'PATCH', '/products/K-001', { visibleFrom: 'soon' }, 400, 'visibleFrom', 'Write'],
  ['a title of nothing', 'POST', '/products', { title: '  ' }, 400, 'title', 'has no title'],
  ['a brand that is not there', 'POST', '/products', { title: 'x', brand: 'B-99' }, 400, 'brand', 'B-99'],
  [
    'a picture that is not there',
    'POST',
    '/products',
    { title: 'x', pictures: [{ hash: 'abc', alt: '' }] },
    400,
    'pictures',
    'library',
  ],
  [
    'a stock below nothing',
    'POST',
    '/products',
    { title: 'x', variants: [{ code: 'v', price: 1, stock: -1 }] },
    400,
    'variants[0].stock',
    'at least 0',
  ],
  ['a collection inside itself', 'PATCH', '/collections/C-1', { parent: 'C-1' }, 400, 'parent', 'inside itself'],
  ['a parent that is not there', 'PATCH', '/collections/C-1', { parent: 'C-99' }, 400, 'parent', 'C-99'],
  ['a rule about a path', 'PATCH', '/collections/C-1', { when: 'path is "/"' }, 400, 'when', 'cannot use “path”'],
  ['half a rule', 'POST', '/collections', { title: 'x', when: 'brand is' }, 400, 'when, character 9', 'not complete'],
  [
    'a rule that nothing can meet',
    'POST',
    '/collections',
    { title: 'x', when: 'price > 9 and price < 3' },
    409,
    'when',
    'all of these conditions',
  ],
  [
    'products beside a rule',
    'POST',
    '/collections',
    { title: 'x', when: 'price > 9', members: ['K-001'] },
    400,
    'members',
    'follows from its rule',
  ],
  ['a member that is not there', 'PATCH', '/collections/C-1', { add: ['K-999'] }, 400, 'members', 'K-999'],
  [
    'deleting a brand that something is of',
    'DELETE',
    '/brands/B-1',
    undefined,
    409,
    'B-1',
    'Give them another brand first',
  ],
  ['deleting what is not there', 'DELETE', '/products/K-999', undefined, 404, 'product', 'K-999'],
  ['changing a brand that is not there', 'PATCH', '/brands/B-99', { title: 'x' }, 404, 'brand', 'B-99'],
])('%s is refused in words, and nothing is changed', async (_what, method, path, body, status, place, said) => {
  const before = await rows(
    'select (select count(*) from product) p, (select count(*) from audit) a, (select max(xid) from change) c',
  );
  const answer = await api(method, path, body);
  const problem = answer.json<{ place: string; detail: string; remedy: string }>();
  expect([answer.status, problem.place]).toEqual([status, place]);
  expect(`${problem.detail} ${problem.remedy}`).toContain(said);
  expect(
    await rows(
      'select (select count(*) from product) p, (select count(*) from audit) a, (select max(xid) from change) c',
    ),
  ).toEqual(before);
});

test('collections inside one another: a round is refused, one that goes leaves those in it in none', async () => {
  const create = (code: string, parent: string | null) =>
    service.call(routes.createCollection, { body: { code, title: `In ${code}`, parent } });
  await create('N-1', null);
  await create('N-2', 'N-1');
  await create('N-3', 'N-2');
  expect((await api('PATCH', '/collections/N-1', { parent: 'N-3' })).status).toBe(400);
  await service.call(routes.deleteCollection, { params: { collection: 'N-2' } });
  const { collections } = await service.call(routes.listCollections);
  expect(collections.filter(({ code }) => code.startsWith('N-'))).toMatchObject([
    { code: 'N-1', parent: null },
    { code: 'N-3', parent: null },
  ]);
});

test('a change that is not what somebody has looked at is refused; a create sent again makes nothing twice', async () => {
  for (const [path, change] of [
    ['/brands/B-3', { description: 'Another.' }],
    ['/collections/C-3', { description: 'Another.' }],
  ] as const) {
    const tag = (await api('GET', path)).headers['etag'] ?? '';
    expect((await api('PATCH', path, change, { 'if-match': tag })).status).toBe(200);
    expect((await api('PATCH', path, { description: 'Late.' }, { 'if-match': tag })).status).toBe(412);
  }
  const once = await Promise.all(
    [1, 2, 3, 4].map(() => api('POST', '/products', { code: 'at-once', title: 'At once' })),
  );
  expect(once.map(({ status }) => status).sort()).toEqual([201, 409, 409, 409]);
  await api('DELETE', '/products/at-once');
  const twice = () => api('POST', '/products', { title: 'Once' }, { 'idempotency-key': 'once-only' });
  expect([(await twice()).status, (await twice()).status]).toEqual([201, 201]);
  const { products } = await service.call(routes.listProducts, { query: { search: 'once' } });
  expect(products).toHaveLength(1);
});

test('nothing but the one way writes the catalogue', () => {
  const writing =
    /(insert into|update|delete from|insertInto\('|updateTable\('|deleteFrom\(')\s*(product|variant|price|brand|collection|collection_member|product_picture|card|card_price|review|product_sold)\b/;
  const folder = join(import.meta.dirname, '..');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
    (file) => file.endsWith('.ts') && !/^(dist|tests|node_modules)|migrations/.test(file),
  );
  const writers = files.filter((file) => writing.test(readFileSync(join(folder, file), 'utf8')));
  expect(writers.sort()).toEqual(
    ['brands', 'cards', 'collections', 'filling', 'products', 'reviews', 'sold', 'stock'].map(
      (name) => `records/${name}.ts`,
    ),
  );
  // And these are asked to by nobody else.
  const asks =
    /\b(insertProducts|updateProducts|deleteProducts|putVariants|deleteVariants|putPrices|putPictures|putBrands|deleteBrands|putReviews|deleteReviews|renewWords|putCollections|deleteCollections|addMembers|removeMembers|addMemberships|removeMemberships|renewCards)\b/;
  const asking = files.filter(
    (file) => !file.startsWith('records/') && asks.test(readFileSync(join(folder, file), 'utf8')),
  );
  expect(asking.filter((file) => !file.startsWith('catalogue/'))).toEqual(['assigning/filling.ts']);
  expect(asking.length).toBeGreaterThan(2);
});

test('a collection has a picture of its own among others, which is not deleted then; else that of its first product', async () => {
  const shown = async (): Promise<string | undefined> =>
    /src="\/pictures\/([0-9a-f]{64})(?:(?!<img).)*href="\/browse\/single-line"/s.exec(
      (await service.visit('/browse')).text.replace(/^.*<main/s, ''),
    )?.[1];
  const first = await shown();
  const { pictures } = await service.call(routes.listPictures, { query: { search: 'dunes.png' } });
  const hash = pictures[0]?.hash ?? '';
  const change = (picture: { hash: string; alt: string } | null) =>
    service.call(routes.changeCollection, { params: { collection: 'C-1' }, body: { picture } });
  expect((await change({ hash, alt: 'Dunes' })).picture).toEqual({ hash, alt: 'Dunes' });
  expect([first === hash, await shown()]).toEqual([false, hash]);
  const uses = await service.call(routes.getPicture, { params: { hash } });
  expect(uses.collections).toEqual([{ code: 'C-1', title: 'Single-line kites' }]);
  await expect(service.call(routes.removePicture, { params: { hash } })).rejects.toMatchObject({ code: 'still-used' });
  await expect(change({ hash: 'f'.repeat(64), alt: '' })).rejects.toMatchObject({ place: 'picture' });
  await change(null);
  expect([typeof first, await shown()]).toEqual(['string', first]);
});
