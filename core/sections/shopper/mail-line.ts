/** A form of one line: a field for a mail address, and its button beside it. */
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { sentFrom, trapField } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';

/**
 * @param to where it is sent, without the prefix of the language
 * @param action what the button says
 * @param refused why an address cannot be taken, where that is not of this form
 */
export function mailLine(view: View, to: string, action: string, refused = ''): Markup {
  const { form } = view;
  const id = view.id('mail');
  const why = form?.refused ?? refused;
  const fault = why !== '' && html`<p class="form-refused" id="${id}-fault" role="alert">${why}</p>`;
  return html`<form class="mail-line" method="post" action="${view.locale.prefix}${to}">${sentFrom(view)}<label for="${id}">${view.word('mail')}</label><input id="${id}" name="mail" type="email" autocomplete="email" maxlength="254" required value="${form?.typed['mail'] ?? ''}"${fault !== false && html` aria-invalid="true" aria-describedby="${id}-fault"`}>${trapField(view)}<button class="button" type="submit">${action}</button></form>${fault}`;
}

export const MAIL_LINE_CSS = css`
  .mail-line {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.35em 0.5em;
    max-width: 34em;
    margin-block-start: 0.75em;
  }
  &.align-centre .mail-line {
    margin-inline: auto;
  }
  &.align-end .mail-line {
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
