/** `npm run screenshots`: the pictures in docs/screenshots, taken from the demo that runs at PARLOUR_PORT. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './build.mjs';
import { CHROMIUM, needPackages } from './debian.mjs';
import { main } from './say.mjs';

const port = process.env.PARLOUR_PORT ?? '7420';
const consoleAt = `http://localhost:${port}`;
const shop = `http://windrow.localhost:${port}`;
const file = (name) => join(ROOT, 'docs', 'screenshots', `${name}.png`);

await main(async () => {
  needPackages(['chromium']);
  const { chromium } = await import('playwright-core');
  const { DEMO_SIGN_IN } = await import('@parlour/service');
  const args = [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ];
  const browser = await chromium.launch({ executablePath: CHROMIUM, args });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shoot = async (name, address) => {
    await page.goto(address, { waitUntil: 'networkidle' });
    await page.screenshot({ path: file(name) });
  };

  await shoot('storefront-home', `${shop}/`);
  await shoot('storefront-product', `${shop}/item/gannet-delta`);
  await page.setViewportSize({ width: 390, height: 844 });
  await shoot('storefront-product-phone', `${shop}/item/petrel-150`);
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto(consoleAt);
  await page.getByLabel('Mail address').fill(DEMO_SIGN_IN.mail);
  await page.getByLabel('Password').fill(DEMO_SIGN_IN.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Pages' }).waitFor();
  await shoot('console-pages', `${consoleAt}/pages`);
  await shoot('console-templates', `${consoleAt}/templates`);
  await shoot('console-revisions', `${consoleAt}/revisions`);
  await page.goto(`${consoleAt}/workbench/home`, { waitUntil: 'networkidle' });
  await page.locator('[data-plan-section="h-poster"]').click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: file('console-workbench') });

  await terminal(page, 'command-pages', 'pages list', DEMO_SIGN_IN);
  await terminal(page, 'command-draw', 'template draw product', DEMO_SIGN_IN);
  await browser.close();
});

/** A command's output, set as a terminal shows it. */
async function terminal(page, name, line, { mail, password }) {
  const folder = mkdtempSync(join(tmpdir(), 'parlour-shots-'));
  const env = { ...process.env, PARLOUR_URL: consoleAt, PARLOUR_CREDENTIALS: join(folder, 'credentials.json') };
  const run = (words, input) =>
    execFileSync(process.execPath, [join(ROOT, 'cli', 'bin', 'parlour.js'), ...words], {
      env,
      input,
      encoding: 'utf8',
    });
  run(['sign-in', mail, '-'], password);
  const text = `$ parlour ${line}\n${run(line.split(' '))}`;
  rmSync(folder, { recursive: true });
  const escaped = text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  await page.setContent(
    `<body style="margin:0;background:#231d20;color:#efe8de"><pre style="margin:0;padding:24px;display:inline-block;font:15px/1.45 'DejaVu Sans Mono',monospace">${escaped}</pre>`,
  );
  await page.locator('pre').screenshot({ path: file(name) });
}
