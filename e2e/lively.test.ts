/** What makes sections of a storefront livelier, in a real browser: by mouse, by keys, on a phone, and without script. */
import type { BrowserContext, Page } from 'playwright-core';
import { routes } from '@parlour/contract';
import { linksTo } from '../service/tests/mailbox.js';
import { testService, type TestService } from '../service/tests/service.js';
import { complaints, openBrowser, soon } from './browser.js';

let service: TestService;
let browser: BrowserContext;
let page: Page;
let faults: string[];
beforeAll(async () => {
  service = await testService();
  browser = await openBrowser();
  page = await browser.newPage();
  await page.emulateMedia({ reducedMotion: 'reduce' });
  faults = complaints(page);
});
afterAll(async () => {
  await browser?.close();
  await service?.stop();
});
afterEach(() => expect(faults).toEqual([]));

const at = (path: string): string => `http://windrow.localhost:${service.port}${path}`;

test('slides are moved on by buttons, which rest at either end', async () => {
  await page.goto(at('/from-the-quay'));
  const slides = page.locator('.slides');
  const [before, after] = [page.getByRole('button', { name: 'Previous' }), page.getByRole('button', { name: 'Next' })];
  expect([await before.isDisabled(), await after.isDisabled()]).toEqual([true, false]);
  await after.click();
  await before.and(page.locator(':enabled')).waitFor();
  await soon(() => slides.evaluate('(document.querySelector(".slides")).scrollLeft')).toBeGreaterThan(300);
  await after.click();
  await after.and(page.locator(':disabled')).waitFor();
});

test('a picture of a gallery is seen large, and stepped through by keys and buttons; then one is back where one was', async () => {
  await page.goto(at('/from-the-quay'));
  const links = page.locator('[data-large]');
  await links.nth(1).click();
  const large = page.locator('dialog.large');
  await large.getByText('After · 2 / 6').waitFor();
  await soon(() => large.locator('img').getAttribute('src')).toBe(
    await links.nth(1).evaluate('document.querySelectorAll("[data-large]")[1].href'),
  );
  // However tall the picture and low the window, all of it is seen, with its line.
  await page.setViewportSize({ width: 900, height: 420 });
  await soon(() =>
    large.evaluate(`(() => {
      const fits = (selector) => {
        const { top, bottom, left, right } = document.querySelector(selector).getBoundingClientRect();
        return top >= 0 && left >= 0 && bottom <= innerHeight && right <= innerWidth && bottom > top;
      };
      return ['dialog.large img', 'dialog.large p', 'dialog.large [data-close]'].map(fits).join();
    })()`),
  ).toBe('true,true,true');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.keyboard.press('ArrowRight');
  await large.getByText('3 / 6').waitFor();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await large.getByText('6 / 6').waitFor();
  await large.getByRole('button', { name: 'Next' }).click();
  await large.getByText('Before it is sewn · 1 / 6').waitFor();
  await page.keyboard.press('Escape');
  await large.waitFor({ state: 'hidden' });
  await soon(() => links.first().evaluate('document.activeElement === document.querySelector("[data-large]")')).toBe(
    true,
  );
});

test('of an accordion that opens one part at a time the other closes; as tabs they go by arrow keys', async () => {
  await page.goto(at('/questions'));
  const open = page.locator('.accordion-part[open] summary');
  await soon(() => open.allInnerTexts()).toEqual(['Which kite for a child of six?']);
  await page.getByText('Does it fly inland?').click();
  await soon(() => open.allInnerTexts()).toEqual(['Does it fly inland?']);

  await service.edit({
    type: 'set',
    document: 'template/questions',
    node: 'questions-accordion',
    field: 'values.shown',
    was: 'single',
    value: 'tabs',
  });
  await service.call(routes.publish, { body: { note: 'Tabs' } });
  await page.goto(at('/questions'));
  const tab = (name: string) => page.getByRole('tab', { name });
  await soon(() => tab('Which kite for a child of six?').getAttribute('aria-selected')).toBe('true');
  await tab('Which kite for a child of six?').press('ArrowRight');
  await page.getByRole('tabpanel', { name: 'Does it fly inland?' }).waitFor();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('tabpanel', { name: 'How long should the line be?' }).waitFor();
  await soon(() => page.locator('.accordion-part[open]').count()).toBe(1);
});

test('a countdown counts; without script the day is said', async () => {
  await page.goto(at('/browse/line-reels-tails'));
  const left = page.locator('.countdown-left');
  await left.getByText('days').waitFor();
  const seconds = left.locator('[data-unit="1000"]');
  await soon(() => seconds.innerText()).toMatch(/^\d+$/);
  const first = await seconds.innerText();
  await page.locator(`.countdown-left [data-unit="1000"]:not(:text-is("${first}"))`).waitFor();
  const plain = await openBrowser({ javaScriptEnabled: false });
  try {
    const other = await plain.newPage();
    await other.goto(at('/browse/line-reels-tails'));
    await other.getByText('until 31 January 2027 at 20:00').waitFor();
    await soon(() => other.locator('.countdown-left').isVisible()).toBe(false);
  } finally {
    await plain.close();
  }
});

test('by a clock that is ahead nothing counts, and the page is not loaded again and again', async () => {
  // A clock is one for all pages of a browser: the other pages would come to their end, and load themselves anew.
  const later = await openBrowser();
  try {
    const ahead = await later.newPage();
    let loads = 0;
    ahead.on('load', () => loads++);
    await ahead.clock.setFixedTime('2027-02-01T00:00:00Z');
    await ahead.goto(at('/browse/line-reels-tails'));
    await ahead.getByText('until 31 January 2027 at 20:00').waitFor();
    await ahead.waitForTimeout(500);
    expect(loads).toBe(1);
  } finally {
    await later.close();
  }
});

test('the sign-up answers in its place: what is wrong, then thanks, and the page stays', async () => {
  await page.goto(at('/workshop'));
  await page.evaluate('(window.stayed = true)');
  const field = page.getByLabel('Email address');
  await field.fill('nobody@quill');
  await page.getByRole('button', { name: 'Sign up' }).click();
  await page
    .getByText('This is not an email address')
    .or(page.locator('.k-news-sign-up [role=alert]'))
    .first()
    .waitFor();
  // What a browser says of a refused form is no fault.
  faults.length = 0;
  await field.fill('ada@quill.example');
  await page.getByRole('button', { name: 'Sign up' }).click();
  await page.locator('.form-done').getByText('Thank you. You will hear from us.').waitFor();
  await soon(() => page.evaluate('window.stayed')).toBe(true);
});

test('a shopper who follows a link for those signed in asks for one by email, comes by it, and is where they wanted to be', async () => {
  await page.goto(at('/wholesale'));
  await page.getByRole('heading', { name: 'Sign in', level: 1 }).waitFor();
  const form = page.locator('.k-sign-in-form');
  await form.getByLabel('Email address').fill('ines@kites.example');
  await form.getByRole('button', { name: 'Send me a link' }).click();
  await form.getByText('Check your email').waitFor();
  const [link = ''] = await linksTo(service, 'ines@kites.example', 1);
  await page.goto(link);
  await form.getByText('Sign in as ines@kites.example?').waitFor();
  await form.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Prices by the dozen' }).waitFor();
  await page.goto(at('/sign-in'));
  await form.getByRole('button', { name: 'Sign out' }).click();
  await form.getByLabel('Email address').waitFor();
  await page.goto(at('/wholesale'));
  await form.getByLabel('Email address').waitFor();
});

test('the map is near or far without script; the menu of a phone is a drawer without script too', async () => {
  const phone = await openBrowser({ width: 390, height: 844, javaScriptEnabled: false });
  try {
    const other = await phone.newPage();
    await other.goto(at('/contact'));
    const shown = other.locator('.map-drawing:visible');
    await soon(() => shown.getAttribute('class')).toContain('map-at-middle');
    await other.locator('.map-steps').getByText('Far').click();
    await soon(() => shown.getAttribute('class')).toContain('map-at-far');
    const menu = other.locator('nav.menu-bar');
    await soon(() => menu.isVisible()).toBe(false);
    await other.getByRole('button', { name: 'Menu' }).click();
    await menu.getByRole('link', { name: 'Questions' }).waitFor();
    await other.keyboard.press('Escape');
    await menu.waitFor({ state: 'hidden' });
    await other.getByRole('button', { name: 'Menu' }).click();
    await menu.getByRole('button', { name: 'Close' }).click();
    await menu.waitFor({ state: 'hidden' });
  } finally {
    await phone.close();
  }
});

test('a second picture shows under the pointer and by keyboard, or peeks out beside the first; it leads to the product', async () => {
  await page.goto(at('/browse/single-line'));
  const card = page.locator('.card', { has: page.locator('.card-strip') }).first();
  const opacity = (): Promise<string> =>
    card
      .locator('img')
      .last()
      .evaluate('getComputedStyle(document.querySelector(".card-strip img:last-child")).opacity');
  expect(await opacity()).toBe('0');
  await card.hover();
  await soon(opacity).toBe('1');
  await page.mouse.move(0, 0);
  await soon(opacity).toBe('0');
  await card.locator('.card-title a').focus();
  await soon(opacity).toBe('1');

  await page.goto(at('/browse/sport-and-indoor'));
  const [whole, peeking] = await Promise.all(
    [page.locator('.card-picture').first(), page.locator('.card-strip img:last-child').first()].map((one) =>
      one.boundingBox(),
    ),
  );
  if (!whole || !peeking) throw new Error('There are no two pictures.');
  const seen = whole.x + whole.width - peeking.x;
  expect([seen > 10, seen < whole.width / 4]).toEqual([true, true]);
  const to = await page.locator('.card-title a').first().getAttribute('href');
  await page.locator('.card-strip').first().click();
  await page.waitForURL((url) => url.pathname === to);
});

test('what is bought from its card says so there, also by keyboard, and stays in its place', async () => {
  await page.goto(`http://osierwick.localhost:${service.port}/`);
  const first = page.locator('.card').first();
  const button = first.getByRole('button', { name: 'Add to cart Hearth candle' });
  await button.press('Enter');
  await first.getByText('It is in your cart.').waitFor();
  await soon(() => button.evaluate('document.activeElement?.textContent')).toContain('Add to cart');
  await first.getByRole('link', { name: 'Cart' }).click();
  await page.getByRole('heading', { name: 'Cart', exact: true }).waitFor();
  await page.getByText('Hearth candle').first().waitFor();
});
