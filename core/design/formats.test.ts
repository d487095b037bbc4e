import type { Problem } from '../index.js';
import { closeDocument, inTodaysFormat, openDocument } from './index.js';
import { FORMAT, type Document } from '../documents/index.js';

/** One stored document of each sort in every past format. Never changed; a new format adds its own. */
const PAST = {
  1: [
    { format: 1, type: 'look', groundwork: 'foolscap', values: { gap: 1.5 } },
    {
      format: 1,
      type: 'menu',
      name: 'Main menu',
      lists: { entries: [{ id: 'e1', values: { label: 'Away', link: { url: 'https://a.example' } } }] },
    },
    { format: 1, type: 'assignments', pageKind: 'product', standard: 'product', pages: { 'product:K-1': 'festival' } },
    {
      format: 1,
      type: 'template',
      name: 'Home',
      pageKind: 'home',
      layout: { width: 'standard' },
      areas: {
        main: [
          {
            id: 'a',
            kind: 'columns@1',
            frame: {},
            values: {},
            slots: { one: [{ id: 'b', kind: 'heading@1', frame: {}, values: { text: 'One' } }] },
          },
        ],
      },
    },
  ] satisfies readonly Document[],
} as const;

describe.each(Object.entries(PAST))('documents of format %s', (_, documents) => {
  test.each(documents.map((document) => [document.type, document] as const))(
    '%s opens as of today, and closes so',
    (_type, document) => {
      const today = inTodaysFormat<Document>(document);
      expect(today.format).toBe(FORMAT);
      expect(closeDocument(openDocument(today))).toEqual(today);
    },
  );
});

test('a document of a newer format is refused in words', () => {
  expect(() => inTodaysFormat({ format: FORMAT + 1 }, '“look”', 'look')).toThrow(
    expect.objectContaining({
      code: 'newer-format',
      message: expect.stringMatching(/^“look” is of format/),
    }) as Problem,
  );
});
