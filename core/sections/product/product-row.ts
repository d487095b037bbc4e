/** Products from a source, as cards. */
import type { ProductSource } from '../../fields/field.js';
import { choice, link, number, source, text } from '../../fields/make.js';
import { deviceClasses } from '../../kinds/devices.js';
import { html, NOTHING } from '../../kinds/html.js';
import { mark } from '../../kinds/sketch.js';
import { PICTURE_RATIOS, PICTURE_SHAPES } from '../../look/settings.js';
import { defineKind } from '../../kinds/kind.js';
import { card } from './card.js';

const need = (values: { source: ProductSource; limit: number }) =>
  ({ type: 'products', source: values.source, limit: values.limit }) as const;

const SIZES = '(min-width:60rem) 25vw, (min-width:44rem) 33vw, 50vw';

const CUTS = Object.entries(PICTURE_RATIOS)
  .map(([shape, ratio]) => `.cut-${shape}{--ratio:${ratio}}`)
  .join('');

export const productRow = defineKind({
  name: 'product-row',
  version: 1,
  title: 'Product row',
  sentence: 'Products from a collection, the newest, the reduced or chosen ones; it follows the catalogue.',
  fields: {
    title: text('Title', 'The heading over the row; leave empty for none.', { max: 120 }),
    source: source('Products', 'Where the products come from.'),
    limit: number('At most', 'How many products are shown.', { min: 1, max: 48, default: 4 }),
    across: choice(
      'Across',
      'How many are side by side; phones show one or two.',
      { '1': 'One', '2': 'Two', '3': 'Three', '4': 'Four', '5': 'Five' },
      '4',
      { perDevice: true },
    ),
    pictures: choice(
      'Pictures',
      'The shape the pictures are cut to; “as in the look” follows the store’s look.',
      { look: 'As in the look', ...PICTURE_SHAPES },
      'look',
      { follows: 'pictureRatio' },
    ),
    action: text('Action', 'A link beside the heading; leave empty for none.', { max: 40 }),
    link: link('Leads to', 'Where that link leads.'),
  },
  needs: (values) => [need(values)],
  view(values, view) {
    const products = view.products(need(values));
    if (products.length === 0) return NOTHING;
    const { title, action, across, pictures } = values;
    const to = view.link(values.link);
    return html`${(title !== '' || action !== '') && html`<div class="row-head">${title !== '' && html`<h2>${title}</h2>`}${action !== '' && to && html`<a ${to}>${action}</a>`}</div>`}
<ul class="cards ${deviceClasses('across', across)}${pictures !== 'look' && ` cut-${pictures}`}">${products.map((product) => card(product, view, SIZES, title === '' ? 'h2' : 'h3'))}</ul>`;
  },
  css: `${CUTS}.row-head{display:flex;flex-wrap:wrap;align-items:baseline;justify-content:space-between;gap:.5rem 2rem;border-block-end:1px solid var(--line);margin-block-end:var(--gap);padding-block-end:.6rem}.row-head h2{margin:0}.across-1{--across:1}.across-2{--across:2}.across-3{--across:3}.across-5{--across:5}@media (max-width:1023px){.t-across-1{grid-template-columns:1fr}.t-across-2{grid-template-columns:repeat(2,minmax(0,1fr))}.t-across-3{grid-template-columns:repeat(3,minmax(0,1fr))}.t-across-4{grid-template-columns:repeat(4,minmax(0,1fr))}.t-across-5{grid-template-columns:repeat(5,minmax(0,1fr))}}@media (max-width:599px){.p-across-1{grid-template-columns:1fr}.p-across-2{grid-template-columns:repeat(2,minmax(0,1fr))}.p-across-3{grid-template-columns:repeat(3,minmax(0,1fr))}.p-across-4{grid-template-columns:repeat(4,minmax(0,1fr))}.p-across-5{grid-template-columns:repeat(5,minmax(0,1fr))}}`,
  sketch({ title, limit, across }) {
    const count = Number(across.desktop);
    const width = (1200 - (count - 1) * 28) / count;
    const rows = Math.min(3, Math.ceil(limit / count));
    const top = title ? 70 : 0;
    const cell = width + 84;
    const marks = Array.from({ length: Math.min(limit, rows * count) }, (_, i) => {
      const x = (i % count) * (width + 28);
      const y = top + Math.floor(i / count) * cell;
      return [
        mark('picture', x, y, width, width),
        mark('text', x, y + width + 16, width * 0.7, 12),
        mark('text', x, y + width + 42, width * 0.35, 10),
      ];
    }).flat();
    return {
      height: top + rows * cell,
      marks: [...(title ? [mark('title', 0, 6, 340, 32)] : []), ...marks],
      caption: title,
    };
  },
});
