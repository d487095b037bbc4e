/** What a cart comes to: nothing is lost or counted twice, whatever is in it. */
import * as fc from 'fast-check';
import { formatMoney, MOST_AMOUNT } from '../money/index.js';
import { MOST_OF_ONE, priceCart, stepText, type Buying, type UnpricedLine } from './index.js';

const SETTING: Buying = {
  currency: 'EUR',
  country: 'IE',
  methods: [
    { code: 'post', name: 'Post', prices: { IE: 450, DE: 980 } },
    { code: 'ferry', name: 'Ferry', prices: { DE: 0 } },
  ],
};
const money = (amount: number): string => formatMoney({ amount, currency: 'EUR' }, 'en-IE');
const line = (own: Partial<UnpricedLine>): UnpricedLine => ({
  ...{ title: 'Reel', options: '', quantity: 1, price: 950, wasPrice: null, stock: 9 },
  ...own,
});
const priced = (lines: readonly UnpricedLine[], delivery = '', country = '') =>
  priceCart({ lines, delivery, buyer: { country } }, SETTING);

const anyLine = fc.record({
  title: fc.string(),
  options: fc.string(),
  quantity: fc.integer({ min: 1, max: MOST_OF_ONE }),
  price: fc.integer({ min: 0, max: MOST_AMOUNT }),
  wasPrice: fc.option(fc.integer({ min: 0, max: MOST_AMOUNT })),
  stock: fc.integer({ min: 0, max: 200 }),
});
const anyCart = fc.record({
  lines: fc.array(anyLine, { maxLength: 20 }),
  delivery: fc.constantFrom('', 'post', 'ferry', 'gone'),
  buyer: fc.record({ country: fc.constantFrom('', 'IE', 'DE', 'FR') }),
});

test('the total is what the lines and the chosen delivery come to, to the cent; a reduction is taken off once', () => {
  fc.assert(
    fc.property(anyCart, (cart) => {
      const { lines, totals, delivery, steps, currency } = priceCart(cart, SETTING);
      const worth = cart.lines.reduce((all, { price, quantity }) => all + BigInt(price) * BigInt(quantity), 0n);
      const before = cart.lines.reduce(
        (all, { price, wasPrice, quantity }) => all + BigInt(Math.max(price, wasPrice ?? 0)) * BigInt(quantity),
        0n,
      );
      expect([BigInt(totals.subtotal), BigInt(totals.saving)]).toEqual([worth, before - worth]);
      expect(lines.map(({ total }) => total).reduce((a, b) => a + b, 0)).toBe(totals.subtotal);
      expect(totals.delivery).toBe(delivery.chosen?.price ?? null);
      expect(totals.total - totals.subtotal).toBe(totals.delivery ?? 0);
      expect(lines).toMatchObject(cart.lines);
      // The steps lead to the total: each sum is one of theirs.
      const of = (name: string) => steps.filter((step) => step.of === name).map(({ amount }) => amount);
      expect(of('line')).toEqual(lines.map(({ total }) => total));
      expect([of('subtotal'), of('total')]).toEqual([[totals.subtotal], [totals.total]]);
      expect(of('delivery')).toEqual(delivery.chosen ? [delivery.chosen.price] : []);
      expect([steps.at(-1)?.of, currency]).toEqual(['total', 'EUR']);
    }),
  );
});

test('the order of the lines changes no sum, and a line in two comes to the same', () => {
  fc.assert(
    fc.property(anyCart, anyLine, fc.integer({ min: 1, max: MOST_OF_ONE - 1 }), (cart, one, part) => {
      const quantity = part + 1;
      const sumsOf = (lines: readonly UnpricedLine[]) => priceCart({ ...cart, lines }, SETTING).totals;
      const whole = sumsOf([...cart.lines, { ...one, quantity }]);
      expect(sumsOf([{ ...one, quantity }, ...cart.lines].reverse())).toEqual(whole);
      expect(sumsOf([{ ...one, quantity: part }, ...cart.lines, { ...one, quantity: 1 }])).toEqual(whole);
    }),
  );
});

test('a cart can be ordered exactly if it holds something, of which there is enough, and its delivery goes there', () => {
  fc.assert(
    fc.property(anyCart, (cart) => {
      const { refusals } = priceCart(cart, SETTING);
      const method = SETTING.methods.find(({ code }) => code === cart.delivery);
      const goes = method !== undefined && Object.hasOwn(method.prices, cart.buyer.country || 'IE');
      const short = cart.lines.find(({ quantity, stock }) => quantity > stock);
      expect(refusals).toMatchObject([
        ...(cart.lines.length === 0 ? [{ why: 'empty' }] : []),
        ...(short ? [{ why: 'shortage', line: short, stock: short.stock }] : []),
        ...(goes ? [] : [{ why: 'no-delivery' }]),
      ]);
      expect(refusals).toHaveLength((cart.lines.length === 0 ? 1 : 0) + (short ? 1 : 0) + (goes ? 0 : 1));
    }),
  );
});

test('each sum is said in words', () => {
  const reduced = line({ title: 'Gannet', options: 'Blue', quantity: 3, wasPrice: 1050 });
  const said = (...cart: Parameters<typeof priced>) => priced(...cart).steps.map((step) => stepText(step, money));
  expect(said([reduced, line({})], 'post', 'DE')).toEqual([
    '3 × €9.50 for Gannet, Blue: €28.50, which is €3.00 less than before',
    '1 × €9.50 for Reel: €9.50',
    'The 2 lines: €38.00',
    'Delivery to DE, Post: €9.80',
    'In all, lines and delivery: €47.80',
  ]);
  expect(said([line({})], 'post')).toContain('Delivery to IE, Post: €4.50');
  expect(said([line({})], 'ferry')).toEqual([
    '1 × €9.50 for Reel: €9.50',
    'The one line: €9.50',
    'In all, without delivery: €9.50',
  ]);
});
