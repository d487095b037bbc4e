import { routes } from '@parlour/contract';
import type { BrowserContext, Page } from 'playwright-core';
import { testService, type TestService } from '../service/tests/service.js';
import { complaints, openBrowser, soon } from './browser.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
  // The delivery methods stand in the second area too, and once more in the header of the checkout.
  await service.edit(
    {
      type: 'insert',
      document: 'template/checkout',
      kind: 'delivery-choice',
      id: 'beside-ways',
      place: { at: 'beside' },
      values: {},
    },
    { type: 'create', what: 'arrangement', region: 'header', copyOf: 'standard', name: 'Checkout', code: 'checkout' },
    {
      type: 'insert',
      document: 'around/header/checkout',
      kind: 'delivery-choice',
      id: 'above-methods',
      place: {},
      values: {},
    },
    { type: 'set', document: 'template/checkout', field: 'around.header', value: 'checkout', was: 'plain' },
  );
  await service.call(routes.publish, { body: { note: 'Delivery methods in three places' } });
});
afterAll(() => service?.stop());

const at = (path: string): string => `http://windrow.localhost:${service.port}${path}`;
const METHODS = ['s-checkout-delivery', 's-beside-ways', 's-header~above-methods'];
const waysIn = (page: Page): Promise<string[]> =>
  Promise.all(METHODS.map((id) => page.locator(`[id="${id}"] .methods`).innerText()));

async function withBrowser(javaScriptEnabled: boolean, work: (page: Page) => Promise<void>): Promise<void> {
  const browser: BrowserContext = await openBrowser({ javaScriptEnabled });
  try {
    await work(await browser.newPage());
  } finally {
    await browser.close();
  }
}

async function checkoutButton(page: Page): Promise<void> {
  await page.goto(at('/item/gannet-delta'));
  await page.getByRole('button', { name: 'Add to cart' }).click();
  await page.locator('.buy-done').waitFor();
  await page.locator('header').getByRole('link', { name: /^Cart/ }).click();
  await page.getByRole('link', { name: 'Checkout' }).click();
  await page.getByRole('heading', { name: 'Checkout', exact: true }).waitFor();
}

async function fill(page: Page): Promise<void> {
  for (const [label, value] of [
    ['Email address', 'mara@a.example'],
    ['Name', 'Mara Quill'],
    ['Street and number', 'Quay 3'],
    ['Postcode', '00317'],
    ['Town', 'Brakenau'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(value);
}

test('with script: another country changes ways and totals in every place at once, the focus stays, then the order', () =>
  withBrowser(true, async (page) => {
    const faults = complaints(page);
    await checkoutButton(page);
    await soon(async () => (await waysIn(page)).every((text) => text.includes('By courier'))).toBe(true);
    await page
      .locator('[id="s-header~above-methods"]')
      .getByLabel(/By courier/)
      .check();
    await page.locator('.k-your-order', { hasText: '€51.00' }).waitFor();
    // A choice made in one place is made in all of them.
    for (const id of METHODS)
      await soon(() =>
        page
          .locator(`[id="${id}"]`)
          .getByLabel(/By courier/)
          .isChecked(),
      ).toBe(true);
    await page.getByLabel('Name', { exact: true }).fill('Mara');
    const marked = await page.evaluate(() => ((document.body as unknown as { kept: boolean }).kept = true));
    await page.getByLabel('Country').focus();
    await page.getByLabel('Country').selectOption('DE');
    await page.locator('[id="s-header~above-methods"] .delivery-method-gone').waitFor();
    await soon(() =>
      page.evaluate(() => [document.activeElement?.id, (document.body as unknown as { kept: boolean }).kept]),
    ).toEqual(['s-checkout-address:country', marked]);
    await soon(async () =>
      (await waysIn(page)).every((text) => text.includes('€9.80') && !text.includes('By courier')),
    ).toBe(true);
    await soon(() => page.locator('.k-your-order .sums').innerText()).toMatch(/not chosen yet[^]*€42\.00/);
    await soon(() => page.getByLabel('Name', { exact: true }).inputValue()).toBe('Mara');
    await page.getByRole('button', { name: 'Place the order' }).click();
    await page.locator('[aria-invalid]').first().waitFor();
    await soon(() => page.evaluate(() => document.activeElement?.id)).toBe('s-checkout-buyer:email');
    await soon(() => page.locator('p[role=status].hidden-words').textContent()).toBe('Please check the marked fields.');
    await fill(page);
    await page
      .locator('[id="s-beside-ways"]')
      .getByLabel(/By post/)
      .check();
    await page.locator('.k-your-order', { hasText: '€51.80' }).waitFor();
    await page.getByRole('button', { name: 'Place the order' }).click();
    await page.getByRole('heading', { name: 'Thank you, Mara Quill' }).waitFor();
    await soon(() => page.locator('.k-order-lines').innerText()).toContain('€51.80');
    // Errors at fields are answered as such, which the browser notes.
    expect(faults.filter((fault) => !fault.includes('422'))).toEqual([]);
  }));

test('without script: the same, by forms that come back to the page', () =>
  withBrowser(false, async (page) => {
    await checkoutButton(page);
    await page.getByLabel('Country').selectOption('DE');
    await page.getByRole('button', { name: 'Update' }).first().click();
    await soon(async () =>
      (await waysIn(page)).every((text) => text.includes('€9.80') && !text.includes('By courier')),
    ).toBe(true);
    await fill(page);
    await page.getByRole('button', { name: 'Place the order' }).click();
    await page.getByText('Please choose a delivery method.').first().waitFor();
    await soon(() => page.getByLabel('Town').inputValue()).toBe('Brakenau');
    await page
      .locator('[id="s-beside-ways"]')
      .getByLabel(/By post/)
      .check();
    // Nothing has shown yet what it comes to with the delivery that was just chosen.
    await page.getByRole('button', { name: 'Place the order' }).click();
    await page.getByText(/the total is €51\.80 now\. Nothing was ordered\./).waitFor();
    await page.getByRole('button', { name: 'Place the order' }).click();
    await page.getByRole('heading', { name: 'Thank you, Mara Quill' }).waitFor();
  }));

test('a cart line is changed and taken out; the way to the checkout goes with the last one', () =>
  withBrowser(true, async (page) => {
    await page.goto(at('/item/gannet-delta'));
    await page.getByRole('button', { name: 'Add to cart' }).click();
    await page.locator('.badge-count', { hasText: '1' }).waitFor();
    await page.goto(at('/cart'));
    const quantity = page.getByLabel(/^Quantity: Gannet/);
    await quantity.fill('2');
    await quantity.press('Tab');
    await page.locator('.badge-count', { hasText: '2' }).waitFor();
    await soon(() => page.locator('.sums-total').innerText()).toContain('€84.00');
    await quantity.fill('99');
    await quantity.press('Tab');
    await page.locator('.form-refused').waitFor();
    await soon(() => quantity.inputValue()).toBe('99');
    await page.getByRole('button', { name: /^Remove: Gannet/ }).click();
    await page.getByText('Your cart is empty.').waitFor();
    await soon(() => page.getByRole('link', { name: 'Checkout' }).isVisible()).toBe(false);
    await page.goBack();
    await page.goForward();
    await page.getByText('Your cart is empty.').waitFor();
  }));

test('who goes back to a page that the browser has kept sees the cart of now', async () => {
  const browser = await openBrowser({ keepsPages: true });
  try {
    const page = await browser.newPage();
    await page.addInitScript(() => addEventListener('pageshow', ({ persisted }) => persisted && console.log('kept')));
    const kept = page.waitForEvent('console', (message) => message.text() === 'kept');
    await page.goto(at('/'));
    await soon(() => page.locator('.badge-count').count()).toBe(0);
    await page.goto(at('/item/gannet-delta'));
    await page.getByRole('button', { name: 'Add to cart' }).click();
    await page.locator('.badge-count', { hasText: '1' }).waitFor();
    await page.goBack({ waitUntil: 'commit' });
    await kept;
    await page.locator('.badge-count', { hasText: '1' }).waitFor();
  } finally {
    await browser.close();
  }
});

test('two who add for the first time at once, in two tabs, fill one cart', () =>
  withBrowser(true, async (page) => {
    const other = await page.context().newPage();
    const tabs = [page, other];
    let underWay = 0;
    let most = 0;
    // Each waits until both are on their way, or until the other clearly waits its turn: it knows the cart then.
    await page.context().route('**/cart', async (route) => {
      most = Math.max(most, ++underWay);
      for (const end = Date.now() + 500; most < 2 && Date.now() < end;) await new Promise((go) => setTimeout(go, 20));
      await route.continue();
      await route.request().response();
      underWay--;
    });
    await Promise.all(tabs.map((tab) => tab.goto(at('/item/gannet-delta'))));
    // Told to the button itself: a tab in the background takes its time over a mouse.
    await Promise.all(tabs.map((tab) => tab.getByRole('button', { name: 'Add to cart' }).dispatchEvent('click')));
    await Promise.all(tabs.map((tab) => tab.locator('.buy-done').waitFor()));
    expect(most).toBe(1);
    await page.goto(at('/cart'));
    await soon(() => page.getByLabel('Quantity').inputValue()).toBe('2');
  }));
