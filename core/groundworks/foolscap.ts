/** The groundwork Foolscap: airy, serif titles, hairlines, square pictures. */
import { starterSection } from '../starters/starters.js';
import { css } from '../css.js';
import type { Groundwork } from './groundwork.js';

export const FOOLSCAP: Groundwork = {
  code: 'foolscap',
  name: 'Foolscap',
  sentence: 'Airy, like a well-printed page: serif titles, hairlines, square pictures and much room.',
  defaults: {},
  around: {
    // Empty at first, and then nothing is seen of it.
    'top-line': [starterSection('top-notice', 'notice', {}, { space: 'none', align: 'centre', tone: 'soft' })],
    header: [
      starterSection(
        'header-row',
        'columns',
        { widths: 'fit', count: '4' },
        { space: 'small' },
        {
          one: [starterSection('header-mark', 'logo', {}, { space: 'none' })],
          two: [starterSection('header-menu', 'menu-bar', {}, { space: 'none' })],
          three: [starterSection('header-search', 'search-box', { phone: 'sign' }, { space: 'none' })],
          four: [starterSection('header-cart', 'cart-link', {}, { space: 'none' })],
        },
      ),
    ],
    footer: [
      starterSection('foot-links', 'link-list', { menu: 'help', direction: 'across' }, { tone: 'soft' }),
      starterSection('footer-legal', 'small-print', {}, { tone: 'soft' }),
    ],
  },
  starters: [],
  css: css`
    :root {
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
