/** What an editor may do to a design: texts, pictures, links, menus' words and content pages; not its structure. */
import { Problem } from '../problem.js';
import { rolesWith } from '../roles.js';
import type { KindDescriptions } from '../kinds/kind.js';
import { typeOfKey } from './document-types.js';
import type { Draft } from './draft.js';
import { documentIn, nodeField, nodeIn } from './edits/common.js';
import type { Edit } from './edits/edit.js';

const WORDS = new Set(['text', 'prose', 'picture', 'link', 'words', 'date-time']);
/** Documents that are content as a whole. */
const CONTENT = new Set<string | null>(['content', 'menu', 'own']);

/**
 * Checks exact edits, whatever they come from: something asked for, undone, or done again.
 * @param draft the draft before them
 * @throws Problem `not-allowed` for one that goes beyond content
 */
export function checkContentEdits(edits: readonly Edit[], draft: Draft, kinds: KindDescriptions): void {
  const beyond = edits.find((edit) => !isContent(edit, draft, kinds));
  if (beyond)
    throw new Problem('not-allowed', 'Editors change texts, pictures and content pages.', {
      place: beyond.document,
      remedy: `Ask somebody who is ${rolesWith('design.edit').join(' or ')}.`,
    });
}

function isContent(edit: Edit, draft: Draft, kinds: KindDescriptions): boolean {
  const type = typeOfKey(edit.document);
  if (edit.type === 'put') return type === 'content';
  if (CONTENT.has(type)) return true;
  // A section of an older version is written anew when its words are first set.
  if (edit.type === 'upgrade') return true;
  if (edit.type !== 'set') return false;
  // What the team calls a document is words too; paths and patterns are not.
  if (edit.node === undefined) return edit.field === 'name';
  if (!edit.field.startsWith('values.') || type === 'assignments') return false;
  const document = documentIn(draft, edit.document);
  return WORDS.has(nodeField(document, nodeIn(document, edit.node), edit.field, kinds).type);
}
