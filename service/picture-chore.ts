/**
 * Makes AVIF of new pictures in the background. Nobody waits for it: until it is there, WebP goes out. It runs beside
 * the other chores, since one picture may take longer than a timed change should wait.
 */
import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import type { Chores } from './chores.js';
import { logFault } from './faults.js';
import { makeLater } from './media/renditions.js';
import type { Database } from './records/database.js';
import { finishWaiting, takeWaiting } from './records/waiting-pictures.js';
import { isDatabaseAway } from './records/database-faults.js';

const LOOK_EVERY_MS = 1_000;

export function startMakingPictures(db: Database, log: Logger): Chores {
  const stopped = new AbortController();
  /** @returns false if nothing waits */
  const makeNext = async (): Promise<boolean> => {
    const waiting = await takeWaiting(db, new Date());
    if (!waiting) return false;
    const renditions = await makeLater(waiting.source);
    // Cut off by the end of this process, it is no fault; another process takes it up when its time is over.
    if (stopped.signal.aborted) return false;
    if (!renditions) logFault(log, new Error(waiting.hash), 'a picture could not be made as AVIF, and stays as it is');
    await finishWaiting(db, waiting, renditions ?? []);
    return true;
  };
  const run = async (): Promise<void> => {
    while (!stopped.signal.aborted) {
      const more = await makeNext().catch((error: unknown) => {
        if (!isDatabaseAway(error)) logFault(log, error, 'a picture could not be made in the background');
        return false;
      });
      if (!more) await pause(LOOK_EVERY_MS, undefined, { signal: stopped.signal }).catch(() => {});
    }
  };
  const running = run();
  return {
    async stop() {
      stopped.abort();
      await running;
    },
  };
}
