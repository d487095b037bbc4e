/** Each step is open in a new store, and done by what somebody did. */
import { stateOf } from '../documents/state.js';
import { starterDesign } from '../design/index.js';
import { keys, type Document } from '../documents/index.js';
import { setUpSteps, type SetUpFacts, type SetUpStep } from './index.js';

const NEW: SetUpFacts = {
  storeName: 'Tern Tea',
  products: 0,
  collections: [],
  country: 'IE',
  delivered: [],
  published: false,
  unpublished: 0,
  details: {},
  findings: [],
};
const design = starterDesign('Tern Tea');
const step = (
  code: string,
  changes: Record<string, object | null> = {},
  facts: Partial<SetUpFacts> = {},
): SetUpStep => {
  const documents = new Map<string, Document>(design);
  for (const [key, own] of Object.entries(changes))
    if (own === null) documents.delete(key);
    else documents.set(key, { ...documents.get(key), ...own } as Document);
  const found = setUpSteps(stateOf(documents), { ...NEW, ...facts }).find((one) => one.code === code);
  if (!found) throw new Error(`No step ${code}`);
  return found;
};

test('a new store has every page and reaches everything; the rest is open, in the order people work', () => {
  const steps = setUpSteps(design, NEW);
  expect(steps.map(({ code, done }) => `${done ? 'done' : 'open'} ${code}`)).toEqual([
    'open products',
    'open details',
    'open logo',
    'done pages',
    'open texts',
    'open home',
    'done menus',
    'open delivery',
    'done inspection',
    'open publish',
  ]);
  for (const { sentence } of steps) expect(sentence).toMatch(/^[A-Z].*\.$/);
});

test('products: counted, but not without end', () => {
  expect(step('products', {}, { products: 1 })).toMatchObject({ done: true, sentence: 'The catalogue has 1 product.' });
  expect(step('products', {}, { products: 1000 }).sentence).toBe('The catalogue has over a thousand products.');
});

test('details: what is missing is named, then told', () => {
  expect(step('details').sentence).toBe('Shoppers and the law want to know: the address and an email address.');
  const details = { street: 'Quay 1', city: 'Tern', email: 'a@b.example' };
  expect(step('details', {}, { details: { ...details, email: '' } }).sentence).toMatch(/know: an email address\.$/);
  expect(step('details', {}, { details })).toMatchObject({
    done: true,
    sentence: 'You are in Tern, and reached at a@b.example.',
  });
});

test('logo: done by any header that shows one, wherever it stands in it', () => {
  const areas = (logo: object | null) => ({
    main: [
      {
        id: 'row',
        kind: 'columns@1',
        frame: {},
        values: {},
        slots: { one: [{ id: 'mark', kind: 'logo@1', frame: {}, values: { logo } }] },
      },
    ],
  });
  const header = { format: 1, type: 'arrangement', name: 'Sale', region: 'header' };
  expect(step('logo', { 'around/header/sale': { ...header, areas: areas(null) } }).done).toBe(false);
  expect(step('logo', { 'around/header/sale': { ...header, areas: areas({ picture: 'a', alt: '' }) } }).done).toBe(
    true,
  );
  expect(step('logo', { 'around/footer/x': { ...header, areas: areas({ picture: 'a', alt: '' }) } }).done).toBe(false);
});

test('pages: a missing one is named', () => {
  expect(step('pages', { 'content/terms': null, 'content/about': null })).toMatchObject({
    done: false,
    sentence: 'Missing: “About us” and “Terms”.',
  });
});

test('texts: those that nobody made their own are named, with their pages', () => {
  const read = Object.fromEntries(
    ['about', 'contact', 'delivery', 'terms'].map((code) => [keys.content(code), { readyMade: false }]),
  );
  expect(step('texts', read)).toMatchObject({ done: false, pages: ['content:privacy'] });
  expect(step('texts', { ...read, 'content/privacy': { readyMade: false } }).done).toBe(true);
});

test('home: done once it differs from how it came', () => {
  expect(step('home', { 'template/home': { name: 'Front' } }).done).toBe(true);
});

test('menus: a collection that none leads to is named, however deep the entry', () => {
  const collections = ['C-1', 'C-2', 'C-3', 'C-4', 'C-5', 'C-6', 'C-7'].map((code) => ({ code, title: code }));
  const leadingTo = (...pages: string[]) => ({
    type: 'menu',
    lists: {
      entries: [
        {
          id: 'm-1',
          values: { label: 'Goods', link: null },
          lists: { entries: pages.map((to, i) => ({ id: `m-1-${i}`, values: { label: to, link: { to } } })) },
        },
      ],
    },
  });
  expect(step('menus', { 'menu/header-links': leadingTo('collection:C-1') }, { collections })).toMatchObject({
    done: false,
    sentence: 'No menu leads to “C-2”, “C-3”, “C-4”, “C-5” and 2 more. Nothing leads to “About us” and “Contact us”.',
  });
  const all = ['all-collections', 'content:about', 'content:contact'];
  expect(step('menus', { 'menu/header-links': leadingTo(...all) }, { collections })).toMatchObject({
    done: true,
    sentence: 'Every collection and every content page can be reached.',
  });
  expect(
    step('menus', { 'menu/header-links': leadingTo('all-collections', 'content:about') }, { collections }),
  ).toMatchObject({
    done: false,
    sentence: 'Nothing leads to “Contact us”.',
    pages: ['content:contact'],
  });
  expect(step('menus', { 'menu/header-links': { lists: {} }, 'menu/help': { lists: {} } })).toMatchObject({
    done: false,
    sentence: 'No menu leads anywhere yet.',
  });
});

test('inspection: what is grave is told, three of it by its sentence; hints are not', () => {
  const finding = (severity: 'blocker' | 'warning' | 'hint', sentence: string) => ({ severity, sentence });
  expect(step('inspection', {}, { findings: [finding('hint', 'One.')] })).toMatchObject({ done: true });
  const many = ['One.', 'Two.', 'Three.', 'Four.', 'Five.'].map((sentence) => finding('warning', sentence));
  expect(step('inspection', {}, { findings: many })).toMatchObject({
    done: false,
    sentence: 'One. Two. Three. And 2 more findings.',
  });
});

test('delivery: the own country counts', () => {
  expect(step('delivery', {}, { delivered: ['DE'] }).done).toBe(false);
  expect(step('delivery', {}, { delivered: ['DE', 'IE'] })).toMatchObject({
    done: true,
    sentence: 'You deliver to 2 countries.',
  });
});

test('publish: what waits is counted', () => {
  expect(step('publish', {}, { published: true, unpublished: 3 })).toMatchObject({
    done: true,
    sentence: 'Live, with 3 changes unpublished.',
  });
});
