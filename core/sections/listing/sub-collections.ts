/** The collections inside the one that a page is about. */
import { text } from '../../fields/make.js';
import type { PageInfo } from '../../kinds/data.js';
import { defineKind } from '../../kinds/kind.js';
import type { CollectionsNeed } from '../../kinds/needs.js';
import { TILE_FIELDS, tiles, TILES_CSS, TILES_SKETCH } from './tiles.js';

/** Null on pages that are about no collection. */
const need = ({ limit }: { readonly limit: number }, { subject }: PageInfo): CollectionsNeed | null =>
  subject && 'collection' in subject
    ? { type: 'collections', chosen: null, inside: subject.collection.code, limit }
    : null;

export const subCollections = defineKind(
  {
    name: 'sub-collections',
    version: 1,
    title: 'Sub-collections',
    sentence: 'The collections inside the one that the page is about; nothing where there are none.',
    alsoCalled: ['subcategories', 'child collections'],
    fits: { pages: ['collection'], regions: [] },
    fields: {
      title: text('Title', 'The heading over the collections; leave empty for none.', { max: 120 }),
      ...TILE_FIELDS,
    },
    caption: 'title',
    sketch: TILES_SKETCH,
  },
  {
    needs: (values, page) => [need(values, page)].flatMap((one) => one ?? []),
    view(values, view) {
      const asked = need(values, view.page);
      const found = asked ? view.data(asked) : [];
      return found.length === 0
        ? view.standIn('Collections inside this one show here as soon as there are some.')
        : tiles(found, values, view);
    },
    css: TILES_CSS,
  },
);
