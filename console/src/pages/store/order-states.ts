/** The states of orders, as people choose and see them. */
import { capitalised } from '@parlour/core';
import { ORDER_STATES, type OrderState } from '@parlour/core/commerce';

export const STATES = ORDER_STATES.map((value) => ({ value, title: capitalised(value) }));

/** The class of the tag that names a state. */
export const toneOf = (state: OrderState): string =>
  ({ placed: 'tag-draft', paid: 'tag-live', sent: '', cancelled: 'tag-bad' })[state];
