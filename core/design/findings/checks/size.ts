/** How large a document that goes live may be, and how much one of its sections may hold. */
import { closeDocument } from '../../draft.js';
import { nameOf } from '../../document-types.js';
import { canonicalJson } from '../../../canonical-json.js';
import { LIMITS } from '../../limits.js';
import { capitalised } from '../../../words.js';
import { eachDocument } from '../check.js';

export const size = eachDocument(function* ({ key, document }) {
  const bytes = canonicalJson(closeDocument(document)).length;
  if (bytes > LIMITS.documentBytes)
    yield {
      code: 'limit-reached',
      sentence: `${capitalised(nameOf(document))} is ${bytes} bytes large; at most ${LIMITS.documentBytes} are allowed.`,
      severity: 'blocker',
      place: { document: key },
      remedy: 'Split it, or shorten its texts.',
    };
});
