/** Which pages a change touches, in a store of more products than a list takes in one go. */
import type { EditRequest } from '@parlour/core/design';
import { parseRule } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { growCatalogue, openDatabase } from '../index.js';
import { asAdmin, testService, type TestService } from './service.js';

/** In a soak more than a call takes arguments. */
const MANY = process.env['PARLOUR_SOAK'] ? 150_000 : 1_500;

let service: TestService;
beforeAll(async () => {
  service = await testService();
  const db = openDatabase(service.databaseUrl);
  await growCatalogue(db, { store: 'windrow', count: MANY, prefix: 'M', variants: 1 });
  await db.destroy();
});
afterAll(() => service.stop());

test('where rules differ, all pages are told, a part at a time, and not all is worked out for each part', async () => {
  const when = parseRule('price >= 0.50', 'product');
  const edits: EditRequest[] = [
    { type: 'create', what: 'template', pageKind: 'product', name: 'Any', code: 'any' },
    { type: 'insert', document: 'assignments/product', place: { at: 'rules' }, values: { when, template: 'any' } },
  ];
  const dry = async (pagesAfter?: string) => {
    const body = { unit: crypto.randomUUID(), dryRun: true, edits, ...(pagesAfter !== undefined && { pagesAfter }) };
    return (await service.call(routes.edit, { body })).pages;
  };
  const first = await dry();
  expect(first?.total).toBeGreaterThan(MANY);
  expect(first?.some).toHaveLength(100);
  // What changes meanwhile does not shift the parts of a list that somebody reads.
  await asAdmin(
    (admin) => admin.query(`update product set title = 'A' || title where code = 'M-12'`),
    service.databaseUrl,
  );
  const second = await dry(first?.next ?? '');
  const named = [...(first?.some ?? []), ...(second?.some ?? [])].map(({ title }) => title);
  expect([named.length, new Set(named).size]).toEqual([200, 200]);
  expect(named).toEqual([...named].sort((a, b) => (a < b ? -1 : 1)));
}, 120_000);
