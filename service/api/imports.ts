/** The catalogue in and out as files. */
import type { Request, Response } from 'express';
import { once } from 'node:events';
import { check, Problem, sure } from '@parlour/core';
import { FILE_KINDS, MOST_FILE_BYTES, PART_BYTES, type FileKind } from '@parlour/core/files';
import { routes } from '@parlour/contract';
import { fileOf } from '../files/export.js';
import { headsIn, meantHeads } from '../files/heads.js';
import { leaveGate } from '../gate/gate.js';
import { inSnapshot, inTransaction, type Records } from '../records/database.js';
import {
  addImport,
  importById,
  importsOf,
  lastImports,
  lockImports,
  missingParts,
  putPart,
  setHeads,
  startImport,
  stopImport,
  type KeptImport,
} from '../records/imports.js';
import { signal } from '../records/signals.js';
import { callerOf, implement, type Api, type Caller } from './implement.js';

const LISTED = 10;
/** Files of one store that are kept: all of a day. */
const MOST_KEPT = 100;
/** Files that one process writes at the same time: each holds a connection to the database. */
const MOST_EXPORTS = 3;

export function importRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.beginImport, async (call) => {
    const { kind, format, name = '' } = call.body;
    return inTransaction(call.db, async (trx) => {
      await lockImports(trx, call.store.id);
      if ((await importsOf(trx, call.store.id)).kept >= MOST_KEPT)
        throw new Problem('busy', `This store has sent ${MOST_KEPT} files today.`, {
          remedy: 'Each is kept for a day; try again then, or make one file of several.',
          retryAfter: 3600,
        });
      const id = await addImport(trx, { storeId: call.store.id, accountId: call.account.id, kind, format, name });
      return shapeOf(await importOf(trx, call.store.id, id));
    });
  });

  implement(api, routes.sendImportPart, ({ store, params, query, body }) =>
    inTransaction(db, async (trx) => {
      const job = await importOf(trx, store.id, params['import'], { lock: true });
      mustBe(job, ['sent'], 'It was started, so no part of its file can be sent any more.');
      if (body.length === 0 || body.length > PART_BYTES)
        throw tooLarge(`A part has from 1 to ${PART_BYTES.toLocaleString('en')} bytes; this has ${body.length}.`);
      if (job.bytes + body.length > MOST_FILE_BYTES)
        throw tooLarge(`The file is larger than ${MOST_FILE_BYTES.toLocaleString('en')} bytes.`);
      const bytes = Buffer.from(body);
      await putPart(trx, job.id, query.number, bytes);
      if (query.number === 0 && job.format === 'csv') await setHeads(trx, job.id, headsIn(job.kind, bytes));
      return shapeOf(await importOf(trx, store.id, job.id));
    }),
  );

  implement(api, routes.startImport, ({ store, params, body }) =>
    inTransaction(db, async (trx) => {
      const job = await importOf(trx, store.id, params['import'], { lock: true });
      mustBe(job, ['sent', 'done', 'refused', 'stopped', 'failed'], 'It is under way.');
      if (job.state === 'done' && !job.dryRun)
        throw new Problem('already-there', 'The import is done.', { place: 'import', remedy: 'Begin another.' });
      await lockImports(trx, store.id);
      if ((await importsOf(trx, store.id)).underWay > 0)
        throw new Problem('busy', 'Another import of this store is under way.', {
          place: 'import',
          remedy: 'Wait for its end, or stop it.',
          retryAfter: 5,
        });
      const missing = await missingParts(trx, job.id);
      if (job.bytes === 0)
        throw new Problem('bad-file', 'The file is empty.', {
          place: 'parts',
          remedy: 'Send its parts, then start it.',
        });
      if (missing.length > 0)
        throw new Problem('bad-input', `Parts of the file are missing: ${missing.join(', ')}.`, {
          place: 'parts',
          remedy: 'Send them, then start it. A file is kept for a day.',
        });
      const heads = job.format === 'csv' ? meantHeads(job.kind, job.heads, body.columns ?? {}) : [];
      await startImport(trx, job.id, { heads, dryRun: body.dryRun ?? false, skipBad: body.skipBad ?? false });
      await signal(trx, 'imports');
      return shapeOf(await importOf(trx, store.id, job.id));
    }),
  );

  implement(api, routes.stopImport, ({ store, params }) =>
    inTransaction(db, async (trx) => {
      const job = await importOf(trx, store.id, params['import'], { lock: true });
      // What has ended stays as it is, which the answer says.
      if (job.state === 'waiting' || job.state === 'running') await stopImport(trx, job.id);
      return shapeOf(await importOf(trx, store.id, job.id));
    }),
  );

  implement(api, routes.getImport, async ({ store, params }) =>
    shapeOf(await importOf(db, store.id, params['import'])),
  );
  implement(api, routes.listImports, async ({ store }) => ({
    imports: (await lastImports(db, store.id, LISTED)).map(shapeOf),
  }));

  let exports = 0;
  api.router.get(
    routes.exportCatalogue.path.replace(/\{(\w+)\}/g, ':$1'),
    async (request: Request, response: Response) => {
      // The path of the route names a store.
      const caller = (await callerOf(api, routes.exportCatalogue, request, new Date())) as Caller;
      const kind = kindIn(request);
      if (exports >= MOST_EXPORTS)
        throw new Problem('busy', 'Several files are being made already.', {
          remedy: 'Try again in a moment.',
          retryAfter: 5,
        });
      exports++;
      try {
        leaveGate(response);
        await send(api, caller, kind, request, response).catch((error: unknown) => {
          if (!response.headersSent) throw error;
          // Cut off, so that nobody takes what is there for the whole.
          response.destroy();
        });
      } finally {
        exports--;
      }
    },
  );
}

const shapeOf = ({ storeId: _store, accountId: _account, ...job }: KeptImport) => job;

/** @throws Problem `no-such-thing` */
async function importOf(
  records: Records,
  storeId: number,
  id: number | string | undefined,
  lock?: { readonly lock: true },
): Promise<KeptImport> {
  const number = /^\d{1,9}$/.test(String(id)) ? Number(id) : 0;
  const found = await importById(records, storeId, number, lock);
  if (found) return found;
  throw new Problem('no-such-thing', `There is no import ${id ?? ''} in this store.`, {
    place: 'import',
    remedy: 'List the imports to see the last ones.',
  });
}

function mustBe(job: KeptImport, states: readonly KeptImport['state'][], sentence: string): void {
  if (states.includes(job.state)) return;
  throw new Problem('already-there', `The import is ${job.state}. ${sentence}`, {
    place: 'import',
    remedy: 'Look how far it is, or begin another.',
  });
}

const tooLarge = (sentence: string): Problem =>
  new Problem('too-large', sentence, {
    place: 'body',
    remedy: 'Send the file in more parts, or make several files of it.',
  });

function kindIn({ params }: Request): FileKind {
  const asked = params['kind'];
  const kind = FILE_KINDS.find((one) => one === asked);
  if (kind) return kind;
  throw new Problem('no-such-thing', `There are no files of “${String(asked)}”.`, {
    place: 'kind',
    remedy: `Ask for one of: ${FILE_KINDS.join(', ')}.`,
  });
}

async function send(
  { db }: Api,
  { store }: Caller,
  kind: FileKind,
  request: Request,
  response: Response,
): Promise<void> {
  const { format = 'csv', spreadsheet } = check(sure(routes.exportCatalogue.query), { ...request.query }, 'query');
  const harmless = spreadsheet === 'yes';
  response.set({
    'content-type': format === 'csv' ? 'text/csv; charset=utf-8; header=present' : 'application/jsonl; charset=utf-8',
    'content-disposition': `attachment; filename="${store.slug}-${kind}s.${format}"`,
  });
  await inSnapshot(db, async (trx) => {
    if (request.method === 'HEAD') return;
    for await (const text of fileOf(trx, store, { kind, format, harmless })) {
      if (response.destroyed) return;
      // A reader who takes nothing more is cut by the server, which is the end of it here, too.
      if (!response.write(text)) await Promise.race([once(response, 'drain'), once(response, 'close')]);
    }
  });
  response.end();
}
