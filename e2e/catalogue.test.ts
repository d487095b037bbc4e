/** The catalogue in the console alone: made, seen in the storefront, bought, changed by two at once, and taken away again. */
import sharp from 'sharp';
import { routes } from '@parlour/contract';
import { sure } from '@parlour/core';
import { buyOne } from '../service/tests/shopper.js';
import { pick, soon } from './browser.js';
import { go, openConsole, page, service } from './console-page.js';

// What is refused is answered with 400, and a change of what is another by now with 412, which the browser mentions.
openConsole({ expected: /400|412/ });

const named = (label: string) => page.getByLabel(label, { exact: true });
const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
const product = () => service.call(routes.getProduct, { params: { product: 'fulmar' } });
const seen = async (path: string): Promise<string> => (await service.visit(path)).text;

test('a brand, a product with options and a picture, and a collection, from nothing to the cart of a shopper', async () => {
  await go('/brands');
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
  // Its page is there before it is saved, for nobody else.
  await page.frameLocator('iframe').getByRole('heading', { name: 'Fulmar' }).waitFor();
  await page
    .frameLocator('iframe')
    .getByLabel('Colour')
    .locator('option', { hasText: 'Sand' })
    .waitFor({ state: 'attached' });
  expect((await service.visit('/item/fulmar')).status).toBe(404);
  await press('Picture: choose');
  await page.locator('.choice').first().click();
  await named('What the picture shows').fill('A kite over the dunes');
  await page.locator('.v-select', { hasText: 'Brand' }).click();
  await pick(page.getByRole('option', { name: 'Quarrel & Daughter' }));
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

  await go('/collections');
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
  await go('/products/fulmar');
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
  // What was saved is taken back, but for what somebody has changed since.
  await press('Undo');
  await page.getByText('Undone.').waitFor();
  await soon(() => named('Summary').inputValue()).toBe('');
  await named('Summary').fill('Calm again.');
  await press('Save');
  await page.getByText('Saved. Shoppers see it now.').waitFor();
  await service.call(routes.changeProduct, { params: { product: 'fulmar' }, body: { summary: 'Calm at sea.' } });
  await press('Undo');
  await page.getByText('Somebody else has changed summary of this product meanwhile.').waitFor();
  expect((await product()).summary).toBe('Calm at sea.');
  await page.reload();
  await page.locator('.v-select', { hasText: 'Who sees it' }).click();
  await pick(page.getByRole('option', { name: /^Draft/ }));
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

test('a product is begun as a copy of another, which stays as it is', async () => {
  await go('/products/K-004');
  await page.getByRole('link', { name: 'Copy as a new product' }).click();
  await soon(() => named('Title').inputValue()).toBe('Ripple 150, copy');
  await page.frameLocator('iframe').getByRole('heading', { name: 'Ripple 150, copy' }).waitFor();
  await named('Title').fill('Ripple 165');
  await press('Move picture 2 up');
  // A file that is dropped comes last.
  const red = { create: { width: 40, height: 30, channels: 3, background: '#a33b2a' } } as const;
  const bytes = [...(await sharp(red).png().toBuffer())];
  const dataTransfer = await page.evaluateHandle((some) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(some)], 'dropped.png', { type: 'image/png' }));
    return transfer;
  }, bytes);
  await page.dispatchEvent('.pictures', 'drop', { dataTransfer });
  await page.getByText('1 picture added. Say what they show, then save.').waitFor();
  await press('Create');
  await page.waitForURL(/\/products\/ripple-165$/);
  const [copy, first] = await Promise.all(
    ['ripple-165', 'K-004'].map((code) => service.call(routes.getProduct, { params: { product: code } })),
  );
  const { variants = [], pictures = [], options } = copy ?? {};
  const [one, two, ...rest] = pictures;
  expect(variants.map(({ code, price, stock }) => [code, price, stock])).toEqual([
    ['ripple-165-1', 7900, 11],
    ['ripple-165-2', 7900, 11],
  ]);
  expect([first?.title, first?.pictures, first?.options]).toEqual([
    'Ripple 150',
    [two, one, ...rest.slice(0, -1)],
    options,
  ]);
  await go('/products');
  await service.call(routes.deleteProduct, { params: { product: 'ripple-165' } });
});

test('products are found; what is deleted is asked about first', async () => {
  await go('/products?search=fulmar');
  await page.getByRole('row', { name: /Fulmar II .*Quarrel & Daughter.*€62\.50.*10.*2/ }).waitFor();
  await go('/products?search=nothing-of-the-kind');
  await page.getByText('No product matches.').waitFor();
  await go('/products?sort=-price&to=34,5');
  const shown = () => page.locator('tbody .title').allTextContents();
  await soon(async () => (await shown())[0]).toBe('Capstan reel');
  await page.getByRole('button', { name: '€34.00: change the price of Capstan reel' }).click();
  await page.keyboard.insertText('12,345');
  await page.keyboard.press('Enter');
  await page.getByText('Write it like 24.50.').waitFor();
  await named('Price of Capstan reel').fill('12,50');
  await named('Price of Capstan reel').press('Enter');
  await page.getByText('Capstan reel: saved. Shoppers see it now.').waitFor();
  await soon(async () => (await shown())[0] !== 'Capstan reel').toBe(true);
  expect(await seen('/item/capstan-reel')).toContain('€12.50');
  await press('Undo');
  await soon(async () => (await shown())[0]).toBe('Capstan reel');
  for (const title of ['Capstan reel', 'First Kite kit']) await page.getByLabel(`Select ${title}`).check();
  await page.locator('.bulk .v-select', { hasText: 'Set the status' }).click();
  await pick(page.getByRole('option', { name: 'Withdrawn' }));
  await page.getByText('2 products changed. Shoppers see it now.').waitFor();
  expect((await service.visit('/item/capstan-reel')).status).toBe(404);
  await press('Undo');
  await soon(async () => (await service.visit('/item/capstan-reel')).status).toBe(200);
  // A stock is asked about first, and not set over what was sold meanwhile.
  const reel = async () => sure((await service.call(routes.getProduct, { params: { product: 'K-009' } })).variants[0]);
  const stockOf = async () => (await reel()).stock;
  const setStock = async (stock: string) => {
    await page.getByRole('button', { name: /: change the stock of Capstan reel$/ }).click();
    await named('Stock of Capstan reel').fill(stock);
    await named('Stock of Capstan reel').press('Enter');
    await page.getByRole('dialog').getByRole('button', { name: 'Set', exact: true }).click();
  };
  await setStock('3');
  await page.getByText('Capstan reel: saved. Shoppers see it now.').waitFor();
  await soon(stockOf).toBe(3);
  await page.getByRole('button', { name: '3: change the stock of Capstan reel' }).click();
  await named('Stock of Capstan reel').fill('9');
  await named('Stock of Capstan reel').press('Enter');
  const variants = [{ code: (await reel()).code, stock: 2 }];
  await service.call(routes.changeProduct, { params: { product: 'K-009' }, body: { variants } });
  await page.getByRole('dialog').getByRole('button', { name: 'Set', exact: true }).click();
  await page.getByText('The stock is 2 by now.').waitFor();
  expect(await stockOf()).toBe(2);
  await go('/products/fulmar');
  await named('Stock of Moss').fill('6');
  await press('Save');
  await page.getByRole('dialog').getByText('Moss: 8 becomes 6').waitFor();
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await soon(async () => (await product()).variants[0]?.stock).toBe(6);
  await page.getByRole('dialog').waitFor({ state: 'hidden' });
  await named('Path').fill('Fulmar II');
  await press('Save');
  await page.getByText('Use lower-case letters, digits and single “-” between them.').waitFor();
  await named('Path').fill('fulmar-two');
  await press('Save');
  await page.getByText('Saved. Shoppers see it now.').waitFor();
  expect((await service.visit('/item/fulmar')).headers.location).toBe('/item/fulmar-two');
  await press('Delete');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await page.getByText('Deleted.').waitFor();
  expect((await service.visit('/item/fulmar-two')).status).toBe(404);
  expect(await seen('/browse/for-a-storm')).not.toContain('/item/fulmar');
});

test('a collection is filled by a rule that is counted while it is written, and by hand again', async () => {
  await service.call(routes.createCollection, { body: { code: 'small', title: 'Small presents', members: ['K-001'] } });
  await go('/collections/small');
  await page.getByLabel('All that a rule matches, now and later').click();
  await named('Rule').fill('price < 25 and collection is "C-1"');
  await page.getByText('A rule that fills a collection cannot use “collection”.').waitFor();
  await named('Rule').fill('price < 25 and stock > 0');
  await page.getByText(/Matches 3 products now: .*Braided line/).waitFor();
  await press('Save');
  await page.getByText('Saved. Shoppers see it now.').waitFor();
  const members = () => page.locator('[data-member]').evaluateAll((all) => all.map((one) => one.dataset['member']));
  await soon(members).toEqual(['K-007', 'K-010', 'K-011']);
  await press('Undo');
  await soon(members).toEqual(['K-001']);
  await page.getByLabel('All that a rule matches, now and later').click();
  await named('Rule').fill('price < 25 and stock > 0');
  await page.getByText(/Matches 3 products now/).waitFor();
  await press('Save');
  await soon(members).toEqual(['K-007', 'K-010', 'K-011']);
  await soon(() => page.getByRole('button', { name: /^Take/ }).count()).toBe(0);
  expect(await seen('/browse/small-presents')).toContain('/item/');
  await page.getByLabel('Chosen by hand').click();
  await press('Save');
  await page.getByRole('button', { name: 'Move Braided line, 50 m up' }).waitFor();
  await page.locator('[data-member="K-011"] .handle').dragTo(page.locator('[data-member="K-007"]'), {
    targetPosition: { x: 100, y: 3 },
  });
  await soon(members).toEqual(['K-011', 'K-007', 'K-010']);
  await press('Undo');
  await soon(members).toEqual(['K-007', 'K-010', 'K-011']);
  await press('Move Ribbon tail, 6 m up');
  await press('Move Ribbon tail, 6 m up');
  await soon(members).toEqual(['K-011', 'K-007', 'K-010']);
  await page.locator('[data-member="K-011"] .name').focus();
  await page.keyboard.press('Alt+ArrowDown');
  await soon(members).toEqual(['K-007', 'K-011', 'K-010']);
  await soon(() => page.locator('[data-member="K-011"] .name').evaluate((one) => one === document.activeElement)).toBe(
    true,
  );
});

test('a file of other columns is tried, mended and taken in; the catalogue is saved as one', async () => {
  const choose = (text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'kites.csv', mimeType: 'text/csv', buffer: Buffer.from(text.replaceAll('|', '\n')) });
  await go('/files');
  await choose('SKU,Name,Colour,Price,Foo|P-1,Plover,Moss,"12,50",x|,,Sand,13,|P-2,Pipit,,nine,');
  await page.getByText('Say what its columns are').waitFor();
  await press('Try it');
  await page.getByText('2 products are wrong, so nothing would be changed.').waitFor();
  await page.getByRole('row', { name: /2 price 12,50 It is not a price in EUR/ }).waitFor();
  await choose('SKU,Name,Colour,Price,Foo|P-1,Plover,Moss,12.50,grey|,,Sand,13,|P-2,Pipit,,nine,');
  await page.getByText(/2 products are wrong/).waitFor({ state: 'detached' });
  await page.locator('.v-select', { hasText: 'What “Foo” is' }).click();
  await pick(page.getByRole('option', { name: 'attribute.foo' }));
  await page.getByLabel('Take in what is right and leave out the rest').click();
  await press('Import');
  await page.getByText('1 product created, 0 changed, 0 as they were, 1 left out.').waitFor();
  expect(await service.call(routes.getProduct, { params: { product: 'P-1' } })).toMatchObject({
    attributes: { foo: 'grey' },
    variants: [{ options: { Colour: 'Moss' }, price: 1250 }, { price: 1300 }],
  });
  expect(await seen('/item/plover')).toContain('€12.50');
  await page
    .getByRole('cell', { name: /kites\.csv/ })
    .first()
    .waitFor();
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save as CSV' }).click();
  const file = await (await saved).createReadStream().then((stream) => stream.toArray());
  expect(Buffer.concat(file).toString()).toMatch(/^product,title,[^]*\r\nP-1,Plover/);
});

test('an order is found, noted as paid and refunded in part, and stays as it was placed', async () => {
  await buyOne(service);
  await go('/orders?search=quill');
  await page.getByRole('row', { name: /Mara Quill.*placed.*1.*€51\.80/ }).waitFor();
  await page.getByRole('link', { name: 'Order 1', exact: true }).click();
  await page.getByText('Placed', { exact: false }).first().waitFor();
  await press('Note as paid');
  await page.getByRole('dialog').getByLabel('Note').fill('Seen on the account');
  await page.getByRole('dialog').getByRole('button', { name: 'Note as paid' }).click();
  await page.getByText('Noted as paid.').waitFor();
  await page.getByText('Seen on the account').waitFor();
  await press('Note a refund');
  const dialog = page.getByRole('dialog');
  await soon(() => dialog.getByLabel('Amount').inputValue()).toBe('51.80');
  await dialog.getByLabel('Amount').fill('60');
  await dialog.getByLabel('Amount').press('Enter');
  // It has failed now and then: what the page says instead is then told.
  await soon(() => page.locator('body').innerText()).toContain('Of this order €0.01 to €51.80 can be refunded.');
  await dialog.getByLabel('Amount').fill('4.50');
  await dialog.getByLabel('Amount').press('Enter');
  await page.getByText('Refunded €4.50').waitFor();
  await page.getByRole('heading', { name: 'Order 1 paid' }).waitFor();
});

test('a review that waits is shown, hidden again, and deleted for good once somebody has said so', async () => {
  await go('/reviews?state=waiting');
  await page.getByRole('heading', { name: 'A question rather than a review' }).waitFor();
  await press('Show “A question rather than a review”');
  await page.getByText('No review is like that.').waitFor();
  await press('Undo');
  await page.getByRole('heading', { name: 'A question rather than a review' }).waitFor();
  await press('Delete “A question rather than a review”');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await page.getByText('No review is like that.').waitFor();
  await go('/reviews?product=K-003');
  await soon(() => page.locator('.says h2').allTextContents()).toEqual([
    'Steht wie angenagelt',
    'Pulls like a dog that has seen the sea',
    'Steady',
    'Too much for my daughter',
  ]);
});
