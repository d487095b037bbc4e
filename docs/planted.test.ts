/** The planted faults of `npm run faults` still stand where they say, so that none is lost when code moves. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

interface Fault {
  readonly file: string;
  readonly from: string;
}
const ROOT = join(__dirname, '..');

test('each stands once in its file', () => {
  // The list is plain data; loaded as such, since Jest reads no module of the scripts.
  const source = readFileSync(join(ROOT, 'scripts', 'planted.mjs'), 'utf8').replaceAll('export const', 'const');
  const planted = new Function(`${source}; return PLANTED;`)() as readonly Fault[];
  expect(planted.length).toBeGreaterThan(140);
  const lost = planted.filter(({ file, from }) => {
    try {
      return readFileSync(join(ROOT, file), 'utf8').split(from).length !== 2;
    } catch {
      return true;
    }
  });
  expect(lost.map(({ file, from }) => `${file}: ${from}`)).toEqual([]);
});
