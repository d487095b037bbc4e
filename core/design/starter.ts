/** The design a new store starts with: every page a shop needs, each with a working standard template. */
import { PAGE_KINDS, pageKinds, type PageKind } from '../assign/page.js';
import { FORMAT, keys, type Document, type DocumentKey, type Region, type Section, type Values } from './document.js';

const section = (
  id: string,
  kind: string,
  values: Values = {},
  casing: Values = {},
  slots?: Section['slots'],
): Section => ({
  id,
  kind: `${kind}@1`,
  casing,
  values,
  ...(slots ? { slots } : {}),
});

/** What stands on the standard template of each kind until the shop makes it its own. */
const MAIN: Partial<Record<PageKind, (name: string) => readonly Section[]>> = {
  home: (name) => [
    section(
      'home-poster',
      'poster',
      { title: name, level: 'h1', text: 'Say what you make, and for whom.' },
      { width: 'edge', space: 'none' },
    ),
    section('home-newest', 'product-row', { title: 'New', source: { from: 'recent' }, limit: 8 }, { space: 'large' }),
  ],
  product: () => [
    section(
      'product-columns',
      'columns',
      { split: 'wide-first' },
      { space: 'large' },
      {
        first: [section('product-pictures', 'product-pictures')],
        second: [
          section('product-summary', 'product-summary', { description: true }),
          section('product-price', 'price', { size: 'large' }),
          section('product-buy', 'buy-form'),
        ],
      },
    ),
  ],
  collection: () => [
    section('collection-title', 'page-title', {}, { tone: 'soft' }),
    section('collection-goods', 'product-row', { source: { from: 'this-collection' }, limit: 48 }, { space: 'large' }),
  ],
  brand: () => [
    section('brand-title', 'page-title', {}, { tone: 'soft' }),
    section('brand-goods', 'product-row', { source: { from: 'same-brand' }, limit: 48 }, { space: 'large' }),
  ],
  content: () => [
    section('content-title', 'page-title', { description: false }),
    section('content-text', 'prose', { text: { bind: 'text' } }, { width: 'narrow' }),
  ],
  'not-found': () => [
    section('not-found-title', 'page-title'),
    section('not-found-newest', 'product-row', { title: 'New', source: { from: 'recent' }, limit: 4 }),
  ],
};

/** @param name the store's name, for its first words */
export function starterDesign(name: string): ReadonlyMap<DocumentKey, Document> {
  const around = (region: Region, main: readonly Section[]): [DocumentKey, Document] => [
    keys.arrangement(region),
    { format: FORMAT, type: 'arrangement', name: 'Standard', region, areas: { main } },
  ];
  return new Map<DocumentKey, Document>([
    [keys.theme, { format: FORMAT, type: 'theme', groundwork: 'foolscap', values: {} }],
    [keys.menu('main'), { format: FORMAT, type: 'menu', name: 'Main menu' }],
    around('header', [section('header-bar', 'menu-bar', {}, { space: 'small' })]),
    around('footer', [section('footer-legal', 'legal-line', {}, { tone: 'soft' })]),
    ...pageKinds().flatMap((kind): [DocumentKey, Document][] => {
      const areas = Object.fromEntries(PAGE_KINDS[kind].areas.map((area) => [area, [] as readonly Section[]]));
      const [main = 'main'] = PAGE_KINDS[kind].areas;
      const sections = MAIN[kind]?.(name) ?? [section(`${kind}-title`, 'page-title')];
      return [
        [
          keys.template(kind),
          {
            format: FORMAT,
            type: 'template',
            name: PAGE_KINDS[kind].name,
            pageKind: kind,
            layout: { width: 'page' },
            areas: { ...areas, [main]: sections },
          },
        ],
        [keys.assignments(kind), { format: FORMAT, type: 'assignments', pageKind: kind, standard: kind }],
      ];
    }),
  ]);
}
