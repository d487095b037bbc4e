/** What the forms of sections say besides what is typed into them. */
import { html, type Markup } from './html.js';
import type { View } from './view.js';

/** From where a form is sent: the page, so that it comes back there, and the section that what came of it is shown in. */
export const sentFrom = (view: View): Markup =>
  html`<input type="hidden" name="page" value="${view.address()}"><input type="hidden" name="back-to" value="${view.path}">`;

/** The name of the input by which a card says where its form leads without script: to the cart, where what was added is seen. */
export const GO_ON = 'go-on';

/** A field that nobody sees. Programs that fill in every field fill it in too. */
export const TRAP = 'website';
/** The field, out of sight and out of the way of the keyboard. */
export const trapField = (view: View): Markup =>
  html`<span class="hidden-words" aria-hidden="true"><label>${view.word('leave-empty')}<input name="${TRAP}" tabindex="-1" autocomplete="off"></label></span>`;
