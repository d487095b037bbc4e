/** The groundwork Brasslamp: bold, dense, rounded, with a dark header. */
import { css } from '../css.js';
import { aroundOn } from './around.js';
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
    corner: 14,
    stroke: 2,
    textSize: 1,
    leading: 1.5,
    titleSpacing: -0.015,
    cardStyle: 'bordered',
    cardTitleSize: 1.0625,
  },
  around: aroundOn({ topLine: 'vivid', header: 'strong', footer: 'strong' }),
  starters: ['home-goods', 'collection-panel'],
  css: css`
    :root {
      /* A lamp and its light. */
      --drawing:
        radial-gradient(circle 5cqi at 74% 40%, var(--background) 99%, transparent),
        radial-gradient(circle 9cqi at 74% 40%, var(--vivid) 99%, transparent),
        repeating-conic-gradient(
          from 4deg at 74% 40%,
          color-mix(in srgb, var(--vivid) 22%, var(--strong)) 0 8deg,
          var(--strong) 8deg 16deg
        );
      --button-room: 0.75em 1.5em;
      --title-leading: 1.08;
      --space-small: 0.5rem;
      --space-medium: clamp(1rem, 2.5vw, 1.6rem);
      --space-large: clamp(1.75rem, 5vw, 3.25rem);
      --field-corner: var(--corner);
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
    .card {
      gap: 0.1rem;
    }
    .card-picture {
      margin-block-end: 0.6rem;
    }
    .card-title {
      line-height: 1.25;
    }
  `,
};
