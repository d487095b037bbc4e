/** A page that arrives in pieces, as over a slow line: it is drawn once it is there, and nothing on it moves. */
import { createServer, request, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { BrowserContext, Page } from 'playwright-core';
import { routes } from '@parlour/contract';
import { testService, type TestService } from '../service/tests/service.js';
import { openBrowser } from './browser.js';

let service: TestService;
let browser: BrowserContext;
let page: Page;
let slow: Server;
/** After what of a page the first piece ends. */
let cut = '';
/** Sends the second piece. */
let goOn: () => void;

beforeAll(async () => {
  service = await testService();
  browser = await openBrowser();
  page = await browser.newPage();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.addInitScript(() => {
    const seen = window as unknown as { shift: number };
    seen.shift = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) seen.shift += (entry as unknown as { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  slow = createServer(({ url = '/', headers }, response) => {
    const host = String(headers.host).replace(/\d+$/, String(service.port));
    const sent = { ...headers, host, 'accept-encoding': 'identity', connection: 'close' };
    request({ port: service.port, path: url, headers: sent }, (answer) => {
      const { 'content-length': _, ...headers } = answer.headers;
      response.writeHead(answer.statusCode ?? 500, headers);
      if (headers['content-type']?.startsWith('text/html')) sendInPieces(answer, response);
      else answer.pipe(response);
    }).end();
  });
  await new Promise<void>((listens) => slow.listen(0, '127.0.0.1', listens));
});
afterAll(async () => {
  await browser?.close();
  slow?.closeAllConnections();
  slow?.close();
  await service?.stop();
});

function sendInPieces(answer: AsyncIterable<Buffer>, response: ServerResponse): void {
  void (async () => {
    const pieces: Buffer[] = [];
    for await (const piece of answer) pieces.push(piece);
    const html = Buffer.concat(pieces).toString('utf8');
    const at = html.indexOf(cut, html.indexOf('<body')) + cut.length;
    response.write(html.slice(0, at));
    goOn = () => response.end(html.slice(at));
  })();
}

/** How much of a page has moved, in the measure of layout shifts; it comes in two pieces. */
async function shiftOf(store: string, path: string): Promise<{ drawnEarly: boolean; shift: number }> {
  const { port } = slow.address() as AddressInfo;
  await page.goto(`http://${store}.localhost:${port}${path}`, { waitUntil: 'commit' });
  await page.waitForFunction(() => document.querySelector('body *') !== null, undefined, { polling: 20 });
  // As long as it takes until somebody would see it.
  const drawnEarly = await page.evaluate(
    () =>
      new Promise<boolean>((resolve) => {
        setTimeout(() => resolve(false), 400);
        requestAnimationFrame(() => requestAnimationFrame(() => resolve(true)));
      }),
  );
  goOn();
  await page.waitForLoadState('load');
  await page.evaluate('document.fonts.ready.then(() => new Promise((go) => setTimeout(go, 60)))');
  return { drawnEarly, shift: await page.evaluate<number>('window.shift') };
}

test.each([
  // Between a field and its button, both at the end of a row.
  ['windrow', '/item/gannet-delta', ' maxlength="120" required>'],
  ['windrow', '/', '<h1>'],
  ['windrow', '/cart', '<footer class="around around-footer">'],
  ['osierwick', '/', '<h1>'],
])('%s %s, cut after %s', async (store, path, after) => {
  cut = after;
  expect(await shiftOf(store, path)).toEqual({ drawnEarly: false, shift: 0 });
});

test('a long page is drawn when its beginning is there', async () => {
  const text = `<p>${'The wind turns at noon. '.repeat(60)}</p>`.repeat(8);
  for (let i = 0; i < 10; i++)
    await service.edit({ type: 'insert', document: 'template/home', kind: 'text', place: {}, values: { text } });
  await service.edit({
    type: 'insert',
    document: 'template/home',
    kind: 'heading',
    place: {},
    values: { text: 'Ends' },
  });
  await service.call(routes.publish, { body: {} });
  cut = '>Ends<';
  expect(await shiftOf('windrow', '/')).toMatchObject({ drawnEarly: true });
});
