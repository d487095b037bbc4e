/** After a change of the catalogue: the pages of what changed, in every design, and no others. */
import { closedState, pageCode, type PageKind } from '@parlour/core';
import { askAgainIfRunning } from '../records/assignments.js';
import type { Records } from '../records/database.js';
import { listDesigns, lockDesign, lockStore, type Design } from '../records/designs.js';
import { openDraft } from '../records/drafts.js';
import { publishedState } from '../publishing/states.js';
import { renewPages } from './renew.js';

/**
 * Keeps the rules of a store's designs from changing until the transaction ends. Taken before the catalogue is
 * changed: whoever changes rules then sees the new catalogue, and the renewal below sees the newest rules.
 */
export async function lockDesigns(trx: Records, storeId: number): Promise<Design[]> {
  await lockStore(trx, storeId);
  const locked: Design[] = [];
  for (const { id } of await listDesigns(trx, storeId)) locked.push(await lockDesign(trx, id));
  return locked;
}

/** Works out the pages of some subjects anew, in every design, for draft and live. */
export async function renewSubjects(
  trx: Records,
  designs: readonly Design[],
  kind: Exclude<PageKind, 'content'>,
  codes: readonly string[],
): Promise<void> {
  const pages = codes.map((code) => pageCode({ kind, code }));
  for (const design of designs) {
    await renewPages(trx, design, 'draft', closedState(await openDraft(trx, design)), kind, pages);
    await renewPages(trx, design, 'live', await publishedState(trx, design), kind, pages);
    for (const side of ['draft', 'live'] as const) await askAgainIfRunning(trx, design.id, side, kind);
  }
}
