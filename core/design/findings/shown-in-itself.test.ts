/** What shows what: no document may come to show itself, however long the way round, nor grow without bound. */
import { applyRequests, LIMITS, type EditRequest } from '../index.js';
import type { Document } from '../../documents/index.js';
import { draftOf, publishRefusal, refusal, section, template, tools, withChanges } from '../../tests/designs.js';

const shared = (name: string, ...main: ReturnType<typeof section>[]): Document => ({
  format: 1,
  type: 'shared',
  name,
  areas: { main },
});
const addition = (name: string, openPlace: string, ...main: ReturnType<typeof section>[]): Document => ({
  format: 1,
  type: 'addition',
  name,
  place: `open-place:${openPlace}`,
  target: { pageKind: 'home' },
  areas: { main },
});
const use = (id: string, code: string) => section(id, 'shared-section', { shared: code });
const openPlace = (id: string, name = 'extra') => section(id, 'open-place', { name });
const put = (document: string, kind: string, values: object): EditRequest =>
  ({ type: 'insert', document, kind, place: {}, values }) as EditRequest;

const start = () =>
  draftOf({
    'template/home': template([use('u', 'a'), openPlace('n')]),
    'shared/a': shared('A', use('a1', 'b')),
    'shared/b': shared('B', section('b1')),
    'addition/one': addition('One', 'extra', use('o1', 'b')),
    'addition/two': addition('Two', 'other', openPlace('t1')),
  });

test.each<[string, EditRequest, RegExp]>([
  ['itself', put('shared/a', 'shared-section', { shared: 'a' }), /“A” would show itself\.$/],
  [
    'itself by another',
    put('shared/b', 'shared-section', { shared: 'a' }),
    /“B” would show itself, by way of the shared section “A”/,
  ],
  ['its own open place', put('addition/one', 'open-place', { name: 'extra' }), /“One” would show itself/],
  ['its own open place, unnamed', put('addition/one', 'open-place', {}), /“One” would show itself/],
  [
    'an open place that leads back',
    put('shared/b', 'open-place', { name: 'other' }),
    /“B” would show itself, by way of .*“Two” and .*“One”/,
  ],
  [
    'where it is moved to',
    { type: 'set', document: 'addition/two', field: 'place', was: 'open-place:other', value: 'open-place:extra' },
    /“Two” would show itself/,
  ],
  [
    'what another value names',
    { type: 'set', document: 'shared/a', node: 'a1', field: 'values.shared', was: 'b', value: 'a' },
    /“A” would show itself/,
  ],
])('a document may not come to show %s', (_, request, words) => {
  const problem = refusal(() => applyRequests([request], start(), tools()));
  expect(problem).toMatchObject({ code: 'shows-itself', place: 'document' });
  expect(problem.message).toMatch(words);
});

test('a circle that two drafts make together is refused when it is published, at its document', () => {
  const live = { 'shared/a': shared('A', use('a1', 'b')), 'shared/b': shared('B', section('b1')) };
  const circle = publishRefusal({ 'shared/b': shared('B', use('b2', 'a')) }, live);
  expect(circle).toMatchObject({ code: 'shows-itself', place: 'shared/b.document' });
  expect(publishRefusal({ 'shared/a': shared('A', use('a1', 'b')) }, live)).toBeNull();
});

test('what is shown in each other stays within its depth and size, wherever it grows', () => {
  let draft = draftOf({ 'shared/s0': shared('S0', section('x0')), 'template/home': template([]) });
  const add = (...requests: EditRequest[]): void => {
    draft = withChanges(draft, applyRequests(requests, draft, tools()).documents);
  };
  const share = (n: number): EditRequest[] => [
    { type: 'create', what: 'shared', name: `S${n}`, code: `s${n}` },
    put(`shared/s${n}`, 'shared-section', { shared: `s${n - 1}` }),
  ];
  for (let n = 1; n <= LIMITS.shownDepth; n++) add(...share(n));
  expect(refusal(() => add(...share(LIMITS.shownDepth + 1)))).toMatchObject({
    code: 'limit-reached',
    message: expect.stringContaining(`more than ${LIMITS.shownDepth} deep`) as never,
  });
  // Made larger at the bottom, what shows it is too large: 200 of them, six each.
  add(
    ...Array.from(
      { length: 150 },
      (_, i) => ({ ...put('template/home', 'shared-section', { shared: 's0' }), id: `t${i}` }) as EditRequest,
    ),
  );
  const grow = (count: number): EditRequest[] => Array.from({ length: count }, () => put('shared/s0', 'heading', {}));
  add(...grow(4).map((one, i) => ({ ...one, id: `g${i}` }) as EditRequest));
  expect(refusal(() => add({ ...grow(1)[0], id: 'one-more' } as EditRequest))).toMatchObject({
    code: 'limit-reached',
    message: expect.stringContaining('“Home” would come to more than 1000 sections') as never,
  });
});

test('a section cannot show a shared section that is not there', () => {
  expect(
    refusal(() => applyRequests([put('template/home', 'shared-section', { shared: 'gone' })], start(), tools())),
  ).toMatchObject({ code: 'no-such-document', place: 'values.shared' });
  expect(() => applyRequests([put('template/home', 'shared-section', {})], start(), tools())).not.toThrow();
});

test('however many additions a unit makes, what is shown is gone through once', () => {
  const many = 400;
  const documents = Object.fromEntries(
    Array.from({ length: many }, (_, i) => [`template/t${i}`, template([openPlace('n'), section(`x${i}`)])]),
  );
  const draft = draftOf(documents);
  let asked = 0;
  const counted = { ...draft, get: (key: string) => (asked++, draft.get(key)), keys: () => draft.keys() };
  const unit = Array.from({ length: many }, (_, i): EditRequest => ({
    type: 'create',
    what: 'addition',
    name: `Note ${i}`,
    code: `note-${i}`,
    head: { place: 'open-place:extra', 'target.pageKind': 'home' },
  }));
  expect(applyRequests(unit, counted, tools()).documents.size).toBe(many);
  // Not each document for each addition.
  expect(asked).toBeLessThan(many * many);
});
