import { compareDocuments, SHIPPED_KINDS, type Document } from '../index.js';
import { assignments, section, template } from '../tests/designs.js';

const sentences = (before: Document | undefined, after: Document | undefined): string[] =>
  compareDocuments('template/home', before, after, SHIPPED_KINDS).map((change) => `${change.type}: ${change.sentence}`);

describe('compare', () => {
  const base = template([
    section('a', 'heading', { text: 'One' }),
    section('b', 'prose'),
    section('c', 'columns', {}, { first: [section('d', 'price')] }),
  ]);

  test('the same document has no changes, whatever the order of its keys', () => {
    expect(sentences(base, JSON.parse(JSON.stringify(base)))).toEqual([]);
  });

  test('says what is new, removed, moved and changed, once each', () => {
    const after = template([
      section('c', 'columns', { split: 'half' }, { first: [] }),
      section('a', 'heading', { text: 'Two' }),
      section('n', 'poster', { title: 'Sail' }),
    ]);
    expect(sentences(base, { ...after, name: 'First page' })).toEqual([
      'changed: The template “First page” was called “Home”.',
      'removed: The template “First page”: Text is removed.',
      'removed: The template “First page”: Price is removed.',
      'moved: The template “First page”: Columns moved above Heading “Two”.',
      'changed: The template “First page”: Widths of Columns is “half”, was its default.',
      'changed: The template “First page”: Text of Heading “Two” is “Two”, was “One”.',
      'added: The template “First page”: Poster “Sail” is new.',
    ]);
  });

  test('values of a field or kind that is gone are compared all the same', () => {
    const was = template([section('a', 'heading', { flavour: 1 }), section('b', 'sundial', { hour: 1 })]);
    const now = template([section('a', 'heading', { flavour: 2 }), section('b', 'sundial', { hour: 2 })]);
    expect(sentences(was, now)).toEqual([
      'changed: The template “Home”: flavour of Heading is 2, was 1.',
      'changed: The template “Home”: hour of sundial@1 is 2, was 1.',
    ]);
  });

  test('one section that moved is one change, not a change of all it passed', () => {
    const many = ['a', 'b', 'c', 'd', 'e'].map((id) => section(id, 'heading', { text: id }));
    const moved = [many[4], ...many.slice(0, 4)].map((one) => one as (typeof many)[0]);
    expect(sentences(template(many), template(moved))).toEqual([
      'moved: The template “Home”: Heading “e” moved above Heading “a”.',
    ]);
  });

  test('tells new and removed documents, and assignments page by page', () => {
    expect(sentences(undefined, base)).toEqual(['added: The template “Home” is new.']);
    expect(sentences(base, undefined)).toEqual(['removed: The template “Home” is removed.']);
    expect(
      sentences(
        assignments('product', 'product', { 'product:K-1': 'x' }),
        assignments('product', 'plain', { 'product:K-2': 'y' }),
      ),
    ).toEqual([
      'changed: The standard of product pages is “plain”.',
      'changed: product:K-1 uses the standard template.',
      'changed: product:K-2 uses “y”.',
    ]);
  });
});
