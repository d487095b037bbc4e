/** What there is in a draft: store pages with their templates, templates, documents, plans. */
import {
  arrangementOf,
  assignedTemplate,
  closeDocument,
  closedState,
  hasSections,
  isSectioned,
  keys,
  nameOf,
  planPage,
  planSvg,
  planText,
  Problem,
  REGIONS,
  SHIPPED_KINDS,
  templateCodeOf,
  why,
  type AssignmentsDocument,
  type DesignState,
  type Document,
  type DraftDocument,
  type PlanParts,
  type SectionedDocument,
  type TemplateDocument,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { listPages, type ListedPage } from '../records/catalogue.js';
import { openDraft } from '../records/drafts.js';
import { implement, type Api } from './implement.js';

export function pageRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listPages, async ({ store, design, query }) => {
    const state = closedState(await openDraft(db, design));
    const words = (query.search ?? '').toLocaleLowerCase().split(/\s+/).filter(Boolean);
    const matches = (page: ListedPage): boolean => {
      const text = `${page.title} ${page.page} ${page.path}`.toLocaleLowerCase();
      return (!query.kind || page.kind === query.kind) && words.every((word) => text.includes(word));
    };
    const all = (await listPages(db, store.id))
      .filter(matches)
      .map((page) => ({ ...page, template: templateOf(page.page, state) }))
      .filter((page) => !query.template || page.template?.code === query.template);
    const start = query.cursor ? all.findIndex((page) => page.page === query.cursor) + 1 : 0;
    const some = all.slice(start, start + (query.limit ?? 100));
    return {
      pages: some,
      total: all.length,
      next: start + some.length < all.length ? (some.at(-1)?.page ?? null) : null,
    };
  });

  implement(api, routes.why, async ({ store, design, params }) => {
    const page = await pageOf(api, store.id, params['page'] as string);
    const { regions, ...rest } = why(
      { code: page.page, title: page.title, path: page.path },
      closedState(await openDraft(db, design)),
    );
    return { ...rest, regions: [...regions], sentences: [...rest.sentences] };
  });

  implement(api, routes.listTemplates, async ({ store, design }) => {
    const draft = await openDraft(db, design);
    const state = closedState(draft);
    const counts = new Map<string, number>();
    for (const { page } of await listPages(db, store.id)) {
      const code = assignedTemplate(page, state)?.template;
      if (code) counts.set(code, (counts.get(code) ?? 0) + 1);
    }
    const templates = [...draft.keys()].flatMap((key) => {
      const code = templateCodeOf(key);
      const template = draft.get(key);
      if (!code || template?.type !== 'template') return [];
      const { standard } = (draft.get(keys.assignments(template.pageKind)) ?? {}) as Partial<AssignmentsDocument>;
      const sections = isSectioned(template) ? Object.keys(template.sections).length : 0;
      return [
        {
          code,
          name: template.name,
          pageKind: template.pageKind,
          pages: counts.get(code) ?? 0,
          standard: standard === code,
          sections,
        },
      ];
    });
    return {
      templates: templates.sort((a, b) =>
        a.pageKind === b.pageKind ? a.name.localeCompare(b.name) : a.pageKind < b.pageKind ? -1 : 1,
      ),
    };
  });

  implement(api, routes.listDocuments, async ({ design }) => {
    const draft = await openDraft(db, design);
    const documents = [...draft.keys()].sort().map((key) => {
      const document = draft.get(key) as DraftDocument;
      return { key, type: document.type, name: nameOf(document) };
    });
    return { documents };
  });

  implement(api, routes.getDocument, async ({ design, query }) => {
    const draft = await openDraft(db, design);
    const document = draft.get(query.key);
    if (!document)
      throw new Problem('no-such-document', `This design has no “${query.key}”.`, {
        place: 'key',
        remedy: 'List the templates to see what there is.',
      });
    return { key: query.key, document: closeDocument(document), seq: draft.seq };
  });

  implement(api, routes.drawPlan, async ({ design, query }) => {
    const state = closedState(await openDraft(db, design));
    const code = query.template ?? (query.page ? templateOf(query.page, state)?.code : undefined);
    const template = code ? (state.get(keys.template(code)) as SectionedDocument | undefined) : undefined;
    if (!code || !template)
      throw new Problem('no-such-template', 'There is no such template to draw.', {
        place: 'template',
        remedy: 'Name a template, or a page that has one.',
      });
    const regions = Object.fromEntries(
      REGIONS.flatMap((region) => {
        const key = arrangementOf(region, state);
        const document = key && (state.get(key) as Document);
        return key && document && hasSections(document) ? [[region, [key, document]]] : [];
      }),
    ) as PlanParts['regions'];
    const drawn = planPage({ template: [keys.template(code), template], regions }, SHIPPED_KINDS);
    return { svg: planSvg(drawn, { labels: query.labels !== 'no' }), text: planText(drawn), template: code };
  });
}

function templateOf(page: string, state: DesignState) {
  const assigned = assignedTemplate(page, state);
  if (!assigned) return null;
  const { name } = state.get(keys.template(assigned.template)) as TemplateDocument;
  return { code: assigned.template, name, reason: assigned.reason };
}

/** A page that exists. @throws Problem `no-such-page` */
export async function pageOf({ db }: Api, storeId: number, code: string): Promise<ListedPage> {
  const page = (await listPages(db, storeId)).find((one) => one.page === code);
  if (!page)
    throw new Problem('no-such-page', `There is no page “${code}”.`, {
      place: 'page',
      remedy: 'List the pages to see their codes, such as product:K-014.',
    });
  return page;
}
