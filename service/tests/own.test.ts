/** What belongs to one page: from the edit to what shoppers see, counted, told, taken back. */
import type { EditRequest } from '@parlour/core/design';
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const K1 = 'product:K-001';
const on = { page: K1, document: 'template/product' } as const;
const note = (value: string, was?: string): EditRequest => ({
  type: 'own',
  ...on,
  node: 'note',
  field: 'values.text',
  value,
  ...(was === undefined ? {} : { was }),
});

const live = async (page: string): Promise<string> => (await service.visit(await pathOf(page))).text;
const pathOf = async (page: string): Promise<string> => (await service.call(routes.why, { params: { page } })).path;
const draft = async (page: string): Promise<string> => {
  const { url } = await service.call(routes.preview, { body: { page } });
  const { hostname, pathname, search } = new URL(url);
  return (await service.send(hostname, pathname + search)).text;
};
const publish = () => service.call(routes.publish, { body: { note: 'Own' } });

test('a value for one page alone: on that page, once published, and nowhere else', async () => {
  await service.edit({
    type: 'insert',
    document: 'template/product',
    kind: 'heading',
    id: 'note',
    place: {},
    values: { text: 'As always' },
  });
  await publish();
  const others = (await service.call(routes.listPages, { query: { limit: 200 } })).pages.filter(
    ({ page }) => page !== K1,
  );
  expect(await live(K1)).toContain('As always');

  const would = await service.call(routes.edit, {
    body: { unit: 'own-1', dryRun: true, edits: [note('The last three')] },
  });
  expect(would.pages).toMatchObject({ total: 1, some: [{ page: K1 }] });
  await service.edit(note('The last three'));
  expect(await draft(K1)).toContain('The last three');
  expect(await draft('product:K-002')).toContain('As always');
  expect(await live(K1)).toContain('As always');
  const { changes } = await service.call(routes.listChanges);
  expect(changes.map(({ sentence }) => sentence)).toEqual([
    'On “Skerry Diamond” (product:K-001) alone: Heading has Text of its own.',
  ]);
  await publish();
  const text = await live(K1);
  expect(text).toContain('The last three');
  expect(text).not.toContain('As always');
  for (const { page } of others.filter(({ page }) => page.startsWith('product:')))
    expect(await live(page)).not.toContain('The last three');

  const told = await service.call(routes.why, { params: { page: K1 }, query: { section: 'note' } });
  expect(told.own).toEqual([expect.objectContaining({ section: 'note', fields: ['values.text'], isShown: true })]);
  expect(told.sentences).toContain('Text is “The last three”: set for this page alone.');
  expect(told.change.map(({ command }) => command)).toContain('parlour page own product:K-001');
  const parts = await service.call(routes.getPageParts, { params: { page: K1 } });
  expect([parts.own, parts.documents.some(({ key }) => key === parts.own)]).toEqual(['own/product/K-001', true]);

  // How far a change of the template reaches: its pages, less those with something of their own there.
  const { pages, own } = await service.call(routes.getReach, { query: { key: 'template/product' } });
  const using = (await service.call(routes.listTemplates)).templates.find(({ code }) => code === 'product')?.pages;
  expect([pages, own]).toEqual([using, [{ node: 'note', field: 'values.text', pages: 1 }]]);
  expect(await service.call(routes.getReach, { query: { key: 'shared/promise' } })).toMatchObject({
    places: 2,
    own: [],
  });
  await expect(service.call(routes.getReach, { query: { key: 'look' } })).rejects.toMatchObject({ place: 'key' });

  await service.call(routes.undo, { body: { unit: 'own-undo' } });
  expect(await draft(K1)).toContain('As always');
  await service.call(routes.redo, { body: { unit: 'own-redo' } });
  await service.edit({ type: 'own-reset', page: K1 });
  await publish();
  expect(await live(K1)).toContain('As always');
});

test('the template of another page, and a page that is not there, are refused by name', async () => {
  const refused = (over: object) =>
    service.edit({ ...note('x'), ...over }).then(
      () => null,
      ({ code, place }: { code: string; place: string }) => ({ code, place }),
    );
  expect(await refused({ page: 'product:K-999' })).toEqual({ code: 'no-such-page', place: 'page' });
  expect(await refused({ page: 'collection:C-1' })).toEqual({ code: 'wrong-page-kind', place: 'page' });
  expect(await refused({ page: 'nowhere' })).toMatchObject({ code: 'no-such-page-kind' });
});

test('pages that use one template have lists of their own; where each page has its own, shoppers see no example', async () => {
  const pages = ['content:north', 'content:south'];
  const gallery: EditRequest[] = [
    { type: 'create', what: 'template', name: 'Steps', code: 'steps', pageKind: 'content' },
    { type: 'insert', document: 'template/steps', kind: 'how-it-works', id: 'how', place: {} },
    { type: 'insert', document: 'template/steps', place: { in: 'how', at: 'steps' }, values: { title: 'An example' } },
    ...['north', 'south'].map((code): EditRequest => ({ type: 'create', what: 'content', name: code, code })),
    { type: 'assign', pages, template: 'steps' },
  ];
  await service.edit(...gallery);
  await publish();
  const WORDS = ['An example', 'To the quay', 'To the dunes'];
  const shown = (of: (page: string) => Promise<string>): Promise<string[][]> =>
    Promise.all(
      pages.map(async (page) => {
        const text = await of(page);
        return WORDS.filter((words) => text.includes(words));
      }),
    );
  expect(await shown(live)).toEqual([['An example'], ['An example']]);
  await service.edit({ type: 'set', document: 'template/steps', field: 'each.how.steps', value: true });
  await publish();
  expect([await shown(live), await shown(draft)]).toEqual([
    [[], []],
    [['An example'], ['An example']],
  ]);
  const own = (page: string, title: string): EditRequest[] => [
    { type: 'own-list', page, document: 'template/steps', node: 'how', list: 'steps', empty: true },
    { type: 'insert', document: `own/${page.replace(':', '/')}`, place: { in: 'how', at: 'steps' }, values: { title } },
  ];
  await service.edit(...own('content:north', 'To the quay'), ...own('content:south', 'To the dunes'));
  await publish();
  expect(await shown(live)).toEqual([['To the quay'], ['To the dunes']]);
  // A copy of the template takes along what its pages have of their own.
  await service.edit(
    { type: 'create', what: 'template', name: 'Steps too', code: 'steps-too', copyOf: 'steps' },
    { type: 'assign', pages: ['content:south'], template: 'steps-too' },
  );
  expect(await shown(draft)).toEqual([['To the quay'], ['To the dunes']]);
  await service.edit({ type: 'discard', document: 'content/south' });
  await publish();
  await expect(service.call(routes.getDocument, { query: { key: 'own/content/south' } })).resolves.toMatchObject({
    document: { areas: { main: [] } },
  });
});
