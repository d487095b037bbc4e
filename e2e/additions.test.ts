/** The console's pages for what surrounds the rest: additions, details of the store, the inbox. */
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { pick, soon } from './browser.js';
import { faults, frame, go, openConsole, page, service } from './console-page.js';

openConsole();

const choose = async (label: string, option: string): Promise<void> => {
  await page.getByRole('combobox', { name: label, exact: true }).press('Enter');
  await pick(page.getByRole('option', { name: option, exact: true }));
};

test('a note goes right after a section of one product, then of all that a rule matches, and is taken back', async () => {
  await go('/additions');
  await page.getByRole('link', { name: /Indoor note.*Product pages: category is "indoor".*2 pages/ }).waitFor();
  await page.getByRole('button', { name: 'New addition' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Care note');
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByRole('heading', { name: 'Care note', level: 1 }).waitFor();
  await page.getByText('1 page now: Home').waitFor();

  await page.getByRole('combobox', { name: 'Page', exact: true }).fill('gannet');
  await pick(page.getByRole('option', { name: /Gannet Delta/ }));
  await page.getByText('1 page now: Gannet Delta').waitFor();
  await page.getByRole('combobox', { name: 'Place', exact: true }).fill('After: Price');
  await pick(page.getByRole('option', { name: 'After: Price' }));
  await page.getByRole('combobox', { name: 'Add a section', exact: true }).fill('Heading');
  await pick(page.getByRole('option', { name: 'Heading', exact: true }));
  await frame().locator('.k-price + .k-heading', { hasText: 'The heading shows here' }).waitFor();

  await choose('For', 'Pages that a rule matches');
  await page.getByText('No page has it now.').waitFor();
  await page.getByLabel('Rule', { exact: true }).fill('category is "indoor"');
  await page.getByText('2 pages now: Duskmoth, Paperwing').first().waitFor();
  await page.getByRole('link', { name: 'All additions' }).click();
  await page.getByRole('link', { name: /Care note.*category is "indoor"/ }).click();
  await page.getByRole('link', { name: 'Set its sections in the workbench' }).click();
  await page.getByText('In the addition “Care note”: a change shows on the pages it is for.').waitFor();

  await go('/additions');
  await page.getByRole('link', { name: /Care note/ }).click();
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.getByRole('link', { name: /Sport days/ }).waitFor();
  await soon(() => page.getByRole('link', { name: /Care note/ }).count()).toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();
});

test('details of the store are typed, kept, and seen by shoppers; what is wrong is said at its field', async () => {
  await go('/store');
  const street = page.getByLabel('Street', { exact: true });
  await street.fill('Quay Street 5');
  await street.blur();
  const seen = async (): Promise<boolean> => (await service.visit('/workshop')).text.includes('Quay Street 5');
  for (let i = 0; i < 100 && !(await seen()); i++) await page.waitForTimeout(50);
  expect(await seen()).toBe(true);
  const email = page.getByLabel('Email address', { exact: true });
  await email.fill('nobody');
  await email.blur();
  await page.getByText('“nobody” is not an email address.').first().waitFor();
  // What a browser says of a refused request is no fault.
  faults.length = 0;
  await email.fill('post@windrow.example');
  await page.reload();
  await soon(() => street.inputValue()).toBe('Quay Street 5');
});

test('messages are read and deleted; email addresses are saved as a table', async () => {
  await go('/inbox');
  await page.getByRole('button', { name: 'Messages, 3 unread' }).waitFor();
  await page.getByRole('button', { name: /Mara Quill/ }).click();
  await page.getByText('It still flies, but it leans.').waitFor();
  await page.getByRole('button', { name: 'Messages, 2 unread' }).waitFor();
  await soon(() => page.getByRole('link', { name: 'Reply' }).getAttribute('href')).toBe(
    'mailto:mara@quill.example?subject=Re%3A%20A%20spar%20for%20the%20Gannet',
  );
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('button', { name: /Mara Quill/ }).waitFor({ state: 'detached' });

  await page.getByRole('button', { name: 'News by email' }).click();
  await page.waitForURL(/part=sign-ups/);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const file = await (await saving).path();
  const lines = readFileSync(file, 'utf8').split('\r\n');
  expect([lines.length, lines[0]]).toEqual([6, 'Email address,Page,Language,Since']);
  await page.getByRole('button', { name: 'Delete nils@northsands.example' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('cell', { name: 'nils@northsands.example', exact: true }).waitFor({ state: 'detached' });
});

test('pictures are added, found by name, shown where they are used, and deleted if nothing uses them', async () => {
  await go('/pictures');
  await page.getByRole('button', { name: /harbour\.png/ }).click();
  await page.getByRole('dialog').getByText('Used by the template “Home”').waitFor();
  await soon(() => page.getByRole('button', { name: 'Delete picture' }).count()).toBe(0);
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  const bytes = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#123456' } })
    .png()
    .toBuffer();
  await page.locator('input[type=file]').setInputFiles([
    { name: 'tern.png', mimeType: 'image/png', buffer: bytes },
    { name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('no picture') },
  ]);
  await page.getByRole('alert').getByText('This file cannot be read as a picture.').waitFor();
  // What a browser says of a refused request is no fault.
  faults.length = 0;
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await page.getByLabel('Search', { exact: true }).fill('tern');
  await page.waitForURL(/search=tern/);
  await page.getByRole('button', { name: /harbour\.png/ }).waitFor({ state: 'detached' });
  await page.getByRole('button', { name: /tern\.png/ }).click();
  await page.getByRole('button', { name: 'Delete picture' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByText('No picture is called “tern”.').waitFor();
});
