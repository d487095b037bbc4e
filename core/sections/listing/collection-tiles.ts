/** Collections as cards with a picture. */
import { entries, reference, text } from '../../fields/make.js';
import { defineKind } from '../../kinds/kind.js';
import type { CollectionsNeed } from '../../kinds/needs.js';
import { TILE_FIELDS, tiles, TILES_CSS, TILES_SKETCH } from './tiles.js';

interface Asked {
  readonly chosen: readonly { readonly collection: string }[];
  readonly limit: number;
}
const need = ({ chosen, limit }: Asked): CollectionsNeed => ({
  type: 'collections',
  chosen: chosen.length ? chosen.map(({ collection }) => collection) : null,
  inside: null,
  limit,
});

export const collectionTiles = defineKind(
  {
    name: 'collection-tiles',
    version: 1,
    title: 'Collection tiles',
    sentence: 'Collections side by side or below each other, each with a picture of what is in it.',
    alsoCalled: ['categories', 'departments'],
    fields: {
      title: text('Title', 'The heading over the collections; leave empty for none.', { max: 120 }),
      chosen: entries(
        'Collections',
        'Which collections are shown, in this order; leave empty for all that are in no other.',
        'collection',
        { collection: reference('Collection', 'A collection of the store.', 'collection', { required: true }) },
        { max: 48 },
      ),
      ...TILE_FIELDS,
    },
    caption: 'title',
    sketch: TILES_SKETCH,
  },
  {
    needs: (values) => [need(values)],
    view(values, view) {
      const found = view.data(need(values));
      return found.length === 0
        ? view.standIn('Collections show here as soon as there are some.')
        : tiles(found, values, view);
    },
    css: TILES_CSS,
  },
);
