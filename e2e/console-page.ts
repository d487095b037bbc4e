/** The console as its tests want it: a service with the demo, and a page on which its owner is signed in. */
import type { BrowserContext, FrameLocator, Page, Request } from 'playwright-core';
import { testService, type TestService } from '../service/tests/service.js';
import { complaints, openBrowser, signIn } from './browser.js';

export let service: TestService;
export let browser: BrowserContext;
export let page: Page;
/** What the page complains about. Each test is to leave none. */
export let faults: string[] = [];

export const consoleAt = (path: string): string => `http://localhost:${service.port}${path}`;
export const storefrontAt = (path: string): string => `http://windrow.localhost:${service.port}${path}`;
/** The store page that the console shows. */
export const frame = (): FrameLocator => page.frameLocator('iframe');

/**
 * Opens the console before the tests of a file, and closes it after them.
 * @param prepare what to do to the service before anyone looks
 * @param expected what the page may complain about
 */
export function openConsole({
  prepare = () => Promise.resolve(),
  expected = /^$/,
}: { readonly prepare?: () => Promise<unknown>; readonly expected?: RegExp } = {}): void {
  beforeAll(async () => {
    service = await testService();
    await prepare();
    browser = await openBrowser();
    page = await browser.newPage();
    faults = complaints(page);
    waitedFor(page);
    await signIn(page, consoleAt('/'));
  });
  afterAll(async () => {
    await inTime('The browser', browser?.close());
    await inTime('The service', service?.stop());
  });
  afterEach(() => expect(faults.splice(0).filter((fault) => !expected.test(fault))).toEqual([]));
}

/** Milliseconds that an ending may take: nothing else bounds what comes after the last test. */
const LONGEST_END = 30_000;

const inTime = async (what: string, ending: Promise<void> | undefined): Promise<void> => {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error(`${what} has not ended.`)), LONGEST_END);
  });
  await Promise.race([ending, late]).finally(() => clearTimeout(timer));
};

/** What a tab waits for from the service, by tab. */
const asked = new WeakMap<Page, Set<Request>>();

/** What a tab waits for of all it asks from the first time on that somebody wants to know. */
function waitedFor(tab: Page): Set<Request> {
  const known = asked.get(tab);
  if (known) return known;
  const waiting = new Set<Request>();
  asked.set(tab, waiting);
  // Events are listened to as long as a page is open.
  tab.on('request', (request) => request.resourceType() !== 'eventsource' && waiting.add(request));
  tab.on('requestfinished', (request) => waiting.delete(request));
  tab.on('requestfailed', (request) => waiting.delete(request));
  return waiting;
}

/** Milliseconds after which a tab that draws nothing hangs: the driver itself waits for ever. */
const LONGEST_FRAME = 30_000;

/** Waits until a tab has drawn twice. */
async function twoFrames(tab: Page): Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  const stuck = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error(`${tab.url()} has stopped drawing.`)), LONGEST_FRAME);
  });
  const drawn = 'new Promise((go) => requestAnimationFrame(() => requestAnimationFrame(go))).then(() => 0)';
  try {
    await Promise.race([tab.evaluate(drawn), stuck]);
  } finally {
    clearTimeout(timer);
  }
}

/** Rounds of two frames; a page that asks so long for something has most likely gone while it waited. */
const MOST_ROUNDS = 150;

/**
 * Waits until a tab has what it asked for, and what was asked for on account of that. What a frame asked for that has
 * gone meanwhile may never be told as ended: it is forgotten after a while.
 */
export async function isQuiet(tab: Page): Promise<void> {
  const waiting = waitedFor(tab);
  for (let quiet = 0, round = 0; quiet < 3; round++) {
    await twoFrames(tab);
    if (round > MOST_ROUNDS) waiting.clear();
    quiet = waiting.size === 0 ? quiet + 1 : 0;
  }
}

/**
 * Goes to a page of the console as a link in it does, which loads nothing a second time; where one is already, and from
 * elsewhere, it is loaded.
 */
export async function go(path: string, tab = page): Promise<void> {
  // One that is still loading would go where it was going.
  await isQuiet(tab);
  const to = consoleAt(path);
  if (!tab.url().startsWith(consoleAt('/')) || new URL(tab.url()).pathname === new URL(to).pathname) await tab.goto(to);
  else
    await tab.evaluate((there) => {
      history.pushState(null, '', there);
      dispatchEvent(new PopStateEvent('popstate'));
    }, to);
  await isQuiet(tab);
}
