/** A page whose template has no sections is blank but for what is around it. */
import { keys } from '../../documents/document.js';
import type { Inspection } from '../inspection.js';

export const emptyTemplates: Inspection = {
  *template({ code, template, shown, users }) {
    if (users === null || shown.some(({ place }) => place === 'content')) return;
    yield {
      code: 'empty-template',
      sentence: `The template “${template.name}”, which ${users}, has no sections.`,
      severity: 'blocker',
      place: { document: keys.template(code) },
      remedy: 'Add a section, or assign another template.',
      mend: {
        label: 'Add the title of the page',
        edits: [{ type: 'insert', document: keys.template(code), kind: 'page-title', place: {} }],
      },
    };
  },
};
