/** Insert: a new section, with everything inside it, at a place. */
import { codeText, closed, checkValue, plainText } from '../../fields/schema.js';
import { Problem } from '../../problem.js';
import { kindRef, type KindSet } from '../../sections/kind.js';
import type { DocumentKey, Values } from '../document.js';
import { orderFor, type DraftSection, type SectionedDraft } from '../draft.js';
import { LIMITS } from '../limits.js';
import {
  checkFits,
  checkPlace,
  checkSize,
  depthOf,
  documentKeySchema,
  findKind,
  nameOf,
  placeFrom,
  placeSchema,
  sectionName,
  sectioned,
  valuesSchema,
  type PlaceRequest,
} from './common.js';
import { fieldOf } from './set.js';
import type { EditType } from './step.js';

export interface InsertEdit {
  readonly type: 'insert';
  readonly document: DocumentKey;
  /** The section first, then all inside it. */
  readonly sections: readonly DraftSection[];
}

export interface InsertRequest {
  readonly type: 'insert';
  readonly document: DocumentKey;
  readonly kind: string;
  readonly place: PlaceRequest;
  readonly id?: string;
  readonly values?: Values;
  readonly casing?: Values;
}

export const insert: EditType<InsertEdit, InsertRequest> = {
  schema: closed({
    type: plainText(20).oneOf(['insert']).required(),
    document: documentKeySchema,
    kind: plainText(100).required(),
    place: placeSchema,
    id: codeText().optional(),
    values: valuesSchema.optional(),
    casing: valuesSchema.optional(),
  }),

  resolve(request, draft, { kinds, newId }) {
    const document = sectioned(draft, request.document);
    const kind = findKind(kinds, request.kind);
    const place = placeFrom(request.place, document, kinds);
    const section: DraftSection = {
      id: request.id ?? newId(),
      kind: kindRef(kind),
      casing: request.casing ?? {},
      values: request.values ?? {},
      place,
      order: orderFor(document, place, request.place.before ?? null),
    };
    return { type: 'insert', document: request.document, sections: [section] };
  },

  apply({ document: key, sections }, draft, kinds) {
    const document = sectioned(draft, key);
    const added: Record<string, DraftSection> = { ...document.sections };
    for (const section of sections) {
      if (Object.hasOwn(added, section.id)) {
        throw new Problem('already-there', `There is already a section “${section.id}” in ${nameOf(document)}.`, {
          place: 'id',
          remedy: 'Leave the id out to get a new one.',
        });
      }
      added[section.id] = section;
    }
    const changed = { ...document, sections: added };
    if (kinds) {
      for (const section of sections) checkSection(section, changed, kinds);
      checkSize(changed);
    }
    return changed;
  },

  invert: ({ document, sections }) => ({ type: 'remove', document, sections }),

  describe({ document, sections }, draft, kinds) {
    return `Put ${sectionName(sections[0] as DraftSection, kinds)} into ${nameOf(sectioned(draft, document))}.`;
  },
};

function checkSection(section: DraftSection, document: SectionedDraft, kinds: KindSet): void {
  const kind = findKind(kinds, section.kind);
  checkFits(kind, document);
  checkPlace(section.place, document, kinds);
  if (depthOf(section.place, document) > LIMITS.slotDepth) {
    throw new Problem('limit-reached', `Sections may lie at most ${LIMITS.slotDepth} deep inside each other.`, {
      place: 'place',
      remedy: 'Put it one level further out.',
    });
  }
  for (const part of ['values', 'casing'] as const) {
    for (const [name, value] of Object.entries(section[part]))
      checkValue(fieldOf(kind, part, name), value, `${part}.${name}`);
  }
}
