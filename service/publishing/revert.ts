/** Revert: an earlier revision brought back as a new one, in one transaction. */
import { Problem } from '@parlour/core';
import { redirectsInWords } from '@parlour/core/design';
import { audit } from '../records/audit.js';
import { inTransaction, type Records } from '../records/database.js';
import { lockDesign } from '../records/designs.js';
import { findRevision, loadState, type Revision } from '../records/documents.js';
import { openDraft } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import { brokenInWords } from './broken.js';
import { followLive } from './follow.js';
import { withRedirects } from './moved.js';
import { putLive } from './publish.js';
import { differingKeys, opened, publishedManifest, sentencesBetween } from '../records/states.js';

export interface Reverted {
  readonly revision: Revision;
  readonly sentences: readonly string[];
}

/**
 * Brings an earlier revision back as a new one. The draft follows value by value; what is unpublished in it stays,
 * and the sentences say where it stood in the way. Paths that only the later state had lead on to the pages.
 * @throws Problem `no-such-revision`; `nothing-to-publish` if that state is live already
 */
export const revert = (
  db: Records,
  designId: number,
  authorId: number,
  number: number,
  note: string,
): Promise<Reverted> =>
  inTransaction(db, async (trx) => {
    const design = await lockDesign(trx, designId);
    const wanted = await findRevision(trx, designId, number);
    if (!wanted)
      throw new Problem('no-such-revision', `There is no revision ${number}.`, {
        place: 'revision',
        remedy: 'List the revisions to see which there are.',
      });
    const before = await publishedManifest(trx, design);
    const differing = await differingKeys(trx, before, wanted.manifest);
    if (differing.length === 0)
      throw new Problem('nothing-to-publish', `Revision ${number} is already live.`, {
        place: 'revision',
        remedy: 'Choose another revision.',
      });
    const [live, target] = await Promise.all([loadState(trx, before), loadState(trx, wanted.manifest)]);
    const sentences = await sentencesBetween(trx, design, live, target, differing);
    const draft = await openDraft(trx, design);
    // Whoever has come to know a page by a path of the later state is led to where it was before.
    const { next, redirects } = withRedirects(live, new Map(differing.map((key) => [key, opened(target, key)])));
    const broken = brokenInWords(live, next, design);
    const revision = await putLive(trx, design, next, {
      note: note || `Reverted to revision ${number}`,
      authorId,
      reverts: number,
    });
    const kept = await followLive(
      trx,
      design,
      draft,
      live,
      await loadState(trx, revision.manifest),
      [...next.keys()],
      authorId,
      [`Reverted to revision ${number}, as revision ${revision.number}.`, ...broken].join(' '),
    );
    await signal(trx, `design ${designId}`);
    await audit(trx, {
      storeId: design.storeId,
      accountId: authorId,
      action: 'design.revert',
      target: design.code,
      detail: { to: number, revision: revision.number },
    });
    return {
      revision,
      sentences: [
        ...broken,
        ...sentences,
        ...redirectsInWords(redirects),
        ...kept.map(({ sentence }) => `Kept as it is in the draft: ${sentence}`),
      ],
    };
  });
