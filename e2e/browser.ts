/** Chromium, driven as a person would. */
import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from 'playwright-core';
import { DEMO_SIGN_IN } from '@parlour/service';

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];

/** A browser with a fresh profile in the run's own folder. */
export async function openBrowser(
  options: { width?: number; height?: number; javaScriptEnabled?: boolean } = {},
): Promise<BrowserContext> {
  const { width = 1280, height = 800, javaScriptEnabled = true } = options;
  const home = join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'profiles');
  mkdirSync(home, { recursive: true });
  return chromium.launchPersistentContext(mkdtempSync(join(home, 'p-')), {
    executablePath: process.env['PARLOUR_TEST_CHROMIUM'] ?? '/usr/bin/chromium',
    args: FLAGS,
    viewport: { width, height },
    javaScriptEnabled,
  });
}

/** Everything a page complains about: script errors, and files that could not be loaded. */
export function complaints(page: Page): string[] {
  const found: string[] = [];
  page.on('pageerror', (error) => found.push(error.message));
  // Asking who is signed in before anyone is, is answered with 401 as it should.
  page.on(
    'console',
    (message) => message.type() === 'error' && !message.text().includes('401') && found.push(message.text()),
  );
  return found;
}

export async function signIn(page: Page, origin: string): Promise<void> {
  await page.goto(origin);
  await page.getByLabel('Mail address').fill(DEMO_SIGN_IN.mail);
  await page.getByLabel('Password').fill(DEMO_SIGN_IN.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page
    .getByRole('heading', { name: 'Pages' })
    .waitFor()
    .catch(async (cause: unknown) => {
      throw new Error(`Signing in did not open the pages; this shows: ${await page.locator('body').innerText()}`, {
        cause,
      });
    });
}

/** Opens the choice of section kinds; ready once the search field has the focus, which would close a list that is open. */
export async function addSection(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Add a section' }).click();
  await page.getByRole('textbox', { name: 'Search', exact: true }).and(page.locator(':focus')).waitFor();
}
