/** The design a new store starts with: every page it needs, each with a working standard template. */
import { type WholeState, stateOf } from '../documents/state.js';
import { PAGE_KINDS, pageKinds, type PageKind } from '../pages/page.js';
import { groundworkOf } from '../groundworks/shipped.js';
import { FORMAT, keys, type Document, type DocumentKey } from '../documents/document.js';
import { readyDocuments } from '../starters/ready-pages.js';
import { startersFor, templateFrom, type TemplateStarter } from '../starters/starters.js';
import { entriesOf } from '../sure.js';

/**
 * @param name the store's name, for its first words
 * @param groundwork the code of the groundwork it builds on; the first one's if absent
 */
export function starterDesign(name: string, groundwork?: string): WholeState {
  const { code, around, starters } = groundworkOf(groundwork);
  const standardOf = (kind: PageKind): TemplateStarter => {
    const all = startersFor(kind);
    return all.find((starter) => starters.includes(starter.code)) ?? all[0];
  };
  return stateOf([
    [keys.look, { format: FORMAT, type: 'look', groundwork: code, values: {} }],
    ...readyDocuments(),
    ...entriesOf(around).map(([region, { sections, ...ground }]): [DocumentKey, Document] => [
      keys.arrangement(region),
      { format: FORMAT, type: 'arrangement', name: 'Standard', region, ...ground, areas: { main: sections } },
    ]),
    ...pageKinds().flatMap((kind): [DocumentKey, Document][] => [
      [keys.template(kind), templateFrom(standardOf(kind), PAGE_KINDS[kind].name, name)],
      [keys.assignments(kind), { format: FORMAT, type: 'assignments', pageKind: kind, standard: kind }],
    ]),
  ]);
}
