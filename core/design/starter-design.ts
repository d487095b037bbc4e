/** The design a new store starts with: every page it needs, each with a working standard template. */
import { PAGE_KINDS, pageKinds } from '../assign/page.js';
import { FORMAT, keys, type Document, type DocumentKey, type Region, type Section } from './document.js';
import { startersFor, starterSection, templateFrom } from './starters.js';

/** @param name the store's name, for its first words */
export function starterDesign(name: string): ReadonlyMap<DocumentKey, Document> {
  const around = (region: Region, main: readonly Section[]): [DocumentKey, Document] => [
    keys.arrangement(region),
    { format: FORMAT, type: 'arrangement', name: 'Standard', region, areas: { main } },
  ];
  return new Map<DocumentKey, Document>([
    [keys.look, { format: FORMAT, type: 'look', groundwork: 'foolscap', values: {} }],
    [keys.menu('main'), { format: FORMAT, type: 'menu', name: 'Main menu' }],
    around('top-line', [starterSection('top-cart', 'cart-badge', {}, { space: 'none', align: 'end', tone: 'soft' })]),
    around('header', [starterSection('header-bar', 'menu-bar', {}, { space: 'small' })]),
    around('footer', [starterSection('footer-legal', 'legal-line', {}, { tone: 'soft' })]),
    ...pageKinds().flatMap((kind): [DocumentKey, Document][] => {
      const [standard] = startersFor(kind);
      return [
        [keys.template(kind), templateFrom(standard, PAGE_KINDS[kind].name, name)],
        [keys.assignments(kind), { format: FORMAT, type: 'assignments', pageKind: kind, standard: kind }],
      ];
    }),
  ]);
}
