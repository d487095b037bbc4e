/** Work on a design: edits, undo, what is unpublished, compare, preview, publish, revisions, revert. */
import { createHash } from 'node:crypto';
import { Problem, canonicalJson, sure } from '@parlour/core';
import { closedState, type EditRequest, SPECIMEN_PAGE, SPECIMEN_PATH } from '@parlour/core/design';
import { keys } from '@parlour/core/documents';
import { routes } from '@parlour/contract';
import {
  affectedPages,
  pagesThatDiffer,
  type Part,
  type SomePages,
  type StateWithPages,
} from '../assigning/affected.js';
import { previewOrigin } from '../config.js';
import { redirectsBetween } from '../publishing/moved.js';
import { doUnit, redo, tryUnit, undo, type DoneUnit } from '../publishing/drafting.js';
import { publish } from '../publishing/publish.js';
import { revert } from '../publishing/revert.js';
import { changesBetween, revisionState, stateNamed, unpublished, type Side } from '../records/states.js';
import { listRevisions, type Revision } from '../records/documents.js';
import { openDraft } from '../records/drafts.js';
import { keepScenario } from '../records/scenarios.js';
import { lastRedoable, lastUndoable, logAfter } from '../records/log.js';
import { USUAL_ORDER } from '../records/page-list.js';
import type { Store } from '../records/stores.js';
import { prefixOf } from '../storefront/editions.js';
import { PREVIEW_HOURS, previewToken } from '../storefront/preview-token.js';
import { designOf, implement, type Api, type Call, type Caller } from './implement.js';
import { pageIn, pageOf, readCursor, writeCursor } from './pages.js';

const PAGES_NAMED = 100;

/** Which part of the pages that look different is wanted. */
const partAfter = (cursor: string | undefined): Part => ({
  after: cursor === undefined ? undefined : readCursor(cursor, USUAL_ORDER),
  limit: PAGES_NAMED,
});
/** Names what is asked: the same as long as nothing of it is another. */
const sameAs = (...what: readonly unknown[]): string => createHash('sha256').update(canonicalJson(what)).digest('hex');

const pagesShape = ({ some, next, ...rest }: SomePages) => ({
  ...rest,
  some: [...some],
  next: next && writeCursor(next),
});

export function draftRoutes(api: Api): void {
  const { db, config } = api;
  implement(api, routes.edit, async (call) => {
    const { design, account, role, body } = call;
    const author = { id: account.id, role };
    // Yup makes every value that may be anything optional; the requests name theirs.
    const edits = body.edits as EditRequest[];
    if (!body.dryRun) return unitShape(await doUnit(db, design, author, body.unit, edits));
    const draft = await openDraft(db, design);
    const result = await tryUnit(db, design, draft, author, body.unit, edits);
    const pages = await affectedPages(
      db,
      design,
      draft,
      result,
      partAfter(body.pagesAfter),
      sameAs(design.id, draft.seq, edits),
    );
    return { ...unitShape({ seq: draft.seq, ...result }), pages: pagesShape(pages) };
  });
  implement(api, routes.undo, async ({ design, account, role, body }) =>
    unitShape(await undo(db, design, { id: account.id, role }, body.unit)),
  );
  implement(api, routes.redo, async ({ design, account, role, body }) =>
    unitShape(await redo(db, design, { id: account.id, role }, body.unit)),
  );

  implement(api, routes.listChanges, async ({ design, account }) => {
    const draft = await openDraft(db, design);
    const [changes, canUndo, canRedo] = await Promise.all([
      unpublished(db, design, draft),
      lastUndoable(db, design.id, account.id),
      lastRedoable(db, design.id, account.id),
    ]);
    return {
      changes,
      seq: draft.seq,
      live: design.liveRevision,
      undo: Boolean(canUndo),
      redo: Boolean(canRedo),
    };
  });

  implement(api, routes.compare, async (call) => {
    const [from, to] = await Promise.all([
      sideOf(api, call, call.query.from ?? 'live'),
      sideOf(api, call, call.query.to ?? 'draft'),
    ]);
    const changes = await changesBetween(db, call.design, from, to);
    const changed = new Set(changes.map((one) => one.document));
    const [before, after] = [withPages(from), withPages(to)];
    const publishes = (call.query.from ?? 'live') === 'live' && (call.query.to ?? 'draft') === 'draft';
    const redirects = publishes ? redirectsBetween(before.state, after.state, changed) : [];
    const told = { from: from.label, to: to.label, changes, redirects };
    if (call.query.pages !== 'yes') return told;
    const part = partAfter(call.query.pagesAfter);
    const same = sameAs(from.label, to.label, call.design.id, call.design.draftSeq, call.design.liveRevision);
    const pages = await pagesThatDiffer(db, call.design, before, after, changed, part, same);
    return { ...told, pages: pagesShape(pages) };
  });

  implement(api, routes.readLog, async ({ design, query }) => {
    const limit = query.limit ?? 100;
    const found = await logAfter(db, design.id, query.after ?? 0, limit);
    return {
      events: found.map(({ authorId: _who, at, ...entry }) => ({
        ...entry,
        sentences: [...entry.sentences],
        documents: [...entry.documents],
        at: at.toISOString(),
      })),
      next: found.length === limit ? (found.at(-1)?.seq ?? null) : null,
    };
  });

  implement(api, routes.preview, async (call) => {
    const { store, design, account, body, now } = call;
    const { page: code, revision, template } = body;
    const page =
      code === SPECIMEN_PAGE
        ? { kind: 'content', path: SPECIMEN_PATH }
        : revision === undefined
          ? await pageOf(api, call, code)
          : await pageIn({ db, store, now, state: await revisionState(db, design, revision) }, code);
    if (template !== undefined && revision === undefined && !(await openDraft(db, design)).get(keys.template(template)))
      throw new Problem('no-such-template', `There is no template “${template}”.`, {
        place: 'template',
        remedy: 'List the templates to see their codes.',
      });
    const scenario = await scenarioOf(call);
    const expires = now.getTime() + PREVIEW_HOURS * 60 * 60 * 1000;
    const right = {
      store: store.slug,
      design: design.code,
      by: account.id,
      ...(revision === undefined ? {} : { revision }),
      ...(template === undefined ? {} : { template }),
      ...(scenario === undefined ? {} : { scenario }),
      expires,
    };
    const token = await previewToken(db, right);
    const prefix = prefixIn(store, body.language);
    const plain = page.kind === 'not-found' ? '/page-not-found' : page.path;
    const path = prefix !== '' && plain === '/' ? prefix : prefix + plain;
    return {
      url: `${previewOrigin(config, store.slug, design.id, { revision, template, scenario })}${path}?preview=${token}`,
      expires: new Date(expires).toISOString(),
    };
  });

  implement(api, routes.publish, async (call) => {
    const { db, design, account, body } = call;
    const revision = await publish(db, design.id, {
      note: body.note ?? '',
      authorId: account.id,
      seq: body.seq,
      ...(body.changes ? { changes: body.changes } : {}),
    });
    return { ...revisionShape(revision, true), redirects: [...revision.redirects] };
  });

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

  implement(api, routes.revert, async (call) => {
    const { db, design, account, params, body } = call;
    const { revision, sentences } = await revert(
      db,
      design.id,
      account.id,
      readNumber(sure(params['revision']), 'revision'),
      body.note ?? '',
    );
    return { revision: revisionShape(revision, true), sentences: [...sentences] };
  });
}

/** What stands before the paths of a language. @throws Problem `bad-value` for one that the store does not have */
function prefixIn({ name, locale, languages }: Store, language = locale): string {
  if (language === locale) return '';
  if (languages.includes(language)) return prefixOf(language);
  throw new Problem('bad-value', `“${name}” does not speak “${language}”.`, {
    place: 'language',
    remedy: `It speaks: ${[locale, ...languages].join(', ')}.`,
  });
}

/** What a preview is shown in: kept under what it says, or with what is not saved under whose it is. */
async function scenarioOf({ db, store, account, body, now }: Call<typeof routes.preview>): Promise<string | undefined> {
  const { page, scenario, unsaved } = body;
  const change = unsaved?.product ?? unsaved?.collection ?? unsaved?.brand;
  if (!change) return scenario && keepScenario(db, store.id, scenario, now);
  // The next one takes its place, so that the page keeps its web address while somebody types.
  const own = canonicalJson([account.id, page, scenario ?? null]);
  return keepScenario(db, store.id, { ...scenario, unsaved: { page, change } }, now, own);
}

const withPages = (side: Side): StateWithPages => ({ state: closedState(side), table: side.table ?? null });

/** A state by its name: `draft`, `live`, `12`, or `DESIGN/draft`. */
async function sideOf({ db }: Api, { store, design }: Caller, name: string): Promise<Side> {
  const slash = name.indexOf('/');
  return slash < 0
    ? stateNamed(db, design, name)
    : stateNamed(db, await designOf(db, store, name.slice(0, slash)), name.slice(slash + 1));
}

export function readNumber(text: string, place: string): number {
  const number = Number(text);
  if (!/^\d{1,9}$/.test(text))
    throw new Problem('bad-input', `“${text}” is not a valid number.`, {
      place,
      remedy: 'Give a whole number.',
    });
  return number;
}

const unitShape = ({ seq, edits, sentences }: DoneUnit) => ({
  seq,
  edits: [...edits],
  sentences: [...sentences],
  pages: undefined,
});

const revisionShape = ({ number, note, author, at, reverts }: Revision, live: boolean) => ({
  number,
  note,
  author,
  created: at.toISOString(),
  reverts,
  live,
});
