/** Files of the catalogue that are taken in: their parts, what was asked for, how far they are. */
import type { FileFault, FileFormat, FileKind, ImportHead, ImportState } from '@parlour/core/files';
import { sql } from 'kysely';
import { json, type Database, type Records } from './database.js';

/** How long whoever works at one may say nothing, before another takes it up from its beginning. */
const TAKEN_MS = 20_000;

export interface Counts {
  readonly created: number;
  readonly changed: number;
  readonly same: number;
  readonly bad: number;
}

export interface KeptImport extends Counts {
  readonly id: number;
  readonly storeId: number;
  readonly accountId: number;
  readonly kind: FileKind;
  readonly format: FileFormat;
  readonly name: string;
  readonly state: ImportState;
  readonly heads: readonly ImportHead[];
  readonly dryRun: boolean;
  readonly skipBad: boolean;
  readonly bytes: number;
  readonly doneBytes: number;
  readonly faults: readonly FileFault[];
}

const COLUMNS = sql`i.id, i.store_id as "storeId", i.account_id as "accountId", i.kind, i.format, i.name, i.state, i.heads,
  i.dry_run as "dryRun", i.skip_bad as "skipBad", i.done_bytes::float as "doneBytes", i.created, i.changed, i.same, i.bad, i.faults,
  (select coalesce(sum(octet_length(bytes)), 0)::float from catalogue_import_part where import_id = i.id) as bytes`;

export async function addImport(
  db: Records,
  row: Pick<KeptImport, 'storeId' | 'accountId' | 'kind' | 'format' | 'name'>,
): Promise<number> {
  const { id } = await db
    .insertInto('catalogue_import')
    .values({
      store_id: row.storeId,
      account_id: row.accountId,
      kind: row.kind,
      format: row.format,
      name: row.name,
      taken_until: null,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** Keeps others from beginning or starting imports of a store until the transaction ends. */
export async function lockImports(trx: Records, storeId: number): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtext('parlour imports'), ${storeId})`.execute(trx);
}

/** How many files of a store are kept, and how many imports are under way. */
export async function importsOf(
  db: Records,
  storeId: number,
): Promise<{ readonly kept: number; readonly underWay: number }> {
  const { rows } = await sql<{ kept: number; underWay: number }>`select
      count(*) filter (where exists (select from catalogue_import_part where import_id = i.id))::int as kept,
      count(*) filter (where state in ('waiting', 'running'))::int as "underWay"
    from catalogue_import i where store_id = ${storeId}`.execute(db);
  return rows[0] ?? { kept: 0, underWay: 0 };
}

/** @param lock keeps others from starting or stopping it until the transaction ends */
export async function importById(
  db: Records,
  storeId: number,
  id: number,
  { lock = false } = {},
): Promise<KeptImport | undefined> {
  const { rows } = await sql<KeptImport>`select ${COLUMNS} from catalogue_import i
    where i.store_id = ${storeId} and i.id = ${id} ${lock ? sql`for no key update` : sql``}`.execute(db);
  return rows[0];
}

export async function lastImports(db: Records, storeId: number, limit: number): Promise<KeptImport[]> {
  const { rows } = await sql<KeptImport>`select ${COLUMNS} from catalogue_import i
    where i.store_id = ${storeId} order by i.id desc limit ${limit}`.execute(db);
  return rows;
}

/** Keeps a part; one that is sent again takes the place of the first. */
export const putPart = async (db: Records, id: number, number: number, bytes: Buffer): Promise<void> =>
  void (await db
    .insertInto('catalogue_import_part')
    .values({ import_id: id, number, bytes })
    .onConflict((clash) => clash.columns(['import_id', 'number']).doUpdateSet({ bytes }))
    .execute());

export const setHeads = async (db: Records, id: number, heads: readonly ImportHead[]): Promise<void> =>
  void (await sql`update catalogue_import set heads = ${json(heads)} where id = ${id}`.execute(db));

/** Asks for the work; what an earlier try has found is forgotten. */
export const startImport = async (
  db: Records,
  id: number,
  { heads, dryRun, skipBad }: Pick<KeptImport, 'heads' | 'dryRun' | 'skipBad'>,
): Promise<void> =>
  void (await sql`update catalogue_import set state = 'waiting', heads = ${json(heads)}, dry_run = ${dryRun},
    skip_bad = ${skipBad}, stops = false, taken_until = null, done_bytes = 0, created = 0, changed = 0, same = 0, bad = 0,
    faults = '[]' where id = ${id}`.execute(db));

/** Asks whoever works at it to stop; one that nobody has begun is stopped at once. */
export const stopImport = async (db: Records, id: number): Promise<void> =>
  void (await sql`update catalogue_import set stops = true,
    state = case state when 'waiting' then 'stopped' else state end where id = ${id}`.execute(db));

const takenUntil = (now: Date): Date => new Date(now.getTime() + TAKEN_MS);

/** Takes up the next one that waits, or that nobody has worked at for a while, so that no other process does. */
export async function takeImport(db: Database, now: Date): Promise<KeptImport | undefined> {
  const { rows } =
    await sql<KeptImport>`update catalogue_import i set state = 'running', taken_until = ${takenUntil(now)}
    where i.id = (select id from catalogue_import where state in ('waiting', 'running')
      and (taken_until is null or taken_until < ${now}) order by id limit 1 for update skip locked)
    returning ${COLUMNS}`.execute(db);
  return rows[0];
}

/** Says how far it is, and that somebody still works at it. @returns whether it is to go on */
export async function noteImport(
  db: Database,
  id: number,
  { doneBytes, created, changed, same, bad }: Counts & { readonly doneBytes: number },
  now: Date,
): Promise<boolean> {
  const { rows } = await sql<{ stops: boolean }>`update catalogue_import set taken_until = ${takenUntil(now)},
    done_bytes = ${doneBytes}, created = ${created}, changed = ${changed}, same = ${same}, bad = ${bad}
    where id = ${id} and state = 'running' returning stops`.execute(db);
  return rows[0]?.stops === false;
}

/** The end of the work: in the transaction that it was done in, so that both are there or neither. */
export const endImport = async (
  db: Records,
  { id, doneBytes }: Pick<KeptImport, 'id' | 'doneBytes'>,
  state: Exclude<ImportState, 'sent' | 'running'>,
  { created, changed, same, bad }: Counts,
  faults: readonly FileFault[],
): Promise<void> =>
  void (await sql`update catalogue_import set state = ${state}, taken_until = null, done_bytes = ${doneBytes},
    created = ${created}, changed = ${changed}, same = ${same}, bad = ${bad}, faults = ${json(faults)}
    where id = ${id}`.execute(db));

/** Puts one back that is not done because its process ends. */
export const leaveImport = async (db: Database, id: number): Promise<void> =>
  void (await sql`update catalogue_import set state = 'waiting', taken_until = null
    where id = ${id} and state = 'running'`.execute(db));

/** The parts of a file, one after the other. */
export async function* partsOf(db: Database, id: number): AsyncGenerator<Buffer> {
  for (let last = -1; ;) {
    const part = await db
      .selectFrom('catalogue_import_part')
      .select(['number', 'bytes'])
      .where('import_id', '=', id)
      .where('number', '>', last)
      .orderBy('number')
      .limit(1)
      .executeTakeFirst();
    if (!part) return;
    last = part.number;
    yield part.bytes;
  }
}

/** The first part; undefined if it was not sent. */
export const firstPart = async (db: Records, id: number): Promise<Buffer | undefined> =>
  (
    await db
      .selectFrom('catalogue_import_part')
      .select('bytes')
      .where('import_id', '=', id)
      .where('number', '=', 0)
      .executeTakeFirst()
  )?.bytes;

/** The numbers of parts that are missing before the last one; none if there is a whole file. */
export async function missingParts(db: Records, id: number): Promise<number[]> {
  const { rows } = await sql<{ number: number }>`
    select n as number from generate_series(0, coalesce((select max(number) from catalogue_import_part where import_id = ${id}), 0)) n
    where not exists (select from catalogue_import_part where import_id = ${id} and number = n) limit 5`.execute(db);
  return rows.map(({ number }) => number);
}

/** Forgets files after a day, and what became of them after a month. */
export async function dropOldImports(db: Database, now: Date): Promise<void> {
  await sql`delete from catalogue_import_part p using catalogue_import i
    where i.id = p.import_id and i.state not in ('waiting', 'running') and i.at < ${now}::timestamptz - interval '1 day'`.execute(
    db,
  );
  await sql`delete from catalogue_import where state not in ('waiting', 'running') and at < ${now}::timestamptz - interval '30 days'`.execute(
    db,
  );
}

/** What the planner knows of the tables; in a transaction, with what it has written. Only of what is looked things up by. */
export const countCatalogue = async (db: Records): Promise<void> =>
  void (await sql`analyze product (id, store_id, code, slug, brand_id), variant (id, product_id, code), price (variant_id, currency),
    card (product_id, store_id), card_price (product_id, currency), collection_member (collection_id, product_id)`.execute(
    db,
  ));

/** After much has changed: also the words that wait to be sorted in. */
export async function tidyCatalogue(db: Database): Promise<void> {
  await sql`analyze product, variant, price, card, card_price, collection_member`.execute(db);
  await sql`select gin_clean_pending_list('product_found')`.execute(db);
}
