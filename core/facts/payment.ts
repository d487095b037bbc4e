/** The payment method. */
import { PAYMENT_METHODS, type PaymentMethod } from '../commerce/order.js';
import { defineFact } from './fact.js';

export const payment = defineFact({
  name: 'payment',
  from: [],
  make: (): { readonly chosen: PaymentMethod } => ({ chosen: PAYMENT_METHODS[0] }),
  samples: PAYMENT_METHODS.map((chosen) => ({ chosen })),
});
