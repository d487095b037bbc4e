/** Whether documents that go live fit each other: a template and its assignment go together. */
import { Problem } from '../problem.js';
import { capitalised } from '../words.js';
import { nameOf } from './document-types.js';
import { codeOf, keys, type DocumentKey, type Region } from './document.js';
import { isSection, type Draft, type DraftDocument } from './draft.js';
import { SHARED_SECTION } from '../sections/kind.js';
import type { PageKind } from '../assign/page.js';
import { checkTemplate } from './edits/sense.js';
import { usersOf } from './requests/discard.js';

/**
 * Checks one changed document against the state it will be part of.
 * @param document undefined if it is removed
 * @throws Problem `cannot-publish` naming what is missing and where
 */
export function checkTogether(key: DocumentKey, document: DraftDocument | undefined, state: Draft): void {
  if (!document) return checkGone(key, state);
  const { head, nodes } = document;
  const need = (what: DocumentKey, words: string): void => {
    if (!state.get(what)) throw missing(key, document, `${words}, which is not published`, what);
  };
  if (document.type === 'assignments') {
    const kind = head['pageKind'] as PageKind;
    const codes = [
      ...Object.entries(head).flatMap(([path, value]) =>
        path === 'standard' || path.startsWith('pages.') ? [value as string] : [],
      ),
      ...Object.values(nodes).map((node) => node.values['template'] as string),
    ];
    for (const code of new Set(codes)) {
      need(keys.template(code), `use the template “${code}”`);
      checkTemplate(state, kind, code);
    }
  }
  for (const [path, value] of Object.entries(head))
    if (path.startsWith('around.') && value !== 'none')
      need(
        keys.arrangement(path.slice('around.'.length) as Region, value as string),
        `chooses the arrangement “${String(value)}”`,
      );
  for (const node of Object.values(nodes)) {
    const shared = node.values['shared'];
    if (isSection(node) && node.kind.startsWith(`${SHARED_SECTION}@`) && typeof shared === 'string' && shared !== '')
      need(keys.shared(shared), `shows the shared section “${shared}”`);
  }
}

function checkGone(key: DocumentKey, state: Draft): void {
  const code = codeOf(key);
  if (key.startsWith('template/')) {
    for (const bucketKey of state.keys()) {
      const bucket = bucketKey.startsWith('assignments/') ? state.get(bucketKey) : undefined;
      const used =
        bucket &&
        (Object.values(bucket.head).includes(code) ||
          Object.values(bucket.nodes).some((node) => node.values['template'] === code));
      if (used) throw missing(bucketKey, bucket, `still use the template “${code}”, which would be gone`, key);
    }
  }
  if (key.startsWith('shared/')) {
    const [user] = usersOf(state, 'shared', code);
    if (user)
      throw missing(
        user,
        state.get(user) as DraftDocument,
        `still shows the shared section “${code}”, which would be gone`,
        key,
      );
  }
}

const missing = (place: DocumentKey, document: DraftDocument, what: string, other: DocumentKey): Problem =>
  new Problem('cannot-publish', `${capitalised(nameOf(document))} ${what}.`, {
    place,
    remedy: `Publish the changes of “${other}” and “${place}” together.`,
  });
