import { closeDocument, FORMAT, openDocument, upgradeDocument, type Problem } from '../index.js';

/** One stored document of each sort in every past format. Never changed; a new format adds its own. */
const PAST = {
  1: [
    { format: 1, type: 'look', groundwork: 'foolscap', values: { gap: 1.5 } },
    {
      format: 1,
      type: 'menu',
      name: 'Main menu',
      entries: [
        { label: 'Kites', link: { to: 'collection:C-1' } },
        { label: 'Away', link: { url: 'https://a.example' } },
      ],
    },
    { format: 1, type: 'assignments', pageKind: 'product', standard: 'product', pages: { 'product:K-1': 'festival' } },
    { format: 1, type: 'assignments', pageKind: 'home', standard: null, pages: {} },
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
  ],
} as const;

describe.each(Object.entries(PAST))('documents of format %s', (_, documents) => {
  test.each(documents.map((document) => [document.type, document] as const))(
    '%s opens as of today, and closes so',
    (_type, document) => {
      const today = upgradeDocument(document);
      expect(today.format).toBe(FORMAT);
      expect(closeDocument(openDocument(today))).toEqual(today);
    },
  );
});

test('what documents of format 1 said is still said', () => {
  const [, menu, assigned, none] = PAST[1].map(upgradeDocument);
  expect(menu).toMatchObject({
    lists: { entries: [{ values: { label: 'Kites' } }, { values: { link: { url: 'https://a.example' } } }] },
  });
  expect(assigned).toMatchObject({ standard: 'product', pages: { 'product:K-1': 'festival' } });
  expect(none).not.toHaveProperty('standard');
});

test('a document of a newer format is refused in words', () => {
  expect(() => upgradeDocument({ format: FORMAT + 1, type: 'look' })).toThrow(
    expect.objectContaining({ code: 'newer-format' }) as Problem,
  );
});
