/** Formatted text in columns: its break marks say where one ends. */
import { toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import type { View } from '../../kinds/view.js';

export const columnsField = toggle(
  'In columns',
  'Each break mark in the text starts a new column; on phones they are below each other.',
);

/**
 * A text on one measure, or in columns that share the width of the section.
 * @param parts as break marks split the text, clean
 * @param size a class for all of it, besides that of formatted text
 */
export function proseOf(parts: readonly string[], columns: boolean, view: Pick<View, 'prose'>, size = ''): Markup {
  const classes = `prose${size && ` ${size}`}`;
  const text = (one: string): Markup => html`<div class="${classes}">${view.prose(one)}</div>`;
  return columns ? html`<div class="text-columns">${parts.map(text)}</div>` : text(parts.join(''));
}

export const TEXT_COLUMNS_CSS = css`
  .text-columns {
    display: grid;
    grid-auto-columns: minmax(0, 1fr);
    grid-auto-flow: column;
    gap: 1em 2.5em;
  }
  @media (max-width: 599px) {
    .text-columns {
      grid-auto-flow: row;
    }
  }
`;
