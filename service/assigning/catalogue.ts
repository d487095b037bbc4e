/** After a change of the catalogue: the pages of what changed, in every design, and no others. */
import { LRUCache } from 'lru-cache';
import { closedState } from '@parlour/core/design';
import type { DesignState } from '@parlour/core/documents';
import { pageCode, type PageKind } from '@parlour/core/pages';
import { afterCommit, inTransaction, perDatabase, type Database, type Records } from '../records/database.js';
import { listDesigns, lockDesign, type Design } from '../records/designs.js';
import { openDraft } from '../records/drafts.js';
import { duePages, notePagesDue, removeDue, type DuePage } from '../records/due-pages.js';
import { publishedState } from '../records/states.js';
import { sharing } from '../sharing.js';
import type { Side } from '../records/tables.js';
import { fillSold } from './filling.js';
import { renewPages } from './renew.js';
import { asksAbout } from './rows.js';

/**
 * Notes that what rules see of some subjects has changed. The transaction under way locks no design for it: their pages
 * are worked out anew once it is committed, by the time its work is answered; or by the next chore, if the process
 * ends in between.
 * @param fact the only one that has changed, if it is known
 */
export async function subjectsChanged(
  trx: Records,
  storeId: number,
  kind: DuePage['kind'],
  codes: readonly string[],
  fact: string | null = null,
): Promise<void> {
  await notePagesDue(trx, storeId, kind, codes, fact);
  // What was changed is changed; that its pages could not be listed anew yet is no failure of whoever changed it.
  await afterCommit(trx, (db) => renewDue(db, storeId).catch(() => undefined));
}

/**
 * Works out the pages of a store that are due, design by design, each in a short transaction of its own. Those of many
 * changes at the same time are worked out together.
 */
export function renewDue(db: Database, storeId: number): Promise<void> {
  const stores = renewing(db);
  let renew = stores.get(storeId);
  if (!renew) stores.set(storeId, (renew = sharing(() => renewStore(db, storeId))));
  return renew();
}

const renewing = perDatabase(() => new LRUCache<number, () => Promise<void>>({ max: 10_000 }));

async function renewStore(db: Database, storeId: number): Promise<void> {
  const sold = (await duePages(db, storeId)).filter(({ fact }) => fact === 'stock');
  if (sold.length > 0)
    await fillSold(
      db,
      storeId,
      sold.map(({ code }) => code),
    );
  // With what that has made due. What was sold meanwhile fills no collection yet: it stays for the next time.
  const filled = new Set(sold.map(({ id }) => id));
  const due = (await duePages(db, storeId)).filter(({ id, fact }) => fact !== 'stock' || filled.has(id));
  if (due.length === 0) return;
  for (const unlocked of await listDesigns(db, storeId)) {
    // Looked at before it is locked: most designs have no rule about what has changed.
    if (!(await statesOf(db, unlocked)).some(({ state }) => pagesIn(state, due).size > 0)) continue;
    await inTransaction(db, async (trx) => {
      const design = await lockDesign(trx, unlocked.id);
      for (const { side, state } of await statesOf(trx, design))
        for (const [kind, pages] of pagesIn(state, due))
          await renewPages(trx, design, side, state, kind, { pages: [...pages] });
    });
  }
  await removeDue(db, due);
}

const statesOf = async (db: Records, design: Design): Promise<{ side: Side; state: DesignState }[]> => [
  { side: 'draft', state: closedState(await openDraft(db, design)) },
  { side: 'live', state: await publishedState(db, design) },
];

/** The pages that can have another row in a state: where one fact has changed, only if a rule asks about it. */
function pagesIn(state: DesignState, due: readonly DuePage[]): ReadonlyMap<PageKind, ReadonlySet<string>> {
  const kinds = new Map<PageKind, Set<string>>();
  const asked = new Map<string, boolean>();
  const isAsked = (kind: PageKind, fact: string): boolean => {
    const key = `${kind} ${fact}`;
    const known = asked.get(key) ?? asksAbout(state, kind, fact);
    asked.set(key, known);
    return known;
  };
  for (const { kind, code, fact } of due)
    if (fact === null || isAsked(kind, fact))
      kinds.set(kind, (kinds.get(kind) ?? new Set()).add(pageCode({ kind, code })));
  return kinds;
}
