/** A form of one line: a field for an email address, and its button beside it. */
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { sentFrom, trapField } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';

/**
 * @param to where it is sent, without the prefix of the language
 * @param action what the button says, as a field of this name has it
 * @param refused why an address cannot be taken, where that is not of this form
 */
export function emailLine(view: View, to: string, action: string, refused = ''): Markup {
  const { form } = view;
  const id = view.id('email');
  const why = form?.refused ?? refused;
  const fault = why !== '' && html`<p class="form-refused" id="${id}-fault" role="alert">${why}</p>`;
  const wrong = fault !== false && html` aria-invalid="true" aria-describedby="${id}-fault"`;
  const label = html`<label for="${id}">${view.word('email')}</label>`;
  const input = html`<input id="${id}" name="email" type="email" autocomplete="email" maxlength="254" required value="${form?.typed['email'] ?? ''}"${wrong}>`;
  const button = html`<button class="button" type="submit"${view.part('action')}>${action}</button>`;
  const parts = [sentFrom(view), label, input, trapField(view), button];
  return html`<form class="email-line" method="post" action="${view.locale.prefix}${to}">${parts}</form>${fault}`;
}

export const EMAIL_LINE_CSS = css`
  .email-line {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.35em 0.5em;
    max-width: 34em;
    margin-block-start: 0.75em;
  }
  &.align-centre .email-line {
    margin-inline: auto;
  }
  &.align-end .email-line {
    margin-inline-start: auto;
  }
  label {
    grid-column: 1 / -1;
    font-size: 0.9375em;
    text-align: start;
  }
  .form-refused {
    margin-block-start: 0.75em;
  }
`;
