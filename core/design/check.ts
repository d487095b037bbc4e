/** The check of a whole document before it may be published. */
import { Problem } from '../problem.js';
import { checkValue } from '../fields/schema.js';
import type { KindSet } from '../sections/kind.js';
import { FORMAT, hasSections, sectionsIn, type Document, type DocumentKey } from './document.js';
import { openDocument } from './draft.js';
import { nameOf } from './edits/common.js';
import { fieldOf } from './edits/set.js';

/**
 * Checks that shoppers can be shown a document.
 * @throws Problem `cannot-publish` naming document, section and remedy; `newer-format`
 */
export function checkDocument(key: DocumentKey, document: Document, kinds: KindSet): void {
  if (document.format > FORMAT) {
    throw new Problem(
      'newer-format',
      `“${key}” is of format ${document.format}; this program knows formats up to ${FORMAT}.`,
      {
        place: key,
        remedy: 'Update Parlour, or take an older state of the design.',
      },
    );
  }
  if (!hasSections(document)) return;
  for (const section of sectionsIn(document.areas)) {
    const kind = kinds.find(section.kind);
    const place = `${key}/${section.id}`;
    if (!kind) {
      throw new Problem(
        'cannot-publish',
        `${nameOf(openDocument(document))} holds a section of the kind “${section.kind}”, which does not exist.`,
        {
          place,
          remedy: `Remove section ${section.id}, or bring the kind back.`,
        },
      );
    }
    if (section.kind !== `${kind.name}@${kind.version}`) continue; // values of an older version are upgraded when compiled
    for (const part of ['values', 'casing'] as const) {
      for (const [name, value] of Object.entries(section[part]))
        checkValue(fieldOf(kind, part, name), value, `${place}.${name}`);
    }
  }
}
