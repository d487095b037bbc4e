/** Designs that would break pages: refused at the door, again when they are published, and safe if they come otherwise. */
import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import type { Problem } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import { asAdmin, eventually, send, serviceOn, testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const DESIGN = '/stores/windrow/designs/live';
const refused = (...edits: EditRequest[]): Promise<Problem> =>
  service.edit(...edits).then(
    () => Promise.reject(new Error('It was not refused.')),
    (problem: Problem) => problem,
  );
const set = (document: string, field: string, more: object): EditRequest => ({ type: 'set', document, field, ...more });
const publish = () => service.call(routes.publish, { body: {} });
const post = (path: string, body: object) =>
  service.api(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

test('a shared section inside itself and an open place inside its own addition are refused', async () => {
  await service.edit({ type: 'create', what: 'shared', name: 'Oath', code: 'oath' });
  const inside: EditRequest = {
    type: 'insert',
    document: 'shared/oath',
    kind: 'shared-section',
    place: {},
    values: { shared: 'oath' },
  };
  expect(await refused(inside)).toMatchObject({ code: 'shows-itself' });
  const create: EditRequest = {
    type: 'create',
    what: 'addition',
    name: 'Note',
    code: 'note',
    head: { place: 'open-place:extra', 'target.pageKind': 'product' },
  };
  await service.edit(create);
  expect(await refused({ type: 'insert', document: 'addition/note', kind: 'open-place', place: {} })).toMatchObject({
    code: 'shows-itself',
  });
  expect(
    await refused({
      type: 'insert',
      document: 'template/home',
      kind: 'shared-section',
      place: {},
      values: { shared: 'no-such' },
    }),
  ).toMatchObject({ code: 'no-such-document', place: 'values.shared' });
});

test('what is required cannot be reset: the target of an addition, the rule of a rule, its template, a standard', async () => {
  expect(await refused(set('addition/note', 'target.pageKind', { was: 'product' }))).toMatchObject({
    code: 'bad-value',
    place: 'target',
  });
  // Both at once is a way from a kind of pages to one page.
  await service.edit(
    set('addition/note', 'target.pageKind', { was: 'product' }),
    set('addition/note', 'target.page', { value: 'product:K-003' }),
  );
  const when = { match: 'all', conditions: [{ fact: 'price', is: '>=', value: 80 }] } as const;
  const { edits } = await service.edit({
    type: 'insert',
    document: 'assignments/product',
    place: { at: 'rules' },
    values: { when, template: 'product' },
  });
  const node = edits[0]?.type === 'insert' ? (edits[0].nodes[0]?.id ?? '') : '';
  expect(await refused(set('assignments/product', 'values.when', { node, was: when }))).toMatchObject({
    code: 'bad-value',
    message: 'When is needed.',
  });
  expect(await refused(set('assignments/product', 'values.template', { node, was: 'product' }))).toMatchObject({
    code: 'bad-value',
  });
  expect(await refused(set('assignments/home', 'standard', { was: 'home' }))).toMatchObject({
    code: 'bad-value',
    message: 'Template is needed.',
  });
  await publish();
  for (const path of ['/', '/item/gannet-delta', '/browse/single-line', '/workshop'])
    expect([path, (await service.visit(path)).status]).not.toEqual([path, 500]);
});

test('instants have one form, however they are written, and rules count from their very beginning', async () => {
  const { edits } = await service.edit({
    type: 'insert',
    document: 'template/home',
    kind: 'heading',
    place: {},
    values: { text: 'Dated' },
    frame: { from: '2026-01-01T08:00Z', until: '2099-01-01T08:00:00Z' },
  });
  const [made] = edits;
  const node = made?.type === 'insert' ? made.nodes[0] : undefined;
  expect(node?.frame).toEqual({ from: '2026-01-01T08:00:00.000Z', until: '2099-01-01T08:00:00.000Z' });
  // Whoever says what it was in another form means the same instant.
  await service.edit(
    set('template/home', 'frame.until', {
      node: node?.id,
      was: '2099-01-01T08:00Z',
      value: '2099-06-01T08:00:00.5Z',
    }),
  );
  const { document } = await service.call(routes.getDocument, { query: { key: 'template/home' } });
  expect(JSON.stringify(document)).toContain('2099-06-01T08:00:00.500Z');
  expect(
    await refused(
      set('template/home', 'frame.from', { node: node?.id, was: '2026-01-01T08:00Z', value: '2026-02-30T08:00Z' }),
    ),
  ).toMatchObject({ code: 'bad-value' });
  await publish();
  expect((await service.visit('/')).text).toContain('Dated');
});

test('every page can be reached: patterns need their slug, are told apart, and move what rules say of paths', async () => {
  const pattern = (kind: string, value: string) => set('paths', `patterns.${kind}`, { value });
  for (const [kind, value, code] of [
    ['product', '/item', 'bad-path'],
    ['product', '/browse/{slug}', 'bad-path'],
    ['cart', '/..', 'bad-value'],
    ['product', '/../{slug}', 'bad-value'],
    ['cart', '/favicon.ico', 'bad-path'],
  ] as const)
    expect([value, (await refused(pattern(kind, value))).code]).toEqual([value, code]);
  const { documents } = await service.call(routes.listDocuments);
  const { key = '' } = documents.find(({ type }) => type === 'content') ?? {};
  const { document } = await service.call(routes.getDocument, { query: { key } });
  const taken = set(key, 'slug', { was: (document as { slug?: string }).slug, value: 'cart' });
  expect(await refused(taken)).toMatchObject({ code: 'bad-path', place: 'slug' });

  await service.edit({ type: 'create', what: 'template', name: 'Kites', code: 'kites', copyOf: 'product' });
  const when = { match: 'all', conditions: [{ fact: 'path', is: 'starts with', value: '/kites/' }] };
  await service.edit({
    type: 'insert',
    document: 'assignments/product',
    place: { at: 'rules' },
    values: { when, template: 'kites' },
  });
  const byRule = async () =>
    (await service.call(routes.listPages, { query: { pageKind: 'product', template: 'kites' } })).total;
  expect(await byRule()).toBe(0);
  await service.edit(pattern('product', '/kites/{slug}'));
  expect(await byRule()).toBeGreaterThan(5);
  await publish();
  expect((await service.visit('/kites/gannet-delta')).status).toBe(200);
  expect((await service.visit('/item/gannet-delta')).headers.location).toBe('/kites/gannet-delta');
  await service.edit(set('paths', 'patterns.product', { was: '/kites/{slug}' }));
  expect(await byRule()).toBe(0);
  await publish();
});

test('pages that would meet at one path when only some changes go live are refused then, and go live together', async () => {
  await service.edit({ type: 'create', what: 'content', name: 'Tides', code: 'tides' });
  await service.edit({ type: 'create', what: 'content', name: 'Shoals', code: 'shoals' });
  await publish();
  await service.edit(
    set('content/tides', 'slug', { was: 'tides', value: 'high-water' }),
    set('content/shoals', 'slug', { was: 'shoals', value: 'tides' }),
  );
  const { changes } = await service.call(routes.listChanges);
  const only = changes.filter(({ document }) => document === 'content/shoals').map(({ id }) => id);
  await expect(service.call(routes.publish, { body: { changes: only } })).rejects.toMatchObject({
    code: 'bad-path',
    place: 'content/shoals.slug',
    message: '“Shoals” would be at /tides, where “Tides” is.',
  });
  await publish();
  expect([(await service.visit('/tides')).text, (await service.visit('/high-water')).text]).toEqual([
    expect.stringContaining('<title>Shoals'),
    expect.stringContaining('<title>Tides'),
  ]);
});

test('a row that takes its number from the page shows as many as the page says', async () => {
  await service.edit({
    type: 'insert',
    document: 'template/product',
    kind: 'product-row',
    id: 'bound-row',
    place: {},
    values: { title: 'More', limit: { bind: 'attribute.most', fallback: 2 } },
  });
  await publish();
  await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { attributes: { most: 5 } } });
  const cards = async (code: string) => {
    const { pages } = await service.call(routes.listPages, { query: { pageKind: 'product' } });
    const answer = await service.visit(pages.find(({ page }) => page === `product:${code}`)?.path ?? '');
    return [answer.status, /id="s-bound-row".*?<\/ul>/s.exec(answer.text)?.[0].match(/<li/g)?.length];
  };
  expect(await cards('K-001')).toEqual([200, 5]);
  expect(await cards('K-002')).toEqual([200, 2]);
});

test('a kind without any template has no page: 404, not a bare sentence with 200', async () => {
  await asAdmin(
    (admin) =>
      admin.query(
        `update revision set manifest = manifest; insert into manifest select 'broken', body - 'assignments/cart' from manifest m
         join revision r on r.manifest = m.hash join design d on d.id = r.design_id and d.live_revision = r.number
         join store s on s.live_design_id = d.id where s.slug = 'windrow';
         update revision r set manifest = 'broken' from design d, store s
         where d.id = r.design_id and d.live_revision = r.number and s.live_design_id = d.id and s.slug = 'windrow';
         insert into change (store_id, tags) select id, '{store}' from store; select pg_notify('parlour', 'changes')`,
      ),
    service.databaseUrl,
  );
  await eventually(async () => expect((await service.visit('/cart')).status).toBe(404));
  expect((await service.visit('/')).status).toBe(200);
});

test.each(['constructor', '__proto__', 'toString', 'valueOf'])('nothing can be called “%s”', async (id) => {
  const bad = await post(`${DESIGN}/edits`, {
    unit: randomUUID(),
    edits: [{ type: 'insert', document: 'template/home', kind: 'heading', place: {}, id }],
  });
  expect([bad.status, bad.json()]).toMatchObject([400, { place: 'edits[0].id' }]);
  const node = await post(`${DESIGN}/edits`, {
    unit: randomUUID(),
    edits: [{ type: 'remove', document: 'template/home', node: id }],
  });
  expect(node.status).toBeLessThan(500);
  const field = await post(`${DESIGN}/edits`, {
    unit: randomUUID(),
    edits: [{ type: 'set', document: 'addition/note', field: `target.${id}`, value: 'x' }],
  });
  expect([field.status, field.json()]).toMatchObject([400, { type: '/docs/problems/no-such-field' }]);
});

test('an emoji where a sentence is cut, a stale link of another type, a number without end: told, not broken', async () => {
  const title = `${'a'.repeat(38)}💨💨💨`;
  const { sentences } = await service.edit({
    type: 'insert',
    document: 'template/home',
    kind: 'heading',
    id: 'emoji',
    place: {},
    values: { text: title },
  });
  expect(sentences.join()).toContain(`${'a'.repeat(38)}💨…`);
  expect(
    await refused(set('template/home', 'values.link', { node: 'h-poster', was: 7, value: { to: 'cart' } })),
  ).toMatchObject({ code: 'stale-edit' });
  for (const was of ['x', [], { to: 3 }, { url: 4 }, { to: 'home', window: 9 }, null])
    expect(
      (await refused(set('template/home', 'values.link', { node: 'h-poster', was, value: { to: 'cart' } }))).code,
    ).toBe('stale-edit');
  expect((await service.api(`${DESIGN}/log?after=1e308`)).status).toBe(400);
  for (const text of ['a\u001b[2Jb', '\u0007', '\u009b31m', 'a\u0000'])
    expect(
      (
        await post(`${DESIGN}/edits`, {
          unit: randomUUID(),
          edits: [set('template/home', 'values.text', { node: 'emoji', was: title, value: text })],
        })
      ).status,
    ).toBe(400);
});

test('one store’s renewal that fails is set aside, named and tried again; the others go on', async () => {
  await asAdmin(
    (admin) =>
      admin.query(
        `insert into manifest values ('gone', '{"template/home": "no-such-document"}');
         update design set origin = 'gone' where store_id = (select id from store where slug = 'osierwick');
         delete from draft_document where design_id in (select id from design where origin = 'gone');
         update assignment_renewal set wanted = wanted + 1 where kind = 'collection' and side = 'draft'`,
      ),
    service.databaseUrl,
  );
  const open = () =>
    asAdmin(
      async (admin) =>
        (
          await admin.query(
            `select s.slug, r.done < r.wanted as open, (select f.failures from failed_job f where f.job = 'renewal ' || d.id || ' draft collection') as failures
             from assignment_renewal r join design d on d.id = r.design_id join store s on s.id = d.store_id
             where r.kind = 'collection' and r.side = 'draft' order by s.slug`,
          )
        ).rows as object[],
      service.databaseUrl,
    );
  const until = Date.now() + 20_000;
  let state = await open();
  while (Date.now() < until && !JSON.stringify(state).includes('"failures":2')) state = await open();
  expect(state).toEqual([
    { slug: 'osierwick', open: true, failures: 2 },
    { slug: 'windrow', open: false, failures: null },
  ]);
});

test('a store that cannot be loaded is set aside and told; others go on, and it comes back by itself', async () => {
  const run = (text: string, values: unknown[] = []) =>
    asAdmin(async (client) => (await client.query(text, values)).rows as Record<string, string>[], service.databaseUrl);
  const osierwick = () => service.send('osierwick.localhost', '/');
  const before = await osierwick();
  expect(before.status).toBe(200);
  // As a newer version of Parlour would write it, on the same database.
  const [live] =
    await run(`select r.manifest, d.id from revision r join design d on d.id = r.design_id and r.number = d.live_revision
    join store s on s.live_design_id = d.id where s.slug = 'osierwick'`);
  await run(
    `insert into document select 'newer', jsonb_set(body, '{format}', '99') from document
    where hash = (select body ->> 'look' from manifest where hash = $1)`,
    [live?.['manifest']],
  );
  await run(`insert into manifest select 'newer', jsonb_set(body, '{look}', '"newer"') from manifest where hash = $1`, [
    live?.['manifest'],
  ]);
  const point = (manifest: string) =>
    run(
      `with moved as (update revision set manifest = $1 where design_id = $2 and number = (select live_revision from design where id = $2))
      insert into change (store_id, tags) select store_id, '{store}' from design where id = $2`,
      [manifest, live?.['id']],
    );
  await point('newer');
  const title = async (name: string): Promise<void> => {
    await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { title: name } });
    expect((await service.visit('/item/skerry-diamond')).text).toContain(name);
  };
  await title('Told all the same');
  // Its shoppers see what they saw; a process that has not seen it yet says so.
  expect((await osierwick()).status).toBe(200);
  const other = await serviceOn(service.databaseUrl);
  const unknown = await send(other.port, 'osierwick.localhost', '/');
  expect([unknown.status, unknown.headers['retry-after'], unknown.text]).toEqual([
    503,
    expect.stringMatching(/^\d+$/),
    expect.stringContaining('This store cannot be shown right now.'),
  ]);
  expect((await send(other.port, 'windrow.localhost', '/')).status).toBe(200);
  await point(live?.['manifest'] ?? '');
  await title('And again');
  await eventually(async () => expect((await send(other.port, 'osierwick.localhost', '/')).status).toBe(200));
  await other.stop();
});
