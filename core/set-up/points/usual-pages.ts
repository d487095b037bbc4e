import { keys } from '../../documents/document.js';
import { READY_PAGES } from '../../starters/ready-pages.js';
import { someOf } from '../../words.js';
import type { SetUpPoint } from '../point.js';

export const usualPages: SetUpPoint = {
  code: 'pages',
  title: 'The usual pages',
  place: 'pages',
  *find(state) {
    const missing = READY_PAGES.filter(({ code }) => state.get(keys.content(code)) === undefined);
    if (missing.length > 0) yield { sentence: `Missing: ${someOf(missing.map(({ title }) => `“${title}”`))}.` };
  },
  done: () => 'About, contact, delivery, terms and privacy are there.',
};
