/** What a unit of edits to a draft brings with it: its place in the log, the pages it touches, the groundwork. */
import type { Draft, UnitResult } from '@parlour/core/design';
import { renewAfterEdits } from '../assigning/changed.js';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { recordUnit, type NewUnit } from '../records/drafts.js';
import { followGroundwork } from './groundwork.js';

/**
 * Records a unit with all that follows from it, under the lock of its design.
 * @param draft as it was before the unit
 * @returns the design with the unit's sequence number
 */
export async function recordEdits(
  trx: Records,
  design: Design,
  draft: Draft,
  unit: NewUnit,
  result: UnitResult,
): Promise<Design> {
  const recorded = await recordUnit(trx, design, draft, unit, result);
  if (result.edits.length) {
    await renewAfterEdits(trx, design, draft, result);
    await followGroundwork(trx, design, draft, result);
  }
  return recorded;
}
