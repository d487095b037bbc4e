import { codeOf } from '../../documents/document.js';
import { documentsIn } from '../../documents/state.js';
import { someOf } from '../../words.js';
import type { SetUpPoint } from '../point.js';

export const ownTexts: SetUpPoint = {
  code: 'texts',
  title: 'Texts of your own',
  place: 'content',
  *find(state) {
    const ready = [...documentsIn(state, 'content')].filter(([, page]) => page.readyMade);
    if (ready.length > 0)
      yield {
        sentence: `Read what these say, and make it yours: ${someOf(ready.map(([, { title }]) => `“${title}”`))}.`,
        pages: ready.map(([key]) => `content:${codeOf(key)}`),
      };
  },
  done: () => 'No page has a ready-made text any more.',
};
