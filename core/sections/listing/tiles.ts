/** What sections that show collections share: tiles side by side, or a list, as fields, html, css and sketch. */
import { choice, number, toggle } from '../../fields/make.js';
import type { PerDevice } from '../../fields/field.js';
import type { CollectionCard } from '../../kinds/data.js';
import type { View } from '../../kinds/view.js';
import { css } from '../../kinds/css.js';
import { deviceClasses } from '../../kinds/devices.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { pictureTag } from '../../kinds/picture.js';
import type { SketchPart } from '../../kinds/sketch.js';
import { GRID_CSS, GRID_FIELDS, cardsSketch } from '../product/cards.js';

export const TILE_FIELDS = {
  limit: number('At most', 'How many collections are shown.', { min: 1, max: 48, default: 24 }),
  shown: choice(
    'Shown as',
    'Tiles side by side, or a list with the picture beside the words.',
    { tiles: 'Tiles', list: 'List' },
    'tiles',
  ),
  description: toggle('Description', 'Shows the description of each collection.', { default: true }),
  ...GRID_FIELDS,
  across: choice(
    'Across',
    'How many tiles are side by side; phones show one or two.',
    { '1': 'One', '2': 'Two', '3': 'Three', '4': 'Four', '5': 'Five', '6': 'Six' },
    '3',
    { perDevice: true },
  ),
} as const;

interface TileValues {
  readonly title: string;
  readonly shown: string;
  readonly description: boolean;
  readonly across: PerDevice<string>;
  readonly pictures: string;
}

export function tiles(found: readonly CollectionCard[], values: TileValues, view: View): Markup {
  const { title, across, pictures, shown } = values;
  const level = title === '' ? 'h2' : 'h3';
  const layout = shown === 'list' ? 'tiles-list' : `cards ${deviceClasses('across', across)}`;
  return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<ul class="${layout}${pictures !== 'look' && ` cut-${pictures}`}">${found.map((one) => tile(one, values.description, level, view))}</ul>`;
}

export const TILES_CSS = css`
  ${GRID_CSS}
  .across-6 {
    --across: 6;
  }
  @media (max-width: 1023px) {
    .t-across-6 {
      grid-template-columns: repeat(6, minmax(0, 1fr));
    }
  }
  @media (max-width: 599px) {
    .p-across-6 {
      grid-template-columns: repeat(6, minmax(0, 1fr));
    }
  }
  .tile-text {
    margin-block: 0.25em 0;
    color: var(--quiet);
  }
  .tiles-list {
    display: grid;
    gap: var(--gap);
    margin: 0;
    padding: 0;
    list-style: none;
  }
  .tiles-list .card {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 3fr);
    gap: 0 var(--gap);
    grid-template-rows: auto 1fr;
    text-align: start;
  }
  .tiles-list .card-picture {
    grid-row: 1 / 3;
  }
`;

export const TILES_SKETCH: readonly SketchPart[] = [
  { when: 'title', stack: [6, { draw: 'title', width: 340, height: 32 }, 32] },
  { when: { of: 'shown', is: 'tiles' }, ...cardsSketch({ of: 'limit' }) },
  {
    when: { of: 'shown', is: 'list' },
    stack: [1, 2, 3].map(() => ({
      shares: [1, 3],
      gap: 40,
      beside: [
        { draw: 'picture', height: 150 },
        { stack: [30, { draw: 'text', width: 260, height: 16 }, 20, { lines: 2, width: 500 }, 60] },
      ],
    })),
  },
];

const SIZES = '(min-width:60rem) 33vw, 50vw';

function tile(collection: CollectionCard, described: boolean, level: 'h2' | 'h3', view: View): Markup {
  const { title, path, description, picture } = collection;
  const words = html`<a href="${path}"${view.langOf(collection, 'title')}>${title}</a>`;
  const heading =
    level === 'h2' ? html`<h2 class="card-title">${words}</h2>` : html`<h3 class="card-title">${words}</h3>`;
  const image = picture ? pictureTag({ ...picture, alt: '' }, SIZES) : NOTHING;
  return html`<li class="card"><div class="card-picture">${image}</div>${heading}${described && description !== '' && html`<p class="tile-text"${view.langOf(collection, 'description')}>${description}</p>`}</li>`;
}
