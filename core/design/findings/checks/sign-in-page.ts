/** Who may see a page only when signed in must be able to sign in. */
import { nameOf } from '../../document-types.js';
import { keys, type DocumentKey } from '../../../documents/document.js';
import type { DraftDocument } from '../../draft.js';
import { capitalised } from '../../../words.js';
import type { Check } from '../check.js';
import type { Finding } from '../finding.js';

const SIGN_IN = keys.assignments('sign-in');

export const signInPage: Check = {
  *find(looked, { design }) {
    if (design.get(SIGN_IN)) return;
    const isRemoved = looked.some(({ key, document }) => key === SIGN_IN && !document);
    const pages = isRemoved ? [...design.keys()] : looked.map(({ key }) => key);
    for (const key of pages) {
      const page = key.startsWith('content/') ? design.get(key) : undefined;
      if (page?.head['visible'] === 'signed-in') yield unreachable(key, page);
    }
  },
};

const unreachable = (document: DocumentKey, page: DraftDocument): Finding => ({
  code: 'cannot-publish',
  sentence: `${capitalised(nameOf(page))} is for signed-in shoppers, and sign-in pages have no template.`,
  severity: 'blocker',
  place: { document },
  remedy: 'Make a template for sign-in pages and make it their standard, or let everyone see the page.',
});
