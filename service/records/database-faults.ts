/** What goes wrong with the database, told apart from what goes wrong with email, files and Parlour itself. */
import pg from 'pg';
import { isRecord } from '@parlour/core';

/** Errors that connections to the database have thrown. */
const thrown = new WeakSet<object>();
/** Those after which it is certain that nothing was changed. */
const undone = new WeakSet<object>();

const isObject = (error: unknown): error is object => typeof error === 'object' && error !== null;

/** Notes that an error comes from a connection to the database. @returns the error */
export function ofDatabase<E>(error: E): E {
  if (isObject(error)) thrown.add(error);
  return error;
}

/** Notes that nothing was changed by what ended so: it was rolled back, or never sent. @returns the error */
export function withoutEffect<E>(error: E): E {
  if (isObject(error)) undone.add(error);
  return error;
}

/** Whether it is certain that nothing was changed; false where a commit may have gone through unheard. */
export const hadNoEffect = (error: unknown): boolean => isObject(error) && undone.has(error);

/** The code PostgreSQL gives an error (its appendix A), or the socket's; empty for others. */
export const databaseCode = (error: unknown): string => {
  const code = isRecord(error) ? error['code'] : undefined;
  return typeof code === 'string' ? code : '';
};

// Class 08 (connection), 57P (shutting down, cannot connect now), 53300 (too many connections), 55000 (the database
// accepts no connections).
const AWAY = /^(08|57P|53300|55000)/;
/** How the driver says that a connection is no more; those errors have no code, or the socket's. */
const BROKEN = /connection terminated|connection error|timeout exceeded when trying to connect|client was closed/i;

/** True for an error that means PostgreSQL cannot be reached right now, also in the middle of a transaction. */
export function isDatabaseAway(error: unknown): boolean {
  if (!isObject(error) || !thrown.has(error)) return false;
  if (error instanceof pg.DatabaseError) return AWAY.test(databaseCode(error));
  return /^E[A-Z]+$/.test(databaseCode(error)) || BROKEN.test(error instanceof Error ? error.message : '');
}

const DISK_FULL = '53100';
/** Whether the database has no room left on its disk. */
export const isDiskFull = (error: unknown): boolean => databaseCode(error) === DISK_FULL;

const CANCELLED = '57014';
const LOCK_TIMEOUT = '55P03';
/** Whether a statement took longer than it may, or waited too long for a lock. */
export const tookTooLong = (error: unknown): boolean => [CANCELLED, LOCK_TIMEOUT].includes(databaseCode(error));

// Serialisation failure and deadlock: PostgreSQL undid one of two that crossed, so that it can be done again.
const CROSSED = new Set(['40001', '40P01']);
/** Whether PostgreSQL undid one of two transactions that crossed. */
export const hasCrossed = (error: unknown): boolean => CROSSED.has(databaseCode(error));
