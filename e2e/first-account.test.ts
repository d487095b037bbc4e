/** An empty Parlour: the link from the terminal makes the first account, which makes the first store. */
import { emptyDatabase, serviceOn } from '../service/tests/service.js';
import { focused, openBrowser, pick, soon } from './browser.js';

test('the first account is made at once, with name, email and password; a new store comes next', async () => {
  const database = await emptyDatabase();
  const empty = await serviceOn(database.url);
  const browser = await openBrowser();
  try {
    const page = await browser.newPage();
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await page.goto(empty.ownerLink ?? '');
    await page.getByRole('heading', { name: 'Make the first account' }).waitFor();
    await focused(page.getByLabel('Your name'));
    await page.getByLabel('Your name').fill('Tess Fell');
    await page.getByLabel('Email address').fill('tess@store.example');
    await page.getByLabel('Password').fill('short');
    await page.getByRole('button', { name: 'Make the first account' }).click();
    await page.getByText('at least 12').waitFor();
    // Nothing that was typed is lost.
    await soon(() => page.getByLabel('Your name').inputValue()).toBe('Tess Fell');
    await page.getByLabel('Password').fill('a long enough password');
    await page.getByRole('button', { name: 'Make the first account' }).click();
    await page.getByRole('heading', { name: 'A new store' }).waitFor();
    await focused(page.getByLabel('Name', { exact: true }));
    await page.getByLabel('Name', { exact: true }).fill('Fell Tea');
    // What is chosen by hand stays, whatever country is chosen.
    await page.getByRole('combobox', { name: 'Currency' }).fill('Swiss');
    await pick(page.getByRole('option', { name: 'Swiss Franc (CHF)' }));
    await page.getByRole('combobox', { name: 'Home country' }).fill('Japan');
    await page.getByRole('combobox', { name: 'Home country' }).press('Enter');
    for (const [label, proposed] of [
      ['Currency', 'Swiss Franc (CHF)'],
      ['Language', 'Japanese (Japan) (ja-JP)'],
      ['Time zone', 'Asia/Tokyo'],
    ] as const)
      await soon(() => page.getByRole('combobox', { name: label }).inputValue()).toBe(proposed);
    await page.getByRole('button', { name: 'Create store' }).click();
    await page.getByText('“Fell Tea” is ready').waitFor();

    // Its templates are looked at on made-up pages, which shoppers never meet.
    await page.goto(new URL('/templates', page.url()).href);
    await page.getByRole('button', { name: 'Open Product' }).click();
    await page.frameLocator('iframe').getByRole('heading', { name: 'Example product', exact: true }).waitFor();
    await page.goto(new URL('/templates', page.url()).href);
    await page.getByRole('button', { name: 'Open Collection', exact: true }).click();
    await page.frameLocator('iframe').getByRole('heading', { name: 'Example product 24' }).waitFor();
    const live = await page.goto(`http://fell-tea.localhost:${empty.port}/item/stand-in`);
    expect(live?.status()).toBe(404);
    await page.goto(`http://fell-tea.localhost:${empty.port}/`);
    await soon(() => page.getByText('Example product').count()).toBe(0);
  } finally {
    await browser.close();
    await empty.stop();
    await database.drop();
  }
});
