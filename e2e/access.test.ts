/** What can be found by machine of WCAG 2.2: every page of the console, light and dark, and every kind of store page. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { BrowserContext, Page } from 'playwright-core';
import { createClient, routes, type Client } from '@parlour/contract';
import { DEMO_SIGN_IN } from '@parlour/service';
import { testService, type TestService } from '../service/tests/service.js';
import { openBrowser, signIn, soon } from './browser.js';

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
  ['/overview', 'Windrow Kites'],
  ['/pages', 'Pages'],
  ['/templates', 'Templates'],
  ['/look', 'Look'],
  ['/content', 'Content pages'],
  ['/content/about', 'The workshop'],
  ['/menus/main', 'Menus'],
  ['/regions', 'Regions'],
  ['/rules/product', 'Rules'],
  ['/paths', 'Paths'],
  ['/delivery', 'Delivery'],
  ['/store', 'Store'],
  ['/inbox', 'Inbox'],
  ['/pictures', 'Pictures'],
  ['/additions', 'Additions'],
  ['/additions/sport-days', 'Sport days'],
  ['/sample-catalogue', 'Sample catalogue'],
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
    await soon(() => page.evaluate('document.querySelectorAll("h1").length')).toBe(1);
    // What stands in the frame is a store page, which is looked at below.
    expect(await findings('iframe')).toEqual([]);
  });
});

const OWN_PATHS = ['/no/such/page', '/find?words=kite'];

/** Every page of a store, by path. */
async function pathsOf(store: string): Promise<string[]> {
  const client = store === 'windrow' ? service : await ownerOf(store);
  const { pages } = await client.call(routes.listPages, { params: { store, design: 'live' }, query: { limit: 200 } });
  // An order’s page needs its order; what is not sent is the not-found page, which is among the own paths.
  return [
    ...pages.flatMap(({ path }) => path ?? []).filter((path) => path.startsWith('/') && !path.includes('thank-you')),
    ...OWN_PATHS,
  ];
}

/** What is wrong with a store page on a desktop and on a phone. */
async function faultsOf(url: string): Promise<string[]> {
  const faults: string[] = [];
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(url);
  await page.waitForLoadState('networkidle');
  if (!/\S.{10}/.test((await page.locator('meta[name=description]').getAttribute('content')) ?? ''))
    faults.push('has no description');
  if ((await page.evaluate('window.shift')) !== 0) faults.push('shifts while it loads');
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    const wide = await page.evaluate<number>('document.documentElement.scrollWidth');
    if (wide > width) faults.push(`is ${wide} wide on a screen of ${width}`);
    faults.push(...(await findings()).map((finding) => `${width}: ${finding}`));
  }
  return faults.map((fault) => `${new URL(url).pathname}: ${fault}`);
}

describe('store pages, on a desktop and on a phone: nothing is found, each has a description, nothing shifts', () => {
  beforeAll(async () => {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.addInitScript(() => {
      const seen = window as unknown as { shift: number };
      seen.shift = 0;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) seen.shift += (entry as unknown as { value: number }).value;
      }).observe({ type: 'layout-shift', buffered: true });
    });
  });

  // In parts, so that each stays well within the time a test has, on a busy machine too.
  const PARTS = [0, 1, 2, 3];
  test.each(['windrow', 'osierwick'].flatMap((store) => PARTS.map((part) => [store, part] as const)))(
    'all of %s, part %i',
    async (store, part) => {
      const faults: string[] = [];
      const paths = await pathsOf(store);
      expect(paths.length).toBeGreaterThan(15);
      for (const path of paths.filter((_, i) => i % PARTS.length === part))
        faults.push(...(await faultsOf(`http://${store}.localhost:${service.port}${path}`)));
      expect(faults).toEqual([]);
    },
  );

  test('some in a language that runs from right to left', async () => {
    await service.call(routes.setLanguages, { body: { languages: ['ar'] } });
    const faults: string[] = [];
    for (const path of ['/ar', '/ar/reach-us', '/ar/flying-guide', '/ar/from-the-mole', '/ar/browse', '/ar/cart'])
      faults.push(...(await faultsOf(`http://windrow.localhost:${service.port}${path}`)));
    expect(faults).toEqual([]);
    await soon(() => page.evaluate('document.dir')).toBe('rtl');
    await page.setViewportSize({ width: 1280, height: 800 });
    const mark = await page.locator('.mark').first().boundingBox();
    expect(mark?.x).toBeGreaterThan(640);
  });
});

/** Somebody who owns a store of the demo. */
async function ownerOf(store: string): Promise<Client> {
  const open = createClient({ origin: service.origin });
  const body = { mail: `owner@${store}.example`, password: DEMO_SIGN_IN.password, name: 'access' };
  const { token } = await open.call(routes.createToken, { body });
  return createClient({ origin: service.origin, token });
}
