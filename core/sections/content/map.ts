/** Where something is, as a drawing. */
import { choice, number, text } from '../../fields/make.js';
import { drawMap, ZOOMS } from '../../maps/draw.js';
import { findPlace, type Place } from '../../maps/find.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { StoreInfo } from '../../kinds/data.js';
import { keysOf } from '../../sure.js';

export const map = defineKind(
  {
    name: 'map',
    version: 1,
    title: 'Map',
    sentence: 'A drawn map of an address or of coordinates, with three steps of zoom; without either, of the store.',
    alsoCalled: ['location', 'directions'],
    finds: { address: 'address', insteadOf: ['latitude', 'longitude'] },
    fields: {
      title: text('Title', 'The heading over the map; leave empty for none.', { max: 120 }),
      address: text('Address', 'The address it shows; leave empty for that of the store.', { max: 200 }),
      latitude: number('Latitude', 'Degrees north; used instead of the address if it is not 0.', {
        min: -90,
        max: 90,
        step: 0.0001,
        default: 0,
      }),
      longitude: number('Longitude', 'Degrees east; goes with the latitude.', {
        min: -180,
        max: 180,
        step: 0.0001,
        default: 0,
      }),
      zoom: choice(
        'First zoom',
        'How near the map is when the page opens; shoppers can change it.',
        { near: 'Near', middle: 'Middle', far: 'Far' },
        'middle',
      ),
      label: text('Label', 'What stands at the place; leave empty for the name of the store.', { max: 80 }),
    },
    caption: 'title',
    says: ['far', 'map-of', 'middle', 'near', 'zoom'],
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 240, height: 26 }, 18] },
      { draw: 'box', height: 420 },
    ],
  },
  {
    view(values, view) {
      const { title, label } = values;
      const address = values.address || addressOf(view.store, view.locale.country(view.store.country));
      const place = placeOf(values) ?? findPlace(address);
      if (!place)
        return view.standIn(
          address === ''
            ? 'The map shows here once it has an address, or the store has.'
            : `No place was found for the address “${address}”: check how it is written, or set latitude and longitude.`,
        );
      const named = label || view.store.name;
      const name = view.id('zoom');
      const steps = keysOf(ZOOMS).map(
        (zoom) =>
          html`<input type="radio" class="hidden-words map-${zoom}" name="${name}" id="${name}-${zoom}"${zoom === values.zoom && html` checked`}><label for="${name}-${zoom}">${view.word(zoom)}</label>`,
      );
      const drawings = keysOf(ZOOMS).map(
        (zoom) =>
          html`<svg class="map-drawing map-at-${zoom}" viewBox="0 0 800 450" role="img" aria-label="${view.word('map-of', { place: named })}">${raw(drawMap(place, zoom))}${raw(PIN)}</svg>`,
      );
      const heading = title !== '' && html`<h2${view.part('title')}>${title}</h2>`;
      const where =
        placeOf(values) === null && html`<br><span${values.address !== '' && view.part('address')}>${address}</span>`;
      const sign = html`<p class="map-label"><strong${label !== '' && view.part('label')}>${named}</strong>${where}</p>`;
      return html`${heading}<div class="map"><div class="map-steps" role="radiogroup" aria-label="${view.word('zoom')}">${steps}</div>${drawings}${sign}</div>`;
    },
    css: css`
      .map {
        position: relative;
        border: 1px solid var(--line);
        border-radius: var(--corner);
        overflow: hidden;
        text-align: start;
      }
      .map-drawing {
        display: none;
        width: 100%;
        height: auto;
      }
      .map:has(.map-near:checked) .map-at-near,
      .map:has(.map-middle:checked) .map-at-middle,
      .map:has(.map-far:checked) .map-at-far {
        display: block;
      }
      .map-steps {
        position: absolute;
        inset-block-start: 0.75em;
        inset-inline-end: 0.75em;
        display: flex;
        border: 1px solid var(--line);
        border-radius: var(--corner);
        background: var(--background);
        color: var(--text);
      }
      .map-steps label {
        padding: 0.45em 0.9em;
        cursor: pointer;
      }
      .map-steps :checked + label {
        font-weight: 600;
        text-decoration: underline;
        text-underline-offset: 0.3em;
      }
      .map-steps :focus-visible + label {
        outline: 0.15em solid var(--focus-ring, currentcolor);
      }
      /* On phones they would lie over the pin. */
      @media (max-width: 599px) {
        .map-steps {
          position: static;
          justify-content: center;
          border-width: 0 0 1px;
          border-radius: 0;
        }
      }
      .map-land {
        fill: var(--soft);
      }
      .map-water {
        fill: color-mix(in srgb, var(--strong) 24%, var(--background));
      }
      .map-green {
        fill: color-mix(in srgb, var(--vivid) 22%, var(--soft));
      }
      .map-street,
      .map-road {
        fill: none;
        stroke: var(--background);
        stroke-width: 5;
      }
      .map-road {
        stroke-width: 11;
      }
      .map-pin {
        fill: var(--accent);
        stroke: var(--background);
        stroke-width: 3;
      }
      .map-label {
        margin: 0;
        padding: 0.75em 1em;
        background: var(--background);
        color: var(--text);
      }
    `,
  },
);

/** The pin at the middle of the drawing. */
const PIN = '<path class="map-pin" d="M400 226c-26-30-38-50-38-68a38 38 0 0 1 76 0c0 18-12 38-38 68z"/>';

const placeOf = ({ latitude, longitude }: Place): Place | null =>
  latitude === 0 && longitude === 0 ? null : { latitude, longitude };

const addressOf = ({ details: { street = '', postcode = '', city = '' } }: StoreInfo, country: string): string =>
  street + city === '' ? '' : [street, `${postcode} ${city}`.trim(), country].filter(Boolean).join(', ');
