/** Who the shopper is. */
import { NO_SHOPPER, type Shopper } from '../commerce/shopper.js';
import { defineFact } from './fact.js';

export const shopper = defineFact({
  name: 'shopper',
  from: ['shopper'],
  make: (own): Shopper => own.shopper,
  samples: [
    NO_SHOPPER,
    { is: 'coming', email: 'ada@example.com', link: 'sample' },
    { is: 'late', email: 'ada@example.com', link: '' },
    { is: 'signed-in', email: 'ada@example.com', link: '' },
  ],
});
