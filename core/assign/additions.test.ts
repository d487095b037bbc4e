/** Where additions stand: in regions and open places, right beside sections, in an order set by hand, for some languages. */
import { stateOf } from '../documents/state.js';
import { documentsOf, partsOf, planParts, why } from './index.js';
import { applyRequests } from '../design/index.js';
import type { AdditionDocument, Document, SectionedDocument } from '../documents/index.js';
import { planPage, type PlanParts } from '../plan/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { assignments, draftOf, refusal, section, template, tools } from '../tests/designs.js';
import { made, render, SETTING } from '../tests/pages.js';

const words = (id: string, text: string) => section(id, 'heading', { text });
const addition = (place: string, text: string, more: Partial<AdditionDocument> = {}): AdditionDocument => ({
  format: 1,
  type: 'addition',
  name: text,
  place,
  target: { page: 'home' },
  areas: { main: [words(`x-${text.toLowerCase()}`, text)] },
  ...more,
});
const textsOf = (html: string): string[] => [...html.matchAll(/<h2[^>]*>([^<]*)</g)].map(([, text]) => text as string);
const shown = (documents: Record<string, Document>, asked: object = {}): string[] =>
  textsOf(render([words('a', 'A'), section('c', 'columns', {}, { one: [words('b', 'B')] })], { documents, ...asked }));

describe('beside a section', () => {
  test('before and after it, in slots too, each with a path of its own', () => {
    const documents = {
      'addition/one': addition('before:a', 'One'),
      'addition/two': addition('after:a', 'Two'),
      'addition/three': addition('after:b', 'Three'),
      'addition/lost': addition('after:nothing', 'Lost'),
    };
    expect(shown(documents)).toEqual(['One', 'A', 'Two', 'B', 'Three']);
    const page = made([words('a', 'A')], { documents });
    expect(page.html).toContain('id="s-a~+one~x-one"');
    expect(page.parts.documents).toContain('addition/two');
    expect(page.parts.documents).not.toContain('addition/lost');
  });

  test('of a region, and of what another addition put there', () => {
    const header = {
      format: 1,
      type: 'arrangement',
      name: 'S',
      region: 'header',
      areas: { main: [words('h', 'Head')] },
    } as const;
    const documents = {
      'around/header/standard': header,
      'addition/one': addition('after:h', 'One'),
      'addition/two': addition('before:x-one', 'Two'),
    };
    expect(shown(documents)).toEqual(['Head', 'Two', 'One', 'A', 'B']);
  });

  test('none comes to stand beside itself: an edit is refused, and what was stored otherwise costs its own place', () => {
    const draft = draftOf({
      'template/home': template([words('a', 'A')]),
      'addition/one': addition('after:a', 'One'),
      'addition/two': addition('before:x-one', 'Two'),
    });
    const move = (value: string) => () =>
      applyRequests([{ type: 'set', document: 'addition/one', field: 'place', was: 'after:a', value }], draft, tools());
    expect(refusal(move('after:x-one'))).toMatchObject({ code: 'shows-itself' });
    expect(refusal(move('after:x-two'))).toMatchObject({ code: 'shows-itself' });
    expect(refusal(move('beside:a'))).toMatchObject({ code: 'bad-value', place: 'place' });
    expect(move('before:a')).not.toThrow();
    const round = { 'addition/one': addition('after:a', 'One'), 'addition/two': addition('after:x-two', 'Two') };
    expect(shown(round)).toEqual(['A', 'One', 'B']);
    const twin = { 'addition/one': addition('after:a', 'One', { areas: { main: [words('a', 'One')] } }) };
    expect(shown(twin)).toEqual(['A', 'One', 'B']);
  });

  test('why says beside which, or that there is none', () => {
    const state = stateOf([
      ['assignments/home', assignments('home', 't')],
      ['template/t', template([words('a', 'A')])],
      ['addition/one', addition('before:a', 'One')],
      ['addition/two', addition('after:gone', 'Two')],
    ]);
    const { sentences } = why(
      { code: 'home', title: 'Home', path: '/', facts: new Map() },
      state,
      SETTING,
      SHIPPED_KINDS,
    );
    expect(sentences).toEqual(
      expect.arrayContaining([
        '“One” is added right before Heading “A” (section a), for this page only.',
        '“Two” is meant for this page, for this page only, but there is no section gone on it.',
      ]),
    );
  });
});

test('several in one place stand in the order set by hand, then by their codes', () => {
  expect(
    shown({
      'addition/a': addition('above', 'Last', { order: 5 }),
      'addition/b': addition('above', 'Second'),
      'addition/c': addition('above', 'First', { order: -1 }),
      'addition/d': addition('above', 'Third'),
    }),
  ).toEqual(['First', 'Second', 'Third', 'Last', 'A', 'B']);
});

test('one can be for some languages only', () => {
  const documents = { 'addition/one': addition('above', 'Nur', { languages: ['de', 'nl'] }) };
  expect(shown(documents)).not.toContain('Nur');
  expect(shown(documents, { translation: 'de' })).toContain('Nur');
  expect(shown({ 'addition/one': addition('above', 'All', { languages: [] }) })).toContain('All');
});

test('the plan draws what is added, shared, and in open places, each as part of its own document', () => {
  const page = template([
    words('a', 'A'),
    section('s', 'open-place', { name: 'open' }),
    section('u', 'shared-section', { shared: 'p' }),
  ]);
  const shared: SectionedDocument = {
    format: 1,
    type: 'shared',
    name: 'P',
    areas: { main: [words('p1', 'P'), words('p2', 'Q')] },
  };
  const state = stateOf([
    ['assignments/home', assignments('home', 't')],
    ['template/t', page],
    ['template/other', { ...template([words('o', 'O')]), around: { header: 'none' } }],
    ['shared/p', shared],
    ['addition/one', addition('after:a', 'One')],
    ['addition/two', addition('open-place:open', 'Two', { order: 1 })],
    ['addition/three', addition('footer', 'Three', { order: 2 })],
    ['addition/elsewhere', addition('above', 'Elsewhere', { target: { page: 'cart' } })],
  ]);
  const told = why({ code: 'home', title: 'Home', path: '/', facts: new Map() }, state, SETTING, SHIPPED_KINDS);
  const parts = partsOf(told, state);
  const documents = documentsOf(parts, state);
  expect([...documents.keys()]).toEqual(['template/t', 'addition/one', 'addition/two', 'addition/three', 'shared/p']);
  expect(partsOf(told, state, 'other')).toEqual({
    ...parts,
    template: 'template/other',
    regions: [expect.objectContaining({ region: 'header', document: null })],
  });
  expect(refusal(() => partsOf(told, state, 'gone'))).toMatchObject({ code: 'no-such-template', place: 'template' });
  expect(planParts(partsOf(null, state), documents)).toBeNull();
  const alone = planPage({ template: ['template/t', page], regions: {} }, SHIPPED_KINDS);
  const { boxes, bands, height } = planPage(planParts(parts, documents) as PlanParts, SHIPPED_KINDS);
  expect(boxes.map(({ document, section: id }) => `${document} ${id}`)).toEqual([
    'template/t a',
    'addition/one x-one',
    'template/t s',
    'addition/two x-two',
    'template/t u',
    'shared/p p1',
    'shared/p p2',
    'addition/three x-three',
  ]);
  expect(bands.map(({ name }) => name)).toEqual(['content', 'footer']);
  expect(height).toBeGreaterThan(alone.height);
  // What is in another section lies within it; nothing lies over its neighbour.
  const box = (id: string) => boxes.find((one) => one.section === id) ?? boxes[0];
  expect(box('p2')?.y).toBeLessThan((box('u')?.y ?? 0) + (box('u')?.height ?? 0));
  expect(box('x-one')?.y).toBeGreaterThan(box('a')?.y ?? 0);
  expect(box('s')?.y).toBeGreaterThan(box('x-one')?.y ?? 0);
});
