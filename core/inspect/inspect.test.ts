import { applyRequests, type EditRequest } from '../design/index.js';
import { closedState } from '../design/index.js';
import { stateOf, type Document, type DocumentKey, type Section } from '../documents/index.js';
import { pageKinds, needsOf } from '../pages/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { assignments, draftOf, section, template, tools, withChanges } from '../tests/designs.js';
import { blockersAfter, inspectDesign } from './index.js';

const CART = ['cart-lines', 'checkout-button'];
const sections = (...kinds: string[]): Section[] => kinds.map((kind, i) => section(`${kind}-${i}`, kind));
const cartOf = (main: readonly Section[], more: Record<DocumentKey, Document> = {}): Record<DocumentKey, Document> => ({
  'template/cart': template([section('title', 'page-title'), ...main], 'cart', 'Cart'),
  'assignments/cart': assignments('cart', 'cart'),
  look: { format: 1, type: 'look', groundwork: 'foolscap', values: {} },
  ...more,
});
const found = (documents: Record<DocumentKey, Document>) =>
  inspectDesign(stateOf(Object.entries(documents)), SHIPPED_KINDS).map(({ code, severity, sentence }) => [
    code,
    severity,
    sentence,
  ]);
const arrangement = (main: readonly Section[]): Document => ({
  format: 1,
  type: 'arrangement',
  name: 'Standard',
  region: 'below',
  areas: { main },
});
const addition = (main: readonly Section[], target: object, place = 'above', languages?: string[]): Document =>
  ({
    format: 1,
    type: 'addition',
    name: 'More',
    place,
    target,
    areas: { main },
    ...(languages && { languages }),
  }) as Document;

test('every need of a page kind is served by a kind that ships, and no kind serves what nobody needs', () => {
  const served = SHIPPED_KINDS.all.flatMap(({ serves = {} }) => Object.entries(serves).map((one) => one.join(' ')));
  const needed = pageKinds().flatMap((kind) => Object.keys(needsOf(kind)).map((need) => `${kind} ${need}`));
  expect([...new Set(served)].sort()).toEqual(needed.sort());
});

describe('what a page cannot work without', () => {
  const lacks = [
    'lacks-section',
    'blocker',
    'The template “Cart”, which the cart page uses, does not show the way to the checkout.',
  ];
  const sometimes = [
    'lacks-section',
    'blocker',
    'The template “Cart”, which the cart page uses, does not always show the way to the checkout.',
  ];
  const button = section('b', 'checkout-button');
  const inColumns = (one: Section, frame: Section['frame'] = {}): Section => ({
    ...section('c', 'columns', {}, { one: [one] }),
    frame,
  });
  const lines = section('l', 'cart-lines');
  test.each<[string, Record<DocumentKey, Document>, string[][]]>([
    ['all of it', cartOf(sections(...CART)), []],
    ['in a slot', cartOf([lines, inColumns(button)]), []],
    ['nowhere', cartOf([lines]), [lacks]],
    ['hidden on one device', cartOf([lines, { ...button, frame: { 'hidden@phone': true } }]), [sometimes]],
    ['in something hidden', cartOf([lines, inColumns(button, { hidden: true })]), [sometimes]],
    ['with a date', cartOf([lines, { ...button, frame: { until: '2030-01-01T00:00:00.000Z' } }]), [sometimes]],
    ['in a region', cartOf([lines], { 'around/below/standard': arrangement([button]) }), []],
    [
      'shared',
      cartOf([lines, section('s', 'shared-section', { shared: 'go' })], {
        'shared/go': { format: 1, type: 'shared', name: 'Go', areas: { main: [button] } },
      }),
      [],
    ],
    ['added to all pages of the kind', cartOf([lines], { 'addition/a': addition([button], { pageKind: 'cart' }) }), []],
    [
      'added right after a section',
      cartOf([lines], { 'addition/a': addition([button], { pageKind: 'cart' }, 'after:l') }),
      [],
    ],
    [
      'added in one language',
      cartOf([lines], { 'addition/a': addition([button], { pageKind: 'cart' }, 'above', ['de']) }),
      [sometimes],
    ],
    [
      'hidden by what the page has of its own',
      cartOf([lines, button], {
        'own/cart': { format: 1, type: 'own', page: 'cart', areas: { main: [{ ...button, frame: { hidden: true } }] } },
      }),
      [sometimes],
    ],
  ])('%s', (_name, documents, expected) => {
    expect(found(documents)).toEqual(expected);
  });

  test('in the side area only where the layout shows it; of a template that no page uses it is a hint', () => {
    const cart = template([section('t', 'page-title'), lines], 'cart', 'Cart');
    const side = (layout: object): Document => ({
      ...cart,
      layout: { width: 'standard', ...layout },
      areas: { ...cart.areas, side: [button] },
    });
    expect(found(cartOf([], { 'template/cart': side({}) }))).toEqual([lacks]);
    expect(found(cartOf([], { 'template/cart': side({ side: 'end' }) }))).toEqual([]);
    expect(found(cartOf(sections(...CART), { 'template/other': template([lines], 'cart', 'Other') }))).toEqual([
      ['lacks-section', 'hint', 'The template “Other” does not show the way to the checkout.'],
    ]);
  });

  test('one action puts it in', () => {
    const draft = draftOf(cartOf([lines]));
    const [first] = inspectDesign(closedState(draft), SHIPPED_KINDS);
    expect(first?.mend?.label).toBe('Add “Checkout button”');
    const { documents } = applyRequests(first?.mend?.edits as EditRequest[], draft, tools());
    expect(inspectDesign(closedState(withChanges(draft, documents)), SHIPPED_KINDS)).toEqual([]);
  });

  test('of a publish only templates are looked at that show something of what changes', () => {
    const broken = stateOf(Object.entries(cartOf([lines], { 'around/below/standard': arrangement([]) })));
    const after = (...keys: DocumentKey[]) => blockersAfter(broken, broken, SHIPPED_KINDS, new Set(keys)).length;
    const { 'assignments/cart': _standard, ...unused } = cartOf([lines]);
    const before = stateOf(Object.entries(unused));
    expect(blockersAfter(before, broken, SHIPPED_KINDS, new Set(['assignments/cart']))).toHaveLength(1);
    expect([after('template/cart'), after('around/below/standard'), after('addition/x')]).toEqual([1, 1, 1]);
    expect([after('template/home'), after('content/about')]).toEqual([0, 0]);
  });
});

describe('what nobody meant', () => {
  const product = (main: readonly Section[], more: Record<DocumentKey, Document> = {}) =>
    found({
      ...cartOf(sections(...CART)),
      'template/p': template(main, 'product', 'Kite'),
      'assignments/product': assignments('product', 'p'),
      ...more,
    });
  const bound = section('h', 'heading', { text: { bind: 'title' }, level: 'h1' });

  test.each<[string, ReturnType<typeof product>, string[]]>([
    ['title of the product', product([section('t', 'product-title')]), []],
    ['a heading taken from the page', product([bound]), []],
    ['neither title nor text', product([section('x', 'price')]), ['untitled-pages warning']],
    ['two main headings', product([section('t', 'product-title'), bound]), ['two-main-headings warning']],
    [
      'a second one that is hidden',
      product([section('t', 'product-title'), { ...bound, frame: { hidden: true } }]),
      [],
    ],
    ['no sections at all', product([]), ['empty-template blocker', 'untitled-pages warning']],
    [
      'html typed into plain words',
      product([
        bound,
        section('n', 'heading', { text: '<b>New</b> kites' }),
        section('m', 'heading', { text: 'Kites &amp; line' }),
        section('o', 'heading', { text: 'a < b > c & d' }),
      ]),
      ['html-in-text warning', 'html-in-text warning'],
    ],
    [
      'maps whose address is at no place, unless they are set by coordinates',
      product([
        bound,
        section('m', 'map', { address: '17 ?' }),
        section('n', 'map', { address: '17 ?', latitude: 51.5, longitude: -9 }),
        section('o', 'map', { address: '3 Netloft Lane, Ternhythe' }),
        section('p', 'map', { address: { bind: 'title' } }),
      ]),
      ['map-address-not-found warning'],
    ],
    [
      'an addition to an open place that none of its pages has',
      product([bound], { 'addition/a': addition([], { page: 'product:K-1' }, 'open-place:gone') }),
      ['addition-nowhere warning'],
    ],
    [
      'an addition beside a section of another kind of pages',
      product([bound], { 'addition/a': addition([], { pageKind: 'product' }, 'after:title') }),
      ['addition-nowhere warning'],
    ],
    [
      'additions that have their place',
      product([bound, section('o', 'open-place', { name: 'here' })], {
        'addition/a': addition([], { pageKind: 'product' }, 'open-place:here'),
        'addition/b': addition([], { page: 'product:K-1' }, 'before:h'),
        'addition/c': addition([section('inner')], { page: 'product:K-1' }, 'header'),
        'addition/d': addition([], { page: 'product:K-1' }, 'after:inner'),
      }),
      [],
    ],
  ])('%s', (_name, all, expected) => {
    expect(all.map(([code, severity]) => `${code} ${severity}`)).toEqual(expected);
  });
});
