/** What a draft consists of: templates, documents, and their plan drawings. */
import {
  closeDocument,
  closedState,
  currencyDecimals,
  factsOf,
  hasSections,
  impliedDocument,
  inTemplateOrder,
  isSection,
  keys,
  nameOf,
  pageKinds,
  planPage,
  planSvg,
  planText,
  Problem,
  PLACES_AROUND,
  regionsOf,
  templateCodeOf,
  why,
  type Document,
  type DraftDocument,
  type PageKind,
  type PlanParts,
  type TemplateDocument,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { standardsOf } from '../assigning/rows.js';
import { openDraft } from '../records/drafts.js';
import { countAssignments } from '../records/page-list.js';
import { implement, type Api } from './implement.js';
import { pageOf } from './pages.js';

export function documentRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listTemplates, async ({ design }) => {
    const draft = await openDraft(db, design);
    const counts = await countAssignments(db, {
      designId: design.id,
      side: 'draft',
      standards: standardsOf(closedState(draft)),
    });
    const templates = [...draft.keys()].flatMap((key) => {
      const code = templateCodeOf(key);
      const template = draft.get(key);
      if (code === null || !template) return [];
      const pageKind = template.head['pageKind'] as PageKind;
      return [
        {
          code,
          name: String(template.head['name']),
          pageKind,
          pages: counts.get(code) ?? 0,
          standard: draft.get(keys.assignments(pageKind))?.head['standard'] === code,
          sections: Object.values(template.nodes).filter(isSection).length,
          hasSide: (template.head['layout.side'] ?? 'none') !== 'none',
          around: Object.fromEntries(
            PLACES_AROUND.flatMap((region) => {
              const own = template.head[`around.${region}`];
              return own === undefined ? [] : [[region, String(own)]];
            }),
          ),
        },
      ];
    });
    return {
      templates: pageKinds().flatMap((kind) =>
        inTemplateOrder(
          templates.filter(({ pageKind }) => pageKind === kind),
          draft.get(keys.assignments(kind))?.head['order'] as string[] | undefined,
        ),
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
    const document = draft.get(query.key) ?? impliedDocument(query.key);
    if (!document)
      throw new Problem('no-such-document', `This design has no “${query.key}”.`, {
        place: 'key',
        remedy: 'List the documents to see what there is.',
      });
    return { key: query.key, document: closeDocument(document), seq: draft.seq };
  });

  implement(api, routes.drawPlan, async (call) => {
    const { design, query, store } = call;
    const state = closedState(await openDraft(db, design));
    const decimals = currencyDecimals(store.currency);
    const page = query.page === undefined ? undefined : await pageOf(api, call, query.page);
    const told =
      page &&
      why({ ...page, facts: factsOf(page.subject, page.path) }, state, { now: new Date().toISOString(), decimals });
    const code = query.template ?? told?.template?.template;
    const template = code ? (state.get(keys.template(code)) as TemplateDocument | undefined) : undefined;
    if (!code || !template)
      throw new Problem('no-such-template', 'There is no such template to draw.', {
        place: 'template',
        remedy: 'Name a template, or a page that has one.',
      });
    const regions = Object.fromEntries(
      regionsOf(template, state).flatMap(({ region, document: key }) => {
        const document = key === null ? undefined : (state.get(key) as Document);
        return document && hasSections(document) ? [[region, [key, document]]] : [];
      }),
    ) as PlanParts['regions'];
    const drawn = planPage({ template: [keys.template(code), template], regions }, design.kinds);
    return { svg: planSvg(drawn, { labels: query.labels !== 'no' }), text: planText(drawn), template: code };
  });
}
