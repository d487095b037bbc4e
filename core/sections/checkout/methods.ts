/** How delivery methods and to pay look: one below the other, each with its button in front. */
import { css } from '../../kinds/css.js';

export const METHODS_CSS = css`
  fieldset {
    border: 0;
    margin: 0;
    padding: 0;
    min-inline-size: 0;
  }
  legend {
    font: var(--title-weight) var(--section-title)/1.15 var(--title-font);
    padding: 0;
    margin-block-end: 0.75em;
  }
  .methods {
    list-style: none;
    margin: 0 0 0.75em;
    padding: 0;
    border: 1px solid var(--line);
    border-radius: min(var(--radius), var(--field-corner));
  }
  .methods li {
    display: flex;
    align-items: center;
    gap: 0.75em;
    padding-inline: 1em;
  }
  .methods li + li {
    border-block-start: 1px solid var(--line);
  }
  .methods input {
    inline-size: 1.15em;
    block-size: 1.15em;
    accent-color: var(--accent);
    flex: none;
  }
  .methods label {
    display: flex;
    justify-content: space-between;
    gap: 1em;
    flex: 1;
    padding-block: 0.8em;
    cursor: pointer;
  }
  .method-price {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  .delivery-method-gone {
    border-inline-start: 0.2em solid var(--accent);
    padding-inline-start: 0.9em;
  }
`;
