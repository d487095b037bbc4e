/** All products of a collection or another source, page by page. */
import { number, source, text } from '../../fields/make.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { BY_HAND } from '../../kinds/listing.js';
import { sourceOn, type ListingNeed } from '../../kinds/needs.js';
import { PAGE_NAME, pageNumber } from '../../kinds/paging.js';
import type { PageInfo } from '../../kinds/data.js';
import type { PerDevice, ProductSource } from '../../fields/field.js';
import { CARD_FIELDS, cards, CARDS_CSS, cardsSketch, fullRows } from '../product/cards.js';

interface Asked {
  readonly source: ProductSource;
  readonly size: number;
  readonly across: PerDevice<string>;
}

const need = ({ source, size, across }: Asked, page: PageInfo): ListingNeed => ({
  type: 'listing',
  source: sourceOn(source, page),
  size: fullRows(size, across),
  sort: BY_HAND,
  filters: [],
  counts: false,
  page: pageNumber(page.query[PAGE_NAME]),
});

export const listing = defineKind(
  {
    name: 'listing',
    version: 1,
    title: 'Listing',
    sentence: 'All products of a collection or another source, page by page.',
    alsoCalled: ['product grid', 'product list'],
    serves: { search: 'products' },
    fields: {
      source: source('Products', 'Where the products come from.', { default: { from: 'this-collection' } }),
      size: number(
        'On one page',
        'How many products one page shows, rounded up to full rows: 24 stay 24 with four across, and are 30 with five, as phones show two.',
        { min: 4, max: 96, default: 24 },
      ),
      ...CARD_FIELDS,
      none: text('If there are none', 'What is said where there are no products.', {
        default: 'There is nothing here yet.',
        word: 'nothing-here',
        max: 160,
      }),
    },
    query: [PAGE_NAME],
    says: ['from-price', 'sold-out'],
    sketch: [cardsSketch({ of: 'size' })],
  },
  {
    lists: need,
    view(values, view) {
      const { cards: products } = view.data(need(values, view.page));
      return products.length === 0
        ? html`<p class="listing-none"${view.part('none')}>${values.none}</p>`
        : cards(products, values, view, 'h2');
    },
    css: CARDS_CSS,
  },
);
