/** The page itself: its letters, headings, links and pictures, and what only those who use the keyboard see. */
import { css } from '../../css.js';

export const PAGE = css`
  *,
  *::before,
  *::after {
    box-sizing: border-box;
  }
  html {
    -webkit-text-size-adjust: 100%;
    text-size-adjust: 100%;
  }
  body {
    display: flex;
    flex-direction: column;
    min-block-size: 100vh;
    margin: 0;
    background: var(--background);
    color: var(--text);
    font: 400 var(--text-size)/var(--leading) var(--text-font);
    overflow-wrap: anywhere;
  }
  main {
    flex: 1 0 auto;
  }
  h1,
  h2,
  h3,
  h4 {
    margin: 0 0 0.5em;
    color: var(--title, inherit);
    font-family: var(--title-font);
    font-weight: var(--title-weight);
    line-height: var(--title-leading);
    letter-spacing: var(--title-spacing);
    text-transform: var(--title-case);
    text-wrap: balance;
  }
  h1 {
    font-size: clamp(
      2rem,
      5vw + 0.9rem,
      calc(1.05rem * var(--scale) * var(--scale) * var(--scale) * var(--scale))
    );
  }
  :root {
    --section-title: clamp(1.5rem, 4vw + 0.6rem, calc(1rem * var(--scale) * var(--scale) * var(--scale)));
  }
  h2 {
    font-size: var(--section-title);
  }
  h3 {
    font-size: calc(1rem * var(--scale));
  }
  p,
  ul,
  ol,
  blockquote {
    margin: 0 0 1em;
  }
  :is(p, ul, ol, h2, h3):last-child {
    margin-bottom: 0;
  }
  a {
    color: inherit;
  }
  a:hover {
    color: var(--hover);
  }
  .prose a,
  p > a:not([class]) {
    color: var(--link, inherit);
    text-decoration-line: var(--underline);
  }
  nav a[aria-current] {
    color: var(--current, inherit);
  }
  :is(.prose a, p > a:not([class])):hover {
    color: var(--hover);
    text-decoration-line: underline;
  }
  label,
  legend {
    color: var(--label, inherit);
    text-transform: var(--label-case);
  }
  th {
    color: var(--table-head, var(--quiet));
    font-weight: 600;
    text-align: start;
    text-transform: var(--table-head-case);
  }
  img {
    max-width: 100%;
    height: auto;
    display: block;
  }
  :focus-visible {
    outline: 2px solid var(--accent);
    outline-offset: 3px;
  }
  .skip {
    position: absolute;
    inset-inline-start: -999px;
  }
  .skip:focus {
    inset-inline-start: 1rem;
    inset-block-start: 1rem;
    background: var(--background);
    padding: 0.5rem 1rem;
    z-index: 9;
  }
`;
