/** The additions of a draft: where each goes, for which pages, and how many those are. */
import { placeOfAddition, targetInWords } from '@parlour/core/assign';
import { closedState } from '@parlour/core/design';
import { codeOf, type Target } from '@parlour/core/documents';
import { parsePage } from '@parlour/core/pages';
import { templatesHaving, type TouchedPages } from '@parlour/core/render';
import { routes } from '@parlour/contract';
import { standardsOf } from '../assigning/rows.js';
import { openDraft } from '../records/drafts.js';
import { listTouched } from '../records/page-list.js';
import { implement, type Api } from './implement.js';

/** How many titles are told of each. */
const SOME = 4;

export function additionRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listAdditions, async ({ design }) => {
    const draft = await openDraft(db, design);
    const state = closedState(draft);
    const of = { designId: design.id, side: 'draft', standards: standardsOf(state) } as const;
    const found = [...state.keys()].flatMap((key) => {
      const document = state.get(key);
      return document?.type === 'addition' ? [{ code: codeOf(key), document }] : [];
    });
    const having = templatesHaving([state], design.kinds);
    const additions = await Promise.all(
      found.map(async ({ code, document: { name, place, target, order = 0, languages = [] } }) => {
        const templates = having([place]);
        const { rows, total } = await listTouched(db, of, pagesOf(target, code, templates), [], { limit: SOME });
        // Of its pages none has the place.
        const wanted =
          total > 0 ? total : (await listTouched(db, of, pagesOf(target, code, null), [], { limit: 1 })).total;
        return {
          code,
          name,
          place,
          where: placeOfAddition(place, draft, design.kinds),
          target: targetInWords(target),
          order,
          languages: [...languages],
          total,
          lacksPlace: total === 0 && wanted > 0,
          some: rows.map(({ title }) => title),
        };
      }),
    );
    return { additions: additions.sort((a, b) => byPlace(a, b) || a.order - b.order || (a.code < b.code ? -1 : 1)) };
  });
}

const byPlace = (a: { readonly place: string }, b: { readonly place: string }): number =>
  a.place === b.place ? 0 : a.place < b.place ? -1 : 1;

/**
 * The pages of an addition, as the table of pages is asked for them.
 * @param code of the addition, if its rule chooses
 * @param templates those that have its place; null for all
 */
function pagesOf(
  target: Target,
  code: string,
  templates: readonly string[] | null,
): Pick<TouchedPages, 'all' | 'pages' | 'templates' | 'standards' | 'additions'> {
  const none = { all: false, pages: new Set<string>(), templates: new Set<string>(), standards: new Set<never>() };
  if ('page' in target) {
    const { page } = target;
    return { ...none, additions: [{ kind: parsePage(page).kind, page, rule: null, templates }] };
  }
  const rule = target.when ? code : null;
  return { ...none, additions: [{ kind: target.pageKind, page: null, rule, templates }] };
}
