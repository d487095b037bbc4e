/** Long lists of the console: only the rows in sight are there, and what was asked for stays when others change something. */
import { Client } from 'pg';
import { soon } from './browser.js';
import { go, openConsole, page, service } from './console-page.js';

/** Pictures of the demo’s harbour, in its smallest width only. */
const addPictures = (many: number): Promise<unknown> =>
  inDatabase(
    `with harbour as (select * from picture where name = 'harbour.png' limit 1), made as (
      insert into picture select store_id, repeat(md5(n::text), 2), 'harbour-' || n || '.png', width, height,
        jsonb_build_array(widths->0), now() from harbour, generate_series(1, $1::integer) n returning store_id, hash, widths)
    insert into rendition select made.store_id, made.hash, format, rendition.width, bytes
      from made, harbour, rendition where rendition.hash = harbour.hash and rendition.width = (made.widths->>0)::integer`,
    [many],
  );
async function inDatabase(statement: string, values: readonly unknown[]): Promise<void> {
  const client = new Client({ connectionString: service.databaseUrl });
  await client.connect();
  await client.query(statement, [...values]);
  await client.end();
}

openConsole({
  async prepare() {
    await addPictures(190);
    await service.edit(
      ...Array.from({ length: 160 }, (_, i) => {
        const name = `Note ${String(i).padStart(3, '0')}`;
        return { type: 'create', what: 'content', name, code: `note-${i}` } as const;
      }),
    );
  },
});

const rows = () => page.locator('tbody tr:not(.room):not(:has(.empty))');

test('of many pages only those in sight are there; they come by scrolling, and news from others leaves the list as long as it is', async () => {
  await go('/pages?sort=title');
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
  await go('/content');
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

test('of many pictures the newest come first, more when they are asked for, and any is found and chosen', async () => {
  await go('/pictures');
  const pictures = page.locator('.picture');
  await page.getByText(/^100 of 2\d\d pictures$/).waitFor();
  await soon(() => pictures.count()).toBe(100);
  await page.getByRole('button', { name: 'Show more' }).click();
  await page.getByText(/^200 of 2\d\d pictures$/).waitFor();
  await page.getByRole('textbox', { name: 'Search' }).fill('harbour-14');
  await page.getByText('11 of 11 pictures').waitFor();
  await soon(() => pictures.count()).toBe(11);
  // The one that is set is none of the first hundred, and shows all the same.
  await go('/workbench/home?section=poster');
  const field = page.locator('.picture-input');
  await field.locator('.thumb img').waitFor();
  const was = await field.locator('.thumb img').getAttribute('src');
  await field.getByRole('button', { name: 'Change' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Show more' }).click();
  await soon(() => dialog.locator('.choice').count()).toBe(200);
  await dialog.getByRole('textbox', { name: 'Search' }).fill('harbour-77');
  await dialog.getByRole('button', { name: 'harbour-77.png' }).click();
  await soon(() => field.locator('.thumb img').getAttribute('src')).not.toBe(was);
  await page.getByRole('button', { name: 'Undo' }).click();
  await soon(() => field.locator('.thumb img').getAttribute('src')).toBe(was);
});

test('a page that is opened again shows at once what it showed', async () => {
  await go('/content');
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
