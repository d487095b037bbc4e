/** What a document and its entries cannot be without. */
import { DOCUMENT_TYPES } from '../../document-types.js';
import { isSection } from '../../draft.js';
import { needed } from '../../edits/common.js';
import { eachDocument } from '../check.js';
import { caught } from '../finding.js';

// Single edits cannot take away what is required; a document that is put in whole may come without it.
export const requiredValues = eachDocument(function* ({ key, document, isWhole, nodes }) {
  if (!isWhole) return;
  const { fields, lists = {} } = DOCUMENT_TYPES[document.type];
  for (const [path, field] of Object.entries(fields))
    if (field.required && document.head[path] === undefined)
      yield* caught({ document: key }, () => {
        throw needed(field, path);
      });
  for (const node of nodes) {
    const entries = node.place.in === null && !isSection(node) ? lists[node.place.at]?.fields : undefined;
    for (const [name, field] of Object.entries(entries ?? {}))
      if (field.required && node.values[name] === undefined)
        yield* caught({ document: key, node: node.id }, () => {
          throw needed(field, `values.${name}`);
        });
  }
});
