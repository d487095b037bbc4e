/** The section kinds a store has. The only place of the service that knows which ship. */
import type { KindSet } from '@parlour/core/kinds';
import { SHIPPED_KINDS } from '@parlour/core/sections';

/** @param _storeId every store has the same kinds until stores can have their own */
export const kindsOf = (_storeId: number): KindSet => SHIPPED_KINDS;
