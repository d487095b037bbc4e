/**
 * Tells every process that something happened. Sent after the commit, as a notification that may be lost: whoever
 * listens also looks by itself from time to time.
 */
import { EventEmitter } from 'node:events';
import pg from 'pg';
import { sql } from 'kysely';
import { afterCommit, perDatabase, type Database, type Records } from './database.js';

const CHANNEL = 'parlour';
const LOOK_EVERY_MS = 1000;

/** What something happened to: a design; the team of a store; the sessions of an account; anything that pages show; email, or files of the catalogue, that wait. */
export type Topic = `design ${number}` | `team ${number}` | `account ${number}` | 'changes' | 'email' | 'imports';

const emitterOf = perDatabase(() => new EventEmitter().setMaxListeners(0));

/** Says that there is news: at once, or once the transaction under way is committed. */
export const signal = (db: Records, topic: Topic): Promise<void> =>
  afterCommit(db, async (free) => {
    emitterOf(free).emit('news', topic);
    // Others learn of it a moment later even if this fails.
    await sql`select pg_notify(${CHANNEL}, ${topic})`.execute(free).catch(() => undefined);
  });

/** Calls back when there is news of a topic that was told; some may be lost. @returns stops it */
export function onNews(db: Records, topic: Topic, call: () => void): () => void {
  return onSignal(db, topic, call, false);
}

/** Calls back whenever there may be news of a topic. @returns stops it */
export function onSignal(db: Records, topic: Topic, call: () => void, untold = true): () => void {
  const emitter = emitterOf(db);
  const listener = (about: Topic | null): void => {
    if (about === null ? untold : about === topic) call();
  };
  emitter.on('news', listener);
  return () => emitter.off('news', listener);
}

/** Listens for what other processes did, on a connection of its own that is made again when it breaks. */
export function listenForSignals(db: Database, url: string): { stop(): Promise<void> } {
  const emitter = emitterOf(db);
  let client: pg.Client | null = null;
  let stopped = false;
  const connect = async (): Promise<void> => {
    const next = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000 });
    next.on('notification', ({ payload }) => emitter.emit('news', payload));
    next.on('error', () => (client = null));
    next.on('end', () => (client = null));
    await next.connect();
    await next.query(`listen ${CHANNEL}`);
    client = next;
  };
  const look = setInterval(() => {
    emitter.emit('news', null);
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
