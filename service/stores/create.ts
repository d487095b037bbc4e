/** A new store: its row, its owner, and a first design with every page it needs. */
import { CURRENCIES } from '@parlour/core/money';
import { Problem } from '@parlour/core';
import { LIMITS, starterDesign } from '@parlour/core/design';
import type { WholeState } from '@parlour/core/documents';
import { renewDesign } from '../assigning/renew.js';
import { groundworkIn, saveGroundwork } from '../publishing/groundwork.js';
import { addFirstState } from '../publishing/publish.js';
import { countOwned, lockAccount, setMembership } from '../records/accounts.js';
import { audit } from '../records/audit.js';
import { inTransaction, type Records } from '../records/database.js';
import { addDesign, designById, setLiveDesign, updateDesign } from '../records/designs.js';
import { saveManifest } from '../records/documents.js';
import { addStore, type NewStore } from '../records/stores.js';

/** @throws Problem `already-there`, `bad-value`, `limit-reached` */
export const createStore = (
  db: Records,
  ownerId: number,
  { groundwork, ...store }: NewStore & { readonly groundwork?: string | undefined },
): Promise<number> =>
  inTransaction(db, async (trx) => {
    checkNames(store);
    await checkRoom(trx, ownerId);
    const id = await addStore(trx, store);
    if (id === undefined)
      throw new Problem('already-there', `There is already a store “${store.slug}”.`, {
        place: 'slug',
        remedy: 'Choose another; it is part of the web address of the storefront.',
      });
    await setMembership(trx, ownerId, id, 'owner');
    await addFirstDesign(trx, id, store.name, starterDesign(store.name, groundwork));
    await audit(trx, { storeId: id, accountId: ownerId, action: 'store.create', target: store.slug });
    return id;
  });

async function checkRoom(trx: Records, ownerId: number): Promise<void> {
  await lockAccount(trx, ownerId);
  if ((await countOwned(trx, ownerId)) < LIMITS.storesPerOwner) return;
  throw new Problem(
    'limit-reached',
    `One account owns at most ${LIMITS.storesPerOwner} stores, closed ones included.`,
    {
      remedy: 'Hand one over to somebody else first.',
    },
  );
}

/** Names of other standards are checked by asking those who know them. */
function checkNames({ currency, locale, timeZone }: NewStore): void {
  const known = (place: string, remedy: string, ask: () => unknown): void => {
    try {
      ask();
    } catch {
      throw new Problem('bad-value', `This is not a known ${place}.`, { place, remedy });
    }
  };
  if (!CURRENCIES.includes(currency))
    throw new Problem('bad-value', `There is no currency “${currency}”.`, {
      place: 'currency',
      remedy: 'Use a code of ISO 4217, such as EUR.',
    });
  known('locale', 'Use a tag of BCP 47, such as en-IE.', () => Intl.getCanonicalLocales(locale));
  known('timeZone', 'Use a name such as Europe/Dublin.', () => new Intl.DateTimeFormat('en', { timeZone }));
}

/** A store's first design: live, its draft the same as its first revision. */
export async function addFirstDesign(
  trx: Records,
  storeId: number,
  storeName: string,
  documents: WholeState,
): Promise<void> {
  const empty = await saveManifest(trx, {});
  const groundwork = await saveGroundwork(trx, storeName, groundworkIn(documents));
  const id = await addDesign(trx, { storeId, code: 'first', name: 'First design', origin: empty, groundwork });
  const { manifest } = await addFirstState(trx, id, documents, {
    note: 'The design the store started with',
    authorId: null,
  });
  await updateDesign(trx, id, { origin: manifest });
  await setLiveDesign(trx, storeId, id, null, 'First design');
  await renewDesign(trx, await designById(trx, id), documents, documents);
}
