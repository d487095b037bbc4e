/** Languages of a store, as far as the paths of its designs allow them. */
import { checkLanguages } from '@parlour/core/design';
import { audit } from '../records/audit.js';
import { inTransaction, type Records } from '../records/database.js';
import { lockDesign, lockStore, type Design } from '../records/designs.js';
import { loadState } from '../records/documents.js';
import { setLanguages, storeById } from '../records/stores.js';
import { publishedManifest } from '../records/states.js';

/**
 * Sets the languages that a store speaks besides its leading one. What shoppers see keeps still meanwhile, so that no
 * path can be published that begins as those of a new language.
 * @throws Problem `bad-path` if there is one
 */
export const speak = (db: Records, storeId: number, languages: readonly string[], accountId: number): Promise<void> =>
  inTransaction(db, async (trx) => {
    const liveId = await lockStore(trx, storeId);
    if (liveId !== null) await mustLeavePaths(trx, await lockDesign(trx, liveId), languages);
    await setLanguages(trx, storeId, languages);
    await audit(trx, { storeId, accountId, action: 'store.languages', target: languages.join(', ') });
  });

/** Refuses a design for shoppers that took the paths of a language while it was not live. @throws Problem `bad-path` */
export const mustSpeakAll = async (trx: Records, design: Design): Promise<void> =>
  mustLeavePaths(trx, design, (await storeById(trx, design.storeId)).languages);

const mustLeavePaths = async (trx: Records, design: Design, languages: readonly string[]): Promise<void> => {
  if (languages.length > 0) checkLanguages(languages, await loadState(trx, await publishedManifest(trx, design)));
};
