/** Where the store is, and how it is reached. */
import { choice, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const contactDetails = defineKind(
  {
    name: 'contact-details',
    version: 1,
    title: 'Contact details',
    sentence: 'The store’s address, email address and telephone number, as its details say.',
    alsoCalled: ['address', 'phone', 'telephone'],
    fields: {
      title: text('Title', 'The heading over them; leave empty for none.', { max: 80 }),
      address: toggle('Address', 'Shows the name and the address of the store.', { default: true }),
      email: toggle('Email address', 'Shows where shoppers write to.', { default: true }),
      phone: toggle('Telephone', 'Shows the telephone number.', { default: true }),
      direction: choice(
        'Direction',
        'Below each other, or beside each other.',
        { down: 'Below each other', across: 'Beside each other' },
        'down',
      ),
    },
    caption: 'title',
    sketch: [
      6,
      { when: 'title', stack: [{ draw: 'title', width: 180, height: 20 }, 14] },
      { when: 'address', stack: [{ lines: 3, width: 240 }, 10] },
      { when: 'email', stack: [{ draw: 'text', width: 220, height: 10 }, 12] },
      { when: 'phone', stack: [{ draw: 'text', width: 160, height: 10 }, 12] },
    ],
  },
  {
    view({ title, address, email, phone, direction }, view) {
      const { store, locale } = view;
      const { street = '', postcode = '', city = '', email: to = '', phone: number = '' } = store.details;
      const lines = [street, `${postcode} ${city}`.trim(), locale.country(store.country)].filter(Boolean);
      const parts = [
        address && street + city !== '' && html`<p>${store.name}${lines.map((line) => html`<br>${line}`)}</p>`,
        email && to !== '' && html`<p><a href="mailto:${to}">${to}</a></p>`,
        phone && number !== '' && html`<p><a href="tel:${number.replace(/[^+0-9]/g, '')}" dir="ltr">${number}</a></p>`,
      ].filter((part) => part !== false);
      if (parts.length === 0)
        return view.standIn('Address, email and phone show here once they are in the store details.');
      return html`${title !== '' && html`<p class="reach-title"${view.part('title')}>${title}</p>`}<address class="reach reach-${direction}">${parts}</address>`;
    },
    css: css`
      .reach {
        display: grid;
        gap: 0.5em 2.5em;
        font-style: normal;
      }
      .reach-across {
        display: flex;
        flex-wrap: wrap;
      }
      &.align-centre .reach-across {
        justify-content: center;
      }
      &.align-end .reach-across {
        justify-content: end;
      }
      p {
        margin: 0;
      }
      .reach-title {
        margin-block-end: 0.5em;
        font-family: var(--title-font);
        font-weight: var(--title-weight);
      }
    `,
  },
);
