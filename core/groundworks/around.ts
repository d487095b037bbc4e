/** What is around the pages of a new design: the same sections on every groundwork, each with its own tones. */
import { starterSection } from '../starters/starters.js';
import type { Groundwork } from './groundwork.js';

const NONE = { space: 'none' } as const;

/** @param tones of the regions that are not plain */
export const aroundOn = (tones: {
  readonly topLine: string;
  readonly header?: string;
  readonly footer: string;
}): Groundwork['around'] => ({
  // Empty at first, and then nothing is seen of it.
  'top-line': {
    tone: tones.topLine,
    sections: [starterSection('top-notice', 'notice', {}, { space: 'none', align: 'centre' })],
  },
  header: {
    ...(tones.header === undefined ? {} : { tone: tones.header }),
    sections: [
      starterSection(
        'header-row',
        'columns',
        { widths: 'fit', count: '4' },
        { space: 'small' },
        {
          one: [starterSection('header-mark', 'logo', {}, NONE)],
          two: [starterSection('header-menu', 'menu-bar', {}, NONE)],
          three: [starterSection('header-search', 'search-box', { phone: 'sign' }, NONE)],
          four: [starterSection('header-cart', 'cart-link', {}, NONE)],
        },
      ),
    ],
  },
  footer: {
    tone: tones.footer,
    sections: [
      starterSection('foot-links', 'link-list', { menu: 'help', direction: 'across' }),
      starterSection('footer-legal', 'small-print'),
    ],
  },
});
