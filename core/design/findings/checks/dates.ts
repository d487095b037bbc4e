/** What begins and ends: sections, and rules. */
import type { Values } from '../../../documents/document.js';
import { eachDocument } from '../check.js';
import type { Finding, FindingPlace } from '../finding.js';

export const dates = eachDocument(function* ({ key, document: { type }, nodes }) {
  for (const { id, frame, values } of nodes) {
    const place = { document: key, node: id };
    if (frame) yield* endsFirst(frame, 'frame', 'The section', place);
    if (type === 'assignments') yield* endsFirst(values, 'values', 'The rule', place);
  }
});

function* endsFirst({ from, until }: Values, part: string, what: string, place: FindingPlace): Generator<Finding> {
  if (from && until && String(until) <= String(from))
    yield {
      code: 'ends-first',
      sentence: `${what} would end before it starts.`,
      severity: 'fault',
      place: { ...place, field: `${part}.until` },
      remedy: 'Choose a later end or an earlier start, or leave one of them empty.',
    };
}
