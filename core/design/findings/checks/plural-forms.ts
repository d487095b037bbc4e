/** Every language has the form `other`, and most numbers take it. */
import { withoutOther } from '../../../documents/own-words.js';
import { eachDocument } from '../check.js';

const WORDS = 'words.';

export const pluralForms = eachDocument(function* ({ key, document: { type, head }, paths }) {
  if (type !== 'words' || paths.length === 0) return;
  const words = Object.keys(head).filter((path) => path.startsWith(WORDS));
  for (const name of withoutOther(words.map((path) => path.slice(WORDS.length))))
    yield {
      code: 'bad-value',
      sentence: `The word “${name}” needs its form for all other numbers.`,
      severity: 'fault',
      place: { document: key, field: 'word' },
      remedy: `Set ${name}.other too.`,
    };
});
