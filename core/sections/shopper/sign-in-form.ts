/** Where a shopper signs in, by a link that is sent to them, and out. */
import { prose, text } from '../../fields/make.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { BACK_TO } from '../../kinds/query.js';
import { sentFrom } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';
import { EMAIL_LINE_CSS, emailLine } from './email-line.js';

export const signInForm = defineKind(
  {
    name: 'sign-in-form',
    version: 1,
    title: 'Sign-in form',
    sentence: 'A field for an email address, to which a link is sent that signs the shopper in. No password is needed.',
    alsoCalled: ['login', 'log in', 'account'],
    serves: { 'sign-in': 'form' },
    fields: {
      text: prose('Text', 'What shoppers sign in for; leave empty for nothing.', {
        default: '<p>We send a link to your email address. You need no password.</p>',
        max: 1000,
      }),
      action: text('Button', 'What the button says.', { default: 'Send me a link', word: 'sign-in-action', max: 40 }),
      sent: text('Once it is sent', 'What is said once the link is on its way.', {
        default: 'Check your email: the link in it signs you in. It works for half an hour.',
        word: 'sign-in-sent',
        max: 200,
      }),
    },
    fits: { pages: ['sign-in'], regions: [] },
    shows: ['shopper'],
    // Where they wanted to go before they were asked to sign in.
    query: [BACK_TO],
    hasForms: true,
    says: ['leave-empty', 'email', 'page-sign-in', 'sign-in-as', 'sign-in-late', 'sign-out', 'signed-in-as'],
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
      const { is, email, link } = view.fact('shopper');
      if (is === 'signed-in')
        return html`<p>${view.word('signed-in-as', { email })}</p>${asking(view, '/sign-out', NOTHING, html`<button class="button-quiet" type="submit">${view.word('sign-out')}</button>`)}`;
      if (is === 'coming')
        return html`<p>${view.word('sign-in-as', { email })}</p>${asking(view, '/signed-in', html`<input type="hidden" name="link" value="${link}">`, html`<button class="button" type="submit">${view.word('page-sign-in')}</button>`)}`;
      if (view.form?.done) return html`<p class="form-done" role="status"${view.part('sent')}>${sent}</p>`;
      const late = is === 'late' ? view.word('sign-in-late') : '';
      return html`${text !== '' && html`<div class="prose"${view.part('text')}>${view.prose(text)}</div>`}${emailLine(view, '/sign-in', action, late)}`;
    },
    css: EMAIL_LINE_CSS,
  },
);

/** A form of one button. */
const asking = (view: View, action: string, hidden: Markup, button: Markup): Markup =>
  html`<form method="post" action="${view.locale.prefix}${action}">${sentFrom(view)}${hidden}${button}</form>`;
