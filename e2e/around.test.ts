/** What stands around pages, and the rules that give them their templates, set in the console. */
import { routes } from '@parlour/contract';
import { pick } from './browser.js';
import { go, openConsole, page, service } from './console-page.js';

openConsole();

test('another header for the cart alone: copied, chosen, changed; why says so', async () => {
  await go('/regions');
  const header = page.locator('.place', { has: page.getByRole('heading', { name: 'Header' }) });
  await header.getByRole('button', { name: 'Copy Standard' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Plain header');
  await page.getByRole('dialog').getByRole('button', { name: 'Copy' }).click();
  await header.getByText('Plain header').waitFor();
  await page.getByLabel('Header of Cart').press('Enter');
  await pick(page.getByRole('option', { name: 'Plain header' }));
  await page.getByText('Pages of the template “Cart” have the header “Plain header”.').waitFor();
  await header.locator('.one', { hasText: 'Plain header' }).getByText('on 1 page').waitFor();
  const { sentences } = await service.call(routes.why, { params: { page: 'cart' } });
  expect(sentences.join(' ')).toContain('Plain header');
  // It is changed where it shows.
  await header.getByRole('button', { name: 'Edit Plain header' }).click();
  await page
    .getByRole('textbox', { name: 'Open another page' })
    .or(page.getByLabel('Open another page'))
    .first()
    .waitFor();
  expect(page.url()).toContain('/workbench/cart');

  await go('/regions');
  await header.getByRole('button', { name: 'Remove Plain header' }).click();
  await page.getByText('1 template that chose it has the standard one again.').waitFor();
});

test('a side area with a name: made empty, chosen by a template that has one, filled where it shows', async () => {
  await go('/regions');
  await page.getByRole('button', { name: 'New arrangement: side area' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Reading');
  await page.getByRole('dialog').getByRole('button', { name: 'Create' }).click();
  // The kind of pages says at a glance which of its templates differ.
  const content = page.getByRole('row', { name: /^Content \d+ pages/ });
  await content.getByText('Shelves on 4').waitFor();
  await page.getByLabel('Side area of A piece of news').press('Enter');
  await pick(page.getByRole('option', { name: 'Reading' }));
  await page.getByText('Pages of the template “A piece of news” have the side area “Reading”.').waitFor();
  await content.getByText('Reading on 3, Shelves on 1').waitFor();
  const { sentences } = await service.call(routes.why, { params: { page: 'content:news-reel' } });
  expect(sentences.join(' ')).toContain('The template “A piece of news” chooses “Reading” for its side area.');
  await page.getByRole('button', { name: 'Remove Reading' }).click();
  await page.getByText('1 template that chose it has only its own side area again.').waitFor();
  await content.getByText('Its own on 3').waitFor();
});

test('a rule is written switched off, tells what it matches, is switched on, and moved by keys', async () => {
  const templateOf = async (code: string): Promise<string> => {
    const { pages } = await service.call(routes.listPages, { query: { search: code, pageKind: 'product' } });
    return pages.find((one) => one.page === `product:${code}`)?.template?.code ?? '';
  };
  expect(await templateOf('K-001')).toBe('product');
  await go('/rules');
  await page.getByRole('button', { name: 'Add rule' }).click();
  await page.getByText('Product, words first, switched off').waitFor();
  const when = page.getByLabel('When', { exact: true });
  await when.fill('colour is odd');
  await page
    .getByText(/colour/)
    .and(page.locator('.v-messages__message'))
    .first()
    .waitFor();
  await when.fill('category is "single-line"');
  await page.getByText(/^Matches \d+ pages? now: /).waitFor();
  expect(await templateOf('K-001')).toBe('product');
  await page
    .getByRole('switch', { name: 'Switched off' })
    .or(page.getByRole('checkbox', { name: 'Switched off' }))
    .first()
    .click();
  await page.getByText('Product, words first, switched off').waitFor({ state: 'detached' });
  expect(await templateOf('K-001')).toBe('product-plain');
  await page.getByRole('button', { name: /^category is/ }).press('Alt+ArrowUp');
  await page.locator('.row').first().getByText('category is').waitFor();
  const { document } = await service.call(routes.getDocument, { query: { key: 'assignments/product' } });
  expect(document).toMatchObject({
    lists: { rules: [{ values: { template: 'product-plain' } }, { id: 'rule-featherby' }] },
  });
});
