/** What the service loads for the demo's home page: the live documents, the store, the data. */
import { assemblePage, SHIPPED_KINDS, STANDARD_PATHS } from '@parlour/core';
import { openDatabase } from '@parlour/service';
import { loadData } from '../service/dist/records/catalogue.js';
import { loadState } from '../service/dist/records/documents.js';
import { findStore } from '../service/dist/records/stores.js';

export const HOME = { code: 'home', facts: new Map() };
export const RULES = { now: '2026-11-23T10:00:00Z', decimals: 2 };

export async function loadForBench({ databaseUrl }) {
  const db = openDatabase(databaseUrl);
  const store = await findStore(db, 'windrow');
  const state = await loadState(db, store.liveDesign.manifest);
  const { needs } = assemblePage(HOME, state, SHIPPED_KINDS, RULES);
  const data = await loadData(db, { storeId: store.id, patterns: STANDARD_PATHS, state }, needs, null);
  await db.destroy();
  return { state, store, data };
}
