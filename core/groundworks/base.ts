/**
 * What every groundwork has: how a page is laid out, its frames, areas, tones and devices, and where cards and forms
 * take their measures from. How it looks is the groundwork’s.
 */
import { css } from '../kinds/css.js';

export const BASE = css`
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
  .frame {
    background: var(--background);
    color: var(--text);
    container-type: inline-size;
  }
  .frame-in {
    width: min(100% - 2 * var(--margin), var(--widest));
    margin-inline: auto;
  }
  .w-reading > .frame-in,
  .content-reading .w-page > .frame-in {
    width: min(100% - 2 * var(--margin), 44rem);
  }
  .w-broad > .frame-in,
  .content-broad .w-page > .frame-in {
    width: min(100% - 2 * var(--margin), calc(var(--widest) * 1.2));
  }
  .w-edge > .frame-in,
  .content-edge .w-page > .frame-in {
    width: 100%;
  }
  .frame .frame > .frame-in {
    width: 100%;
  }
  .space-small > .frame-in {
    padding-block: calc(var(--space-small) * var(--room));
  }
  .space-medium > .frame-in {
    padding-block: calc(var(--space-medium) * var(--room));
  }
  .space-large > .frame-in {
    padding-block: calc(var(--space-large) * var(--room));
  }
  .frame .frame.space-medium > .frame-in {
    padding-block: 0.6rem;
  }
  @media (max-width: 1023px) {
    .t-space-none > .frame-in {
      padding-block: 0;
    }
    .t-space-small > .frame-in {
      padding-block: calc(var(--space-small) * var(--room));
    }
    .t-space-medium > .frame-in {
      padding-block: calc(var(--space-medium) * var(--room));
    }
    .t-space-large > .frame-in {
      padding-block: calc(var(--space-large) * var(--room));
    }
    .t-align-start {
      text-align: start;
    }
    .t-align-centre {
      text-align: center;
    }
    .t-align-end {
      text-align: end;
    }
  }
  @media (max-width: 599px) {
    .p-space-none > .frame-in {
      padding-block: 0;
    }
    .p-space-small > .frame-in {
      padding-block: calc(var(--space-small) * var(--room));
    }
    .p-space-medium > .frame-in {
      padding-block: calc(var(--space-medium) * var(--room));
    }
    .p-space-large > .frame-in {
      padding-block: calc(var(--space-large) * var(--room));
    }
    .p-align-start {
      text-align: start;
    }
    .p-align-centre {
      text-align: center;
    }
    .p-align-end {
      text-align: end;
    }
    .hide-phone {
      display: none;
    }
  }
  @media (min-width: 600px) and (max-width: 1023px) {
    .hide-tablet {
      display: none;
    }
  }
  @media (min-width: 1024px) {
    .hide-desktop {
      display: none;
    }
    .areas {
      display: grid;
      align-items: start;
      max-inline-size: calc(var(--widest) + 2 * var(--margin));
      margin-inline: auto;
    }
    .areas-end {
      grid-template-columns: minmax(0, 1fr) 20rem;
    }
    .areas-start {
      grid-template-columns: 20rem minmax(0, 1fr);
    }
    .areas-start .area-side {
      order: -1;
    }
    .areas-two {
      grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
    }
  }
  .content-boxed {
    max-width: calc(var(--widest) + 5rem);
    margin: clamp(0rem, 3vw, 2.5rem) auto;
    border: 1px solid var(--line);
  }
  .tone-soft {
    --background: var(--soft);
  }
  .tone-strong {
    --background: var(--strong);
    --ink: var(--on-strong);
  }
  .tone-vivid {
    --background: var(--vivid);
    --ink: var(--on-vivid);
  }
  .tone-own {
    --background: var(--own);
    --ink: var(--on-own);
  }
  /* Here every text has the one colour that can be read; what parts have of their own does not count. */
  :is(.tone-strong, .tone-vivid, .tone-own) {
    --text: var(--ink);
    --quiet: var(--ink);
    --hover: var(--ink);
    --line: color-mix(in srgb, var(--ink) 30%, transparent);
    --title: initial;
    --link: initial;
    --price: initial;
    --reduced: initial;
    --label: initial;
    --table-head: initial;
    --field: initial;
    --field-border: initial;
  }
  .back {
    position: relative;
    isolation: isolate;
  }
  .back-gradient::before,
  .frame-back {
    position: absolute;
    inset: 0;
    z-index: -1;
    overflow: hidden;
    opacity: var(--strength, 100%);
  }
  .back-gradient::before {
    content: '';
    background: var(--gradient);
  }
  .frame .frame-back img {
    inline-size: 100%;
    block-size: 100%;
    border-radius: 0;
    object-fit: cover;
    object-position: var(--back-focus, 50% 50%);
  }
  @supports (animation-timeline: view()) {
    @media (prefers-reduced-motion: no-preference) {
      .frame.back-slow .frame-back img {
        block-size: 130%;
        animation: slower linear both;
        animation-timeline: view();
      }
      @keyframes slower {
        from {
          transform: translateY(-23%);
        }
        to {
          transform: none;
        }
      }
    }
  }
  .frame .frame.tone-plain {
    background: none;
  }
  .align-centre {
    text-align: center;
  }
  .align-end {
    text-align: end;
  }
  .prose {
    max-width: 68ch;
  }
  .prose :is(h2, h3, h4):not(:first-child) {
    margin-block-start: 1.3em;
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
  .cards {
    display: grid;
    gap: calc(var(--gap) * 1.3) var(--gap);
    grid-template-columns: repeat(2, minmax(0, 1fr));
    list-style: none;
    margin: 0;
    padding: 0;
    text-align: start;
  }
  @container (min-width:44rem) {
    .cards {
      grid-template-columns: repeat(3, minmax(0, 1fr));
    }
  }
  @container (min-width:60rem) {
    .cards {
      grid-template-columns: repeat(var(--across, 4), minmax(0, 1fr));
    }
  }
  .card-picture img {
    width: 100%;
    height: 100%;
    object-fit: cover;
  }
  .card {
    position: relative;
    display: flex;
    flex-direction: column;
    border: var(--card-stroke) solid var(--line);
    border-radius: var(--corner);
    background: var(--card-ground);
    box-shadow: var(--card-shadow);
    padding-block-end: var(--card-inset);
    text-align: var(--card-align);
  }
  .card > :not(.card-picture) {
    margin-inline: var(--card-inset);
  }
  .card:hover {
    border-color: var(--text);
  }
  .frame:not(.w-edge) img {
    border-radius: var(--corner);
  }
  .card .card-picture img {
    border-radius: 0;
  }
  .card-picture {
    aspect-ratio: var(--ratio);
    border-radius: var(--card-picture-corners);
    background: var(--soft);
    overflow: hidden;
  }
  .card-title {
    margin-block: 0;
    font-size: var(--card-title-size);
    overflow-wrap: anywhere;
  }
  .card-title a {
    text-decoration: none;
  }
  .card:hover .card-title {
    color: var(--hover);
  }
  .card-title a::after {
    content: '';
    position: absolute;
    inset: 0;
  }
  .quiet,
  .card-brand {
    color: var(--quiet);
    font-size: 0.9375rem;
  }
  .amount.was {
    color: var(--quiet);
    font-weight: 400;
    margin-inline-start: 0.5em;
  }
  .amount {
    color: var(--price, inherit);
    font-family: var(--price-font);
    font-variant-numeric: tabular-nums;
    font-weight: var(--price-weight);
  }
  .amount-reduced {
    color: var(--reduced, var(--accent));
  }
  :is(.tone-strong, .tone-vivid, .tone-own) :is(.amount-reduced, .was) {
    color: inherit;
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
