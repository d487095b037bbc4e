/** Store pages: which there are, why each is what it is. */
import { Problem, canonicalJson, isStorable, sure } from '@parlour/core';
import {
  factsOf,
  lookOf,
  sectionOnPage,
  why,
  whySection,
  writtenFactsOf,
  isForSection,
  ownSections,
} from '@parlour/core/assign';
import { closedState } from '@parlour/core/design';
import { keys, type DesignState, ruleEntry } from '@parlour/core/documents';
import { pagesIn } from '@parlour/core/fields';
import { bindingOf, type PageInfo } from '@parlour/core/kinds';
import { decimalsOf } from '@parlour/core/money';
import { parsePage, printRule, type PageSort } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { pagesMatching } from '../assigning/matching.js';
import { standardsOf } from '../assigning/rows.js';
import { settingOf } from '../assigning/setting.js';
import { openRenewals, type AssignmentRow } from '../records/assignments.js';
import { tellingOf } from '../records/states.js';
import { pathsOf } from '../records/catalogue.js';
import type { Records } from '../records/database.js';
import { failedJobs } from '../records/failed-jobs.js';
import { openDraft } from '../records/drafts.js';
import {
  isSortKey,
  listAssignments,
  sortKey,
  type PageFilter,
  type PageOrder,
  type SortKey,
} from '../records/page-list.js';
import { findPage, type PageSource } from '../storefront/pages.js';
import { implement, type Api, type Caller } from './implement.js';

export function pageRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listPages, async ({ store, design, query, now }) => {
    const state = closedState(await openDraft(db, design));
    const limit = query.limit ?? 100;
    const order = orderOf(query.sort);
    const after = query.cursor === undefined ? undefined : readCursor(query.cursor, order);
    const { when, pages: named, ...wanted } = query;
    const matching = when === undefined ? undefined : await pagesMatching(db, store.id, state, query.pageKind, when);
    const codes = named?.split(',').map((one) => one.trim());
    const matched = new Set(matching);
    const pages = codes && matching ? codes.filter((one) => matched.has(one)) : (codes ?? matching);
    const filter: PageFilter = { ...wanted, pages, order, after, limit: limit + 1 };
    const renewals = await openRenewals(db, design.id, 'draft');
    const { rows, total } = await listAssignments(
      db,
      { designId: design.id, side: 'draft', standards: standardsOf(state) },
      filter,
    );
    const some = rows.slice(0, limit);
    const home = await shownByHome({ db, store, state, now });
    const { patterns } = await settingOf(db, store.id, state);
    const paths = await pathsOf(
      db,
      { storeId: store.id, patterns, state, translation: null, prefix: '' },
      some.map(({ page }) => page),
    );
    const last = some.at(-1);
    return {
      pages: some.map((row) => ({
        page: row.page,
        pageKind: row.kind,
        title: row.title,
        path: row.kind === 'not-found' ? ANY_PATH : (paths.get(row.page) ?? ''),
        template: templateShape(row, state),
        ...(row.kind === 'home' && home && { shows: home }),
      })),
      total,
      next: rows.length > limit && last ? writeCursor(sortKey(last, order)) : null,
      renewing: renewals.length
        ? { pages: sum(renewals, 'pages'), total: sum(renewals, 'total'), fault: await faultOf(db, design.id) }
        : null,
    };
  });

  implement(api, routes.why, async (call) => {
    const { store, design, params, query, now } = call;
    const state = closedState(await openDraft(db, design));
    const { page, sentence } = await shownAs({ db, store, state, now }, sure(params['page']));
    const setting = { now: now.toISOString(), decimals: decimalsOf(store.currency) };
    const path = page.kind === 'not-found' ? ANY_PATH : page.path;
    const written = writtenFactsOf(page.subject, page.path);
    const told = why({ ...page, path, written, facts: factsOf(page.subject, page.path) }, state, setting, design.kinds);
    const asked = query.section === undefined ? null : sectionOnPage(told, query.section, state);
    const mine = asked ? ownSections(state.get(keys.own(page.code))).get(asked.id) : undefined;
    const fields = asked
      ? whySection(
          asked,
          design.kinds,
          { binding: (name) => bindingOf(page, name) },
          lookOf(told, state),
          await tellingOf(db, design, pagesIn([asked, mine])),
          isForSection(mine, asked) ? mine : undefined,
        )
      : [];
    return {
      ...told,
      fields,
      sentences: [...(sentence === null ? [] : [sentence]), ...told.sentences, ...fields.map((one) => one.sentence)],
    };
  });
}

/** Why a renewal of the draft's pages failed, in a sentence; null if none did. */
async function faultOf(db: Records, designId: number): Promise<string | null> {
  const [failed] = await failedJobs(db, `renewal ${designId} draft `);
  return failed
    ? `The templates of ${sure(failed.job.split(' ').at(-1))} pages could not be worked out: ${failed.fault} It will be tried again automatically.`
    : null;
}

const ANY_PATH = '(any path without a page)';

const sum = (list: readonly { readonly pages: number; readonly total: number }[], name: 'pages' | 'total'): number =>
  list.reduce((all, one) => all + one[name], 0);

function templateShape({ kind, template, reason, rule }: AssignmentRow, state: DesignState) {
  if (template === null || reason === 'none') return null;
  const { name } = state.get(keys.template(template)) ?? { name: template };
  const bucket = state.get(keys.assignments(kind));
  const entry = rule === null ? undefined : bucket?.lists?.['rules']?.find(({ id }) => id === rule);
  return { code: template, name, reason, ...(entry ? { rule: printRule(sure(ruleEntry(entry.values).when)) } : {}) };
}

/** `-title` is by title, from the other end. */
const orderOf = (sort = 'page-kind'): PageOrder => ({
  // The query lets no other in.
  by: sort.replace(/^-/, '') as PageSort,
  descending: sort.startsWith('-'),
});

export const writeCursor = (key: SortKey): string => Buffer.from(canonicalJson(key)).toString('base64url');

/** Where a list goes on. @throws Problem `bad-input` for what is no cursor, or one of a list in another order */
export function readCursor(text: string, order: PageOrder): SortKey {
  try {
    const key: unknown = JSON.parse(Buffer.from(text, 'base64url').toString());
    if (Array.isArray(key) && isSortKey(key, order) && key.every((one) => isStorable(String(one)))) return key;
  } catch {
    // Told below.
  }
  throw new Problem('bad-input', 'This is not a valid place in the list.', {
    place: 'cursor',
    remedy: 'Use the “next” of the answer before, with the same order.',
  });
}

/** The page that the home page shows, if that is another one. */
async function shownByHome(site: PageSource): Promise<{ page: string; title: string } | null> {
  const chosen = site.state.get(keys.paths)?.home;
  if (chosen === undefined) return null;
  const { kind, code } = parsePage(chosen);
  const page = await findPage(site, kind, 'code', code ?? '');
  return page && { page: page.code, title: page.title };
}

/**
 * What is shown where a page is asked for: the home page may show another one.
 * @returns the page with a sentence about that, or null if there is nothing to say
 * @throws Problem `no-such-page`
 */
export async function shownAs(site: PageSource, code: string): Promise<{ page: PageInfo; sentence: string | null }> {
  const home = await shownByHome(site);
  if (home && code === 'home')
    return {
      page: await pageIn(site, home.page),
      sentence: `The home page shows “${home.title}” (${home.page}); its own template is not used.`,
    };
  const sentence = home?.page === code ? 'The home page shows it, and its web address is that of the home page.' : null;
  return { page: await pageIn(site, code), sentence };
}

/** A page that exists in the draft. @throws Problem `no-such-page` */
export const pageOf = async (
  { db }: Api,
  { store, design, now }: Caller & { readonly now: Date },
  code: string,
): Promise<PageInfo> => pageIn({ db, store, now, state: closedState(await openDraft(db, design)) }, code);

/** A page that exists in a state of a design. @throws Problem `no-such-page` */
export async function pageIn(site: PageSource, code: string): Promise<PageInfo> {
  const page = await found();
  if (page) return page;
  throw new Problem('no-such-page', `There is no page “${code}”.`, {
    place: 'page',
    remedy: 'List the pages to see their codes, such as product:K-014.',
  });

  async function found(): Promise<PageInfo | null> {
    try {
      const { kind, code: subject } = parsePage(code);
      const page = await findPage({ ...site, mode: 'preview' }, kind, 'code', subject ?? '');
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
