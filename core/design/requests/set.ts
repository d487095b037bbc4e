/** Set: one value. A section of an older version of its kind is first written anew for today's version. */
import * as yup from 'yup';
import { codeText, closed, plainText } from '../../fields/shapes.js';
import { kindRef, upgradedValues } from '../../sections/kind.js';
import { isSection } from '../draft.js';
import { documentIn, isSame, nodeIn, splitField } from '../edits/common.js';
import type { SetEdit } from '../edits/set.js';
import { documentKeySchema, typeTag, type RequestType } from './type.js';

export type SetRequest = SetEdit;

export const set: RequestType<SetRequest> = {
  schema: closed({
    type: typeTag('set'),
    document: documentKeySchema(),
    node: codeText().optional(),
    field: plainText(240).required(),
    value: yup.mixed().nullable().optional(),
    was: yup.mixed().nullable().optional(),
  }),
  resolve(request, draft, { kinds }) {
    const node = request.node === undefined ? undefined : nodeIn(documentIn(draft, request.document), request.node);
    const kind = node && isSection(node) ? kinds.find(node.kind) : undefined;
    if (!node?.kind || !kind || node.kind === kindRef(kind)) return { edits: [request] };
    const values = upgradedValues(kind, node.kind, node.values);
    const { part, key } = splitField(request.field);
    // Whoever asks may have read the section as it is stored, or as it is shown.
    const sawStored = part === 'values' && isSame(request.was, node.values[key]);
    const { was: _was, ...rest } = request;
    return {
      edits: [
        {
          type: 'upgrade',
          document: request.document,
          node: node.id,
          to: { kind: kindRef(kind), values },
          was: { kind: node.kind, values: node.values },
        },
        sawStored ? { ...rest, ...(values[key] === undefined ? {} : { was: values[key] }) } : request,
      ],
    };
  },
};
