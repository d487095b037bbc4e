import { seenMark, type Charged } from './seen.js';

const line = {
  product: 'K-1',
  variant: 'a',
  title: 'Gannet',
  options: '1.8 m',
  quantity: 2,
  price: 4200,
} as Charged['lines'][number];
const other = { ...line, variant: 'b', price: 1000 };
const charged: Charged = {
  lines: [line, other],
  delivery: { code: 'post', name: 'By post', price: 450 },
  totals: { subtotal: 10_400, saving: 0, delivery: 450, total: 10_850 },
};

test.each<[string, Partial<Charged>]>([
  [
    'two prices, with the same total',
    {
      lines: [
        { ...line, price: 4300 },
        { ...other, price: 900 },
      ],
    },
  ],
  ['a quantity', { lines: [{ ...line, quantity: 1 }, other] }],
  ['what it is called', { lines: [{ ...line, title: 'Gannet Delta' }, other] }],
  ['another variant', { lines: [{ ...line, variant: 'c' }, other] }],
  ['the delivery', { delivery: null }],
  ['a total', { totals: { ...charged.totals, total: 10_851 } }],
])('whoever has seen it before %s changed has seen something else', (_, changed) => {
  expect(seenMark({ ...charged, ...changed })).not.toBe(seenMark(charged));
});

test('what costs nothing makes no difference', () => {
  const shown = { ...line, stock: 1, path: '/item/gannet', picture: null } as Charged['lines'][number];
  expect(seenMark({ ...charged, lines: [shown, other] })).toBe(seenMark(charged));
});
