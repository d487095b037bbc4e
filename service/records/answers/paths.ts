/** Where store pages are. */
import { sql } from 'kysely';
import { isOneOf } from '@parlour/core';
import { pathOf, keys } from '@parlour/core/documents';
import type { PathNeed } from '@parlour/core/kinds';
import { parsePage, type PageCode } from '@parlour/core/pages';
import { tags } from '../tags.js';
import { needsOf, type Asked, type Part } from './part.js';

const CATALOGUE = ['product', 'collection', 'brand'] as const;
type CatalogueKind = (typeof CATALOGUE)[number];

export const paths: Part<readonly [kind: CatalogueKind, code: string, slug: string]> = {
  name: 'paths',
  takes: 4,
  statement: ($, store) => ({
    select: sql`jsonb_agg(jsonb_build_array(kind, code, slug)) as answer from (
      ${sql.join(
        CATALOGUE.map(
          (kind, i) =>
            sql`select ${sql.lit(kind)} as kind, code, slug from ${sql.table(kind)} t where store_id = ${store} and code = any(${$(i)}::text[])
              ${kind === 'product' ? sql`and (${$(3)}::bool or exists (select from card where card.product_id = t.id))` : sql``}`,
        ),
        sql` union all `,
      )}) found`,
  }),
  values(asked) {
    const codes: Record<CatalogueKind, Set<string>> = { product: new Set(), collection: new Set(), brand: new Set() };
    for (const need of needsOf(asked, 'path')) {
      const { kind, code } = parsePage(need.page);
      if (code !== null && isOneOf(CATALOGUE, kind)) codes[kind].add(code);
      else answerByDesign(need, asked);
    }
    const all = CATALOGUE.map((kind) => [...codes[kind]]);
    return all.some((some) => some.length) ? [...all, asked.sources.seesHidden ?? false] : null;
  },
  read(answers, asked) {
    const { patterns, prefix } = asked.sources;
    const found = new Map<PageCode, string>(
      answers.map(([kind, code, slug]) => [`${kind}:${code}`, prefix + pathOf(patterns, kind, slug)]),
    );
    for (const need of needsOf(asked, 'path')) {
      asked.data.set(need, found.get(need.page) ?? null);
      asked.tags.add(tags.page(need.page));
    }
  },
};

/** Pages that the design alone knows: those of a kind of their own, and content pages. */
function answerByDesign(need: PathNeed, { data, sources: { patterns, state, prefix } }: Asked): void {
  const { kind, code } = parsePage(need.page);
  if (kind === 'not-found') data.set(need, null);
  else if (code === null) data.set(need, prefix + pathOf(patterns, kind));
  else {
    const document = state.get(keys.content(code));
    data.set(need, document ? prefix + pathOf(patterns, 'content', document.slug) : null);
  }
}
