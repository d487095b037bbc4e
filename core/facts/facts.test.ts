/** Facts are made of what they say they are made of, and of nothing else. */
import { NO_CART } from '../commerce/index.js';
import { FACTS, makeFacts, nobodyIn, partsBehind, type FactName, type Own } from './index.js';
import { lineOf } from '../tests/shown.js';

const BUYING = { currency: 'EUR', methods: [{ code: 'post', name: 'Post', prices: { IE: 450 } }], country: 'IE' };
const OWN: Own = { ...nobodyIn(BUYING), cart: { ...NO_CART, lines: [lineOf({ quantity: 3 })], delivery: 'post' } };

test.each(FACTS.map((fact) => [fact.name, fact.from, fact] as const))('%s is made of %j', (name, from, fact) => {
  const asked = new Set<string>();
  const told = new Proxy(OWN, {
    get(own, part) {
      asked.add(String(part));
      return Reflect.get(own, part) as unknown;
    },
  });
  expect(makeFacts(told, [name])).toEqual({ [name]: fact.make(OWN) });
  expect([...asked].sort()).toEqual([...from].sort());
  expect(fact.samples.length).toBeGreaterThan(0);
});

test('only the facts that are shown are made, and only what is behind them is looked up', () => {
  expect(makeFacts(OWN, ['cart-count', 'totals'])).toEqual({
    'cart-count': 3,
    totals: { subtotal: 12_600, saving: 0, delivery: 450, total: 13_050 },
  });
  expect([...partsBehind(['shopper', 'payment'])]).toEqual(['shopper']);
  expect([...partsBehind(['totals', 'order'])].sort()).toEqual(['buying', 'cart', 'order']);
  expect(() => partsBehind(['weather' as FactName])).toThrow('There is no fact “weather”.');
});
