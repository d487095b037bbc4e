/** Products from a source, as cards. */
import type { ProductSource } from '../../fields/field.js';
import { link, number, source, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import type { PageInfo } from '../../kinds/data.js';
import { defineKind } from '../../kinds/kind.js';
import { sourceOn, type ProductsNeed } from '../../kinds/needs.js';
import type { CardSettings } from '../../look/card-settings.js';
import { CARD_WORDS } from './card-parts.js';
import { actionNeeds, CARD_FIELDS, cards, CARDS_CSS, cardsSketch, moreOfCards } from './cards.js';

interface Asked extends CardSettings {
  readonly source: ProductSource;
  readonly limit: number;
}
const need = (values: Asked, page: PageInfo): ProductsNeed => ({
  type: 'products',
  source: sourceOn(values.source, page),
  limit: values.limit,
  more: moreOfCards(values, page),
});

export const productRow = defineKind(
  {
    name: 'product-row',
    version: 1,
    title: 'Product row',
    sentence: 'Products from a collection, the newest, the reduced or chosen ones; it follows the catalogue.',
    alsoCalled: ['featured products', 'best sellers', 'related products', 'recommendations'],
    fields: {
      title: text('Title', 'The heading over the row; leave empty for none.', { max: 120 }),
      source: source('Products', 'Where the products come from.'),
      limit: number('At most', 'How many products are shown.', { min: 1, max: 48, default: 4 }),
      ...CARD_FIELDS,
      action: text('Action', 'A link beside the heading; leave empty for none.', { max: 40 }),
      link: link('Leads to', 'Where that link leads.'),
    },
    caption: 'title',
    hasForms: 'some',
    says: CARD_WORDS,
    sketch: [
      { when: 'title', stack: [6, { draw: 'title', width: 340, height: 32 }, 32] },
      cardsSketch({ of: 'limit' }),
    ],
  },
  {
    needs: (values, page) => [need(values, page), ...actionNeeds(values, page)],
    view(values, view) {
      const products = view.data(need(values, view.page));
      if (products.length === 0) return view.standIn('Products show here as soon as there are some.');
      const { title, action } = values;
      const to = view.link(values.link);
      return html`${(title !== '' || action !== '') && html`<div class="row-head">${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}${action !== '' && to && html`<a ${to}${view.part('action')}>${action}</a>`}</div>`}
${cards(products, values, view, title === '' ? 'h2' : 'h3')}`;
    },
    css: css`
      ${CARDS_CSS}
      .row-head {
        display: flex;
        flex-wrap: wrap;
        align-items: baseline;
        justify-content: space-between;
        gap: 0.5em 2em;
        border-block-end: 1px solid var(--line);
        margin-block-end: var(--gap);
        padding-block-end: 0.6em;
      }
      .row-head h2 {
        margin: 0;
      }
    `,
  },
);
