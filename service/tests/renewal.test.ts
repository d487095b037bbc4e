/** The table of which page has which template, kept beside the documents and renewed behind. */
import { routes } from '@parlour/contract';
import pg from 'pg';
import { asAdmin, testService, until, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

test('a table that is behind is renewed in the background; the list and dry runs say so meanwhile', async () => {
  const url = service.databaseUrl;
  const { pages } = await service.call(routes.listPages, { query: { pageKind: 'product' } });
  expect(pages.length).toBe(12);
  // Held, so that the renewal waits while it is looked at.
  const holding = new pg.Client({ connectionString: url });
  await holding.connect();
  await holding.query(
    `begin; select pg_advisory_xact_lock(7421, hashtext(design_id || ' ' || side || ' ' || kind)) from assignment_renewal`,
  );
  await asAdmin(
    (admin) => admin.query(`delete from page_assignment; update assignment_renewal set wanted = wanted + 1`),
    url,
  );
  const behind = await service.call(routes.listPages, { query: { pageKind: 'product' } });
  expect([behind.total, behind.renewing?.fault]).toEqual([0, null]);
  const dry = { type: 'set', document: 'look', field: 'values.gap', value: 3 } as const;
  const { pages: would } = await service.call(routes.edit, { body: { unit: 'dry-2', dryRun: true, edits: [dry] } });
  expect(would).toMatchObject({ total: 0, complete: false });
  await holding.query('commit');
  await holding.end();
  await until(async () => !(await service.call(routes.listPages)).renewing);
  expect((await service.call(routes.listPages, { query: { pageKind: 'product' } })).pages).toEqual(pages);
  const rows = await asAdmin(
    (admin) =>
      admin.query(`select count(*)::int as n from page_assignment p join store s on s.live_design_id = p.design_id
        where side = 'draft' and s.slug = 'windrow'`),
    url,
  );
  expect(rows.rows[0]).toMatchObject({ n: (await service.call(routes.listPages)).total });
});

test('a design that was archived lists its pages as they are once it is restored; products that are gone leave the list', async () => {
  const summer = { store: 'windrow', design: 'summer' };
  const run = (text: string) => asAdmin((admin) => admin.query(text), service.databaseUrl);
  await service.call(routes.createDesign, { body: { name: 'Summer', code: 'summer' } });
  await service.client.call(routes.archiveDesign, { params: summer, body: {} });
  const params = { product: 'K-006' };
  const { brand } = await service.call(routes.getProduct, { params });
  await service.call(routes.changeProduct, { params, body: { brand: 'B-1', title: 'Not Featherby' } });
  await run(`insert into page_assignment (design_id, side, kind, page, rank, title, reason)
    select id, 'draft', 'product', 'product:gone-' || n, 12, 'Gone', 'standard' from design, generate_series(1, 6000) n where code = 'summer'`);
  await service.client.call(routes.restoreDesign, { params: { store: 'windrow' }, body: { design: 'summer' } });
  const listed = (await service.client.call(routes.listPages, { params: summer, query: { pageKind: 'product' } }))
    .pages;
  expect(listed.find(({ page }) => page === 'product:K-006')).toMatchObject({
    title: 'Not Featherby',
    template: { reason: 'standard' },
  });
  expect(listed).toHaveLength(12);
  await service.call(routes.changeProduct, { params, body: { brand, title: 'Duskmoth' } });
  await service.client.call(routes.archiveDesign, { params: summer, body: {} });
});

test('a renewal that takes long delays no timed change', async () => {
  const run = (text: string) => asAdmin((admin) => admin.query(text), service.databaseUrl);
  await service.edit({
    type: 'insert',
    document: 'template/home',
    kind: 'heading',
    place: {},
    values: { text: 'A sale' },
  });
  const { changes } = await service.call(routes.listChanges);
  await run(`create function slow() returns trigger language plpgsql as $$ begin perform pg_sleep(0.7); return new; end $$;
    create trigger slow before insert on page_assignment for each row when (new.side = 'draft' and new.kind = 'product') execute function slow()`);
  await run(`update assignment_renewal set wanted = wanted + 1 where kind = 'product' and side = 'draft'`);
  const renewing = async () => (await service.call(routes.listPages, { query: { limit: 1 } })).renewing !== null;
  await service.call(routes.addTimedChange, {
    body: { name: 'Sale', changes: changes.map(({ id }) => id), from: new Date(Date.now() + 1_000).toISOString() },
  });
  const state = async () => (await service.call(routes.listTimedChanges)).timedChanges[0]?.state;
  await until(async () => (await state()) === 'live');
  expect(await renewing()).toBe(true);
  await run('drop trigger slow on page_assignment');
  await until(async () => !(await renewing()));
});
