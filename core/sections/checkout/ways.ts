/** How ways to deliver and to pay look: one below the other, each with its button in front. */
import { css } from '../../kinds/css.js';

export const WAYS_CSS = css`
  fieldset {
    border: 0;
    margin: 0;
    padding: 0;
    min-inline-size: 0;
  }
  legend {
    font: var(--title-weight) clamp(1.5rem, 4vw, 1.75rem)/1.15 var(--title-font);
    padding: 0;
    margin-block-end: 0.75rem;
  }
  .ways {
    list-style: none;
    margin: 0 0 0.75rem;
    padding: 0;
    border: 1px solid var(--line);
    border-radius: min(var(--radius), var(--field-corner));
  }
  .ways li {
    display: flex;
    align-items: center;
    gap: 0.75rem;
    padding-inline: 1rem;
  }
  .ways li + li {
    border-block-start: 1px solid var(--line);
  }
  .ways input {
    inline-size: 1.15rem;
    block-size: 1.15rem;
    accent-color: var(--accent);
    flex: none;
  }
  .ways label {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    flex: 1;
    padding-block: 0.8rem;
    cursor: pointer;
  }
  .way-price {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  .way-gone {
    border-inline-start: 3px solid var(--accent);
    padding-inline-start: 0.9rem;
  }
`;
