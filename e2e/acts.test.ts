/** What can be done to a section where it stands: moved on, copied, shared; and to the region that it stands in. */
import type { EditRequest } from '@parlour/core/design';
import { hasSections, type Areas } from '@parlour/core/documents';
import { routes } from '@parlour/contract';
import { pick, soon } from './browser.js';
import { browser, frame, go, openConsole, page, service } from './console-page.js';

// The browser mentions what is not there.
openConsole({ expected: /404/ });

const act = (name: string) => page.getByRole('button', { name, exact: true });
const inPlan = (id: string) => page.locator(`[data-plan-section="${id}"]`);
const areasOf = async (key: string): Promise<Areas> => {
  const { document } = await service.call(routes.getDocument, { query: { key } });
  return hasSections(document) ? document.areas : {};
};
const sectionsOf = async (area: string, key = 'template/guide'): Promise<string[]> =>
  ((await areasOf(key))[area] ?? []).map(({ id }) => id);

test('up goes on in the area that is drawn before, and down comes back from it', async () => {
  await go('/workbench/content%3Aflying-guide');
  const [main, side] = [await sectionsOf('main'), await sectionsOf('side')];
  const [first = ''] = main;
  await inPlan(first).click();
  await act('Up').click();
  await soon(() => sectionsOf('side')).toEqual([...side, first]);
  await act('Down').click();
  await soon(() => sectionsOf('main')).toEqual(main);
  await inPlan(side[0] ?? '').click();
  await soon(() => act('Up').isDisabled()).toBe(true);
});

test('down leaves a column for the next, and then the columns', async () => {
  await go('/workbench/home');
  const where = async (): Promise<string> => {
    const { main = [] } = await areasOf('around/header/standard');
    if (main.some(({ id }) => id === 'head-mark')) return 'main';
    const held = main.flatMap(({ slots = {} }) => Object.entries(slots));
    return held.find(([, some]) => some.some(({ id }) => id === 'head-mark'))?.[0] ?? 'nowhere';
  };
  await inPlan('head-mark').click();
  // A step for each click, however fast they come.
  for (let clicks = 0; clicks < 5; clicks++) await act('Down').click();
  await soon(where).toBe('main');
  await page.getByRole('button', { name: 'Undo' }).click();
  await soon(where).toBe('three');
});

test('a section is copied, shared under a name, shown elsewhere, and made its own again', async () => {
  await go('/workbench/home');
  await inPlan('h-saturday').click();
  await act('Copy').click();
  await soon(async () => (await sectionsOf('main', 'template/home')).length).toBe(7);
  await inPlan('h-saturday').click();
  await act('Share').click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name of the shared section').fill('Saturdays');
  await dialog.getByRole('button', { name: 'Share' }).click();
  await page.getByText('In the shared section “Saturdays”').waitFor();
  const { document } = await service.call(routes.getDocument, { query: { key: 'shared/saturdays' } });
  expect(document).toMatchObject({ areas: { main: [{ id: 'h-saturday' }] } });
  await act('Unshare').click();
  await soon(async () => JSON.stringify(await areasOf('template/home'))).not.toContain('shared-section');
});

test('a header has a tone of its own, which its sections are on, set where one of them is', async () => {
  await go('/workbench/home');
  await inPlan('head-cart').click();
  await act('Header').click();
  await page.getByRole('combobox', { name: 'Tone' }).press('Enter');
  await pick(page.getByRole('option', { name: 'Strong' }));
  await frame().locator('header.tone-strong').waitFor();
  const ground = (selector: string) =>
    frame()
      .locator(selector)
      .first()
      .evaluate('getComputedStyle(document.querySelector("header.tone-strong")).backgroundColor');
  await soon(() => ground('header')).toBe('rgb(23, 54, 71)');
  const cart = frame().locator('#s-header\\~head-cart');
  await soon(() => cart.evaluate('getComputedStyle(document.querySelector("#s-header\\\\~head-cart")).color')).toBe(
    'rgb(255, 255, 255)',
  );
  await page.getByLabel('Colour of texts').fill('#f1c453');
  await page.getByLabel('Colour of texts').blur();
  await soon(() => cart.evaluate('getComputedStyle(document.querySelector("#s-header\\\\~head-cart")).color')).toBe(
    'rgb(241, 196, 83)',
  );
});

test('entries are called as what they show is, with its picture; a menu is one click away from who shows it', async () => {
  await go('/workbench/home');
  await service.edit(
    { type: 'insert', document: 'template/home', kind: 'collection-tiles', id: 'tiles', place: {} },
    {
      type: 'insert',
      document: 'template/home',
      place: { in: 'tiles', at: 'chosen' },
      values: { collection: 'C-1' },
    },
  );
  const { pages } = await service.call(routes.listPages, { query: { pages: 'collection:C-1' } });
  await go('/workbench/home?section=tiles');
  await page.getByRole('button', { name: pages[0]?.title ?? 'none', exact: true }).waitFor();
  await go('/workbench/home?section=foot-links');
  await page.getByRole('link', { name: 'Change its entries' }).click();
  await page.waitForURL('**/menus/help');
});

test('a link in a text leads to a page that is chosen, in a new window', async () => {
  await go('/workbench/home?section=h-workshop');
  const text = page.getByRole('textbox', { name: 'Text', exact: true });
  await text.click();
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'Link', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Leads to').fill('nowhere');
  await dialog.getByText('This leads nowhere').waitFor();
  await dialog.getByRole('combobox', { name: 'A page of the store' }).fill('Delivery');
  await pick(page.getByRole('option', { name: /Delivery and returns/ }));
  await soon(() => dialog.getByLabel('Leads to').inputValue()).toBe('/delivery');
  await dialog.getByLabel('Opens in a new window').check();
  await dialog.getByRole('button', { name: 'Set' }).click();
  await frame().locator('.k-side-by-side a[href="/delivery"][target="_blank"]').first().waitFor();
});

test('on a wide screen nothing of the content is wider than the header, panels end where the page does, capitals are on titles too', async () => {
  const wide = await browser.newPage();
  await wide.setViewportSize({ width: 1800, height: 1000 });
  const open = async (code: string, ...edits: EditRequest[]) => {
    if (edits.length > 0) await service.edit(...edits);
    await wide.goto((await service.call(routes.preview, { body: { page: code } })).url);
  };
  /** Where the first element of a selector begins and ends, in CSS pixels. */
  const span = (selector: string): Promise<number[]> =>
    wide.evaluate((one) => {
      const { left, right } = (document.querySelector(one) as Element).getBoundingClientRect();
      return [left, right].map(Math.round);
    }, selector);
  const HEADER = '.around-header > .frame > .frame-in';
  const ROW = 'main .k-product-row > .frame-in';
  const widths: number[] = [];
  const WIDTHS = ['standard', 'broad', 'margins'] as const;
  for (const [at, width] of WIDTHS.entries()) {
    const was = WIDTHS[at - 1];
    await open(
      'home',
      ...(was ? [{ type: 'set', document: 'template/home', field: 'layout.width', value: width, was } as const] : []),
    );
    const [left = 0, right = 0] = await span(HEADER);
    expect([width, await span(ROW)]).toEqual([width, [left, right]]);
    widths.push(right - left);
  }
  // Each is wider than the one before, and the widest keeps the margin.
  expect(widths).toEqual([...widths].sort((a, b) => a - b));
  expect([new Set(widths).size, (widths[2] ?? 0) < 1800, (widths[2] ?? 0) > 1700]).toEqual([3, true, true]);

  await open(
    'content:flying-guide',
    { type: 'set', document: 'template/guide', node: 'guide-details', field: 'frame.tone', value: 'soft' },
    { type: 'set', document: 'template/guide', node: 'guide-details', field: 'frame.textCase', value: 'capitals' },
    { type: 'set', document: 'template/guide', node: 'guide-details', field: 'values.title', value: 'Details' },
  );
  const [[left = 0], [header = 0]] = [await span('.k-detail-rows'), await span(HEADER)];
  const [text = 0] = await span('.k-detail-rows > .frame-in');
  expect([left, text > left]).toEqual([header, true]);
  await soon(() =>
    wide.evaluate(() => getComputedStyle(document.querySelector('.k-detail-rows h2') as Element).textTransform),
  ).toBe('uppercase');
  await wide.close();
});

test.each(['products', 'collections', 'additions', 'content', 'menus', 'orders', 'workbench'])(
  'a web address under %s of what is not there says so instead of an empty form, and the next page is itself',
  async (path) => {
    await go(`/${path}/${path === 'orders' ? '999' : path === 'workbench' ? 'product:none' : 'none'}`);
    await page.getByRole('heading', { name: 'Page not found' }).waitFor();
    await soon(() => page.locator('main').innerText()).toMatch(/no .*(none|999)/);
    // Neither a form, nor a notice beside it that says the same.
    await soon(() => page.locator('main button, .v-snackbar button').count()).toBe(0);
    await page.getByRole('link', { name: 'Go to Pages' }).click();
    await page.getByRole('heading', { name: 'Pages', exact: true }).waitFor();
  },
);
