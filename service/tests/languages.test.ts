import { randomUUID } from 'node:crypto';
import { Problem } from '@parlour/core';
import { createClient, routes } from '@parlour/contract';
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
  const product = hrefs(german).find((to) => to.startsWith('/de/item/')) as string;
  expect((await visit(product)).text).toMatch(/<h1 class="intro-title" lang="en">/);
  expect((await visit(product.slice(3))).text.match(/ lang="/g)).toHaveLength(1);
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
