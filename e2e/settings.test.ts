/** Every setting of the look changes something that a shopper sees on a real page. */
import type { BrowserContext, Page } from 'playwright-core';
import type { LookDocument } from '@parlour/core/documents';
import { CARD_SETTINGS, LOOK_GROUPS, lookFields, lookRoot } from '@parlour/core/look';
import { otherValues } from '../core/tests/other-values.js';
import { testService, type TestService } from '../service/tests/service.js';
import { openBrowser } from './browser.js';

let service: TestService;
let browser: BrowserContext;
const pages: Page[] = [];
const at = (path: string): string => `http://windrow.localhost:${service.port}${path}`;

beforeAll(async () => {
  service = await testService();
  browser = await openBrowser();
  const [first] = browser.pages();
  const cart = first ?? (await browser.newPage());
  await cart.goto(at('/item/duskmoth'));
  await cart.getByRole('button', { name: 'Add to cart' }).click();
  await cart.getByText('In your cart').first().waitFor();
  for (const path of ['/item/duskmoth', '/browse/sport-and-indoor', '/', '/checkout', '/delivery']) {
    const page = await browser.newPage();
    await page.goto(at(path));
    await page.evaluate(() => document.fonts.ready);
    pages.push(page);
  }
});
afterAll(async () => {
  await browser?.close();
  await service?.stop();
});

/** How everything on a page looks, as one text. */
const looks = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const names = [
      'color,background-color,border-top-color,border-top-width,border-top-left-radius,box-shadow,transition-duration',
      'font-family,font-size,font-weight,letter-spacing,line-height,text-transform,text-align,text-decoration-line',
      'width,height,margin-left,padding-top,padding-bottom,column-gap,aspect-ratio',
    ]
      .join()
      .split(',');
    return [...document.querySelectorAll('body *')]
      .map((element) => {
        const style = getComputedStyle(element);
        return names.map((name) => style.getPropertyValue(name)).join();
      })
      .join('\n');
  });

/** Lays the settings over the page, as the stylesheet of a store that has them would. */
const set = (page: Page, values: Record<string, unknown>): Promise<void> => {
  const look: LookDocument = { format: 1, type: 'look', groundwork: 'foolscap', values: { motion: 'none', ...values } };
  return page.evaluate((rules) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(rules);
    document.adoptedStyleSheets = [sheet];
  }, lookRoot(look));
};

/** The first page that looks different with a value, by its path; null if none does. */
async function changedPage(name: string, value: unknown): Promise<string | null> {
  for (const page of pages) {
    if (name === 'buttonHoverColour') await page.locator('.button').first().hover();
    await set(page, {});
    const before = await looks(page);
    await set(page, { [name]: value });
    const after = await looks(page);
    await set(page, {});
    if (before !== after) return new URL(page.url()).pathname;
  }
  return null;
}

/** What cards show is html, not rules; `cards.test.ts` of core has them all. */
const isOfRules = (name: string): boolean => !Object.hasOwn(CARD_SETTINGS, name);

describe.each(Object.entries(LOOK_GROUPS))('%s', (_, { fields: group }) => {
  const fields = lookFields('foolscap');
  test.each(Object.keys(group).filter(isOfRules))('%s', async (name) => {
    const field = fields[name];
    const others = field ? otherValues(field) : [];
    expect(others.length).toBeGreaterThan(0);
    for (const value of others)
      if (!(name === 'motion' && value === 'none'))
        expect([name, value, await changedPage(name, value)]).toEqual([name, value, expect.stringMatching(/^\//)]);
  });
});
