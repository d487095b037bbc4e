/** What a form says of a product is what differs, and no more. */
import {
  changedProduct,
  changesMeanwhile,
  combinationsOf,
  draftOf,
  EMPTY_DRAFT,
  NOT_SOLD,
  wordsOf,
  toldBy,
  type Product,
} from './index.js';

const PRODUCT: Product = changedProduct(
  { code: 'K-1', slug: 'gannet', title: 'Gannet', visibleSince: '2026-11-30' },
  {
    ...{ summary: 'Lifts early.', brand: 'B-1', keywords: ['classic', 'gift'] },
    variants: [
      { code: 'a', options: { Colour: 'Moss', Size: 'S' }, price: 4200, wasPrice: 5000, stock: 3 },
      { code: 'b', options: { Colour: 'Sand', Size: 'S' }, price: 4250, stock: null },
    ],
  },
);
const DRAFT = draftOf(PRODUCT, 'EUR');
const [MOSS, SAND] = ['["Moss","S"]', '["Sand","S"]'];
const told = (change: Partial<typeof DRAFT>) => toldBy({ ...DRAFT, ...change }, PRODUCT, 'K-1', 'EUR');

test('an untouched form says nothing', () => {
  expect(DRAFT).toMatchObject({ keywords: 'classic, gift', options: [{ name: 'Colour', values: 'Moss, Sand' }, {}] });
  expect(DRAFT.variants).toEqual({
    [MOSS]: { ...NOT_SOLD, price: '42.00', wasPrice: '50.00', stock: '3' },
    [SAND]: { ...NOT_SOLD, price: '42.50' },
  });
  expect(told({})).toEqual({ change: {}, faults: {} });
});

test('a path is said if it is another, and is one', () => {
  expect(told({ slug: 'gannet-delta' })).toEqual({ change: { slug: 'gannet-delta' }, faults: {} });
  for (const slug of ['', 'Gannet', 'a--b', 'a b']) expect(Object.keys(told({ slug }).faults)).toEqual(['slug']);
});

test('of a variant only what is touched is said', () => {
  const typed = (key: string, more: object) => ({
    variants: { ...DRAFT.variants, [key]: { ...DRAFT.variants[key], ...more } },
  });
  const said = (key: string, more: object) => told(typed(key, more) as never).change;
  expect(said(MOSS, { price: '44' })).toEqual({ variants: [{ code: 'a', price: 4400 }] });
  expect(said(MOSS, { wasPrice: ' ' })).toEqual({ variants: [{ code: 'a', wasPrice: null }] });
  expect(said(MOSS, { stock: '' })).toEqual({ variants: [{ code: 'a', stock: null }] });
  expect(said(SAND, { stock: '0', price: '42,5' })).toEqual({ variants: [{ code: 'b', stock: 0 }] });
  expect(said(SAND, { price: '' })).toEqual({ variants: [{ code: 'b', remove: true }] });
  const sent = { weight: '350', taxClass: 'books', goodsCode: '95030075', pictures: ['f00d'] };
  expect(said(SAND, sent)).toEqual({ variants: [{ code: 'b', ...sent, weight: 350 }] });
});

test('another value is another row, sold once it has a price; what is said can be applied', () => {
  const options = [
    { name: 'Colour', values: 'Moss, Sand,, Ink , Moss' },
    { name: 'Size', values: 'S' },
    { name: ' ', values: '' },
  ];
  expect(combinationsOf({ options }).map(({ values }) => values.join())).toEqual(['Moss,S', 'Sand,S', 'Ink,S']);
  const variants = { ...DRAFT.variants, '["Ink","S"]': { ...NOT_SOLD, price: '40', stock: '7' } };
  const { change } = told({ options, variants });
  expect(change).toEqual({
    options: [
      { name: 'Colour', values: ['Moss', 'Sand', 'Ink'] },
      { name: 'Size', values: ['S'] },
    ],
    variants: [{ code: 'K-1-3', options: { Colour: 'Ink', Size: 'S' }, price: 4000, wasPrice: null, stock: 7 }],
  });
  expect(changedProduct(PRODUCT, change).variants.map(({ code }) => code)).toEqual(['a', 'b', 'K-1-3']);
  expect(told({ options: options.slice(1) }).change.variants).toEqual([
    { code: 'a', remove: true },
    { code: 'b', remove: true },
  ]);
});

test('an option that is called otherwise keeps its variants', () => {
  const { change } = told({ options: [{ name: 'Cloth', values: 'Moss, Sand' }, ...DRAFT.options.slice(1)] });
  expect(changedProduct(PRODUCT, change).variants).toMatchObject([
    { code: 'a', options: { Cloth: 'Moss', Size: 'S' }, price: 4200 },
    { code: 'b', options: { Cloth: 'Sand', Size: 'S' }, stock: null },
  ]);
});

test('a new product without options has one variant, numbered after its code', () => {
  const draft = { ...EMPTY_DRAFT, title: ' Fulmar ', variants: { '[]': { ...NOT_SOLD, price: '24', stock: '12' } } };
  expect(toldBy(draft, undefined, 'fulmar', 'EUR').change).toEqual({
    title: 'Fulmar',
    variants: [{ code: 'fulmar-1', options: {}, price: 2400, wasPrice: null, stock: 12 }],
  });
});

test('rows, attributes and texts in further languages: what differs is said, what is emptied goes', () => {
  const full = changedProduct(PRODUCT, {
    attributes: { wind: '2 to 4', skill: 3 },
    texts: { de: { title: 'Tölpel', summary: 'Hebt früh ab.', words: { Colour: 'Farbe' } } },
  });
  const draft = draftOf(full, 'EUR');
  const of = (change: Partial<typeof draft>) => toldBy({ ...draft, ...change }, full, 'K-1', 'EUR').change;
  expect(of({})).toEqual({});
  expect(
    of({
      attributes: [
        { name: 'wind', value: '"5"' },
        { name: 'new', value: 'true' },
        { name: '', value: 'x' },
      ],
    }),
  ).toEqual({
    attributes: { wind: '5', new: true, skill: null },
  });
  expect(
    of({
      specifications: [
        { name: ' Weight ', value: '180 g' },
        { name: 'Empty', value: ' ' },
      ],
    }),
  ).toEqual({
    specifications: [{ name: 'Weight', value: '180 g' }],
  });
  const said = of({
    texts: {
      ...draft.texts,
      de: { title: '', summary: 'Hebt früh ab.', description: '', words: { Colour: '', Moss: 'Moos' } },
    },
  });
  expect(said).toEqual({ texts: { de: { title: null, words: { Moss: 'Moos' } } } });
  expect(changedProduct(full, said).texts).toEqual({ de: { summary: 'Hebt früh ab.', words: { Moss: 'Moos' } } });
  expect(changedProduct(full, { texts: { de: { title: null, summary: '', words: {} } } }).texts).toEqual({});
  expect(wordsOf(draft)).toEqual(['Colour', 'Moss', 'Sand', 'Size', 'S', '2 to 4']);
});

test('two who change different things both get theirs; of the same thing the second is told', () => {
  const now: Product = {
    ...PRODUCT,
    title: 'Gannet II',
    variants: PRODUCT.variants.map((one) => ({ ...one, stock: 1 })),
  };
  expect(changesMeanwhile(PRODUCT, now, { summary: 'x', variants: [{ code: 'a', price: 1 }] })).toEqual([]);
  const both = {
    title: 'x',
    summary: 'y',
    variants: [
      { code: 'a', price: 1 },
      { code: 'b', stock: 4 },
    ],
  };
  expect(changesMeanwhile(PRODUCT, now, both)).toEqual(['title', 'the variant b']);
  expect(changesMeanwhile(PRODUCT, { ...now, variants: [] }, { variants: [{ code: 'a', price: 1 }] })).toEqual([
    'the variant a',
  ]);
});

test('what cannot be read is told at its field', () => {
  const variants = {
    [MOSS]: { ...NOT_SOLD, price: '4.222', wasPrice: 'x', stock: '-1', weight: '1.5' },
    [SAND]: { ...NOT_SOLD, price: '1', stock: '1.5', goodsCode: '12' },
  };
  const attributes = [{ name: 'Wind range', value: 'x' }];
  expect(told({ title: ' ', variants, attributes }).faults).toEqual({
    'attribute Wind range': 'Lower-case letters, digits and “-”.',
    [`${MOSS} weight`]: 'In grams: a whole number.',
    [`${SAND} goodsCode`]: '6 to 12 digits.',
    title: 'Say what it is called.',
    [`${MOSS} price`]: 'Write it like 24.50.',
    [`${MOSS} wasPrice`]: 'Write it like 24.50.',
    [`${MOSS} stock`]: 'A whole number, or nothing.',
    [`${SAND} stock`]: 'A whole number, or nothing.',
  });
});
