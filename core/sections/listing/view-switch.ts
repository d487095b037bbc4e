/** A switch between grid and list. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { VIEWS } from '../../kinds/listing.js';
import { VIEW_NAME } from '../../kinds/query.js';

export const viewSwitch = defineKind(
  {
    name: 'view-switch',
    version: 1,
    title: 'View switch',
    sentence: 'Lets shoppers see the listing of the page as a grid or as a list.',
    alsoCalled: ['layout', 'toggle'],
    fields: {
      label: text('Label', 'What the switch is called, read aloud.', { default: 'View', word: 'view-as', max: 60 }),
    },
    query: [VIEW_NAME],
    ofListing: true,
    says: ['view-grid', 'view-list'],
    sketch: [4, { draw: 'box', width: 120, height: 44 }, 4],
  },
  {
    offers: () => ({ views: true }),
    view({ label }, view) {
      const { listing, narrowing } = view.page;
      if (!listing) return NOTHING;
      const shown = narrowing?.view ?? listing.view;
      return html`<nav class="view-switch" aria-label="${label}" id="${view.id('views')}">${VIEWS.map(
        (one) =>
          html`<a href="${view.address({ [VIEW_NAME]: one === listing.view ? undefined : one })}" data-follow${one === shown && html` aria-current="true"`} id="${view.id(one)}">${view.word(`view-${one}`)}</a>`,
      )}</nav>`;
    },
    css: css`
      .view-switch {
        display: inline-flex;
        border: var(--stroke) solid var(--line);
        border-radius: var(--field-corner);
        overflow: hidden;
      }
      &.align-centre,
      &.align-end {
        text-align: start;
      }
      &.align-centre .view-switch {
        display: flex;
        inline-size: fit-content;
        margin-inline: auto;
      }
      &.align-end .view-switch {
        display: flex;
        inline-size: fit-content;
        margin-inline-start: auto;
      }
      a {
        display: grid;
        place-items: center;
        min-block-size: 2.75em;
        padding-inline: 1em;
        color: inherit;
        text-decoration: none;
      }
      a[aria-current] {
        background: var(--soft);
        font-weight: 600;
      }
    `,
  },
);
