import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import { canonicalJson } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import type { Document } from '@parlour/core/documents';
import { asAdmin, connect, eventually, newDatabase, type TestService, serviceOn } from './service.js';

/** Two services on one database, as two processes would be: each with its own pool and its own memory. */
let one: TestService;
let two: TestService;
let database: Awaited<ReturnType<typeof newDatabase>>;
beforeAll(async () => {
  database = await newDatabase();
  const start = async (): Promise<TestService> => {
    const running = await serviceOn(database.url);
    return connect(running.port, () => running.stop());
  };
  [one, two] = await Promise.all([start(), start()]);
});
afterAll(async () => {
  await Promise.all([one.stop(), two.stop()]);
  await database.drop();
});

const HOME = 'template/home';
const heading = (id: string): EditRequest => ({
  type: 'insert',
  document: HOME,
  kind: 'heading',
  place: { at: 'main' },
  id,
  values: { text: id },
});
const document = async (service: TestService, key = HOME): Promise<Document> =>
  (await service.call(routes.getDocument, { query: { key } })).document;
const ids = async (service: TestService): Promise<string[]> => {
  const home = await document(service);
  return 'areas' in home ? (home.areas['main'] ?? []).map((section) => section.id) : [];
};

test('what one does the other sees at once: edits, publishes, reverts', async () => {
  await one.edit(heading('seen'));
  expect(await ids(two)).toContain('seen');
  await two.call(routes.publish, { body: { note: 'By the other' } });
  expect((await one.visit('/')).text).toContain('id="s-seen"');
  await one.call(routes.revert, { params: { revision: '1' }, body: {} });
  expect((await two.visit('/')).text).not.toContain('id="s-seen"');
  expect((await two.call(routes.listRevisions)).revisions[0]).toMatchObject({ live: true, reverts: 1 });
});

test('edits from both at the same time are all there, in the same order for both', async () => {
  const made = Array.from({ length: 60 }, (_, i) => `b-${i}`);
  await Promise.all(made.map((id, i) => (i % 2 ? one : two).edit(heading(id))));
  const [here, there] = await Promise.all([ids(one), ids(two)]);
  expect(here).toEqual(there);
  expect(here).toEqual(expect.arrayContaining(made));
});

test('a create sent to both at once with one key is done once; failed sign-ins count for both together', async () => {
  const headers = { 'idempotency-key': randomUUID(), 'content-type': 'application/json' };
  const sent = { method: 'POST', headers, body: JSON.stringify({ name: 'Autumn' }) };
  const create = (service: TestService) => service.api('/stores/windrow/designs', sent);
  const answers = await Promise.all([one, two, one, two].map(create));
  expect(answers.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
  expect((await create(two)).status).toBe(201);
  const { designs } = await one.call(routes.listDesigns);
  expect(designs.filter(({ name }) => name === 'Autumn')).toHaveLength(1);

  const wrong = (service: TestService) =>
    service.api('/tokens', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'guess@windrow.example', password: 'wrong', name: 'x' }),
    });
  for (let i = 0; i < 10; i++) expect((await wrong(i % 2 ? one : two)).status).toBe(401);
  expect([(await wrong(one)).status, (await wrong(two)).status]).toEqual([429, 429]);
});

test('the same unit sent to both at once is done once', async () => {
  const body = { unit: randomUUID(), edits: [heading('twice')] };
  const answers = await Promise.all([one, two, one, two].map((service) => service.call(routes.edit, { body })));
  expect(new Set(answers.map((answer) => answer.seq)).size).toBe(1);
  expect((await ids(one)).filter((id) => id === 'twice')).toHaveLength(1);
});

test('of two who set the same field at once, one is done and one is told', async () => {
  const set = (service: TestService, value: string) =>
    service.edit({
      type: 'set',
      document: HOME,
      node: 'h-sport',
      field: 'values.title',
      value,
      was: 'For the wind that means it',
    });
  const outcomes = await Promise.allSettled([set(one, 'A'), set(two, 'B')]);
  expect(outcomes.map((outcome) => outcome.status).sort()).toEqual(['fulfilled', 'rejected']);
  expect(outcomes.find((outcome) => outcome.status === 'rejected')).toMatchObject({ reason: { code: 'stale-edit' } });
  expect(canonicalJson(await document(one))).toBe(canonicalJson(await document(two)));
});

test('a draft with hundreds of edits reads the same from its snapshots as from its log', async () => {
  for (let i = 0; i < 130; i++)
    await one.edit({
      type: 'set',
      document: 'template/collection',
      field: 'name',
      value: `Name ${i + 1}`,
      was: i === 0 ? 'Collection' : `Name ${i}`,
    });
  const copy = await asAdmin(
    async (client) =>
      (await client.query('select draft_seq::int as seq, snapshot_seq::int as snapshot from design order by id'))
        .rows[0] as {
        seq: number;
        snapshot: number;
      },
    database.url,
  );
  expect(copy.snapshot).toBeGreaterThan(0);
  expect(copy.seq - copy.snapshot).toBeLessThan(100);
  const running = await serviceOn(database.url);
  const fresh = await connect(running.port, () => running.stop());
  for (const key of [HOME, 'template/collection', 'look'])
    expect(canonicalJson(await document(fresh, key))).toBe(canonicalJson(await document(one, key)));
  await fresh.stop();
});

test('undo after a publish takes the section back to exactly where it was', async () => {
  const before = await ids(one);
  await one.edit({ type: 'move', document: HOME, node: 'h-dunes', place: { at: 'main', before: 'h-poster' } });
  await two.call(routes.publish, { body: {} });
  await one.call(routes.undo, { body: { unit: randomUUID() } });
  expect(await ids(two)).toEqual(before);
  expect((await one.call(routes.listChanges)).changes.map((change) => change.type)).toEqual(['moved']);
  await one.call(routes.redo, { body: { unit: randomUUID() } });
  expect((await two.call(routes.listChanges)).changes).toEqual([]);
});

test('catalogue changes show at once, with no publish', async () => {
  const visits = () => Promise.all([two.visit('/item/gannet-delta'), one.visit('/browse/single-line')]);
  const before = await visits();
  await one.call(routes.changeProduct, {
    params: { product: 'K-003' },
    body: { title: 'Gannet Delta II', variants: [{ code: 'K-003-1', price: 100 }] },
  });
  // The process that did it has taken it in by the time it answers; the other one hears of it.
  expect((await one.visit('/browse/single-line')).text).toContain('Gannet Delta II');
  await eventually(async () => {
    const [page] = await visits();
    expect(page.text).toContain('<h1 class="intro-title">Gannet Delta II</h1>');
    expect(page.text).toContain('€1.00');
    expect(page.headers['etag']).not.toBe(before[0].headers['etag']);
  });
});

test('a session that has expired opens nothing', async () => {
  await asAdmin((client) => client.query(`update session set expires_at = now() - interval '1 second'`), database.url);
  expect((await one.api('/me')).status).toBe(401);
});
