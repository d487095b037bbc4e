import {
  compareDocuments,
  mergeDocument,
  visibleState,
  withChosen,
  applyRequests,
  applyUnit,
  checkContentEdits,
  closeDocument,
  closedState,
  invertEdit,
  type DraftDocument,
  type EditRequest,
} from './index.js';
import { layOver, why } from '../assign/index.js';
import { keys, stateOf, type Document, type Section, type TemplateDocument } from '../documents/index.js';
import { pointersOf, touchedPages } from '../render/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { HOME, productPage, render, SETTING } from '../tests/pages.js';
import {
  assignments,
  draftOf,
  publishRefusal,
  refusal,
  section,
  template,
  tools,
  withChanges,
} from '../tests/designs.js';

const KEY = 'template/product';
const OWN = keys.own('product:K-1');
const steps = (...titles: string[]): Section => ({
  ...section('s', 'how-it-works', { title: 'Steps', 'title@de': 'Schritte' }),
  lists: { steps: titles.map((title, i) => ({ id: `e${i}`, values: { title } })) },
});
const start = (each?: TemplateDocument['each']) =>
  draftOf({
    [KEY]: {
      ...template([section('h', 'heading', { text: 'For all' }), steps('Fold', 'Tie')], 'product'),
      ...(each && { each }),
    },
    'assignments/product': assignments('product', 'product'),
    'content/q': { format: 1, type: 'content', title: 'Quay', slug: 'quay' },
    look: { format: 1, type: 'look', groundwork: 'foolscap', values: {} },
  });
type State = ReturnType<typeof start>;

const run = (draft: State, ...requests: EditRequest[]) => {
  const result = applyRequests(requests, draft, tools());
  return { ...result, draft: withChanges(draft, result.documents) };
};
const on = { page: 'product:K-1', document: KEY } as const;
const text = (value?: string, was?: string): EditRequest => ({
  type: 'own',
  ...on,
  node: 'h',
  field: 'values.text',
  ...(value === undefined ? {} : { value }),
  ...(was === undefined ? {} : { was }),
});
const list: EditRequest = { type: 'own-list', ...on, node: 's', list: 'steps' };

/** The page of a product in a draft, as shoppers or previews see it. */
const shown = (draft: State, code = 'product:K-1', mode: 'live' | 'preview' = 'live'): string => {
  const { areas, each } = closedState(draft).get(KEY) as TemplateDocument;
  const documents = Object.fromEntries(
    [...draft].flatMap(([key, one]) => (key.startsWith('own/') ? [[key, closeDocument(one)] as const] : [])),
  );
  const page = { ...productPage(), code };
  return render(areas['main'] ?? [], { page, mode, documents, template: each ? { each } : {} });
};

describe('what a page has of its own', () => {
  test('a value lies over the template’s on that page alone, and goes with the last of them', () => {
    const first = run(start(), text('One of a kind'));
    expect(first.sentences).toEqual(['Text of Heading “For all” is “One of a kind” on product:K-1 alone.']);
    expect(shown(first.draft)).toContain('One of a kind');
    expect(shown(first.draft)).not.toContain('For all');
    expect(shown(first.draft, 'product:K-2')).toContain('For all');
    const level: EditRequest = { type: 'own', ...on, node: 'h', field: 'frame.tone', value: 'soft' };
    const second = run(first.draft, level, text('Two of a kind', 'One of a kind'));
    expect(shown(second.draft)).toMatch(/tone-soft[^]*Two of a kind/);
    expect(refusal(() => run(second.draft, text('Three', 'One of a kind')))).toMatchObject({ code: 'stale-edit' });
    expect(refusal(() => run(first.draft, text(undefined, 'Another')))).toMatchObject({ code: 'stale-edit' });
    const back = run(second.draft, text(undefined, 'Two of a kind'));
    expect(back.sentences).toEqual(['Text of Heading “For all” is on product:K-1 as on other pages again.']);
    expect(shown(back.draft)).toMatch(/tone-soft[^]*For all/);
    const { value: _value, ...untoned } = { ...level, was: 'soft' };
    const last = run(back.draft, untoned);
    expect([...last.draft.keys()]).toEqual([...start().keys()]);
  });

  test('each way back brings back exactly what was there', () => {
    let draft = start();
    const states = [draft];
    const done: ReturnType<typeof run>[] = [];
    for (const request of [text('Own'), list, { type: 'own-reset', page: 'product:K-1', node: 's' } as const]) {
      done.push(run(draft, request));
      draft = done.at(-1)?.draft as State;
      states.push(draft);
    }
    for (const { edits } of done.reverse()) {
      states.pop();
      const undo = applyUnit([...edits].reverse().map(invertEdit), draft, SHIPPED_KINDS);
      draft = withChanges(draft, undo.documents);
      expect(draft).toEqual(states.at(-1));
    }
  });

  test('a value for all languages displaces the template’s in each; one for a language only that', () => {
    const laid = (values: Section['values']): Section['values'] | undefined => {
      const own = {
        format: 1,
        type: 'own',
        page: 'product:K-1',
        areas: { main: [section('s', 'how-it-works', values)] },
      };
      const over = layOver(template([steps()]), { own: own as never, samples: false }, SHIPPED_KINDS);
      return over.areas['main']?.[0]?.values;
    };
    expect(laid({ title: 'Mine' })).toEqual({ title: 'Mine' });
    expect(laid({ 'title@de': 'Meine' })).toEqual({ title: 'Steps', 'title@de': 'Meine' });
  });

  test('a list is the page’s own as a whole: it begins with copies, may be empty, and is taken back whole', () => {
    const { draft, edits } = run(start(), list);
    expect(shown(draft)).toMatch(/Fold[^]*Tie/);
    const [, , second] = edits;
    const node = second?.type === 'insert' ? (second.nodes[0]?.id as string) : '';
    const renamed = run(draft, { type: 'set', document: OWN, node, field: 'values.title', value: 'Knot', was: 'Fold' });
    expect(shown(renamed.draft)).toMatch(/Knot[^]*Tie/);
    expect(shown(renamed.draft, 'product:K-2')).toMatch(/Fold[^]*Tie/);
    const added = run(draft, {
      type: 'insert',
      document: OWN,
      id: 'mine',
      place: { in: 's', at: 'steps' },
      values: { title: 'Fly' },
    });
    expect(shown(added.draft)).toMatch(/Fold[^]*Tie[^]*Fly/);
    const empty = run(start(), { ...list, empty: true });
    expect(shown(empty.draft)).not.toMatch(/Fold|Tie/);
    expect(refusal(() => run(draft, list))).toMatchObject({ code: 'already-there', place: 'list' });
    expect(refusal(() => run(draft, { ...list, list: 'title' }))).toMatchObject({ code: 'no-such-field' });
    const reset = { type: 'own-reset', page: 'product:K-1', node: 's', field: 'steps' } as const;
    expect(run(added.draft, reset).draft.has(OWN)).toBe(false);
    const beside = run(added.draft, text('Own'), reset);
    expect(Object.keys((beside.draft.get(OWN) as DraftDocument).nodes)).toEqual(['h']);
    expect(run(beside.draft, { type: 'own-reset', page: 'product:K-1' }).draft.has(OWN)).toBe(false);
  });

  test('only what can be: a page of the kind, a section that stands there, no other shared section', () => {
    const draft = withChanges(
      start(),
      draftOf({ 'template/more': template([section('x', 'shared-section')], 'product') }),
    );
    const why = (over: object) => refusal(() => run(draft, { ...text('Own'), ...over }));
    expect(why({ page: 'cart' })).toMatchObject({ code: 'wrong-page-kind', place: 'page' });
    expect(why({ page: 'product' })).toMatchObject({ code: 'bad-page-code' });
    expect(why({ node: 'none' })).toMatchObject({ code: 'no-such-section' });
    expect(why({ field: 'values.nothing' })).toMatchObject({ code: 'no-such-field' });
    expect(why({ value: 7 })).toMatchObject({ code: 'bad-value' });
    expect(why({ document: 'template/more', node: 'x', field: 'values.shared', value: 'y' })).toMatchObject({
      message: 'A page cannot show another shared section or open place than its template does.',
    });
  });

  test('what stands in a section that is gone, or is another kind by now, is kept and shown nowhere', () => {
    const { draft } = run(start(), text('Own'));
    const gone = run(draft, { type: 'remove', document: KEY, node: 'h' });
    expect(gone.draft.has(OWN)).toBe(true);
    expect(shown(gone.draft)).not.toContain('Own');
    const other = run(gone.draft, { type: 'insert', document: KEY, kind: 'text', id: 'h', place: {}, values: {} });
    expect(shown(other.draft)).not.toContain('Own');
    const told = (of: State) =>
      why(
        { code: 'product:K-1', title: 'One', path: '/item/one', facts: new Map() },
        closedState(of),
        SETTING,
        SHIPPED_KINDS,
      );
    expect(told(draft).sentences).toContain('Of its own, for this page alone: Text in Heading “For all” (section h).');
    expect(told(gone.draft).sentences).toContain(
      'It has values of its own for section h, a Heading that is not on this page; they are kept, and shown once it is.',
    );
  });

  test('two who begin are merged value by value; chosen changes take list and entries together', () => {
    const base = start();
    const mine = run(base, text('Mine')).draft.get(OWN);
    const theirs = run(base, { type: 'own', ...on, node: 'h', field: 'values.level', value: 'h3' }, list).draft.get(
      OWN,
    );
    const { document, conflicts } = mergeDocument(OWN, undefined, mine, theirs, SHIPPED_KINDS);
    expect(conflicts).toEqual([]);
    expect(document?.nodes['h']?.values).toEqual({ text: 'Mine', level: 'h3' });
    const clash = run(base, text('Other')).draft.get(OWN);
    expect(mergeDocument(OWN, undefined, mine, clash, SHIPPED_KINDS).conflicts).toHaveLength(1);
    const changes = compareDocuments(OWN, undefined, theirs, { kinds: SHIPPED_KINDS });
    expect(changes.map(({ sentence }) => sentence)).toEqual([
      'On product:K-1 alone: Heading has Level of its own.',
      'On product:K-1 alone: How it works has Steps of its own.',
    ]);
    for (const id of [`${OWN} s added`, `${OWN} whole.s.steps`]) {
      const part = withChosen(OWN, undefined, theirs, new Set([id])) as DraftDocument;
      expect(part.head).toMatchObject({ 'whole.s.steps': true });
      expect(Object.values(part.nodes)).toHaveLength(3);
      expect(publishRefusal({ [OWN]: closeDocument(part) })).toBeNull();
    }
  });

  test('it counts as one page, goes with a page that is held back, and editors may do it', () => {
    const draft = start();
    const { draft: after, edits } = run(draft, text('Own'));
    const [was, is] = [closedState(draft), closedState(after)];
    const { all, pages, templates, standards } = touchedPages(was, is, new Set([OWN]), SHIPPED_KINDS);
    expect({ all, pages: [...pages], templates: [...templates], standards: [...standards] }).toEqual({
      all: false,
      pages: ['product:K-1'],
      templates: [],
      standards: [],
    });
    expect(() => checkContentEdits(edits, draft, SHIPPED_KINDS)).not.toThrow();
    const page = (visible: 'everyone' | 'nobody' | 'signed-in'): [string, Document][] => [
      ['content/q', { format: 1, type: 'content', title: 'Quay', slug: 'quay', visible }],
      ['own/content/q', { format: 1, type: 'own', page: 'content:q', areas: { main: [section('h')] } }],
    ];
    const seen = (visible: Parameters<typeof page>[0]) => {
      const { state, signedIn } = visibleState(stateOf(page(visible)), SETTING.now);
      return [state.has('own/content/q'), signedIn.has('own/content/q')];
    };
    expect([seen('everyone'), seen('nobody'), seen('signed-in')]).toEqual([
      [true, true],
      [false, false],
      [false, true],
    ]);
  });

  test('it points only at what it says itself', () => {
    const menu = section('m', 'menu-bar', {});
    const own = (values: Section['values']) =>
      pointersOf({ format: 1, type: 'own', page: 'home', areas: { main: [{ ...menu, values }] } }, SHIPPED_KINDS).menus;
    expect([own({}), own({ menu: 'help' })]).toEqual([[], ['help']]);
    expect(HOME.code).toBe('home');
  });
});

describe('what each page has of its own', () => {
  const each = { 's.steps': true, 'h.text': true } as const;

  test('the template’s is an example: previews show it, shoppers see nothing until the page has it', () => {
    const draft = start(each);
    expect(shown(draft, 'product:K-2', 'preview')).toMatch(/For all[^]*Fold/);
    expect(shown(draft, 'product:K-2')).not.toMatch(/For all|Fold/);
    const { draft: filled } = run(draft, text('Own'), list);
    expect(shown(filled)).toMatch(/Own[^]*Fold/);
    expect(shown(filled, 'product:K-2')).not.toMatch(/Own|For all|Fold/);
  });

  test('a template says so of fields and lists, in words', () => {
    const { sentences, draft } = run(start(), {
      type: 'set',
      document: KEY,
      field: 'each.s.steps',
      value: true,
    });
    expect(sentences).toEqual(['“steps” of section s in the template “Home” is each page’s own.']);
    expect(closeDocument(draft.get(KEY) as DraftDocument)).toMatchObject({ each: { 's.steps': true } });
  });
});
