/** What a form of a listing sends on of the web address besides its own fields. */
import { html, type Markup } from '../../kinds/html.js';
import { PAGE_NAME } from '../../kinds/paging.js';
import type { QueryName } from '../../kinds/query.js';
import type { View } from '../../kinds/view.js';

/**
 * Hidden fields for what was chosen elsewhere on the page. What is sent begins at the first page.
 * @param own the names that the form has fields for
 */
export const otherInputs = (view: View, own: readonly QueryName[]): Markup[] =>
  view.behind([PAGE_NAME, ...own]).map(([name, value]) => html`<input type="hidden" name="${name}" value="${value}">`);
