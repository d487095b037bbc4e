import { routes } from '@parlour/contract';
import type { EditRequest } from '@parlour/core/design';
import { sectionsIn } from '@parlour/core/documents';
import type { BrowserContext, Page } from 'playwright-core';
import { testService, type TestService } from '../service/tests/service.js';
import { complaints, openBrowser, soon } from './browser.js';

let service: TestService;
let browser: BrowserContext;
let page: Page;
beforeAll(async () => {
  service = await testService();
  browser = await openBrowser();
  page = await browser.newPage();
});
afterAll(async () => {
  await browser?.close();
  await service?.stop();
});

const PAGES = ['/', '/browse/single-line', '/item/gannet-delta', '/item/harbour-foil', '/nowhere'];
const at = (path: string): string => `http://windrow.localhost:${service.port}${path}`;

describe.each(PAGES)('%s', (path) => {
  test('has landmarks, one title, headings in order, names for everything', async () => {
    await page.goto(at(path));
    const found = await page.evaluate(() => ({
      h1: document.querySelectorAll('h1').length,
      main: document.querySelectorAll('main').length,
      levels: [...document.querySelectorAll('h1,h2,h3,h4')].map((heading) => Number(heading.tagName[1])),
      empty: [...document.querySelectorAll('h1,h2,h3,a:not([aria-hidden]),button')].filter(
        (element) => !element.textContent?.trim(),
      ).length,
      withoutAlt: [...document.images].filter((image) => !image.hasAttribute('alt') || !image.width).length,
      unlabelled: [...document.querySelectorAll<HTMLInputElement>('input:not([type=hidden]),select')].filter(
        (input) => !input.labels?.length,
      ).length,
      ids: [...document.querySelectorAll('[id]')].map((element) => element.id),
      lang: document.documentElement.lang,
    }));
    expect(found).toMatchObject({ h1: 1, main: 1, empty: 0, withoutAlt: 0, unlabelled: 0, lang: 'en-IE' });
    found.levels.forEach((level, i) => expect(level - (found.levels[i - 1] ?? 0)).toBeLessThanOrEqual(1));
    expect(new Set(found.ids).size).toBe(found.ids.length);
  });

  test.each([390, 834, 1280, 1920])('fits %i pixels, nothing shifts, nothing comes from elsewhere', async (width) => {
    const faults = complaints(page);
    const elsewhere: string[] = [];
    page.on(
      'request',
      (request) => new URL(request.url()).host === new URL(at('/')).host || elsewhere.push(request.url()),
    );
    await page.setViewportSize({ width, height: 844 });
    await page.goto(at(path), { waitUntil: 'networkidle' });
    const measured = await page.evaluate(async () => {
      const shift = await new Promise<number>((resolve) => {
        let sum = 0;
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries()) sum += (entry as PerformanceEntry & { value: number }).value;
        }).observe({ type: 'layout-shift', buffered: true });
        requestAnimationFrame(() => requestAnimationFrame(() => resolve(sum)));
      });
      return { shift, wide: document.documentElement.scrollWidth - document.documentElement.clientWidth };
    });
    expect(measured.wide).toBe(0);
    expect(measured.shift).toBeLessThan(0.01);
    expect(elsewhere).toEqual([]);
    // The not-found page is answered with 404 as it should, which the browser mentions.
    expect(faults.filter((fault) => !fault.includes('404'))).toEqual([]);
    page.removeAllListeners();
  });
});

test.each([
  ['windrow', '/'],
  ['windrow', '/checkout'],
  ['osierwick', '/'],
])('%s%s: on a phone the header is one row of at most 64 px, under a strip of one line', async (store, path) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`http://${store}.localhost:${service.port}${path}`);
  const heightOf = (region: string): Promise<number> =>
    page.evaluate((name) => document.querySelector(`.around-${name}`)?.getBoundingClientRect().height ?? 0, region);
  expect(await heightOf('header')).toBeLessThanOrEqual(64);
  expect(await heightOf('top-line')).toBeLessThanOrEqual(42);
  if (path === '/') {
    for (const name of ['Menu', 'Search', 'Cart'])
      await page
        .locator('.around-header')
        .getByRole(name === 'Menu' ? 'button' : 'link', { name })
        .waitFor();
    await page.locator('.around-header').getByRole('button', { name: 'Menu' }).click();
    await page.locator('.menu-bar:popover-open').waitFor();
    await page.keyboard.press('Escape');
    await page.locator('.around-header').getByRole('link', { name: 'Search' }).click();
    await page.waitForURL(/\/search$/);
  }
});

test('everything can be reached and done by keyboard', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(at('/item/ripple-150'));
  await page.keyboard.press('Tab');
  await soon(() => page.evaluate(() => document.activeElement?.textContent)).toBe('Skip to the content');
  await page.keyboard.press('Enter');
  expect(page.url()).toContain('#content');
  const reached: string[] = [];
  for (let i = 0; i < 12; i++) {
    await page.keyboard.press('Tab');
    reached.push(
      (await page.evaluate(
        () => (document.activeElement as HTMLElement | null)?.innerText || document.activeElement?.getAttribute('name'),
      )) ?? '',
    );
    if (reached.at(-1) === 'Add to cart') break;
  }
  expect(reached.at(-1)).toBe('Add to cart');
  await page.keyboard.press('Enter');
  await page.locator('.buy-done', { hasText: 'In your cart: 1 × Plum' }).waitFor();
});

test('with something in the cart the header of a phone is still one row, and no word in it is broken', async () => {
  await page.setViewportSize({ width: 320, height: 700 });
  await page.goto(at('/item/ripple-150'));
  await page.getByRole('button', { name: 'Add to cart' }).click();
  await page.locator('.buy-done', { hasText: 'In your cart' }).waitFor();
  for (const width of [320, 390]) {
    await page.setViewportSize({ width, height: 844 });
    await page.goto(at('/'));
    await page.locator('.around-header .badge-count').waitFor();
    const seen = await page.evaluate(() => {
      const range = new Range();
      const word = document.querySelector('.around-header .badge')?.firstChild;
      if (word) range.selectNodeContents(word);
      return {
        // A word that is broken over two lines has two boxes.
        boxes: range.getClientRects().length,
        low: (document.querySelector('.around-header')?.getBoundingClientRect().height ?? 99) <= 64,
        over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
      };
    });
    expect({ width, ...seen }).toEqual({ width, boxes: 1, low: true, over: 0 });
  }
  await page.setViewportSize({ width: 1280, height: 800 });
});

test('what is sold out says so, and cannot be bought', async () => {
  await page.goto(at('/item/harbour-foil'));
  await soon(() => page.getByText('Sold out for now').count()).toBe(1);
  await soon(() => page.locator('#content').getByRole('button').count()).toBe(0);
});

test('a purchase that is too large is refused in words on the same page', async () => {
  await page.goto(at('/item/gannet-delta'));
  await page.getByLabel('Span').selectOption('3.2 m');
  await page.getByLabel('Colour').selectOption('Marigold');
  await page.getByLabel('Quantity').fill('7');
  await page.getByRole('button', { name: 'Add to cart' }).click();
  await page.getByRole('alert').getByText('Only 1 of 3.2 m, Marigold is left. Choose a smaller quantity.').waitFor();
});

test('words without end stay within the page, on a phone too', async () => {
  const word = 'Donaudampfschifffahrtsgesellschaftskapitänsmütze'.repeat(3);
  await service.call(routes.changeProduct, { params: { product: 'K-003' }, body: { title: word, summary: word } });
  const put = (kind: string, values: object): EditRequest =>
    ({ type: 'insert', document: 'template/home', kind, place: {}, values }) as EditRequest;
  await service.edit(
    put('heading', { text: word }),
    put('text', { text: `<h2>${word}</h2><p>${word}</p><ul><li>${word}</li></ul>` }),
    put('poster', { title: word.slice(0, 80), text: word, action: word.slice(0, 40), link: { to: 'home' } }),
    put('side-by-side', { title: word.slice(0, 80), text: `<p>${word}</p>` }),
    {
      type: 'insert',
      document: 'menu/header-links',
      place: {},
      values: { label: word.slice(0, 80), link: { to: 'home' } },
    },
  );
  await service.call(routes.publish, { body: {} });
  for (const width of [390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    for (const path of ['/', '/item/gannet-delta']) {
      await page.goto(at(path));
      expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, width]);
    }
  }
});

test('how many stand side by side is never more than it says, in however much room', async () => {
  const set = (value: string | undefined, was: string | undefined): EditRequest => ({
    type: 'set',
    document: 'template/home',
    node: 'h-newest',
    field: 'values.across',
    ...(value === undefined ? {} : { value }),
    ...(was === undefined ? {} : { was }),
  });
  const home = (await service.call(routes.getDocument, { query: { key: 'template/home' } })).document;
  const sections = home.type === 'template' ? [...sectionsIn(home.areas)] : [];
  const was = sections.find(({ id }) => id === 'h-newest')?.values['across'];
  await service.edit(set('2', typeof was === 'string' ? was : undefined));
  await service.call(routes.publish, { body: {} });
  const columns = (): Promise<number> =>
    page.evaluate(() => {
      const cards = document.querySelector('[id$="h-newest"] .cards');
      return cards ? getComputedStyle(cards).gridTemplateColumns.split(' ').length : 0;
    });
  for (const width of [390, 760, 900, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await page.goto(at('/'));
    expect([width, await columns()]).toEqual([width, 2]);
  }
});
