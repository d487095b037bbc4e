/** What the service loads for the demo's home page: the live documents, the store, the data. */
import { assemblePage, SHIPPED_KINDS } from '@parlour/core';
import { openDatabase } from '@parlour/service';
import { loadData } from '../service/dist/records/catalogue.js';
import { loadState } from '../service/dist/records/documents.js';
import { findStore } from '../service/dist/records/stores.js';

export async function loadForBench({ databaseUrl }) {
  const db = openDatabase(databaseUrl);
  const store = await findStore(db, 'windrow');
  const state = await loadState(db, store.liveDesign.manifest);
  const data = await loadData(db, store.id, assemblePage('home', state, SHIPPED_KINDS).needs, null);
  await db.destroy();
  return { state, store, data };
}
