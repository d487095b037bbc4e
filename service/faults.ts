/** The log of faults: the first of each at once, then how often it came again, once a minute. */
import { LRUCache } from 'lru-cache';
import type { Logger } from 'pino';

const AGAIN_MS = 60_000;

interface Known {
  /** When it was last written. */
  at: number;
  /** How often it came since. */
  again: number;
}

const known = new LRUCache<string, Known>({ max: 500 });

/** Notes a fault. @param what what failed, such as “a page could not be shown” */
export function logFault(log: Pick<Logger, 'error'>, error: unknown, what: string, now = Date.now()): void {
  const key = `${what} ${nameOf(error)}`;
  const before = known.get(key);
  if (before && now - before.at < AGAIN_MS) {
    before.again++;
    return;
  }
  known.set(key, { at: now, again: 0 });
  log.error({ err: error, ...(before?.again ? { again: before.again } : {}) }, what);
}

/** What tells faults apart: the error and the place it comes from, not what was sent. */
function nameOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error).slice(0, 100);
  const place = error.stack?.split('\n').find((line) => line.trimStart().startsWith('at ')) ?? '';
  return `${error.name} ${error.message.replace(/\d+|“[^”]*”|"[^"]*"/g, '…').slice(0, 100)} ${place.trim()}`;
}
