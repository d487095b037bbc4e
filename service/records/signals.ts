/**
 * Tells every process that something happened to a design. Sent after the commit, as a notification that may be lost:
 * whoever listens also looks by itself from time to time.
 */
import { EventEmitter } from 'node:events';
import pg from 'pg';
import { sql } from 'kysely';
import { perDatabase, type Database, type Records } from './database.js';

const CHANNEL = 'parlour_design';
const LOOK_EVERY_MS = 1000;

const emitterOf = perDatabase(() => new EventEmitter().setMaxListeners(0));

/** Says that a design has news: edits, a publish, people coming and going. */
export async function signal(db: Database, designId: number): Promise<void> {
  emitterOf(db).emit('design', designId);
  // Others learn of it a moment later even if this fails.
  await sql`select pg_notify(${CHANNEL}, ${String(designId)})`.execute(db).catch(() => undefined);
}

/** Calls back whenever a design may have news. @returns stops it */
export function onSignal(db: Records, designId: number, call: () => void): () => void {
  const emitter = emitterOf(db);
  const listener = (id: number | null): void => {
    if (id === null || id === designId) call();
  };
  emitter.on('design', listener);
  return () => emitter.off('design', listener);
}

/** Listens for what other processes did, on a connection of its own that is made again when it breaks. */
export function listenForSignals(db: Database, url: string): { stop(): Promise<void> } {
  const emitter = emitterOf(db);
  let client: pg.Client | null = null;
  let stopped = false;
  const connect = async (): Promise<void> => {
    const next = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000 });
    next.on('notification', ({ payload }) => emitter.emit('design', Number(payload)));
    next.on('error', () => (client = null));
    next.on('end', () => (client = null));
    await next.connect();
    await next.query(`listen ${CHANNEL}`);
    client = next;
  };
  const look = setInterval(() => {
    emitter.emit('design', null);
    if (!client && !stopped) void connect().catch(() => undefined);
  }, LOOK_EVERY_MS);
  void connect().catch(() => undefined);
  return {
    async stop() {
      stopped = true;
      clearInterval(look);
      await client?.end().catch(() => undefined);
    },
  };
}
