/** Formatted text, actions and form fields. */
import { css } from '../../css.js';

export const CONTROLS = css`
  .prose {
    max-width: 68ch;
  }
  .prose :is(h2, h3, h4):not(:first-child) {
    margin-block-start: 1.3em;
  }
  /* A text goes past a picture only where there is room for both. */
  .text-picture {
    margin: 1.25em 0;
  }
  .text-picture img {
    display: block;
    max-width: 100%;
    height: auto;
  }
  .text-picture figcaption {
    margin-block-start: 0.4em;
    color: var(--quiet);
    font-size: 0.875em;
  }
  .text-picture-full img {
    width: 100%;
  }
  @media (min-width: 600px) {
    .text-picture-half {
      width: 50%;
    }
    .text-picture-third {
      width: 34%;
    }
    .text-picture-at-start {
      float: inline-start;
      margin: 0.3em 1.5em 0.75em 0;
    }
    .text-picture-at-end {
      float: inline-end;
      margin: 0.3em 0 0.75em 1.5em;
    }
    .text-picture-at-none:not(.text-picture-full) {
      margin-inline: auto;
    }
  }
  .prose::after {
    content: '';
    display: block;
    clear: both;
  }
  .prose table {
    inline-size: 100%;
    margin-block-end: 1.3em;
    border-collapse: collapse;
  }
  .prose :is(th, td) {
    border-block-end: 1px solid var(--line);
    padding: 0.55em 1em 0.55em 0;
    text-align: start;
    vertical-align: top;
  }
  .prose :is(th, td) > p {
    margin: 0;
  }
  .align-centre .prose {
    margin-inline: auto;
  }
  .button {
    display: inline-block;
    border: var(--stroke) solid var(--button-border);
    border-radius: var(--radius);
    background: var(--button-ground);
    color: var(--on-button);
    font: 600 var(--button-size)/1.2 var(--text-font);
    padding: var(--button-room);
    text-decoration: none;
    text-transform: var(--button-case);
    cursor: pointer;
  }
  .button:hover {
    border-color: var(--button-hover);
    background: var(--button-hover);
    color: var(--on-button-hover);
  }
  .button[disabled] {
    background: none;
    border-color: var(--line);
    color: var(--quiet);
    cursor: not-allowed;
  }
  .button-quiet {
    border: var(--stroke) solid var(--line);
    border-radius: var(--radius);
    background: none;
    color: inherit;
    font: inherit;
    font-size: 0.9375rem;
    padding: 0.3em 1em;
    text-transform: var(--button-case);
    cursor: pointer;
  }
  .button-quiet:hover {
    border-color: var(--text);
  }
  select,
  textarea,
  input {
    border: var(--stroke) solid var(--field-border, var(--quiet));
    border-radius: min(var(--radius), var(--field-corner));
    background: var(--field, var(--background));
    color: var(--text);
    font: inherit;
    padding: 0 0.7em;
    block-size: 2.9rem;
    max-inline-size: 100%;
  }
  textarea {
    block-size: auto;
    padding-block: 0.6em;
  }
  .hidden-words {
    position: absolute;
    margin: -1px;
    inline-size: 1px;
    block-size: 1px;
    overflow: hidden;
    clip-path: inset(50%);
    white-space: nowrap;
  }
  /* From the first paint on: what goes when a script arrives would move all below it. */
  @media (scripting: enabled) {
    [data-without-script] {
      display: none;
    }
  }
  .form-refused {
    border-inline-start: 3px solid var(--accent);
    padding: 0.35rem 0 0.35rem 0.9rem;
    margin-block: 0 1rem;
  }
  .field-error {
    color: var(--accent);
    font-size: 0.9375rem;
    margin: 0;
  }
  :is(.tone-strong, .tone-vivid, .tone-own) .field-error {
    color: inherit;
  }
`;
