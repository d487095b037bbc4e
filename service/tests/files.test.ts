/** The catalogue from files and into them: all or nothing, every bad line named, nothing written that is there already. */
import { sure } from '@parlour/core';
import { routes } from '@parlour/contract';
import type { FileFormat, FileKind } from '@parlour/core/files';
import { asAdmin, testService, until, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

type Start = Parameters<typeof service.call<typeof routes.startImport>>[1]['body'];
const rows = async (sql: string): Promise<unknown[]> =>
  (await asAdmin((admin) => admin.query(sql), service.databaseUrl)).rows;
/** What the catalogue is, and all that a change leaves behind. */
const state = () =>
  rows(`select (select jsonb_agg(p.xmin::text order by id) from product p) as products,
    (select jsonb_agg(v.xmin::text order by id) from variant v) as variants, (select count(*) from price) as prices,
    (select jsonb_agg(m.xmin::text order by collection_id, position) from collection_member m) as members,
    (select jsonb_agg(to_jsonb(c) order by id) from collection c) as collections, (select jsonb_agg(to_jsonb(b)) from brand b) as brands,
    (select count(*) from change) as changes, (select count(*) from audit) as audit, (select count(*) from page_due) as due,
    (select jsonb_agg(r.xmin::text order by id) from review r) as reviews`);

async function sent(kind: FileKind, format: FileFormat, ...parts: readonly (string | Uint8Array)[]) {
  const { id } = await service.call(routes.beginImport, { body: { kind, format, name: `a.${format}` } });
  const params = { import: String(id) };
  for (const [number, part] of parts.entries())
    await service.call(routes.sendImportPart, { params, query: { number }, body: Buffer.from(part as string) });
  return params;
}
async function ended(params: { readonly import: string }) {
  await until(async () => !/waiting|running/.test((await service.call(routes.getImport, { params })).state));
  return service.call(routes.getImport, { params });
}
async function imported(kind: FileKind, format: FileFormat, file: string | Uint8Array, start: Start = {}) {
  const params = await sent(kind, format, file);
  await service.call(routes.startImport, { params, body: start });
  return ended(params);
}
const exported = async (kind: FileKind, query = ''): Promise<string> =>
  (await service.api(`/stores/windrow/exports/${kind}${query}`)).text;
const faultsOf = ({ faults }: Awaited<ReturnType<typeof imported>>): string[] =>
  faults.map(({ line, column, value, reason }) => `${line} ${column} ${value}: ${reason}`);
const lines = (...all: readonly string[]): string => `${all.join('\n')}\n`;

test('out and in again, in each way, changes nothing', async () => {
  await service.call(routes.createCollection, {
    body: { code: 'C-9', title: 'By rule', when: 'brand is "Skerry Lines"', parent: 'C-1', description: '=1+1;-2' },
  });
  await service.call(routes.setLanguages, { body: { languages: ['de'] } });
  const { pictures } = await service.call(routes.getProduct, { params: { product: 'K-001' } });
  const hash = sure(pictures[1]).hash;
  await service.call(routes.changeProduct, {
    params: { product: 'K-001' },
    body: {
      summary: "=SUM(A1)\n-2 “quoted”, '=3",
      keywords: ['a, b', 'c'],
      attributes: { number: 5, text: '5', yes: true },
      specifications: [{ name: 'Span, open', value: '=1,6 m' }],
      goesWith: ['K-010', 'K-011'],
      texts: { de: { title: 'Schären-Drachen', words: { Colour: 'Farbe', 'Sea green': 'Seegrün=' } } },
      variants: [
        { code: 'K-001-1', stock: null, weight: 350, taxClass: 'books', goodsCode: '95030075', pictures: [hash] },
      ],
    },
  });
  for (const [route, params] of [
    [routes.changeCollection, { collection: 'C-1' }],
    [routes.changeBrand, { brand: 'B-1' }],
  ] as const)
    await service.call(route, {
      params: params as never,
      body: { texts: { de: { description: 'Auf Deutsch; “so”' } } },
    });
  const picture = { hash, alt: 'A kite, “up”' };
  await service.call(routes.changeCollection, { params: { collection: 'C-1' }, body: { picture } });
  const before = await state();
  for (const kind of ['product', 'collection', 'brand', 'review'] as const)
    for (const [format, query] of [
      ['csv', ''],
      ['csv', '?spreadsheet=yes'],
      ['jsonl', '?format=jsonl'],
    ] as const) {
      const result = await imported(kind, format, await exported(kind, query));
      expect([kind, query, faultsOf(result), result.created, result.changed]).toEqual([kind, query, [], 0, 0]);
      expect(result.same).toBe({ product: 12, collection: 4, brand: 5, review: 25 }[kind]);
    }
  expect(await state()).toEqual(before);
  expect(await exported('product', '?spreadsheet=yes')).toContain("'=SUM");
});

test('pictures may be named by their files; one that is not there, or that several are, is told', async () => {
  const file = (name: string) =>
    lines('product,title,price,pictures,shown-by', `P-1,Fulmar,24.50,${name} A kite over the dunes,${name}`);
  const { pictures } = await service.call(routes.listPictures, { query: { search: 'K-005-b.png' } });
  const done = await imported('product', 'csv', file('K-005-b.png'));
  expect([faultsOf(done), done.created]).toEqual([[], 1]);
  const made = await service.call(routes.getProduct, { params: { product: 'P-1' } });
  const { hash } = sure(pictures[0]);
  expect(made.pictures).toEqual([{ hash, alt: 'A kite over the dunes' }]);
  expect(made.variants[0]).toMatchObject({ code: 'P-1', pictures: [hash] });
  expect(faultsOf(await imported('product', 'csv', file('gone.png')))).toEqual([
    '2 pictures gone.png A kite over the dunes: There is no picture “gone.png” in the library of this store. Add it first.',
  ]);
  await rows(`update picture set name = 'K-005-b.png' where name = 'K-005-c.png'`);
  expect(faultsOf(await imported('product', 'csv', file('K-005-b.png')))[0]).toContain(
    '2 pictures of the library are named “K-005-b.png”: say the hash of the one that is meant.',
  );
  await rows(`update picture set name = 'K-005-c.png' where name = 'K-005-b.png' and hash <> '${hash}'`);
  await service.call(routes.deleteProduct, { params: { product: 'P-1' } });
});

test('a shop from three files, with columns of other names: brands, products with variants, collections', async () => {
  const begun = await sent('brand', 'csv', lines('code;Name', 'B-8;Quarrel', 'B-9;"Ash; Elm"'));
  expect((await service.call(routes.getImport, { params: begun })).heads).toEqual([
    { head: 'code', column: 'brand' },
    { head: 'Name', column: 'title' },
  ]);
  await expect(service.call(routes.startImport, { params: begun, body: {} })).rejects.toMatchObject({
    place: 'columns',
    message: 'It is not known what the column “code” is.',
  });
  await service.call(routes.startImport, { params: begun, body: { columns: { code: 'brand', Name: 'title' } } });
  expect(await ended(begun)).toMatchObject({ state: 'done', created: 2 });
  const products = lines(
    '\ufeffproduct,title,brand,variant,option.Colour,price,was-price,stock,attribute.wind,description',
    'N-1,Dotterel,ash; elm,,Moss,24.50,29,4,"Best, by far","<p>Runs <b>along</b> the shore.</p>"',
    ',,,,Sand,26,,not-counted,,',
    'N-2,Plövér,B-8,one,,12,,0,,',
    'K-007,,,,,,,,,',
  );
  // Parts may be cut anywhere, also in the middle of a letter.
  const bytes = Buffer.from(products);
  const middle = bytes.indexOf('ö') + 1;
  const params = await sent('product', 'csv', bytes.subarray(0, middle), bytes.subarray(middle));
  await service.call(routes.startImport, { params, body: { dryRun: true } });
  const tried = await ended(params);
  expect([faultsOf(tried), tried]).toMatchObject([
    [],
    { state: 'done', dryRun: true, created: 2, doneBytes: bytes.length },
  ]);
  expect(await rows(`select 1 from product where code like 'N-%'`)).toEqual([]);
  await service.call(routes.startImport, { params, body: {} });
  expect(await ended(params)).toMatchObject({ state: 'done', dryRun: false, created: 2, changed: 1 });
  expect(await service.call(routes.getProduct, { params: { product: 'N-1' } })).toMatchObject({
    brand: 'B-9',
    attributes: { wind: 'Best, by far' },
    options: [{ name: 'Colour', values: ['Moss', 'Sand'] }],
    variants: [
      { code: 'N-1-1', price: 2450, wasPrice: 2900, stock: 4 },
      { code: 'N-1-2', price: 2600, wasPrice: null, stock: null },
    ],
  });
  expect((await service.call(routes.getProduct, { params: { product: 'N-2' } })).title).toBe('Plövér');
  // A column that is there and empty takes the brand away; the title stays.
  expect(await service.call(routes.getProduct, { params: { product: 'K-007' } })).toMatchObject({ brand: null });
  const collections = lines(
    'collection,title,into,when,product',
    'N,New,C-1,,N-2',
    ',,,,N-1',
    'R,Under 20,,price < 20,',
  );
  expect(await imported('collection', 'csv', collections)).toMatchObject({ state: 'done', created: 2 });
  expect((await service.visit('/browse/new')).text).toContain('/item/dotterel');
  expect((await service.call(routes.getCollection, { params: { collection: 'R' } })).members).toContain('N-2');
  const { entries } = await service.call(routes.listAudit);
  expect(entries[1]).toMatchObject({ action: 'catalogue.import', detail: { of: 'product', created: 2, changed: 1 } });
  await expect(service.call(routes.startImport, { params, body: {} })).rejects.toMatchObject({ code: 'already-there' });
});

const BAD = lines(
  'product,title,slug,brand,price,stock,option.Size,variant,attribute.big',
  'X-1,One,,,"12,50",4,,,',
  'X-2,Two,,,12,-4,,,',
  'X-3,Three,,Nobody,12,4,S,a,',
  ',,,,13,4,S,b,',
  'X-4,Four,,,12,4,S,a,',
  ',,,,13,4,S,b,',
  'X-5,,,,12,,,,',
  'K-003,,,,12,,,,',
  'K-004,,skerry-diamond,,,,,,',
  'X-6,Six,,,12,1,,,',
  'X-6,Six again,,,12,1,,,',
  'X-1,One again,,,12,1,,,',
  `X-7,Seven,,,12,1,,,${'x'.repeat(501)}`,
  'bad code,Eight,,,12,1,,,',
  'X-9,Nine,skerry-diamond,,12,,,,',
);
const AGAIN = expect.stringMatching(/^13 product X-1: Line 2 tells of it already/);

test('each bad line is named with its column and reason; nothing is changed, or the rest if that is wished', async () => {
  const before = await state();
  const refused = await imported('product', 'csv', BAD);
  expect(refused).toMatchObject({ state: 'refused', created: 0, changed: 0, bad: 12 });
  expect(faultsOf(refused)).toEqual([
    '2 price 12,50: It is not a price in EUR, such as 24.50.',
    '3 stock -4: It is not a number of pieces, such as 24, or not-counted.',
    '4 brand Nobody: There is no brand “Nobody” in this store. Create it first, or import a file of brands.',
    expect.stringMatching(/^7 variant b: The variants “a” and “b” have the same options/),
    '8 title : The new product “X-5” has no title. Say what it is called.',
    expect.stringMatching(/^9 variant : The product has 6 variants already: .*K-003-1, K-003-2/),
    expect.stringMatching(/^10 slug skerry-diamond: Another product has the path/),
    '12 title Six again: The first row of it, in line 11, says something else.',
    AGAIN,
    expect.stringMatching(/^14 product X-7: .*at most 500 characters/),
    expect.stringMatching(/^15 product bad code: .*must be a code/),
    expect.stringMatching(/^16 slug skerry-diamond: Another product has the path/),
  ]);
  expect(await state()).toEqual(before);
  const tried = await imported('product', 'csv', BAD, { dryRun: true, skipBad: true });
  expect(tried).toMatchObject({ state: 'done', created: 0, bad: 12 });
  expect(await state()).toEqual(before);
  const good = BAD.replace('bad code', 'X-8').replace('x'.repeat(501), 'x');
  expect(await imported('product', 'csv', good, { skipBad: true })).toMatchObject({
    state: 'done',
    created: 2,
    bad: 10,
  });
  expect((await service.call(routes.getProduct, { params: { product: 'X-8' } })).title).toBe('Eight');
  for (const product of ['X-7', 'X-8']) await service.call(routes.deleteProduct, { params: { product } });
});

const many = (count: number, of: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => of(i)).join('\n');
const VARIANTS = 'product,title,price,variant,option.A,option.B\n';
test.each<[string, FileFormat, string | Uint8Array, string]>([
  [
    'a quote that is never closed',
    'csv',
    'product,title\nX-1,a\nX-2,"b\nX-3,c\n',
    '3  : The row has a quotation mark that',
  ],
  ['a quote inside a cell', 'csv', 'product,title\nX-1,"a"b\n', '2  : The row cannot be read as a table.'],
  [
    'another encoding',
    'csv',
    Buffer.from('product,title\nX-1,a\nX-2,\xe9\n', 'latin1'),
    '3  : The file is not in UTF-8.',
  ],
  ['a NUL', 'csv', 'product,title\nX-1,a\0\n', '2  : There is a character in the file, NUL,'],
  [
    '4 MB in one cell',
    'csv',
    `product,title\nX-1,${'a'.repeat(3_900_000)}`,
    '2  : The row is longer than 1,000,000 characters',
  ],
  ['more cells than columns', 'csv', 'product,title\nX-1,a,b\n', '2  : The row has 3 cells, and the table 2 columns.'],
  [
    '251 variants',
    'csv',
    VARIANTS + many(251, (i) => `X-1,${i ? '' : 'x'},1,v${i},${i % 16},${i >> 4}`),
    'A product has at most 250 variants; this would have 251.',
  ],
  [
    '101 values of an option',
    'csv',
    VARIANTS + many(101, (i) => `X-1,${i ? '' : 'x'},1,v${i},${i}`),
    '2 option.A 0: The option “A” has more than 100 values.',
  ],
  [
    'an option without values',
    'csv',
    'product,title,options\nX-1,x,Colour=\n',
    '2 options Colour=: The option “Colour” has no',
  ],
  ['a title that is too long', 'csv', `product,title\nX-1,${'x'.repeat(201)}\n`, 'at most 200 are allowed'],
  ['half a character and a NUL', 'jsonl', '{"code":"X-1","title":"\\ud800\\u0000"}', 'cannot be stored'],
  ['no JSON', 'jsonl', '{"code":"X-1","title":"x"}\n{"code"\n', '2  {"code": It is not JSON.'],
  [
    'JSON of another form',
    'jsonl',
    '{"code":"X-1","title":"x","variants":[{"code":"a","price":-1}]}',
    '1 variants[0].price -1: ',
  ],
  ['JSON that is no object', 'jsonl', '[1]', '1  [1]: '],
  ['an unknown name', 'jsonl', '{"code":"X-1","title":"x","colour":"red"}', 'Line has unknown entries: colour.'],
])('%s is told by its line, and nothing is changed', async (_what, format, file, fault) => {
  const before = await state();
  const result = await imported('product', format, file);
  expect(result.state).toBe('refused');
  expect(faultsOf(result).at(-1)).toContain(fault);
  expect(await state()).toEqual(before);
});

test('paths are made of titles that are alike, also where the next choice of one is the first of another', async () => {
  for (const [code, slug] of [
    ['S-1', 'spar'],
    ['S-2', 'spar-2-2'],
  ])
    await service.call(routes.createProduct, { body: { code, slug, title: 'Taken' } });
  const result = await imported(
    'product',
    'csv',
    lines('product,title', 'S-3,Spar', 'S-4,Spar 2', 'S-5,Spar', 'S-6,Mast'),
  );
  expect([faultsOf(result), result.created]).toEqual([[], 4]);
  const slugs = ['S-3', 'S-4', 'S-5', 'S-6'].map(
    async (product) => (await service.call(routes.getProduct, { params: { product } })).slug,
  );
  expect(await Promise.all(slugs)).toEqual(['spar-2', 'spar-2-3', 'spar-3', 'mast']);
  for (const product of ['S-1', 'S-2', 'S-3', 'S-4', 'S-5', 'S-6'])
    await service.call(routes.deleteProduct, { params: { product } });
});

test('what is wrong before the place where a file cannot be read on is told, too', async () => {
  const before = await state();
  const result = await imported(
    'product',
    'csv',
    lines('product,title,price,brand', 'K-001,,nine,', 'X-1,New,3,nobody', '"X-2,never closed'),
  );
  expect([result.state, result.bad]).toEqual(['refused', 3]);
  expect(faultsOf(result)).toEqual([
    '2 price nine: It is not a price in EUR, such as 24.50.',
    expect.stringMatching(/^3 brand nobody: There is no brand/),
    expect.stringMatching(/^4 {2}: The row has a quotation mark that is never closed/),
  ]);
  expect(await state()).toEqual(before);
});

test.each<[string, FileKind, string, string]>([
  ['a collection inside itself', 'collection', 'collection,title,into\nY-1,One,Y-2\nY-2,Two,Y-1\n', 'Y-2'],
  [
    'products beside a rule',
    'collection',
    'collection,title,when,product\nY-1,One,price > 1,K-001\n',
    '2 product K-001: What is in',
  ],
  ['half a rule', 'collection', 'collection,title,when\nY-1,One,price >\n', '2 when price >: The rule is not complete'],
  [
    'a product that is not there',
    'collection',
    'collection,title,product\nY-1,One,K-999\n',
    '2 product K-999: There is no product',
  ],
  ['a review of no product', 'review', 'review,product,rating\nY-1,K-999,4\n', '2 product K-999: There is no product'],
  [
    'a new review without stars',
    'review',
    'review,product\nY-1,K-001\n',
    '2 rating : The new review “Y-1” has no rating',
  ],
  [
    'a review of nine stars',
    'review',
    'review,product,rating\nY-1,K-001,9\n',
    '2 rating 9: It is not a number of stars',
  ],
  ['a brand twice', 'brand', 'brand,title\nY-1,One\nY-1,Two\n', '3 brand Y-1: This brand has another row above.'],
])('in a file of others, %s is told by its line', async (_what, kind, file, fault) => {
  const before = await state();
  const result = await imported(kind, 'csv', file);
  expect([result.state, faultsOf(result).join('\n')]).toEqual(['refused', expect.stringContaining(fault)]);
  expect(await state()).toEqual(before);
});

test('a table with columns that nobody knows, twice, too many, or without the code, is not begun', async () => {
  const wide = many(500, (i) => `attribute.a${i}`).replaceAll('\n', ',');
  const heads: readonly [string, string, Record<string, string>][] = [
    ['product,title,Foo', 'It is not known what the column “Foo” is.', {}],
    ['product,title,title', 'Two columns of the table are “title”.', {}],
    ['title,price', 'No column of the table says the code of each product.', {}],
    ['product,title', 'The table has no column “Foo”.', { Foo: 'price' }],
    ['product,title', 'There is no column “colour”, which “title” is said to be.', { title: 'colour' }],
    ['product,title,attribute.Big', 'It is not known what the column “attribute.Big” is.', {}],
    [`product,${wide}`, 'The table has more than 500 columns.', {}],
  ];
  for (const [head, message, columns] of heads) {
    const params = await sent('product', 'csv', `${head}\n`);
    await expect(service.call(routes.startImport, { params, body: { columns } })).rejects.toMatchObject({ message });
  }
  const start = (params: { readonly import: string }) => service.call(routes.startImport, { params, body: {} });
  await expect(start(await sent('product', 'csv'))).rejects.toMatchObject({ message: 'The file is empty.' });
  const hole = await sent('product', 'jsonl', '{}');
  await service.call(routes.sendImportPart, { params: hole, query: { number: 2 }, body: Buffer.from('{}') });
  await expect(start(hole)).rejects.toMatchObject({ message: 'Parts of the file are missing: 1.' });
});

test('an import that is stopped has changed nothing', async () => {
  const params = await sent(
    'product',
    'csv',
    `product,title,price\n${many(8_000, (i) => `S-${i},Number ${i},${i + 1}`)}\n`,
  );
  await service.call(routes.startImport, { params, body: {} });
  await until(async () => (await service.call(routes.getImport, { params })).created > 0);
  await service.call(routes.stopImport, { params, body: {} });
  expect(await ended(params)).toMatchObject({ state: 'stopped', created: 0, changed: 0 });
  expect(await rows(`select 1 from product where code like 'S-%'`)).toEqual([]);
  expect((await service.call(routes.stopImport, { params, body: {} })).state).toBe('stopped');
});

test('imports belong to their store', async () => {
  const params = await sent('product', 'csv', 'product,title\nX-1,x\n');
  await expect(service.call(routes.getImport, { params: { store: 'osierwick', ...params } })).rejects.toMatchObject({
    code: 'no-such-thing',
  });
  expect((await service.api('/stores/osierwick/exports/product')).status).toBe(404);
  expect((await service.api('/stores/windrow/exports/order')).status).toBe(404);
});
