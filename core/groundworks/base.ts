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
    font-family: var(--title-font);
    font-weight: var(--title-weight);
    line-height: var(--title-leading);
    text-wrap: balance;
  }
  h1 {
    font-size: clamp(
      2rem,
      5vw + 0.9rem,
      calc(1.05rem * var(--scale) * var(--scale) * var(--scale) * var(--scale))
    );
  }
  h2 {
    font-size: clamp(1.5rem, 4vw + 0.6rem, calc(1rem * var(--scale) * var(--scale) * var(--scale)));
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
    width: min(100% - 2.5rem, var(--widest));
    margin-inline: auto;
  }
  .w-reading > .frame-in,
  .content-reading .w-page > .frame-in {
    width: min(100% - 2.5rem, 44rem);
  }
  .w-broad > .frame-in,
  .content-broad .w-page > .frame-in {
    width: min(100% - 2.5rem, calc(var(--widest) * 1.2));
  }
  .w-edge > .frame-in,
  .content-edge .w-page > .frame-in {
    width: 100%;
  }
  .frame .frame > .frame-in {
    width: 100%;
  }
  .space-small > .frame-in {
    padding-block: var(--space-small);
  }
  .space-medium > .frame-in {
    padding-block: var(--space-medium);
  }
  .space-large > .frame-in {
    padding-block: var(--space-large);
  }
  .frame .frame.space-medium > .frame-in {
    padding-block: 0.6rem;
  }
  @media (max-width: 1023px) {
    .t-space-none > .frame-in {
      padding-block: 0;
    }
    .t-space-small > .frame-in {
      padding-block: var(--space-small);
    }
    .t-space-medium > .frame-in {
      padding-block: var(--space-medium);
    }
    .t-space-large > .frame-in {
      padding-block: var(--space-large);
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
      padding-block: var(--space-small);
    }
    .p-space-medium > .frame-in {
      padding-block: var(--space-medium);
    }
    .p-space-large > .frame-in {
      padding-block: var(--space-large);
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
      max-inline-size: calc(var(--widest) + 2.5rem);
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
    --text: var(--on-strong);
    --quiet: var(--on-strong);
    --hover: var(--on-strong);
    --line: color-mix(in srgb, var(--on-strong) 30%, transparent);
  }
  .tone-vivid {
    --background: var(--vivid);
    --text: var(--on-vivid);
    --quiet: var(--on-vivid);
    --hover: var(--on-vivid);
    --line: color-mix(in srgb, var(--on-vivid) 30%, transparent);
  }
  .tone-own {
    --background: var(--own);
    --text: var(--on-own);
    --quiet: var(--on-own);
    --hover: var(--on-own);
    --line: color-mix(in srgb, var(--on-own) 30%, transparent);
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
  .align-centre .prose {
    margin-inline: auto;
  }
  .button {
    display: inline-block;
    border: var(--stroke) solid var(--accent);
    border-radius: var(--radius);
    background: var(--accent);
    color: var(--on-accent);
    font: 600 1rem/1.2 var(--text-font);
    padding: var(--button-room);
    text-decoration: none;
    cursor: pointer;
  }
  .button:hover {
    background: color-mix(in srgb, var(--accent) 84%, #000);
    color: var(--on-accent);
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
    cursor: pointer;
  }
  .button-quiet:hover {
    border-color: var(--text);
  }
  select,
  input {
    border: var(--stroke) solid var(--quiet);
    border-radius: min(var(--radius), var(--field-corner));
    background: var(--background);
    color: var(--text);
    font: inherit;
    padding: 0 0.7em;
    block-size: 2.9rem;
    max-inline-size: 100%;
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
  .with-script [data-without-script] {
    display: none;
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
  }
  .card-picture {
    aspect-ratio: var(--ratio);
    background: var(--soft);
    overflow: hidden;
  }
  .card-title {
    margin: 0;
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
  .was {
    color: var(--quiet);
    font-weight: 400;
    margin-inline-start: 0.5em;
  }
  .amount {
    font-variant-numeric: tabular-nums;
    font-weight: 600;
  }
  .amount-reduced {
    color: var(--accent);
  }
  .tone-strong .amount-reduced,
  .tone-vivid .amount-reduced,
  .tone-own .amount-reduced {
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
        color 0.15s,
        background-color 0.15s;
    }
  }
`;
