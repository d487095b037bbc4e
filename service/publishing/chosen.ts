/** A part of what a draft has changed: the documents as they would be with chosen changes only. */
import { Problem } from '@parlour/core';
import { compareDocuments, withChosen, type Draft, type DraftDocument } from '@parlour/core/design';
import type { DocumentKey } from '@parlour/core/documents';
import type { KindSet } from '@parlour/core/kinds';
import type { Design } from '../records/designs.js';
import { isSameState, opened, type PublishedState } from '../records/states.js';

/**
 * @param keys the documents that may differ
 * @param chosen ids of changes; all of them if absent
 * @returns those that differ from live then; undefined for one that is removed
 * @throws Problem `no-such-change`
 */
export function chosenDocuments(
  { kinds }: Pick<Design, 'kinds'>,
  draft: Draft,
  live: PublishedState,
  keys: readonly DocumentKey[],
  chosen: readonly string[] | undefined,
): Map<DocumentKey, DraftDocument | undefined> {
  const wanted = chosen && checkChosen(kinds, chosen, draft, live, keys);
  const next = new Map<DocumentKey, DraftDocument | undefined>();
  for (const key of keys) {
    const [before, after] = [opened(live, key), draft.get(key)];
    const document = wanted ? withChosen(key, before, after, wanted) : after;
    if (!isSameState(before, document)) next.set(key, document);
  }
  return next;
}

function checkChosen(
  kinds: KindSet,
  ids: readonly string[],
  draft: Draft,
  live: PublishedState,
  keys: readonly DocumentKey[],
): ReadonlySet<string> {
  const known = new Set(
    keys.flatMap((key) => compareDocuments(key, opened(live, key), draft.get(key), { kinds }).map(({ id }) => id)),
  );
  const unknown = ids.find((id) => !known.has(id));
  if (unknown !== undefined)
    throw new Problem('no-such-change', `There is no unpublished change “${unknown}”.`, {
      place: 'changes',
      remedy: 'List the changes again; it may have been published or taken back in the meantime.',
    });
  return new Set(ids);
}
