/** Move: a section or entry, with everything inside it, to another place in the same document. */
import { Problem } from '../../problem.js';
import type { DocumentKey, NodeId } from '../../documents/document.js';
import { isSection, samePlace, siblingsIn, subtree, type Place } from '../draft.js';
import { LIMITS } from '../limits.js';
import { checkPlace, checkSize, depthOf, documentIn, isSame, nameOf, nodeIn, sectionName, stale } from './common.js';
import type { EditType } from './step.js';

interface Position {
  readonly place: Place;
  readonly order: string;
}

/** A section or entry that goes elsewhere in its document, from where it was. */
export interface MoveEdit {
  readonly type: 'move';
  readonly document: DocumentKey;
  readonly node: NodeId;
  readonly to: Position;
  readonly was: Position;
}

/** See `MoveEdit`. */
export const move: EditType<MoveEdit> = {
  apply({ document: key, node: id, to, was }, draft, kinds) {
    const document = documentIn(draft, key);
    const node = nodeIn(document, id);
    const name = sectionName(node, kinds);
    if (!isSame({ place: node.place, order: node.order }, was)) throw stale(`The place of ${name}`, 'another one');
    const inside = subtree(document, id);
    if (to.place.in !== null && inside.some((one) => one.id === to.place.in)) throw circular(name, 'into itself');
    if (to.place.in !== null) nodeIn(document, to.place.in);
    if (kinds) checkPlace(to.place, document, kinds, isSection(node) ? 'section' : 'entry');
    const height = Math.max(...inside.map((one) => depthOf(one.place, document))) - depthOf(node.place, document);
    const most = isSection(node) ? LIMITS.slotDepth : LIMITS.slotDepth + LIMITS.entryDepth;
    if (depthOf(to.place, document) + height > most) {
      throw new Problem(
        'limit-reached',
        `Sections can be nested at most ${LIMITS.slotDepth} deep, entries ${LIMITS.entryDepth}.`,
        {
          place: 'place',
          remedy: 'Move it one level out.',
        },
      );
    }
    const changed = { ...document, nodes: { ...document.nodes, [id]: { ...node, ...to } } };
    if (kinds && !samePlace(to.place, was.place)) checkSize(changed, to.place, kinds);
    return changed;
  },

  invert: ({ to, was, ...rest }) => ({ ...rest, to: was, was: to }),

  describe({ document: key, node: id, to }, draft, kinds) {
    const document = documentIn(draft, key);
    const next = siblingsIn(document, to.place).find((one) => one.id !== id && one.order > to.order);
    const where = next ? `above ${sectionName(next, kinds)}` : 'to the end';
    const into = samePlace(nodeIn(document, id).place, to.place) ? '' : ` of ${to.place.at}`;
    return `Moved ${sectionName(nodeIn(document, id), kinds)} ${where}${into} in ${nameOf(document)}.`;
  },
};

/** The refusal to put a section into itself. */
export const circular = (name: string, where: string): Problem =>
  new Problem('circular-move', `${name} cannot be moved ${where}.`, {
    place: 'place',
    remedy: 'Choose a place outside of it.',
  });
