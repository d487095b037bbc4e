/** What was seen is what is charged, and what nobody may do to a store by ordering. */
import { routes, type InputOf } from '@parlour/contract';
import { asAdmin, eventually, serviceOn, testService, type TestService } from './service.js';
import { CHOICE, GANNET, MARA, order, orderedOn, previewer, Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const run = (sql: string) => asAdmin((admin) => admin.query(sql), service.databaseUrl);
const change = (body: object) => service.call(routes.changeProduct, { params: { product: 'K-003' }, body });
const first = (more: object) => change({ variants: [{ code: 'K-003-1', ...more }] });
const stockOf = async (): Promise<number | null | undefined> =>
  (await service.call(routes.getProduct, { params: { product: 'K-003' } })).variants[0]?.stock;
/** Somebody whose cart holds a kite, and who has told everything. */
async function ready(more: Readonly<Record<string, string>> = {}) {
  const shopper = new Shopper(service);
  await shopper.add(more);
  return { shopper, seen: await shopper.readyToOrder() };
}

test.each<[string, string, (shopper: Shopper) => Promise<unknown>]>([
  ['a price', '€439.60', () => first({ price: 42_980 })],
  ['how many there are in another tab', '€93.80', (shopper) => shopper.add()],
  [
    'what it costs to deliver',
    '€61.00',
    () =>
      service.call(routes.setDeliveryMethod, {
        params: { method: 'post' },
        body: { name: 'By post', prices: { IE: 450, DE: 1900 } },
      }),
  ],
  ['the delivery method that was chosen, untold', '€42.00', () => Promise.resolve()],
])(
  '%s changes after it was seen: nothing is ordered, %s is shown and said, then it is',
  async (what, total, happens) => {
    await first({ price: 4200, stock: 9 });
    const { shopper, seen } = await ready();
    await happens(shopper);
    // Chosen and ordered in one step, where no script has shown what that comes to.
    const more: Record<string, string> = what.includes('untold') ? { delivery: 'collect', country: 'IE' } : {};
    const refused = await shopper.send('/checkout', order(seen, more));
    expect([refused.status, refused.text]).toEqual([409, expect.stringContaining(`the total is ${total} now`)]);
    expect(refused.text).toMatch(new RegExp(`<dt>Total</dt><dd>${total}</dd>`));
    expect([await stockOf(), refused.text.includes(`value="${MARA.name}"`)]).toEqual([9, true]);
    const placed = await shopper.send('/checkout', order(orderedOn(refused), more));
    const thanks = await shopper.visit(placed.headers.location ?? '');
    expect([placed.status, thanks.text]).toEqual([303, expect.stringContaining(`<dd>${total}</dd>`)]);
    await service.call(routes.setDeliveryMethod, {
      params: { method: 'post' },
      body: { name: 'By post', prices: { IE: 450, DE: 980 } },
    });
  },
);

test('what costs nothing holds nobody up; a form that does not say what was seen orders nothing', async () => {
  await first({ price: 4200, stock: 9 });
  const { shopper, seen } = await ready();
  await Promise.all([first({ stock: 5 }), change({ summary: 'Another summary.' })]);
  const silent = await shopper.send('/checkout', order({ ...seen, seen: '' }));
  expect([silent.status, await stockOf()]).toEqual([409, 5]);
  expect((await shopper.send('/checkout', order(seen))).status).toBe(303);
});

test('an order in a preview is made up: no stock, no number, nothing in the inbox', async () => {
  await first({ price: 4200, stock: 9 });
  const orders = async () => (await service.call(routes.listOrders)).orders.length;
  const before = await orders();
  const shopper = await previewer(service);
  await shopper.add({ quantity: '2' });
  const placed = await shopper.send('/checkout', order(await shopper.readyToOrder()));
  expect([placed.status, placed.headers.location]).toEqual([303, expect.stringMatching(/^\/thank-you\/[\w-]{43}$/)]);
  const thanks = await shopper.visit(placed.headers.location as string);
  expect(thanks.text).toMatch(
    /Thank you, Mara Quill.*nothing was ordered.*2 × Gannet Delta.*€93\.80.*Brakenau<br>Germany/s,
  );
  expect((await shopper.visit('/cart')).text).toContain('Your cart is empty.');
  expect([await stockOf(), await orders()]).toEqual([9, before]);
  const real = new Shopper(service, 'windrow.localhost', shopper.cookie);
  expect((await real.visit(placed.headers.location as string)).text).toContain('This order cannot be found.');
});

test('an attempt belongs to its cart; one that cannot be any is refused in words', async () => {
  await first({ price: 4200, stock: 9 });
  const { shopper, seen } = await ready();
  expect((await shopper.send('/checkout', order(seen))).status).toBe(303);
  // With another cart, or none, nothing is told of the order that was made.
  const other = await ready();
  for (const one of [other.shopper, new Shopper(service)]) {
    const answer = await one.send('/checkout', order(seen));
    expect([answer.status, answer.headers.location]).toEqual([409, undefined]);
  }
  for (const attempt of ['-'.repeat(36), 'f'.repeat(36), seen.attempt.slice(1), `${seen.attempt}0`])
    expect((await shopper.send('/checkout', order({ ...seen, attempt }))).status).toBe(409);
  for (const list of ['orders', 'messages', 'sign-ups', 'sent-emails', 'audit', 'designs/live/log'])
    for (const name of ['before', 'cursor'])
      expect([400, 404]).toContain((await service.api(`/stores/windrow/${list}?${name}=99999999999`)).status);
});

test('orders count from 1, or from where the owner says; a lower number is passed over', async () => {
  const newest = async () => (await service.call(routes.listOrders)).orders[0]?.number ?? 0;
  const buy = async () => {
    await first({ price: 4200, stock: 9 });
    const { shopper, seen } = await ready();
    await shopper.send('/checkout', order(seen));
    return newest();
  };
  const before = await newest();
  expect((await service.call(routes.listOrders)).orders.at(-1)?.number).toBe(1);
  const begin = (number: string) => service.call(routes.setDetails, { body: { 'first-order': number } });
  await begin('5000');
  expect(await buy()).toBe(5000);
  await begin('7');
  expect([await buy(), before < 100]).toEqual([5001, true]);
  await expect(begin('0')).rejects.toMatchObject({ code: 'bad-value', place: 'first-order' });
});

test('one address neither empties the stock nor begins carts without end; an owner may set more', async () => {
  const set = (body: object) => service.call(routes.setDetails, { body });
  await first({ price: 4200, stock: 9 });
  const { shopper, seen } = await ready();
  await shopper.send('/checkout', order(seen));
  const next = await ready();
  await set({ 'orders-an-hour': '1', 'carts-an-hour': '1' });
  const refused = await next.shopper.send('/checkout', order(next.seen));
  expect([refused.status, refused.text]).toEqual([409, expect.stringMatching(/Too many orders .* in \d+ minutes/)]);
  expect([await stockOf(), (await shopper.send('/checkout', order(seen))).status]).toEqual([8, 303]);
  const cart = await new Shopper(service).add();
  expect([cart.status, cart.headers['set-cookie'], cart.text]).toEqual([
    409,
    undefined,
    expect.stringContaining('Too many carts have been started from here'),
  ]);
  // Who has a cart goes on.
  expect((await next.shopper.add()).status).toBe(303);
  await set({ 'orders-an-hour': '', 'carts-an-hour': '' });
  const again = await next.shopper.readyToOrder();
  expect((await next.shopper.send('/checkout', order(again))).status).toBe(303);
});

test('a rule that looks at stock sees what an order took, in lists too', async () => {
  await first({ price: 4200, stock: 9 });
  await service.edit({ type: 'create', what: 'template', pageKind: 'product', name: 'Rare' });
  const total = (await service.call(routes.getProduct, { params: { product: 'K-003' } })).variants.reduce(
    (sum, { stock }) => sum + (stock ?? 0),
    0,
  );
  await service.edit({
    type: 'insert',
    document: 'assignments/product',
    place: { at: 'rules' },
    values: { template: 'rare', when: { match: 'all', conditions: [{ fact: 'stock', is: '<', value: total }] } },
  } as never);
  const template = async () =>
    (await service.call(routes.listPages, { query: { pages: 'product:K-003' } })).pages[0]?.template?.code;
  expect(await template()).not.toBe('rare');
  const { shopper, seen } = await ready();
  await shopper.send('/checkout', order(seen));
  await eventually(async () => expect(await template()).toBe('rare'));
});

test('a cart ends a month after it was last used, and its shopper begins another', async () => {
  await first({ price: 4200, stock: 9 });
  const { shopper: old } = await ready();
  const { shopper: used } = await ready();
  await run(`update cart set used_at = now() - interval '31 days'`);
  // Whoever does something with it keeps it, and its cookie.
  const kept = await used.send('/cart/line', { page: '/cart', product: 'K-003', variant: 'K-003-1', quantity: '2' });
  expect(kept.headers['set-cookie']?.join()).toMatch(/cart=[\w-]{43}; Max-Age=2592000/);
  const other = await serviceOn(service.databaseUrl);
  await eventually(async () => expect((await old.visit('/cart')).text).toContain('Your cart is empty.'));
  expect((await used.visit('/cart')).text).toContain('Gannet Delta');
  await other.stop();
  expect((await old.add({ page: GANNET, ...CHOICE })).status).toBe(303);
  expect((await old.visit('/cart')).text).toContain('Gannet Delta');
});

describe('what happens to an order afterwards', () => {
  const numberOf = async (): Promise<string> => String((await service.call(routes.listOrders)).orders[0]?.number ?? 0);
  const note = (number: string, body: InputOf<typeof routes.noteOnOrder>['body']) =>
    service.call(routes.noteOnOrder, { params: { number }, body });

  test('it is noted once, by somebody, and its state follows; what cannot be is refused in words', async () => {
    await first({ price: 4200, stock: 9 });
    const { shopper, seen } = await ready();
    await shopper.send('/checkout', order(seen));
    const number = await numberOf();
    const refused = (body: object, code: string, words: RegExp) =>
      expect(note(number, body as never)).rejects.toMatchObject({ code, message: expect.stringMatching(words) });
    await refused({ type: 'refunded', amount: 100 }, 'order-state', /not paid/);
    expect((await note(number, { type: 'paid', note: 'Seen on the account 🪁' })).state).toBe('paid');
    await refused({ type: 'paid' }, 'order-state', /paid already/);
    await refused({ type: 'refunded' }, 'bad-value', /€0\.01 to €51\.80/);
    await refused({ type: 'refunded', amount: 5_181 }, 'bad-value', /can be refunded/);
    await expect(note(number, { type: 'eaten' as never })).rejects.toMatchObject({ code: 'bad-input', place: 'type' });
    await note(number, { type: 'refunded', amount: 5_180 });
    await refused({ type: 'refunded', amount: 1 }, 'bad-value', /All of this order/);
    const sent = await note(number, { type: 'sent' });
    await refused({ type: 'cancelled' }, 'order-state', /sent, and is not cancelled/);
    expect(sent.events.map(({ type, by, amount, note: words }) => [type, by, amount, words])).toEqual([
      ['placed', null, null, ''],
      ['paid', 'Maren Oldacre', null, 'Seen on the account 🪁'],
      ['refunded', 'Maren Oldacre', 5_180, ''],
      ['sent', 'Maren Oldacre', null, ''],
    ]);
    const { entries } = await service.call(routes.listAudit, { query: { limit: 1 } });
    expect(entries[0]).toMatchObject({ action: 'order.sent', target: number });
  });

  test('what is cancelled is in stock again if that is wanted, sold out or not, and sold to the next', async () => {
    await first({ price: 4200, stock: 1 });
    await change({ variants: [{ code: 'K-003-1', stock: 1 }] });
    const available = async () =>
      (await run(`select stock from variant where code = 'K-003-1'`)).rows.map(({ stock }: { stock: number }) => stock);
    for (const stockBack of [false, true]) {
      await first({ stock: 1 });
      const { shopper, seen } = await ready();
      await shopper.send('/checkout', order(seen));
      const number = await numberOf();
      expect(await available()).toEqual([0]);
      const { state } = await note(number, { type: 'cancelled', stockBack });
      expect([state, await available()]).toEqual(['cancelled', [stockBack ? 1 : 0]]);
      await expect(note(number, { type: 'sent' })).rejects.toMatchObject({ code: 'order-state' });
    }
    const next = await ready();
    expect((await next.shopper.send('/checkout', order(next.seen))).status).toBe(303);
  });

  test('orders are found by state, number, name and email address; their columns say what they say', async () => {
    const found = async (query: InputOf<typeof routes.listOrders>['query']) =>
      (await service.call(routes.listOrders, { query })).orders.map(({ number }) => number);
    const all = await found({ limit: 200 });
    const cancelled = await found({ state: 'cancelled' });
    expect(cancelled).toHaveLength(2);
    expect(await found({ search: String(cancelled[0]) })).toEqual([cancelled[0]]);
    expect(await found({ search: ' quill ', limit: 200 })).toEqual(all);
    expect(await found({ search: '%', limit: 200 })).toEqual([]);
    expect(await found({ search: 'quill', state: 'cancelled', before: cancelled[0] ?? 0 })).toEqual([cancelled[1]]);
    const { rows } = await run(`select number from placed_order o where
      (subtotal, saving, delivery_price, total, currency, language, tax, payment, delivery, email, name) <>
      ((body #>> '{totals,subtotal}')::int, (body #>> '{totals,saving}')::int, (body #>> '{totals,delivery}')::int,
        (body #>> '{totals,total}')::int, 'EUR', 'en-IE', 'included', body ->> 'payment', body #>> '{delivery,code}',
        body #>> '{buyer,email}', body #>> '{buyer,name}')
      or total <> delivery_price + (select sum(total) from order_line l where l.order_id = o.id)
      or jsonb_array_length(body -> 'lines') <> (select count(*) from order_line l where l.order_id = o.id)`);
    expect(rows).toEqual([]);
  });
});
