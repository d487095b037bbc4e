/** What the shopper has told of themselves, and where something can be delivered to. */
import { NO_BUYER, type Buyer } from '../commerce/cart.js';
import { countriesOf } from '../commerce/delivery.js';
import { defineFact } from './fact.js';

export interface BuyerFact extends Buyer {
  /** The countries that something can be delivered to. */
  readonly countries: readonly string[];
}

export const SAMPLE_BUYER: Buyer = {
  email: 'ada@example.com',
  name: 'Ada Example',
  street: '1 Sample Street',
  postcode: '00000',
  city: 'Sampleton',
  country: 'IE',
};

export const buyer = defineFact({
  name: 'buyer',
  from: ['cart', 'buying'],
  make: ({ cart, buying }): BuyerFact => ({
    ...cart.buyer,
    country: cart.buyer.country || buying.country,
    countries: countriesOf(buying.methods),
  }),
  samples: [
    { ...NO_BUYER, countries: [] },
    { ...NO_BUYER, country: 'IE', countries: ['IE'] },
    { ...SAMPLE_BUYER, countries: ['DE', 'IE'] },
  ],
});
