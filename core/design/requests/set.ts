/** Set: one value. A section of an older version of its kind is first written anew for today's version. */
import * as yup from 'yup';
import { codeText, closed, plainText } from '../../shapes.js';
import type { Field, Fields } from '../../fields/field.js';
import { normalValue, splitKey } from '../../fields/value.js';
import { FRAME } from '../../kinds/frame.js';
import { kindRef, type KindDescriptions } from '../../kinds/kind.js';
import { DOCUMENT_TYPES, headField } from '../document-types.js';
import { isSection, type DraftDocument, type DraftNode } from '../draft.js';
import { documentIn, fieldsOfNode, isSame, nodeIn, splitField } from '../edits/common.js';
import type { SetEdit } from '../edits/set.js';
import { documentKeySchema, typeTag, Unpredictable, type RequestType } from './type.js';

/** A value, as the exact edit says it. */
export type SetRequest = SetEdit;

/** See `SetEdit`. */
export const set: RequestType<SetRequest> = {
  schema: closed({
    type: typeTag('set'),
    document: documentKeySchema(),
    node: codeText().optional(),
    field: plainText(240).required(),
    value: yup.mixed().nullable().optional(),
    was: yup.mixed().nullable().optional(),
  }),
  resolve(asked, draft, { kinds, upgraded }) {
    const document = documentIn(draft, asked.document);
    const node = asked.node === undefined ? undefined : nodeIn(document, asked.node);
    const named = node
      ? asked
      : { ...asked, field: DOCUMENT_TYPES[document.type].normalName?.(asked.field) ?? asked.field };
    const request = inNormalForm(named, fieldOf(named, document, node, kinds));
    const kind = node && isSection(node) ? kinds.find(node.kind) : undefined;
    if (!node?.kind || !kind || node.kind === kindRef(kind)) return { edits: [request] };
    if (!upgraded) throw new Unpredictable(`“${node.kind}” is of an older version.`);
    const values = upgraded(node.kind, node.values);
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

/** The field that is set, if there is one; the edit refuses what is none. */
function fieldOf({ field }: SetRequest, document: DraftDocument, node: DraftNode | undefined, kinds: KindDescriptions) {
  if (!node) return headField(document.type, field);
  const { part, key } = splitField(field);
  const fields: Fields = part === 'frame' ? FRAME : (fieldsOfNode(document, node, kinds) ?? {});
  const { name } = splitKey(key);
  return Object.hasOwn(fields, name) ? fields[name] : null;
}

const inNormalForm = (request: SetRequest, field: Field | null | undefined): SetRequest => ({
  ...request,
  ...(request.value === undefined ? {} : { value: normalValue(field, request.value) }),
  ...(request.was === undefined ? {} : { was: normalValue(field, request.was) }),
});
