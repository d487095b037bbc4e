/** How large a document may become by edits. One that is too large already may shrink. */
import { nameOf } from '../../document-types.js';
import type { DraftDocument } from '../../draft.js';
import { LIMITS } from '../../limits.js';
import { capitalised } from '../../../words.js';
import { eachDocument } from '../check.js';

export const growth = eachDocument(function* ({ key, before, document }) {
  const [was, is] = [sizeOf(before), sizeOf(document)];
  const limits = [
    ['nodes', LIMITS.nodesPerDocument, `${LIMITS.nodesPerDocument} sections and entries`],
    ['bytes', LIMITS.documentBytes, `${LIMITS.documentBytes.toLocaleString('en')} characters`],
  ] as const;
  for (const [what, most, words] of limits)
    if (is[what] > most && is[what] > was[what])
      yield {
        code: 'limit-reached',
        sentence: `${capitalised(nameOf(document))} would have more than ${words}.`,
        severity: 'fault',
        place: { document: key, field: 'document' },
        remedy: 'Remove some first, or split it.',
      };
});

function sizeOf(document: DraftDocument | undefined): { nodes: number; bytes: number } {
  if (!document) return { nodes: 0, bytes: 0 };
  const nodes = Object.values(document.nodes);
  return { nodes: nodes.length, bytes: nodes.reduce((sum, node) => sum + bytesOf(node), bytesOf(document.head)) };
}

// Nodes and heads are never changed in place, so each is measured once.
const measured = new WeakMap<object, number>();

function bytesOf(part: object): number {
  let bytes = measured.get(part);
  if (bytes === undefined) measured.set(part, (bytes = JSON.stringify(part).length));
  return bytes;
}
