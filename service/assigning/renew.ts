/** Keeps the table of store pages and their templates right: only what a change can have touched is worked out anew. */
import type { DesignState } from '@parlour/core/documents';
import { pageKinds, parsePage, type PageKind } from '@parlour/core/pages';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import {
  askAgainIfRunning,
  askRenewal,
  finishRenewal,
  knownPages,
  removeAssignments,
  removeGoneProducts,
  writeAssignments,
} from '../records/assignments.js';
import { countProducts } from '../records/subjects.js';
import type { Side } from '../records/tables.js';
import { rowsOf } from './rows.js';
import { settingOf } from './setting.js';
import { subjectsOf } from './subjects.js';

/** Up to how many pages are renewed at once, in the same transaction; more are renewed in the background. */
const AT_ONCE = 2000;

/** Pages of a kind. */
export interface StalePages {
  readonly kind: PageKind;
  /** Their codes; null for all of the kind. */
  readonly pages: readonly string[] | null;
}

/** A new design: all its pages, as its draft and as what it published say. */
export async function renewDesign(
  trx: Records,
  design: Design,
  draft: DesignState,
  published: DesignState,
): Promise<void> {
  const all = pageKinds().map((kind) => ({ kind, pages: null }));
  await renewStale(trx, design, 'draft', draft, all);
  await renewStale(trx, design, 'live', published, all);
}

/** Works out pages anew, at once or in the background where there are many. */
export async function renewStale(
  trx: Records,
  design: Design,
  side: Side,
  state: DesignState,
  stale: readonly StalePages[],
): Promise<void> {
  for (const { kind, pages } of stale)
    if (pages === null && kind === 'product' && (await countProducts(trx, design.storeId)) > AT_ONCE)
      await askRenewal(trx, design.id, side, kind);
    else await renewPages(trx, design, side, state, kind, { pages });
}

export interface Renewing {
  /** Codes of the pages; all of the kind, however many, if null or absent. */
  readonly pages?: readonly string[] | null;
  /** Which of the renewals that were asked for this one answers. */
  readonly wanted?: number;
  /** Is told how many pages are done. */
  readonly progress?: (pages: number) => Promise<void>;
}

/** Works out pages of a kind. Those that do not exist (any more) leave the table. */
export async function renewPages(
  db: Records,
  design: Design,
  side: Side,
  state: DesignState,
  kind: PageKind,
  { pages = null, wanted = 0, progress = () => Promise.resolve() }: Renewing = {},
): Promise<void> {
  const setting = await settingOf(db, design.storeId, state);
  const { rowOf, until } = rowsOf(kind, setting);
  // Of products there may be a million, so those that are gone are looked for in the database.
  const isMany = pages === null && kind === 'product';
  const gone = new Set(isMany ? [] : (pages ?? (await knownPages(db, design.id, side, kind))));
  const codes = pages?.flatMap((page) => parsePage(page).code ?? []);
  let done = 0;
  // The next batch is read and worked out while the one before is written.
  let writing = Promise.resolve();
  for await (const subjects of subjectsOf(db, design.storeId, kind, state, codes)) {
    const rows = subjects.map((subject) => rowOf(subject));
    await writing;
    for (const { page } of rows) gone.delete(page);
    done += rows.length;
    writing = writeAssignments(db, design.id, side, rows).then(() => progress(done));
    // A failure is thrown when it is waited for; here it must not go unheard meanwhile.
    writing.catch(() => undefined);
  }
  await writing;
  if (isMany) await removeGoneProducts(db, design.id, side, design.storeId);
  else await removeAssignments(db, design.id, side, [...gone]);
  if (pages) await askAgainIfRunning(db, design.id, side, kind, setting.now);
  else await finishRenewal(db, { designId: design.id, side, kind }, wanted, until);
}
