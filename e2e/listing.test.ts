/** A listing is narrowed, ordered and paged: by keyboard, in place, and the same without script. */
import { routes } from '@parlour/contract';
import type { EditRequest } from '@parlour/core/design';
import type { BrowserContext, Page } from 'playwright-core';
import { testService, type TestService } from '../service/tests/service.js';
import { complaints, openBrowser, soon } from './browser.js';

let service: TestService;
let browser: BrowserContext;
let plain: BrowserContext;
let page: Page;
beforeAll(async () => {
  service = await testService();
  browser = await openBrowser();
  page = await browser.newPage();
  // Few on each page, so that there are several.
  const set = (field: string, value: unknown, was?: unknown): EditRequest => ({
    ...{ type: 'set', document: 'template/filtered-collection', node: 'f-row' },
    ...{ field: `values.${field}`, value, ...(was !== undefined && { was }) },
  });
  await service.edit(set('source', { from: 'newest' }), set('size', 4, 12), set('across', '2', '3'));
  await service.call(routes.publish, { body: {} });
});
afterAll(async () => {
  await browser?.close();
  await plain?.close();
  await service?.stop();
});

const at = (path: string): string => `http://windrow.localhost:${service.port}${path}`;
const LISTED = '/browse/sport-and-indoor';
/** What is seen of the listing: the titles, what is said of their number, what is chosen. */
const seen = (tab: Page) =>
  tab.evaluate(() => {
    const texts = (selector: string): string[] =>
      [...document.querySelectorAll(selector)].map((one) => (one.textContent ?? '').trim());
    return {
      titles: texts('.k-listing .card-title'),
      count: texts('.number-of-results'),
      pages: texts('.paging li'),
      chosen: texts('.filters-chosen li').map((text) => text.replace('×', '')),
      checked: [...document.querySelectorAll<HTMLInputElement>('.filters input:checked')].map(({ value }) => value),
      sort: document.querySelector<HTMLSelectElement>('.sort select')?.value,
    };
  });
const counted = (tab: Page) => tab.locator('.number-of-results').textContent();

test('by keyboard, in place: what is chosen counts at once, focus and scroll stay, and back takes it back', async () => {
  const faults = complaints(page);
  await page.goto(at(LISTED));
  const all = await seen(page);
  expect([all.count, all.pages, all.chosen]).toEqual([['12 products'], ['1', '2', '3'], []]);
  await page.evaluate(() => Object.assign(window, { stillHere: true }));
  const inStock = page.getByLabel(/^In stock/);
  await inStock.focus();
  const scrolled = await page.evaluate(() => scrollY);
  await page.keyboard.press('Space');
  await soon(() => counted(page)).toBe('11 products');
  const narrowed = await seen(page);
  expect(narrowed).toMatchObject({ chosen: ['In stock'], checked: ['available'] });
  expect(new URL(page.url()).search).toBe('?filter=available');
  const id = await inStock.getAttribute('id');
  await soon(() => page.evaluate(() => [document.activeElement?.id, scrollY, 'stillHere' in window])).toEqual([
    id,
    scrolled,
    true,
  ]);

  await page.getByLabel('Sort by').selectOption('-price');
  await soon(async () => page.url()).toContain('sort=-price');
  await soon(async () => (await seen(page)).titles[0]).toBe('Longshore Pro');
  // What was put in is what a browser gets that opens the address.
  const inPlace = await seen(page);
  const other = await browser.newPage();
  await other.goto(page.url());
  await soon(() => seen(other)).toEqual(inPlace);
  await soon(() => other.locator('meta[name=robots]').getAttribute('content')).toBe('noindex');
  await soon(() => other.locator('link[rel=canonical]').getAttribute('href')).toBe(at(LISTED));
  await other.close();

  await page.getByRole('link', { name: 'Page 2' }).press('Enter');
  await soon(async () => page.url()).toContain('page=2');
  await soon(async () => (await seen(page)).titles[0]).toBe('Gannet Delta');
  for (const wanted of [inPlace, narrowed, all]) {
    await page.goBack();
    await soon(() => seen(page)).toEqual(wanted);
  }
  await soon(() => page.evaluate(() => 'stillHere' in window)).toBe(true);
  expect(faults).toEqual([]);
});

test('without script the same addresses show the same, and each choice can be taken away', async () => {
  plain = await openBrowser({ javaScriptEnabled: false });
  const tab = await plain.newPage();
  await tab.goto(at(LISTED));
  await tab.getByLabel(/^Skerry Lines/).check();
  await tab.getByLabel('From').fill('20');
  await tab.locator('.filters').getByRole('button', { name: 'Show' }).click();
  await tab.getByLabel('Sort by').selectOption('price');
  await tab.locator('.sort').getByRole('button', { name: 'Show' }).click();
  expect(new URL(tab.url()).search).toBe('?filter=brand%3AB-1&price-from=20&sort=price');
  const texts = await tab.locator('.k-listing .card-title').allTextContents();
  await page.goto(tab.url());
  expect([texts, (await seen(page)).titles]).toEqual([
    ['Skerry Diamond', 'Gannet Delta'],
    ['Skerry Diamond', 'Gannet Delta'],
  ]);
  await tab.getByRole('link', { name: 'Remove Skerry Lines' }).click();
  expect(new URL(tab.url()).search).toBe('?price-from=20&sort=price');
  await tab.getByRole('link', { name: 'Remove From 20' }).click();
  expect(new URL(tab.url()).search).toBe('?sort=price');
  await tab.getByRole('link', { name: 'List' }).click();
  await soon(() => tab.locator('.listing-rows .card').count()).toBe(4);
});

test('on a phone the filters are a panel behind a button: it stays while one chooses, and Escape closes it', async () => {
  const phone = await browser.newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.goto(at(LISTED));
  const panel = phone.locator('.filters-panel');
  await soon(() => panel.isVisible()).toBe(false);
  await phone.getByRole('button', { name: 'Filter' }).press('Enter');
  await phone.getByLabel(/^Skerry Lines/).check();
  await soon(() => counted(phone)).toBe('3 products');
  await soon(() => panel.isVisible()).toBe(true);
  await phone.keyboard.press('Escape');
  await soon(() => panel.isVisible()).toBe(false);
  await phone.getByRole('button', { name: 'Filter (1)' }).waitFor();
  await phone.close();
});

test('a filter that excludes everything says so, with the way back', async () => {
  await page.goto(at(`${LISTED}?filter=brand%3AB-1&filter=available&price-from=99999`));
  await soon(() => page.locator('.listing-none').textContent()).toBe('No product is like that.');
  await page.getByRole('link', { name: 'Show all products' }).click();
  await soon(() => counted(page)).toBe('12 products');
});
