/** Products that shoppers see from a time on, or until one: at that instant they come, or go. */
import { fillAnew } from '../assigning/filling.js';
import { subjectsChanged } from '../assigning/catalogue.js';
import { runJob, type JobFailed } from '../jobs.js';
import { renewCards } from '../records/cards.js';
import { touch } from '../records/changes.js';
import { inTransaction, type Database } from '../records/database.js';
import { lockFilling } from '../records/filling.js';
import { lockProducts, readProducts, turned, turningProducts } from '../records/products.js';
import { comingTags } from './products.js';

const AT_ONCE = 500;

/** Shows and hides what is due. What fails in one store is set aside, and holds up no other. */
export async function runTurning(db: Database, now: Date, failed: JobFailed): Promise<void> {
  for (;;) {
    const due = await turningProducts(db, now, AT_ONCE);
    const stores = new Map<number, string[]>();
    for (const { storeId, code } of due) stores.set(storeId, [...(stores.get(storeId) ?? []), code]);
    for (const [storeId, codes] of stores)
      await runJob(db, `turning ${storeId}`, () => turnIn(db, storeId, codes, now).then(() => true), failed);
    if (due.length < AT_ONCE) return;
  }
}

const turnIn = (db: Database, storeId: number, codes: readonly string[], now: Date): Promise<void> =>
  inTransaction(db, async (trx) => {
    await lockFilling(trx, storeId, 'using');
    await lockProducts(trx, storeId, codes);
    const products = [...(await readProducts(trx, storeId, codes)).values()].sort((a, b) => a.id - b.id);
    const ids = products.map(({ id }) => id);
    await turned(trx, ids, now.toISOString());
    await renewCards(trx, storeId, ids, now);
    await fillAnew(trx, storeId, { codes, facts: null });
    touch(
      trx,
      storeId,
      products.flatMap((product) => comingTags(product, product.collections)),
    );
    await subjectsChanged(trx, storeId, 'product', codes);
  });
