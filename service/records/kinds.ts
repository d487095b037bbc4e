/** The section kinds a store has. The only place of the service that knows which ship. */
import { SHIPPED_KINDS, type KindSet } from '@parlour/core';

/** @param _storeId every store has the same kinds until stores can have their own */
export const kindsOf = (_storeId: number): KindSet => SHIPPED_KINDS;
