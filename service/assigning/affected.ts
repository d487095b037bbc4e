/** Which store pages a change would make look different: for a look before doing it. */
import {
  closedState,
  codeOf,
  overlay,
  type DesignState,
  type Draft,
  type SectionedDocument,
  type TemplateDocument,
  regionsOf,
  sectionsIn,
  SHARED_SECTION,
  type UnitResult,
} from '@parlour/core';
import type { Database } from '../records/database.js';
import type { Design } from '../records/designs.js';
import type { AssignmentRow } from '../records/assignments.js';
import { allRows } from './renew.js';

/** The pages a unit of edits would make look different, in the order of the list of pages. */
export function affectedPages(
  db: Database,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
): Promise<string[]> {
  const after = closedState(overlay(draft, documents));
  return pagesThatDiffer(db, design.storeId, closedState(draft), after, new Set(documents.keys()));
}

/** The pages of a store that look different in two states. @param changed the documents in which the states differ */
export async function pagesThatDiffer(
  db: Database,
  storeId: number,
  before: DesignState,
  after: DesignState,
  changed: ReadonlySet<string>,
): Promise<string[]> {
  const everywhere = [...changed].some(
    (key) => key === 'theme' || key === 'paths' || key.startsWith('menu/') || key.startsWith('addition/'),
  );
  const was = new Map<string, AssignmentRow>();
  for await (const rows of allRows(db, storeId, before)) for (const row of rows) was.set(row.page, row);
  const pages: string[] = [];
  for await (const rows of allRows(db, storeId, after)) {
    for (const row of rows) {
      const old = was.get(row.page);
      was.delete(row.page);
      const template = row.template;
      const differs =
        old?.template !== template || (template !== null && (everywhere || touches(template, after, changed)));
      if (differs || changed.has(row.page.replace(':', '/'))) pages.push(row.page);
    }
  }
  return [...pages, ...was.keys()];
}

/** Whether a page with this template shows one of the changed documents. */
function touches(template: string, state: DesignState, changed: ReadonlySet<string>): boolean {
  const document = state.get(`template/${template}`) as TemplateDocument | undefined;
  if (!document) return false;
  const shown = [`template/${template}`, ...regionsOf(document, state).flatMap(({ document: key }) => key ?? [])];
  return shown.some((key) => changed.has(key) || showsShared(state.get(key) as SectionedDocument, changed));
}

const showsShared = ({ areas }: SectionedDocument, changed: ReadonlySet<string>): boolean =>
  [...sectionsIn(areas)].some(
    ({ kind, values }) =>
      kind.startsWith(`${SHARED_SECTION}@`) && changed.has(`shared/${codeOf(String(values['shared']))}`),
  );
