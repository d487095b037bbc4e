/** Two command lines and one console at the same template at the same time: nothing is lost, all end the same. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { canonicalJson } from '@parlour/core';
import { openDocument } from '@parlour/core/design';
import type { Document } from '@parlour/core/documents';
import { routes } from '@parlour/contract';
import type { BrowserContext, Page } from 'playwright-core';
import { eventually, testService, type TestService } from '../service/tests/service.js';
import { openBrowser, signIn } from './browser.js';

/** Edits of each command line, and of the console; `npm run soak` makes it 500 in all. */
const [BY_COMMAND, BY_HAND] = process.env['PARLOUR_SOAK'] ? [200, 100] : [10, 6];
const PROGRAM = join(import.meta.dirname, '..', 'cli', 'bin', 'parlour.js');

let service: TestService;
let browser: BrowserContext;
let page: Page;
let folder: string;
beforeAll(async () => {
  service = await testService();
  folder = mkdtempSync(join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'together-'));
  browser = await openBrowser();
  page = await browser.newPage();
  await signIn(page, `http://localhost:${service.port}/`);
});
afterAll(async () => {
  await browser?.close();
  await service?.stop();
  rmSync(folder, { recursive: true, force: true });
});

function parlour(...words: string[]): Promise<{ code: number | null; out: string; err: string }> {
  const child = spawn(process.execPath, [PROGRAM, ...words, '--json'], {
    env: { PATH: process.env['PATH'], PARLOUR_URL: service.origin, PARLOUR_TOKEN: service.token, HOME: folder },
  });
  let [out, err] = ['', ''];
  child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
  return new Promise((ended) => child.on('close', (code) => ended({ code, out, err })));
}

const home = async (): Promise<Document> =>
  (await service.call(routes.getDocument, { query: { key: 'template/home' } })).document;
const titleOf = async (): Promise<unknown> => openDocument(await home()).nodes['h-poster']?.values['title'];

test(`${2 * BY_COMMAND + BY_HAND} edits by two command lines and a console`, async () => {
  const added: string[] = [];
  const acknowledged: string[] = [];
  const refused: string[] = [];
  const byCommand = async (who: string): Promise<void> => {
    for (let i = 0; i < BY_COMMAND; i++) {
      const mine = added.filter((id) => id.startsWith(who));
      const own = mine[i % Math.max(1, mine.length)]?.slice(who.length);
      const { code, out, err } = await (i % 4 === 0 || own === undefined
        ? parlour('section', 'add', 'home', 'heading', `text=${who} ${i}`)
        : i % 4 === 1
          ? // Both command lines want this one: now and then one of them comes too late.
            parlour('section', 'set', 'home', 'h-dunes', 'title', `${who} ${i}`)
          : i % 4 === 2
            ? parlour('section', 'move', 'home', own, '--before', 'h-newest')
            : parlour('section', 'set', 'home', own, 'frame.tone', ['soft', 'vivid'][i % 2] ?? 'soft'));
      if (code !== 0) refused.push(err);
      else {
        const answer = JSON.parse(out) as { section?: string; sentences: string[] };
        acknowledged.push(...answer.sentences);
        if (answer.section) added.push(who + answer.section);
      }
    }
  };
  const byHand = async (): Promise<void> => {
    await page.goto(`http://localhost:${service.port}/workbench/home`);
    await page.locator('[data-plan-section="h-poster"]').click();
    for (let i = 0; i < BY_HAND; i++) {
      await page.getByLabel('Title', { exact: true }).fill(`By hand ${i}`);
      await eventually(async () => expect(await titleOf()).toBe(`By hand ${i}`));
      acknowledged.push(`By hand ${i}`);
    }
  };
  await Promise.all([byCommand('a:'), byCommand('b:'), byHand()]);

  const document = await home();
  const { nodes } = openDocument(document);
  for (const id of added) expect(Object.keys(nodes)).toContain(id.slice(2));
  expect(nodes['h-poster']?.values['title']).toBe(`By hand ${BY_HAND - 1}`);
  for (const words of refused) expect(words).toMatch(/"problem": "stale-edit"/);
  const { events } = await service.call(routes.readLog, { query: { limit: 500 } });
  const said = events.flatMap(({ sentences }) => sentences).join('\n');
  for (const sentence of acknowledged) expect(said).toContain(sentence);
  expect(acknowledged.length + refused.length).toBe(2 * BY_COMMAND + BY_HAND);

  // The command line and the console end with what the service has.
  expect(canonicalJson(JSON.parse((await parlour('template', 'show', 'home')).out))).toBe(canonicalJson(document));
  await eventually(async () => {
    const boxes = await page
      .locator('[data-plan-section]')
      .evaluateAll((all) => all.map((one) => one.getAttribute('data-plan-section')));
    expect(boxes).toEqual(expect.arrayContaining(Object.keys(nodes)));
  });
}, 1_200_000);
