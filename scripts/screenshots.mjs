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
const storefront = `http://windrow.localhost:${port}`;
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
  // The console listens to events, so its network is never idle.
  const shoot = async (name, address) => {
    await page.goto(address, { waitUntil: 'load' });
    await page.waitForTimeout(1500);
    // The previewed page beside a form comes after the form.
    for (const frame of page.frames()) await frame.waitForLoadState('load');
    await page.evaluate('document.fonts.ready.then(() => null)');
    await page.screenshot({ path: file(name) });
  };

  await shoot('storefront-home', `${storefront}/`);
  await shoot('storefront-product', `${storefront}/item/gannet-delta`);
  await shoot('storefront-second', `http://osierwick.localhost:${port}/`);
  await page.goto(`${storefront}/item/gannet-delta`);
  await page.getByRole('button', { name: 'Add to cart' }).click();
  await page.locator('.buy-done').waitFor();
  await page.goto(`${storefront}/checkout`);
  for (const [label, value] of Object.entries({
    'Email address': 'mara@brakenau.example',
    Name: 'Mara Quill',
    'Street and number': 'Quay 3',
    Postcode: '00317',
    Town: 'Brakenau',
  }))
    await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByLabel('Country').selectOption('DE');
  await page.getByLabel(/By post/).check();
  await page.locator('.sums', { hasText: '€51.80' }).waitFor();
  await page.screenshot({ path: file('storefront-checkout'), fullPage: true });
  await page.setViewportSize({ width: 390, height: 844 });
  await shoot('storefront-product-phone', `${storefront}/item/ripple-150`);
  await page.setViewportSize({ width: 1280, height: 800 });

  const { run, done } = commandLine(DEMO_SIGN_IN);
  run(['section', 'set', 'home', 'h-poster', 'title', 'Wind is free']);
  run(['publish', '--note', 'First words']);
  run(['section', 'set', 'home', 'h-sport', 'title', 'For gales']);
  run(['timed-change', 'add', 'Gale week', '--from', '2099-11-27T08:00', '--until', '2099-11-30T23:00']);
  run(['section', 'set', 'home', 'h-dunes', 'title', 'Which wind, you ask?']);
  run(['section', 'move', 'home', 'h-workshop', '--before', 'h-newest']);
  run(['design', 'copy', 'Summer', '--groundwork', 'brasslamp']);
  run(['team', 'invite', 'tolle@windrow.example', 'builder']);

  await page.goto(consoleAt);
  await page.getByLabel('Email address').fill(DEMO_SIGN_IN.email);
  await page.getByLabel('Password').fill(DEMO_SIGN_IN.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Set-up' }).waitFor();
  await shoot('console-overview', `${consoleAt}/overview`);
  await shoot('console-content', `${consoleAt}/content/delivery`);
  await shoot('console-product', `${consoleAt}/products/K-003`);
  await shoot('console-pages', `${consoleAt}/pages`);
  await shoot('console-templates', `${consoleAt}/templates`);
  await shoot('console-revisions', `${consoleAt}/revisions`);
  await shoot('console-designs', `${consoleAt}/designs`);
  await shoot('console-compare', `${consoleAt}/compare?from=1&to=draft`);
  await page.goto(`${consoleAt}/look`, { waitUntil: 'load' });
  await page.getByRole('tab', { name: 'Colour' }).click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: file('console-look') });
  await page.goto(`${consoleAt}/workbench/home`, { waitUntil: 'load' });
  await page.locator('[data-plan-section="h-poster"]').click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: file('console-workbench') });

  await terminal(page, run, 'command-pages', ['page', 'list', '--page-kind', 'product']);
  await terminal(page, run, 'command-draw', ['template', 'draw', 'product']);
  await terminal(page, run, 'command-why', ['page', 'why', 'product:K-006']);
  await terminal(page, run, 'command-dry-run', [
    'assign',
    'product',
    'product-plain',
    '--when',
    'price >= 40',
    '--dry-run',
  ]);
  done();
  await browser.close();
});

/** The command line, signed in; `done` forgets its token. */
function commandLine({ email, password }) {
  const folder = mkdtempSync(join(tmpdir(), 'parlour-shots-'));
  const env = { ...process.env, PARLOUR_URL: consoleAt, PARLOUR_CREDENTIALS: join(folder, 'credentials.json') };
  const run = (words, input) =>
    execFileSync(process.execPath, [join(ROOT, 'cli', 'bin', 'parlour.js'), ...words], {
      env,
      input,
      encoding: 'utf8',
    });
  run(['sign-in', email, '-'], password);
  return { run, done: () => rmSync(folder, { recursive: true }) };
}

/** A command's output, set as a terminal shows it. */
async function terminal(page, run, name, words) {
  const line = words.map((word) => (/[ >]/.test(word) ? `'${word}'` : word)).join(' ');
  const text = `$ parlour ${line}\n${run(words)}`;
  const escaped = text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  await page.setContent(
    `<body style="margin:0;background:#231d20;color:#efe8de"><pre style="margin:0;padding:24px;display:inline-block;font:15px/1.45 'DejaVu Sans Mono',monospace">${escaped}</pre>`,
  );
  await page.locator('pre').screenshot({ path: file(name) });
}
