/** What is taken back is as it was, but for the stock. */
import fc from 'fast-check';
import { changedProduct, productBack, type Product, type ProductChange } from './index.js';

const fresh = { code: 'K-1', slug: 'gannet', title: 'Gannet', visibleSince: '2026-11-30' };
const BEFORE: Product = changedProduct(fresh, {
  attributes: { wind: '2 to 4', new: true },
  texts: { de: { title: 'Basstölpel', words: { Colour: 'Farbe' } } },
  variants: ['a', 'b'].map((code) => ({ code, options: { Colour: code }, price: 4200, stock: 3 })),
});
const text = fc.constantFrom('', 'One', '300 characters 🪁');
const change: fc.Arbitrary<ProductChange> = fc.record(
  {
    title: fc.constantFrom('Other', 'Gannet'),
    summary: text,
    status: fc.constantFrom('draft', 'withdrawn'),
    keywords: fc.constantFrom([], ['two-line']),
    attributes: fc.dictionary(fc.constantFrom('wind', 'new', 'skill'), fc.option(fc.constantFrom('x', 5)), {
      noNullPrototype: true,
    }),
    texts: fc.dictionary(
      fc.constantFrom('de', 'fr'),
      fc.record({ title: fc.option(text), words: fc.constantFrom(null, { Colour: 'Teinte' }) }, { requiredKeys: [] }),
      { noNullPrototype: true },
    ),
    variants: fc.uniqueArray(
      fc.record(
        { code: fc.constantFrom('a', 'b'), price: fc.nat(9_999), wasPrice: fc.option(fc.nat(9_999)), stock: fc.nat(9) },
        { requiredKeys: ['code'] },
      ),
      { selector: ({ code }) => code },
    ),
  },
  { requiredKeys: [] },
);

test('any change, and what takes it back, leaves what there was, and the stock as it is', () => {
  fc.assert(
    fc.property(change, (some) => {
      const after = changedProduct(BEFORE, some);
      const back = productBack(BEFORE, some);
      const then = changedProduct(after, back ?? {});
      const stocks = after.variants.map(({ stock }) => stock);
      expect(then).toEqual({ ...BEFORE, variants: BEFORE.variants.map((one, i) => ({ ...one, stock: stocks[i] })) });
    }),
  );
});

test.each<[string, ProductChange]>([
  ['a variant that goes', { title: 'Other', variants: [{ code: 'a', remove: true }] }],
  ['a variant that comes', { variants: [{ code: 'c', options: { Colour: 'c' }, price: 1 }] }],
  ['nothing but stock', { variants: [{ code: 'a', stock: 9 }] }],
])('%s is not taken back', (_what, some) => {
  expect(productBack(BEFORE, some)).toBeNull();
});
