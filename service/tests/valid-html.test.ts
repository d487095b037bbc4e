/** What shoppers get is valid html (the HTML Living Standard, as html-validate reads it), in every state that pages have. */
import { HtmlValidate } from 'html-validate';
import { createClient, routes } from '@parlour/contract';
import { DEMO_SIGN_IN } from '@parlour/service';
import { testService, type Answer, type TestService } from './service.js';
import { MARA, order, Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const validator = new HtmlValidate({ extends: ['html-validate:standard'] });
const faultsIn = (page: string, { text }: Answer): string[] =>
  validator
    .validateStringSync(text)
    .results.flatMap(({ messages }) =>
      messages.map(({ ruleId, message, line }) => `${page}: ${ruleId}: ${message} (${line})`),
    );

test('the checker finds what is wrong', () => {
  const wrong =
    '<!doctype html><html lang="en"><head><title>x</title></head><body><input autocomplete="street-address"><p><div></div></p></body></html>';
  const found = faultsIn('x', { text: wrong } as Answer).join('\n');
  expect(found).toContain('valid-autocomplete');
  expect(found.split('\n').length).toBeGreaterThan(1);
});

test.each(['windrow', 'osierwick'])('%s: every page that there is', async (store) => {
  const { token } = await service.client.call(routes.createToken, {
    body: { ...DEMO_SIGN_IN, email: `owner@${store}.example`, name: 'html' },
  });
  const owner = createClient({ origin: service.origin, token });
  const { pages } = await owner.call(routes.listPages, { params: { store, design: 'live' }, query: { limit: 200 } });
  const faults: string[] = [];
  for (const { page, path } of pages)
    if (path.startsWith('/')) faults.push(...faultsIn(page, await service.send(`${store}.localhost`, path)));
  for (const path of ['/nowhere', '/search?words=kite', '/search?words=zzz', '/de'])
    faults.push(...faultsIn(path, await service.send(`${store}.localhost`, path)));
  expect(pages.length).toBeGreaterThan(10);
  expect(faults).toEqual([]);
});

test('cart and checkout with something in them, with errors, an order, a message and a sign-in that are wrong', async () => {
  const shopper = new Shopper(service);
  const faults: string[] = [];
  const look = (state: string, answer: Answer): void => {
    expect([state, answer.status, answer.text.includes('</html>')]).toEqual([
      state,
      expect.not.stringMatching(/^3/),
      true,
    ]);
    faults.push(...faultsIn(state, answer));
  };
  await shopper.add();
  look('cart', await shopper.visit('/cart'));
  look('checkout', await shopper.visit('/checkout'));
  await shopper.send('/checkout', { do: 'update', 'x:email': 'nobody', 'x:country': MARA.country });
  look('checkout, told half', await shopper.visit('/checkout'));
  look(
    'checkout, nothing told',
    await shopper.send('/checkout', { do: 'order', ...(await shopper.readyToOrder({ street: '' })), 'x:street': '' }),
  );
  const placed = await shopper.send('/checkout', order(await shopper.readyToOrder()));
  look('thank-you', await shopper.visit(String(placed.headers['location'] ?? '')));
  expect(placed.headers['location']).toMatch(/^\/thank-you\//);
  look(
    'message, wrong',
    await shopper.send('/message', { page: '/contact', 'back-to': 'visit-form', email: 'nobody' }),
  );
  look(
    'sign-in, wrong',
    await shopper.send('/sign-in', { page: '/sign-in', 'back-to': 'sign-in-form', email: 'nobody' }),
  );
  look('account', await shopper.visit('/account'));
  expect(faults).toEqual([]);
});
