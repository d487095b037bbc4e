/** A product after a change: merged by name and code, and refused as a whole where it makes no sense. */
import { refusal } from '../tests/designs.js';
import { changedProduct, type NewProduct, type Product, type ProductChange, type VariantChange } from './index.js';

const NEW: NewProduct = { code: 'K-1', slug: 'gannet', title: 'Gannet', visibleSince: '2026-11-30' };
const variant = (code: string, colour: string, more: Partial<VariantChange> = {}): VariantChange => ({
  ...{ code, options: { Colour: colour }, price: 4200 },
  ...more,
});
const GANNET = changedProduct(NEW, { variants: [variant('a', 'Moss', { stock: 3 }), variant('b', 'Sand')] });

/** What nobody has said of a variant. */
const UNSAID = { weight: null, taxClass: '', goodsCode: '', pictures: [] };

test('a new product has what was said, and nothing else', () => {
  expect(changedProduct(NEW, {})).toMatchObject({
    ...NEW,
    status: 'for-sale',
    brand: null,
    options: [],
    variants: [],
    attributes: {},
  });
  expect(GANNET.options).toEqual([{ name: 'Colour', values: ['Moss', 'Sand'] }]);
  expect(GANNET.variants).toEqual([
    { code: 'a', options: { Colour: 'Moss' }, price: 4200, wasPrice: null, stock: 3, ...UNSAID },
    { code: 'b', options: { Colour: 'Sand' }, price: 4200, wasPrice: null, stock: 0, ...UNSAID },
  ]);
});

test('what is not said stays: values, attributes by name, variants by code and in their order', () => {
  const before: Product = { ...GANNET, brand: 'B-1', attributes: { wind: '2 to 4', new: true } };
  const after = changedProduct(before, {
    title: 'Gannet II',
    summary: undefined,
    attributes: { wind: null, skill: 2 },
    variants: [variant('c', 'Ink'), { code: 'b', wasPrice: 5000, stock: null, price: undefined }],
  });
  expect(after).toEqual({
    ...before,
    title: 'Gannet II',
    attributes: { new: true, skill: 2 },
    options: [{ name: 'Colour', values: ['Moss', 'Sand', 'Ink'] }],
    variants: [
      before.variants[0],
      { ...before.variants[1], wasPrice: 5000, stock: null },
      { code: 'c', options: { Colour: 'Ink' }, price: 4200, wasPrice: null, stock: 0, ...UNSAID },
    ],
  });
});

test('a variant that goes leaves its place; the values of an option stay until somebody says otherwise', () => {
  const after = changedProduct(GANNET, { variants: [{ code: 'a', remove: true }] });
  expect(after.variants.map(({ code }) => code)).toEqual(['b']);
  expect(after.options).toEqual(GANNET.options);
  const options = [{ name: 'Colour', values: ['Sand'] }];
  expect(changedProduct(after, { options }).options).toEqual(options);
});

const many = (count: number): VariantChange[] =>
  Array.from({ length: count }, (_, i) => ({
    code: `v${i}`,
    options: { Colour: `C${i % 50}`, Size: `S${Math.floor(i / 50)}` },
    price: 1,
  }));

test('a product has up to 250 variants', () => {
  expect(changedProduct(NEW, { variants: many(250) }).variants).toHaveLength(250);
  const { message, place, remedy } = refusal(() => changedProduct(NEW, { variants: many(251) }));
  expect([message, place]).toEqual(['A product has at most 250 variants; this would have 251.', 'variants']);
  expect(remedy).toContain('two products');
});

test.each<[string, ProductChange, string, string]>([
  ['an option without values', { options: [{ name: 'Colour', values: [] }] }, 'options.Colour', 'has no values'],
  [
    'an option twice',
    { options: [...GANNET.options, ...GANNET.options] },
    'options.Colour',
    'There are two options “Colour”.',
  ],
  ['a value twice', { options: [{ name: 'Colour', values: ['Moss', 'Sand', 'Moss'] }] }, 'options.Colour', 'twice'],
  [
    'more options than five',
    { options: [...'abcdef'].map((name) => ({ name, values: ['x'] })) },
    'options',
    'at most 5 options',
  ],
  [
    'more values than a hundred',
    { options: [{ name: 'Colour', values: Array.from({ length: 101 }, (_, i) => `c${i}`) }] },
    'options.Colour',
    'more than 100 values',
  ],
  ['a variant without a value', { variants: [{ code: 'c', price: 1 }] }, 'variants.c.options', 'no value for “Colour”'],
  [
    'a value that is none of the option’s',
    { options: [{ name: 'Colour', values: ['Moss'] }] },
    'variants.b.options',
    '“Sand” for “Colour”',
  ],
  ['a value for no option', { options: [] }, 'variants.a.options', 'which is no option of the product'],
  ['the same choice twice', { variants: [variant('c', 'Moss')] }, 'variants.c.options', '“a” and “c” have the same'],
  ['a new variant without a price', { variants: [{ code: 'c' }] }, 'variants.c.price', 'no variant “c”'],
  [
    'a variant that goes and is not there',
    { variants: [{ code: 'c', remove: true }] },
    'variants.c',
    'Name one of: a, b',
  ],
])('%s is refused, naming the field', (_what, change, at, said) => {
  const { code, place, message, remedy = '' } = refusal(() => changedProduct(GANNET, change));
  expect([code, place]).toEqual(['bad-value', at]);
  expect(`${message} ${remedy}`).toContain(said);
});

test('pictures that a product no longer has show none of its variants; nothing goes with itself, or twice', () => {
  const pictures = ['aa', 'bb'].map((hash) => ({ hash, alt: '' }));
  const shown = changedProduct(GANNET, { pictures, variants: [{ code: 'a', pictures: ['bb', 'aa'] }] });
  expect(shown.variants.map((one) => one.pictures)).toEqual([['bb', 'aa'], []]);
  expect(changedProduct(shown, { pictures: pictures.slice(0, 1) }).variants[0]?.pictures).toEqual(['aa']);
  for (const goesWith of [['K-1'], ['K-2', 'K-2']])
    expect(refusal(() => changedProduct(GANNET, { goesWith }))).toMatchObject({ code: 'bad-value', place: 'goesWith' });
});
