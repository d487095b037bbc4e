import fc from 'fast-check';
import { Problem, canonicalJson } from '../index.js';
import {
  closeDocument,
  LIMITS,
  openDocument,
  orderFor,
  siblingsIn,
  type DraftSection,
  type DraftDocument,
} from './index.js';
import type { Document, Section, TemplateDocument } from '../documents/index.js';
import { publishRefusal, section, template } from '../tests/designs.js';

const MAIN = { in: null, at: 'main' };
const open = (document: Document): DraftDocument => openDocument(document);

/** Any tree of sections, with ids of its own. */
const trees = fc.letrec<{ tree: Section; list: Section[] }>((tie) => ({
  list: fc.array(tie('tree'), { maxLength: 4 }),
  tree: fc
    .record({
      id: fc.uuid(),
      text: fc.string({ maxLength: 8 }),
      slots: fc.option(fc.record({ one: tie('list'), two: tie('list') }), { depthSize: 'small' }),
    })
    .map(({ id, text, slots }) => {
      const filled = slots && Object.fromEntries(Object.entries(slots).filter(([, inner]) => inner.length));
      return section(
        id,
        filled ? 'columns' : 'heading',
        filled ? {} : { text },
        filled && Object.keys(filled).length ? filled : undefined,
      );
    }),
}));

describe('drafts', () => {
  test('any document opens and closes to the same bytes, and always opens the same way', () => {
    fc.assert(
      fc.property(trees.list, (list) => {
        const document = template(list);
        expect(canonicalJson(closeDocument(open(document)))).toBe(canonicalJson(document));
        expect(open(document)).toEqual(open(JSON.parse(JSON.stringify(document))));
      }),
    );
  });

  test('a document has the areas of its page kind, also those it was stored without; what stands in others is kept', () => {
    const side = { ...template([section('a')]), areas: { main: [], side: [section('s')], aisle: [section('x')] } };
    expect(canonicalJson(closeDocument(open(side)))).toBe(canonicalJson(side));
    const { nodes, ...rest } = open(template([section('a')]));
    const moved = { ...rest, nodes: { a: { ...(nodes['a'] as DraftSection), place: { in: null, at: 'side' } } } };
    expect(closeDocument(moved)).toMatchObject({ areas: { main: [], side: [{ id: 'a' }] } });
  });

  test('order keys put any sequence of insertions where a list would', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(50), { maxLength: 60 }), (places) => {
        let draft = open(template([]));
        const list: string[] = [];
        places.forEach((place, i) => {
          const at = place % (list.length + 1);
          const before = list[at] ?? null;
          const made: DraftSection = {
            id: `n${i}`,
            kind: 'heading@1',
            frame: {},
            values: {},
            place: MAIN,
            order: orderFor(draft, MAIN, before),
          };
          draft = { ...draft, nodes: { ...draft.nodes, [made.id]: made } };
          list.splice(at, 0, made.id);
        });
        expect(siblingsIn(draft, MAIN).map((one) => one.id)).toEqual(list);
      }),
    );
  });

  test('two siblings that got the same order key are told apart by id, and something can still go after them', () => {
    const draft = open(template([section('a'), section('b'), section('c')]));
    const [a] = siblingsIn(draft, MAIN);
    const tied: DraftDocument = {
      ...draft,
      nodes: {
        ...draft.nodes,
        b: { ...(draft.nodes['b'] as DraftSection), order: (a as DraftSection).order },
      },
    };
    expect(siblingsIn(tied, MAIN).map((one) => one.id)).toEqual(['a', 'b', 'c']);
    const order = orderFor(tied, MAIN, 'c');
    expect(order > (a as DraftSection).order).toBe(true);
    expect(order < (tied.nodes['c'] as DraftSection).order).toBe(true);
    expect(() => orderFor(tied, MAIN, 'b')).not.toThrow();
  });

  test('text that means the same has one canonical form (RFC 8785)', () => {
    expect(canonicalJson({ b: [1.0, 1e21, '€\u0007'], a: null, c: undefined })).toBe(
      '{"a":null,"b":[1,1e+21,"€\\u0007"]}',
    );
  });
});

describe('the check before publishing', () => {
  const fault = (document: Document) => publishRefusal({ 'template/home': document });

  test('lets through what shoppers can be shown', () => {
    expect(
      fault(
        template([section('a'), section('c', 'columns', {}, { one: [section('b', 'text', { text: '<p>Fine</p>' })] })]),
      ),
    ).toBeNull();
  });

  test.each<[string, TemplateDocument, Partial<Problem>]>([
    [
      'a kind that does not exist',
      template([section('a', 'sundial')]),
      { code: 'cannot-publish', place: 'template/home/a', remedy: 'Remove section a, or restore the kind.' },
    ],
    [
      'one deep inside',
      template([section('c', 'columns', {}, { one: [section('d', 'sundial')] })]),
      { code: 'cannot-publish', place: 'template/home/d' },
    ],
    [
      'a value that does not fit',
      template([section('a', 'heading', { level: 'h9' })]),
      { code: 'bad-value', place: 'template/home/a.level' },
    ],
    ['a field that does not exist', template([section('a', 'heading', { flavour: 1 })]), { code: 'no-such-field' }],
    ['a newer format', { ...template([]), format: 99 }, { code: 'newer-format', place: 'template/home' }],
  ])('stops at %s', (_, document, expected) => {
    expect(fault(document)).toMatchObject(expected);
  });

  test('limits are stated and finite', () => {
    for (const limit of Object.values(LIMITS)) expect(Number.isInteger(limit) && limit > 0).toBe(true);
  });
});
