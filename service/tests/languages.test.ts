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
  expect(german.text).toMatch(/<html lang="de">.*Zum Inhalt.*Warenkorb.*Kerzen.*Licht, und etwas, worin man es trägt/s);
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

test('who runs the store says which languages it speaks', async () => {
  const { token } = await createClient({ origin: service.origin }).call(routes.createToken, {
    body: { mail: 'owner@osierwick.example', password: 'kites-over-ternhythe', name: 'test' },
  });
  const client = createClient({ origin: service.origin, token });
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
