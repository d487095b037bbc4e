/** A field for an email address, kept for the store’s news. */
import { prose, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { EMAIL_LINE_CSS, emailLine } from '../shopper/email-line.js';

export const newsSignUp = defineKind(
  {
    name: 'news-sign-up',
    version: 1,
    title: 'News by email',
    sentence: 'A field in which shoppers leave their email address for news of the store.',
    alsoCalled: ['newsletter', 'subscribe', 'mailing list'],
    fields: {
      title: text('Title', 'The heading over the field; leave empty for none.', {
        default: 'News by email',
        word: 'news-by-email',
        max: 80,
      }),
      text: text('Text', 'What comes, and how often.', { max: 300, lines: 2 }),
      action: text('Button', 'What the button says.', { default: 'Sign up', word: 'sign-up', max: 40 }),
      thanks: text('Thanks', 'What is said once the address is kept.', {
        default: 'Thank you. You will hear from us.',
        word: 'signed-up',
        max: 160,
      }),
      small: prose('Small print', 'What you do with the address, in small letters; leave empty for none.', {
        max: 1000,
      }),
    },
    caption: 'title',
    hasForms: true,
    says: ['leave-empty', 'email'],
    sketch: [
      6,
      { when: 'title', stack: [{ draw: 'title', width: 260, height: 26 }, 14] },
      { when: 'text', stack: [{ lines: 1, width: 480 }, 10] },
      {
        gap: 16,
        shares: [3, 1, 2],
        beside: [{ draw: 'box', height: 48 }, { draw: 'button', height: 48 }, { stack: [10] }],
      },
      6,
    ],
  },
  {
    view({ title, text, action, thanks, small }, view) {
      const heading = title !== '' && html`<h2 class="sign-up-title"${view.part('title')}>${title}</h2>`;
      if (view.form?.done)
        return html`${heading}<p class="form-done" role="status"${view.part('thanks')}>${thanks}</p>`;
      return html`${heading}${text !== '' && html`<p${view.part('text')}>${text}</p>`}${emailLine(view, '/sign-up', action)}${small === '' ? NOTHING : html`<div class="prose sign-up-small"${view.part('small')}>${raw(small)}</div>`}`;
    },
    css: css`
      .sign-up-title {
        margin-block: 0 0.35em;
        font-size: 1.25em;
      }
      ${EMAIL_LINE_CSS}
      .sign-up-small {
        margin-block-start: 0.75em;
        color: var(--quiet);
        font-size: 0.875em;
      }
    `,
  },
);
