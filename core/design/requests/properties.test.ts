/** Whatever is asked for, in whatever order: it can be taken back exactly, replayed from JSON, closed and opened. */
import fc from 'fast-check';
import { Problem } from '../../index.js';
import {
  areasOf,
  applyRequests,
  applyUnit,
  closeDocument,
  invertEdit,
  openDocument,
  replay,
  sameContent,
  type DraftDocument,
  type Edit,
  type EditRequest,
  type EditTools,
} from '../index.js';
import type { Document } from '../../documents/index.js';
import { upgraderOf } from '../../kinds/index.js';
import type { Rule } from '../../pages/index.js';
import { SHIPPED_KINDS } from '../../sections/index.js';
import { assignments, draftOf, publishRefusal, section, template, withChanges } from '../../tests/designs.js';

const DEAR: Rule = { match: 'all', conditions: [{ fact: 'price', is: '>=', value: 80 }] };
const start = () =>
  draftOf({
    'template/home': template([
      section('a'),
      section('b', 'columns', {}, { one: [section('c', 'text')], two: [section('e')] }),
      section('d', 'shared-section', { shared: 'promise' }),
    ]),
    'template/front': template([section('f')], 'home', 'Front'),
    'template/product': template([section('p', 'price')], 'product', 'Product'),
    'template/other': template([], 'product', 'Other'),
    'assignments/product': assignments('product', 'product', { 'product:K-1': 'other' }),
    'assignments/home': assignments('home', 'home'),
    'shared/promise': {
      format: 1,
      type: 'shared',
      name: 'Promise',
      areas: { main: [section('s1'), section('s2', 'text')] },
    },
    'menu/main': {
      format: 1,
      type: 'menu',
      name: 'Main',
      lists: {
        entries: [
          { id: 'm1', values: { label: 'Kites' } },
          { id: 'm2', values: { label: 'Line' } },
        ],
      },
    },
    'around/header/quiet': { format: 1, type: 'arrangement', name: 'Quiet', region: 'header', areas: { main: [] } },
    look: { format: 1, type: 'look', groundwork: 'foolscap', values: {} },
  });
type State = ReturnType<typeof start>;

const numbers = fc.array(fc.nat(60), { minLength: 5, maxLength: 5 });
const words = fc
  .string({ maxLength: 30, unit: 'grapheme' })
  .filter((value) => value.isWellFormed() && !value.includes('\0'));

/** A request that more or less fits the draft, made from numbers. */
function requestFor(
  draft: State,
  [what = 0, which = 0, where = 0, other = 0, last = 0]: number[],
  text: string,
): EditRequest {
  const pick = <T>(list: readonly T[], by: number): T => list[by % list.length] as T;
  const keys = [...draft.keys()].sort();
  const sectioned = keys.filter((key) => areasOf(draft.get(key) as DraftDocument));
  const document = pick(sectioned, which);
  const own = (key: string): DraftDocument => draft.get(key) as DraftDocument;
  const idsOf = (key: string): string[] => Object.keys(own(key).nodes).sort();
  const node = pick([...idsOf(document), 'none'], where);
  const into = pick(sectioned, last);
  const holders = idsOf(into).filter((id) => own(into).nodes[id]?.kind === 'columns@1');
  const place =
    other % 3 && holders.length
      ? { in: pick(holders, other), at: pick(['one', 'two', 'three'], other) }
      : { before: pick([null, ...idsOf(into)], other) };
  const name = `N${text}`.slice(0, 60);
  switch (what % 15) {
    case 0:
    case 1:
      return {
        type: 'insert',
        document: into,
        kind: pick(['columns', 'heading', 'shared-section'], where),
        place,
        ...(where % 3 === 2 ? { values: { shared: 'promise' } } : {}),
      };
    case 2:
      return { type: 'remove', document, node };
    case 3:
    case 4:
      return { type: 'move', document, node, into, place };
    case 5:
      return { type: 'copy', document, node, into, place };
    case 6: {
      const was = own(document).nodes[node]?.frame?.['tone'];
      return {
        type: 'set',
        document,
        node,
        field: 'frame.tone',
        value: pick(['soft', 'vivid'], other),
        ...(was === undefined ? {} : { was }),
      };
    }
    case 7:
      return { type: 'set', document, field: 'name', value: name, was: own(document).head['name'] };
    case 8:
      return {
        type: 'assign',
        pages: [`product:K-${which % 4}`, `product:K-${where % 4}`],
        template: pick(['product', 'other', null], other),
      };
    case 9:
      return { type: 'share', document, node, name };
    case 10: {
      const uses = sectioned.flatMap((key) =>
        idsOf(key).flatMap((id) => (own(key).nodes[id]?.values['shared'] ? [{ document: key, node: id }] : [])),
      );
      return { type: 'unshare', ...(uses.length ? pick(uses, which) : { document, node }) };
    }
    case 11:
      return {
        type: 'create',
        what: pick(['template', 'menu', 'content'], where),
        name,
        ...(where % 3 ? {} : { copyOf: pick(['home', 'other'], other) }),
      };
    case 12:
      return {
        type: 'discard',
        document: pick(keys, which),
        ...(other % 2 ? { instead: pick(['product', 'home', 'front'], where) } : {}),
      };
    case 13:
      return {
        type: 'insert',
        document: 'menu/main',
        place: pick([{}, { in: 'm1' }, { before: 'm2' }], where),
        values: { label: name },
      };
    default:
      return where % 2
        ? {
            type: 'move',
            document: 'menu/main',
            node: pick(['m1', 'm2'], other),
            place: pick([{}, { in: 'm1' }, { before: 'm1' }], last),
          }
        : {
            type: 'insert',
            document: 'assignments/product',
            place: { at: 'rules' },
            values: { when: DEAR, template: pick(['product', 'other'], other) },
          };
  }
}

/** Does as many of the requests as are not refused. */
function work(steps: readonly (readonly [number[], string])[]) {
  let next = 0;
  // Ids come in no order, as they do in the service.
  const tools: EditTools = {
    kinds: SHIPPED_KINDS,
    upgraded: upgraderOf(SHIPPED_KINDS),
    newId: () => `new${(++next * 7919) % 10_007}`,
  };
  let draft = start();
  const edits: Edit[] = [];
  const types = new Set<string>();
  for (const [from, text] of steps) {
    const request = requestFor(draft, from, text);
    try {
      const result = applyRequests([request], draft, tools);
      draft = withChanges(draft, result.documents);
      edits.push(...result.edits);
      types.add(request.type);
      expect(result.sentences.every((sentence) => /^.{5,}\.$/s.test(sentence))).toBe(true);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      expect([error.code, error.message.length > 10]).toEqual([error.code, true]);
    }
  }
  return { draft, edits, types };
}
const steps = fc.array(fc.tuple(numbers, words), { maxLength: 30 });
const plain = (draft: State) =>
  JSON.parse(JSON.stringify(Object.fromEntries([...draft].sort(([a], [b]) => (a < b ? -1 : 1)))));

test('inverted backwards, any sequence leaves the draft as it was', () => {
  const done = new Set<string>();
  fc.assert(
    fc.property(steps, (some) => {
      const { draft, edits, types } = work(some);
      types.forEach((type) => done.add(type));
      const back = applyUnit([...edits].reverse().map(invertEdit), draft, SHIPPED_KINDS);
      expect(plain(withChanges(draft, back.documents))).toEqual(plain(start()));
    }),
    { numRuns: 300 },
  );
  // Every type of request was accepted somewhere, so that the property says something about each.
  expect([...done].sort()).toEqual([
    'assign',
    'copy',
    'create',
    'discard',
    'insert',
    'move',
    'remove',
    'set',
    'share',
    'unshare',
  ]);
});

test('the recorded edits, through JSON and replayed, lead to the same draft', () => {
  fc.assert(
    fc.property(steps, (some) => {
      const { draft, edits } = work(some);
      const recorded = JSON.parse(JSON.stringify(edits)) as Edit[];
      expect(plain(withChanges(start(), replay(recorded, start())))).toEqual(plain(draft));
    }),
    { numRuns: 100 },
  );
});

test('every document stays whole: it closes, passes the checks before publishing, and opens to the same', () => {
  fc.assert(
    fc.property(steps, (some) => {
      const { draft } = work(some);
      const closed = Object.fromEntries([...draft].map(([key, document]) => [key, closeDocument(document)]));
      expect(publishRefusal(closed)).toBeNull();
      for (const [key, document] of draft)
        expect(sameContent(openDocument(closed[key] as Document), document)).toBe(true);
    }),
    { numRuns: 100 },
  );
});
