/** When something is missing or away: a section kind, the database. */
import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import { sql } from 'kysely';
import { setTimeout as pause } from 'node:timers/promises';
import { logFault } from '../faults.js';
import { isDatabaseAway } from '../records/database-faults.js';
import { inTransaction, openDatabase } from '../records/database.js';
import { asAdmin, connect, eventually, newDatabase, serviceOn, type Answer } from './service.js';
import { order, Shopper } from './shopper.js';

const DESIGN = '/stores/windrow/designs/live';
/** How long the database is away; `npm run soak` makes it long. */
const OUTAGE_MS = process.env['PARLOUR_SOAK'] ? 60_000 : 1_500;
/** Pages that are each shopper's own, and searches, which are never kept. */
const UNKEPT = /^\/(cart|checkout|thank-you|account|sign-in|search|wholesale)/;

test('a section of a kind that does not exist: a box in the preview, no publish, and shoppers keep their page', async () => {
  const database = await newDatabase();
  await asAdmin(
    (admin) =>
      admin.query(
        `insert into draft_document select id, 'template/home', '{"format":1,"type":"template","head":{"name":"Home","pageKind":"home","layout.width":"standard"},"nodes":{"odd":{"id":"odd","kind":"sundial@1","frame":{},"values":{},"place":{"in":null,"at":"main"},"order":"a0"}}}' from design; insert into draft_change select id, 'template/home' from design`,
      ),
    database.url,
  );
  const running = await serviceOn(database.url);
  const other = await connect(running.port, async () => {
    await running.stop();
    await database.drop();
  });
  const { url } = await other.call(routes.preview, { body: { page: 'home' } });
  const first = await other.send('windrow.preview.localhost', new URL(url).pathname + new URL(url).search);
  const shown = await other.send('windrow.preview.localhost', '/', {
    headers: { cookie: first.headers['set-cookie']?.[0]?.split(';')[0] ?? '' },
  });
  expect(shown.text).toContain('There is no section kind “sundial@1”');
  const refused = await other.api(`${DESIGN}/publish`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  expect([refused.status, refused.json()]).toMatchObject([
    409,
    {
      type: '/docs/problems/cannot-publish',
      place: 'template/home/odd',
      remedy: 'Remove section odd, or restore the kind.',
    },
  ]);
  expect((await other.visit('/')).text).toContain('Made for the wind at Ternhythe');
  await other.edit({ type: 'remove', document: 'template/home', node: 'odd' });
  await other.stop();
});

test('with the database away the service says 503 and Retry-After, stays up, and recovers by itself', async () => {
  const database = await newDatabase();
  const running = await serviceOn(database.url);
  const other = await connect(running.port, () => running.stop());
  const name = database.url.split('/').at(-1);
  const allow = (is: boolean) => asAdmin((admin) => admin.query(`alter database ${name} with allow_connections ${is}`));
  await allow(false);
  await asAdmin((admin) =>
    admin.query(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}'`),
  );
  const answers = await Promise.all([other.visit('/'), other.api('/me'), other.send('localhost', '/readyz')]);
  expect(answers.map((answer) => answer.status)).toEqual([503, 503, 503]);
  expect(answers.map(({ headers }) => headers['retry-after'])).toEqual(['5', '5', '5']);
  expect((await other.send('localhost', '/healthz')).status).toBe(200);
  await allow(true);
  expect((await other.visit('/')).status).toBe(200);
  await other.stop();
  await database.drop();
});

test(`while the database is away for ${OUTAGE_MS / 1000} s every kept page is answered, orders are not, and all recovers`, async () => {
  const database = await newDatabase();
  const running = await serviceOn(database.url);
  const other = await connect(running.port, () => running.stop(), database.url);
  const { pages } = await other.call(routes.listPages, { query: { limit: 200 } });
  const isKept = ({ headers }: Answer): boolean => headers['cache-status'] === 'parlour; hit';
  const paths: string[] = [];
  for (const { path } of pages.filter((one) => one.path.startsWith('/') && !UNKEPT.test(one.path))) {
    await other.visit(path);
    await eventually(async () => expect(isKept(await other.visit(path))).toBe(true));
    paths.push(path);
  }
  expect(paths.length).toBeGreaterThan(20);
  const shopper = new Shopper(other);
  await shopper.add({ quantity: '2' });
  const ordered = await shopper.readyToOrder();
  const before = await Promise.all(paths.map((path) => other.visit(path)));

  const name = database.url.split('/').at(-1);
  const allow = (is: boolean) => asAdmin((admin) => admin.query(`alter database ${name} with allow_connections ${is}`));
  await allow(false);
  await asAdmin((admin) =>
    admin.query(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}'`),
  );
  const end = Date.now() + OUTAGE_MS;
  do {
    const during = await Promise.all(paths.map((path) => other.visit(path)));
    expect(during.map(({ status, text }) => [status, text])).toEqual(before.map(({ text }) => [200, text]));
    // A shopper with a cart gets them too: what would have been theirs is left out where it cannot be read.
    const own = await Promise.all(paths.map((path) => shopper.visit(path)));
    expect([...new Set(own.map(({ status }) => status))]).toEqual([200]);
    const refused = await shopper.send('/checkout', order(ordered));
    expect([refused.status, refused.headers['retry-after']]).toEqual([503, '5']);
  } while (Date.now() < end);
  await allow(true);
  await eventually(async () =>
    expect((await shopper.send('/checkout', order(ordered))).headers.location).toMatch(/^\/thank-you/),
  );
  // What changes from now on is taken in again.
  await other.call(routes.changeProduct, { params: { product: 'K-001' }, body: { title: 'Back again' } });
  expect((await other.visit('/item/skerry-diamond')).text).toContain('Back again');
  await other.stop();
  await database.drop();
});

test('a database that dies inside a transaction, or while it commits, is away: 503, and what may have been done is said', async () => {
  const database = await newDatabase();
  const running = await serviceOn(database.url);
  const other = await connect(running.port, async () => {
    await running.stop();
    await database.drop();
  });
  const run = (sql: string) => asAdmin((admin) => admin.query(sql), database.url);
  await run(`create function dies() returns trigger language plpgsql as $$ begin
      perform pg_terminate_backend(pg_backend_pid()); perform pg_sleep(5); return new; end $$`);
  const edit = () =>
    other.api(`${DESIGN}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        unit: randomUUID(),
        edits: [{ type: 'insert', document: 'template/home', kind: 'heading', place: {} }],
      }),
    });
  const shopper = new Shopper(other);
  await shopper.add();
  const ordered = await shopper.readyToOrder();
  const order2 = () => shopper.send('/checkout', order(ordered));
  for (const [trigger, remedy] of [
    ['trigger dies before insert on TABLE for each row', 'Nothing was changed. Try again in a few seconds.'],
    [
      'constraint trigger dies after insert on TABLE deferrable initially deferred for each row',
      expect.stringMatching(/may have been done or not.*never done twice/),
    ],
  ] as const) {
    for (const table of ['draft_unit', 'placed_order'])
      await run(`create ${trigger.replace('TABLE', table)} execute function dies()`);
    const answers = await Promise.all([edit(), edit(), edit()]);
    expect(answers.map(({ status, headers }) => [status, headers['retry-after']])).toEqual(Array(3).fill([503, '5']));
    expect(answers[0]?.json()).toMatchObject({ type: '/docs/problems/database-away', remedy });
    const refused = await order2();
    expect([refused.status, refused.headers['retry-after']]).toEqual([503, '5']);
    expect(refused.text.includes('may have been taken all the same')).toBe(trigger.startsWith('constraint'));
    for (const table of ['draft_unit', 'placed_order']) await run(`drop trigger dies on ${table}`);
  }
  // Nothing is left behind: connections that died are replaced, and the same is done once.
  expect([(await edit()).status, (await order2()).status, (await order2()).status]).toEqual([200, 303, 303]);
  expect((await other.call(routes.listOrders)).orders).toHaveLength(1);
  await other.stop();
});

test('a connection that broke between two statements of a transaction is away, as the driver says it', async () => {
  const database = await newDatabase();
  const db = openDatabase(database.url);
  const lost: unknown = await inTransaction(db, async (trx) => {
    const { rows } = await sql<{ pid: number }>`select pg_backend_pid() as pid`.execute(trx);
    await asAdmin((admin) => admin.query('select pg_terminate_backend($1, 10000)', [rows[0]?.pid]));
    await pause(200);
    await sql`select 1`.execute(trx);
  }).catch((error: unknown) => error);
  expect([String(lost), isDatabaseAway(lost)]).toEqual([expect.stringContaining('connection error'), true]);
  await db.destroy();
  await database.drop();
});

test('a full disk is a reason in words, also for readiness, and passes by itself', async () => {
  const database = await newDatabase();
  const running = await serviceOn(database.url);
  const other = await connect(running.port, async () => {
    await running.stop();
    await database.drop();
  });
  const run = (sql: string) => asAdmin((admin) => admin.query(sql), database.url);
  // PostgreSQL’s own code for it; a disk that is really full would be everybody’s.
  await run(`create function full_disk() returns trigger language plpgsql as $$ begin
      raise exception 'could not extend file: No space left on device' using errcode = 'disk_full'; end $$;
    create trigger full_disk before insert on draft_unit execute function full_disk();
    create trigger full_disk before insert on room_probe execute function full_disk()`);
  const edit = () =>
    other.api(`${DESIGN}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        unit: randomUUID(),
        edits: [{ type: 'insert', document: 'template/home', kind: 'heading', place: {} }],
      }),
    });
  const full = await edit();
  expect([full.status, full.json()]).toMatchObject([503, { type: '/docs/problems/disk-full' }]);
  expect(full.headers['retry-after']).toBe('60');
  const ready = await other.send('localhost', '/readyz');
  expect([ready.status, ready.json()]).toMatchObject([503, { reason: 'The database has no room left on its disk.' }]);
  await run('drop trigger full_disk on draft_unit; drop trigger full_disk on room_probe');
  expect([(await edit()).status, (await other.send('localhost', '/readyz')).status]).toEqual([200, 200]);
  await other.stop();
});

test('a statement that takes too long is stopped and told, and the same fault is logged once, then counted', async () => {
  const database = await newDatabase();
  const running = await serviceOn(database.url);
  const other = await connect(running.port, async () => {
    await running.stop();
    await database.drop();
  });
  await asAdmin(
    (admin) =>
      admin.query(`create function slow() returns trigger language plpgsql as $$ begin perform pg_sleep(60); return new; end $$;
        create trigger slow before insert on draft_unit for each row execute function slow()`),
    database.url,
  );
  await expect(
    other.edit({ type: 'insert', document: 'template/home', kind: 'heading', place: {} }),
  ).rejects.toMatchObject({ code: 'took-too-long' });
  await other.stop();
  const lines: object[] = [];
  const log = { error: (...line: unknown[]) => void lines.push(line[0] as object) };
  const fault = new Error('broken pipe 17');
  for (const at of [0, 10, 20_000, 59_999, 61_000]) logFault(log as never, fault, 'a page could not be shown', at);
  expect(lines).toEqual([{ err: fault }, { err: fault, again: 3 }]);
});
