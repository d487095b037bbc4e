/** After a change of a design: the pages whose template it can have changed, and no others. */
import { closedState, isSame, overlay, type Draft, type UnitResult } from '@parlour/core/design';
import {
  patternsOf,
  type PathPatterns,
  keys,
  type AssignmentsDocument,
  type DesignState,
  type DocumentKey,
  codeOf,
  isKeyOf,
} from '@parlour/core/documents';
import { pageKinds, type PageKind } from '@parlour/core/pages';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { renewStale, type StalePages } from './renew.js';
import { asksAbout } from './rows.js';

/** After a unit of edits: the draft's pages whose template it can have changed. */
export async function renewAfterEdits(
  trx: Records,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
): Promise<void> {
  const after = closedState(overlay(draft, documents));
  const stale = stalePages(closedState(draft), after, [...documents.keys()]);
  await renewStale(trx, design, 'draft', after, stale);
}

/** After a publish: the live pages whose template it can have changed. */
export async function renewAfterPublish(
  trx: Records,
  design: Design,
  before: DesignState,
  after: DesignState,
  changed: readonly DocumentKey[],
): Promise<void> {
  await renewStale(trx, design, 'live', after, stalePages(before, after, changed));
}

type Bucket = AssignmentsDocument | undefined;

/**
 * The pages whose rows two states of a design can differ in. What the standard template of a kind is says the design,
 * so another one makes no row stale.
 * @param changed the documents in which the states differ
 */
function stalePages(before: DesignState, after: DesignState, changed: readonly DocumentKey[]): readonly StalePages[] {
  const whole = new Set(
    changed.flatMap((key) => [...kindsOfRule(key, before, after), ...kindsOfLists(key, before, after)]),
  );
  if (changed.includes(keys.paths)) for (const kind of kindsMoved(before, after)) whole.add(kind);
  const single = new Map<PageKind, string[]>();
  const add = (kind: PageKind, ...pages: string[]) => single.set(kind, [...(single.get(kind) ?? []), ...pages]);
  for (const key of changed) {
    if (isKeyOf(key, 'content')) add('content', `content:${codeOf(key)}`);
    // The code of assignments is the kind of their pages.
    if (isKeyOf(key, 'assignments')) add(codeOf(key) as PageKind, ...reassigned(before.get(key), after.get(key)));
  }
  return [
    ...[...whole].map((kind) => ({ kind, pages: null })),
    ...[...single].flatMap(([kind, pages]) => (whole.has(kind) || pages.length === 0 ? [] : [{ kind, pages }])),
  ];
}

/** The pages that have a template of their own, or had, if it is another one now. */
function reassigned(before: Bucket, after: Bucket): string[] {
  const [was, is] = [before?.pages ?? {}, after?.pages ?? {}];
  return [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((page) => was[page] !== is[page]);
}

/** The kind whose rules are others now. */
function kindsOfLists(key: DocumentKey, before: DesignState, after: DesignState): PageKind[] {
  if (!isKeyOf(key, 'assignments')) return [];
  const [was, is] = [before, after].map((state) => state.get(key)?.lists);
  // The code of assignments is the kind of their pages.
  return isSame(was, is) ? [] : [codeOf(key) as PageKind];
}

/** The kinds of pages that the rule of an addition chooses among, before or now, if it is another one now. */
function kindsOfRule(key: DocumentKey, before: DesignState, after: DesignState): PageKind[] {
  if (!isKeyOf(key, 'addition')) return [];
  const targets = [before, after].map((state) => state.get(key)?.target);
  if (isSame(targets[0], targets[1])) return [];
  return targets.flatMap((target) => (target && 'when' in target && target.when ? [target.pageKind] : []));
}

/** The kinds whose pages are at other paths, where some rule asks for the path. */
function kindsMoved(before: DesignState, after: DesignState): PageKind[] {
  const patterns = (state: DesignState): PathPatterns => patternsOf(state.get(keys.paths));
  const [was, is] = [patterns(before), patterns(after)];
  return pageKinds().filter((kind) => kind !== 'not-found' && was[kind] !== is[kind] && asksAbout(after, kind, 'path'));
}
