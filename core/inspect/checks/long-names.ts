/** A name that is cut off in lists is no name. */
import { keys } from '../../documents/document.js';
import type { Inspection } from '../inspection.js';

const LONGEST = 60;

export const longNames: Inspection = {
  *template({ code, template: { name } }) {
    if (name.length <= LONGEST) return;
    yield {
      code: 'long-name',
      sentence: `The name of the template “${name}” is longer than ${LONGEST} characters.`,
      severity: 'hint',
      place: { document: keys.template(code) },
      remedy: 'Choose a shorter one.',
    };
  },
};
