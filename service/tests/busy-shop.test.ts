/**
 * Five editors change titles and prices while shoppers order: stock and prices add up exactly, and what is sold out has
 * the template that a rule on stock gives it, at once and in every list.
 */
import { routes } from '@parlour/contract';
import { chanceFrom } from './random.js';
import { order, Shopper } from './shopper.js';
import { asAdmin, eventually, rule, testService, type TestService } from './service.js';

const [PRODUCTS, SHOPPERS] = process.env['PARLOUR_SOAK'] ? [500, 200] : [20, 16];
const EDITORS = 5;
const STOCK = 3;
const seed = Number(process.env['PARLOUR_SEED'] ?? 20261201);
const { below } = chanceFrom(seed);

let service: TestService;
const run = async <T>(sql: string): Promise<T[]> =>
  (await asAdmin((admin) => admin.query(sql), service.databaseUrl)).rows as T[];
const codeOf = (n: number): string => `BUSY-${n}`;
/** Every price that a product has ever had. */
const prices = new Map<string, Set<number>>();

beforeAll(async () => {
  service = await testService();
  await service.call(routes.setDetails, { body: { 'orders-an-hour': '10000', 'carts-an-hour': '10000' } });
  for (let n = 0; n < PRODUCTS; n++) {
    const body = { code: codeOf(n), title: `Busy ${n}`, variants: [{ code: 'a', price: 1_000, stock: STOCK }] };
    await service.call(routes.createProduct, { body });
    prices.set(codeOf(n), new Set([1_000]));
  }
  await service.call(routes.createCollection, {
    body: { code: 'gone', title: 'Sold out', when: 'stock < 1' },
  });
  await service.edit({ type: 'create', what: 'template', copyOf: 'product', name: 'Sold out' });
  await service.edit(rule('stock < 1', 'sold-out', 'rule-sold-out'));
  await service.call(routes.publish, { body: {} });
});
afterAll(() => service.stop());

/** Changes titles and prices as long as somebody buys. */
async function edit(isOver: () => boolean): Promise<number> {
  let changes = 0;
  for (; !isOver(); changes++) {
    const product = codeOf(below(PRODUCTS));
    const price = 1_000 + below(500);
    prices.get(product)?.add(price);
    const body = below(2) ? { title: `Busy, edited ${changes}` } : { variants: [{ code: 'a', price }] };
    await service.call(routes.changeProduct, { params: { product }, body });
  }
  return changes;
}

/** Buys some of a few products, if there are as many. */
async function buy(): Promise<void> {
  const shopper = new Shopper(service);
  const wanted = new Map(Array.from({ length: 1 + below(3) }, () => [codeOf(below(PRODUCTS)), 1 + below(2)]));
  for (const [product, quantity] of wanted)
    await shopper.send('/cart', { page: '/', 'back-to': 'x', product, quantity: String(quantity) });
  // What is charged changes all the time: whoever is told so looks again, as people do.
  for (let tries = 0; tries < 5; tries++) {
    const { status } = await shopper.send('/checkout', order(await shopper.readyToOrder()));
    if (status === 303) return;
  }
}

test(`${EDITORS} editors and ${SHOPPERS} shoppers at once, seed ${seed}`, async () => {
  let buying = true;
  const editing = Promise.all(Array.from({ length: EDITORS }, () => edit(() => !buying)));
  const left = Array.from({ length: SHOPPERS }, (_, n) => n);
  const queue = async (): Promise<void> => {
    while (left.pop() !== undefined) await buy();
  };
  await Promise.all(Array.from({ length: 8 }, queue));
  buying = false;
  expect((await editing).every((changes) => changes > 0)).toBe(true);

  // What is left and what was ordered is what there was, of each.
  const sold = await run<{ product: string; sold: number; left: number }>(`
    select p.code as product, v.stock as left, coalesce((select sum(quantity) from order_line l where l.product = p.code), 0)::int as sold
    from product p join variant v on v.product_id = p.id where p.code like 'BUSY-%'`);
  expect(sold.filter((one) => one.sold + one.left !== STOCK)).toEqual([]);
  expect(sold.some((one) => one.sold > 0)).toBe(true);
  // Each line has a price that its product had, and each order adds up.
  const lines = await run<{ product: string; price: number }>('select product, price from order_line');
  expect(lines.filter(({ product, price }) => !prices.get(product)?.has(price))).toEqual([]);
  const wrong = await run(`select number from placed_order o where subtotal <> (
      select sum(price * quantity) from order_line l where l.order_id = o.id) or total <> subtotal + delivery_price`);
  expect(wrong).toEqual([]);

  const out = sold.flatMap((one) => (one.left === 0 ? [one.product] : [])).sort();
  expect(out.length).toBeGreaterThan(0);
  // The page itself knows at once; lists follow with what is due.
  const { template } = await service.call(routes.getPageParts, { params: { page: `product:${out[0] ?? ''}` } });
  expect(template).toBe('template/sold-out');
  await eventually(async () => {
    const listed = await service.call(routes.listPages, { query: { template: 'sold-out', limit: 200 } });
    const busy = listed.pages.map(({ page }) => page).filter((page) => page.startsWith('product:BUSY'));
    expect(busy.sort()).toEqual(out.slice(0, 200).map((code) => `product:${code}`));
  });
  await eventually(async () => {
    const { members } = await service.call(routes.getCollection, { params: { collection: 'gone' } });
    expect(members.filter((code) => code.startsWith('BUSY')).sort()).toEqual(out);
  });
});
