/** Publish: one transaction that writes what changed, a manifest and the live pointer. */
import { Problem, sure } from '@parlour/core';
import {
  checkPublish,
  closedState,
  closeDocument,
  redirectsInWords,
  type Draft,
  type DraftDocument,
  type Redirect,
} from '@parlour/core/design';
import { keys, type Document, type DocumentKey } from '@parlour/core/documents';
import { renewAfterPublish } from '../assigning/changed.js';
import { audit } from '../records/audit.js';
import { inTransaction, type Records } from '../records/database.js';
import { lockDesign, type Design } from '../records/designs.js';
import { addRevision, loadState, saveDocuments, saveManifest, type Revision } from '../records/documents.js';
import { changedKeysOf, markPublished, openDraft, recordUnit } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import { chosenDocuments } from './chosen.js';
import { newUnit } from './drafting.js';
import { refuseBroken } from './broken.js';
import { followLive } from './follow.js';
import { withRedirects } from './moved.js';
import { checkPaths } from './references.js';
import { isSameState, opened, overLive, publishedManifest, saveOver } from '../records/states.js';

export interface PublishOptions {
  readonly note: string;
  /** Null for what Parlour does at a set time. */
  readonly authorId: number | null;
  /** Ids of the changes to publish; all if absent. */
  readonly changes?: readonly string[];
  /** The state of the draft that was looked at; any if absent. */
  readonly seq?: number | undefined;
}

/** A revision, and where pages that it moved leave redirects. */
export interface Published extends Revision {
  readonly redirects: readonly Redirect[];
}

/**
 * Puts the draft, or chosen changes of it, live as a new revision.
 * @throws Problem `stale-edit` if the draft is not as it was looked at; `nothing-to-publish`; `no-such-change`; `cannot-publish` naming what
 * shoppers cannot be shown; `lacks-section` or `empty-template` naming the template and its pages
 */
export const publish = (db: Records, designId: number, options: PublishOptions): Promise<Published> =>
  inTransaction(db, async (trx) => {
    const design = await lockDesign(trx, designId);
    const [draft, manifest, touched] = await Promise.all([
      openDraft(trx, design),
      publishedManifest(trx, design),
      changedKeysOf(trx, designId),
    ]);
    if (options.seq !== undefined && options.seq !== draft.seq)
      throw new Problem('stale-edit', 'The draft has changed since you looked at it; nothing was published.', {
        place: 'seq',
        remedy: 'Look at the unpublished changes again, then publish.',
      });
    const live = await loadState(trx, manifest);
    const chosen = chosenDocuments(design, draft, live, touched, options.changes);
    const { next, redirects } = withRedirects(live, chosen);
    refuseBroken(live, next, design);
    const revision = await putLive(trx, design, next, options);
    await markPublished(
      trx,
      designId,
      touched.filter((key) => isSameState(draft.get(key), next.has(key) ? next.get(key) : opened(live, key))),
    );
    const sentence = [`Published as revision ${revision.number}.`, ...redirectsInWords(redirects)].join(' ');
    if (next === chosen) await logOnly(trx, design, draft, options.authorId, sentence);
    else {
      const now = await loadState(trx, revision.manifest);
      await followLive(trx, design, draft, live, now, [keys.paths], options.authorId, sentence);
    }
    await signal(trx, `design ${designId}`);
    await audit(trx, {
      storeId: design.storeId,
      accountId: options.authorId,
      action: 'design.publish',
      target: design.code,
      detail: { revision: revision.number },
    });
    return { ...revision, redirects };
  });

/**
 * Writes a new revision with some documents changed, and makes it the design's newest. The caller holds the design's lock.
 * @param changed what differs from the newest revision; undefined removes a document
 */
export async function putLive(
  trx: Records,
  design: Design,
  changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
  { note, authorId, reverts }: { note: string; authorId: number | null; reverts?: number },
): Promise<Revision> {
  if (changed.size === 0) {
    throw new Problem('nothing-to-publish', 'Nothing has been changed since the last publish.', {
      remedy: 'Edit the draft first; shoppers already see all of it.',
    });
  }
  const before = await publishedManifest(trx, design);
  const live = await loadState(trx, before);
  const whole = overLive(live, changed);
  const closed = new Map<DocumentKey, Document | null>();
  for (const [key, document] of changed) closed.set(key, document ? closeDocument(document) : null);
  checkPublish(changed, overLive(live, new Map()), whole, design.kinds);
  await checkPaths(trx, design.storeId, changed.keys(), () => closedState(whole));
  const manifest = await saveOver(trx, before, closed);
  const revision = await addRevision(trx, design.id, {
    number: design.liveRevision + 1,
    manifest,
    note,
    authorId,
    ...(reverts === undefined ? {} : { reverts }),
  });
  await renewAfterPublish(trx, design, live, await loadState(trx, manifest), [...changed.keys()]);
  return revision;
}

const logOnly = async (
  trx: Records,
  design: Design,
  draft: Draft & { readonly seq: number },
  authorId: number | null,
  sentence: string,
): Promise<void> => {
  await recordUnit(
    trx,
    design,
    draft,
    { unit: newUnit(), authorId, type: 'publish' },
    { edits: [], documents: new Map(), sentences: [sentence] },
  );
};

/** Writes a whole state as a design's first revision. */
export async function addFirstState(
  trx: Records,
  designId: number,
  state: ReadonlyMap<DocumentKey, Document>,
  { note, authorId }: { note: string; authorId: number | null },
): Promise<Revision> {
  const hashes = await saveDocuments(trx, [...state.values()]);
  const manifest = await saveManifest(
    trx,
    Object.fromEntries([...state.keys()].map((key, i) => [key, sure(hashes[i])])),
  );
  return addRevision(trx, designId, { number: 1, manifest, note, authorId });
}
