import fc from 'fast-check';
import {
  compareDocuments,
  editsBetween,
  openDocument,
  replay,
  sameContent,
  withChosen,
  type DraftDocument,
} from './index.js';
import type { Document } from '../documents/index.js';
import type { Telling } from '../fields/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { anyTemplate, assignments, section, template } from '../tests/designs.js';

const KEY = 'template/home';
const open = (document: Document | undefined) => document && openDocument(document);
const telling: Telling = {
  zone: 'UTC',
  pageTitle: (page) => (page === 'product:K-1' ? 'Kestrel' : undefined),
};
const sentences = (before: Document | undefined, after: Document | undefined, key = KEY): string[] =>
  compareDocuments(key, open(before), open(after), { kinds: SHIPPED_KINDS, telling }).map(
    (change) => `${change.type}: ${change.sentence}`,
  );

const base = template([
  section('a', 'heading', { text: 'One' }),
  section('b', 'text'),
  section('c', 'columns', {}, { one: [section('d', 'price')] }),
]);
const after = {
  ...template([
    section('c', 'columns', { widths: 'equal' }, { one: [] }),
    section('a', 'heading', { text: 'Two', 'text@de': 'Zwei' }),
    section('n', 'poster', { title: 'Sail' }),
  ]),
  name: 'First page',
};

describe('compare', () => {
  test('the same document has no changes, whatever the order of its keys', () => {
    const turned = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(turned)
        : value && typeof value === 'object'
          ? Object.fromEntries(
              Object.entries(value)
                .map(([key, inner]) => [key, turned(inner)] as const)
                .reverse(),
            )
          : value;
    expect(Object.keys(turned(base) as object)).toEqual(Object.keys(base).reverse());
    expect(sentences(base, turned(base) as Document)).toEqual([]);
  });

  test('says what is new, removed, moved and changed, once each, by the words people knew', () => {
    expect(sentences(base, after)).toEqual([
      'changed: The template “First page”: Name is “First page”, was “Home”.',
      'removed: The template “First page”: Text is removed.',
      'removed: The template “First page”: Price is removed.',
      'moved: The template “First page”: Columns moved above Heading “Two”.',
      'changed: The template “First page”: Widths of Columns is “Equal”, was “Equal” by default.',
      'changed: The template “First page”: Text of Heading “One” is “Two”, was “One”.',
      'changed: The template “First page”: Text in de of Heading “One” is “Zwei”, was as elsewhere.',
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
        'assignments/product',
      ),
    ).toEqual([
      'changed: “plain” is the standard of product pages.',
      'changed: “Kestrel” (product:K-1) follows the rules and the standard again.',
      'changed: product:K-2 has the template “y”.',
    ]);
  });
});

describe('the difference as edits, and chosen changes', () => {
  const play = (before: DraftDocument, to: DraftDocument): DraftDocument | null | undefined => {
    const edits = editsBetween(KEY, before, to);
    const changed = replay(JSON.parse(JSON.stringify(edits)), new Map([[KEY, before]]));
    return edits.length ? changed.get(KEY) : before;
  };

  test('edits between any two states make the one into the other', () => {
    fc.assert(
      fc.property(anyTemplate, anyTemplate, (one, other) => {
        const made = play(openDocument(one), openDocument(other));
        expect(made && sameContent(made, openDocument(other))).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  test('all changes chosen are the later state, none are the earlier one, and no change is named twice', () => {
    fc.assert(
      fc.property(anyTemplate, anyTemplate, (one, other) => {
        const [before, now] = [openDocument(one), openDocument(other)];
        const ids = compareDocuments(KEY, before, now, { kinds: SHIPPED_KINDS }).map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        const all = withChosen(KEY, before, now, new Set(ids)) as DraftDocument;
        expect(sameContent(all, now)).toBe(true);
        expect(sameContent(withChosen(KEY, before, now, new Set()) as DraftDocument, before)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  test('one chosen word goes alone; a section inside a new one takes that along', () => {
    const [before, now] = [openDocument(base), openDocument(after)];
    const word = withChosen(KEY, before, now, new Set([`${KEY} a values.text`])) as DraftDocument;
    expect(compareDocuments(KEY, before, word, { kinds: SHIPPED_KINDS }).map(({ id }) => id)).toEqual([
      `${KEY} a values.text`,
    ]);
    const nested = openDocument(
      template([...(base.areas['main'] ?? []), section('x', 'columns', {}, { one: [section('y')] })]),
    );
    const outer = withChosen(KEY, before, nested, new Set([`${KEY} x added`])) as DraftDocument;
    expect(Object.keys(outer.nodes)).toEqual(expect.arrayContaining(['x', 'y']));
  });
});
