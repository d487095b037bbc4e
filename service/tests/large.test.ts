/** More of everything than one statement takes parameters, and more than caches hold. */
import { openDatabase } from '../index.js';
import { removeAssignments, writeAssignments } from '../records/assignments.js';
import type { Database } from '../records/database.js';
import { loadDocuments, loadState, saveDocuments } from '../records/documents.js';
import { changedKeysOf, markChanged, markPublished } from '../records/drafts.js';
import { asAdmin, newDatabase } from './service.js';

/** PostgreSQL counts parameters in 16 bits. */
const MOST_PARAMETERS = 65_535;

let db: Database;
let database: Awaited<ReturnType<typeof newDatabase>>;
beforeAll(async () => {
  database = await newDatabase();
  db = openDatabase(database.url);
});
afterAll(async () => {
  await db.destroy();
  await database.drop();
});

test('a state of more documents than are kept in memory is whole', async () => {
  const count = 20_500;
  await asAdmin(
    (admin) =>
      admin.query(`insert into document select 'many-' || n, jsonb_build_object('format', 1, 'type', 'menu', 'name', 'M' || n || repeat('x', 4000))
          from generate_series(1, ${count}) n;
        insert into manifest select 'many', jsonb_object_agg('menu/m' || n, 'many-' || n) from generate_series(1, ${count}) n`),
    database.url,
  );
  const state = await loadState(db, 'many');
  expect(state.size).toBe(count);
  expect([...state.values()].every((document) => document.type === 'menu')).toBe(true);
});

test('lists are as long as they are', async () => {
  const { id } = await db.selectFrom('design').select('id').limit(1).executeTakeFirstOrThrow();
  const keys = Array.from({ length: MOST_PARAMETERS + 1 }, (_, i) => `menu/m${i}`);
  const before = await changedKeysOf(db, id);
  await markChanged(db, id, keys);
  expect(await changedKeysOf(db, id)).toHaveLength(before.length + keys.length);
  await markPublished(db, id, keys);
  expect(await changedKeysOf(db, id)).toEqual(before);

  const rows = keys.map((page) => ({
    kind: 'product' as const,
    page,
    rank: 9,
    title: 'T',
    template: null,
    reason: 'none' as const,
    rule: null,
    additions: [],
  }));
  await writeAssignments(db, id, 'live', rows);
  await removeAssignments(db, id, 'live', keys);
  const documents = keys.slice(0, MOST_PARAMETERS / 2 + 1).map((name) => ({ format: 1, type: 'menu' as const, name }));
  const hashes = await saveDocuments(db, documents);
  expect((await loadDocuments(db, [...hashes, ...keys])).size).toBe(hashes.length);
});
