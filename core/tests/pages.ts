/** Small pages to test with: documents in, the html of a page out. */
import { SEVERAL } from '../kinds/query.js';
import { stateOf } from '../documents/state.js';
import type { Document, Section } from '../documents/index.js';
import type { Facts } from '../facts/index.js';
import {
  PageData,
  type Answers,
  type FormState,
  type KindSet,
  type Need,
  type PageInfo,
  type Product,
  type StoreInfo,
} from '../kinds/index.js';
import { makeLocale } from '../locale/index.js';
import {
  askPage,
  assemblePage,
  composePage,
  renderInstance,
  renderPage,
  type AssembledPage,
  type Composition,
  type PageRequest,
  type RenderedPage,
} from '../render/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { NO_FACTS } from './facts.js';
import { assignments, template } from './designs.js';

export const NOW = '2026-11-23T10:00:00.000Z';
export const SETTING = { now: NOW, decimals: 2 };
export const STORE: StoreInfo = { name: 'Windrow', currency: 'EUR', locale: 'en-IE', country: 'IE', details: {} };
export const HOME: PageInfo = {
  code: 'home',
  kind: 'home',
  title: 'Windrow',
  path: '/',
  description: '',
  subject: null,
  query: {},
  listing: null,
};
export const PRODUCT: Product = {
  status: 'for-sale',
  visibleFrom: null,
  visibleUntil: null,
  code: 'K-1',
  slug: 'one',
  title: 'One',
  brand: 'B',
  brandCode: 'B-1',
  category: '',
  keywords: [],
  attributes: {},
  collections: [],
  visibleSince: '2026-01-01',
  summary: '',
  description: '',
  options: [],
  variants: [{ code: 'v', options: {}, price: 100, wasPrice: null, stock: 1 }],
  pictures: [],
};

/** The page of a product that has some things of its own. */
export const productPage = (own: Partial<Product> = {}): PageInfo => ({
  ...HOME,
  code: 'product:K-1',
  kind: 'product',
  title: own.title ?? PRODUCT.title,
  path: '/item/one',
  subject: { product: { ...PRODUCT, ...own } },
});

/** Everything that a test may set of a page. */
export interface Asked {
  /** Other documents than the template. */
  readonly documents?: Readonly<Record<string, Document>>;
  /** What the template has besides its sections. */
  readonly template?: object;
  readonly page?: PageInfo;
  readonly store?: StoreInfo;
  readonly kinds?: KindSet;
  readonly mode?: 'live' | 'preview';
  /** What the page is in, if it is not the store's leading language. */
  readonly translation?: string;
  readonly facts?: Facts;
  readonly form?: FormState;
  readonly now?: string;
  /** The answer to a need; undefined for none, which is an empty one. */
  readonly answer?: (need: Need) => Answers[Need['type']] | undefined;
}

export interface Made extends RenderedPage {
  readonly parts: AssembledPage;
  readonly composition: Composition;
  readonly needs: readonly Need[];
  readonly request: PageRequest;
}

/** A page of one template with these sections. */
export function made(main: readonly Section[], asked: Asked = {}): Made {
  const { page: about = HOME, store = STORE, kinds = SHIPPED_KINDS, mode = 'live', translation, now = NOW } = asked;
  const state = stateOf([
    ['look', { format: 1, type: 'look', groundwork: 'foolscap', values: {} }],
    [`assignments/${about.kind}`, assignments(about.kind, 't')],
    ['template/t', { ...template(main, about.kind), ...asked.template }],
    ...Object.entries(asked.documents ?? {}),
  ]);
  const parts = assemblePage({ code: about.code, facts: new Map() }, state, kinds, SETTING, {
    samples: mode === 'preview',
  });
  if (!parts) throw new Error('The page has no template.');
  const locale = makeLocale({
    language: translation ?? STORE.locale,
    currency: STORE.currency,
    ...(translation === undefined ? {} : { prefix: `/${translation}` }),
  });
  const composition = composePage(parts, { kinds, store, locale, mode });
  const sent: Readonly<Record<string, string>> = about.query;
  const { page, needs, faults } = askPage(
    composition,
    about,
    { getAll: (name) => sent[name]?.split(SEVERAL) ?? [] },
    now,
  );
  const data = new PageData();
  for (const need of needs) data.set(need, asked.answer?.(need) ?? emptyAnswer(need));
  const request: PageRequest = {
    composition,
    page,
    data,
    faults,
    facts: asked.facts ?? NO_FACTS,
    form: asked.form ?? null,
    canonical: 'http://store.example/',
    fonts: [],
    styles: [],
    scripts: [],
    now,
  };
  return { ...renderPage(request), parts, composition, needs, request };
}

/** The html of a page of these sections. Sections that fail fail the test. */
export function render(main: readonly Section[], asked: Asked = {}): string {
  const { html, faults } = made(main, asked);
  if (faults[0]) throw faults[0].error;
  return html;
}

/** One section of a page alone. */
export const renderOnly = (page: Made, path: string): string | undefined => renderInstance(page.request, path)?.html;

function emptyAnswer(need: Need): Answers[Need['type']] {
  switch (need.type) {
    case 'products':
    case 'collections':
    case 'pages':
    case 'directory':
      return [];
    case 'listing':
      return { cards: [], total: 0, counts: null };
    default:
      return null;
  }
}

/** A document of a type that holds sections. */
export const sectioned = (type: string, more: object, main: readonly Section[]): Document =>
  ({ format: 1, type, name: 'N', ...more, areas: { main } }) as Document;
