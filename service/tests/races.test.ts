/** Two at once: one order of locks, one outcome, and nobody is answered with a fault. */
import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import { asAdmin, testService, type Answer, type Sent, type TestService } from './service.js';
import { order, Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const json = (method: string, body: object, headers: Record<string, string> = {}): Sent => ({
  method,
  headers: { 'content-type': 'application/json', ...headers },
  body: JSON.stringify(body),
});
const statuses = (answers: readonly Answer[]): number[] => answers.map(({ status }) => status).sort();

test('publishing, reverting, switching, copying and bringing in at once never end in a fault', async () => {
  await service.call(routes.createDesign, { body: { name: 'Summer', code: 'summer' } });
  const rounds = Array.from({ length: 8 }, (_, i) => i);
  const design = (code: string) => `/stores/windrow/designs/${code}`;
  const answers = await Promise.all(
    rounds.flatMap((i) => {
      const code = i % 2 ? 'summer' : 'first';
      const insert = { type: 'insert', document: 'template/home', kind: 'heading', place: {} };
      return [
        service.api(`${design(code)}/edits`, json('POST', { unit: randomUUID(), edits: [insert] })),
        service.api(`${design(code)}/publish`, json('POST', {})),
        service.api(`${design(code)}/live`, json('POST', {})),
        service.api(`${design(code)}/update-from-live`, json('POST', {})),
        service.api(`${design(code)}/revisions/1/revert`, json('POST', {})),
        service.api('/stores/windrow/designs', json('POST', { name: `Copy ${i}`, from: code })),
        service.api('/stores/windrow/products/K-001', json('PATCH', { title: `Gannet ${i}` })),
      ];
    }),
  );
  const broken = answers.filter(({ status }) => status >= 500);
  expect(broken.map(({ text }) => text)).toEqual([]);
  expect(answers.filter(({ status }) => status < 300).length).toBeGreaterThan(20);
});

test('a design cannot be archived and made live at once', async () => {
  for (let i = 0; i < 6; i++) {
    const { code } = await service.call(routes.createDesign, { body: { name: `Both ${i}` } });
    await Promise.all([
      service.api(`/stores/windrow/designs/${code}/archive`, json('POST', {})),
      service.api(`/stores/windrow/designs/${code}/live`, json('POST', {})),
    ]);
    const { designs } = await service.call(routes.listDesigns, {});
    expect(designs.filter(({ live }) => live)).toHaveLength(1);
    if (!designs.some((one) => one.code === code)) continue;
    await service.api('/stores/windrow/designs/first/live', json('POST', {}));
    await service.api(`/stores/windrow/designs/${code}/archive`, json('POST', {}));
  }
});

test('of many who make a store of one name at once, one does; sent again with one key, it is made once', async () => {
  const body = { slug: 'tern', name: 'Tern', currency: 'EUR', locale: 'en', timeZone: 'UTC', country: 'IE' };
  const made = await Promise.all(Array.from({ length: 5 }, () => service.api('/stores', json('POST', body))));
  expect(statuses(made)).toEqual([201, 409, 409, 409, 409]);
  const key = { 'idempotency-key': randomUUID() };
  const keyed = { ...body, slug: 'gull' };
  const again = await Promise.all(Array.from({ length: 8 }, () => service.api('/stores', json('POST', keyed, key))));
  expect(statuses(again)).toEqual(Array(8).fill(201));
  for (const answer of again) expect(answer.json()).toEqual(again[0]?.json());
  expect((await service.api('/stores', json('POST', { ...keyed, name: 'Other' }, key))).status).toBe(409);
});

test('a create that was cut off before its end is done by whoever sends it again, at once', async () => {
  const body = { slug: 'skua', name: 'Skua', currency: 'EUR', locale: 'en', timeZone: 'UTC', country: 'IE' };
  const sent = json('POST', body, { 'idempotency-key': 'cut-off' });
  await asAdmin(async (admin) => {
    // As a process that was killed at work leaves it: the key taken in a transaction that never ends.
    await admin.query('begin');
    await admin.query(`insert into idempotent_answer (account_id, key, route, request_hash)
      select id, 'cut-off', '/stores', 'x' from account where email = 'owner@windrow.example'`);
    const again = service.api('/stores', sent);
    // Of this database alone: other tests wait for locks of their own in the same cluster.
    const waiting = `select 1 from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()`;
    const waits = async () => (await admin.query(waiting)).rowCount;
    for (const until = Date.now() + 10_000; !(await waits()) && Date.now() < until;);
    expect(await waits()).toBe(1);
    await admin.query('rollback');
    expect((await again).status).toBe(201);
  }, service.databaseUrl);
  expect((await service.api('/stores', sent)).status).toBe(201);
});

test('of two who read the same name or team, one writes and the other is told', async () => {
  const tagOf = async (path: string) => String((await service.api(path)).headers.etag);
  const path = '/stores/windrow/designs/first';
  const tag = { 'if-match': await tagOf(path) };
  const renamed = await Promise.all(['A', 'B', 'C'].map((name) => service.api(path, json('PATCH', { name }, tag))));
  expect(statuses(renamed)).toEqual([200, 412, 412]);
  await service.call(routes.invite, { body: { email: 'mate@windrow.example', role: 'viewer' } });
  await service.call(routes.invite, { body: { email: 'cook@windrow.example', role: 'viewer' } });
  const team = { 'if-match': await tagOf('/stores/windrow/team') };
  const withdrawn = await Promise.all(
    ['mate', 'cook'].map((who) =>
      service.api(`/stores/windrow/team/${who}%40windrow.example`, json('PATCH', { role: null }, team)),
    ),
  );
  expect(statuses(withdrawn)).toEqual([200, 412]);
});

describe('the cart', () => {
  const form = (fields: Record<string, string>, cookie = ''): Sent => ({
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded', ...(cookie ? { cookie } : {}) },
    body: new URLSearchParams({
      page: '/item/gannet-delta',
      product: 'K-003',
      'back-to': 'p-buy',
      ...fields,
    }).toString(),
  });
  /** A variant with this many left, as the fields of the buy form. */
  const withStock = async (stock: number) => {
    const { variants } = await service.call(routes.getProduct, { params: { product: 'K-003' } });
    const [variant] = variants;
    await service.call(routes.changeProduct, {
      params: { product: 'K-003' },
      body: { variants: [{ code: variant?.code ?? '', stock }] },
    });
    return Object.fromEntries(Object.entries(variant?.options ?? {}).map(([name, value]) => [`option.${name}`, value]));
  };
  const cookieOf = (answer: Answer): string => answer.headers['set-cookie']?.[0]?.split(';')[0] ?? '';

  test('never holds more than there is, also when two add at once; what was chosen stays chosen', async () => {
    const options = await withStock(3);
    const first = await service.visit('/cart', form({ ...options, quantity: '1' }));
    expect(first.status).toBe(303);
    const cookie = cookieOf(first);
    const more = await Promise.all(
      [0, 1, 2].map(() => service.visit('/cart', form({ ...options, quantity: '1' }, cookie))),
    );
    expect(statuses(more)).toEqual([303, 303, 409]);
    const refused = await service.visit('/cart', form({ ...options, quantity: '2' }, cookie));
    expect(refused.status).toBe(409);
    expect(refused.text).toMatch(/Only 3 of .* left, and your cart already has 3\./);
    const [value = ''] = Object.values(options);
    expect(refused.text).toContain(`<option value="${value}" selected>`);
    expect(refused.text).toMatch(/name="quantity" type="number"[^>]* value="2"/);
  });

  test('a token of one’s own choosing, or of another store, is no cart', async () => {
    const options = await withStock(50);
    const own = await service.visit('/cart', form({ ...options, quantity: '1' }, 'parlour-cart=chosen-by-me'));
    expect(cookieOf(own)).toMatch(/^parlour-cart=[\w-]{43}$/);
    const cookie = cookieOf(own);
    const page = '/item/gannet-delta';
    expect((await service.visit(page, { headers: { cookie: 'parlour-cart=chosen-by-me' } })).text).not.toContain(
      'In your cart',
    );
    expect((await service.visit(page, { headers: { cookie } })).text).toContain('In your cart: 1');
    // The same token in the other store makes a cart of its own there, and leaves this one as it is.
    const [other] = await asAdmin(
      async (admin) =>
        (
          await admin.query(`select p.code, v.options from product p join variant v on v.product_id = p.id
            join store s on s.id = p.store_id where s.slug = 'osierwick' and v.stock > 5 limit 1`)
        ).rows as { code: string; options: Record<string, string> }[],
      service.databaseUrl,
    );
    const fields = Object.entries(other?.options ?? {}).map(([name, value]) => [`option.${name}`, value]);
    const bought = await service.send(
      'osierwick.localhost',
      '/cart',
      form(
        { ...Object.fromEntries(fields), product: other?.code ?? '', quantity: '1' } as Record<string, string>,
        cookie,
      ),
    );
    expect([bought.status, cookieOf(bought)]).toEqual([303, expect.stringMatching(/^parlour-cart=[\w-]{43}$/)]);
    expect(cookieOf(bought)).not.toBe(cookie);
    expect((await service.visit(page, { headers: { cookie } })).text).toContain('In your cart: 1');
  });
});

test('orders beside changes of the product: what was sold stays sold, and a price that was set stays set', async () => {
  const [product, variant] = ['K-003', 'K-003-1'];
  await service.call(routes.changeProduct, { params: { product }, body: { variants: [{ code: variant, stock: 40 }] } });
  const ready = await Promise.all(
    Array.from({ length: 12 }, async () => {
      const shopper = new Shopper(service);
      await shopper.add();
      return { shopper, seen: await shopper.readyToOrder() };
    }),
  );
  const [placed, changed] = await Promise.all([
    Promise.all(ready.map(({ shopper, seen }) => shopper.send('/checkout', order(seen)))),
    Promise.all(
      Array.from({ length: 24 }, (_, i) =>
        service.api(
          `/stores/windrow/products/${product}`,
          json('PATCH', i % 2 ? { summary: `Summary ${i}.` } : { variants: [{ code: 'K-003-2', price: 5_000 + i }] }),
        ),
      ),
    ),
  ]);
  expect([statuses(placed), statuses(changed)]).toEqual([Array(12).fill(303), Array(24).fill(200)]);
  const { variants } = await service.call(routes.getProduct, { params: { product } });
  expect(variants.find(({ code }) => code === variant)?.stock).toBe(28);
  expect(variants.find(({ code }) => code === 'K-003-2')?.price).toBeGreaterThanOrEqual(5_000);
});
