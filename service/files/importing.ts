/** A file taken into the catalogue: all of it in one transaction, or nothing; or only looked at. */
import { cut, Problem } from '@parlour/core';
import { MOST_FAULTS, type FileFault } from '@parlour/core/files';
import { applyCatalogue, type CatalogueChanges } from '../catalogue/apply.js';
import type { Outcome } from '../catalogue/effect.js';
import { ownTurn } from '../own-turn.js';
import { audit } from '../records/audit.js';
import { inSavepoint, inTransaction, type Database, type Records } from '../records/database.js';
import {
  countCatalogue,
  endImport,
  firstPart,
  leaveImport,
  noteImport,
  partsOf,
  tidyCatalogue,
  type Counts,
  type KeptImport,
} from '../records/imports.js';
import { storeById, type Store } from '../records/stores.js';
import { signIn } from './heads.js';
import { inWords, thingsIn, type ToldThing } from './reading.js';
import { resolving, type Resolve } from './resolving.js';

/** How many things are compared and written at once. */
const BATCH = 2_000;
/** Or so many characters of the file. */
const BATCH_SIZE = 5_000_000;
/** How long it reads at a stretch: shoppers are answered by the same process. */
const STRETCH_MS = 5;
/** A part of the file is read in pieces, so that it can be said how far it is. */
const PIECE_BYTES = 65_536;
const TELL_EVERY_MS = 300;
/**
 * After so many changes the database counts what is in its tables, and again each time they are so many times as many:
 * without, it takes 20,000 new products for a dozen, and reads all of them for each.
 */
const FIRST_LOOK = 1_000;
const LOOK_AGAIN = 4;

/** Ends the work where it is, and takes it back. */
class Halted extends Error {
  constructor(readonly why: 'stopped' | 'ending' | 'refused') {
    super(why);
  }
}

/**
 * Does an import that was taken up.
 * @param isEnding whether the process ends: then the import is put back
 * @throws whatever is no fault of the file; the import is still taken then
 */
export async function importFile(db: Database, job: KeptImport, isEnding: () => boolean): Promise<void> {
  const work: Work = {
    db,
    job,
    isEnding,
    store: await storeById(db, job.storeId),
    counts: { created: 0, changed: 0, same: 0, bad: 0 },
    faults: [],
    doneBytes: 0,
    toldAt: 0,
  };
  try {
    if (job.dryRun) await readAll(work, (some, resolve) => tried(db, (trx) => take(trx, work, some, resolve)));
    else await inTransaction(db, (trx) => takeAll(trx, work));
    if (job.dryRun) await endImport(db, atEnd(work), isRefused(work) ? 'refused' : 'done', work.counts, inOrder(work));
    else if (work.counts.created + work.counts.changed >= FIRST_LOOK) await tidyCatalogue(db);
  } catch (error) {
    if (error instanceof Halted && error.why === 'ending') return leaveImport(db, job.id);
    const fault = error instanceof Problem && error.code === 'bad-file' ? ofWhole(error) : null;
    if (!(error instanceof Halted) && !fault) throw error;
    const nothing: Counts = { ...work.counts, created: 0, changed: 0, bad: work.counts.bad + (fault ? 1 : 0) };
    const state = error instanceof Halted && error.why === 'stopped' ? 'stopped' : 'refused';
    await endImport(db, atEnd(work), state, nothing, [...inOrder(work), ...(fault ? [fault] : [])]);
  }
}

interface Work {
  readonly db: Database;
  readonly job: KeptImport;
  readonly isEnding: () => boolean;
  readonly store: Pick<Store, 'id' | 'slug' | 'currency' | 'locale' | 'timeZone' | 'languages'>;
  counts: { -readonly [K in keyof Counts]: number };
  faults: FileFault[];
  doneBytes: number;
  toldAt: number;
}

const atEnd = ({ job, doneBytes }: Work): Pick<KeptImport, 'id' | 'doneBytes'> => ({ id: job.id, doneBytes });
const inOrder = ({ faults }: Work): FileFault[] => [...faults].sort((a, b) => a.line - b.line);
const isRefused = ({ job, faults }: Work): boolean => faults.length > 0 && !job.skipBad;

/** What cannot be read at all, as a fault of a line. */
const ofWhole = (problem: Problem): FileFault => ({
  line: Number(/\d+/.exec(problem.place ?? '')?.[0] ?? 1),
  column: '',
  value: '',
  reason: inWords(problem),
});

async function takeAll(trx: Records, work: Work): Promise<void> {
  let next = FIRST_LOOK;
  await readAll(work, async (some, resolve) => {
    await take(trx, work, some, resolve);
    const written = work.counts.created + work.counts.changed;
    if (written < next) return;
    // Nobody else sees what the transaction has written, so nobody else counts it.
    await countCatalogue(trx);
    next = written * LOOK_AGAIN;
  });
  if (isRefused(work)) throw new Halted('refused');
  const { job, counts } = work;
  await endImport(trx, atEnd(work), 'done', counts, inOrder(work));
  if (counts.created + counts.changed === 0) return;
  const detail = { of: job.kind, created: counts.created, changed: counts.changed, leftOut: counts.bad };
  const target = job.name === '' ? `number ${job.id}` : job.name;
  await audit(trx, { storeId: job.storeId, accountId: job.accountId, action: 'catalogue.import', target, detail });
}

/** Reads the file to its end, or until too much of it is wrong. @param taken does what a part of it says */
async function readAll(
  work: Work,
  taken: (some: readonly ToldThing[], resolve: Resolve) => Promise<void>,
): Promise<void> {
  const { db, job, store } = work;
  // A transaction that crossed with another is done again, from the beginning.
  Object.assign(work, { counts: { created: 0, changed: 0, same: 0, bad: 0 }, faults: [], doneBytes: 0 });
  const resolve = await resolving(db, store.id, job.kind);
  const table =
    job.format === 'csv' ? { heads: job.heads, sign: signIn((await firstPart(db, job.id)) ?? new Uint8Array()) } : null;
  let batch: ToldThing[] = [];
  // While the database works at a batch, the next one is read.
  let under: Promise<void> = Promise.resolve();
  const begin = async (): Promise<void> => {
    await under;
    await tell(work);
    under = taken(batch, resolve);
    // A failure is thrown when it is waited for; here it must not go unheard meanwhile.
    under.catch(() => undefined);
    batch = [];
  };
  let size = 0;
  let since = performance.now();
  try {
    for await (const thing of thingsIn(pieces(work), { kind: job.kind, currency: store.currency, table })) {
      batch.push(thing);
      size += thing.size;
      if (batch.length === BATCH || size > BATCH_SIZE) {
        await begin();
        size = 0;
      }
      if (work.faults.length >= MOST_FAULTS) break;
      if (performance.now() - since < STRETCH_MS) continue;
      await ownTurn();
      since = performance.now();
    }
    await begin();
  } catch (error) {
    // What stands before the place where it cannot be read on is looked at, too: all that is wrong is told at once.
    if (error instanceof Problem && error.code === 'bad-file') {
      await begin();
      await under;
    }
    throw error;
  } finally {
    // Nothing else is done in the transaction before what is under way has ended.
    await under.catch(() => undefined);
  }
  await under;
}

async function* pieces(work: Work): AsyncGenerator<Uint8Array> {
  for await (const part of partsOf(work.db, work.job.id))
    for (let at = 0; at < part.length; at += PIECE_BYTES) {
      const piece = part.subarray(at, at + PIECE_BYTES);
      yield piece;
      work.doneBytes += piece.length;
    }
}

/** Says now and then how far it is. @throws Halted if it is not to go on */
async function tell(work: Work): Promise<void> {
  if (work.isEnding()) throw new Halted('ending');
  if (Date.now() - work.toldAt < TELL_EVERY_MS) return;
  work.toldAt = Date.now();
  if (!(await noteImport(work.db, work.job.id, { ...work.counts, doneBytes: work.doneBytes }, new Date())))
    throw new Halted('stopped');
}

/** Does something in a transaction that is taken back. */
async function tried(db: Database, doing: (trx: Records) => Promise<void>): Promise<void> {
  const back = new Error('This was only tried.');
  await inTransaction(db, async (trx) => {
    await doing(trx);
    throw back;
  }).catch((error: unknown) => {
    if (error !== back) throw error;
  });
}

/** Does what some things of the file say, those that are right; of the others it is noted why. */
async function take(trx: Records, work: Work, some: readonly ToldThing[], resolve: Resolve): Promise<void> {
  const { counts } = work;
  const note = (...faults: FileFault[]): void => {
    counts.bad++;
    work.faults.push(...faults.slice(0, MOST_FAULTS - work.faults.length).map(short));
  };
  const right = (await resolve(trx, some)).filter(({ faults }) => {
    if (faults.length > 0) note(...faults);
    return faults.length === 0;
  });
  const count = (outcomes: readonly Outcome[]): void => {
    for (const { did } of outcomes) if (did !== 'removed') counts[did]++;
  };
  await halved(right, async (things) => {
    const [only, ...others] = things;
    if (!only) return true;
    try {
      let outcomes: readonly Outcome[] = [];
      await inSavepoint(trx, async () => {
        outcomes = await applyCatalogue(trx, work.store, asked(work.job.kind, things), {
          accountId: work.job.accountId,
          now: new Date(),
          audited: null,
        });
      });
      count(outcomes);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      if (others.length > 0) return false;
      note({ ...only.cellAt(error.place ?? ''), reason: inWords(error) });
    }
    return true;
  });
}

/** As it is told and kept: what stands in a file may be long, and of characters that no text has. */
const short = ({ line, column, value, reason }: FileFault): FileFault => {
  const told = (text: string, most: number): string => cut(text.replaceAll('\0', ' ').toWellFormed(), most);
  return { line, column: told(column, 100), value: told(value, 80), reason: told(reason, 500) };
};

/** Does something with all of a list; where that fails, with each half of it, down to what it fails with. */
async function halved<T>(all: readonly T[], work: (some: readonly T[]) => Promise<boolean>): Promise<void> {
  if (await work(all)) return;
  const middle = Math.ceil(all.length / 2);
  await halved(all.slice(0, middle), work);
  await halved(all.slice(middle), work);
}

function asked(kind: KeptImport['kind'], things: readonly ToldThing[]): CatalogueChanges {
  const wanted = things.map(({ code, slug, change }) => ({ code, is: 'either' as const, slug, change }));
  // The shape of the kind was looked at while the file was read.
  if (kind === 'product') return { products: wanted };
  if (kind === 'collection') return { collections: wanted };
  if (kind === 'review') return { reviews: wanted };
  return { brands: wanted };
}
