/** Actions, prices and form fields side by side, to see a look by. Not among the kinds that ship: no page has it. */
import { number, text } from '../fields/make.js';
import { html } from '../kinds/html.js';
import { defineKind } from '../kinds/kind.js';
import { amount } from './product/card.js';

export const specimen = defineKind(
  {
    name: 'specimen',
    version: 1,
    title: 'Specimen',
    sentence: 'Actions, prices and form fields side by side.',
    fields: {
      action: text('Action', 'What the main action says.', { default: 'Add to cart' }),
      idle: text('Idle', 'What an action says that cannot be used.', { default: 'Sold out' }),
      quiet: text('Quiet', 'What a quiet action says.', { default: 'Remove' }),
      label: text('Label', 'The label of a form field.', { default: 'Email address' }),
      typed: text('Typed', 'What is typed in it.', { default: 'mara@quill.example' }),
      fault: text('Fault', 'What is wrong with it.', { default: 'Write it like mara@quill.example.' }),
      note: text('Note', 'A quiet line.', { default: 'Tax included, delivery extra.' }),
      price: number('Price', 'In minor units.', { min: 0, max: 1_000_000, default: 4200 }),
    },
    says: ['from-price', 'sold-out'],
    sketch: [{ draw: 'box', height: 120 }],
  },
  {
    view({ action, idle, quiet, label, typed, fault, note, price }, view) {
      const plain = amount({ price, wasPrice: null, varies: false }, view);
      const reduced = amount({ price, wasPrice: Math.round(price * 1.25), varies: false }, view);
      const field = view.id('field');
      return html`<p><button type="button" class="button">${action}</button> <button type="button" class="button" disabled>${idle}</button> <button type="button" class="button-quiet">${quiet}</button></p>
<p>${plain} <span class="quiet">${note}</span></p>
<p>${reduced}</p>
<p><label for="${field}">${label}</label><br><input id="${field}" value="${typed}"></p>
<p class="field-error">${fault}</p>`;
    },
  },
);
