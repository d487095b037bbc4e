/** Scenarios of previews, each kept once under the hash of what it says. */
import { createHash } from 'node:crypto';
import { canonicalJson } from '@parlour/core';
import type { Scenario } from '@parlour/core/commerce';
import { json, type Records } from './database.js';

/**
 * Keeps a scenario.
 * @param under what names it, if not what it says: then the next one with that name takes its place
 * @returns what it is kept under
 */
export async function keepScenario(
  db: Records,
  storeId: number,
  scenario: Scenario,
  now: Date,
  under: string = canonicalJson(scenario),
): Promise<string> {
  const hash = createHash('sha256').update(under).digest('base64url').slice(0, 22);
  await db
    .insertInto('scenario')
    .values({ store_id: storeId, hash, body: json(scenario), used_at: now })
    .onConflict((conflict) =>
      conflict.columns(['store_id', 'hash']).doUpdateSet({ used_at: now, body: json(scenario) }),
    )
    .execute();
  return hash;
}

/** A scenario by what it is kept under; undefined if it is gone. */
export async function findScenario(db: Records, storeId: number, hash: string): Promise<Scenario | undefined> {
  const row = await db
    .selectFrom('scenario')
    .select('body')
    .where('store_id', '=', storeId)
    .where('hash', '=', hash)
    .executeTakeFirst();
  return row?.body;
}

/** Drops those that no preview can be open with any more. */
export const dropOldScenarios = async (db: Records, unusedSince: Date): Promise<void> =>
  void (await db.deleteFrom('scenario').where('used_at', '<', unusedSince).execute());
