/** The delivery methods to where the shopper is, and the chosen one. */
import type { DeliveryOffer } from '../commerce/delivery.js';
import { priceCart } from '../commerce/pricing.js';
import { SAMPLE_PRICED } from './cart.js';
import { defineFact } from './fact.js';
import { sure } from '../sure.js';

export interface DeliveryFact {
  readonly offers: readonly DeliveryOffer[];
  readonly chosen: string | null;
  /** The name of the delivery method that was chosen and does not go to the country. */
  readonly gone: string | null;
}

const SAMPLE_OFFERS = sure(SAMPLE_PRICED[0]).delivery.offers;

export const delivery = defineFact({
  name: 'delivery',
  from: ['cart', 'buying'],
  make({ cart, buying }): DeliveryFact {
    const { offers, chosen } = priceCart(cart, buying).delivery;
    const isGone = cart.delivery !== '' && !chosen;
    const gone = isGone ? (buying.methods.find(({ code }) => code === cart.delivery)?.name ?? cart.delivery) : null;
    return { offers, chosen: chosen?.code ?? null, gone };
  },
  samples: [
    { offers: [], chosen: null, gone: null },
    { offers: SAMPLE_OFFERS, chosen: 'sample', gone: null },
    { offers: [...SAMPLE_OFFERS, { code: 'courier', name: 'Courier', price: 0 }], chosen: null, gone: 'Ferry' },
  ],
});
