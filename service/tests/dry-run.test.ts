/** Which pages a change touches, told before it is made. */
import type { EditRequest } from '@parlour/core/design';
import { parseRule } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { asAdmin, rule, testService, until, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const documentOf = async (key: string) =>
  (await service.call(routes.getDocument, { query: { key } })).document as unknown as Record<string, unknown>;
const undo = () => service.call(routes.undo, { body: { unit: crypto.randomUUID() } });

test('a dry run tells the pages that would change, and changes nothing', async () => {
  const { seq } = await service.call(routes.listChanges);
  const answer = await service.call(routes.edit, {
    body: { unit: 'dry-1', dryRun: true, edits: [rule('category is "line"', 'product-plain', 'dry')] },
  });
  expect(answer.pages?.total).toBe(3);
  expect(answer.pages?.some.map(({ page }) => page)).toEqual(['product:K-010', 'product:K-009', 'product:K-011']);
  expect(answer.pages?.some[1]?.title).toBe('Capstan reel');
  expect(answer.sentences).toEqual(['Added the rule category is "line" to the assignments of product pages.']);
  expect((await service.call(routes.listChanges)).seq).toBe(seq);
});

test('a dry run names exactly the pages that show what is changed', async () => {
  const would = async (...edits: EditRequest[]) => {
    const { pages } = await service.call(routes.edit, { body: { unit: crypto.randomUUID(), dryRun: true, edits } });
    return pages?.total === 100 ? ['many'] : (pages?.some.map(({ page }) => page) ?? []);
  };
  const all = (await service.call(routes.listPages, { query: { limit: 200 } })).total;
  const set = (document: string, field: string, value: unknown, more: object = {}): EditRequest => ({
    type: 'set',
    document,
    field,
    value,
    ...more,
  });
  const sport = { document: 'addition/sport-days', node: 'sport-days-text', was: undefined };
  expect(await would(set('paths', 'home', 'content:about'))).toEqual(['home']);
  expect(await would(set('paths', 'redirects./old', '/workshop'))).toEqual([]);
  expect(await would(set('paths', 'patterns.product', '/kite/{slug}'))).toHaveLength(all);
  expect(await would(set('look', 'values.gap', 2.5))).toHaveLength(all);
  expect(await would(set('menu/header-links', 'name', 'Menu', { was: 'Header links' }))).toHaveLength(all - 1);
  expect(await would(set(sport.document, 'frame.hidden', true, { node: sport.node }))).toEqual(['collection:C-2']);
  expect(await would(set('content/about', 'title', 'About', { was: 'The workshop' }))).toEqual(['content:about']);
  const addition = { type: 'create', what: 'addition', name: 'Note' } as const;
  expect(await would({ ...addition, head: { place: 'above', 'target.page': 'product:K-004' } })).toEqual([
    'product:K-004',
  ]);
  expect(await would({ ...addition, head: { place: 'open-place:nowhere', 'target.page': 'product:K-004' } })).toEqual(
    [],
  );
  // Who lists, quotes or leads to a page looks different with it, and who says a word with that.
  const quote = {
    type: 'insert',
    document: 'template/all-collections',
    kind: 'part-of-page',
    place: {},
    values: { page: 'terms' },
  } as const;
  const below = set('content/privacy', 'parent', 'terms');
  await service.edit(quote, below);
  expect(
    await would(set('content/terms', 'text', '<p>Other.</p>', { was: (await documentOf('content/terms'))['text'] })),
  ).toEqual(expect.arrayContaining(['all-collections', 'content:terms', 'content:privacy']));
  await undo();
  const { content } = await service.call(routes.listContent);
  const labelled = content.find(({ labels }) => labels.length > 0)?.code ?? '';
  const listing = await would(
    set(`content/${labelled}`, 'title', 'Other', { was: (await documentOf(`content/${labelled}`))['title'] }),
  );
  expect(listing).toEqual(expect.arrayContaining([`content:${labelled}`]));
  expect(listing.length).toBeGreaterThan(1);
  // The menu leads to it, and is on every page but that with another header.
  expect(await would(set('content/about', 'slug', 'the-workshop', { was: 'workshop' }))).toHaveLength(all - 1);
  expect(await would(set('words/en-IE', 'words.order-now', 'Buy it'))).toEqual(['checkout']);
  expect(await would(set('words/en-IE', 'words.page-cart', 'Basket'))).toEqual(['cart']);
  expect(await would(set('words/en-IE', 'words.skip', 'On'))).toHaveLength(all);
  expect(await would(set('words/en-IE', 'words.sums-changed', 'Look again: {total}'))).toEqual([]);
  await service.edit(set('paths', 'home', 'content:about'));
  expect(await would(set('content/about', 'title', 'About', { was: 'The workshop' }))).toEqual([
    'home',
    'content:about',
  ]);
  await undo();
});

test('what a change touches is read from the table a part at a time, also for additions by rule and for rules that differ', async () => {
  const dry = async (edits: EditRequest[], pagesAfter?: string) => {
    const body = { unit: crypto.randomUUID(), dryRun: true, edits, ...(pagesAfter !== undefined && { pagesAfter }) };
    return (await service.call(routes.edit, { body })).pages;
  };
  const when = parseRule('category is "line"', 'product');
  const head = { place: 'above', 'target.pageKind': 'product', 'target.when': when };
  const create: EditRequest = { type: 'create', what: 'addition', name: 'Line note', code: 'line-note', head };
  const lines = ['product:K-010', 'product:K-009', 'product:K-011'];
  expect((await dry([create]))?.some.map(({ page }) => page)).toEqual(lines);
  await service.edit(create);
  const heading: EditRequest = { type: 'insert', document: 'addition/line-note', kind: 'heading', place: {} };
  // Now the table has what the rule matches, and no page is asked.
  expect((await dry([heading]))?.some.map(({ page }) => page)).toEqual(lines);
  const { rows } = await asAdmin(
    (admin) => admin.query(`select page from page_assignment where side = 'draft' and 'line-note' = any(additions)`),
    service.databaseUrl,
  );
  expect(rows).toHaveLength(3);
  await service.call(routes.changeProduct, { params: { product: 'K-009' }, body: { category: 'other' } });
  expect((await dry([heading]))?.some.map(({ page }) => page)).toEqual(lines.filter((page) => page !== lines[1]));
  await service.call(routes.changeProduct, { params: { product: 'K-009' }, body: { category: 'line' } });
  await undo();

  // More pages than one part has: collections, which need no products.
  await asAdmin(
    (admin) =>
      admin.query(`insert into collection (store_id, code, slug, title, description, position)
        select id, 'M-' || n, 'many-' || n, 'Many ' || lpad(n::text, 3, '0'), '', 100 + n from store, generate_series(1, 150) n where slug = 'windrow';
        update assignment_renewal set wanted = wanted + 1 where kind = 'collection'`),
    service.databaseUrl,
  );
  await until(async () => !(await service.call(routes.listPages)).renewing);
  const gap: EditRequest = { type: 'set', document: 'look', field: 'values.gap', value: 2.75 };
  const first = await dry([gap]);
  const second = await dry([gap], first?.next ?? '');
  const third = second?.next == null ? null : await dry([gap], second.next);
  const { total } = await service.call(routes.listPages);
  expect([first?.total, first?.some.length]).toEqual([total, 100]);
  const named = [first, second, third].flatMap((part) => part?.some.map(({ page }) => page) ?? []);
  expect([named.length, new Set(named).size]).toEqual([total, total]);
  await expect(dry([gap], 'nowhere')).rejects.toMatchObject({ code: 'bad-input' });
  await asAdmin(
    (admin) =>
      admin.query(
        `delete from collection where code like 'M-%'; update assignment_renewal set wanted = wanted + 1 where kind = 'collection'`,
      ),
    service.databaseUrl,
  );
  await until(async () => !(await service.call(routes.listPages)).renewing);
});
