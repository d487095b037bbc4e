import { listed } from '../../words.js';
import type { SetUpPoint } from '../point.js';

export const details: SetUpPoint = {
  code: 'details',
  title: 'Who you are',
  place: 'store',
  *find(_state, { details: { street, city, email } }) {
    const missing = [...(street && city ? [] : ['the address']), ...(email ? [] : ['an email address'])];
    if (missing.length > 0) yield { sentence: `Shoppers and the law want to know: ${listed(missing)}.` };
  },
  done: (_state, { details: { city = '', email = '' } }) => `You are in ${city}, and reached at ${email}.`,
};
