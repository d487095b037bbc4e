import { counted } from '../../words.js';
import type { SetUpPoint } from '../point.js';

export const published: SetUpPoint = {
  code: 'publish',
  title: 'Published',
  place: 'publish',
  *find(_state, facts) {
    if (!facts.published) yield { sentence: 'Shoppers still see the store as it came.' };
  },
  done: (_state, { unpublished }) =>
    unpublished ? `Live, with ${counted(unpublished, 'change')} unpublished.` : 'Everything is live.',
};
