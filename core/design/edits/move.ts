/** Move: a section, with everything inside it, to another place in the same document. */
import { codeText, closed, plainText } from '../../fields/schema.js';
import { Problem } from '../../problem.js';
import type { DocumentKey, SectionId } from '../document.js';
import { orderFor, samePlace, siblingsIn, subtree, type Place } from '../draft.js';
import { LIMITS } from '../limits.js';
import {
  checkPlace,
  depthOf,
  documentKeySchema,
  isSame,
  nameOf,
  placeFrom,
  placeSchema,
  sectionName,
  sectionOf,
  sectioned,
  stale,
  type PlaceRequest,
} from './common.js';
import type { EditType } from './step.js';

interface Spot {
  readonly place: Place;
  readonly order: string;
}

export interface MoveEdit {
  readonly type: 'move';
  readonly document: DocumentKey;
  readonly section: SectionId;
  readonly to: Spot;
  readonly was: Spot;
}

export interface MoveRequest {
  readonly type: 'move';
  readonly document: DocumentKey;
  readonly section: SectionId;
  readonly place: PlaceRequest;
}

export const move: EditType<MoveEdit, MoveRequest> = {
  schema: closed({
    type: plainText(20).oneOf(['move']).required(),
    document: documentKeySchema,
    section: codeText().required(),
    place: placeSchema,
  }),

  resolve(request, draft, { kinds }) {
    const document = sectioned(draft, request.document);
    const section = sectionOf(document, request.section);
    const place = placeFrom(request.place, document, kinds);
    const before = request.place.before ?? null;
    if (before === section.id) throw circular(sectionName(section, kinds), 'before itself');
    return {
      type: 'move',
      document: request.document,
      section: section.id,
      to: { place, order: orderFor(document, place, before, section.id) },
      was: { place: section.place, order: section.order },
    };
  },

  apply({ document: key, section: id, to, was }, draft, kinds) {
    const document = sectioned(draft, key);
    const section = sectionOf(document, id);
    const name = sectionName(section, kinds);
    if (!isSame({ place: section.place, order: section.order }, was))
      throw stale(`The place of ${name}`, 'another one');
    if (kinds) checkPlace(to.place, document, kinds);
    const inside = subtree(document, id);
    if ('section' in to.place && inside.some((one) => one.id === (to.place as { section: string }).section))
      throw circular(name, 'into itself');
    const height = Math.max(...inside.map((one) => depthOf(one.place, document))) - depthOf(section.place, document);
    if (depthOf(to.place, document) + height > LIMITS.slotDepth) {
      throw new Problem('limit-reached', `Sections may lie at most ${LIMITS.slotDepth} deep inside each other.`, {
        place: 'place',
        remedy: 'Put it one level further out.',
      });
    }
    return { ...document, sections: { ...document.sections, [id]: { ...section, ...to } } };
  },

  invert: ({ to, was, ...rest }) => ({ ...rest, to: was, was: to }),

  describe({ document: key, section: id, to }, draft, kinds) {
    const document = sectioned(draft, key);
    const next = siblingsIn(document, to.place).find((one) => one.id !== id && one.order > to.order);
    const where = next ? `above ${sectionName(next, kinds)}` : 'to the end';
    const into = samePlace(sectionOf(document, id).place, to.place)
      ? ''
      : 'area' in to.place
        ? ` of ${to.place.area}`
        : ` of ${to.place.slot}`;
    return `Moved ${sectionName(sectionOf(document, id), kinds)} ${where}${into} in ${nameOf(document)}.`;
  },
};

const circular = (name: string, where: string): Problem =>
  new Problem('circular-move', `${name} cannot be moved ${where}.`, {
    place: 'place',
    remedy: 'Choose a place outside of it.',
  });
