/** Every setting of every section kind changes what is seen: its html, its order, its text, or a rule that a class of it meets. */
import type { CartLine } from '../commerce/index.js';
import type { Document, Section, Values } from '../documents/index.js';
import type { Facts } from '../facts/index.js';
import { checkValue, type EntriesField, type Field, type Fields } from '../fields/index.js';
import { GROUNDWORKS } from '../groundworks/index.js';
import { FRAME, type FacetCounts, type Need, type PageInfo, type SectionKind } from '../kinds/index.js';
import { lookCss } from '../look/index.js';
import { SHIPPED_KINDS } from './index.js';
import { answer, cardOf, menu, picture, product } from '../tests/answers.js';
import { HOME, made, NOW, sectioned, STORE } from '../tests/pages.js';
import { section } from '../tests/designs.js';
import { factsWith, orderOf } from '../tests/facts.js';

const line: CartLine = {
  ...{ product: 'K-1', variant: 'a', title: 'Gannet', options: 'Teal', path: '/item/gannet', picture },
  ...{ quantity: 2, price: 4200, wasPrice: null, stock: 9 },
};
const order = orderOf([line], { name: 'Ada' });
const facts = factsWith({ lines: [line] }, { order });
const noFacts = factsWith();

/** Pages that sections look at; some show only on one of them. */
const PAGES: readonly PageInfo[] = [
  {
    ...HOME,
    kind: 'product',
    code: 'product:K-1',
    path: '/item/gannet',
    title: 'Gannet',
    description: 'D',
    subject: { product },
  },
  {
    ...HOME,
    kind: 'content',
    code: 'content:x',
    path: '/x',
    title: 'X',
    description: 'D',
    subject: {
      content: {
        ...{ format: 1, type: 'content', title: 'X', slug: 'x', author: 'Ada', date: NOW, parent: 'care' },
        picture: { picture: picture.hash, alt: '' },
        text: '<h2>One</h2><p>a</p><wbr data-break><h3>Two</h3><p>b</p><wbr data-break><p>c</p>',
      },
    },
  },
];
const COLLECTION: PageInfo = {
  ...HOME,
  ...{ kind: 'collection', code: 'collection:C-1', path: '/browse/c', title: 'C', description: 'D' },
  subject: { collection: { parents: [], code: 'C-1', slug: 'c', title: 'C', description: 'D' } },
};
const SOLD_OUT: PageInfo = {
  ...(PAGES[0] as PageInfo),
  subject: { product: { ...product, variants: product.variants.map((one) => ({ ...one, stock: 0 })) } },
};

const DOCUMENTS: Readonly<Record<string, Document>> = {
  'menu/header-links': menu,
  'menu/other': {
    format: 1,
    type: 'menu',
    name: 'Other',
    lists: { entries: [{ id: 'o', values: { label: 'Else', link: { to: 'home' } } }] },
  },
  'shared/a': sectioned('shared', {}, [section('sa', 'heading', { text: 'Shared A' })]),
  'shared/b': sectioned('shared', {}, [section('sb', 'heading', { text: 'Shared B' })]),
  'addition/a': sectioned('addition', { place: 'open-place:a', target: { pageKind: 'product' } }, [
    section('aa', 'heading', { text: 'Added' }),
  ]),
};

const facet = (by: 'option' | 'attribute' | 'brand' | 'category', name: string, count = 12) => ({
  ...{ by, name },
  values: Array.from({ length: count }, (_, i) => ({ value: `${name} ${i}`, label: `${name} ${i}`, count: i })),
});
const COUNTS: FacetCounts = {
  groups: [
    facet('option', 'Colour'),
    facet('option', 'Some words'),
    facet('attribute', 'Some words'),
    facet('brand', ''),
  ],
  available: 3,
  rated: [9, 8, 7, 6, 5],
  price: { least: 100, most: 900 },
};

/** Answers that tell from whom they come: as many cards as were asked for, named by their source. */
function answered(need: Need) {
  /** What is asked for besides, and something reduced and something sold out among them. */
  const cards = (count: number, source: object, more: string | null) =>
    Array.from({ length: count }, (_, i) => ({
      ...cardOf(`${JSON.stringify(source)} ${i}`),
      ...(i === 0 && { wasPrice: 125 }),
      available: i > 0,
      ...(more !== null && {
        more: {
          ...{ second: { ...picture, alt: 'From behind' }, summary: 'It flies.', rating: 450, reviews: 3 },
          ...{ since: '2026-11-03T10:00:00.000Z', attribute: more, spoken: [], single: {} },
        },
      }),
    }));
  if (need.type === 'products') return cards(need.limit, need.source, need.more);
  if (need.type === 'listing')
    return {
      cards: cards(need.size, { ...need.source, ...need.sort }, need.more),
      total: 500,
      counts: need.counts ? COUNTS : null,
    };
  if (need.type === 'pages')
    return (answer(need) as readonly object[])
      .slice(0, need.limit)
      .map((one) => ({ ...one, title: `${need.label} ${need.order}` }));
  if (need.type === 'collections') return (answer(need) as readonly object[]).slice(0, need.limit);
  if (need.type === 'directory') return [{ title: need.of, path: '/d', page: '', parent: null }];
  return need.type === 'path' ? '/there' : answer(need);
}

function takes(field: Field, value: string): boolean {
  try {
    checkValue(field, value, 'field');
    return true;
  } catch {
    return false;
  }
}

/** Values of a field that differ in what they should show; the first is the one it is filled with. */
function valuesOf(field: Field): unknown[] {
  switch (field.type) {
    case 'text':
      // Of words in a form, two that it takes.
      return field.form ? ['a', 'b', '1', '3 1'].filter((one) => takes(field, one)) : ['Some words', '', 'Other words'];
    case 'prose':
      return ['<p>Some prose</p>', '<p>Other</p>'];
    case 'code':
      return ['<p>Own</p>', '<p>Other</p>'];
    case 'toggle':
      return [true, false];
    case 'choice':
      return Object.keys(field.choices);
    case 'number':
      return [field.default === 0 ? 0 : Math.min(field.max, Math.max(field.min, 2)), field.min, field.max];
    case 'colour':
      return ['#7b1fa2', '#1b5e20'];
    case 'picture':
      return [{ picture: picture.hash, alt: 'A kite' }, null];
    case 'link':
      return [{ to: 'home' }, null, { url: 'https://a.example/' }];
    case 'date-time':
      return ['2027-01-01T00:00:00.000Z', '2020-01-01T00:00:00.000Z', ''];
    case 'source':
      return [{ from: 'newest' }, { from: 'reduced' }];
    case 'reference':
      return field.to === 'menu'
        ? ['header-links', 'other']
        : field.to === 'content'
          ? ['care', 'gone']
          : ['a', 'b', ''];
    default:
      return [];
  }
}

/** Every field with a value of its own, except what would hide it all: dates, and the switch that does. */
const filled = (fields: Fields): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, field]) =>
      field.type === 'entries' || field.type === 'date-time' || name === 'hidden' ? [] : [[name, valuesOf(field)[0]]],
    ),
  );
const isEntries = (field: Field): field is EntriesField => field.type === 'entries';

/** A section of a kind with everything filled in, and something in each of its slots. */
function whole(kind: SectionKind): Section {
  const lists = Object.fromEntries(
    Object.entries(kind.fields)
      .filter((one): one is [string, EntriesField] => isEntries(one[1]))
      .map(([name, field]) => [name, ['e1', 'e2'].map((id) => ({ id, values: filled(field.fields) }))]),
  );
  const slots = Object.fromEntries(
    Object.keys(kind.slots ?? {}).map((name) => [name, [section(`in-${name}`, 'heading', { text: name })]]),
  );
  return { ...section('x', kind.name, filled(kind.fields)), lists, slots };
}

interface Looks {
  readonly page: PageInfo;
  readonly facts: Facts;
  /** Whether lists of the catalogue are empty. */
  readonly none?: boolean;
}
const single = (kind: PageInfo['kind']): PageInfo => ({ ...HOME, kind, code: kind, path: `/${kind}`, title: kind });
const LOOKS: readonly Looks[] = [
  ...[
    ...PAGES,
    COLLECTION,
    SOLD_OUT,
    ...(['checkout', 'cart', 'thank-you', 'search', 'sign-in'] as const).map(single),
  ].map((page) => ({
    page,
    facts,
  })),
  ...[...PAGES, single('cart')].map((page) => ({ page, facts: noFacts })),
  { page: PAGES[0] as PageInfo, facts, none: true },
];
const details = { street: 'Quay 4', city: 'Tern', email: 'a@b.example', phone: '+353', monday: '9–5' };

/** What shows or changes something of a listing stands beside one. */
const withListing = (one: Section): Section[] =>
  SHIPPED_KINDS.find(one.kind)?.ofListing && one.kind !== 'listing'
    ? [one, section('its', 'listing', { size: 4 })]
    : [one];

function shown(one: Section, { page, facts: own, none = false }: Looks, form?: object): string {
  const { html, style, faults } = made(withListing(one), {
    page,
    facts: own,
    store: { ...STORE, details },
    documents: DOCUMENTS,
    answer: (none ? () => undefined : answered) as never,
    ...(form && { form: form as never }),
  });
  if (faults[0]) throw faults[0].error;
  return `${style}\n${html.slice(html.indexOf('<body'))}`;
}

const RULES = GROUNDWORKS.map(({ code }) => lookCss({ format: 1, type: 'look', groundwork: code, values: {} })).join();

/** Whether two pages look different: in more than classes, or in classes that some rule asks for. */
function differs(a: string, b: string, css: string): boolean {
  const bare = (html: string): string => html.replace(/ class="[^"]*"/g, '');
  if (bare(a) !== bare(b)) return true;
  const classes = (html: string): Set<string> =>
    new Set([...html.matchAll(/ class="([^"]*)"/g)].flatMap(([, all = '']) => all.split(' ')));
  const [one, other] = [classes(a), classes(b)];
  const only = [...one].filter((name) => !other.has(name)).concat([...other].filter((name) => !one.has(name)));
  return only.some((name) => new RegExp(`\\.${name}(?![\\w-])`).test(`${css}${RULES}`));
}

/** The types of fields that others may go by. */
const VARIED = new Set(['choice', 'toggle', 'text', 'date-time', 'number']);

/** Sections in which a field can be tried: everything filled in, and each choice and switch set in turn. */
function* beginnings(kind: SectionKind, part: 'values' | 'frame', fields: Fields): Generator<Section> {
  const begun = part === 'frame' ? { ...whole(kind), frame: filled(fields) as Values } : whole(kind);
  yield begun;
  for (const [name, field] of Object.entries(fields))
    for (const value of VARIED.has(field.type)
      ? [...valuesOf(field), ...(field.type === 'number' ? [field.default] : [])]
      : [])
      yield { ...begun, [part]: { ...begun[part], [name]: value } };
}

function changesSomething(
  kind: SectionKind,
  field: Field,
  from: Iterable<Section>,
  set: (one: Section, value: unknown) => Section,
): boolean {
  const values = valuesOf(field);
  const forms = kind.hasForms ? [undefined, { section: 'x', typed: {}, refused: '', done: true }] : [undefined];
  for (const one of from)
    for (const look of LOOKS)
      for (const form of forms) {
        const first = shown(set(one, values[0]), look, form);
        if (values.slice(1).some((value) => differs(first, shown(set(one, value), look, form), kind.css))) return true;
      }
  return false;
}

const withValue =
  (part: 'values' | 'frame', name: string) =>
  (one: Section, value: unknown): Section => ({
    ...one,
    [part]: { ...one[part], [name]: value },
  });

describe.each(SHIPPED_KINDS.all.map((kind) => [kind.name, kind] as const))('%s', (_name, kind) => {
  const named = Object.entries(kind.fields);
  if (named.length === 0) return test('has nothing to set', () => expect(kind.fields).toEqual({}));
  test.each(named)('%s', (name, field) => {
    if (!isEntries(field)) {
      for (const value of valuesOf(field)) checkValue(field, value, name);
      expect(changesSomething(kind, field, beginnings(kind, 'values', kind.fields), withValue('values', name))).toBe(
        true,
      );
      return;
    }
    const set = (one: Section, list: readonly object[]): Section =>
      ({ ...one, lists: { ...one.lists, [name]: list } }) as Section;
    // What a menu or another choice stands before shows only without it.
    const starts = [
      ...beginnings(kind, 'values', kind.fields),
      ...[...beginnings(kind, 'values', kind.fields)].map((one) => ({ ...one, values: { ...one.values, menu: '' } })),
    ];
    const some = whole(kind).lists?.[name] ?? [];
    expect(
      starts.some((one) =>
        LOOKS.some((look) => differs(shown(set(one, some), look), shown(set(one, []), look), kind.css)),
      ),
    ).toBe(true);
    for (const [inner, innerField] of Object.entries(field.fields)) {
      const { where = inner, is: [is] = [] } = innerField.counts ?? {};
      const counting = innerField.counts ? { [where]: is } : {};
      const setInner = (one: Section, value: unknown): Section =>
        set(
          one,
          some.map((entry) => ({ ...entry, values: { ...entry.values, ...counting, [inner]: value } })),
        );
      expect([inner, changesSomething(kind, innerField, starts, setInner)]).toEqual([inner, true]);
    }
  });
});

const heading = SHIPPED_KINDS.find('heading') as SectionKind;
test.each(Object.entries(FRAME) as [string, Field][])('the frame: %s', (name, field) => {
  expect(changesSomething(heading, field, beginnings(heading, 'frame', FRAME), withValue('frame', name))).toBe(true);
});
