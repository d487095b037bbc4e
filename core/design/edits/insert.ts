/** Insert: a new section or entry, with everything inside it, at a place. */
import { Problem } from '../../problem.js';
import { checkKeyed } from '../../fields/value.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import type { DocumentKey } from '../../documents/document.js';
import { isSection, siblingsIn, type DraftDocument, type DraftNode } from '../draft.js';
import { LIMITS } from '../limits.js';
import {
  checkFits,
  checkPlace,
  checkSize,
  depthOf,
  documentIn,
  fieldsOfNode,
  findKind,
  nameOf,
  needed,
  nodeField,
  sectionName,
} from './common.js';
import type { EditType } from './step.js';
import { sure } from '../../sure.js';

/**
 * A section or entry with everything inside it, new in a document.
 * @example
 * { type: 'insert', document: 'template/home', nodes: [{ id: 'h1', kind: 'heading@1', frame: {}, values: {}, place: { in: null, at: 'main' }, order: 'a0' }] }
 */
export interface InsertEdit {
  readonly type: 'insert';
  readonly document: DocumentKey;
  /** The node first, then all inside it. */
  readonly nodes: readonly DraftNode[];
}

/** See `InsertEdit`. */
export const insert: EditType<InsertEdit> = {
  apply({ document: key, nodes }, draft, kinds) {
    const document = documentIn(draft, key);
    const all: Record<string, DraftNode> = { ...document.nodes };
    for (const node of nodes) {
      if (Object.hasOwn(all, node.id)) {
        throw new Problem('already-there', `There is already a section or entry “${node.id}” in ${nameOf(document)}.`, {
          place: 'id',
          remedy: 'Leave the id out to get a new one.',
        });
      }
      all[node.id] = node;
    }
    const changed: DraftDocument = { ...document, nodes: all };
    if (kinds) {
      for (const node of nodes) checkNode(node, changed, kinds);
      checkSize(changed, sure(nodes[0]).place, kinds);
    }
    return changed;
  },

  invert: ({ document, nodes }) => ({ type: 'remove', document, nodes }),

  describe({ document: key, nodes }, draft, kinds) {
    const document = documentIn(draft, key);
    const root = sure(nodes[0]);
    const next = siblingsIn(document, root.place).find((one) => one.order > root.order);
    return `Added ${sectionName(root, kinds)} to ${nameOf(document)}${next ? `, above ${sectionName(next, kinds)}` : ''}.`;
  },
};

function checkNode(node: DraftNode, document: DraftDocument, kinds: KindDescriptions): void {
  if (isSection(node)) {
    // Sections of an older version of their kind are copied as they are; they are upgraded when they are set.
    const kind = findKind(kinds, node.kind);
    checkFits(kind, document);
    checkPlace(node.place, document, kinds, 'section');
    if (depthOf(node.place, document) > LIMITS.slotDepth) throw tooDeep();
    if (node.kind !== `${kind.name}@${kind.version}`) return;
  } else {
    checkPlace(node.place, document, kinds, 'entry');
    if (depthOf(node.place, document) > LIMITS.slotDepth + LIMITS.entryDepth) throw tooDeep();
    for (const [name, field] of Object.entries(fieldsOfNode(document, node, kinds) ?? {}))
      if (field.required && node.values[name] === undefined) throw needed(field, `values.${name}`);
  }
  for (const part of ['values', 'frame'] as const) {
    for (const [key, value] of Object.entries(node[part] ?? {}))
      checkKeyed(nodeField(document, node, `${part}.${key}`, kinds), key, value);
  }
}

const tooDeep = (): Problem =>
  new Problem(
    'limit-reached',
    `Sections can be nested at most ${LIMITS.slotDepth} deep, entries ${LIMITS.entryDepth}.`,
    {
      place: 'place',
      remedy: 'Move it one level out.',
    },
  );
