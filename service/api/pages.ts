/** What there is in a draft: store pages with their templates, templates, documents, plans. */
import {
  bindingOf,
  canonicalJson,
  closeDocument,
  closedState,
  currencyDecimals,
  factsOf,
  hasSections,
  isSection,
  keys,
  lookOf,
  nameOf,
  pageKinds,
  parsePage,
  planPage,
  planSvg,
  planText,
  printRule,
  Problem,
  regionsOf,
  sectionOnPage,
  SHIPPED_KINDS,
  templateCodeOf,
  why,
  whySection,
  writtenFactsOf,
  type AssignmentsDocument,
  type DesignState,
  type Document,
  type DraftDocument,
  type PageInfo,
  type PageKind,
  type PlanParts,
  type Rule,
  type TemplateDocument,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { countInMemory, listInMemory } from '../assigning/in-memory.js';
import { settingOf } from '../assigning/renew.js';
import {
  countAssignments,
  listAssignments,
  openRenewals,
  type AssignmentRow,
  type PageFilter,
} from '../records/assignments.js';
import { pathsOf } from '../records/catalogue.js';
import { openDraft } from '../records/drafts.js';
import type { Site } from '../storefront/context.js';
import { findPage } from '../storefront/show.js';
import { implement, type Api, type Caller } from './implement.js';

export function pageRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listPages, async ({ store, design, query }) => {
    const state = closedState(await openDraft(db, design));
    const limit = query.limit ?? 100;
    const after = query.cursor === undefined ? undefined : readCursor(query.cursor);
    const filter: PageFilter = { ...query, limit: limit + 1, after };
    const renewals = await openRenewals(db, design.id, 'draft');
    const { rows, total } =
      query.when !== undefined || renewals.length
        ? await listInMemory(db, design, state, filter, query.when)
        : await listAssignments(db, design.id, 'draft', filter);
    const some = rows.slice(0, limit);
    const { patterns } = await settingOf(db, store.id, state);
    const paths = await pathsOf(
      db,
      { storeId: store.id, patterns, state },
      some.map(({ page }) => page),
    );
    const last = some.at(-1);
    return {
      pages: some.map((row) => ({
        page: row.page,
        kind: row.kind,
        title: row.title,
        path: row.kind === 'not-found' ? '(any path where nothing lies)' : (paths.get(row.page) ?? ''),
        template: templateShape(row, state),
      })),
      total,
      next: rows.length > limit && last ? cursorOf(last) : null,
      renewing: renewals.length ? { pages: sum(renewals, 'pages'), total: sum(renewals, 'total') } : null,
    };
  });

  implement(api, routes.why, async (call) => {
    const { store, design, params, query } = call;
    const state = closedState(await openDraft(db, design));
    const page = await pageOf(api, call, params['page'] as string);
    const setting = { now: new Date().toISOString(), decimals: currencyDecimals(store.currency) };
    const path = page.kind === 'not-found' ? '(any path where nothing lies)' : page.path;
    const written = writtenFactsOf(page.subject, page.path);
    const told = why({ ...page, path, written, facts: factsOf(page.subject, page.path) }, state, setting);
    const asked = query.section === undefined ? null : sectionOnPage(told, query.section, state);
    const fields = asked
      ? whySection(asked, SHIPPED_KINDS, { binding: (name) => bindingOf(page, name) }, lookOf(told, state))
      : [];
    return JSON.parse(
      JSON.stringify({ ...told, fields, sentences: [...told.sentences, ...fields.map(({ sentence }) => sentence)] }),
    ) as never;
  });

  implement(api, routes.listTemplates, async ({ design }) => {
    const draft = await openDraft(db, design);
    const state = closedState(draft);
    const renewals = await openRenewals(db, design.id, 'draft');
    const counts = renewals.length
      ? await countInMemory(db, design, state)
      : await countAssignments(db, design.id, 'draft');
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
        },
      ];
    });
    const order = pageKinds();
    return {
      templates: templates.sort(
        (a, b) => order.indexOf(a.pageKind) - order.indexOf(b.pageKind) || a.name.localeCompare(b.name),
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
    const drawn = planPage({ template: [keys.template(code), template], regions }, SHIPPED_KINDS);
    return { svg: planSvg(drawn, { labels: query.labels !== 'no' }), text: planText(drawn), template: code };
  });
}

const sum = (list: readonly { readonly pages: number; readonly total: number }[], name: 'pages' | 'total'): number =>
  list.reduce((all, one) => all + one[name], 0);

function templateShape({ kind, template, reason, rule }: AssignmentRow, state: DesignState) {
  if (template === null || reason === 'none') return null;
  const { name } = (state.get(keys.template(template)) ?? { name: template }) as TemplateDocument;
  const bucket = state.get(keys.assignments(kind)) as AssignmentsDocument | undefined;
  const entry = rule === null ? undefined : bucket?.lists?.['rules']?.find(({ id }) => id === rule);
  return { code: template, name, reason, ...(entry ? { rule: printRule(entry.values['when'] as Rule) } : {}) };
}

const cursorOf = ({ rank, title, page }: AssignmentRow): string =>
  Buffer.from(canonicalJson([rank, title.slice(0, 120), page])).toString('base64url');

function readCursor(text: string): PageFilter['after'] {
  try {
    const [rank, title, page] = JSON.parse(Buffer.from(text, 'base64url').toString()) as unknown[];
    if (
      typeof rank === 'number' &&
      Number.isInteger(rank) &&
      Math.abs(rank) < 100 &&
      typeof title === 'string' &&
      typeof page === 'string' &&
      !`${title}${page}`.includes('\0') &&
      title.isWellFormed() &&
      page.isWellFormed()
    )
      return { rank, title, page };
  } catch {
    // Told below.
  }
  throw new Problem('bad-input', 'This is no place in the list.', {
    place: 'cursor',
    remedy: 'Use the “next” of the answer before.',
  });
}

/** A page that exists in the draft. @throws Problem `no-such-page` */
export const pageOf = async ({ db }: Api, { store, design }: Caller, code: string): Promise<PageInfo> =>
  pageIn({ db, store, state: closedState(await openDraft(db, design)) }, code);

/** A page that exists in a state of a design. @throws Problem `no-such-page` */
export async function pageIn(site: Pick<Site, 'db' | 'store' | 'state'>, code: string): Promise<PageInfo> {
  const page = await found();
  if (page) return page;
  throw new Problem('no-such-page', `There is no page “${code}”.`, {
    place: 'page',
    remedy: 'List the pages to see their codes, such as product:K-014.',
  });

  async function found(): Promise<PageInfo | null> {
    try {
      const { kind, code: subject } = parsePage(code);
      const page = await findPage(site, kind, 'code', subject ?? '');
      return page && kind === 'home'
        ? { ...page, title: 'Home' }
        : page && kind === 'not-found'
          ? { ...page, title: 'Not found' }
          : page;
    } catch (error) {
      if (error instanceof Problem) return null;
      throw error;
    }
  }
}

/** @throws Problem `no-such-page` naming the first that does not exist */
export async function checkPagesExist({ db }: Api, { store, design }: Caller, pages: readonly string[]): Promise<void> {
  const named = pages.filter((page) => page.includes(':'));
  if (named.length === 0) return;
  const state = closedState(await openDraft(db, design));
  for (const page of named) parsePage(page);
  const { patterns } = await settingOf(db, store.id, state);
  const paths = await pathsOf(db, { storeId: store.id, patterns, state }, named);
  const missing = named.find((page) => !paths.has(page));
  if (missing !== undefined)
    throw new Problem('no-such-page', `There is no page “${missing}”.`, {
      place: 'page',
      remedy: 'List the pages to see their codes, such as product:K-014.',
    });
}
