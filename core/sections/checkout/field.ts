/** The fields of the checkout's one form. They name it, so that each may stand anywhere, also twice. */
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { CHECKOUT_FORM, type View } from '../../kinds/view.js';

export const CHECKOUT_PAGES = {
  pages: ['checkout'],
  regions: ['top-line', 'header', 'above', 'below', 'footer'],
} as const;

/** What an input of the checkout is. */
export interface CheckoutField {
  /** The name of the field, also of what browsers fill in by themselves (WHATWG HTML, autofill). */
  readonly field: string;
  readonly label: string;
  readonly fill: string;
  readonly type?: 'text' | 'email';
}

/** A text to fill in, with what is wrong with it. @param value what is known of it */
export function checkoutInput({ field, label, fill, type = 'text' }: CheckoutField, value: string, view: View): Markup {
  const id = view.id(field);
  const error = view.form?.errors?.[field];
  const shown = view.form?.typed[field] ?? value;
  return html`<div class="field field-${field}"><label for="${id}">${label}</label><input id="${id}" form="${CHECKOUT_FORM}" name="${view.input(field)}" type="${type}" value="${shown}" autocomplete="${fill}" maxlength="200"${error !== undefined && html` aria-invalid="true" aria-describedby="${view.id(`${field}-error`)}"`}>${was(field, value, view)}${errorOf(field, view)}</div>`;
}

/** What a field was when it was shown: of two copies of one field, the one that differs from it counts. */
export const was = (field: string, value: string, view: View): Markup =>
  html`<input type="hidden" form="${CHECKOUT_FORM}" name="${view.input(`was.${field}`)}" value="${value}">`;

/** What is wrong with a field; nothing if it is right. */
export function errorOf(field: string, view: View): Markup | false {
  const error = view.form?.errors?.[field];
  return error !== undefined && html`<p class="field-error" id="${view.id(`${field}-error`)}">${error}</p>`;
}

/** Takes a choice in where there is no script; with it, that happens by itself. */
export const takeInButton = (view: View): Markup =>
  html`<button class="button-quiet" type="submit" form="${CHECKOUT_FORM}" name="do" value="update" data-without-script>${view.word('update')}</button>`;

export const FIELD_CSS = css`
  .fields {
    display: grid;
    gap: 1em;
  }
  .field {
    display: grid;
    gap: 0.25em;
    align-content: start;
  }
  .field label {
    font-size: 0.9375em;
    font-weight: 600;
  }
  .field :is(input, select) {
    inline-size: 100%;
  }
  .field [aria-invalid] {
    border-color: var(--accent);
    border-width: calc(var(--stroke) * 2);
  }
  h2 {
    margin-block-end: 0.75em;
  }
`;
