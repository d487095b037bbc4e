/** The console as its tests want it: a service with the demo, and a page on which its owner is signed in. */
import type { BrowserContext, FrameLocator, Page } from 'playwright-core';
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
    await signIn(page, consoleAt('/'));
  });
  afterAll(async () => {
    await browser?.close();
    await service?.stop();
  });
  afterEach(() => expect(faults.splice(0).filter((fault) => !expected.test(fault))).toEqual([]));
}
