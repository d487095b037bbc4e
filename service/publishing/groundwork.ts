/** The groundwork that a design builds on. */
import { starterDesign, type Draft, type UnitResult } from '@parlour/core/design';
import { keys, type DesignState, stateOf, headValue } from '@parlour/core/documents';
import { groundworkOf } from '@parlour/core/groundworks';
import type { Records } from '../records/database.js';
import { updateDesign, type Design } from '../records/designs.js';
import { loadDocuments, loadManifest, saveManifest } from '../records/documents.js';
import { storeById } from '../records/stores.js';
import { saveOver } from '../records/states.js';

/** Writes what a design of a store starts with on a groundwork. @returns the hash of its manifest */
export const saveGroundwork = async (trx: Records, storeName: string, code: string | undefined): Promise<string> =>
  saveOver(trx, await saveManifest(trx, {}), starterDesign(storeName, code));

/** The code of the groundwork that a design builds on; of all its documents only the look is read. */
export async function groundworkCode(db: Records, { groundwork }: Pick<Design, 'groundwork'>): Promise<string> {
  const hash = (await loadManifest(db, groundwork))[keys.look] ?? '';
  const look = (await loadDocuments(db, [hash])).get(hash);
  return groundworkIn(stateOf(look ? [[keys.look, look]] : []));
}

/** The code of the groundwork that a state of a design is drawn by. */
export const groundworkIn = (state: DesignState): string => groundworkOf(state.get(keys.look)?.groundwork).code;

/**
 * Lets a design refer to the groundwork its look is drawn by after a unit, however that came: built on another, set
 * by hand, discarded, or reverted.
 */
export async function followGroundwork(
  trx: Records,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
): Promise<void> {
  const after = headValue(documents.get(keys.look)?.head ?? {}, 'groundwork');
  if (after === undefined || after === draft.get(keys.look)?.head['groundwork']) return;
  const { name } = await storeById(trx, design.storeId);
  await updateDesign(trx, design.id, { groundwork: await saveGroundwork(trx, name, after) });
}
