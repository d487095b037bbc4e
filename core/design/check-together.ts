/** Whether documents that go live fit each other: a template and its assignment go together. */
import { Problem } from '../problem.js';
import { capitalised } from '../words.js';
import { nameOf } from './document-types.js';
import { codeOf, keys, type DocumentKey, type PathsDocument, type PlaceAround, type Values } from './document.js';
import { closeDocument, isSection, type Draft, type DraftDocument } from './draft.js';
import type { DesignState } from './state.js';
import { SHARED_SECTION } from '../kinds/kind.js';
import type { PageKind } from '../assign/page.js';
import { checkContentPaths, checkPatterns, checkPrefixes } from '../assign/path-sense.js';
import { isSame } from './edits/common.js';
import { checkTemplate, contentPlaces } from './edits/sense.js';
import { checkShown, showingPublished } from './shown.js';
import { usersOf } from './requests/discard.js';

/**
 * Checks one changed document against the state it will be part of.
 * @param document undefined if it is removed
 * @throws Problem `cannot-publish` naming what is missing and where
 */
export function checkTogether(key: DocumentKey, document: DraftDocument | undefined, state: Draft): void {
  if (!document) return checkGone(key, state);
  const { head, nodes } = document;
  const need = (what: DocumentKey, words: string, otherwise?: string): void => {
    if (!state.get(what)) throw missing(key, document, `${words}, which is not published`, what, otherwise);
  };
  if (document.type === 'assignments') {
    const kind = head['pageKind'] as PageKind;
    const codes = [
      ...Object.entries(head).flatMap(([path, value]) =>
        path === 'standard' || path.startsWith('pages.') ? [value as string] : [],
      ),
      ...Object.values(nodes).map((node) => node.values['template'] as string),
    ].filter((code) => code !== undefined);
    for (const code of new Set(codes)) {
      need(keys.template(code), `use the template “${code}”`);
      checkTemplate(state, kind, code);
    }
  }
  for (const [path, value] of Object.entries(head))
    if (path.startsWith('around.') && value !== 'none')
      need(
        keys.arrangement(path.slice('around.'.length) as PlaceAround, value as string),
        `chooses the arrangement “${String(value)}”`,
      );
  if (document.type === 'content') checkSignIn(key, document, state);
  for (const node of Object.values(nodes)) {
    const shared = node.values['shared'];
    if (isSection(node) && node.kind.startsWith(`${SHARED_SECTION}@`) && typeof shared === 'string' && shared !== '')
      need(
        keys.shared(shared),
        `shows the shared section “${shared}”`,
        `if there is none, choose another one in section ${node.id}, or remove it`,
      );
  }
}

/**
 * Checks that the pages of a state can be reached in a store that speaks further languages.
 * @throws Problem `bad-path` naming the pattern or the page
 */
export const checkLanguages = (languages: readonly string[], state: DesignState): void =>
  checkPrefixes(
    languages,
    contentPlaces(state, (key) => state.get(key)),
    state.get(keys.paths),
  );

/**
 * Checks what documents that go live show of each other, and whether their pages can be reached.
 * @param changed undefined for a document that is removed
 * @param published the state they go into, as it is before
 * @throws Problem `cannot-publish` naming the document
 */
export function checkWays(changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>, published: DesignState): void {
  const showing = showingPublished(published, changed);
  checkShown(changed.keys(), showing, refusing);
  const path = [...changed.keys()].find((key) => key === keys.paths || key.startsWith('content/'));
  if (path === undefined) return;
  const before = published.get(keys.paths);
  const paths = changed.get(keys.paths);
  const after = paths ? (closeDocument(paths) as PathsDocument) : changed.has(keys.paths) ? undefined : before;
  // Where a page's own slug is what changed, the sentence is about that page.
  const only = isSame(before?.patterns, after?.patterns)
    ? new Set([...changed.keys()].filter((key) => key.startsWith('content/')).map(codeOf))
    : undefined;
  const valuesOf = (key: DocumentKey) =>
    changed.has(key) ? changed.get(key)?.head : (published.get(key) as Values | undefined);
  refusing(path, () => checkContentPaths(contentPlaces(showing, valuesOf), checkPatterns(after), only));
}

function refusing(place: DocumentKey, work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    throw new Problem('cannot-publish', error.message, {
      place,
      remedy: error.remedy ?? 'Change it, then publish again.',
    });
  }
}

/** Who may see a page only when signed in must be able to sign in. */
function checkSignIn(key: DocumentKey, document: DraftDocument, state: Draft): void {
  if (document.head['visible'] !== 'signed-in' || state.get(keys.assignments('sign-in'))) return;
  const page = capitalised(nameOf(document));
  throw new Problem('cannot-publish', `${page} is for signed-in shoppers, and sign-in pages have no template.`, {
    place: key,
    remedy: 'Make a template for sign-in pages and make it their standard, or let everyone see the page.',
  });
}

function checkGone(key: DocumentKey, state: Draft): void {
  const code = codeOf(key);
  if (key === keys.assignments('sign-in'))
    for (const other of state.keys()) {
      const page = other.startsWith('content/') ? state.get(other) : undefined;
      if (page) checkSignIn(other, page, state);
    }
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

const missing = (
  place: DocumentKey,
  document: DraftDocument,
  what: string,
  other: DocumentKey,
  otherwise?: string,
): Problem =>
  new Problem('cannot-publish', `${capitalised(nameOf(document))} ${what}.`, {
    place,
    remedy: `Publish the changes of “${other}” and “${place}” together${otherwise ? `; ${otherwise}` : ''}.`,
  });
