/** What is seen in previews only, on paper, and where movement is welcome. */
import { css } from '../../css.js';

export const CONDITIONS = css`
  .stand-in {
    padding: 1em 1.25em;
    border: 1px dashed var(--line);
    color: var(--quiet);
  }
  .stand-in svg {
    display: block;
    inline-size: 100%;
    max-block-size: 16rem;
  }
  .stand-in rect {
    fill: currentcolor;
    opacity: 0.16;
  }
  .missing-kind {
    border: 2px dashed var(--accent);
    padding: 1rem 1.25rem;
    background: var(--background);
    color: var(--text);
    text-align: start;
  }
  @media print {
    .around-header,
    .around-top-line,
    form {
      display: none;
    }
  }
  @media (prefers-reduced-motion: no-preference) {
    a,
    .button {
      transition:
        color var(--motion),
        background-color var(--motion),
        border-color var(--motion);
    }
  }
`;
