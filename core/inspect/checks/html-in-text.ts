/** Plain fields show what is typed as it is: html in them is read by shoppers as such. */
import { hasSections, sectionsIn, type DocumentKey } from '../../documents/document.js';
import { sectionName } from '../../design/edits/common.js';
import type { Fields } from '../../fields/field.js';
import { splitKey } from '../../fields/value.js';
import { cut } from '../../words.js';
import type { Inspected, Inspecting, Inspection } from '../inspection.js';

/** A tag, or a character reference (HTML Living Standard, 13.5). */
const HTML = /<\/?[a-z][a-z0-9]*(\s[^<>]*)?\/?>|&(?:[a-z]+|#\d+|#x[0-9a-f]+);/i;

export const htmlInText: Inspection = {
  *design(around) {
    for (const key of around.state.keys()) yield* inDocument(key, around);
  },
};

function* inDocument(document: DocumentKey, { state, kinds }: Inspecting): Generator<Inspected> {
  const found = state.get(document);
  if (!found || !hasSections(found)) return;
  for (const section of sectionsIn(found.areas)) {
    const fields: Fields = kinds.find(section.kind)?.fields ?? {};
    for (const [key, value] of Object.entries(section.values)) {
      const field = fields[splitKey(key).name];
      if (field?.type !== 'text' || typeof value !== 'string' || !HTML.test(value)) continue;
      yield {
        code: 'html-in-text',
        sentence: `${field.label} of ${sectionName({ ...section, values: {} }, kinds)} is “${cut(value, 60)}”: shoppers read the html as it is typed.`,
        severity: 'warning',
        place: { document, node: section.id, field: `values.${key}` },
        remedy: 'Write plain words; formatted text goes into a section such as “Text”.',
      };
    }
  }
}
