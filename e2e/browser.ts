/** Chromium, driven as a person would. */
import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Locator, type Page } from 'playwright-core';
import { DEMO_SIGN_IN } from '@parlour/service';
import { eventually } from '../service/tests/service.js';

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  // The page in the workbench is of another site. In a process of its own it still gets what is clicked in a list that
  // has opened over it, until the next frames are drawn: a person is never so fast, a test is.
  '--disable-site-isolation-trials',
  '--disable-features=IsolateOrigins,site-per-process',
];

const { PARLOUR_TEST_CHROMIUM: CHROMIUM, PARLOUR_TEST_HEADLESS_CHROMIUM: HEADLESS_CHROMIUM } = process.env;

/** A browser with a fresh profile in the run's own folder. */
export async function openBrowser(
  options: {
    width?: number;
    height?: number;
    javaScriptEnabled?: boolean;
    /** As everybody's browser does, and the headless one cannot: pages are shown as they were left when one goes back. */
    keepsPages?: boolean;
  } = {},
): Promise<BrowserContext> {
  const { width = 1280, height = 800, javaScriptEnabled = true, keepsPages = false } = options;
  if (!CHROMIUM || !HEADLESS_CHROMIUM) throw new Error('Run the tests with “npm test”, which finds Chromium.');
  const home = join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'profiles');
  mkdirSync(home, { recursive: true });
  return chromium.launchPersistentContext(mkdtempSync(join(home, 'p-')), {
    executablePath: keepsPages ? CHROMIUM : HEADLESS_CHROMIUM,
    args: FLAGS,
    ...(keepsPages && { ignoreDefaultArgs: ['--disable-back-forward-cache'] }),
    viewport: { width, height },
    javaScriptEnabled,
  });
}

/** Everything a page complains about: script errors, and files that could not be loaded. */
export function complaints(page: Page): string[] {
  const found: string[] = [];
  page.on('pageerror', (error) => found.push(error.message));
  // Asking who is signed in before anyone is, is answered with 401 as it should.
  page.on('console', (message) => {
    if (message.type() !== 'error' || message.text().includes('401')) return;
    const { url } = message.location();
    const isOfFile = message.text().startsWith('Failed to load resource') && URL.canParse(url);
    found.push(isOfFile ? `${message.text()}: ${new URL(url).pathname}` : message.text());
  });
  return found;
}

/**
 * Picks what a list of the console offers. The list is measured while it opens, so that it may move between the press
 * and the release of a click, which is then nobody's: it is clicked until the list has gone.
 */
export async function pick(option: Locator): Promise<void> {
  await option.click();
  await eventually(async () => {
    const isGone = option.waitFor({ state: 'hidden', timeout: LONGEST_CLOSING });
    await isGone.catch(() => option.click({ timeout: LONGEST_CLOSING }));
    if (await option.isVisible()) throw new Error('The list is still open.');
  });
}

/** Milliseconds after which a list is not closing any more. */
const LONGEST_CLOSING = 1500;

const MATCHERS = ['toBe', 'toEqual', 'toContain', 'toMatch', 'toBeGreaterThan', 'toBeLessThan'] as const;
type Matchers = Record<(typeof MATCHERS)[number], (expected: unknown) => Promise<void>>;

/**
 * As `expect`, of what a page comes to show: read again until it is so, since a page is not done when a click is.
 * @example
 * await soon(() => rows.count()).toBe(9);
 */
export function soon(read: () => Promise<unknown>): Matchers & { readonly not: Matchers } {
  const matchers = (not: boolean): Matchers =>
    Object.fromEntries(
      MATCHERS.map((matcher) => [
        matcher,
        (expected: unknown) =>
          eventually(async () => {
            const found = expect(await read());
            (not ? found.not : found)[matcher](expected as never);
          }),
      ]),
    ) as Matchers;
  return { ...matchers(false), not: matchers(true) };
}

/** Waits until a field that takes the focus by itself has it: what is typed elsewhere before that would land in it. */
export const focused = (field: Locator): Promise<void> => field.and(field.page().locator(':focus')).waitFor();

/**
 * Signs in as the first owner, and goes to the list of pages. With little motion, as a person may wish it: what still
 * grows while it is clicked may be another thing when the button is let go.
 */
export async function signIn(page: Page, origin: string): Promise<void> {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto(origin);
  const [email, password] = [page.getByLabel('Email address'), page.getByLabel('Password')];
  await focused(email);
  await email.fill(DEMO_SIGN_IN.email);
  await password.fill(DEMO_SIGN_IN.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page
    .getByRole('heading', { name: 'Set-up' })
    .waitFor()
    .catch(async (cause: unknown) => {
      const typed = `${await email.inputValue()} and ${(await password.inputValue()).length} characters`;
      const shown = await page.locator('body').innerText();
      throw new Error(`Signing in did not open the overview; typed is ${typed}; this shows: ${shown}`, { cause });
    });
  await page.goto(new URL('/pages', origin).href);
}

/** Opens the choice of section kinds; ready once the search field has the focus, which would close a list that is open. */
export async function addSection(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Add a section' }).click();
  await focused(page.getByRole('textbox', { name: 'Search', exact: true }));
}
