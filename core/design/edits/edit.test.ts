import { Problem } from '../../index.js';
import {
  applyRequests,
  applyUnit,
  closeDocument,
  invertEdit,
  LIMITS,
  replay,
  siblingsIn,
  Unpredictable,
  type DraftDocument,
  type EditRequest,
  type EditTools,
} from '../index.js';
import type { Section, TemplateDocument } from '../../documents/index.js';
import { text } from '../../fields/index.js';
import { defineKind, descriptionOfKind, html, kindsByName, kindSet } from '../../kinds/index.js';
import { SHIPPED_KINDS } from '../../sections/index.js';
import { assignments, draftOf, refusal, section, template, tools, withChanges } from '../../tests/designs.js';

const HOME = 'template/home';
const start = () =>
  draftOf({
    [HOME]: template([
      section('a'),
      section('b', 'columns', {}, { one: [section('c', 'text')], two: [] }),
      section('d'),
    ]),
    'template/product': template([section('p', 'price')], 'product', 'Product'),
    'template/other': template([], 'product', 'Other'),
    'assignments/product': assignments('product', 'product'),
    look: { format: 1, type: 'look', groundwork: 'foolscap', values: {} },
  });
type State = ReturnType<typeof start>;

const run = (draft: State, ...requests: EditRequest[]) => {
  const result = applyRequests(requests, draft, tools());
  return { ...result, draft: withChanges(draft, result.documents) };
};
const main = (draft: State, key = HOME) =>
  (closeDocument(draft.get(key) as DraftDocument) as TemplateDocument).areas['main']?.map((one) => one.id);

describe('edits', () => {
  test('a section with others inside is not moved deeper than sections may lie', () => {
    const nested = (depth: number): Section =>
      section(`n${depth}`, 'columns', {}, depth ? { one: [nested(depth - 1)] } : undefined);
    const draft = draftOf({ [HOME]: template([section('outer', 'columns'), nested(LIMITS.slotDepth)]) });
    const into = { in: 'outer', at: 'one' };
    const whole: EditRequest = { type: 'move', document: HOME, node: `n${LIMITS.slotDepth}`, place: into };
    expect(refusal(() => run(draft, whole))).toMatchObject({ code: 'limit-reached', place: 'place' });
    expect(run(draft, { ...whole, node: `n${LIMITS.slotDepth - 1}` }).edits).toHaveLength(1);
  });

  test('of several faults the one of the first item is told, whichever check finds it', () => {
    const pointing: EditRequest = {
      type: 'insert',
      document: HOME,
      kind: 'shared-section',
      place: {},
      values: { shared: 'nope' },
    };
    const aimless: EditRequest = { type: 'create', what: 'addition', name: 'Where', head: { place: 'above' } };
    expect(refusal(() => run(start(), pointing, aimless)).place).toMatch(/^edits\[0\]/);
    expect(refusal(() => run(start(), aimless, pointing)).place).toMatch(/^edits\[0\]/);
  });

  test('insert puts a section before another, at the end, or into a slot', () => {
    const { draft, sentences } = run(
      start(),
      {
        type: 'insert',
        document: HOME,
        kind: 'poster',
        place: { at: 'main', before: 'b' },
        id: 'x',
        values: { title: 'Wind' },
      },
      { type: 'insert', document: HOME, kind: 'heading', place: { at: 'main' }, id: 'y' },
      { type: 'insert', document: HOME, kind: 'heading', place: { in: 'b', at: 'one', before: 'c' }, id: 'z' },
    );
    expect(main(draft)).toEqual(['a', 'x', 'b', 'd', 'y']);
    const home = draft.get(HOME) as DraftDocument;
    expect(siblingsIn(home, { in: 'b', at: 'one' }).map((one) => one.id)).toEqual(['z', 'c']);
    expect(sentences[0]).toBe('Added Poster “Wind” to the template “Home”, above Columns.');
  });

  test('move goes within an area, into a slot and out again, and keeps what is inside', () => {
    const moved = run(
      start(),
      { type: 'move', document: HOME, node: 'd', place: { at: 'main', before: 'a' } },
      { type: 'move', document: HOME, node: 'a', place: { in: 'b', at: 'two' } },
    );
    expect(main(moved.draft)).toEqual(['d', 'b']);
    const out = run(moved.draft, { type: 'move', document: HOME, node: 'b', place: { at: 'main', before: 'd' } });
    const home = closeDocument(out.draft.get(HOME) as DraftDocument) as TemplateDocument;
    expect(home.areas['main']?.[0]?.slots).toMatchObject({ one: [{ id: 'c' }], two: [{ id: 'a' }] });
  });

  test('remove takes everything inside along, and its inverse brings all of it back', () => {
    const removed = run(start(), { type: 'remove', document: HOME, node: 'b' });
    expect(main(removed.draft)).toEqual(['a', 'd']);
    const back = applyUnit(removed.edits.map(invertEdit), removed.draft, SHIPPED_KINDS);
    expect(back.documents.get(HOME)).toEqual(start().get(HOME));
  });

  test('set changes one field, resets it, and refuses when the field was changed meanwhile', () => {
    const set = run(start(), { type: 'set', document: HOME, node: 'a', field: 'values.text', value: 'One' });
    const stale = refusal(() =>
      run(set.draft, { type: 'set', document: HOME, node: 'a', field: 'values.text', value: 'Two' }),
    );
    expect(stale).toMatchObject({
      code: 'stale-edit',
      place: 'was',
      message: 'Text of Heading “One” has changed in the meantime; it is now “One”.',
    });
    const reset = run(set.draft, { type: 'set', document: HOME, node: 'a', field: 'values.text', was: 'One' });
    expect(reset.draft.get(HOME)).toEqual(start().get(HOME));
  });

  test('set reaches the frame, the layout, the name and the look', () => {
    const { draft } = run(
      start(),
      { type: 'set', document: HOME, node: 'a', field: 'frame.tone', value: 'strong' },
      { type: 'set', document: HOME, field: 'layout.width', value: 'broad', was: 'standard' },
      { type: 'set', document: HOME, field: 'name', value: 'First page', was: 'Home' },
      { type: 'set', document: 'look', field: 'values.accentColour', value: '#112233' },
    );
    expect(draft.get(HOME)).toMatchObject({
      head: { name: 'First page', 'layout.width': 'broad' },
      nodes: { a: { frame: { tone: 'strong' } } },
    });
    expect(draft.get('look')).toMatchObject({ head: { 'values.accentColour': '#112233' } });
  });

  test('a remove is refused if something was put inside meanwhile; making and removing documents are inverses', () => {
    const [removal] = run(start(), { type: 'remove', document: HOME, node: 'b' }).edits;
    const meanwhile = run(start(), {
      type: 'insert',
      document: HOME,
      kind: 'heading',
      place: { in: 'b', at: 'two' },
    }).draft;
    expect(refusal(() => applyUnit(removal ? [removal] : [], meanwhile, SHIPPED_KINDS)).code).toBe('stale-edit');

    const made = run(start(), { type: 'create', what: 'menu', name: 'Footer menu' });
    expect(made.draft.get('menu/footer-menu')).toMatchObject({ type: 'menu', head: { name: 'Footer menu' } });
    const back = applyUnit(made.edits.map(invertEdit), made.draft, SHIPPED_KINDS);
    expect(back.documents.get('menu/footer-menu')).toBeNull();
    const again = applyUnit(back.edits.map(invertEdit), withChanges(made.draft, back.documents), SHIPPED_KINDS);
    expect(again.documents.get('menu/footer-menu')).toEqual(made.draft.get('menu/footer-menu'));
  });

  test('entries of a list nest, move and are refused where they do not belong', () => {
    const menu = (draft: State) => closeDocument(draft.get('menu/main') as DraftDocument);
    const { draft, sentences } = run(
      start(),
      { type: 'create', what: 'menu', name: 'Main', code: 'main' },
      { type: 'insert', document: 'menu/main', place: {}, id: 'kites', values: { label: 'Kites' } },
      { type: 'insert', document: 'menu/main', place: {}, id: 'line', values: { label: 'Line' } },
      { type: 'move', document: 'menu/main', node: 'line', place: { in: 'kites' } },
    );
    expect(menu(draft)).toMatchObject({
      lists: { entries: [{ id: 'kites', lists: { entries: [{ id: 'line', values: { label: 'Line' } }] } }] },
    });
    expect(sentences.at(-1)).toBe('Moved the entry “Line” to the end of entries in the menu “Main”.');
    for (const [request, code] of [
      [{ type: 'insert', document: 'menu/main', place: {}, values: {} }, 'bad-value'],
      [{ type: 'insert', document: 'menu/main', place: {}, kind: 'heading' }, 'no-such-place'],
      [{ type: 'insert', document: HOME, place: { at: 'main' }, values: {} }, 'no-such-place'],
      [{ type: 'move', document: 'menu/main', node: 'kites', place: { in: 'line' } }, 'circular-move'],
      [{ type: 'set', document: 'menu/main', node: 'line', field: 'frame.tone', value: 'soft' }, 'no-such-field'],
      [{ type: 'set', document: 'menu/main', field: 'name', was: 'Main' }, 'bad-value'],
    ] as [EditRequest, string][])
      expect([request, refusal(() => run(draft, request)).code]).toEqual([request, code]);
  });

  test('sections are copied, moved to another document, shared and unshared, with content of their own', () => {
    const copied = run(start(), { type: 'copy', document: HOME, node: 'b' });
    expect(main(copied.draft)).toEqual(['a', 'b', 'new1', 'd']);
    const moved = run(start(), { type: 'move', document: HOME, node: 'b', into: 'template/other', place: {} });
    expect([main(moved.draft), main(moved.draft, 'template/other')]).toEqual([['a', 'd'], ['b']]);
    expect(moved.sentences).toEqual(['Moved Columns from the template “Home” into the template “Other”.']);

    const shared = run(start(), { type: 'share', document: HOME, node: 'b', name: 'Promise' });
    expect(closeDocument(shared.draft.get('shared/promise') as DraftDocument)).toMatchObject({
      areas: { main: [{ id: 'b', slots: { one: [{ id: 'c' }] } }] },
    });
    expect(refusal(() => run(shared.draft, { type: 'discard', document: 'shared/promise' })).code).toBe('still-used');
    const use = main(shared.draft)?.[1] ?? '';
    const unshared = run(shared.draft, { type: 'unshare', document: HOME, node: use });
    expect(main(unshared.draft)).toHaveLength(3);
    expect(JSON.stringify(closeDocument(unshared.draft.get(HOME) as DraftDocument))).toContain('"columns@1"');
    expect(() => run(unshared.draft, { type: 'discard', document: 'shared/promise' })).not.toThrow();
  });

  test('values differ by device and language where the field allows it, and can be bound to the page', () => {
    const set = (field: string, value: unknown): EditRequest => ({
      type: 'set',
      document: HOME,
      node: 'a',
      field,
      value,
    });
    const { draft, sentences } = run(
      start(),
      set('values.text@de', 'Wind'),
      set('frame.space@phone', 'none'),
      set('values.text', { bind: 'title', fallback: 'Any' }),
    );
    expect(draft.get(HOME)?.nodes['a']).toMatchObject({
      values: { 'text@de': 'Wind', text: { bind: 'title', fallback: 'Any' } },
      frame: { 'space@phone': 'none' },
    });
    expect(sentences[1]).toBe('Set Space above and below on a phone of Heading in the template “Home” to “None”.');
    for (const request of [
      set('values.level@phone', 'h1'),
      set('values.level@de', 'h1'),
      set('values.text@Nonsense!', 'x'),
      set('values.text', { bind: 'picture' }),
      set('values.text', { bind: 'title', fallback: 5 }),
      set('frame.from', 'tomorrow'),
    ])
      expect([request, refusal(() => run(start(), request)).code]).toEqual([request, 'bad-value']);
  });

  test('a section of an older version is written anew by its first edit, and undone to what it was', () => {
    const kinds = kindSet([
      defineKind(
        {
          name: 'heading',
          version: 2,
          title: 'Heading',
          sentence: 'Words.',
          fields: { words: text('Words', 'What it says.') },
          sketch: [],
        },
        { upgrade: { 1: ({ text: words }) => ({ words }) }, view: () => html`` },
      ),
    ]);
    const draft = draftOf({ [HOME]: template([section('a', 'heading', { text: 'Old' })]) });
    const request: EditRequest = {
      type: 'set',
      document: HOME,
      node: 'a',
      field: 'values.words',
      value: 'New',
      was: 'Old',
    };
    const { edits, documents } = applyRequests([request], draft, tools(kinds));
    expect(documents.get(HOME)?.nodes['a']).toMatchObject({ kind: 'heading@2', values: { words: 'New' } });
    const back = applyUnit([...edits].reverse().map(invertEdit), withChanges(draft, documents), kinds);
    expect(back.documents.get(HOME)).toEqual(draft.get(HOME));
    // Whoever knows of kinds only what they say of themselves cannot tell what comes of it, and of all else can.
    const told: EditTools = { ...tools(kinds), kinds: kindsByName(kinds.all.map(descriptionOfKind)), upgraded: null };
    expect(() => applyRequests([request], draft, told)).toThrow(Unpredictable);
    const fresh: EditRequest = { type: 'insert', document: HOME, kind: 'heading', place: { at: 'main' } };
    expect(applyRequests([fresh], draft, told).edits).toEqual(applyRequests([fresh], draft, tools(kinds)).edits);
  });

  test('a unit is done whole or not at all, and names the edit that was refused', () => {
    const draft = start();
    const fault = refusal(() =>
      run(draft, { type: 'remove', document: HOME, node: 'a' }, { type: 'remove', document: HOME, node: 'nobody' }),
    );
    expect(fault).toMatchObject({ code: 'no-such-section', place: 'edits[1].node' });
    expect(main(draft)).toEqual(['a', 'b', 'd']);
  });

  test.each<[string, EditRequest, Partial<Problem>]>([
    [
      'a kind that does not exist',
      { type: 'insert', document: HOME, kind: 'wonder', place: { at: 'main' } },
      { code: 'no-such-section-kind', place: 'kind' },
    ],
    [
      'a newer version of a kind',
      { type: 'insert', document: HOME, kind: 'poster@99', place: { at: 'main' } },
      { code: 'no-such-section-kind' },
    ],
    [
      'a kind on a page it is not made for',
      { type: 'insert', document: HOME, kind: 'price', place: { at: 'main' } },
      { code: 'no-such-place', place: 'kind' },
    ],
    [
      'an area that is not there',
      { type: 'insert', document: HOME, kind: 'heading', place: { at: 'attic' } },
      { code: 'no-such-place', place: 'place', remedy: 'Its places are: main, side.' },
    ],
    [
      'a slot of a section without slots',
      { type: 'insert', document: HOME, kind: 'heading', place: { in: 'a', at: 'one' } },
      { code: 'no-such-place', place: 'place', remedy: 'It holds no sections.' },
    ],
    [
      'a place before a section elsewhere',
      { type: 'insert', document: HOME, kind: 'heading', place: { at: 'main', before: 'c' } },
      { code: 'no-such-place', place: 'place.before' },
    ],
    [
      'an id that is taken',
      { type: 'insert', document: HOME, kind: 'heading', place: { at: 'main' }, id: 'a' },
      { code: 'already-there', place: 'id' },
    ],
    [
      'a value of the wrong type',
      { type: 'insert', document: HOME, kind: 'heading', place: { at: 'main' }, values: { text: 5 } },
      { code: 'bad-value', place: 'text' },
    ],
    [
      'a field that is not there',
      { type: 'set', document: HOME, node: 'a', field: 'values.flavour', value: 'x' },
      { code: 'no-such-field', place: 'field' },
    ],
    [
      'a choice that is not offered',
      { type: 'set', document: HOME, node: 'a', field: 'values.level', value: 'h9' },
      { code: 'bad-value', place: 'level' },
    ],
    [
      'a text that is too long',
      { type: 'set', document: HOME, node: 'a', field: 'values.text', value: 'x'.repeat(161) },
      { code: 'bad-value', place: 'text' },
    ],
    [
      'a text with NUL',
      { type: 'set', document: HOME, node: 'a', field: 'values.text', value: 'a\0b' },
      { code: 'bad-value', place: 'text' },
    ],
    [
      'script in prose',
      { type: 'set', document: HOME, node: 'c', field: 'values.text', value: '<p>x</p><script>1</script>' },
      { code: 'bad-value', place: 'text' },
    ],
    [
      'a link that runs script',
      {
        type: 'insert',
        document: HOME,
        kind: 'poster',
        place: { at: 'main' },
        values: { link: { url: 'javascript:alert(1)' } },
      },
      { code: 'bad-value', place: 'link.url' },
    ],
    [
      'a section into itself',
      { type: 'move', document: HOME, node: 'b', place: { in: 'b', at: 'one' } },
      { code: 'circular-move' },
    ],
    [
      'a section before itself',
      { type: 'move', document: HOME, node: 'a', place: { at: 'main', before: 'a' } },
      { code: 'circular-move' },
    ],
    [
      'a document that is not there',
      { type: 'remove', document: 'template/none', node: 'a' },
      { code: 'no-such-document', place: 'document' },
    ],
    [
      'a template of another kind of page',
      { type: 'assign', pages: ['product:K-1'], template: 'home' },
      { code: 'wrong-page-kind', place: 'template' },
    ],
    [
      'a page kind that does not exist',
      { type: 'assign', pages: ['shelf:1'], template: 'home' },
      { code: 'no-such-page-kind', place: 'page' },
    ],
    [
      'a template without a name',
      { type: 'set', document: HOME, field: 'name', value: '', was: 'Home' },
      { code: 'bad-value', place: 'name' },
    ],
    [
      'the standard template, while it is in use',
      { type: 'discard', document: 'template/product' },
      { code: 'still-used' },
    ],
  ])('refuses %s', (_, request, expected) => {
    const draft = start();
    expect(refusal(() => run(draft, request))).toMatchObject(expected);
    expect([...draft]).toEqual([...start()]);
  });

  test('refuses sections deeper than the limit', () => {
    let draft = start();
    let holder = 'b';
    for (let depth = 1; depth < 4; depth++) {
      draft = run(draft, {
        type: 'insert',
        document: HOME,
        kind: 'columns',
        place: { in: holder, at: 'one' },
        id: `n${depth}`,
      }).draft;
      holder = `n${depth}`;
    }
    draft = run(draft, {
      type: 'insert',
      document: HOME,
      kind: 'columns',
      place: { in: holder, at: 'one' },
      id: 'deepest',
    }).draft;
    expect(
      refusal(() =>
        run(draft, { type: 'insert', document: HOME, kind: 'heading', place: { in: 'deepest', at: 'one' } }),
      ),
    ).toMatchObject({ code: 'limit-reached', place: 'place' });
  });
});

test('recorded edits are read back as they were, though their kind or its fields have changed since', () => {
  const recorded = [
    {
      type: 'insert',
      document: HOME,
      nodes: [
        {
          id: 'odd',
          kind: 'sundial@7',
          frame: {},
          values: { hour: 25 },
          place: { in: null, at: 'main' },
          order: 'b00',
        },
      ],
    },
    { type: 'set', document: HOME, node: 'odd', field: 'values.hour', value: 'noon', was: 25 },
    { type: 'set', document: HOME, node: 'a', field: 'values.text', value: 'x'.repeat(5000) },
    {
      type: 'move',
      document: HOME,
      node: 'odd',
      to: { place: { in: null, at: 'main' }, order: 'a0' },
      was: { place: { in: null, at: 'main' }, order: 'b00' },
    },
    { type: 'set', document: 'look', field: 'values.goneColour', value: 'any' },
  ] as const;
  const documents = replay(recorded, start());
  expect(documents.get(HOME)).toMatchObject({
    nodes: { odd: { values: { hour: 'noon' }, order: 'a0' }, a: { values: { text: 'x'.repeat(5000) } } },
  });
  expect(documents.get('look')).toMatchObject({ head: { 'values.goneColour': 'any' } });
  expect(refusal(() => applyUnit(recorded, start(), SHIPPED_KINDS)).code).toBe('no-such-section-kind');
  expect(refusal(() => replay([recorded[1]], start())).code).toBe('no-such-section');
});
