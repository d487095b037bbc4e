import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';
import { CHOICE, factsOf, GANNET, MARA, order, orderedOn, type Ordered, Shopper as AnyShopper } from './shopper.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const NO_ATTEMPT = '00000000-0000-4000-8000-000000000000';

class Shopper extends AnyShopper {
  constructor() {
    super(service);
  }
}
const stockOf = async (): Promise<number> =>
  (await service.call(routes.getProduct, { params: { product: 'K-003' } })).variants[0]?.stock ?? -1;
const setStock = (stock: number) =>
  service.call(routes.changeProduct, {
    params: { product: 'K-003' },
    body: { variants: [{ code: 'K-003-1', stock }] },
  });

test('a shopper without script buys: cart, checkout with what is missing said, order, thanks', async () => {
  await setStock(7);
  const shopper = new Shopper();
  const added = await shopper.add({ quantity: '2' });
  expect([added.status, added.headers.location]).toEqual([303, `${GANNET}#s-p-buy`]);
  const cart = await shopper.visit('/cart');
  expect(cart.text).toMatch(/Gannet Delta.*€84\.00/s);
  const changed = await shopper.send('/cart/line', {
    page: '/cart',
    'back-to': 'cart-lines',
    product: 'K-003',
    variant: 'K-003-1',
    quantity: '3',
  });
  expect([changed.status, changed.headers.location]).toEqual([303, '/cart#s-cart-lines']);

  // What was told so far is kept, and a choice taken in, before anything is ordered.
  expect(
    (await shopper.send('/checkout', { do: 'update', 'a:email': MARA.email, 'a:country': 'DE', 'a:was.country': 'IE' }))
      .headers.location,
  ).toBe('/checkout');
  const checkout = await shopper.visit('/checkout');
  expect(checkout.text).toContain(`value="${MARA.email}"`);
  expect(checkout.text).toContain('<option value="DE" selected>Germany</option>');
  expect(checkout.text).not.toContain('By courier');
  const ordered = orderedOn(checkout);
  const missing = await shopper.send('/checkout', {
    do: 'order',
    ...ordered,
    'a:name': 'Mara Quill',
    'a:email': 'nobody',
  });
  expect(missing.status).toBe(422);
  expect(missing.text).toMatch(/value="nobody"[^>]* aria-invalid="true"/);
  expect(missing.text).toContain('Please choose a delivery method.');
  expect(missing.headers['cache-control']).toBe('no-store');

  const before = await stockOf();
  const placed = await shopper.send('/checkout', order(await shopper.readyToOrder()));
  expect([placed.status, placed.headers.location]).toEqual([303, expect.stringMatching(/^\/thank-you\/[\w-]{43}$/)]);
  const thanks = await shopper.visit(placed.headers.location as string);
  expect(thanks.text).toMatch(
    /Thank you, Mara Quill.*3 × Gannet Delta, 1\.8 m, Teal.*€9\.80.*€135\.80.*Brakenau<br>Germany/s,
  );
  expect(await stockOf()).toBe(before - 3);
  expect((await shopper.visit('/cart')).text).toContain('Your cart is empty.');

  const { orders, next } = await service.call(routes.listOrders);
  expect([orders.length, next]).toEqual([1, null]);
  expect(await service.call(routes.getOrder, { params: { number: '1' } })).toMatchObject({
    number: 1,
    buyer: MARA,
    lines: [{ product: 'K-003', variant: 'K-003-1', quantity: 3, price: 4200 }],
    delivery: { code: 'post', price: 980 },
    totals: { subtotal: 12600, delivery: 980, total: 13580 },
  });
  await expect(service.call(routes.getOrder, { params: { number: '99' } })).rejects.toMatchObject({
    code: 'no-such-thing',
  });
  expect((await shopper.visit('/thank-you/' + 'x'.repeat(43))).text).toContain('This order cannot be found.');
});

test('an order that is sent again, or ten times at once, is one order; an old tab is told', async () => {
  await setStock(7);
  const shopper = new Shopper();
  await shopper.add();
  const ordered = await shopper.readyToOrder();
  const answers = await Promise.all(Array.from({ length: 10 }, () => shopper.send('/checkout', order(ordered))));
  expect(answers.map(({ status }) => status)).toEqual(Array(10).fill(303));
  expect(new Set(answers.map(({ headers }) => headers.location)).size).toBe(1);
  expect(await stockOf()).toBe(6);
  await shopper.add();
  const [again, forged] = [
    await shopper.send('/checkout', order(ordered)),
    await shopper.send('/checkout', order({ ...ordered, attempt: '1' })),
  ];
  expect(again.headers.location).toBe(answers[0]?.headers.location);
  expect(forged.status).toBe(409);
  const old = await shopper.send('/checkout', order({ ...ordered, attempt: NO_ATTEMPT }));
  expect([old.status, old.text.includes('Something has changed since you saw this page.')]).toEqual([409, true]);
});

test('of two who buy the last three, the second is told and loses nothing', async () => {
  await setStock(3);
  const shoppers = [new Shopper(), new Shopper()];
  for (const shopper of shoppers) await shopper.add({ quantity: '2' });
  const ready = await Promise.all(shoppers.map((shopper) => shopper.readyToOrder()));
  const answers = await Promise.all(
    shoppers.map((shopper, i) => shopper.send('/checkout', order(ready[i] as Ordered))),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([303, 409]);
  const refused = answers.find(({ status }) => status === 409);
  expect(refused?.text).toContain('Only 1 of 1.8 m, Teal is left.');
  expect(refused?.text).toContain('value="Mara Quill"');
  expect(await stockOf()).toBe(1);
});

test('with script, the answer is the sections whose facts differ, and those of the form', async () => {
  await setStock(9);
  const shopper = new Shopper();
  const seen = factsOf(await shopper.visit(GANNET));
  const fields = { page: GANNET, 'back-to': 'p-buy', product: 'K-003', ...CHOICE, quantity: '2' };
  const added = await shopper.refresh('/cart', fields, seen);
  expect(Object.keys(added.changed).sort()).toEqual(['header~head-cart', 'p-buy']);
  expect(added.changed['p-buy']).toContain('In your cart: 2 × 1.8 m, Teal');
  const page = await shopper.visit(GANNET);
  expect(page.text).toContain(added.changed['header~head-cart'] ?? 'nothing');
  expect(factsOf(page)).toBe(added.facts);
  // Refused: the one that was used, and nothing else.
  const refused = await shopper.refresh('/cart', { ...fields, quantity: '0' }, added.facts);
  expect(Object.keys(refused.changed)).toEqual(['p-buy']);
  expect(refused.changed['p-buy']).toContain('must be a whole number');

  const checkout = await shopper.visit('/checkout');
  const other = await shopper.refresh(
    '/checkout',
    { page: '/checkout', do: 'update', 'a:country': 'DE', 'a:was.country': 'IE' },
    factsOf(checkout),
  );
  expect(Object.keys(other.changed).sort()).toEqual([
    'checkout-address',
    'checkout-buyer',
    'checkout-delivery',
    'checkout-order',
  ]);
  const chosen = await shopper.refresh(
    '/checkout',
    { page: '/checkout', do: 'update', 'a:delivery': 'post', 'a:was.delivery': '' },
    other.facts,
  );
  expect(Object.keys(chosen.changed).sort()).toEqual(['checkout-delivery', 'checkout-order', 'checkout-recap']);
  // Back where the post is not the only way: what was chosen still counts; a courier does not go to Germany.
  const courier = await shopper.refresh(
    '/checkout',
    { page: '/checkout', 'a:delivery': 'courier', 'a:country': 'IE', 'a:was.country': 'DE' },
    chosen.facts,
  );
  const gone = await shopper.refresh(
    '/checkout',
    {
      page: '/checkout',
      'a:delivery': 'courier',
      'a:was.delivery': 'courier',
      'a:country': 'DE',
      'a:was.country': 'IE',
    },
    courier.facts,
  );
  expect(gone.changed['checkout-delivery']).toContain(
    '“By courier, next day” does not go to Germany. Please choose another.',
  );
  const blocked = await shopper.send('/checkout', order(orderedOn(checkout), { delivery: 'courier' }));
  expect([blocked.status, blocked.text.includes('Please choose a delivery method.')]).toEqual([422, true]);

  // Forged or old versions cost a few bytes more, and nothing else.
  for (const odd of ['', 'x', `page=${'y'.repeat(5_000)}`, seen.replace(/cart=\S+/, 'cart=')])
    expect((await shopper.refresh('/cart', fields, odd)).reload ?? true).toBe(true);
});

test('what needs no choice is bought from its card, and said there; without script it is seen in the cart', async () => {
  const shopper = new AnyShopper(service, 'osierwick.localhost');
  const home = await shopper.visit('/');
  const [, form = ''] = /<form method="post" action="\/cart">(.*?)<\/form>/s.exec(home.text) ?? [];
  const sent = Object.fromEntries(
    [...form.matchAll(/name="([^"]+)" value="([^"]*)"/g)].map(([, name = '', value = '']) => [name, value]),
  );
  expect(sent).toMatchObject({ page: '/', product: expect.stringMatching(/^O-0/) as string, 'go-on': 'cart' });
  // Where there is a form, there is its script.
  expect(home.text).toContain('/forms.js');
  const section = String(sent['back-to']);
  const { changed } = await shopper.refresh('/cart', sent, factsOf(home));
  expect(changed[section]?.match(/<p class="card-said" role="status">It is in your cart\./g)).toHaveLength(1);
  const refused = await shopper.refresh('/cart', { ...sent, quantity: '99' }, factsOf(home));
  expect(refused.changed[section]).toMatch(/<p class="card-said" role="alert">[^<]{10}/);
  const plain = await shopper.send('/cart', sent);
  expect([plain.status, plain.headers.location]).toEqual([303, '/cart']);
  expect((await shopper.visit('/cart')).text).toContain('value="2"');
  // What came of it is said to nobody else.
  expect((await new AnyShopper(service, 'osierwick.localhost').visit('/')).text).not.toContain('card-said');
});

test('a shared section with a buy form stands four times on a page: each posts and refreshes by itself', async () => {
  const put = (document: string, id: string, place: object) =>
    ({ type: 'insert', document, kind: 'shared-section', id, place, values: { shared: 'offer' } }) as const;
  await service.edit({
    type: 'insert',
    document: 'template/product',
    kind: 'buy-form',
    id: 'offered',
    place: {},
    values: {},
  });
  await service.edit({ type: 'share', document: 'template/product', node: 'offered', name: 'Offer', code: 'offer' });
  await service.edit(
    put('template/product', 'twice', {}),
    put('template/product', 'inside', { in: 'p-columns', at: 'one' }),
    put('around/footer/standard', 'below', {}),
  );
  await service.call(routes.publish, { body: { note: 'Four' } });
  const shopper = new Shopper();
  const page = await shopper.visit(GANNET);
  const ids = [...page.text.matchAll(/ id="([^"]+)"/g)].map((found) => found[1] as string);
  expect(new Set(ids).size).toBe(ids.length);
  const paths = [...page.text.matchAll(/name="back-to" value="([^"]+)"/g)]
    .map((found) => found[1] as string)
    .filter((path) => !path.endsWith('foot-news'));
  expect(paths).toHaveLength(5);
  for (const path of paths) {
    const sent = { page: GANNET, 'back-to': path, product: 'K-003', ...CHOICE, quantity: '500' };
    const plain = await shopper.send('/cart', sent);
    const at = plain.text.indexOf('role="alert"');
    expect([plain.status, plain.text.match(/role="alert"/g)?.length]).toEqual([409, 1]);
    const frames = [...plain.text.slice(0, at).matchAll(/ id="s-([^":]+)"><div class="frame-in">/g)].map(
      (found) => found[1],
    );
    expect(frames.at(-1)).toBe(path);
    const { changed } = await shopper.refresh('/cart', sent, factsOf(page));
    expect([Object.keys(changed), changed[path]?.includes('value="500"')]).toEqual([[path], true]);
  }
  // From a section that is not there, what happened is still said.
  const lost = await shopper.send('/cart', {
    page: GANNET,
    'back-to': 'x~y',
    product: 'K-003',
    ...CHOICE,
    quantity: '0',
  });
  expect(lost.text).toMatch(/<main>\n<p class="form-refused" role="alert">The quantity must be/);
});

test('what no form sends is refused or passed over, and never breaks', async () => {
  const shopper = new Shopper();
  await shopper.add();
  const statuses = async (path: string, sent: readonly Readonly<Record<string, string>>[]) =>
    Promise.all(sent.map(async (fields) => (await shopper.send(path, fields)).status));
  expect(
    await statuses('/cart', [
      {},
      { product: 'gone' },
      { product: 'K-003' },
      { product: 'K-003', ...CHOICE, quantity: '1e3' },
      { product: '__proto__' },
    ]),
  ).toEqual([409, 409, 409, 409, 409]);
  expect(
    await statuses('/cart/line', [
      {},
      { product: 'K-003', variant: 'K-003-1', quantity: '-1' },
      { product: 'K-003', variant: 'gone', quantity: '1' },
    ]),
  ).toEqual([409, 409, 303]);
  expect(await statuses('/checkout', [{}, { do: 'order' }, { do: 'order', 'x:country': 'XX' }])).toEqual([
    303, 422, 422,
  ]);
  for (const page of [
    '/\t/evil.example/',
    '/\n/evil.example/',
    '//evil.example/',
    'https://evil.example/',
    '\\\\evil.example',
    '/item/gone',
    '/%zz',
  ])
    expect((await shopper.add({ page })).headers.location ?? '/').toMatch(/^\/(?![/\\])/);
  const foreign = await shopper.send('/checkout', { do: 'order' }, { origin: 'https://evil.example' });
  expect(foreign.status).toBe(403);
  expect((await new Shopper().send('/checkout', order({ attempt: NO_ATTEMPT, seen: '' }))).status).toBe(409);
});

test('delivery methods are set by those who run the store; shoppers see them at once', async () => {
  const set = (method: string, body: object) =>
    service.call(routes.setDeliveryMethod, { params: { method }, body: body as never });
  // Of two who add one at the same time, both are there afterwards.
  await Promise.all([
    set('boat', { name: 'By boat', prices: { IS: 1200 } }),
    set('sledge', { name: 'By sledge', prices: { GL: 4400 } }),
  ]);
  const shopper = new Shopper();
  await shopper.add();
  expect((await shopper.visit('/checkout')).text).toMatch(/>Greenland<\/option>.*>Iceland<\/option>/s);
  for (const [wrong, place] of [
    [{ name: 'X', prices: { Ireland: 1 } }, 'prices'],
    [{ name: 'X', prices: { IE: -1 } }, 'prices'],
    [{ name: '', prices: { IE: 1 } }, 'name'],
    [{ name: 'X', names: { Deutsch: 'X' }, prices: { IE: 1 } }, 'names'],
    [{ name: 'X', names: { de: '' }, prices: { IE: 1 } }, 'names'],
  ] as const)
    await expect(set('x', wrong)).rejects.toMatchObject({ code: 'bad-input', place });
  await expect(set('by%20boat', { name: 'X', prices: { IE: 1 } })).rejects.toMatchObject({ place: 'method' });
  // What is not said stays as it is.
  await set('boat', { name: 'By boat', names: { de: 'Per Boot' }, prices: { IS: 1200 } });
  const { methods } = await set('boat', { name: 'By ferry', prices: { IS: 1300, FO: 900 } });
  expect(methods.find(({ code }) => code === 'boat')).toEqual({
    code: 'boat',
    name: 'By ferry',
    names: { de: 'Per Boot' },
    prices: { FO: 900, IS: 1300 },
  });
  const remove = () => service.call(routes.removeDeliveryMethod, { params: { method: 'boat' } });
  expect((await remove()).methods.map(({ code }) => code)).not.toContain('boat');
  await expect(remove()).rejects.toMatchObject({ code: 'no-such-thing' });
});

test('the cart shows what was chosen by the picture of its variant, which the product page has too', async () => {
  const params = { product: 'K-003' };
  const { pictures } = await service.call(routes.getProduct, { params });
  const [first = '', second = ''] = pictures.map(({ hash }) => hash);
  const shopper = new Shopper();
  await shopper.add();
  const shown = async () =>
    /class="cart-picture"[^>]*><img[^>]*src="[^"]*?([0-9a-f]{64})/.exec((await shopper.visit('/cart')).text)?.[1];
  expect(await shown()).toBe(first);
  await service.call(routes.changeProduct, { params, body: { variants: [{ code: 'K-003-1', pictures: [second] }] } });
  expect(await shown()).toBe(second);
  // A picture that the product loses shows none of its variants any more.
  await service.call(routes.changeProduct, { params, body: { pictures: pictures.slice(0, 1) } });
  expect(await shown()).toBe(first);
  await service.call(routes.changeProduct, { params, body: { pictures } });
});
