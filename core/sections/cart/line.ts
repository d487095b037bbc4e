/** Parts that the sections of cart, checkout and thank-you page share. */
import { css } from '../../kinds/css.js';
import type { OrderLine } from '../../commerce/order.js';
import type { Totals } from '../../commerce/pricing.js';
import { html, type Markup } from '../../kinds/html.js';
import type { View } from '../../kinds/view.js';

/** What is bought, as people call it: with the chosen options. */
export const lineName = ({ title, options }: Pick<OrderLine, 'title' | 'options'>): string =>
  options === '' ? title : `${title}, ${options}`;

/** Sums below each other. */
export function sums({ subtotal, delivery, total }: Totals, view: View): Markup {
  return html`<dl class="sums"><div><dt>${view.word('subtotal')}</dt><dd>${view.money(subtotal)}</dd></div><div><dt>${view.word('delivery')}</dt><dd>${delivery === null ? view.word('delivery-later') : view.money(delivery)}</dd></div><div class="sums-total"><dt>${view.word('total')}</dt><dd>${view.money(total)}</dd></div></dl>`;
}

export const SUMS_CSS = css`
  .sums {
    margin: 0;
  }
  .sums > div {
    display: flex;
    justify-content: space-between;
    gap: 1em;
    padding-block: 0.3em;
  }
  .sums dd {
    margin: 0;
    text-align: end;
    font-variant-numeric: tabular-nums;
  }
  .sums-total {
    margin-block-start: 0.4em;
    border-block-start: 1px solid var(--line);
    font-weight: 600;
    font-size: 1.125em;
  }
`;

/** What was, or is about to be, ordered: one row for each line. */
export const boughtLines = (lines: readonly OrderLine[], view: View): Markup =>
  html`<ul class="bought">${lines.map((line) => html`<li><span class="bought-name"${view.langOf(line, 'title')}>${line.quantity} × ${lineName(line)}</span><span class="bought-sum">${view.money(line.total)}</span></li>`)}</ul>`;

export const BOUGHT_CSS = css`
  .bought {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .bought li {
    display: flex;
    justify-content: space-between;
    gap: 1em;
    padding-block: 0.45em;
    border-block-end: 1px solid var(--line);
  }
  .bought-name {
    color: var(--title, inherit);
  }
  .bought-sum {
    white-space: nowrap;
    font-variant-numeric: tabular-nums;
  }
`;
