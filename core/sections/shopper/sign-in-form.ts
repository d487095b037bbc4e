/** Where a shopper signs in, by a link that is sent to them, and out. */
import { prose, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, raw, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { sentFrom, trapField } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';

export const signInForm = defineKind(
  {
    name: 'sign-in-form',
    version: 1,
    title: 'Sign-in form',
    sentence: 'A field for a mail address, to which a link is sent that signs the shopper in. No password is needed.',
    fields: {
      text: prose('Text', 'What shoppers sign in for; leave empty for nothing.', {
        default: '<p>We send a link to your mail address. You need no password.</p>',
        max: 1000,
      }),
      action: text('Button', 'What the button says.', { default: 'Send me a link', word: 'sign-in-action', max: 40 }),
      sent: text('Once it is sent', 'What is said once the link is on its way.', {
        default: 'Look into your mail: the link in it signs you in. It works for half an hour.',
        word: 'sign-in-sent',
        max: 200,
      }),
    },
    fits: { pages: ['sign-in'], regions: [] },
    shows: ['shopper'],
    // Where they wanted to go before they were asked to sign in.
    query: ['to'],
    hasForms: true,
    sketch: [
      6,
      { when: 'text', stack: [{ lines: 1, width: 420 }, 12] },
      {
        gap: 16,
        shares: [3, 1],
        beside: [
          { draw: 'box', height: 48 },
          { draw: 'button', height: 48 },
        ],
      },
      6,
    ],
  },
  {
    view({ text, action, sent }, view) {
      const { is, mail, link } = view.fact('shopper');
      if (is === 'signed-in')
        return html`<p>${view.word('signed-in-as', { mail })}</p>${asking(view, '/sign-out', NOTHING, html`<button class="button-quiet" type="submit">${view.word('sign-out')}</button>`)}`;
      if (is === 'coming')
        return html`<p>${view.word('sign-in-as', { mail })}</p>${asking(view, '/signed-in', html`<input type="hidden" name="link" value="${link}">`, html`<button class="button" type="submit">${view.word('page-sign-in')}</button>`)}`;
      const { form } = view;
      if (form?.done) return html`<p class="form-done" role="status">${sent}</p>`;
      const id = view.id('mail');
      const refused = form?.refused ?? (is === 'late' ? view.word('sign-in-late') : '');
      const fault = refused !== '' && html`<p class="form-refused" id="${id}-fault" role="alert">${refused}</p>`;
      return html`${text !== '' && html`<div class="prose">${raw(text)}</div>`}<form class="sign-in" method="post" action="${view.locale.prefix}/sign-in">${sentFrom(view)}<label for="${id}">${view.word('mail')}</label><input id="${id}" name="mail" type="email" autocomplete="email" maxlength="254" required value="${form?.typed['mail'] ?? ''}"${refused !== '' && html` aria-invalid="true" aria-describedby="${id}-fault"`}>${trapField(view)}<button class="button" type="submit">${action}</button></form>${fault}`;
    },
    css: css`
      .sign-in {
        display: grid;
        grid-template-columns: minmax(0, 1fr) auto;
        gap: 0.35em 0.5em;
        max-width: 34em;
        margin-block-start: 0.75em;
      }
      &.align-centre .sign-in {
        margin-inline: auto;
      }
      &.align-end .sign-in {
        margin-inline-start: auto;
      }
      .form-refused {
        margin-block-start: 0.75em;
      }
      label {
        grid-column: 1 / -1;
        font-size: 0.9375em;
        text-align: start;
      }
    `,
  },
);

/** A form of one button. */
const asking = (view: View, action: string, hidden: Markup, button: Markup): Markup =>
  html`<form method="post" action="${view.locale.prefix}${action}">${sentFrom(view)}${hidden}${button}</form>`;
