/** Work on a design: edits, undo, what is unpublished, preview, publish, revisions, revert. */
import type { EditRequest } from '@parlour/core';
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { previewOrigin } from '../config.js';
import { doUnit, liveState, redo, undo, unpublished, type DoneUnit } from '../publishing/drafting.js';
import { publish, revert } from '../publishing/publish.js';
import { listRevisions, type Revision } from '../records/documents.js';
import { lastRedoable, lastUndoable, openDraft } from '../records/drafts.js';
import { previewToken } from '../storefront/preview-token.js';
import { implement, type Api } from './implement.js';
import { pageOf } from './pages.js';

const PREVIEW_HOURS = 12;

export function designRoutes(api: Api): void {
  const { db, config } = api;

  implement(api, routes.edit, async ({ design, account, store, body }) => {
    const edits = body.edits as EditRequest[];
    // A page that does not exist can be given no template; core knows the design only, not the catalogue.
    for (const edit of edits)
      if (edit.type === 'assign' && edit.page.includes(':')) await pageOf(api, store.id, edit.page);
    return unitShape(await doUnit(db, design, account.id, body.unit, edits));
  });
  implement(api, routes.undo, async ({ design, account, body }) =>
    unitShape(await undo(db, design, account.id, body.unit)),
  );
  implement(api, routes.redo, async ({ design, account, body }) =>
    unitShape(await redo(db, design, account.id, body.unit)),
  );

  implement(api, routes.listChanges, async ({ design, account }) => {
    const draft = await openDraft(db, design);
    const [live, canUndo, canRedo] = await Promise.all([
      liveState(db, design),
      lastUndoable(db, design.id, account.id),
      lastRedoable(db, design.id, account.id),
    ]);
    return {
      changes: unpublished(draft, live),
      seq: draft.seq,
      live: design.liveRevision,
      undo: Boolean(canUndo),
      redo: Boolean(canRedo),
    };
  });

  implement(api, routes.preview, async ({ store, design, body }) => {
    const page = await pageOf(api, store.id, body.page);
    const expires = Date.now() + PREVIEW_HOURS * 60 * 60 * 1000;
    const token = await previewToken(db, { store: store.slug, design: design.code, expires });
    const path = page.kind === 'not-found' ? '/nothing-lies-here' : page.path;
    return {
      url: `${previewOrigin(config, store.slug)}${path}?preview=${token}`,
      expires: new Date(expires).toISOString(),
    };
  });

  implement(api, routes.publish, async ({ design, account, body }) =>
    revisionShape(await publish(db, design.id, account.id, body.note ?? ''), true),
  );

  implement(api, routes.listRevisions, async ({ design, query }) => {
    const limit = query.limit ?? 50;
    const before = query.cursor === undefined ? undefined : readNumber(query.cursor, 'cursor');
    const found = await listRevisions(db, design.id, limit + 1, before);
    const some = found.slice(0, limit);
    return {
      revisions: some.map((revision) => revisionShape(revision, revision.number === design.liveRevision)),
      next: found.length > limit ? String(some.at(-1)?.number) : null,
    };
  });

  implement(api, routes.revert, async ({ design, account, params, body }) => {
    const { revision, sentences } = await revert(
      db,
      design.id,
      account.id,
      readNumber(params['revision'] as string, 'revision'),
      body.note ?? '',
    );
    return { revision: revisionShape(revision, true), sentences: [...sentences] };
  });
}

function readNumber(text: string, place: string): number {
  const number = Number(text);
  if (!/^\d{1,9}$/.test(text))
    throw new Problem('bad-input', `“${text}” is not the number of a revision.`, {
      place,
      remedy: 'Give a whole number.',
    });
  return number;
}

const unitShape = ({ seq, edits, sentences }: DoneUnit) => ({ seq, edits: [...edits], sentences: [...sentences] });

const revisionShape = ({ number, note, author, at, reverts }: Revision, live: boolean) => ({
  number,
  note,
  author,
  at: at.toISOString(),
  reverts,
  live,
});
