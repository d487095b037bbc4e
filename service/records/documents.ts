/** Documents and manifests by hash, revisions, and the state of a design at a revision. */
import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { LRUCache } from 'lru-cache';
import { canonicalJson, sure } from '@parlour/core';
import { inTodaysFormat } from '@parlour/core/design';
import { type Document, type DocumentKey, type WholeState, stateOf } from '@parlour/core/documents';
import { touch } from './changes.js';
import { json, type Records } from './database.js';
import { tags } from './tags.js';

/** Document key -> document hash. */
export type Manifest = Readonly<Record<DocumentKey, string>>;

/** SHA-256 of the canonical JSON (RFC 8785) of a value, in hex. */
export const hashOf = (value: unknown): string => createHash('sha256').update(canonicalJson(value)).digest('hex');

/** Bytes of documents, as JSON, that are kept in memory one by one, and of whole states. */
const MOST_BYTES = { documents: 64_000_000, manifests: 32_000_000, states: 128_000_000 } as const;

// How long each is as JSON, by which what is kept in memory is bounded.
const weights = new WeakMap<Document, number>();
export const bytesOfDocument = (document: Document): number => weights.get(document) ?? 1_000;

/** How long the documents of a state are as JSON, together; those that other states share are counted too. */
export function bytesOfState(state: ReadonlyMap<DocumentKey, Document>): number {
  let bytes = 1;
  for (const [key, document] of state) bytes += key.length + bytesOfDocument(document);
  return bytes;
}

// Immutable by hash, so a cache needs no renewal; what was not asked for longest leaves first.
const documents = new LRUCache<string, Document>({ maxSize: MOST_BYTES.documents, sizeCalculation: bytesOfDocument });
const HASH_BYTES = 64;
const manifests = new LRUCache<string, Manifest>({
  maxSize: MOST_BYTES.manifests,
  sizeCalculation: (manifest) => Object.keys(manifest).reduce((bytes, key) => bytes + key.length + HASH_BYTES, 1),
});
const states = new LRUCache<string, WholeState>({
  maxSize: MOST_BYTES.states,
  sizeCalculation: bytesOfState,
});

/** Keeps documents by their hashes; those that are there already are not written. @returns the hashes, in order */
export async function saveDocuments(db: Records, values: readonly Document[]): Promise<string[]> {
  const hashes = values.map(hashOf);
  if (values.length)
    await sql`insert into document (hash, body) select t.hash, t.body::jsonb
      from unnest(${hashes}::text[], ${values.map(json)}::text[]) t (hash, body) on conflict do nothing`.execute(db);
  return hashes;
}

/** Keeps a manifest. @returns its hash */
export async function saveManifest(db: Records, manifest: Manifest): Promise<string> {
  const hash = hashOf(manifest);
  await db
    .insertInto('manifest')
    .values({ hash, body: json(manifest) })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return hash;
}

/** A manifest by its hash; it never changes, so it is kept in memory. */
export async function loadManifest(db: Records, hash: string): Promise<Manifest> {
  const known = manifests.get(hash);
  if (known) return known;
  const row = await db.selectFrom('manifest').select('body').where('hash', '=', hash).executeTakeFirstOrThrow();
  manifests.set(hash, row.body);
  return row.body;
}

/** Documents by hash; what is not known yet is fetched in one statement, however many there are. */
export async function loadDocuments(db: Records, hashes: readonly string[]): Promise<Map<string, Document>> {
  const found = new Map<string, Document>();
  const missing: string[] = [];
  for (const hash of hashes) {
    const known = documents.get(hash);
    if (known) found.set(hash, known);
    else missing.push(hash);
  }
  if (missing.length) {
    const rows = await db
      .selectFrom('document')
      .select(['hash', 'body', sql<number>`octet_length(body::text)`.as('bytes')])
      .where(sql<boolean>`hash = any(${missing})`)
      .execute();
    for (const { hash, body, bytes } of rows) {
      const document = inTodaysFormat(body);
      weights.set(document, bytes);
      documents.set(hash, document);
      found.set(hash, document);
    }
  }
  return found;
}

/** Every document of a manifest, by key. */
export async function loadState(db: Records, manifestHash: string): Promise<WholeState> {
  const known = states.get(manifestHash);
  if (known) return known;
  const manifest = await loadManifest(db, manifestHash);
  const found = await loadDocuments(db, Object.values(manifest));
  const state = stateOf(Object.entries(manifest).map(([key, hash]) => [key, sure(found.get(hash))]));
  states.set(manifestHash, state);
  return state;
}

/** A numbered published state of a design. */
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

/** A revision of a design by its number. */
export async function findRevision(db: Records, designId: number, number: number): Promise<Revision | undefined> {
  return revisionQuery(db, designId).where('number', '=', number).executeTakeFirst();
}

/** Adds a revision and makes it the newest of its design. In a transaction. @returns it, as lists have it */
export async function addRevision(
  db: Records,
  designId: number,
  revision: { number: number; manifest: string; note: string; authorId: number | null; reverts?: number },
): Promise<Revision> {
  const { number, manifest, note, authorId, reverts = null } = revision;
  await db
    .insertInto('revision')
    .values({ design_id: designId, number, manifest, note, author_id: authorId, reverts })
    .execute();
  const { storeId } = await db
    .updateTable('design')
    .set({ live_revision: number })
    .where('id', '=', designId)
    .returning('store_id as storeId')
    .executeTakeFirstOrThrow();
  touch(db, storeId, [tags.store]);
  return revisionQuery(db, designId).where('number', '=', number).executeTakeFirstOrThrow();
}
