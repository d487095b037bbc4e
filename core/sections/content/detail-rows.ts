/** Rows of a label and a value, which a template takes from each of its pages. */
import { entries, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const detailRows = defineKind(
  {
    name: 'detail-rows',
    version: 1,
    title: 'Detail rows',
    sentence: 'Rows of a label and a value, such as an attribute of the page; rows without a value are left out.',
    alsoCalled: ['specifications', 'table', 'facts'],
    fields: {
      title: text('Title', 'The heading over the rows; leave empty for none.', { max: 120 }),
      rows: entries(
        'Rows',
        'What is told, in its order.',
        'row',
        {
          label: text('Label', 'What the row is about.', { max: 60, required: true }),
          value: text('Value', 'What is so; taken from the page, it differs from page to page.', { max: 200 }),
        },
        { max: 40 },
      ),
    },
    caption: 'title',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 240, height: 24 }, 16] },
      { across: 1, count: 3, rows: 3, grid: [{ draw: 'text', width: 460, height: 12 }, 14] },
    ],
  },
  {
    view({ title, rows }, view) {
      const filled = rows.filter(({ value }) => value !== '');
      if (filled.length === 0) return view.standIn('Rows show here once they are added.');
      const lines = filled.map(
        (row) =>
          html`<div class="detail"><dt${view.part('label', row)}>${row.label}</dt><dd${view.part('value', row)}>${row.value}</dd></div>`,
      );
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<dl class="detail-rows">${lines}</dl>`;
    },
    css: css`
      .detail-rows {
        margin: 0;
      }
      .detail {
        display: grid;
        grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
        gap: 1em;
        padding-block: 0.5em;
        border-block-end: 1px solid var(--line);
      }
      dt {
        color: var(--quiet);
      }
      dd {
        margin: 0;
      }
    `,
  },
);
