/**
 * `npm run grow -- 100000 [store]`: adds made-up products to a store of a Parlour that runs, to measure with. The same
 * ones each time, so that growing to more goes on where it was.
 */
import { join, resolve } from 'node:path';
import { performance } from 'node:perf_hooks';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { urlIn } from './cluster.mjs';
import { main, Refusal, say } from './say.mjs';

await main(async () => {
  const [count, store = 'windrow'] = process.argv.slice(2);
  if (!/^[1-9]\d{0,6}$/.test(count ?? ''))
    throw new Refusal('Say how many products there are to be: npm run grow -- 100000');
  const home = resolve(process.env.PARLOUR_HOME ?? join(ROOT, '.parlour'));
  const databaseUrl = process.env.PARLOUR_DATABASE_URL ?? urlIn(home, 'parlour');
  if (!databaseUrl) throw new Refusal('There is no Parlour here yet. Start it first: npm start');
  ensureInstalled();
  ensureBuilt();
  const { growCatalogue, openDatabase } = await import('@parlour/service');
  const db = openDatabase(databaseUrl);
  const began = performance.now();
  const seconds = () => (performance.now() - began) / 1000;
  try {
    await growCatalogue(db, {
      store,
      count: Number(count),
      onProgress: (done) => say(`${done} of ${count} products, ${Math.round(done / seconds())} a second`),
    });
  } finally {
    await db.destroy();
  }
  say(`The store “${store}” has them after ${Math.round(seconds())} seconds.`);
});
