import fc from 'fast-check';
import { changedProduct, type Product } from '../catalogue/index.js';
import {
  brandFrom,
  brandRow,
  collectionFrom,
  collectionRows,
  headsOf,
  productFrom,
  productHeads,
  productRows,
  proposedColumns,
  type Row,
} from './index.js';

const rowsOf = (heads: readonly string[], rows: readonly (readonly string[])[]): Row[] =>
  rows.map((cells, i) => ({ line: i + 2, cells: Object.fromEntries(heads.map((head, n) => [head, cells[n] ?? ''])) }));

const name = fc
  .string({ unit: fc.constantFrom('a', 'B', ',', '=', '\\', ' ', 'é', '|', ':', '.'), minLength: 1 })
  .map((text) => text.trim() || 'x');
const words = fc.string({
  unit: fc.constantFrom('a', '"', ',', '\n', '\r', "'", '=', '\\', ' ', '😀', '<b>'),
  maxLength: 12,
});
const attribute = fc.oneof(
  words.filter((text) => text !== ''),
  fc.constantFrom('5', 'true', '"quoted"', '1e21', '-0', '007', 'Infinity'),
  fc.boolean(),
  fc.double({ noDefaultInfinity: true, noNaN: true }).filter((one) => !Object.is(one, -0)),
);
const variant = fc.record({
  price: fc.nat(2_000_000_000),
  wasPrice: fc.option(fc.nat(1_000_000)),
  stock: fc.option(fc.nat(1_000_000)),
  weight: fc.option(fc.nat(1_000_000)),
  taxClass: fc.constantFrom('', 'books'),
  goodsCode: fc.constantFrom('', '95030075'),
});
const spoken = fc.dictionary(
  fc.constantFrom('de', 'pt-BR'),
  fc.record(
    {
      title: name,
      summary: words.filter((text) => text !== ''),
      words: fc.dictionary(name, name, { minKeys: 1, noNullPrototype: true }),
    },
    { requiredKeys: ['title'] },
  ),
  { noNullPrototype: true },
);
const product: fc.Arbitrary<Product> = fc
  .record({
    status: fc.constantFrom('for-sale', 'draft', 'withdrawn'),
    title: name,
    brand: fc.option(fc.constantFrom('B-1', 'B-2')),
    category: name,
    keywords: fc.array(name),
    attributes: fc.dictionary(fc.stringMatching(/^[a-z0-9][a-z0-9-]{0,5}$/), attribute, { noNullPrototype: true }),
    visibleFrom: fc.constantFrom(null, '2026-11-27T07:00:00.000Z'),
    visibleUntil: fc.constantFrom(null, '2026-12-24T17:00:00.500Z'),
    summary: words,
    description: words,
    pictures: fc.array(fc.record({ hash: fc.stringMatching(/^[0-9a-f]{8}$/), alt: words.map((text) => text.trim()) })),
    option: fc.option(fc.record({ name, values: fc.uniqueArray(name, { minLength: 4, maxLength: 6 }) })),
    specifications: fc.array(fc.record({ name, value: name })),
    goesWith: fc.uniqueArray(fc.constantFrom('K-2', 'K,3', 'K-4')),
    texts: spoken,
    made: fc.array(variant, { minLength: 1, maxLength: 4 }),
  })
  .map(({ option, made, ...rest }) => ({
    ...rest,
    code: 'K-1',
    slug: 'k-1',
    visibleSince: '2026-11-23',
    options: option ? [option] : [],
    variants: (option ? made : made.slice(0, 1)).map((one, i) => ({
      ...one,
      code: `v.${i}`,
      pictures: rest.pictures.slice(0, i).map(({ hash }) => hash),
      options: option ? { [option.name]: option.values[i] ?? '' } : {},
    })),
  }));

test('a product that is written and read again is the same, whatever it says', () => {
  fc.assert(
    fc.property(product, fc.constantFrom('EUR', 'JPY', 'KWD'), (one, currency) => {
      const columns = {
        options: [...one.options.map((option) => option.name), 'Of others'],
        attributes: [...Object.keys(one.attributes), 'of-others'],
        languages: ['de', 'fr', 'pt-BR'],
      };
      const { code, slug, change, faults } = productFrom(
        rowsOf(productHeads(columns), productRows(one, currency, columns)),
        currency,
      );
      expect([code, slug, faults]).toEqual([one.code, one.slug, []]);
      expect(changedProduct({ ...one, code, slug: 'k-1' }, change)).toEqual(one);
      const fresh = { code, slug: 'k-1', title: one.title, visibleSince: '2020-01-01' };
      expect(changedProduct(fresh, change)).toEqual(one);
    }),
    { numRuns: 500 },
  );
});

test('a file of a few columns leaves the rest; each cell that cannot be read is named', () => {
  const rows = rowsOf(
    ['product', 'price', 'stock', 'status', 'attribute.wind', 'option.Size', 'variant', 'was-price', 'title'],
    [
      ['K-1', '24,50', '-1', 'sold', '', 'S', 'a', '', ''],
      ['', '25', '7', '', '', 'M', 'b', '24.999', 'Another'],
    ],
  );
  const { code, change, faults, cellAt } = productFrom(rows, 'EUR');
  expect([code, change]).toEqual([
    'K-1',
    {
      attributes: { wind: null },
      variants: [
        { code: 'a', options: { Size: 'S' }, wasPrice: null },
        { code: 'b', options: { Size: 'M' }, price: 2500, stock: 7 },
      ],
    },
  ]);
  expect(faults.map(({ line, column, value, reason }) => `${line} ${column} ${value}: ${reason}`)).toEqual([
    '3 title Another: The first row of it, in line 2, says something else.',
    '2 status sold: It is none of: for-sale, draft, withdrawn.',
    '2 stock -1: It is not a number of pieces, such as 24, or not-counted.',
    '2 price 24,50: It is not a price in EUR, such as 24.50.',
    '3 was-price 24.999: It is not a price in EUR, such as 24.50.',
  ]);
  expect(
    ['variants[1].stock', 'variants.b.options', 'attributes.wind', 'brand', 'code'].map((place) => {
      const { line, column } = cellAt(place);
      return `${line} ${column}`;
    }),
  ).toEqual(['3 stock', '3 variant', '2 attribute.wind', '2 product', '2 product']);
});

test('collections and brands that are written and read again are the same', () => {
  const shared = {
    code: 'C-1',
    title: 'A, “b”',
    slug: 'a-b',
    description: '=1\n2',
    texts: { de: { title: 'Ä', description: '<p>ü</p>' } },
  };
  const languages = ['de', 'fr'];
  const members = ['K-2', 'K-1'];
  for (const [parent, position, when] of [
    ['C-2', 4, null],
    [null, 0, 'price > 3'],
  ] as const) {
    const picture = when === null ? { hash: 'aa', alt: 'A tern, high up' } : null;
    const collection = { ...shared, picture, parent, position, when };
    const { code, slug, change, faults } = collectionFrom(
      rowsOf(headsOf('collection', languages), collectionRows(collection, members, languages)),
    );
    const { code: _code, slug: _slug, ...rest } = collection;
    const texts = { ...shared.texts, fr: { title: null, description: null } };
    const told = { ...rest, texts, ...(when === null && { members }) };
    expect([code, slug, change, faults]).toEqual(['C-1', 'a-b', told, []]);
  }
  const { change, faults } = brandFrom(
    rowsOf(headsOf('brand', ['de']), [brandRow(shared, ['de']), brandRow(shared, ['de'])]),
  );
  expect(change).toEqual({ title: shared.title, description: shared.description, texts: shared.texts });
  expect(faults).toMatchObject([
    { line: 3, column: 'brand', value: 'C-1', reason: expect.stringContaining('another') },
  ]);
});

test('columns are proposed by their names, each once', () => {
  const heads = ['SKU', 'Product name', 'Colour', 'Qty.', 'price', 'Unit price', 'Foo', 'attribute.wind', 'Text'];
  expect(proposedColumns('product', heads)).toEqual([
    'product',
    'title',
    'option.Colour',
    'stock',
    'price',
    null,
    null,
    'attribute.wind',
    'description',
  ]);
  expect(proposedColumns('collection', ['id', 'sku', 'Rule'])).toEqual(['collection', 'product', 'when']);
});
