/** A store from nothing, as its new owner sets it up with the console alone: each step ticks itself off. */
import { routes } from '@parlour/contract';
import { focused, pick, soon } from './browser.js';
import { faults, go, openConsole, page, service } from './console-page.js';

const storefront = (path: string): string => `http://tern-tea.localhost:${service.port}${path}`;
const params = { store: 'tern-tea' };

openConsole();
beforeAll(async () => {
  await go('/new-store');
  await focused(page.getByLabel('Name', { exact: true }));
  await page.getByLabel('Name', { exact: true }).fill('Tern Tea');
  await page.getByRole('combobox', { name: 'Home country' }).fill('ie');
  await page.getByRole('combobox', { name: 'Home country' }).press('Enter');
  await page.getByRole('button', { name: 'Create store' }).click();
  await page.getByText('3 of 10 done').waitFor();
});

const stepOf = (title: string) => page.getByRole('link', { name: new RegExp(`^${title}`) });
/** Opens the place of a step from the list. */
async function goTo(title: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Console' }).getByRole('link', { name: 'Overview' }).click();
  await stepOf(title).click();
}

test('something to sell, for trying: added, and told when it is removed', async () => {
  await goTo('Something to sell');
  await page.getByRole('button', { name: 'Add the samples' }).click();
  // What is said of it goes by itself; what can be done with it stays.
  await page.getByRole('button', { name: 'Remove it' }).waitFor({ timeout: 100_000 });
  await page.getByRole('button', { name: 'Remove it' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove it' }).click();
  await page.getByText('sells nothing yet').waitFor();
  await page.getByRole('button', { name: 'Add the samples' }).click();
  await page.getByRole('button', { name: 'Remove it' }).waitFor({ timeout: 100_000 });
});

test('a delivery method, with a price in the own country', async () => {
  await goTo('Delivery methods');
  await page.getByRole('button', { name: 'New delivery method' }).click();
  const dialog = page.getByRole('dialog');
  await focused(dialog.getByLabel('Name'));
  await dialog.getByLabel('Name').fill('By post');
  await dialog.getByRole('combobox', { name: 'Country' }).fill('Irel');
  await pick(page.getByRole('option', { name: 'Ireland' }));
  await dialog.getByLabel('Price').fill('4,50');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await page.getByText('Ireland €4.50').waitFor();
});

test('a content page is written beside the page itself, and held back until it is ready', async () => {
  await go('/content');
  await page.getByRole('button', { name: 'New page' }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'Title' }).fill('Our story');
  await page.getByRole('dialog').getByRole('button', { name: 'Create' }).click();
  await page.getByRole('heading', { name: 'Our story', level: 1 }).waitFor();
  await page.getByRole('textbox', { name: 'Text', exact: true }).click();
  await page.keyboard.type('It began with one kettle.');
  await page.frameLocator('iframe').getByText('It began with one kettle.').waitFor();
  await page.getByLabel('Who may see it').press('Enter');
  await pick(page.getByRole('option', { name: 'Nobody yet' }));
  await page.getByLabel('Labels').fill('story');
  await page.getByLabel('Labels').press('Enter');
  await page.getByLabel('Add to a menu').press('Enter');
  await pick(page.getByRole('option', { name: 'Header links' }));
  await page.getByText('In Header links.').waitFor();
  const { content } = await service.call(routes.listContent, { params });
  expect(content.find(({ code }) => code === 'our-story')).toMatchObject({
    path: '/our-story',
    visible: 'nobody',
    labels: ['story'],
    menus: [{ code: 'header-links' }],
  });

  await go('/content');
  await page.getByRole('row', { name: /Our story.*Nobody yet/ }).waitFor();
  await page.getByRole('textbox', { name: 'Search title or label' }).fill('kettle');
  await page.getByText('No page matches.').waitFor();
});

test('a new page says what it is for: its template is made with it, once, and the page has it', async () => {
  const add = async (title: string) => {
    await go('/content');
    await page.getByRole('button', { name: 'New page' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('textbox', { name: 'Title' }).fill(title);
    await dialog.getByRole('radio', { name: /^Visit/ }).check();
    await dialog.getByRole('button', { name: 'Create' }).click();
    await page.getByRole('heading', { name: title, level: 1 }).waitFor();
  };
  await add('Visit us');
  await page.frameLocator('iframe').getByRole('heading', { name: 'Write to us' }).waitFor();
  await add('The tea room');
  const { templates } = await service.call(routes.listTemplates, { params });
  expect(templates.filter(({ name }) => name === 'Visit').map(({ code, pages }) => [code, pages])).toEqual([
    ['visit', 2],
  ]);
  await go('/content');
  for (const path of ['visit-us', 'the-tea-room'])
    await service.call(routes.edit, {
      params,
      body: { unit: `remove-${path}`, edits: [{ type: 'discard', document: `content/${path}` }] },
    });
});

test('ready-made texts are told, read, and counted; a page that was removed is made again', async () => {
  await go('/content/terms');
  await page.getByRole('button', { name: 'I have made it my own' }).click();
  await page.getByText('This text came with Parlour.').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.getByText('Usual pages that are missing here').waitFor();
  await page.getByRole('button', { name: 'Make it again' }).click();
  await page.getByRole('link', { name: 'Terms' }).click();
  await page.getByText('This text came with Parlour.').waitFor();
});

test('a menu is put together by keys: pages added together, moved, nested and renamed', async () => {
  await go('/menus/header-links');
  const rows = page.locator('.entries .name strong');
  await page.getByRole('button', { name: 'Add pages' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Search title or code' }).fill('K-00');
  await dialog.getByRole('checkbox').nth(1).waitFor();
  await dialog.getByRole('checkbox', { name: /Duskmoth/ }).check();
  await dialog.getByRole('checkbox', { name: /Gannet Delta/ }).check();
  await dialog.getByRole('button', { name: 'Add 2 pages' }).click();
  await rows.filter({ hasText: 'Gannet Delta' }).waitFor();
  await soon(() => rows.allInnerTexts()).toEqual([
    'All collections',
    'About us',
    'Contact us',
    'Our story',
    'Duskmoth',
    'Gannet Delta',
  ]);
  const one = page.getByRole('button', { name: /^Duskmoth/ });
  for (const key of ['Alt+ArrowUp', 'Alt+ArrowUp', 'Alt+ArrowUp', 'Alt+ArrowUp', 'Alt+ArrowDown', 'Alt+ArrowRight']) {
    const before = await page.locator('.entries').innerHTML();
    await one.press(key);
    await page.waitForFunction((was) => document.querySelector('.entries')?.innerHTML !== was, before);
    await page.getByText('Saving …').waitFor({ state: 'detached' });
  }
  const { document: menu } = await service.call(routes.getDocument, { params, query: { key: 'menu/header-links' } });
  expect(menu).toMatchObject({
    lists: {
      entries: [
        { values: { label: 'All collections' }, lists: { entries: [{ values: { label: 'Duskmoth' } }] } },
        { values: { label: 'About us' } },
        { values: { label: 'Contact us' } },
        { values: { label: 'Our story' } },
        { values: { label: 'Gannet Delta' } },
      ],
    },
  });
  // Moved by keys it keeps the focus, so that it is opened where it is.
  await page.keyboard.press('Enter');
  await page.getByLabel('Badge').fill('new');
  await page.getByLabel('Label', { exact: true }).fill('Night kite');
  await page.getByRole('button', { name: /^Night kite/ }).waitFor();
});

test('an entry whose page is gone is told', async () => {
  await go('/content/contact');
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.getByText('Usual pages that are missing here').waitFor();
  await go('/menus/header-links');
  await page.getByText('1 leads nowhere').waitFor();
  await page.getByRole('button', { name: /^Contact us Page is gone/ }).waitFor();
  await page.getByRole('button', { name: 'Remove Contact us' }).click();
  await page.getByText('1 leads nowhere').waitFor({ state: 'detached' });
});

test('paths: another pattern, a clash that is refused, what home shows, a redirect', async () => {
  await go('/paths');
  await page.getByLabel('Product', { exact: true }).fill('/kite/{slug}');
  await page.getByLabel('Cart', { exact: true }).fill('/checkout');
  await page.getByText('would both be at /checkout').waitFor();
  expect(faults.splice(0)).toEqual([expect.stringContaining('409 (Conflict): /api/stores/')]);
  await page.getByLabel('Cart', { exact: true }).fill('/cart');
  await page.getByLabel('Old path').fill('/kettles');
  await page.getByLabel('Leads to').fill('/browse');
  await page.getByRole('button', { name: 'Add redirect' }).click();
  await page.getByRole('button', { name: 'Remove the redirect of /kettles' }).waitFor();
  const search = page.getByLabel('Open another page');
  await search.fill('collections');
  await pick(page.getByRole('option', { name: /^All collections/ }));
  await page.getByRole('button', { name: 'Show its own template' }).waitFor();
});

test('published: shoppers see all of it, and the list of what is left is short', async () => {
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByRole('button', { name: 'Publish now' }).click();
  await page.getByText('Shoppers see it now').waitFor();
  await page.goto(storefront('/'));
  await page.getByRole('heading', { name: 'All collections', level: 1 }).waitFor();
  const menu = page.getByRole('navigation', { name: 'Header links' });
  // What is nested shows under the pointer.
  await soon(() => menu.locator('a').allTextContents()).toEqual([
    'All collections',
    'Night kite new',
    'About us',
    'Gannet Delta',
  ]);
  await soon(() => menu.getByRole('link', { name: 'Gannet Delta' }).getAttribute('href')).toBe('/kite/gannet-delta');
  await page.goto(storefront('/kettles'));
  expect(new URL(page.url()).pathname).toBe('/browse');

  await go('/overview');
  await page.getByText('5 of 10 done').waitFor();
  await stepOf('Published').getByText('Everything is live.').waitFor();
});
