/** What an editor may do to a design: texts, pictures, links, menus' words and content pages; not its structure. */
import { Problem } from '../problem.js';
import { rolesWith } from '../roles.js';
import type { KindSet } from '../sections/kind.js';
import { headField } from './document-types.js';
import type { Draft } from './draft.js';
import { documentIn, nodeField, nodeIn } from './edits/common.js';
import type { EditRequest } from './requests/request.js';

const WORDS = new Set(['text', 'prose', 'picture', 'link', 'words', 'date-time']);

/** @throws Problem `not-allowed` for a request that goes beyond content */
export function checkContentEdit(request: EditRequest, draft: Draft, kinds: KindSet, place: string): void {
  if (isContent(request, draft, kinds)) return;
  throw new Problem('not-allowed', 'Editors change texts, pictures and content pages.', {
    place,
    remedy: `Ask somebody who is ${rolesWith('design.edit').join(' or ')}.`,
  });
}

function isContent(request: EditRequest, draft: Draft, kinds: KindSet): boolean {
  if (request.type === 'create') return request.what === 'content';
  if (request.type === 'discard') return request.document.startsWith('content/');
  if (request.type !== 'set')
    return 'document' in request && request.document.startsWith('menu/') && request.type !== 'share';
  const document = documentIn(draft, request.document);
  if (document.type === 'content' || document.type === 'menu') return true;
  if (request.node === undefined)
    return (
      WORDS.has(headField(document.type, request.field)?.type ?? '') &&
      document.type !== 'theme' &&
      request.field !== 'place'
    );
  if (!request.field.startsWith('values.') || document.type === 'assignments') return false;
  return WORDS.has(nodeField(document, nodeIn(document, request.node), request.field, kinds).type);
}
