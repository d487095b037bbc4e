/** The groundwork Brasslamp: bold, dense, rounded, with a dark header. */
import { starterSection } from '../design/starters.js';
import { css } from '../kinds/css.js';
import type { Groundwork } from './groundwork.js';

export const BRASSLAMP: Groundwork = {
  code: 'brasslamp',
  name: 'Brasslamp',
  sentence: 'Bold and close-set, like a lit window: strong titles, round corners, boxed cards, a dark header.',
  defaults: {
    widest: 1320,
    gap: 1.25,
    titleFont: 'archivo',
    textFont: 'figtree',
    scale: 1.24,
    backgroundColour: '#ffffff',
    textColour: '#1c1f1e',
    quietColour: '#565d5a',
    lineColour: '#d7dbd6',
    accentColour: '#0e6a4c',
    softColour: '#f1f3ec',
    strongColour: '#12241f',
    vividColour: '#f2b632',
    buttonShape: 'round',
    pictureRatio: 'landscape',
  },
  around: {
    'top-line': [starterSection('top-cart', 'cart-badge', {}, { space: 'none', align: 'end', tone: 'vivid' })],
    header: [starterSection('header-bar', 'menu-bar', {}, { space: 'small', tone: 'strong' })],
    footer: [starterSection('footer-legal', 'legal-line', {}, { tone: 'strong' })],
  },
  starters: ['home-goods', 'collection-panel'],
  css: css`
    :root {
      --stroke: 2px;
      --button-room: 0.75em 1.5em;
      --text-size: 1rem;
      --leading: 1.5;
      --title-leading: 1.08;
      --space-small: 0.5rem;
      --space-medium: clamp(1rem, 2.5vw, 1.6rem);
      --space-large: clamp(1.75rem, 5vw, 3.25rem);
      --corner: 14px;
      --field-corner: var(--corner);
    }
    h1,
    h2,
    h3,
    h4 {
      letter-spacing: -0.015em;
    }
    a {
      text-underline-offset: 0.15em;
      text-decoration-thickness: 2px;
    }
    .prose blockquote {
      border-radius: var(--corner);
      background: var(--soft);
      color: inherit;
      margin-inline: 0;
      padding: 1em 1.2em;
      font-weight: 600;
    }
    .frame:not(.w-edge) img {
      border-radius: var(--corner);
    }
    .card {
      gap: 0.1rem;
      border: 2px solid var(--line);
      border-radius: var(--corner);
      padding-block-end: 0.8rem;
      overflow: hidden;
    }
    .card:hover {
      border-color: var(--text);
    }
    .card > :not(.card-picture) {
      margin-inline: 0.9rem;
    }
    .card-picture {
      margin-block-end: 0.6rem;
    }
    .card .card-picture img {
      border-radius: 0;
    }
    .card-title {
      font-size: 1.0625rem;
      line-height: 1.25;
    }
  `,
};
