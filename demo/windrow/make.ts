/** Short ways to write the documents of Windrow Kites. */
import { FORMAT, type Entry, type Section, type TemplateDocument, type Values } from '@parlour/core/documents';
import type { Link } from '@parlour/core/fields';
import type { PageKind } from '@parlour/core/pages';

export { starterSection as section } from '@parlour/core/starters';

export const template = (
  name: string,
  pageKind: PageKind,
  main: readonly Section[],
  more: Partial<TemplateDocument> = {},
): TemplateDocument => ({
  format: FORMAT,
  type: 'template',
  name,
  pageKind,
  layout: { width: 'standard' },
  areas: { main },
  ...more,
});

export const to = (page: string): Link => ({ to: page });

export const entryOf = (id: string, values: Values): Entry => ({ id, values });

/** An entry of a menu, with those below it. */
export const entry = (id: string, label: string, page: string, below: readonly Entry[] = []): Entry => ({
  ...entryOf(id, { label, link: to(page) }),
  ...(below.length > 0 && { lists: { entries: below } }),
});
