/**
 * Any accepted unit of edits, published: every listed page, why, lists and plan still answer. A short run here;
 * `npm run soak` makes it long.
 */
import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import { parsePage, type Document, type DocumentKey, type EditRequest } from '@parlour/core';
import { anyRequest, type World } from './any-request.js';
import { chanceFrom } from './random.js';
import { testService, type Sent, type TestService } from './service.js';

const UNITS = process.env['PARLOUR_SOAK'] ? 5_000 : 100;
const SEED = Number(process.env['PARLOUR_SEED'] ?? 20261126);
const DESIGN = '/stores/windrow/designs/live';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const json = (body: object): Sent => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

async function worldNow(known: World | null): Promise<World> {
  const [{ documents }, { pages }, pictures] = await Promise.all([
    service.call(routes.listDocuments),
    service.call(routes.listPages, { query: { limit: 200 } }),
    known?.pictures ?? service.call(routes.listPictures).then((found) => found.pictures.map(({ hash }) => hash)),
  ]);
  const read = new Map<DocumentKey, Document>();
  for (const { key } of documents) read.set(key, (await service.call(routes.getDocument, { query: { key } })).document);
  return { documents: read, pages: pages.map(({ page }) => page), pictures };
}

test(`${UNITS} accepted units break no page`, async () => {
  const chance = chanceFrom(SEED);
  const broken: string[] = [];
  const counts = { sent: 0, accepted: 0, published: 0 };
  const codes = new Map<string, number>();
  let last = '';
  const ask = async (path: string, to: 'api' | 'shop', sent: Sent = {}): Promise<number> => {
    const answer = await service[to](path, sent);
    if (answer.status >= 500)
      broken.push(`after ${last}: ${to} ${path} -> ${answer.status} ${answer.text.slice(0, 300)}`);
    return answer.status;
  };
  await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { attributes: { most: 5 } } });
  let world = await worldNow(null);
  while (counts.accepted < UNITS && broken.length === 0 && counts.sent < UNITS * 20) {
    const edits = Array.from({ length: 1 + chance.below(3) }, () => anyRequest(chance, world)).filter(
      (one): one is EditRequest => one !== null,
    );
    if (edits.length === 0) continue;
    counts.sent++;
    last = JSON.stringify(edits);
    const answer = await service.api(`${DESIGN}/edits`, json({ unit: randomUUID(), edits }));
    if (answer.status >= 500) broken.push(`${last} -> ${answer.status} ${answer.text}`);
    const code = answer.status === 200 ? 'taken' : String(answer.json()['type']).split('/').at(-1);
    codes.set(code ?? '', (codes.get(code ?? '') ?? 0) + 1);
    if (answer.status !== 200 || answer.json<{ edits: object[] }>().edits.length === 0) continue;
    counts.accepted++;
    // What cannot be published stays in the draft for a while, and is taken back if it stays in the way.
    if ((await ask(`${DESIGN}/publish`, 'api', json({}))) === 201) counts.published++;
    else await ask(`${DESIGN}/undo`, 'api', json({ unit: randomUUID() }));
    const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
    // The home page has its path from its kind; everything else from its slug.
    const shown = pages.filter(({ path }) => path.startsWith('/'));
    const looked = [...shown].filter(() => chance.is(UNITS > 100 ? 0.3 : 1));
    await Promise.all([
      ...looked.map(({ path }) => ask(path, 'shop')),
      ...looked
        .filter(() => chance.is(0.25))
        .map(({ page }) => ask(`${DESIGN}/pages/${encodeURIComponent(page)}/why`, 'api')),
      ...['/templates', '/changes', '/compare', '/pages?sort=-template', '/revisions'].map((path) =>
        ask(`${DESIGN}${path}`, 'api'),
      ),
      ask(`${DESIGN}/plan?page=${encodeURIComponent(chance.pick(shown).page)}`, 'api'),
      ask('/no/such/page', 'shop'),
    ]);
    for (const { page } of looked) expect(() => parsePage(page)).not.toThrow();
    world = await worldNow(world);
  }
  expect(broken).toEqual([]);
  expect(counts.accepted).toBe(UNITS);
  // Most of it went live, and each way of refusing was met: the units were neither all tame nor all nonsense.
  expect(counts.published).toBeGreaterThan(UNITS / 2);
  expect(codes.size).toBeGreaterThan(5);
}, 3_600_000);
