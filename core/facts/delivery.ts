/** The delivery methods to where the shopper is, and the chosen one. */
import { deliveryOf, type DeliveryOffer } from '../commerce/delivery.js';
import { defineFact } from './fact.js';

export interface DeliveryFact {
  readonly offers: readonly DeliveryOffer[];
  readonly chosen: string | null;
  /** The name of the delivery method that was chosen and does not go to the country. */
  readonly gone: string | null;
}

export const SAMPLE_OFFER: DeliveryOffer = { code: 'sample', name: 'Sample post', price: 450 };

export const delivery = defineFact({
  name: 'delivery',
  from: ['cart', 'buying'],
  make({ cart, buying }): DeliveryFact {
    const { offers, chosen } = deliveryOf(cart, buying);
    const isGone = cart.delivery !== '' && !chosen;
    const gone = isGone ? (buying.methods.find(({ code }) => code === cart.delivery)?.name ?? cart.delivery) : null;
    return { offers, chosen: chosen?.code ?? null, gone };
  },
  samples: [
    { offers: [], chosen: null, gone: null },
    { offers: [SAMPLE_OFFER], chosen: 'sample', gone: null },
    { offers: [SAMPLE_OFFER, { code: 'courier', name: 'Courier', price: 0 }], chosen: null, gone: 'Ferry' },
  ],
});
