import fc from 'fast-check';
import { closeDocument, editsBetween, mergeDocument, openDocument, sameContent, type DraftDocument } from './index.js';
import { FORMAT, type Document, type Section, type TemplateDocument } from '../documents/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { anyTemplate, assignments, section, template } from '../tests/designs.js';

const KEY = 'template/home';
const merge = (base: Document | undefined, ours: Document | undefined, theirs: Document | undefined, key = KEY) => {
  const open = (document: Document | undefined) => document && openDocument(document);
  const { document, conflicts } = mergeDocument(key, open(base), open(ours), open(theirs), SHIPPED_KINDS);
  return {
    document: document && (closeDocument(document) as TemplateDocument),
    said: conflicts.map(({ sentence }) => sentence),
  };
};
const heads = (...texts: string[]) => texts.map((text) => section(text[0] as string, 'heading', { text }));
const ids = (document: TemplateDocument | undefined) => document?.areas['main']?.map((one) => one.id).join('');

describe('three-way merge', () => {
  test('what each side changed alone is in the result', () => {
    const base = template(heads('a', 'b', 'c'));
    const ours = template([...heads('a2'), section('n'), ...heads('b', 'c')]);
    const theirs = { ...template(heads('c', 'a', 'b2')), name: 'Theirs' };
    const { document, said } = merge(base, ours, theirs);
    expect(said).toEqual([]);
    expect(document?.name).toBe('Theirs');
    expect(ids(document)).toBe('canb');
    expect(document?.areas['main']?.map((one) => one.values['text'])).toEqual(['c', 'a2', undefined, 'b2']);
  });

  test('what was never made of the paths is an empty one: two who begin with it do not stand in each other’s way', () => {
    const paths = (redirects: object) => ({ format: FORMAT, type: 'paths', redirects }) as unknown as Document;
    const { document, said } = merge(undefined, paths({ '/a': '/x' }), paths({ '/b': '/y' }), 'paths');
    expect([document, said]).toEqual([paths({ '/a': '/x', '/b': '/y' }), []]);
    // A template is made, so two of one code are two.
    expect(merge(undefined, template(heads('a')), template(heads('b'))).said).toHaveLength(1);
  });

  test('what a page has of its own in a section, begun on both sides, has what each side set', () => {
    const own = (values: Section['values']): Document => ({
      format: FORMAT,
      type: 'own',
      page: 'product:K-1',
      areas: { main: [section('s', 'heading', values)] },
    });
    const merged = (...[ours, theirs]: [Section['values'], Section['values']]) =>
      merge(undefined, own(ours), own(theirs), 'own/product/K-1');
    const { document, said } = merged({ text: 'x' }, { level: 'h3' });
    expect([document?.areas['main']?.[0]?.values, said]).toEqual([{ text: 'x', level: 'h3' }, []]);
    expect(merged({ text: 'x' }, { text: 'y' }).said).toHaveLength(1);
  });

  test('a true conflict is told and not guessed: theirs stays', () => {
    const { document, said } = merge(
      template(heads('a')),
      template([section('a', 'heading', { text: 'x' })]),
      template([section('a', 'heading', { text: 'y' })]),
    );
    expect(document?.areas['main']?.[0]?.values['text']).toBe('y');
    expect(said).toEqual(['The template “Home”: Text of Heading “y” is now “y”; it was meant to become “x”.']);
  });

  test.each<[string, ReturnType<typeof section>[], ReturnType<typeof section>[], string, RegExp]>([
    [
      'removed here, changed there',
      heads('b'),
      [section('a', 'heading', { text: 'new' }), ...heads('b')],
      'ab',
      /was meant to be removed, but has been changed/,
    ],
    [
      'changed here, removed there',
      [section('a', 'heading', { text: 'new' }), ...heads('b')],
      heads('b'),
      'b',
      /was changed, but has been removed/,
    ],
  ])('%s', (_, ours, theirs, expected, sentence) => {
    const { document, said } = merge(template(heads('a', 'b')), template(ours), template(theirs));
    expect(ids(document)).toBe(expected);
    expect(said.join()).toMatch(sentence);
  });

  test('what ours removed goes, where theirs changed something else', () => {
    const { document, said } = merge(template(heads('a', 'b')), template(heads('a')), {
      ...template(heads('a', 'b')),
      name: 'Theirs',
    });
    expect([ids(document), document?.name, said]).toEqual(['a', 'Theirs', []]);
  });

  test('what both changed alike is no conflict', () => {
    const [base, same] = [template(heads('a')), template([section('a', 'heading', { text: 'x' })])];
    const { document, said } = merge(base, same, { ...same, name: 'Theirs' });
    expect([document?.name, document?.areas['main']?.[0]?.values['text'], said]).toEqual(['Theirs', 'x', []]);
  });

  test('something put into what was removed is told, and nothing hangs in the air', () => {
    const holder = section('h', 'columns', {}, { one: [section('x')] });
    const filled = section('h', 'columns', {}, { one: [section('x'), section('y')] });
    const away = merge(template([holder]), template([]), template([filled]));
    expect(ids(away.document)).toBe('h');
    expect(away.said.join()).toMatch(/was meant to be removed/);
    const into = merge(template([holder]), template([filled]), template([]));
    expect(ids(into.document)).toBe('');
    expect(into.said.join()).toMatch(/has been removed|something that is gone/);
  });

  test('two moves that would put each into the other do not make a circle', () => {
    const columns = (id: string, inner: ReturnType<typeof section>[] = []) =>
      section(id, 'columns', {}, inner.length ? { one: inner } : undefined);
    const { document, said } = merge(
      template([columns('a'), columns('b')]),
      template([columns('b', [columns('a')])]),
      template([columns('a', [columns('b')])]),
    );
    expect(JSON.stringify(document)).toContain('"b"');
    expect(ids(document)).toBe('a');
    expect(said.join()).toMatch(/moved into it/);
  });

  test('assignments are merged page by page, also where there were none', () => {
    const key = 'assignments/product';
    const { document, said } = merge(
      undefined,
      assignments('product', null, { 'product:A': 'x' }),
      assignments('product', 's', { 'product:B': 'y' }),
      key,
    );
    expect(document ?? said).toBeDefined();
    const based = merge(
      assignments('product', 's'),
      assignments('product', 's', { 'product:A': 'x' }),
      assignments('product', 't', { 'product:B': 'y' }),
      key,
    );
    expect(based).toMatchObject({
      said: [],
      document: { standard: 't', pages: { 'product:A': 'x', 'product:B': 'y' } },
    });
  });

  test('laws: no change of ours gives theirs, no change of theirs gives ours, a change and its inverse give the base', () => {
    const same = (a: DraftDocument | undefined, b: DraftDocument): boolean => a !== undefined && sameContent(a, b);
    fc.assert(
      fc.property(anyTemplate, anyTemplate, anyTemplate, (one, two, three) => {
        const [b, o, t] = [openDocument(one), openDocument(two), openDocument(three)];
        const merged = (base: DraftDocument, ours: DraftDocument, theirs: DraftDocument) =>
          mergeDocument(KEY, base, ours, theirs, SHIPPED_KINDS);
        expect(same(merged(b, b, t).document, t)).toBe(true);
        expect(same(merged(b, o, b).document, o)).toBe(true);
        expect(same(merged(o, b, o).document, b)).toBe(true);
        const both = merged(b, o, t);
        const result = both.document as DraftDocument;
        // Whatever came out is whole: every parent is there, and it can be reached by edits and published.
        expect(Object.keys(closedIds(result)).sort()).toEqual(Object.keys(result.nodes).sort());
        expect(() => editsBetween(KEY, t, result)).not.toThrow();
        if (both.conflicts.length === 0) expect(same(merged(t, result, t).document, result)).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
});

/** The ids of all sections that can be reached from the areas. */
function closedIds(document: DraftDocument): Record<string, true> {
  const found: Record<string, true> = {};
  const visit = (list: readonly { id: string; slots?: Readonly<Record<string, readonly never[]>> }[]): void =>
    list.forEach(({ id, slots = {} }) => {
      found[id] = true;
      Object.values(slots).forEach(visit);
    });
  Object.values((closeDocument(document) as TemplateDocument).areas).forEach((list) => visit(list as never));
  return found;
}
