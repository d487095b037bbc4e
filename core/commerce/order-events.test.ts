/** What may happen to an order, and what it is then. */
import fc from 'fast-check';
import { NOTED_EVENTS, refundedOf, refusalOfNote, stateOf, type NotedEvent, type OrderNote } from './order-events.js';

const TOTAL = 1_000;
const note: fc.Arbitrary<OrderNote> = fc.record({
  type: fc.constantFrom<NotedEvent>(...NOTED_EVENTS),
  amount: fc.option(fc.integer({ min: -10, max: 1_200 })),
});

test('whatever is tried: each is noted once, nothing cancelled is sent, never more is refunded than was paid', () => {
  fc.assert(
    fc.property(fc.array(note, { maxLength: 12 }), (notes) => {
      const events: { type: 'placed' | NotedEvent; amount: number | null }[] = [{ type: 'placed', amount: null }];
      for (const one of notes) {
        if (refusalOfNote(events, one, TOTAL)) continue;
        events.push({ type: one.type, amount: one.type === 'refunded' ? (one.amount ?? null) : null });
      }
      const types = events.map(({ type }) => type).filter((type) => type !== 'refunded');
      expect(new Set(types).size).toBe(types.length);
      expect(types.includes('sent') && types.includes('cancelled')).toBe(false);
      expect(refundedOf(events)).toBeGreaterThanOrEqual(0);
      expect(refundedOf(events)).toBeLessThanOrEqual(types.includes('paid') ? TOTAL : 0);
      expect(types).toContain(stateOf(events));
    }),
  );
});

test.each([
  [[], 'placed'],
  [['paid'], 'paid'],
  [['sent'], 'sent'],
  [['sent', 'paid'], 'sent'],
  [['paid', 'cancelled', 'refunded'], 'cancelled'],
] as const)('after %j an order is %s', (types, state) => {
  expect(stateOf(['placed' as const, ...types].map((type) => ({ type })))).toBe(state);
});
