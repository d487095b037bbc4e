/** The look and what it builds on, set as an owner does: seen on a real page while it is set. */
import { eventually } from '../service/tests/service.js';
import { focused, pick, soon } from './browser.js';
import { go, openConsole, page, service } from './console-page.js';

openConsole();

/** How the first action of the page in the frame looks. */
const action = async (property: string): Promise<string> =>
  page
    .frameLocator('iframe')
    .locator('.poster .button')
    .evaluate((button, name) => getComputedStyle(button).getPropertyValue(name), property);
test('a colour shows on the page before it is saved, is said to be hard to read, and is published', async () => {
  await go('/look');
  await page.getByRole('tab', { name: 'Colour' }).click();
  await page.frameLocator('iframe').locator('.poster .button').waitFor();
  // Nothing is saved while this is held back.
  let release = (): void => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/edits', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByLabel('Accent', { exact: true }).fill('#9bbbd0');
  await eventually(async () => expect(await action('background-color')).toBe('rgb(155, 187, 208)'));
  await page
    .getByRole('status')
    .filter({ hasText: 'Accent on background and one more pair are hard to read' })
    .waitFor();
  expect((await service.visit('/')).text).toContain('/styles/look/');
  release();
  await page.getByText('1 unpublished').waitFor();
  await page.unroute('**/edits');
  await page.getByRole('button', { name: 'Accent: reset to the default' }).click();
  await eventually(async () => expect(await action('background-color')).toBe('rgb(178, 58, 38)'));
  await page.getByText('All published').waitFor();
  await page.getByRole('status').filter({ hasText: 'hard to read' }).waitFor({ state: 'detached' });

  await page.getByRole('tab', { name: 'Buttons and forms' }).click();
  await page.getByRole('combobox', { name: 'Shape of buttons' }).press('Enter');
  await pick(page.getByRole('option', { name: 'Round' }));
  await eventually(async () => expect(await action('border-top-left-radius')).not.toBe('0px'));
  await page.getByText('1 unpublished').waitFor();
  const before = (await service.visit('/')).text;
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByRole('button', { name: 'Publish now' }).click();
  await page.getByText('Shoppers see it now').waitFor();
  expect((await service.visit('/')).text).not.toBe(before);
});

test('a copy of the design builds on Brasslamp, and says what stays as it is', async () => {
  await go('/designs');
  await page.getByText('built on Foolscap').waitFor();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await page.getByLabel('Name of the new design').fill('Bolder');
  await page.getByRole('radio', { name: 'Brasslamp' }).check();
  await page.getByText('Look, regions and templates come from Brasslamp').waitFor();
  await page.getByRole('dialog').getByRole('button', { name: 'Copy', exact: true }).click();
  await page.getByText('The template “Home” stays as it is.').waitFor();
  await page.getByText('built on Brasslamp').waitFor();
  await page.getByRole('link', { name: 'Look', exact: true }).click();
  await page.getByText('Built on Brasslamp.').waitFor();
  const lettering = (): Promise<string> =>
    page.frameLocator('iframe').locator('h1').evaluate('getComputedStyle(document.querySelector("h1")).fontFamily');
  await eventually(async () => expect(await lettering()).toContain('Archivo'));
});

test('a colour that is hard to read becomes the nearest that is not, in one action; the specimen shows all of it', async () => {
  await go('/look');
  await page.getByRole('button', { name: 'All styles' }).click();
  const sheet = page.frameLocator('iframe');
  await sheet.getByRole('heading', { name: 'All styles on one sheet', level: 1 }).waitFor();
  for (const tone of ['plain', 'soft', 'strong', 'vivid'])
    await sheet.getByRole('heading', { name: `The tone “${tone}”` }).waitFor();
  await soon(() => sheet.locator('main .button').count()).toBe(8);
  await soon(() => sheet.locator('main .card').count()).toBe(4);
  await page.getByRole('tab', { name: 'Colour' }).click();
  await page.getByLabel('Links', { exact: true }).fill('#e0c9a0');
  const hard = page.getByRole('listitem').filter({ hasText: 'Links on background' });
  await hard.getByRole('button', { name: 'Nearest' }).click();
  await page.getByText('Links can be read on background now.').waitFor();
  await hard.getByText('Good').waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await hard.getByRole('button', { name: 'Nearest' }).waitFor();
});

test('design tokens go out, and come in again; a file that is none is refused with its place', async () => {
  await go('/look');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export look' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('look.tokens.json');
  const give = (text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'look.tokens.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await give(JSON.stringify({ space: { corner: { $type: 'dimension', $value: { value: 12, unit: 'px' } } } }));
  await page.getByText('Set 1 setting of the look from design tokens.').waitFor();
  await soon(() => page.getByLabel('Corners', { exact: true }).inputValue()).toBe('12');
  await give(JSON.stringify({ corner: { $type: 'dimension', $value: { value: 99, unit: 'px' } } }));
  await page.getByText('corner must be at most 32').waitFor();
  await give('no json');
  await page.getByText('This file is not JSON.').waitFor();
});

test('a template has a setting of its own; other pages keep the store’s', async () => {
  await go('/workbench/product%3AK-001');
  const price = page.frameLocator('iframe').locator('.price .amount').first();
  const before = await price.evaluate((element) => getComputedStyle(element).color);
  await page.getByRole('button', { name: 'Template settings' }).click();
  await page.getByLabel('Set differently here').fill('Prices');
  await pick(page.getByRole('option', { name: 'Colour: Prices', exact: true }));
  // As it is written in a style guide.
  await page.getByLabel('Prices', { exact: true }).fill('0A5D6B');
  await soon(() => price.evaluate((element) => getComputedStyle(element).color)).toBe('rgb(10, 93, 107)');
  await go('/workbench/collection%3AC-1');
  const other = page.frameLocator('iframe').locator('.card .amount').first();
  await soon(() => other.evaluate((element) => getComputedStyle(element).color)).toBe(before);
});

test('a new store builds on the groundwork that is chosen', async () => {
  await go('/new-store');
  await focused(page.getByLabel('Name', { exact: true }));
  await page.getByLabel('Name', { exact: true }).fill('Tern Tea');
  await page.getByRole('combobox', { name: 'Home country' }).fill('ie');
  await page.getByRole('combobox', { name: 'Home country' }).press('Enter');
  for (const [label, proposed] of [
    ['Currency', 'Euro (EUR)'],
    ['Time zone', 'Europe/Dublin'],
  ])
    await soon(() => page.getByRole('combobox', { name: label ?? '' }).inputValue()).toBe(proposed);
  await page.getByRole('radio', { name: 'Brasslamp' }).check();
  await page.getByRole('button', { name: 'Create store' }).click();
  await page.getByText('“Tern Tea” is ready').waitFor();
  // Who designs it sees where products will be; who comes to it sees that it is being set up, and a drawing.
  await go('/workbench/home');
  await page.frameLocator('iframe').getByText('Example product 1').first().waitFor();
  await page.goto(`http://tern-tea.localhost:${service.port}/`);
  await page.locator('.around-header.tone-strong').waitFor();
  await page.getByText('We are setting up the shop.').waitFor();
  await soon(() => page.getByText('Example product').count()).toBe(0);
  await soon(() =>
    page.evaluate(
      () =>
        getComputedStyle(document.querySelector('.poster') as Element, '::before').backgroundImage.split('gradient')
          .length,
    ),
  ).toBeGreaterThan(2);
});
