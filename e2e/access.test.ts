/** What can be found by machine of WCAG 2.2: every page of the console, light and dark, and every kind of store page. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { BrowserContext, Page } from 'playwright-core';
import { testService, type TestService } from '../service/tests/service.js';
import { openBrowser, signIn } from './browser.js';

const AXE = readFileSync(createRequire(__filename).resolve('axe-core/axe.min.js'), 'utf8');
interface Found {
  readonly violations: { readonly id: string; readonly help: string; readonly nodes: { readonly html: string }[] }[];
}

let service: TestService;
let browser: BrowserContext;
let page: Page;
beforeAll(async () => {
  service = await testService();
  browser = await openBrowser();
  page = await browser.newPage();
  await signIn(page, `http://localhost:${service.port}/`);
});
afterAll(async () => {
  await browser?.close();
  await service?.stop();
});

/** What axe finds wrong on the open page, each with the first element it is found at. */
async function findings(leaveOut = ''): Promise<string[]> {
  await page.evaluate(AXE);
  const { violations } = await page.evaluate<Found, string>(
    (without) =>
      (window as unknown as { axe: { run(context: object): Promise<Found> } }).axe.run({
        include: [['html']],
        ...(without ? { exclude: [[without]] } : {}),
      }),
    leaveOut,
  );
  return violations.map(({ id, help, nodes }) => `${id}: ${help}: ${nodes[0]?.html.slice(0, 160) ?? ''}`);
}

const CONSOLE: readonly [path: string, there: string][] = [
  ['/pages', 'Pages'],
  ['/templates', 'Templates'],
  ['/look', 'Look'],
  ['/designs', 'Designs'],
  ['/revisions', 'Revisions'],
  ['/compare', 'Compare'],
  ['/team', 'Team'],
  ['/account', 'Your account'],
  ['/new-store', 'A new store'],
  ['/nowhere', 'Page not found'],
  ['/forgotten-password', 'Forgot your password?'],
  ['/workbench/product%3AK-003', 'Gannet Delta'],
];

describe.each(['light', 'dark'] as const)('the console, %s', (colorScheme) => {
  beforeAll(() => page.emulateMedia({ colorScheme }));

  test.each(CONSOLE)('%s', async (path, there) => {
    await page.goto(`http://localhost:${service.port}${path}`);
    await page.getByRole('heading', { name: there, exact: true }).first().waitFor({ state: 'attached' });
    await page.waitForLoadState('networkidle');
    expect(await page.evaluate('document.querySelectorAll("h1").length')).toBe(1);
    // What stands in the frame is a store page, which is looked at below.
    expect(await findings('iframe')).toEqual([]);
  });
});

const STORES: readonly [store: string, path: string][] = [
  ['windrow', '/'],
  ['windrow', '/item/duskmoth'],
  ['windrow', '/item/gannet-delta'],
  ['windrow', '/browse/sport-kites'],
  ['windrow', '/brand/featherby'],
  ['windrow', '/about'],
  ['windrow', '/no/such/page'],
  ['osierwick', '/'],
];

test.each(STORES)(
  '%s %s: nothing is found, it has a description, and nothing shifts while it loads',
  async (store, path) => {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.addInitScript(() => {
      const seen = window as unknown as { shift: number };
      seen.shift = 0;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) seen.shift += (entry as unknown as { value: number }).value;
      }).observe({ type: 'layout-shift', buffered: true });
    });
    await page.goto(`http://${store}.localhost:${service.port}${path}`);
    await page.waitForLoadState('networkidle');
    expect(await findings()).toEqual([]);
    expect(await page.locator('meta[name=description]').getAttribute('content')).toMatch(/\S.{10}/);
    expect(await page.evaluate('window.shift')).toBe(0);
  },
);
