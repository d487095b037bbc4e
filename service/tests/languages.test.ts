import { randomUUID } from 'node:crypto';
import { Problem } from '@parlour/core';
import { createClient, routes } from '@parlour/contract';
import { order, orderedOn, Shopper } from './shopper.js';
import { eventually, send, testService, type Answer, type Sent, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const visit = (path: string, sent?: Sent): Promise<Answer> => send(service.port, 'osierwick.localhost', path, sent);
const hrefs = ({ text }: Answer): string[] =>
  [...text.matchAll(/<a[^>]* href="([^"]+)"/g)].map(([, to]) => to as string);

test('every page of a store is there in each of its languages, with links that stay in it', async () => {
  const [english, german] = [await visit('/'), await visit('/de')];
  expect([english.status, german.status]).toEqual([200, 200]);
  expect(english.text).toMatch(/<html lang="en">.*Light, and something to carry it in/s);
  expect(german.text).toMatch(/<html lang="de">.*Zum Inhalt.*Kerzen.*Warenkorb.*Licht, und etwas, worin man es trägt/s);
  expect(hrefs(german).filter((to) => !/^(\/de(\/|$)|#)/.test(to))).toEqual([]);
  for (const page of [english, german])
    for (const [language, path] of [
      ['en', '/'],
      ['de', '/de'],
    ])
      expect(page.text).toMatch(
        new RegExp(`<link rel="alternate" hreflang="${language}" href="http://osierwick\\.localhost:\\d+${path}">`),
      );
  expect(german.text).toMatch(/<link rel="canonical" href="[^"]*\/de">/);
  // Yen as people of each language read them.
  const product = hrefs(german).find((to) => to.startsWith('/de/item/')) as string;
  expect((await visit(product)).text).toMatch(/In den Warenkorb<\/button>/);
  expect((await visit(product.slice(3))).text).toMatch(/Add to cart<\/button>/);
  expect((await visit('/de/nowhere')).text).toContain('Seite nicht gefunden');
  expect((await visit('/de/cart')).text).toContain('Ihr Warenkorb ist leer.');
  expect([(await visit('/fr')).status, (await visit('/dev')).status, (await visit('/de-AT/')).status]).toEqual([
    404, 404, 404,
  ]);
  await eventually(async () => {
    expect((await visit('/de')).headers['cache-status']).toBe('parlour; hit');
    expect((await visit('/')).text).toBe(english.text);
  });
});

test('what a shopper does is answered in the language of the page', async () => {
  const product = hrefs(await visit('/de')).find((to) => to.startsWith('/de/item/')) as string;
  const page = await visit(product);
  const code = /name="product" value="([^"]+)"/.exec(page.text)?.[1] as string;
  const form = (fields: Record<string, string>): Sent => ({
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ page: product, 'back-to': 'product-buy', product: code, ...fields }).toString(),
  });
  const refused = await visit('/de/cart', form({ quantity: '0' }));
  expect([refused.status, refused.text.includes('Die Menge muss eine ganze Zahl von 1 bis 99 sein.')]).toEqual([
    409,
    true,
  ]);
  const added = await visit('/de/cart', form({ quantity: '1' }));
  expect(added.headers.location).toMatch(new RegExp(`^${product}#`));
  const cookie = added.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
  const checkout = await visit('/de/checkout', { headers: { cookie } });
  expect(checkout.text).toMatch(/<h1 class="page-title">Kasse<\/h1>.*>Japan<\/option>.*Zahlungspflichtig bestellen/s);
  expect(checkout.text).toContain('<form id="checkout" method="post" action="/de/checkout">');
});

/** The owner's calls on the second store. */
async function owner() {
  const { token } = await createClient({ origin: service.origin }).call(routes.createToken, {
    body: { email: 'owner@osierwick.example', password: 'kites-over-ternhythe', name: 'test' },
  });
  const client = createClient({ origin: service.origin, token });
  const params = { store: 'osierwick', design: 'live' };
  return {
    client,
    publish: () => client.call(routes.publish, { params, body: {} }),
    set: (document: string, field: string, value?: unknown) =>
      client.call(routes.edit, {
        params,
        body: { unit: randomUUID(), edits: [{ type: 'set', document, field, ...(value !== undefined && { value }) }] },
      }),
  };
}

test('a preview is shown in a language of the store; another one is refused', async () => {
  const { client } = await owner();
  const link = (page: string, language: string) =>
    client.call(routes.preview, { params: { store: 'osierwick', design: 'live' }, body: { page, language } });
  expect(new URL((await link('home', 'de')).url).pathname).toBe('/de');
  expect(new URL((await link('collection:candles', 'de')).url).pathname).toBe('/de/browse/candles');
  expect(new URL((await link('home', 'en')).url).pathname).toBe('/');
  await expect(link('home', 'fr')).rejects.toMatchObject({ code: 'bad-value', place: 'language' });
});

test('a store has words of its own, in each language; shoppers read them once they are published', async () => {
  const { set, publish, client } = await owner();
  const empty = async (path: string) => /class="cart-empty">([^<]*)/.exec((await visit(path)).text)?.[1];
  await set('words/de', 'words.cart-empty', 'Noch nichts im Korb.');
  await set('words/en', 'words.cart-empty', 'Nothing in your basket.');
  expect(await empty('/de/cart')).toBe('Ihr Warenkorb ist leer.');
  const { pages } = await client.call(routes.edit, {
    params: { store: 'osierwick', design: 'live' },
    body: {
      unit: randomUUID(),
      dryRun: true,
      edits: [{ type: 'set', document: 'words/de', field: 'words.skip', value: 'Hinab' }],
    },
  });
  expect(pages?.total).toBeGreaterThan(10);
  await publish();
  expect([await empty('/de/cart'), await empty('/cart')]).toEqual(['Noch nichts im Korb.', 'Nothing in your basket.']);
  await set('words/de', 'words.skip', 'Hinab zum Inhalt');
  await publish();
  expect((await visit('/de')).text).toContain('>Hinab zum Inhalt</a>');
  await expect(set('words/de', 'words.skp', 'x')).rejects.toMatchObject({ code: 'no-such-field' });
});

test('what the catalogue says in another language than the page says so; what the design says does not', async () => {
  const [german, english] = [await visit('/de'), await visit('/')];
  expect(german.text).toMatch(/<h3 class="card-title" lang="en">/);
  expect(english.text.match(/ lang="/g)).toHaveLength(1);
  expect(german.text).toMatch(/<h3 class="card-title" lang="en"><a href="\/de\/item\/reed-basket">Reed basket</);
  expect((await visit('/de/item/reed-basket')).text).toMatch(/<h1 class="intro-title" lang="en">/);
  expect((await visit('/item/reed-basket')).text.match(/ lang="/g)).toHaveLength(1);
});

test('what is sold is called as the language of the page calls it: in lists, on its page, in the cart and in the order', async () => {
  const { client } = await owner();
  const store = { store: 'osierwick' };
  const shelf = () => visit('/de/browse/candles');
  expect((await shelf()).text).toMatch(/<h1 class="page-title">Kerzen<.*<p class="page-lead">An windstillen Tagen/s);
  const body = {
    options: [{ name: 'Colour', values: ['Honey', 'Sage'] }],
    variants: ['Honey', 'Sage'].map((Colour, i) => ({
      code: `O-01-${i + 1}`,
      options: { Colour },
      price: 2400,
      stock: 5,
    })),
    texts: { de: { title: 'Ofenkerze', words: { Colour: 'Farbe', Honey: 'Honig' } } },
  };
  await client.call(routes.changeProduct, { params: { ...store, product: 'O-01' }, body });
  expect((await shelf()).text).toMatch(
    /<h2 class="card-title"><a href="\/de\/item\/hearth-candle">Ofenkerze<.*lang="en">Osierwick</s,
  );
  expect((await visit('/browse/candles')).text).toContain('>Hearth candle<');
  await client.call(routes.changeBrand, {
    params: { ...store, brand: 'osierwick' },
    body: { texts: { de: { title: 'Weidenwerk' } } },
  });
  expect((await shelf()).text).toContain('<div class="card-brand">Weidenwerk</div>');
  const page = (await visit('/de/item/hearth-candle')).text;
  expect(page).toMatch(
    /<h1 class="intro-title">Ofenkerze<.*<label for="[^"]*">Farbe<.*<option value="Honey">Honig<.*<option value="Sage" lang="en">Sage</s,
  );
  // What nobody has translated falls back, and says so.
  expect(page).toMatch(/<title>Ofenkerze/);
  expect((await visit('/de/search?words=ofenkerze')).text).toContain('href="/de/item/hearth-candle"');

  const shopper = new Shopper(service, 'osierwick.localhost');
  await shopper.send('/de/cart', { page: '/de/item/hearth-candle', product: 'O-01', 'option.Colour': 'Honey' });
  expect((await shopper.visit('/de/cart')).text).toMatch(
    /class="cart-title" href="\/de\/item\/hearth-candle">Ofenkerze<.*>Honig</s,
  );
  expect((await shopper.visit('/cart')).text).toMatch(/>Hearth candle<.*>Honey</s);
  const to = { country: 'JP', page: '/de/checkout' };
  await shopper.send('/de/checkout', { ...order({ attempt: '', seen: '' }, to), do: 'update' });
  const ordered = await shopper.send('/de/checkout', order(orderedOn(await shopper.visit('/de/checkout')), to));
  expect([ordered.status, ordered.headers.location]).toEqual([303, expect.stringContaining('/de/thank-you/')]);
  const { orders } = await client.call(routes.listOrders, { params: store });
  expect(orders[0]).toMatchObject({
    language: 'de',
    lines: [{ title: 'Ofenkerze', options: 'Honig', product: 'O-01' }],
  });
});

test('texts are refused in a language that the storefront does not speak; those that stay from before do no harm', async () => {
  const { client } = await owner();
  const params = { store: 'osierwick', product: 'O-02' };
  const change = (texts: object) => client.call(routes.changeProduct, { params, body: { texts: texts as never } });
  await expect(change({ fr: { title: 'Grande bougie' } })).rejects.toMatchObject({
    code: 'bad-value',
    place: 'texts.fr',
  });
  await expect(change({ DE: { title: 'x' } })).rejects.toMatchObject({ code: 'bad-input' });
  await expect(change({ de: { name: 'x' } })).rejects.toMatchObject({ code: 'bad-input' });
  await change({ de: { title: null, description: '' } });
  expect((await client.call(routes.getProduct, { params })).texts).toEqual({ de: { summary: expect.any(String) } });
  expect((await visit('/de/item/tall-candle')).text).toMatch(
    /<h1 class="intro-title" lang="en">Tall candle<.*<p class="intro-text">Für einen/s,
  );
});

test('no page is put where a further language is, nor a language where a page is', async () => {
  const { set, publish, client } = await owner();
  const params = { store: 'osierwick', design: 'live' };
  const create = (slug: string) =>
    client.call(routes.edit, {
      params,
      body: {
        unit: randomUUID(),
        edits: [{ type: 'create', what: 'content', name: 'About us', code: 'about-us', head: { slug } }],
      },
    });
  await expect(create('de')).rejects.toMatchObject({ code: 'bad-path', place: expect.stringMatching('slug') });
  await create('about-us');
  const content = 'content/about-us';
  await expect(set('paths', 'patterns.product', '/de/{slug}')).rejects.toMatchObject({ code: 'bad-path' });
  await client.call(routes.edit, {
    params,
    body: {
      unit: randomUUID(),
      edits: [{ type: 'set', document: content, field: 'slug', value: 'nl', was: 'about-us' }],
    },
  });
  await publish();
  const languages = (wanted: string[]) =>
    client.call(routes.setLanguages, { params: { store: 'osierwick' }, body: { languages: wanted } });
  await expect(languages(['de', 'nl'])).rejects.toMatchObject({ code: 'bad-path' });

  // A design that took the paths of a language before the store spoke it cannot go live.
  const copy = await client.call(routes.createDesign, { params, body: { name: 'Other paths' } });
  const ofCopy = { store: 'osierwick', design: copy.code };
  const edits = [{ type: 'set' as const, document: 'paths', field: 'patterns.brand', value: '/fr/{slug}' }];
  await client.call(routes.edit, { params: ofCopy, body: { unit: randomUUID(), edits } });
  await client.call(routes.publish, { params: ofCopy, body: {} });
  await languages(['de', 'fr']);
  await expect(client.call(routes.goLive, { params: ofCopy, body: {} })).rejects.toMatchObject({ code: 'bad-path' });

  // At once: a page is put live where a language comes to be, or the language comes, never both.
  await client.call(routes.edit, {
    params,
    body: {
      unit: randomUUID(),
      edits: [{ type: 'set', document: content, field: 'slug', value: 'it', was: 'nl' }],
    },
  });
  const both = await Promise.allSettled([publish(), languages(['de', 'it'])]);
  expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
  await languages(['de']);
});

test('delivery methods are called what they are in the language of the page', async () => {
  const product = hrefs(await visit('/de')).find((to) => to.startsWith('/de/item/')) as string;
  const code = /name="product" value="([^"]+)"/.exec((await visit(product)).text)?.[1] as string;
  const added = await visit('/de/cart', {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ page: product, product: code, quantity: '1' }).toString(),
  });
  const cookie = added.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
  const names = async (path: string) => (await visit(path, { headers: { cookie } })).text.match(/Air mail|Luftpost/g);
  expect([await names('/de/checkout'), await names('/checkout')]).toEqual([['Luftpost'], ['Air mail']]);
});

test('who runs the store says which languages it speaks', async () => {
  const { client } = await owner();
  const set = (languages: string[]) =>
    client.call(routes.setLanguages, { params: { store: 'osierwick' }, body: { languages } });
  await expect(set(['en'])).rejects.toMatchObject({ code: 'bad-value', place: 'languages' });
  await expect(set(['Deutsch!'])).rejects.toBeInstanceOf(Problem);
  expect((await set(['de', 'fr', 'de'])).languages).toEqual(['de', 'fr']);
  // Words that do not ship in a language are the English ones.
  expect((await visit('/fr/cart')).text).toMatch(/<html lang="fr">.*Your cart is empty\./s);
  await set([]);
  expect((await visit('/de')).status).toBe(404);
});
