/** What can be paid with, as drawn marks. */
import { text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { keysOf } from '../../sure.js';

/** Drawings of payment methods in a field of 40 by 26: generic ones, nobody's mark. */
const MARKS = {
  card: '<rect x="6" y="5" width="28" height="16" rx="2"/><path d="M6 10h28M10 17h7"/>',
  transfer: '<path d="M8 11l12-6 12 6zM10 20h20M12.5 11v7M20 11v7M27.5 11v7"/>',
  collection: '<path d="M11 9h18v11H11zM11 9l3-4h12l3 4M20 5v8"/>',
  invoice: '<path d="M13 4h10l5 5v13H13zM23 4v5h5M16.5 13h8M16.5 17h8"/>',
  voucher: '<path d="M7 7h26v4a2.5 2.5 0 0 0 0 5v4H7v-4a2.5 2.5 0 0 0 0-5zM24 7v13"/>',
} as const;

const shown = (label: string, own = false) =>
  toggle(label, `Shows that ${label.toLowerCase()} is possible.`, { default: own });

export const paymentLogos = defineKind(
  {
    name: 'payment-logos',
    version: 1,
    title: 'Payment logos',
    sentence: 'Small drawings of the payment methods, so that shoppers know before they choose.',
    alsoCalled: ['card icons', 'trust badges'],
    fields: {
      title: text('Title', 'The words before the logos; leave empty for none.', { max: 80 }),
      card: shown('Payment by card'),
      transfer: shown('Bank transfer', true),
      collection: shown('Payment on collection'),
      invoice: shown('Payment by invoice'),
      voucher: shown('Payment by voucher'),
    },
    caption: 'title',
    says: ['pay-card', 'pay-transfer', 'pay-collection', 'pay-invoice', 'pay-voucher'],
    sketch: [6, { grid: [{ draw: 'box', height: 40 }], across: 12, count: 3, rows: 1 }, 6],
  },
  {
    view(values, view) {
      const marks = keysOf(MARKS).filter((mark) => values[mark]);
      if (marks.length === 0) return view.standIn('Signs show here once some are switched on.');
      const { title } = values;
      return html`<div class="marks">${title !== '' && html`<p class="marks-title"${view.part('title')}>${title}</p>`}<ul>${marks.map((mark) => html`<li><svg viewBox="0 0 40 26" role="img" aria-label="${view.word(`pay-${mark}`)}">${raw(MARKS[mark])}</svg></li>`)}</ul></div>`;
    },
    css: css`
      .marks {
        display: flex;
        flex-wrap: wrap;
        align-items: center;
        gap: 0.5em 1em;
      }
      &.align-centre .marks {
        justify-content: center;
      }
      &.align-end .marks {
        justify-content: end;
      }
      .marks-title {
        margin: 0;
        font-size: 0.9375em;
      }
      ul {
        display: flex;
        flex-wrap: wrap;
        gap: 0.5em;
        margin: 0;
        padding: 0;
        list-style: none;
      }
      li {
        display: block;
      }
      svg {
        display: block;
        width: 3.1em;
        height: 2em;
        border: 1px solid var(--line);
        border-radius: 0.3em;
        fill: none;
        stroke: currentcolor;
        stroke-width: 1.5;
        stroke-linejoin: round;
      }
    `,
  },
);
