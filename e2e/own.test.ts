/** What belongs to one page, made where it is seen: a value, a section, lists that each page has of its own. */
import { routes } from '@parlour/contract';
import { pick, soon } from './browser.js';
import { faults, frame, go, openConsole, page, service } from './console-page.js';

openConsole();

const ownOf = async (code: string) => (await service.call(routes.why, { params: { page: code } })).own;

test('a value is set for the open page alone, counted, and taken back', async () => {
  await go('/workbench/product%3AK-003?section=p-more');
  const title = page.getByLabel('Title', { exact: true });
  await page.getByText('On 10 pages').first().waitFor();
  await page.getByRole('button', { name: 'Title: for this page alone' }).click();
  await page.getByRole('button', { name: 'Title: as on other pages again' }).waitFor();
  await title.fill('Goes with the Gannet');
  await frame().getByRole('heading', { name: 'Goes with the Gannet' }).waitFor();
  await soon(() => ownOf('product:K-003')).toEqual([
    expect.objectContaining({ section: 'p-more', fields: ['values.title'], isShown: true }),
  ]);

  await go('/workbench/product%3AK-004?section=p-more');
  await frame().getByRole('heading', { name: 'Flies well with' }).waitFor();
  await page.getByText('On 9 pages').first().waitFor();

  await go('/workbench/product%3AK-003?section=p-more');
  await page.getByRole('button', { name: 'Title: as on other pages again' }).click();
  await frame().getByRole('heading', { name: 'Flies well with' }).waitFor();
  await soon(() => ownOf('product:K-003')).toEqual([]);
});

test('a section is put onto the open page alone; another template, and a copy of it, are one choice away', async () => {
  await go('/workbench/product%3AK-003?section=p-price');
  await page.getByRole('button', { name: 'Add a section' }).click();
  await page.getByLabel('For this page alone', { exact: true }).check();
  await page.getByRole('button', { name: /^Heading/ }).click();
  await page.getByText('In the addition “Heading on Gannet Delta”').waitFor();
  await frame().locator('.k-price + .k-heading').waitFor();
  await go('/workbench/product%3AK-004');
  await frame().locator('.k-price').first().waitFor();
  await soon(() => frame().locator('.k-price + .k-heading').count()).toBe(0);

  await page.getByTitle('Another template for this page').click();
  await page.getByText('A copy of this one').click();
  await page
    .getByText(/^Product for /)
    .first()
    .waitFor();
  const { template } = await service.call(routes.why, { params: { page: 'product:K-004' } });
  expect(template).toMatchObject({ reason: 'page', name: expect.stringMatching(/^Product for /) as string });
  await page.getByTitle('Another template for this page').click();
  await page.getByText('Product, words first').click();
  await soon(async () => (await service.call(routes.why, { params: { page: 'product:K-004' } })).template?.name).toBe(
    'Product, words first',
  );
});

test('pages of one template have their own questions, written beside their text; one without shows shoppers nothing', async () => {
  await service.edit(
    { type: 'create', what: 'content', name: 'Repairs', code: 'repairs' },
    { type: 'assign', pages: ['content:repairs'], template: 'questions' },
  );
  await go('/content/repairs');
  await frame().getByText('What do people ask?').waitFor();
  await page.getByText('Nothing yet. Previews show an example').waitFor();
  await page.getByRole('button', { name: 'Add part' }).click();
  await page.getByLabel('Title', { exact: true }).last().fill('Can a spar be replaced?');
  await frame().getByText('Can a spar be replaced?').waitFor();
  await soon(() => frame().getByText('What do people ask?').count()).toBe(0);

  await go('/content/questions');
  await frame().getByText('Which kite for a child of six?').waitFor();
  await soon(() => frame().getByText('Can a spar be replaced?').count()).toBe(0);

  // A template says of any list or text that each page has its own.
  await go('/workbench/content%3Aquestions?section=questions-form');
  await page.getByRole('button', { name: 'Title: each page has its own' }).click();
  await page.getByText('An example; each page has its own').first().waitFor();
  await go('/content/repairs');
  await page.getByLabel('Message form: Title', { exact: true }).fill('Another repair?');
  await frame().getByRole('heading', { name: 'Another repair?' }).waitFor();
});

test('a picture is put into a text with a button, and set again by a click on it', async () => {
  await go('/content/about');
  await page.locator('.prose-input .ProseMirror p').first().click();
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Picture', exact: true }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Choose', exact: true }).click();
  await page.locator('.choices button').nth(1).click();
  await page.getByLabel('What the picture shows').fill('A reel on the table');
  await page.getByLabel('Line under it').fill('The first of many');
  await dialog.getByRole('button', { name: 'Add', exact: true }).click();
  await frame().locator('figure.text-picture-full img[alt="A reel on the table"]').waitFor();
  await frame().getByText('The first of many').waitFor();
  await page.locator('.prose-input .text-picture').click();
  await page.getByRole('combobox', { name: 'Width' }).press('Enter');
  await pick(page.getByRole('option', { name: 'A third' }));
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await frame().locator('figure.text-picture-third').waitFor();
});

test('a template is tried on pages of one’s choice before any of them uses it; nothing is assigned by that', async () => {
  await service.edit({ type: 'create', what: 'template', name: 'Trial', code: 'trial', copyOf: 'product' });
  await service.edit({
    type: 'insert',
    document: 'template/trial',
    kind: 'heading',
    place: {},
    values: { text: 'On trial' },
  });
  await go('/templates');
  await page.getByRole('button', { name: 'Open Trial' }).click();
  await frame().getByRole('heading', { name: 'On trial' }).waitFor();
  const search = page.getByLabel('Open another page').first();
  await search.fill('Duskmoth');
  await pick(page.getByRole('option', { name: /Duskmoth/ }));
  await page.waitForURL(/template=trial/);
  await frame().getByRole('heading', { name: 'On trial' }).waitFor();
  await frame().getByRole('heading', { name: 'Duskmoth', level: 1 }).waitFor();
  const { templates } = await service.call(routes.listTemplates);
  expect(templates.find(({ code }) => code === 'trial')?.pages).toBe(0);
});

test('a cart without the way to the checkout is not published; one action mends it', async () => {
  await go('/workbench/cart?section=checkout-button');
  await page.getByRole('button', { name: 'Remove' }).click();
  const lacking = 'The template “Cart”, which the cart page uses, does not show the way to the checkout.';
  await page.getByText(lacking).waitFor();
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByText('Shoppers could not use what would go live:').waitFor();
  await page.getByRole('button', { name: 'Publish now' }).click();
  await page.locator('[role=status]', { hasText: lacking }).first().waitFor();
  // What a browser says of a refused request is no fault.
  faults.length = 0;
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByLabel('Plan of the page').getByRole('button', { name: 'Add “Checkout button”' }).click();
  await page.getByText(lacking).first().waitFor({ state: 'detached' });
  await go('/findings');
  await page.getByText('Nothing is found.').waitFor();
});
