/** Keeps the table of store pages and their templates right: only what a change can have touched is worked out anew. */
import {
  closedState,
  isSame,
  keys,
  overlay,
  pageKinds,
  parsePage,
  patternsOf,
  type AdditionDocument,
  type AssignmentsDocument,
  type DesignState,
  type DocumentKey,
  type Draft,
  type PageKind,
  type PathPatterns,
  type PathsDocument,
  type Rule,
  type UnitResult,
} from '@parlour/core';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import {
  askAgainIfRunning,
  askRenewal,
  finishRenewal,
  knownPages,
  removeAssignments,
  writeAssignments,
} from '../records/assignments.js';
import { countProducts } from '../records/subjects.js';
import type { Side } from '../records/tables.js';
import { rowOf, rowsOfKind, ruledAdditions, settingOf } from './rows.js';
import { subjectsOf } from './subjects.js';

/** Up to how many pages are renewed at once, in the same transaction; more are renewed in the background. */
const AT_ONCE = 2000;

/** After a unit of edits: the draft's pages whose template it can have changed. */
export async function renewAfterEdits(
  trx: Records,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
): Promise<void> {
  const after = closedState(overlay(draft, documents));
  await renewChanged(trx, design, 'draft', closedState(draft), after, [...documents.keys()]);
}

/** After a publish: the live pages whose template it can have changed. */
export const renewAfterPublish = (
  trx: Records,
  design: Design,
  before: DesignState,
  after: DesignState,
  changed: readonly DocumentKey[],
): Promise<void> => renewChanged(trx, design, 'live', before, after, changed);

async function renewChanged(
  trx: Records,
  design: Design,
  side: Side,
  before: DesignState,
  after: DesignState,
  changed: readonly DocumentKey[],
): Promise<void> {
  const content = changed
    .filter((key) => key.startsWith('content/'))
    .map((key) => `content:${key.slice('content/'.length)}`);
  if (content.length) await renewPages(trx, design, side, after, 'content', content);
  const byAdditions = changed.flatMap((key) => kindsOfRule(key, before, after));
  const moved = changed.includes(keys.paths) ? kindsMoved(before, after) : [];
  for (const kind of new Set([...byAdditions, ...moved])) {
    // Those whose own assignments changed too are renewed below.
    if (!changed.includes(keys.assignments(kind))) await renewByRules(trx, design, side, kind, after);
  }
  for (const key of changed) {
    if (!key.startsWith('assignments/')) continue;
    const kind = key.slice('assignments/'.length) as PageKind;
    await renewKind(trx, design, side, kind, before.get(key) as Bucket, after.get(key) as Bucket, after);
  }
}

type Bucket = AssignmentsDocument | undefined;

async function renewKind(
  trx: Records,
  design: Design,
  side: Side,
  kind: PageKind,
  before: Bucket,
  after: Bucket,
  state: DesignState,
): Promise<void> {
  if (!isSame(before?.lists, after?.lists)) return renewByRules(trx, design, side, kind, state);
  const [was, now] = [before?.pages ?? {}, after?.pages ?? {}];
  const pages = [...new Set([...Object.keys(was), ...Object.keys(now)])].filter((page) => was[page] !== now[page]);
  if (pages.length) await renewPages(trx, design, side, state, kind, pages);
  await askAgainIfRunning(trx, design.id, side, kind);
}

/** All pages of a kind: at once, or in the background where there are many. */
async function renewByRules(
  trx: Records,
  design: Design,
  side: Side,
  kind: PageKind,
  state: DesignState,
): Promise<void> {
  if (kind === 'product' && (await countProducts(trx, design.storeId)) > AT_ONCE)
    await askRenewal(trx, design.id, side, kind);
  else await renewWholeKind(trx, design, side, state, kind);
}

/** The kinds of pages that the rule of an addition chooses among, before or now, if it is another one now. */
function kindsOfRule(key: DocumentKey, before: DesignState, after: DesignState): PageKind[] {
  if (!key.startsWith('addition/')) return [];
  const targets = [before, after].map((state) => (state.get(key) as AdditionDocument | undefined)?.target);
  if (isSame(targets[0], targets[1])) return [];
  return targets.flatMap((target) => (target && 'when' in target && target.when ? [target.pageKind] : []));
}

/** The kinds whose pages are at other paths, where some rule asks for the path. */
function kindsMoved(before: DesignState, after: DesignState): PageKind[] {
  const patterns = (state: DesignState): PathPatterns => patternsOf(state.get(keys.paths) as PathsDocument | undefined);
  const [was, is] = [patterns(before), patterns(after)];
  return pageKinds().filter(
    (kind) =>
      kind !== 'not-found' &&
      was[kind] !== is[kind] &&
      [
        ...((after.get(keys.assignments(kind)) as Bucket)?.lists?.['rules'] ?? []).map(
          ({ values }) => values['when'] as Rule | undefined,
        ),
        ...ruledAdditions(after, kind).map(({ target }) => target.when),
      ].some((rule) => rule?.conditions.some(({ fact }) => fact === 'path')),
  );
}

/** Works out single pages of a kind. Pages that do not exist (any more) leave the table. */
export async function renewPages(
  trx: Records,
  design: Design,
  side: Side,
  state: DesignState,
  kind: PageKind,
  pages: readonly string[],
): Promise<void> {
  const setting = await settingOf(trx, design.storeId, state);
  const codes = pages.flatMap((page) => parsePage(page).code ?? []);
  const found = await subjectsOf(trx, design.storeId, kind, state, codes);
  const additions = ruledAdditions(state, kind);
  const rows = found.map((subject) => rowOf(kind, subject, setting, additions));
  await writeAssignments(trx, design.id, side, rows);
  const there = new Set(rows.map(({ page }) => page));
  await removeAssignments(
    trx,
    design.id,
    side,
    pages.filter((page) => !there.has(page)),
  );
}

/** Works out all pages of a kind, however many. @param progress is told how many are done */
export async function renewWholeKind(
  db: Records,
  design: Design,
  side: Side,
  state: DesignState,
  kind: PageKind,
  progress: (pages: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const gone = new Set(await knownPages(db, design.id, side, kind));
  let done = 0;
  // The next batch is read and worked out while the one before is written.
  let writing = Promise.resolve();
  for await (const made of rowsOfKind(db, design.storeId, state, kind)) {
    const rows = made.map(({ row }) => row);
    await writing;
    for (const { page } of rows) gone.delete(page);
    done += rows.length;
    writing = writeAssignments(db, design.id, side, rows).then(() => progress(done));
    // A failure is thrown when it is waited for; here it must not go unheard meanwhile.
    writing.catch(() => undefined);
  }
  await writing;
  await removeAssignments(db, design.id, side, [...gone]);
  await finishRenewal(
    db,
    { designId: design.id, side, kind },
    0,
    nextBoundary(state.get(keys.assignments(kind)) as Bucket, new Date()),
  );
}

/** When the dates of a rule next begin or end to count. */
export function nextBoundary(bucket: Bucket, now: Date): Date | null {
  const instants = (bucket?.lists?.['rules'] ?? [])
    .filter(({ values }) => values['off'] !== true)
    .flatMap(({ values }) => [values['from'], values['until']])
    .filter((value): value is string => typeof value === 'string' && value !== '' && Date.parse(value) > now.getTime())
    .sort();
  return instants[0] === undefined ? null : new Date(instants[0]);
}

/** A new design: all its pages, as its draft and as what it published say. */
export async function renewDesign(
  trx: Records,
  design: Design,
  draft: DesignState,
  published: DesignState,
): Promise<void> {
  const background = (await countProducts(trx, design.storeId)) > AT_ONCE;
  for (const [side, state] of [
    ['draft', draft],
    ['live', published],
  ] as const) {
    for (const kind of pageKinds())
      if (kind === 'product' && background) await askRenewal(trx, design.id, side, kind);
      else await renewWholeKind(trx, design, side, state, kind);
  }
}
