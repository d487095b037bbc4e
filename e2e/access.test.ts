/** What can be found by machine of WCAG 2.2: every page of the console, light and dark, and every kind of store page. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'playwright-core';
import { createClient, routes, type Client } from '@parlour/contract';
import { DEMO_SIGN_IN } from '@parlour/service';
import { soon } from './browser.js';
import { browser, go, isQuiet, openConsole, page, service, storefrontAt } from './console-page.js';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
interface Found {
  readonly violations: { readonly id: string; readonly help: string; readonly nodes: { readonly html: string }[] }[];
}

// Some pages are looked for that are not there.
openConsole({ expected: /404/ });
/** Two, so that one is looked through while the other loads. */
const tabs: Page[] = [];
beforeAll(async () => {
  tabs.push(page, await browser.newPage());
  for (const tab of tabs) await tab.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
});

/** What is wrong with each of a list, looked at in both tabs. */
async function faultsIn<T>(list: readonly T[], look: (tab: Page, one: T) => Promise<string[]>): Promise<string[]> {
  const left = [...list];
  const found = await Promise.all(
    tabs.map(async (tab) => {
      const faults: string[] = [];
      for (let one = left.shift(); one !== undefined; one = left.shift()) faults.push(...(await look(tab, one)));
      return faults;
    }),
  );
  return found.flat();
}

/**
 * What axe finds wrong on an open page, each with the first element it is found at.
 * @param leaveOut what is not looked at; only: these rules, or all of them
 */
async function findings(
  tab: Page,
  { leaveOut = '', only = [] }: { leaveOut?: string; only?: readonly string[] },
): Promise<string[]> {
  if (await tab.evaluate('!window.axe')) await tab.evaluate(AXE);
  const { violations } = await tab.evaluate<Found, readonly [string, readonly string[]]>(
    ([without, rules]) =>
      (window as unknown as { axe: { run(context: object, options: object): Promise<Found> } }).axe.run(
        { include: [['html']], ...(without ? { exclude: [[without]] } : {}) },
        { resultTypes: ['violations'], ...(rules.length > 0 && { runOnly: rules }) },
      ),
    [leaveOut, only],
  );
  return violations.map(({ id, help, nodes }) => `${id}: ${help}: ${nodes[0]?.html.slice(0, 160) ?? ''}`);
}

const CONSOLE: readonly [path: string, there: string][] = [
  ['/overview', 'Windrow Kites'],
  ['/products', 'Products'],
  ['/products/K-003', 'Gannet Delta'],
  ['/new-product', 'New product'],
  ['/collections', 'Collections'],
  ['/collections/C-1', 'Single-line kites'],
  ['/brands', 'Brands'],
  ['/reviews', 'Reviews'],
  ['/files', 'Import and export'],
  ['/pages', 'Pages'],
  ['/templates', 'Templates'],
  ['/look', 'Look'],
  ['/content', 'Content pages'],
  ['/content/about', 'The workshop'],
  ['/menus/header-links', 'Menus'],
  // What failed is said.
  ['/menus/gone', 'Page not found'],
  ['/regions', 'Regions'],
  ['/rules/product', 'Rules'],
  ['/paths', 'Paths'],
  ['/delivery', 'Delivery'],
  ['/store', 'Store'],
  ['/inbox', 'Inbox'],
  ['/orders', 'Orders'],
  // What is not there is said.
  ['/orders/999', 'Page not found'],
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

/** In parts, so that each stays well within the time a test has, on a busy machine too. */
const partsOf = <T>(list: readonly T[], parts: number): T[][] =>
  Array.from({ length: parts }, (_, part) => list.filter((_, i) => i % parts === part));

test.each(partsOf(CONSOLE, 4).map((some) => [some.map(([path]) => path).join(', '), some] as const))(
  'nothing is found in the console, light and dark: %s',
  async (_, some) => {
    const faults = await faultsIn(some, async (tab, [path, there]) => {
      await go(path, tab);
      await tab.getByRole('heading', { name: there, exact: true }).first().waitFor({ state: 'attached' });
      await isQuiet(tab);
      await soon(() => tab.evaluate('document.querySelectorAll("h1").length')).toBe(1);
      // What stands in the frame is a store page, which is looked at below.
      const found = await findings(tab, { leaveOut: 'iframe' });
      // An open page follows the system; other colours change only what can be read.
      await tab.emulateMedia({ colorScheme: 'dark' });
      await tab.locator('.v-theme--night').first().waitFor();
      found.push(...(await findings(tab, { leaveOut: 'iframe', only: ['color-contrast'] })));
      await tab.emulateMedia({ colorScheme: 'light' });
      return found.map((fault) => `${path}: ${fault}`);
    });
    expect(faults).toEqual([]);
  },
);

const OWN_PATHS = ['/no/such/page', '/search?words=kite'];

/** Of pages with the same template so many are looked at; all of them in the long run. */
const OF_EACH = process.env['PARLOUR_SOAK'] ? Infinity : 1;

/** The pages of a store, by path. */
async function pathsOf(store: string): Promise<string[]> {
  const client = store === 'windrow' ? service : await ownerOf(store);
  const all = await client.call(routes.listPages, { params: { store, design: 'live' }, query: { limit: 200 } });
  const seen = new Map<string, number>();
  const pages = all.pages.filter(({ pageKind, template }) => {
    const like = `${pageKind} ${template?.code ?? ''}`;
    const count = (seen.get(like) ?? 0) + 1;
    seen.set(like, count);
    return count <= OF_EACH;
  });
  // An order’s page needs its order; what is not sent is the not-found page, which is among the own paths.
  return [
    ...pages.flatMap(({ path }) => path ?? []).filter((path) => path.startsWith('/') && !path.includes('thank-you')),
    ...OWN_PATHS,
  ];
}

/** The rules by which the same markup may pass on one screen and fail on another. */
const LAID_OUT = ['color-contrast', 'target-size', 'scrollable-region-focusable', 'link-in-text-block'];

/**
 * What is wrong with a store page on a desktop and on a phone.
 * @param isWhole by all rules on a phone too; pages share what stands there and not on a desktop
 */
async function faultsOf(tab: Page, url: string, isWhole: boolean): Promise<string[]> {
  const faults: string[] = [];
  await tab.setViewportSize({ width: 1280, height: 800 });
  await tab.goto(url);
  // What comes late comes with the typefaces, and is drawn with the next frames.
  await tab.evaluate('document.fonts.ready.then(() => new Promise((go) => setTimeout(go, 60)))');
  if (!/\S.{10}/.test((await tab.locator('meta[name=description]').getAttribute('content')) ?? ''))
    faults.push('has no description');
  if ((await tab.evaluate('window.shift')) !== 0) faults.push('shifts while it loads');
  for (const width of [1280, 390]) {
    await tab.setViewportSize({ width, height: 800 });
    const wide = await tab.evaluate<number>('document.documentElement.scrollWidth');
    if (wide > width) faults.push(`is ${wide} wide on a screen of ${width}`);
    const only = width === 1280 || isWhole ? [] : LAID_OUT;
    faults.push(...(await findings(tab, { only })).map((finding) => `${width}: ${finding}`));
  }
  return faults.map((fault) => `${new URL(url).pathname}: ${fault}`);
}

describe('store pages, on a desktop and on a phone: nothing is found, each has a description, nothing shifts', () => {
  beforeAll(async () => {
    for (const tab of tabs) {
      await tab.emulateMedia({ reducedMotion: 'no-preference' });
      await tab.addInitScript(() => {
        const seen = window as unknown as { shift: number };
        seen.shift = 0;
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries()) seen.shift += (entry as unknown as { value: number }).value;
        }).observe({ type: 'layout-shift', buffered: true });
      });
    }
  });
  const PARTS = [0, 1];
  let looked = 0;
  const look = (store: string) => (tab: Page, path: string) =>
    faultsOf(tab, `http://${store}.localhost:${service.port}${path}`, OF_EACH === Infinity || looked++ % 4 === 0);

  test.each(['windrow', 'osierwick'].flatMap((store) => PARTS.map((part) => [store, part] as const)))(
    'all of %s, part %i',
    async (store, part) => {
      const paths = await pathsOf(store);
      expect(paths.length).toBeGreaterThan(10);
      expect(await faultsIn(partsOf(paths, PARTS.length)[part] ?? [], look(store))).toEqual([]);
    },
  );

  test('some in a language that runs from right to left', async () => {
    await service.call(routes.setLanguages, { body: { languages: ['ar'] } });
    const some = ['/ar', '/ar/contact', '/ar/flying-guide', '/ar/from-the-quay', '/ar/browse', '/ar/cart'];
    expect(await faultsIn(some, look('windrow'))).toEqual([]);
    await page.goto(storefrontAt('/ar'));
    await soon(() => page.evaluate('document.dir')).toBe('rtl');
    await page.setViewportSize({ width: 1280, height: 800 });
    const mark = await page.locator('.mark').first().boundingBox();
    expect(mark?.x).toBeGreaterThan(640);
  });
});

/** Somebody who owns a store of the demo. */
async function ownerOf(store: string): Promise<Client> {
  const open = createClient({ origin: service.origin });
  const body = { email: `owner@${store}.example`, password: DEMO_SIGN_IN.password, name: 'access' };
  const { token } = await open.call(routes.createToken, { body });
  return createClient({ origin: service.origin, token });
}
