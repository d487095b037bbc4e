/** Share and unshare: one section used in several places on purpose, and the way back to a section of its own. */
import { codeText, closed, plainText } from '../../shapes.js';
import { Problem } from '../../problem.js';
import { SHARED_SECTION } from '../../kinds/kind.js';
import { FORMAT, keys, type DocumentKey, type NodeId } from '../../documents/document.js';
import { isSection, ordersBehind, siblingsIn, subtree, type DraftDocument, type DraftNode } from '../draft.js';
import { documentIn, nameOf, nodeIn, sectionName } from '../edits/common.js';
import type { Edit } from '../edits/edit.js';
import { LIMITS } from '../limits.js';
import { copiesOf, documentKeySchema, freeCode, typeTag, type RequestType } from './type.js';
import { sure } from '../../sure.js';

/**
 * Turns a section into a shared one, which can then be shown in several places.
 * @example
 * { type: 'share', document: 'template/home', node: 'h-dunes', name: 'Which wind' }
 */
export interface ShareRequest {
  readonly type: 'share';
  readonly document: DocumentKey;
  readonly node: NodeId;
  readonly name: string;
  readonly code?: string;
}

/** Makes a shared section of a section; where it stood, the shared one is shown. */
export const share: RequestType<ShareRequest> = {
  schema: closed({
    type: typeTag('share'),
    document: documentKeySchema(),
    node: codeText().required(),
    name: plainText(LIMITS.nameLength).required(),
    code: codeText().optional(),
  }),
  resolve({ document: key, node: id, name, code }, draft, { kinds, newId }) {
    const document = documentIn(draft, key);
    const node = nodeIn(document, id);
    if (!isSection(node) || node.kind.startsWith(`${SHARED_SECTION}@`) || document.type === 'shared')
      throw new Problem('no-such-place', 'Only a section that is not shared yet can be shared.', {
        place: 'node',
        remedy: 'Name a section of a template, an arrangement or an addition.',
      });
    const shared = code ?? freeCode(name, (one) => draft.get(keys.shared(one)) !== undefined);
    const sharedKey = keys.shared(shared);
    if (draft.get(sharedKey))
      throw new Problem('already-there', `There is already a “${sharedKey}”.`, {
        place: 'code',
        remedy: 'Choose another code, or leave it out.',
      });
    const inside = subtree(document, id);
    const position = { place: { in: null, at: 'main' }, order: 'a0' };
    const moved: DraftNode[] = inside.map((one, i) => (i === 0 ? { ...one, ...position } : one));
    const value: DraftDocument = {
      format: FORMAT,
      type: 'shared',
      head: { name },
      nodes: Object.fromEntries(moved.map((one) => [one.id, one])),
    };
    return {
      edits: [
        { type: 'put', document: sharedKey, value, was: null },
        { type: 'remove', document: key, nodes: inside },
        { type: 'insert', document: key, nodes: [useOf(shared, node, newId())] },
      ],
      sentence: `Turned ${sectionName(node, kinds)} in ${nameOf(document)} into the shared section “${name}”.`,
    };
  },
};

const useOf = (shared: string, { place, order }: DraftNode, id: string): DraftNode => ({
  id,
  kind: `${SHARED_SECTION}@1`,
  frame: { width: 'edge', space: 'none' },
  values: { shared },
  place,
  order,
});

/**
 * Replaces a shared section in one place with a copy of its own.
 * @example
 * { type: 'unshare', document: 'template/product', node: 'p-promise' }
 */
export interface UnshareRequest {
  readonly type: 'unshare';
  readonly document: DocumentKey;
  /** The section that shows a shared one. */
  readonly node: NodeId;
}

/** Puts a copy of the shared section in the place of the one that shows it. */
export const unshare: RequestType<UnshareRequest> = {
  schema: closed({ type: typeTag('unshare'), document: documentKeySchema(), node: codeText().required() }),
  resolve({ document: key, node: id }, draft, { kinds, newId }) {
    const document = documentIn(draft, key);
    const node = nodeIn(document, id);
    const code = node.values['shared'];
    const shared =
      typeof code === 'string' && node.kind?.startsWith(`${SHARED_SECTION}@`)
        ? draft.get(keys.shared(code))
        : undefined;
    if (!shared)
      throw new Problem('no-such-section', `${sectionName(node, kinds)} does not show a shared section.`, {
        place: 'node',
        remedy: 'Name a section of the kind shared-section.',
      });
    const roots = siblingsIn(shared, { in: null, at: 'main' });
    const orders = [node.order, ...ordersBehind(document, node, Math.max(0, roots.length - 1))];
    // An insert is of one section with what is inside it, so that each can be taken back.
    const inserts = roots.map((root, i): Edit => {
      const position = { place: node.place, order: sure(orders[i]) };
      return { type: 'insert', document: key, nodes: copiesOf(subtree(shared, root.id), position, newId) };
    });
    return {
      edits: [{ type: 'remove', document: key, nodes: subtree(document, id) }, ...inserts],
      sentence: `Replaced ${nameOf(shared)} in ${nameOf(document)} with a copy of its own.`,
    };
  },
};
