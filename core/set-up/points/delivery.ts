import { counted } from '../../words.js';
import type { SetUpPoint } from '../point.js';

export const delivery: SetUpPoint = {
  code: 'delivery',
  title: 'Delivery methods',
  place: 'delivery',
  *find(_state, { country, delivered }) {
    if (!delivered.includes(country))
      yield { sentence: 'Nothing is delivered in your own country yet, so nobody there can buy.' };
  },
  done: (_state, { delivered }) => `You deliver to ${counted(delivered.length, 'country', 'countries')}.`,
};
