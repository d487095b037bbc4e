/** What the pages of one design are worked out with. */
import { patternsOf, type PathPatterns, keys, type DesignState } from '@parlour/core/documents';
import { decimalsOf } from '@parlour/core/money';
import type { Records } from '../records/database.js';
import { storeById } from '../records/stores.js';

export interface Setting {
  readonly state: DesignState;
  readonly patterns: PathPatterns;
  readonly decimals: number;
  readonly now: string;
}

export async function settingOf(db: Records, storeId: number, state: DesignState): Promise<Setting> {
  const { currency } = await storeById(db, storeId);
  return {
    state,
    patterns: patternsOf(state.get(keys.paths)),
    decimals: decimalsOf(currency),
    now: new Date().toISOString(),
  };
}
