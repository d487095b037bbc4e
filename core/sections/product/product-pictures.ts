/** The pictures of a product. */
import { choice } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { pictureTag } from '../../kinds/picture.js';
import { PRODUCT_PAGES, productOf } from './subject.js';

export const productPictures = defineKind(
  {
    name: 'product-pictures',
    version: 1,
    title: 'Product pictures',
    sentence: 'The pictures of the product: the first large, the others below or beside it.',
    alsoCalled: ['product images', 'product gallery'],
    fits: PRODUCT_PAGES,
    fields: {
      others: choice(
        'Other pictures',
        'Where the other pictures are.',
        { below: 'Below, two across', column: 'Below, one across', none: 'Not shown' },
        'below',
      ),
    },
    says: ['no-picture'],
    sketch: [
      { draw: 'picture', height: 1200 },
      {
        when: { of: 'others', is: 'below' },
        stack: [
          20,
          {
            gap: 20,
            beside: [
              { draw: 'picture', height: 590 },
              { draw: 'picture', height: 590 },
            ],
          },
        ],
      },
      { when: { of: 'others', is: 'column' }, stack: [20, { draw: 'picture', height: 1200 }] },
    ],
  },
  {
    view({ others }, view) {
      const product = productOf(view);
      const [first, ...rest] = product.pictures;
      if (!first) return html`<div class="pictures"><div class="pictures-none">${view.word('no-picture')}</div></div>`;
      const more =
        others === 'none'
          ? NOTHING
          : html`${rest.map((picture) => pictureTag(picture, '(min-width:48rem) 25vw, 50vw'))}`;
      return html`<div class="pictures pictures-${others}"${view.langOf(product)}>${pictureTag(first, '(min-width:48rem) 50vw, 100vw', true)}${more}</div>`;
    },
    css: css`
      .pictures {
        display: grid;
        gap: calc(var(--gap) / 2);
        grid-template-columns: 1fr 1fr;
      }
      .pictures > :first-child,
      .pictures-column > * {
        grid-column: 1/-1;
      }
      .pictures img {
        width: 100%;
        background: var(--soft);
      }
      .pictures-none {
        grid-column: 1/-1;
        aspect-ratio: 1;
        display: grid;
        place-items: center;
        background: var(--soft);
        color: var(--quiet);
      }
    `,
  },
);
