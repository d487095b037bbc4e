/** What a draft consists of: templates, documents, and their plan drawings. */
import { Problem, sure } from '@parlour/core';
import { documentsOf, factsOf, inTemplateOrder, partsOf, planParts, why, type Why } from '@parlour/core/assign';
import {
  closeDocument,
  closedState,
  impliedDocument,
  isSection,
  nameOf,
  namesLike,
  ownNameOf,
} from '@parlour/core/design';
import { keys, PLACES_AROUND, templateCodeOf, type DesignState, headValue } from '@parlour/core/documents';
import { inspectTemplate } from '@parlour/core/inspect';
import { decimalsOf } from '@parlour/core/money';
import { pageKinds } from '@parlour/core/pages';
import { planPage, planSvg, planText } from '@parlour/core/plan';
import { routes } from '@parlour/contract';
import { standardsOf } from '../assigning/rows.js';
import { inspected } from '../publishing/inspecting.js';
import { openDraft } from '../records/drafts.js';
import { countAssignments } from '../records/page-list.js';
import { implement, type Api, type Caller } from './implement.js';
import { shownAs } from './pages.js';

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
      const pageKind = headValue(template.head, 'pageKind');
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
          headValue(draft.get(keys.assignments(kind))?.head ?? {}, 'order'),
        ),
      ),
    };
  });

  implement(api, routes.listDocuments, async ({ design }) => {
    const draft = await openDraft(db, design);
    const documents = [...draft.keys()].sort().map((key) => {
      const document = sure(draft.get(key));
      return { key, type: document.type, name: ownNameOf(document), called: nameOf(document) };
    });
    return { documents };
  });

  implement(api, routes.listFindings, async ({ design, query: { template } }) => {
    const state = closedState(await openDraft(db, design));
    const found =
      template === undefined ? await inspected(state, design.kinds) : inspectTemplate(state, design.kinds, template);
    return {
      findings: found.map(({ place, code, sentence, severity, remedy, mend }) => ({
        ...{ code, sentence, severity, remedy },
        ...place,
        ...(mend && { mend }),
      })),
    };
  });

  implement(api, routes.getDocument, async ({ design, query }) => {
    const draft = await openDraft(db, design);
    const document = draft.get(query.key) ?? impliedDocument(query.key);
    if (!document)
      throw new Problem('no-such-document', `This design has no “${query.key}”.`, {
        place: 'key',
        remedy: namesLike(query.key, draft),
      });
    return { key: query.key, document: closeDocument(document), seq: draft.seq };
  });

  implement(api, routes.getPageParts, async (call) => {
    const draft = await openDraft(db, call.design);
    const state = closedState(draft);
    const told = await toldOf(call, state, sure(call.params['page']));
    const { template, regions, additions } = partsOf(told, state, call.query.template);
    const own = keys.own(told.page);
    const shown = [...documentsOf({ template, regions, additions }, state).keys(), own, keys.look];
    return {
      page: told.page,
      title: told.title,
      assigned: told.template && { template: told.template.template, reason: told.template.reason },
      template,
      regions: regions.map(({ region, document }) => ({ region, document })),
      additions: [...additions],
      own,
      documents: shown.flatMap((key) => {
        const document = draft.get(key);
        return document ? [{ key, document }] : [];
      }),
      seq: draft.seq,
    };
  });

  implement(api, routes.drawPlan, async (call) => {
    const { design, query } = call;
    const state = closedState(await openDraft(db, design));
    const told = query.page === undefined ? null : await toldOf(call, state, query.page);
    const parts = partsOf(told, state, query.template);
    const drawing = planParts(parts, documentsOf(parts, state));
    if (!drawing)
      throw new Problem('no-such-template', 'There is no template to draw.', {
        place: 'template',
        remedy: 'Name a template, or a page that has one.',
      });
    const drawn = planPage(drawing, design.kinds);
    return {
      svg: planSvg(drawn, { labels: query.labels !== 'no' }),
      text: planText(drawn),
      template: sure(templateCodeOf(drawing.template[0])),
    };
  });

  /** What a page of the draft has. */
  async function toldOf(call: Caller & { readonly now: Date }, state: DesignState, code: string): Promise<Why> {
    const { page } = await shownAs({ db, store: call.store, state, now: call.now }, code);
    const setting = { now: call.now.toISOString(), decimals: decimalsOf(call.store.currency) };
    return why({ ...page, facts: factsOf(page.subject, page.path) }, state, setting, call.design.kinds);
  }
}
