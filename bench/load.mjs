/** What the service loads for the demo's home page: the live documents, the store, the data. */
import { assemblePage, composePage, needsOf, STANDARD_PATHS } from '@parlour/core';
import { openDatabase } from '@parlour/service';
import { answerNeeds } from '../service/dist/records/answers/answer.js';
import { loadState } from '../service/dist/records/documents.js';
import { findStore } from '../service/dist/records/stores.js';
import { editionOf } from '../service/dist/storefront/editions.js';

export const HOME = { code: 'home', facts: new Map() };
export const RULES = { now: '2026-11-23T10:00:00Z', decimals: 2 };

export async function loadForBench({ databaseUrl }) {
  const db = openDatabase(databaseUrl);
  const store = await findStore(db, 'windrow');
  const state = await loadState(db, store.liveDesign.manifest);
  const parts = assemblePage(HOME, state, store.kinds, RULES);
  const composition = composePage(parts, editionOf(store, state, 'live', null));
  const page = { code: 'home', kind: 'home', title: store.name, path: '/', description: '', subject: null, query: {} };
  const { data } = await answerNeeds(db, {
    sources: { storeId: store.id, patterns: STANDARD_PATHS, state, prefix: '' },
    needs: needsOf(composition, page, RULES.now),
    subject: null,
  });
  await db.destroy();
  return { store, composition, page, data };
}
