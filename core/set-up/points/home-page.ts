import { keys, type Document } from '../../documents/document.js';
import { closeDocument, openDocument } from '../../design/draft.js';
import { canonicalJson } from '../../canonical-json.js';
import { starterDesign } from '../../design/starter-design.js';
import type { SetUpPoint } from '../point.js';

export const homePage: SetUpPoint = {
  code: 'home',
  title: 'A front page',
  place: 'home',
  *find(state, { storeName }) {
    const { groundwork = '' } = state.get(keys.look) ?? {};
    const key = keys.template('home');
    const first = starterDesign(storeName, groundwork).get(key);
    if (formOf(first) === formOf(state.get(key)))
      yield { sentence: 'The home page is as it came. Say what you make, and show it.', pages: ['home'] };
  },
  done: () => 'The home page is yours.',
};

/** The same text for the same content, however it was stored. */
const formOf = (document: Document | undefined): string =>
  document ? canonicalJson(closeDocument(openDocument(document))) : '';
