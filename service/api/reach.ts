/** How far a change reaches: the pages that show a document, less those that have something of their own in its place. */
import { closedState, type Draft } from '@parlour/core/design';
import {
  documentsIn,
  keys,
  hasSections,
  isKeyOf,
  sectionsIn,
  type DesignState,
  type DocumentKey,
  type Section,
} from '@parlour/core/documents';
import { isForSection } from '@parlour/core/assign';
import { kindName, SHARED_SECTION } from '@parlour/core/kinds';
import { splitKey } from '@parlour/core/fields';
import type { PageCode } from '@parlour/core/pages';
import { touchedPages } from '@parlour/core/render';
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { standardsOf } from '../assigning/rows.js';
import { openDraft } from '../records/drafts.js';
import { listTouched } from '../records/page-list.js';
import { implement, type Api } from './implement.js';

export function reachRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.getReach, async ({ design, query: { key } }) => {
    const draft = await openDraft(db, design);
    const state = closedState(draft);
    const sections = sectionsOf(state, key);
    const of = { designId: design.id, side: 'draft', standards: standardsOf(state) } as const;
    const touched = touchedPages(state, state, new Set([key]), design.kinds);
    const { total } = await listTouched(db, of, touched, [], { limit: 1 });
    const own = ownIn(state, sections);
    const pages = [...new Set([...own.values()].flat())];
    const { rows } = await listTouched(db, of, touched, [], { limit: pages.length, pages });
    const showing = new Set(rows.map(({ page }) => page));
    return {
      key,
      pages: total,
      places: placesOf(draft, key),
      own: [...own].flatMap(([path, having]) => {
        const count = having.filter((page) => showing.has(page)).length;
        const [node = '', field = ''] = path.split(' ');
        return count === 0 ? [] : [{ node, field, pages: count }];
      }),
    };
  });
}

function sectionsOf(state: DesignState, key: DocumentKey): ReadonlyMap<string, Section> {
  const document = state.get(key);
  if (document && hasSections(document) && document.type !== 'own')
    return new Map([...sectionsIn(document.areas)].map((section) => [section.id, section]));
  throw new Problem('no-such-document', `“${key}” is not a document with sections.`, {
    place: 'key',
    remedy: 'Name a template, an arrangement, an addition or a shared section.',
  });
}

/** The pages that have something of their own in some sections, by `SECTION FIELD`; a field without device or language. */
function ownIn(state: DesignState, sections: ReadonlyMap<string, Section>): Map<string, PageCode[]> {
  const found = new Map<string, PageCode[]>();
  const add = (path: string, page: PageCode): void => {
    const there = found.get(path);
    if (!there) found.set(path, [page]);
    else if (there.at(-1) !== page) there.push(page);
  };
  for (const [, { page, areas, whole = {} }] of documentsIn(state, 'own')) {
    for (const mine of areas['main'] ?? []) {
      const section = sections.get(mine.id);
      if (!section || !isForSection(mine, section)) continue;
      for (const part of ['values', 'frame'] as const)
        for (const key of Object.keys(mine[part])) add(`${mine.id} ${part}.${splitKey(key).name}`, page);
    }
    for (const path of Object.keys(whole)) {
      const dot = path.lastIndexOf('.');
      if (sections.has(path.slice(0, dot))) add(`${path.slice(0, dot)} ${path.slice(dot + 1)}`, page);
    }
  }
  return found;
}

/** How many sections show a shared one; 0 for other documents. */
function placesOf(draft: Draft, key: DocumentKey): number {
  if (!isKeyOf(key, 'shared')) return 0;
  let places = 0;
  for (const other of draft.keys())
    for (const { kind, values } of Object.values(draft.get(other)?.nodes ?? {}))
      if (kind !== undefined && kindName(kind) === SHARED_SECTION && keys.shared(String(values['shared'])) === key)
        places++;
  return places;
}
