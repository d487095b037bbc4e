/** The groundwork Foolscap: airy, serif titles, hairlines, square pictures. */
import { css } from '../css.js';
import { aroundOn } from './around.js';
import type { Groundwork } from './groundwork.js';

export const FOOLSCAP: Groundwork = {
  code: 'foolscap',
  name: 'Foolscap',
  sentence: 'Airy, like a well-printed page: serif titles, hairlines, square pictures and much room.',
  defaults: {},
  around: aroundOn({ topLine: 'soft', footer: 'soft' }),
  starters: [],
  css: css`
    :root {
      /* Ruled paper, two hills and a sun. */
      --drawing:
        radial-gradient(ellipse 46% 62% at 92% 112%, var(--strong) 99.6%, transparent),
        radial-gradient(
          ellipse 58% 44% at 52% 114%,
          color-mix(in srgb, var(--strong) 55%, var(--soft)) 99.6%,
          transparent
        ),
        radial-gradient(circle 6.5cqi at 72% 30%, var(--accent) 99%, transparent),
        repeating-linear-gradient(transparent 0 2.6rem, var(--line) 2.6rem calc(2.6rem + 1px));
      --button-room: 0.85em 1.6em;
      --field-corner: 12px;
      --title-leading: 1.15;
      --space-small: 0.75rem;
      --space-medium: clamp(1.25rem, 3vw, 2.25rem);
      --space-large: clamp(2.5rem, 7vw, 5rem);
    }
    a {
      text-underline-offset: 0.2em;
      text-decoration-thickness: 1px;
    }
    .prose blockquote {
      border-inline-start: 2px solid var(--accent);
      margin-inline: 0;
      padding-inline-start: 1.2em;
      font-family: var(--title-font);
      font-size: 1.2em;
    }
    .around-header {
      border-block-end: 1px solid var(--line);
    }
    .card {
      gap: 0.15rem;
    }
    .card-picture {
      margin-block-end: 0.7rem;
    }
    .card-title {
      line-height: 1.3;
    }
  `,
};
