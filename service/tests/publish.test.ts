import { Problem } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import { routes } from '@parlour/contract';
import { asAdmin, connect, newDatabase, type TestService, serviceOn } from './service.js';

let service: TestService;
let url: string;
beforeAll(async () => {
  const database = await newDatabase();
  url = database.url;
  const running = await serviceOn(url);
  service = await connect(running.port, async () => {
    await running.stop();
    await database.drop();
  });
});
afterAll(() => service.stop());

const heading = (id: string): EditRequest => ({
  type: 'insert',
  document: 'template/home',
  kind: 'heading',
  place: { at: 'main' },
  id,
  values: { text: id },
});
const publish = (note = '') => service.call(routes.publish, { body: { note } });
const count = (table: string): Promise<number> =>
  asAdmin(async (client) => Number((await client.query(`select count(*) from ${table}`)).rows[0].count), url);

describe('publish', () => {
  test('writes only what changed: one document, one manifest, one revision', async () => {
    const before = await Promise.all(['document', 'manifest', 'revision'].map(count));
    await service.edit(heading('one'));
    await publish();
    expect(await Promise.all(['document', 'manifest', 'revision'].map(count))).toEqual(
      before.map((number) => number + 1),
    );
  });

  test('bringing a state back writes no documents at all', async () => {
    const before = await Promise.all(['document', 'manifest'].map(count));
    await service.call(routes.revert, { params: { revision: '1' }, body: {} });
    expect(await Promise.all(['document', 'manifest'].map(count))).toEqual(before);
  });

  test('of several who publish at once, one does and the others are told that nothing is left', async () => {
    await service.edit(heading('race'));
    const outcomes = await Promise.allSettled([publish('a'), publish('b'), publish('c')]);
    expect(outcomes.filter((outcome) => outcome.status === 'fulfilled')).toHaveLength(1);
    for (const outcome of outcomes)
      if (outcome.status === 'rejected') expect(outcome.reason).toMatchObject({ code: 'nothing-to-publish' });
  });

  test('a publish of what was looked at goes through, and not when something was added meanwhile', async () => {
    await service.edit(heading('seen'));
    const { seq } = await service.call(routes.listChanges);
    await service.edit(heading('unseen'));
    const refused = await service.call(routes.publish, { body: { seq } }).catch((error: unknown) => error);
    expect(refused).toMatchObject({ code: 'stale-edit', place: 'seq' });
    expect((await service.visit('/')).text).not.toContain('unseen');
    await service.call(routes.publish, { body: { seq: seq + 1 } });
    expect((await service.visit('/')).text).toContain('unseen');
  });

  test('numbers of revisions have no gaps, and exactly one is live', async () => {
    const work = Array.from({ length: 12 }, (_, i) =>
      service
        .edit(heading(`n-${i}`))
        .then(() =>
          publish().catch((error: unknown) => (error instanceof Problem ? null : Promise.reject(error as Error))),
        ),
    );
    await Promise.all(work);
    const { revisions } = await service.call(routes.listRevisions, { query: { limit: 100 } });
    expect(revisions.map((one) => one.number)).toEqual(revisions.map((_, i) => revisions.length - i));
    expect(revisions.filter((one) => one.live).map((one) => one.number)).toEqual([revisions.length]);
    expect((await service.call(routes.listChanges)).changes).toEqual([]);
  });

  test('revisions are listed page by page', async () => {
    const seen: number[] = [];
    for (let cursor: string | undefined; ;) {
      const { revisions, next } = await service.call(routes.listRevisions, { query: { limit: 4, cursor } });
      seen.push(...revisions.map((one) => one.number));
      if (next === null) break;
      cursor = next;
    }
    expect(seen).toEqual([...seen].sort((a, b) => b - a));
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.at(-1)).toBe(1);
  });

  test('a template that only exists in the draft goes live together with its assignment, and goes away together', async () => {
    await service.edit(
      { type: 'create', what: 'template', copyOf: 'product', name: 'Together' },
      { type: 'assign', pages: ['product:K-001'], template: 'together' },
    );
    expect((await service.call(routes.why, { params: { page: 'product:K-001' } })).template?.template).toBe('together');
    const before = (await service.call(routes.listRevisions, { query: { limit: 1 } })).revisions[0]?.number ?? 0;
    await publish();
    expect((await service.visit('/item/skerry-diamond')).status).toBe(200);
    await service.call(routes.revert, { params: { revision: String(before) }, body: {} });
    expect((await service.call(routes.listTemplates)).templates.map((one) => one.code)).not.toContain('together');
    expect((await service.call(routes.why, { params: { page: 'product:K-001' } })).template?.reason).toBe('standard');
    expect((await service.visit('/item/skerry-diamond')).status).toBe(200);
  });
});
