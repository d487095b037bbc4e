/** Documents and manifests by hash, revisions, and the state of a design at a revision. */
import { createHash } from 'node:crypto';
import { canonicalJson, upgradeDocument, type Document, type DocumentKey } from '@parlour/core';
import { json, type Records } from './database.js';

/** Document key -> document hash. */
export type Manifest = Readonly<Record<DocumentKey, string>>;

/** SHA-256 of the canonical JSON (RFC 8785) of a value, in hex. */
export const hashOf = (value: unknown): string => createHash('sha256').update(canonicalJson(value)).digest('hex');

// Immutable by hash, so a cache needs no renewal; the oldest entries leave first.
const MOST_CACHED = 20_000;
const documents = new Map<string, Document>();
const manifests = new Map<string, Manifest>();
const states = new Map<string, ReadonlyMap<DocumentKey, Document>>();
const MOST_STATES = 200;

function remember<T>(cache: Map<string, T>, hash: string, value: T, most = MOST_CACHED): void {
  if (cache.size >= most) cache.delete(cache.keys().next().value as string);
  cache.set(hash, value);
}

export async function saveDocuments(db: Records, values: readonly Document[]): Promise<string[]> {
  const rows = values.map((value) => ({ hash: hashOf(value), body: json(value) }));
  if (rows.length)
    await db
      .insertInto('document')
      .values(rows)
      .onConflict((conflict) => conflict.doNothing())
      .execute();
  return rows.map((row) => row.hash);
}

export async function saveManifest(db: Records, manifest: Manifest): Promise<string> {
  const hash = hashOf(manifest);
  await db
    .insertInto('manifest')
    .values({ hash, body: json(manifest) })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return hash;
}

export async function loadManifest(db: Records, hash: string): Promise<Manifest> {
  const known = manifests.get(hash);
  if (known) return known;
  const row = await db.selectFrom('manifest').select('body').where('hash', '=', hash).executeTakeFirstOrThrow();
  remember(manifests, hash, row.body);
  return row.body;
}

/** Documents by hash; what is not known yet is fetched in one statement. */
export async function loadDocuments(db: Records, hashes: readonly string[]): Promise<Map<string, Document>> {
  const missing = hashes.filter((hash) => !documents.has(hash));
  if (missing.length) {
    const rows = await db.selectFrom('document').select(['hash', 'body']).where('hash', 'in', missing).execute();
    for (const row of rows) remember(documents, row.hash, upgradeDocument(row.body));
  }
  return new Map(hashes.map((hash) => [hash, documents.get(hash) as Document]));
}

/** Every document of a manifest, by key. */
export async function loadState(db: Records, manifestHash: string): Promise<ReadonlyMap<DocumentKey, Document>> {
  const known = states.get(manifestHash);
  if (known) return known;
  const manifest = await loadManifest(db, manifestHash);
  const found = await loadDocuments(db, Object.values(manifest));
  const state = new Map(Object.entries(manifest).map(([key, hash]) => [key, found.get(hash) as Document]));
  remember(states, manifestHash, state, MOST_STATES);
  return state;
}

export interface Revision {
  readonly number: number;
  readonly manifest: string;
  readonly note: string;
  readonly author: string;
  readonly at: Date;
  readonly reverts: number | null;
}

const revisionQuery = (db: Records, designId: number) =>
  db
    .selectFrom('revision')
    .leftJoin('account', 'account.id', 'revision.author_id')
    .select((eb) => [
      'number',
      'manifest',
      'note',
      'reverts',
      'at',
      eb.fn.coalesce('account.name', eb.val('Parlour')).as('author'),
    ])
    .where('design_id', '=', designId);

/** @param before only revisions with a lower number */
export async function listRevisions(
  db: Records,
  designId: number,
  limit: number,
  before?: number,
): Promise<Revision[]> {
  let query = revisionQuery(db, designId);
  if (before !== undefined) query = query.where('number', '<', before);
  return query.orderBy('number', 'desc').limit(limit).execute();
}

export async function findRevision(db: Records, designId: number, number: number): Promise<Revision | undefined> {
  return revisionQuery(db, designId).where('number', '=', number).executeTakeFirst();
}

export async function addRevision(
  db: Records,
  designId: number,
  revision: { number: number; manifest: string; note: string; authorId: number | null; reverts?: number },
): Promise<void> {
  const { number, manifest, note, authorId, reverts = null } = revision;
  await db
    .insertInto('revision')
    .values({ design_id: designId, number, manifest, note, author_id: authorId, reverts })
    .execute();
  await db.updateTable('design').set({ live_revision: number }).where('id', '=', designId).execute();
}
