/** The groundwork of a design: the state it builds on, and building on another one. */
import {
  capitalised,
  groundworkOf,
  keys,
  nameOf,
  starterDesign,
  type Document,
  type DocumentKey,
  type LookDocument,
} from '@parlour/core';
import type { Records } from '../records/database.js';
import { updateDesign, type Design } from '../records/designs.js';
import { loadDocuments, loadManifest, loadState, saveManifest } from '../records/documents.js';
import { openDraft } from '../records/drafts.js';
import { storeById } from '../records/stores.js';
import { mergedEdits, recordMerge } from './follow.js';
import { differingKeys, isSameState, opened, saveOver } from './states.js';

/** Writes what a design of a store starts with on a groundwork. @returns the hash of its manifest */
export const saveGroundwork = async (trx: Records, storeName: string, code: string | undefined): Promise<string> =>
  saveOver(trx, await saveManifest(trx, {}), starterDesign(storeName, code));

/**
 * Builds a design on another groundwork. Its draft gets the look of that one value by value, and those of its regions
 * and templates that are as the old groundwork had them; whatever was changed in the design stays, and so does home.
 * The caller holds the design's lock.
 * @returns what stays because it was changed, in sentences
 */
export async function buildOn(trx: Records, design: Design, code: string, authorId: number): Promise<string[]> {
  const { name } = await storeById(trx, design.storeId);
  const wanted = await saveGroundwork(trx, name, code);
  const changed = await differingKeys(trx, design.groundwork, wanted);
  const [before, after] = await Promise.all([loadState(trx, design.groundwork), loadState(trx, wanted)]);
  const draft = await openDraft(trx, design);
  // Sections of two hands on one page would make a third page that nobody wanted.
  const isOwn = (key: DocumentKey): boolean =>
    key !== keys.look && (key === keys.template('home') || !isSameState(opened(before, key), draft.get(key)));
  const { edits } = await mergedEdits(
    trx,
    design,
    draft,
    changed.filter((key) => !isOwn(key)),
    (key) => opened(before, key),
    (key) => opened(after, key),
  );
  await recordMerge(trx, design, draft, edits, authorId, `Built on the groundwork “${groundworkOf(code).name}”.`);
  await updateDesign(trx, design.id, { groundwork: wanted });
  return changed.filter(isOwn).flatMap((key) => {
    const document = draft.get(key);
    return document ? [`${capitalised(nameOf(document))} stays as it is.`] : [];
  });
}

/** The code of the groundwork that a design builds on; of all its documents only the look is read. */
export async function groundworkCode(db: Records, { groundwork }: Pick<Design, 'groundwork'>): Promise<string> {
  const hash = (await loadManifest(db, groundwork))[keys.look] ?? '';
  const look = (await loadDocuments(db, [hash])).get(hash);
  return groundworkIn(new Map(look ? [[keys.look, look]] : []));
}

/** The code of the groundwork that a state of a design is drawn by. */
export const groundworkIn = (state: ReadonlyMap<DocumentKey, Document>): string =>
  groundworkOf((state.get(keys.look) as LookDocument | undefined)?.groundwork).code;
