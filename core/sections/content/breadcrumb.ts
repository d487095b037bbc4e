/** The way from the home page to this one. */
import { toggle } from '../../fields/make.js';
import type { PageInfo } from '../../kinds/data.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { CollectionsNeed, ContentNeed, Need } from '../../kinds/needs.js';
import type { View } from '../../kinds/view.js';

/** The collections above a page, outermost last; a product counts to its first one. */
function collectionsAbove({ subject }: PageInfo): CollectionsNeed | null {
  if (!subject) return null;
  const chosen =
    'collection' in subject
      ? subject.collection.parents
      : 'product' in subject
        ? subject.product.collections.slice(0, 1)
        : [];
  return chosen.length ? { type: 'collections', chosen: [...chosen], inside: null, limit: 8 } : null;
}

const parentOf = ({ subject }: PageInfo): ContentNeed | null => {
  const page = subject && 'content' in subject ? (subject.content.parent ?? '') : '';
  return page === '' ? null : { type: 'content', page };
};

export const breadcrumb = defineKind(
  {
    name: 'breadcrumb',
    version: 1,
    title: 'Breadcrumb',
    sentence: 'Where the page is in the store, as links back; search engines show it too.',
    alsoCalled: ['path', 'trail'],
    fields: {
      here: toggle('This page', 'Ends with the title of the page itself.', { default: true }),
    },
    says: ['breadcrumb', 'home'],
    sketch: [4, { draw: 'text', width: 360, height: 10 }, 4],
  },
  {
    needs: (_values, page): Need[] => [collectionsAbove(page), parentOf(page)].flatMap((need) => need ?? []),
    view({ here }, view) {
      if (view.page.kind === 'home') return NOTHING;
      const steps = stepsTo(view);
      return html`<nav class="crumbs" aria-label="${view.word('breadcrumb')}"><ol><li><a ${view.link({ to: 'home' })}>${view.word('home')}</a></li>${steps}${here && html`<li aria-current="page">${view.page.title}</li>`}</ol></nav>`;
    },
    css: css`
      ol {
        display: flex;
        flex-wrap: wrap;
        gap: 0.25em 0.6em;
        margin: 0;
        padding: 0;
        list-style: none;
        color: var(--quiet);
        font-size: 0.9375em;
      }
      &.align-centre ol {
        justify-content: center;
      }
      &.align-end ol {
        justify-content: end;
      }
      li + li::before {
        content: '/';
        margin-inline-end: 0.6em;
      }
      a {
        color: inherit;
      }
    `,
  },
);

function stepsTo(view: View): Markup[] {
  const { page } = view;
  const above = collectionsAbove(page);
  const parents = above ? view.data(above) : [];
  const inOrder = (above?.chosen ?? []).flatMap((code) => parents.find((one) => one.code === code) ?? []).reverse();
  const collections = inOrder.map(
    (one) => html`<li${view.langOf(one, 'title')}><a href="${one.path}">${one.title}</a></li>`,
  );
  const need = parentOf(page);
  const parent = need && view.data(need);
  if (!parent || !page.subject || !('content' in page.subject)) return collections;
  const isLinked = page.subject.content.parentLinked !== false;
  return [html`<li>${isLinked ? html`<a href="${parent.path}">${parent.title}</a>` : parent.title}</li>`];
}
