/** Cards of products and pages, and prices. */
import { css } from '../../css.js';

export const CARDS = css`
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
    font-size: 0.88em;
  }
  .amount.was {
    color: var(--quiet);
    font-weight: 400;
  }
  .amount {
    color: var(--price, inherit);
    font-family: var(--price-font);
    font-variant-numeric: tabular-nums;
    font-weight: var(--price-weight);
    white-space: nowrap;
  }
  .amount-reduced {
    margin-inline-end: 0.25em;
    color: var(--reduced, var(--accent));
  }
  :is(.tone-strong, .tone-vivid, .tone-own) :is(.amount-reduced, .was) {
    color: inherit;
  }
`;
