/** Links to where else the store is found. */
import { choice, entries, link, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

/** Signs for kinds of places, drawn in a square of 24: none is anybody's mark. */
const SIGNS = {
  globe: '<circle cx="12" cy="12" r="8.5"/><path d="M3.5 12h17M12 3.5c5 5 5 12 0 17M12 3.5c-5 5-5 12 0 17"/>',
  pictures: '<rect x="3.5" y="5.5" width="17" height="13" rx="2"/><path d="M4 16l4.5-4 3.5 3 4-4.5 4 4"/>',
  film: '<rect x="3.5" y="5.5" width="17" height="13" rx="2"/><path d="M10 9.5v5l4.5-2.5z"/>',
  talk: '<path d="M4 5.5h16v10.5h-8.5L7 19.5V16H4z"/>',
  letter: '<rect x="3.5" y="6" width="17" height="12" rx="1.5"/><path d="M4 7.5l8 6 8-6"/>',
  map: '<path d="M12 20.5c4-4.6 6-8 6-10.5a6 6 0 0 0-12 0c0 2.5 2 5.9 6 10.5z"/><circle cx="12" cy="10" r="2"/>',
} as const;

export const elsewhereOnline = defineKind(
  {
    name: 'elsewhere-online',
    version: 1,
    title: 'Elsewhere online',
    sentence: 'Links to the other places where the store can be found, with an icon for each.',
    alsoCalled: ['social media', 'social links', 'icons'],
    fields: {
      title: text('Title', 'The heading over the links; leave empty for none.', { max: 80 }),
      places: entries(
        'Places',
        'Where else the store is, such as a page with its pictures.',
        'place',
        {
          label: text('Label', 'What the place is called.', { max: 60, required: true }),
          link: link('Leads to', 'The web address, beginning with https://.'),
          sign: choice(
            'Sign',
            'Its icon.',
            {
              globe: 'Globe',
              pictures: 'Picture',
              film: 'Film',
              talk: 'Speech bubble',
              letter: 'Letter',
              map: 'Place on a map',
            },
            'globe',
          ),
        },
        { max: 12 },
      ),
      shown: choice(
        'Shown as',
        'Icons with words, or icons alone; the words are read aloud either way.',
        { both: 'Icons and words', signs: 'Icons alone', words: 'Words alone' },
        'both',
      ),
    },
    caption: 'title',
    says: ['elsewhere-online'],
    sketch: [
      6,
      { when: 'title', stack: [{ draw: 'title', width: 160, height: 20 }, 14] },
      {
        across: 8,
        count: 4,
        rows: 1,
        grid: [{ draw: 'box', height: 40 }],
      },
      6,
    ],
  },
  {
    view({ title, places, shown }, view) {
      const words = (place: (typeof places)[number]) =>
        html`<span${shown === 'signs' && html` class="hidden-words"`}${view.part('label', place)}>${place.label}</span>`;
      const sign = (name: keyof typeof SIGNS) =>
        shown !== 'words' &&
        html`<svg class="elsewhere-online-sign" viewBox="0 0 24 24" aria-hidden="true">${raw(SIGNS[name])}</svg>`;
      const items = places.map((place) => {
        const to = view.link(place.link);
        return to && html`<li><a ${to}>${sign(place.sign)}${words(place)}</a></li>`;
      });
      if (!items.some(Boolean)) return view.standIn('Links show here once places are added, each with its address.');
      return html`${title !== '' && html`<p class="elsewhere-online-title"${view.part('title')}>${title}</p>`}<ul class="elsewhere-online" aria-label="${title || view.word('elsewhere-online')}">${items}</ul>`;
    },
    css: css`
      .elsewhere-online-title {
        margin: 0 0 0.5em;
        font-family: var(--title-font);
        font-weight: var(--title-weight);
      }
      .elsewhere-online {
        display: flex;
        flex-wrap: wrap;
        gap: 0.5em 1.5em;
        margin: 0;
        padding: 0;
        list-style: none;
      }
      &.align-centre .elsewhere-online {
        justify-content: center;
      }
      &.align-end .elsewhere-online {
        justify-content: end;
      }
      a {
        display: inline-flex;
        align-items: center;
        gap: 0.5em;
        min-block-size: 2.25em;
        text-decoration: none;
      }
      a:hover {
        text-decoration: underline;
      }
      .elsewhere-online-sign {
        width: 1.6em;
        height: 1.6em;
        fill: none;
        stroke: currentcolor;
        stroke-width: 1.5;
        stroke-linejoin: round;
      }
    `,
  },
);
