/** Building a design on another groundwork, or on what the same one has become. */
import { capitalised, Problem } from '@parlour/core';
import { nameOf } from '@parlour/core/design';
import { keys, type DocumentKey } from '@parlour/core/documents';
import { groundworkOf } from '@parlour/core/groundworks';
import type { Records } from '../records/database.js';
import { updateDesign, type Design } from '../records/designs.js';
import { loadState } from '../records/documents.js';
import { openDraft } from '../records/drafts.js';
import { storeById } from '../records/stores.js';
import { mergedEdits, recordMerge } from './follow.js';
import { saveGroundwork } from './groundwork.js';
import { differingKeys, isSameState, opened } from '../records/states.js';

/**
 * Builds a design on another groundwork. Its draft gets the look of that one value by value, and those of its regions
 * and templates that are as the old groundwork had them; whatever was changed in the design stays, and so does home.
 * The caller holds the design's lock.
 * @returns what stays because it was changed, in sentences
 * @throws Problem `already-there` if it builds on that one
 */
export async function buildOn(trx: Records, design: Design, code: string, authorId: number): Promise<string[]> {
  const groundwork = groundworkOf(code).name;
  const { name } = await storeById(trx, design.storeId);
  const wanted = await saveGroundwork(trx, name, code);
  if (wanted === design.groundwork)
    throw new Problem('already-there', `The design builds on ${groundwork} already.`, {
      place: 'groundwork',
      remedy: 'Choose another groundwork, or leave it out for a plain copy.',
    });
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
  await recordMerge(trx, design, draft, edits, authorId, `Built on the groundwork “${groundwork}”.`);
  // Also where the code is the same and what it stands for has changed.
  await updateDesign(trx, design.id, { groundwork: wanted });
  return changed.filter(isOwn).flatMap((key) => {
    const document = draft.get(key);
    return document ? [`${capitalised(nameOf(document))} stays as it is.`] : [];
  });
}
