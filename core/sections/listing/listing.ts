/** All products of a collection or another source, page by page. */
import { choice, number, source, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { BY_HAND, NOT_NARROWED, readSort, type ListingView } from '../../kinds/listing.js';
import { addressNarrowedTo } from '../../kinds/narrowing.js';
import type { View } from '../../kinds/view.js';
import { sourceOn, type ListingNeed } from '../../kinds/needs.js';
import { PAGE_NAME, pageNumber } from '../../kinds/paging.js';
import type { PageInfo } from '../../kinds/data.js';
import type { PerDevice, ProductSource } from '../../fields/field.js';
import { followInPlace } from './listing.script.js';
import type { CardSettings } from '../../look/card-settings.js';
import { CARD_WORDS } from '../product/card-parts.js';
import { actionNeeds, CARD_FIELDS, cards, CARDS_CSS, cardsSketch, fullRows, moreOfCards } from '../product/cards.js';

interface Asked extends CardSettings {
  readonly view: ListingView;
  readonly source: ProductSource;
  readonly order: string;
  readonly size: number;
  readonly across: PerDevice<string>;
}

function need(values: Asked, page: PageInfo): ListingNeed {
  const { source, order, size, across, view } = values;
  const { sort, filters, offers } = page.narrowing ?? NOT_NARROWED;
  const ownSort = readSort(order) ?? BY_HAND;
  return {
    type: 'listing',
    source: sourceOn(source, page),
    size: fullRows(size, across),
    sort: sort ?? ownSort,
    ownSort,
    view,
    filters,
    counts: offers.filters !== null,
    page: pageNumber(page.query[PAGE_NAME]),
    more: moreOfCards(values, page),
  };
}

/** The orders that a listing may have by itself, as they stand in a web address. */
const ORDERS = {
  'by-hand': 'As in the collection; best match first in a search; else newest first',
  '-date': 'Newest first',
  title: 'By name',
  price: 'By price, the lowest first',
  '-price': 'By price, the highest first',
  '-saving': 'By saving, the biggest first',
  '-rating': 'By rating, the best first',
  '-sold': 'By times sold, the most first',
} as const;

const LIST_CSS = css`
  .listing-rows .cards {
    grid-template-columns: minmax(0, 1fr);
  }
  .listing-rows .card {
    display: grid;
    grid-template-columns: minmax(6em, 11em) minmax(0, 1fr);
    column-gap: var(--gap);
    align-content: center;
    text-align: start;
  }
  .listing-rows .card-picture {
    grid-row: 1 / span 7;
  }
`;

/** What is said where there are no products: why, and how to go on. */
function noneOf(values: Asked & { readonly none: string }, view: View): Markup {
  const { filters, source } = need(values, view.page);
  if (filters.length > 0)
    return html`<p class="listing-none">${view.word('nothing-like-that')}</p><p><a href="${addressNarrowedTo(view, [])}" data-follow>${view.word('show-all')}</a></p>`;
  if (source.from !== 'found') return html`<p class="listing-none"${view.part('none')}>${values.none}</p>`;
  // Whoever has not looked for anything yet has not failed to find it.
  if (source.words === '') return view.standIn('What is looked for shows here.');
  return html`<p class="listing-none">${view.word('nothing-found')}</p>`;
}

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
      order: choice(
        'Order',
        'How the products are ordered until a shopper chooses otherwise; a sort menu lets them.',
        ORDERS,
        'by-hand',
      ),
      view: choice(
        'View',
        'Cards in rows, or one under another with the picture at the side; a view switch lets shoppers choose.',
        { grid: 'Grid', list: 'List' },
        'grid',
      ),
      ...CARD_FIELDS,
      none: text('If there are none', 'What is said where there are no products.', {
        default: 'There is nothing here yet.',
        word: 'nothing-here',
        max: 160,
      }),
    },
    query: [PAGE_NAME],
    ofListing: true,
    hasForms: 'some',
    says: [...CARD_WORDS, 'nothing-found', 'nothing-like-that', 'show-all'],
    sketch: [cardsSketch({ of: 'size' })],
  },
  {
    lists: need,
    needs: actionNeeds,
    view(values, view) {
      const { cards: products } = view.data(need(values, view.page));
      if (products.length === 0) return noneOf(values, view);
      const shown = view.page.narrowing?.view ?? values.view;
      return shown === 'list'
        ? html`<div class="listing-rows">${cards(products, values, view, 'h2')}</div>`
        : cards(products, values, view, 'h2');
    },
    css: CARDS_CSS + LIST_CSS,
    script: followInPlace,
  },
);
