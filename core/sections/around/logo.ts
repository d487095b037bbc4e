/** The store's logo, or its name where there is none. */
import { number, picture, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { Properties } from '../../kinds/properties.js';

export const logo = defineKind(
  {
    name: 'logo',
    version: 1,
    title: 'Logo',
    sentence: 'The store’s logo, or its name where there is none; it leads to the home page.',
    alsoCalled: ['brand', 'store name'],
    fields: {
      logo: picture('Logo', 'A picture of the logo; the name of the store is shown while there is none.'),
      height: number('Height of the logo', 'How high the logo is shown.', {
        min: 20,
        max: 160,
        step: 4,
        unit: 'px',
        default: 48,
      }),
      name: toggle('Name beside the logo', 'Shows the name of the store beside its logo too.'),
      tagline: text('Tagline', 'A few words under the name; leave empty for none.', { max: 80 }),
    },
    sketch: [
      6,
      {
        shares: [1, 4],
        beside: [{ stack: [{ draw: 'title', height: 36 }] }, { stack: [{ when: 'name', draw: 'text', height: 20 }] }],
      },
      { when: 'tagline', stack: [8, { draw: 'text', width: 200, height: 10 }] },
      6,
    ],
  },
  {
    view({ logo, name, tagline }, view) {
      // Beside its name, the logo says nothing more to those who listen.
      const alt = name ? '' : logo?.alt || view.store.name;
      const drawn = logo && view.picture({ ...logo, alt }, '20rem');
      const hasLogo = drawn !== null && drawn.text !== '';
      const words = (!hasLogo || name) && html`<span class="mark-name">${view.store.name}</span>`;
      return html`<a class="mark" ${view.link({ to: 'home' })}>${hasLogo && html`<span class="mark-logo">${drawn}</span>`}${words}</a>${tagline !== '' && html`<p class="mark-line"${view.part('tagline')}>${tagline}</p>`}`;
    },
    properties: ({ logo, height }): Properties => (logo ? { '--mark': `${height}px` } : {}),
    css: css`
      .mark {
        display: inline-flex;
        align-items: center;
        gap: 0.75em;
        color: inherit;
        text-decoration: none;
      }
      .mark-logo img {
        display: block;
        width: auto;
        max-width: 100%;
        height: var(--mark);
        border-radius: 0;
      }
      .mark-name {
        font: var(--title-weight) 1.6em/1.2 var(--title-font);
      }
      @media (max-width: 599px) {
        .around-header & .mark {
          gap: 0.5em;
        }
        .around-header & .mark-logo img {
          height: min(var(--mark), 2.35em);
        }
        .around-header & .mark-name {
          font-size: 1.1em;
          line-height: 1.05;
          overflow-wrap: anywhere;
        }
      }
      .mark-line {
        margin: 0.15em 0 0;
        color: var(--quiet);
        font-size: 0.9375em;
      }
    `,
  },
);
