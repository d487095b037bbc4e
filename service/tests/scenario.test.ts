/** Previews in a scenario: at another time, with a cart, elsewhere, with another template; nothing done in one is kept. */
import pg from 'pg';
import { routes } from '@parlour/contract';
import { MOST_MADE_UP_LINES } from '@parlour/core/commerce';
import { GANNET, order, orderedOn, previewer, Shopper } from './shopper.js';
import { testService, type TestService } from './service.js';

let service: TestService;
let database: pg.Client;
beforeAll(async () => {
  service = await testService();
  database = new pg.Client({ connectionString: service.databaseUrl });
  await database.connect();
});
afterAll(async () => {
  await database.end();
  await service.stop();
});

/** The hash of each table that is kept, by its name. */
async function tables(): Promise<Record<string, string>> {
  const { rows } = await database.query<{ name: string }>(
    "select relname as name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' and relpersistence = 'p'",
  );
  const hashes: Record<string, string> = {};
  for (const { name } of rows) {
    const { rows: found } = await database.query<{ hash: string }>(
      `select md5(coalesce(string_agg(t::text, chr(10) order by t::text), '')) as hash from "${name}" t`,
    );
    hashes[name] = found[0]?.hash ?? '';
  }
  return hashes;
}

/** Variants that are none of the kite that is added, each once. */
async function catalogue() {
  const { rows } = await database.query<{ product: string; variant: string }>(
    `select p.code as product, v.code as variant from variant v join product p on p.id = v.product_id
      join store s on s.id = p.store_id where s.slug = 'windrow' and p.code <> 'K-003' order by 1, 2`,
  );
  return { products: rows.map((row) => ({ ...row, quantity: 1 })) };
}

const KITE = { product: 'K-003', variant: 'K-003-1', quantity: 2 };

test('everything that a shopper does in a preview leaves every table as it was', async () => {
  const shopper = await previewer(service);
  await shopper.visit('/');
  const before = await tables();
  expect(Object.keys(before).length).toBeGreaterThan(30);
  expect((await shopper.add({ quantity: '3' })).status).toBe(303);
  expect((await shopper.visit('/cart')).text).toContain('value="3"');
  const changed = { page: '/cart', 'back-to': 'c', product: 'K-003', variant: 'K-003-1', quantity: '2' };
  await shopper.send('/cart/line', changed);
  const placed = await shopper.send('/checkout', order(await shopper.readyToOrder({ country: 'DE' })));
  expect(placed.status).toBe(303);
  const thanks = await shopper.visit(placed.headers.location ?? '');
  expect(thanks.text).toMatch(/This is a preview: nothing was ordered\..*2 × .*Germany/s);
  expect((await shopper.visit('/cart')).text).toContain('Your cart is empty.');
  const letter = { page: '/', 'back-to': 'x', email: 'a@b.example', name: 'A', text: 'Hello' };
  for (const path of ['/sign-up', '/message', '/sign-in', '/signed-in', '/sign-out'])
    expect([path, (await shopper.send(path, letter)).status]).not.toEqual([path, 500]);
  expect(await tables()).toEqual(before);
});

test('a scenario says the time, the cart, where it goes and how; other previews know nothing of it', async () => {
  const scenario = { now: '2031-12-24T10:00:00Z', cart: [KITE], buyer: { country: 'DE' }, delivery: 'post' };
  const shopper = await previewer(service, { scenario });
  const ready = await shopper.visit('/checkout');
  const checkout = ready.text;
  expect(checkout).toMatch(/2 × .*€\s?9\.80/s);
  expect(checkout).toContain('<option value="DE" selected>');
  // Ordered at once, before anything of it was kept.
  const placed = await shopper.send('/checkout', order(orderedOn(ready), { country: 'DE' }));
  expect((await shopper.visit(placed.headers.location ?? '')).text).toContain('nothing was ordered');
  const plain = await previewer(service);
  expect(plain.host).not.toBe(shopper.host);
  expect(plain.host).toMatch(/^\d+-windrow\.preview\.localhost$/);
  expect(shopper.host).toMatch(/^\d+s[0-9a-f]{8}-windrow\.preview\.localhost$/);
  expect((await plain.visit('/cart')).text).toContain('Your cart is empty.');
});

test('a preview whose scenario is gone has expired, and is never shown without it', async () => {
  const shopper = await previewer(service, { scenario: { now: '2032-02-29T10:00:00Z' } });
  expect((await shopper.visit('/')).status).toBe(200);
  await database.query(`delete from scenario where body->>'now' like '2032%'`);
  const gone = await shopper.visit('/');
  expect([gone.status, gone.text]).toEqual([403, expect.stringContaining('This preview has expired')]);
});

test('what is shown costs what it costs now, and no more is in a cart than there is', async () => {
  const many = { ...KITE, quantity: 99 };
  const gone = { ...KITE, product: 'K-999' };
  const shopper = await previewer(service, { scenario: { cart: [many, gone] } });
  const ready = await shopper.readyToOrder();
  expect((await shopper.send('/checkout', order({ ...ready, seen: 'x' }))).text).toMatch(/Only \d+ of .* are left/);
  const less = { page: '/cart', 'back-to': 'c', product: 'K-003', variant: 'K-003-1', quantity: '1' };
  await shopper.send('/cart/line', less);
  const unseen = await shopper.send('/checkout', order({ ...(await shopper.readyToOrder()), seen: 'x' }));
  expect([unseen.status, unseen.text]).toEqual([409, expect.stringMatching(/role="alert">[^<]*€51\.80/)]);
  const other = '00000000-0000-4000-8000-000000000001';
  const late = await shopper.send('/checkout', order({ ...(await shopper.readyToOrder()), attempt: other }));
  expect(late.status).toBe(409);
});

test('the cart of a preview holds so many different things, and says so', async () => {
  const { products } = await catalogue();
  const cart = products.slice(0, MOST_MADE_UP_LINES);
  const shopper = await previewer(service, { scenario: { cart } });
  const full = await shopper.add();
  expect([full.status, full.text]).toEqual([409, expect.stringContaining('The cart of a preview holds no more.')]);
  const away = { page: '/cart', 'back-to': 'c', product: cart[0]?.product ?? '', variant: cart[0]?.variant ?? '' };
  await shopper.send('/cart/line', { ...away, quantity: '1', remove: 'yes' });
  expect((await shopper.add()).status).toBe(303);
});

test('a cart that somebody else has written is none', async () => {
  const shopper = await previewer(service);
  await shopper.add();
  expect((await shopper.visit('/cart')).text).not.toContain('Your cart is empty.');
  // Another character than it has, whichever that is.
  shopper.cookie = shopper.cookie.replace(/(?<=parlour-made-up-cart=[^.]*\.)./, (was) => (was === '_' ? '-' : '_'));
  expect((await shopper.visit('/cart')).text).toContain('Your cart is empty.');
});

test('a template that nobody uses is shown on a page of its kind, and on no other', async () => {
  await service.edit({ type: 'create', what: 'template', name: 'Unused', code: 'unused', copyOf: 'product' });
  await service.edit({
    ...{ type: 'insert', document: 'template/unused', kind: 'heading', place: { at: 'main' } },
    values: { text: 'Nobody has seen this' },
  });
  const shopper = await previewer(service, { template: 'unused' });
  expect((await shopper.visit(GANNET)).text).toContain('Nobody has seen this');
  expect((await shopper.visit('/')).text).not.toContain('Nobody has seen this');
  expect((await (await previewer(service)).visit(GANNET)).text).not.toContain('Nobody has seen this');
  await expect(previewer(service, { template: 'nowhere' })).rejects.toMatchObject({ code: 'no-such-template' });
  await expect(previewer(service, { scenario: { now: 'soon' } })).rejects.toMatchObject({ code: 'bad-input' });
});

test('what a form has not saved shows in the preview of whoever typed it, at one web address, and nowhere else', async () => {
  const shown = async (page: string, unsaved: object) => {
    const { url } = await service.call(routes.preview, { body: { page, unsaved: unsaved } });
    const { hostname, pathname, searchParams } = new URL(url);
    const shopper = new Shopper(service, hostname, `parlour-preview=${searchParams.get('preview') ?? ''}`);
    return { at: hostname + pathname, html: (await shopper.visit(pathname)).text };
  };
  const before = await tables();
  const variants = [{ code: 'K-003-1', price: 100, wasPrice: null }];
  const product = { title: 'Gannet for a penny', brand: 'B-2', options: undefined, variants };
  const one = await shown('product:K-003', { product });
  expect(one.html).toMatch(/Oxbow &amp; Reed<.*<h1[^>]*>Gannet for a penny<.*from €1\.00/s);
  // What makes no sense yet is left out, the rest is shown.
  const two = await shown('product:K-003', { product: { summary: 'Half done', options: [{ name: 'X', values: [] }] } });
  expect([two.at, two.html.includes('Half done'), two.html.includes('penny')]).toEqual([one.at, true, false]);
  const collection = await shown('collection:C-1', { collection: { title: 'One line' } });
  expect(collection.html).toMatch(/<h1[^>]*>One line</);
  const fresh = await shown('product:stand-in', {
    product: { title: 'Fulmar', variants: [{ code: 'f', price: 2400, stock: 1 }] },
  });
  expect(fresh.html).toMatch(/<h1[^>]*>Fulmar<.*€24\.00/s);
  const { scenario: _kept, ...after } = await tables();
  const { scenario: _was, ...others } = before;
  expect(after).toEqual(others);
  expect((await service.visit(GANNET)).text).toMatch(/<h1[^>]*>Gannet Delta<.*from €42\.00/s);
  expect((await shown('product:K-003', { product: {} })).html).toContain('Gannet Delta');
  await expect(shown('product:K-003', { product: { title: 5 } })).rejects.toMatchObject({ code: 'bad-input' });
});

test('the live cart knows nothing of previews', async () => {
  const live = new Shopper(service);
  await live.add();
  expect(live.cookie).toMatch(/parlour-cart=/);
  expect(live.cookie).not.toContain('made-up');
});
