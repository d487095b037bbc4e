import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { remembering } from './remembering.js';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
const heap = (): number => {
  collect();
  return process.memoryUsage().heapUsed;
};

test('a text is worked on once, until others have pushed it out', () => {
  const asked: string[] = [];
  const lengthOf = remembering((text) => {
    asked.push(text);
    return text.length;
  }, 100);
  expect([lengthOf('kite'), lengthOf('kite'), asked]).toEqual([4, 4, ['kite']]);
  lengthOf('x'.repeat(98));
  expect([lengthOf('kite'), asked.length]).toEqual([4, 3]);
});

test('of what was cut out of a longer text that text is not held', () => {
  const same = remembering((text) => text);
  const before = heap();
  for (let i = 0; i < 1_000; i++) same(`${i} `.repeat(10_000).slice(100, 140));
  expect(heap() - before).toBeLessThan(5_000_000);
  expect(same('1 1')).toBe('1 1');
});
