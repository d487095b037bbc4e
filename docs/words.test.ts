/** The list of words names what ships. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SHIPPED_KINDS } from '@parlour/core/sections';

test('the list of words has every section kind, in the order of the catalogue', () => {
  const listed = /\*\*Section kinds:\*\* (.*)\./.exec(readFileSync(join(import.meta.dirname, 'words.md'), 'utf8'))?.[1];
  expect(listed?.split(', ')).toEqual(SHIPPED_KINDS.all.map(({ name }) => name));
});
