/** A sheet of everything that the look says: lettering, actions, forms, cards and tones. It is made, not stored. */
import type { PageCode } from '../pages/page.js';
import { stateOf, type DesignState } from '../documents/state.js';
import {
  FORMAT,
  keys,
  type AssignmentsDocument,
  type ContentDocument,
  type TemplateDocument,
} from '../documents/document.js';
import { starterSection } from '../starters/starters.js';
import { sure } from '../sure.js';

/** The page of the sheet, and its code among content pages; no page that is made can have it. */
const CODE = '-specimen';
export const SPECIMEN_PAGE: PageCode = `content:${CODE}`;
/** Where a preview shows it. */
export const SPECIMEN_PATH = '/-specimen';

const LETTERING = [
  '<h2>A section heading</h2>',
  '<p>Texts are set in lines like this one, long enough to see how they run and break. <a href="/">A link</a> stands in them, and <strong>what is strong</strong>.</p>',
  '<h3>A smaller heading</h3>',
  '<ul><li>The first of a list</li><li>The second</li></ul>',
  '<blockquote>What somebody said of it.</blockquote>',
  '<h4>The smallest heading</h4>',
  '<table><tbody><tr><th>Wind</th><th>Kite</th></tr><tr><td>2 to 4</td><td>Delta</td></tr><tr><td>4 to 6</td><td>Foil</td></tr></tbody></table>',
].join('');

const TONES = ['plain', 'soft', 'strong', 'vivid'] as const;

const content: ContentDocument = {
  format: FORMAT,
  type: 'content',
  title: 'All styles on one sheet',
  slug: CODE,
};
const template: TemplateDocument = {
  format: FORMAT,
  type: 'template',
  name: 'Specimen',
  pageKind: 'content',
  layout: { width: 'standard' },
  areas: {
    main: [
      starterSection('specimen-title', 'page-title', {}, { tone: 'soft' }),
      starterSection('specimen-text', 'text', { text: LETTERING }),
      starterSection('specimen-cards', 'product-row', { title: 'Cards', source: { from: 'newest' }, limit: 4 }),
      ...TONES.flatMap((tone) => [
        starterSection(`specimen-${tone}-title`, 'heading', { text: `The tone “${tone}”` }, { tone, space: 'small' }),
        starterSection(`specimen-${tone}`, 'specimen', {}, { tone }),
      ]),
    ],
  },
};

/** A state with the sheet among its pages. */
export function withSpecimen(state: DesignState): DesignState {
  const paths = state.get(keys.paths);
  const assignments = sure(state.get(keys.assignments('content')));
  const added = stateOf([
    [keys.content(CODE), content],
    [keys.template(CODE), template],
    [
      keys.assignments('content'),
      { ...assignments, pages: { ...assignments.pages, [SPECIMEN_PAGE]: CODE } } satisfies AssignmentsDocument,
    ],
    // Content pages are at a path of their own, whatever the design says.
    [keys.paths, { format: FORMAT, type: 'paths', ...paths, patterns: { ...paths?.patterns, content: '/{slug}' } }],
  ]);
  return {
    get: (key) => added.get(key) ?? state.get(key),
    *keys() {
      for (const key of state.keys()) if (!added.has(key)) yield key;
      yield* added.keys();
    },
  };
}
