import { idsOf } from './index.js';

test('a unit gives the same ids wherever it is done, and no two units give the same', () => {
  const some = (unit: string, next = idsOf(unit)) => Array.from({ length: 1_000 }, () => next());
  expect(some('unit-1')).toEqual(some('unit-1'));
  const all = [...some('unit-1'), ...some('unit-2'), ...some('unit-11')];
  expect(new Set(all).size).toBe(all.length);
  for (const id of all) expect(id).toMatch(/^[a-km-np-z2-9]{10}$/);
});
