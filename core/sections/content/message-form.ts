/** A form with which shoppers write to the store. */
import { text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { sentFrom, trapField } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';
import type { WordName } from '../../locale/words.js';

export const messageForm = defineKind(
  {
    name: 'message-form',
    version: 1,
    title: 'Message form',
    sentence: 'A form with which shoppers write to the store; what they write is in the inbox, and comes by email.',
    alsoCalled: ['contact form', 'enquiry'],
    fields: {
      title: text('Title', 'The heading over the form; leave empty for none.', { max: 120 }),
      subject: toggle('Subject', 'Asks what the message is about.', { default: true }),
      action: text('Button', 'What the button says.', { default: 'Send', word: 'send', max: 40 }),
      thanks: text('Thanks', 'What is said once the message is sent.', {
        default: 'Thank you. We will write back to you.',
        word: 'message-sent',
        max: 200,
      }),
    },
    caption: 'title',
    hasForms: true,
    says: ['leave-empty', 'email', 'message', 'name', 'subject'],
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 260, height: 26 }, 18] },
      {
        gap: 30,
        beside: [
          { draw: 'box', height: 52 },
          { draw: 'box', height: 52 },
        ],
      },
      18,
      { when: 'subject', stack: [{ draw: 'box', height: 52 }, 18] },
      { draw: 'box', height: 180 },
      18,
      { draw: 'button', width: 180, height: 52 },
    ],
  },
  {
    view({ title, subject, action, thanks }, view) {
      const heading = title !== '' && html`<h2${view.part('title')}>${title}</h2>`;
      if (view.form?.done)
        return html`${heading}<p class="form-done" role="status"${view.part('thanks')}>${thanks}</p>`;
      const why = view.form?.refused ?? '';
      const refused = why !== '' && html`<p class="form-refused" role="alert">${why}</p>`;
      const fields = [
        field(view, 'name', { autocomplete: 'name', most: 120 }),
        field(view, 'email', { type: 'email', autocomplete: 'email', most: 254 }),
        subject && field(view, 'subject', { most: 160, optional: true }),
        field(view, 'text', { word: 'message', most: 5000, lines: 7 }),
      ];
      const send = html`<p><button class="button" type="submit"${view.part('action')}>${action}</button></p>`;
      return html`${heading}${refused}<form class="message-form" method="post" action="${view.locale.prefix}/message">${sentFrom(view)}${trapField(view)}${fields}${send}</form>`;
    },
    css: css`
      .message-form {
        display: grid;
        gap: 1em;
        max-width: 44em;
        text-align: start;
      }
      &.align-centre .message-form {
        margin-inline: auto;
      }
      .message-field {
        display: grid;
        gap: 0.25em;
      }
      label {
        font-size: 0.9375em;
        font-weight: 600;
      }
      p {
        margin: 0;
      }
      .message-fault {
        font-size: 0.9375em;
      }
    `,
  },
);

interface FieldAbout {
  readonly word?: WordName;
  readonly type?: string;
  readonly autocomplete?: string;
  readonly most: number;
  readonly lines?: number;
  readonly optional?: boolean;
}

/** A labelled field with what was typed into it, and what is wrong with that. */
function field(view: View, name: string, about: FieldAbout): Markup {
  // Fields without a word of their own are called as their word.
  const { word = name as WordName, type = 'text', autocomplete, most, lines, optional } = about;
  const id = view.id(name);
  const typed = view.form?.typed ?? {};
  const value = Object.hasOwn(typed, name) ? (typed[name] ?? '') : '';
  const fault = view.form?.errors && Object.hasOwn(view.form.errors, name) ? view.form.errors[name] : undefined;
  const attributes = html` id="${id}" name="${name}" maxlength="${most}"${autocomplete !== undefined && html` autocomplete="${autocomplete}"`}${!optional && html` required`}${fault !== undefined && html` aria-invalid="true" aria-describedby="${id}-fault"`}`;
  const input =
    lines === undefined
      ? html`<input type="${type}" value="${value}"${attributes}>`
      : html`<textarea rows="${lines}"${attributes}>${value}</textarea>`;
  return html`<div class="message-field"><label for="${id}">${view.word(word)}</label>${input}${fault !== undefined && html`<p class="message-fault form-fault" id="${id}-fault">${fault}</p>`}</div>`;
}
