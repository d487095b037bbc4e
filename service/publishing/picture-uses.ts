/** Where a picture is used, and its end once nothing uses it any more. */
import { setImmediate as nextTurn } from 'node:timers/promises';
import { Problem, sure } from '@parlour/core';
import { nameOf } from '@parlour/core/design';
import { audit } from '../records/audit.js';
import { inTransaction, type Records } from '../records/database.js';
import { listDesigns, lockDesign } from '../records/designs.js';
import { openDraft } from '../records/drafts.js';
import { collectionsWith, deletePicture, isPictureKept, productsWith } from '../records/pictures.js';

/** How many documents are looked at in one turn of the loop. */
const AT_ONCE = 50;

export interface PictureUses {
  /** Documents of drafts, with what they are called in a sentence. */
  readonly documents: readonly { readonly design: string; readonly key: string; readonly name: string }[];
  readonly products: readonly { readonly code: string; readonly title: string }[];
  readonly collections: readonly { readonly code: string; readonly title: string }[];
  /** Whether a revision that is kept, or an edit that can be taken back, shows it. */
  readonly kept: boolean;
}

export async function pictureUses(db: Records, storeId: number, hash: string): Promise<PictureUses> {
  const designs = [...(await listDesigns(db, storeId)), ...(await listDesigns(db, storeId, true))];
  const documents: { design: string; key: string; name: string }[] = [];
  for (const design of designs) {
    const draft = await openDraft(db, design);
    let looked = 0;
    for (const key of draft.keys()) {
      // A design may have thousands; nobody else waits for them.
      if (++looked % AT_ONCE === 0) await nextTurn();
      const document = sure(draft.get(key));
      // A hash is long enough to be looked for as a text.
      if (JSON.stringify(document).includes(hash)) documents.push({ design: design.code, key, name: nameOf(document) });
    }
  }
  const [products, collections, kept] = await Promise.all([
    productsWith(db, storeId, hash),
    collectionsWith(db, storeId, hash),
    isPictureKept(db, storeId, hash),
  ]);
  return { documents, products, collections, kept };
}

/**
 * Deletes a picture for good.
 * @throws Problem `still-used`, saying by what
 */
export const removePicture = (
  db: Records,
  storeId: number,
  { hash, name }: { readonly hash: string; readonly name: string },
  accountId: number,
): Promise<void> =>
  inTransaction(db, async (trx) => {
    // Nobody may put it into a draft, or publish it, while it is looked for.
    const designs = [...(await listDesigns(trx, storeId)), ...(await listDesigns(trx, storeId, true))];
    for (const { id } of designs.sort((a, b) => a.id - b.id)) await lockDesign(trx, id);
    const { documents, products, collections, kept } = await pictureUses(trx, storeId, hash);
    const [used] = [
      ...documents.map(({ name: called }) => called),
      ...products.map(({ title }) => `the product “${title}”`),
      ...collections.map(({ title }) => `the collection “${title}”`),
    ];
    if (used)
      throw new Problem('still-used', `The picture is used by ${used}.`, {
        place: 'picture',
        remedy: 'Show another picture there first.',
      });
    if (kept)
      throw new Problem('still-used', 'A revision, or an edit that can be undone, shows this picture.', {
        place: 'picture',
        remedy: 'Keep it, so that going back stays possible.',
      });
    await deletePicture(trx, storeId, hash);
    await audit(trx, { storeId, accountId, action: 'picture.remove', target: name || hash });
  });
