/** Remove: a section with everything inside it. The edit carries what it removes, so that nothing is lost. */
import { codeText, closed, plainText } from '../../fields/schema.js';
import type { DocumentKey, SectionId } from '../document.js';
import { subtree, type DraftSection } from '../draft.js';
import { documentKeySchema, isSame, nameOf, sectionName, sectionOf, sectioned, stale } from './common.js';
import type { EditType } from './step.js';

export interface RemoveEdit {
  readonly type: 'remove';
  readonly document: DocumentKey;
  /** The section first, then all inside it, as they were. */
  readonly sections: readonly DraftSection[];
}

export interface RemoveRequest {
  readonly type: 'remove';
  readonly document: DocumentKey;
  readonly section: SectionId;
}

export const remove: EditType<RemoveEdit, RemoveRequest> = {
  schema: closed({
    type: plainText(20).oneOf(['remove']).required(),
    document: documentKeySchema,
    section: codeText().required(),
  }),

  resolve({ document, section }, draft) {
    const found = sectioned(draft, document);
    sectionOf(found, section);
    return { type: 'remove', document, sections: subtree(found, section) };
  },

  apply({ document: key, sections }, draft, kinds) {
    const document = sectioned(draft, key);
    const root = sections[0] as DraftSection;
    sectionOf(document, root.id);
    if (!isSame(subtree(document, root.id), sections))
      throw stale(sectionName(root, kinds), 'different from what would be removed');
    const left = { ...document.sections };
    for (const { id } of sections) delete left[id];
    return { ...document, sections: left };
  },

  invert: ({ document, sections }) => ({ type: 'insert', document, sections }),

  describe({ document, sections }, draft, kinds) {
    return `Removed ${sectionName(sections[0] as DraftSection, kinds)} from ${nameOf(sectioned(draft, document))}.`;
  },
};
