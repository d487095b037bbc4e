/** The catalogue in the console alone: made, seen in the storefront, bought, changed by two at once, and taken away again. */
import { routes } from '@parlour/contract';
import { soon } from './browser.js';
import { consoleAt, openConsole, page, service } from './console-page.js';

// A change of what is another by now is answered with 412 as it should, which the browser mentions.
openConsole({ expected: /412/ });

const named = (label: string) => page.getByLabel(label, { exact: true });
const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
const product = () => service.call(routes.getProduct, { params: { product: 'fulmar' } });
const seen = async (path: string): Promise<string> => (await service.visit(path)).text;

test('a brand, a product with options and a picture, and a collection, from nothing to the cart of a shopper', async () => {
  await page.goto(consoleAt('/brands'));
  await press('New brand');
  await named('Title').fill('Quarrel & Daughter');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await page.getByRole('heading', { name: 'Quarrel & Daughter' }).waitFor();

  await page.getByRole('navigation', { name: 'Console' }).getByRole('link', { name: 'Products' }).click();
  await page.getByRole('link', { name: 'New product' }).click();
  await named('Title').fill('Fulmar');
  await press('It comes in several (colours, sizes)');
  await named('Option').fill('Colour');
  await named('Values, with commas between').fill('Moss, Sand, Ink');
  await named('Price for all').fill('62,5');
  await named('Stock for all').fill('8');
  await press('Set for all');
  await named('Price of Ink').fill('');
  await named('Price before of Moss').fill('70.999');
  await press('Create');
  await page.getByText('Write it like 24.50.').waitFor();
  await soon(() => named('Price before of Moss').evaluate((field) => field === document.activeElement)).toBe(true);
  await named('Price before of Moss').fill('75');
  await press('Picture: choose');
  await page.locator('.choice').first().click();
  await named('What the picture shows').fill('A kite over the dunes');
  await page.locator('.v-select', { hasText: 'Brand' }).click();
  await page.getByRole('option', { name: 'Quarrel & Daughter' }).click();
  await press('Create');
  await page.waitForURL(/\/products\/fulmar$/);
  // What is saved is what is shown: nothing waits.
  await page.getByText('Saved. Shoppers see it now.').waitFor();
  await soon(() => page.getByRole('button', { name: 'Save' }).isEnabled()).toBe(false);
  await page.frameLocator('iframe').getByRole('heading', { name: 'Fulmar' }).waitFor();
  expect(await product()).toMatchObject({
    options: [{ name: 'Colour', values: ['Moss', 'Sand', 'Ink'] }],
    pictures: [{ alt: 'A kite over the dunes' }],
    variants: [
      { code: 'fulmar-1', options: { Colour: 'Moss' }, price: 6250, wasPrice: 7500, stock: 8 },
      { code: 'fulmar-2', options: { Colour: 'Sand' }, price: 6250, wasPrice: null, stock: 8 },
    ],
  });

  await page.goto(consoleAt('/collections'));
  await press('New collection');
  await named('Title').fill('For a storm');
  await page.getByRole('dialog').getByRole('button', { name: 'Create' }).click();
  await page.waitForURL(/\/collections\/for-a-storm$/);
  await named('Find products to add').fill('fulmar');
  await press('Add Fulmar');
  await named('Find products to add').fill('lantern');
  await press('Add Lantern Box');
  await press('Move Lantern Box up');
  await soon(async () => {
    const listed = await seen('/browse/for-a-storm');
    return /\/item\/lantern-box.*\/item\/fulmar/s.test(listed);
  }).toBe(true);

  const shop = await page.context().newPage();
  await shop.goto(`${service.origin.replace('127.0.0.1', 'windrow.localhost')}/item/fulmar`);
  await shop.getByText('Quarrel & Daughter').first().waitFor();
  await shop.getByRole('button', { name: 'Add to cart' }).click();
  await shop.getByText('In your cart: 1 × Moss').first().waitFor();
  await shop.close();
});

test('two change one product: each gets theirs where they differ; of the same thing the second is told, and loses nothing', async () => {
  await page.goto(consoleAt('/products/fulmar'));
  await named('Summary').fill('Calm where others are not.');
  await service.call(routes.changeProduct, {
    params: { product: 'fulmar' },
    body: { category: 'storm', variants: [{ code: 'fulmar-2', stock: 2 }] },
  });
  await press('Save');
  await page.getByText('Saved. Shoppers see it now.').waitFor();
  expect(await product()).toMatchObject({
    ...{ summary: 'Calm where others are not.', category: 'storm' },
    variants: [{ stock: 8 }, { stock: 2 }],
  });
  await page.locator('.v-select', { hasText: 'Who sees it' }).click();
  await page.getByRole('option', { name: /^Draft/ }).click();
  await press('Save');
  await page.getByText('Saved. Shoppers do not see it.').waitFor();
  expect((await service.visit('/item/fulmar')).status).toBe(404);
  await page.frameLocator('iframe').getByRole('heading', { name: 'Fulmar' }).waitFor();
  await service.call(routes.changeProduct, { params: { product: 'fulmar' }, body: { status: 'for-sale' } });
  await page.reload();
  await named('Title').fill('Fulmar III');
  await service.call(routes.changeProduct, { params: { product: 'fulmar' }, body: { title: 'Fulmar II' } });
  await press('Save');
  await page.getByText('Somebody else has changed title of this product meanwhile.').waitFor();
  expect([(await product()).title, await named('Title').inputValue()]).toEqual(['Fulmar II', 'Fulmar III']);
  // Who leaves is asked first.
  page.once('dialog', (dialog) => void dialog.dismiss());
  await page.getByRole('link', { name: 'All products' }).click();
  expect(page.url()).toMatch(/\/products\/fulmar$/);
  page.once('dialog', (dialog) => void dialog.accept());
  await page.getByRole('link', { name: 'All products' }).click();
  await page.getByRole('heading', { name: 'Products', level: 1 }).waitFor();
});

test('products are found; what is deleted is asked about first', async () => {
  await page.goto(consoleAt('/products?search=fulmar'));
  await page.getByRole('row', { name: /Fulmar II .*Quarrel & Daughter.*€62\.50.*10.*2/ }).waitFor();
  await page.goto(consoleAt('/products?search=nothing-of-the-kind'));
  await page.getByText('No product matches.').waitFor();
  await page.goto(consoleAt('/products/fulmar'));
  await press('Delete');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await page.getByText('Deleted.').waitFor();
  expect((await service.visit('/item/fulmar')).status).toBe(404);
  expect(await seen('/browse/for-a-storm')).not.toContain('/item/fulmar');
});
