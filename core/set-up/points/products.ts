import { counted } from '../../words.js';
import { MOST_COUNTED, type SetUpPoint } from '../point.js';

export const products: SetUpPoint = {
  code: 'products',
  title: 'Something to sell',
  place: 'catalogue',
  *find(_state, facts) {
    if (facts.products === 0)
      yield { sentence: 'The catalogue is empty. Try the store with a sample catalogue meanwhile.' };
  },
  done: (_state, facts) =>
    `The catalogue has ${facts.products < MOST_COUNTED ? counted(facts.products, 'product') : 'over a thousand products'}.`,
};
