/** How many values one section or entry holds, every language and device counted. */
import { LIMITS } from '../../limits.js';
import { eachDocument } from '../check.js';

export const valuesHeld = eachDocument(function* ({ key, nodes }) {
  for (const { id, values, frame = {} } of nodes)
    if (Object.keys(values).length + Object.keys(frame).length > LIMITS.valuesPerNode)
      yield {
        code: 'limit-reached',
        sentence: `A section holds at most ${LIMITS.valuesPerNode} values of its own.`,
        severity: 'fault',
        place: { document: key, node: id, field: 'values' },
        remedy: 'Set it for fewer languages or devices.',
      };
});
