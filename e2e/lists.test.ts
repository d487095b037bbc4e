/** Long lists of the console: only the rows in sight are there, and what was asked for stays when others change something. */
import type { BrowserContext, Page } from 'playwright-core';
import { testService, type TestService } from '../service/tests/service.js';
import { complaints, openBrowser, signIn, soon } from './browser.js';

let service: TestService;
let browser: BrowserContext;
let page: Page;
let faults: string[];
beforeAll(async () => {
  service = await testService();
  const name = (i: number): string => `Note ${String(i).padStart(3, '0')}`;
  await service.edit(
    ...Array.from(
      { length: 160 },
      (_, i) => ({ type: 'create', what: 'content', name: name(i), code: `note-${i}` }) as const,
    ),
  );
  browser = await openBrowser();
  page = await browser.newPage();
  faults = complaints(page);
  await signIn(page, `http://localhost:${service.port}`);
});
afterAll(async () => {
  await browser?.close();
  await service?.stop();
});
afterEach(() => expect(faults.splice(0)).toEqual([]));

const at = (path: string): string => `http://localhost:${service.port}${path}`;
const rows = () => page.locator('tbody tr:not(.room):not(:has(.empty))');

test('of many pages only those in sight are there; they come by scrolling, and news from others leaves the list as long as it is', async () => {
  await page.goto(at('/pages?sort=title'));
  await page.getByText(/^100 of 2\d\d pages$/).waitFor();
  await soon(() => rows().count()).toBe(100);
  await page.getByRole('button', { name: 'Show more' }).click();
  await page.getByText(/^200 of 2\d\d pages$/).waitFor();
  await soon(() => rows().count()).toBeLessThan(90);
  await page.getByText('Note 120', { exact: true }).waitFor({ state: 'detached' });
  await page.getByText(/^200 of 2\d\d pages$/).scrollIntoViewIfNeeded();
  await page.getByText('Note 150', { exact: true }).waitFor();
  await soon(() => rows().count()).toBeLessThan(90);

  await service.edit({
    type: 'set',
    document: 'content/note-150',
    field: 'title',
    was: 'Note 150',
    value: 'Note 150, changed',
  });
  await page.getByText('Note 150, changed', { exact: true }).waitFor();
  await page.getByText(/^200 of 2\d\d pages$/).waitFor();
});

test('content pages are sorted by any column, as people sort, and the web address keeps it', async () => {
  await page.goto(at('/content'));
  const titles = (): Promise<string[]> => page.locator('tbody .title').allInnerTexts();
  const sort = (name: string): Promise<void> => page.getByRole('button', { name, exact: true }).click();
  const own = await page.locator('tbody .title').first().waitFor().then(titles);
  await sort('Page');
  const sorted = (list: readonly string[]): string[] => [...list].sort(new Intl.Collator('en').compare);
  expect(own).not.toEqual(sorted(own));
  await soon(async () => {
    const now = await titles();
    return now.join() === sorted(now).join();
  }).toBe(true);
  await sort('Page');
  await page.waitForURL(/sort=-title/);
  await page.reload();
  await soon(async () => (await titles())[0]).toBe('Wholesale');
  await sort('Page');
  await soon(titles).toEqual(own);
  // What has none comes last, up and down.
  await sort('Labels');
  await page.getByRole('columnheader', { name: 'Labels' }).and(page.locator('[aria-sort=ascending]')).waitFor();
  const labelled = page.locator('tbody tr:not(.room)').first().locator('td').nth(3);
  await soon(() => labelled.innerText()).toMatch(/\w/);
  await sort('Labels');
  await soon(() => labelled.innerText()).toMatch(/\w/);
});

test('a page that is opened again shows at once what it showed', async () => {
  await page.goto(at('/content'));
  await page.getByRole('link', { name: 'The workshop' }).first().waitFor();
  const places = page.getByRole('navigation', { name: 'Console' });
  await places.getByRole('link', { name: 'Menus', exact: true }).click();
  await page.getByRole('heading', { name: 'Menus', level: 1 }).waitFor();
  // The service does not answer any more.
  await page.route('**/api/**', () => undefined);
  await places.getByRole('link', { name: 'Content', exact: true }).click();
  await page.getByRole('link', { name: 'The workshop' }).first().waitFor();
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});
