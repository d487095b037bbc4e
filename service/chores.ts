/** What a service process does by itself: timed changes when they are due, renewals in the background, cleaning up. */
import type { Logger } from 'pino';
import { askMissing, runRenewals } from './assigning/worker.js';
import { runTimedChanges } from './publishing/timed-turn.js';
import { dropOldFailures } from './accounts/attempts.js';
import { dropOldAnswers } from './records/idempotency.js';
import type { Database } from './records/database.js';
import { isDatabaseAway } from './web.js';

const EVERY_MS = 500;
const CLEAN_EVERY_MS = 10 * 60 * 1000;

export interface Chores {
  /** Lets what is under way end. */
  stop(): Promise<void>;
}

export function startChores(db: Database, log: Logger): Chores {
  let stopped = false;
  let timer: NodeJS.Timeout;
  let cleaned = 0;
  const round = async (): Promise<void> => {
    try {
      await runTimedChanges(db, new Date());
      await runRenewals(db, new Date());
      if (Date.now() - cleaned > CLEAN_EVERY_MS) await clean();
    } catch (error) {
      // With the database away everything waits; the next round tries again.
      if (!isDatabaseAway(error)) log.error({ err: error }, 'a chore failed');
    }
    if (!stopped) timer = setTimeout(() => (running = round()), EVERY_MS);
  };
  const clean = async (): Promise<void> => {
    await dropOldAnswers(db);
    await dropOldFailures(db, new Date());
    cleaned = Date.now();
  };
  let running = askMissing(db)
    .catch((error: unknown) => log.error({ err: error }, 'a chore failed'))
    .then(round);
  return {
    async stop() {
      stopped = true;
      clearTimeout(timer);
      await running;
    },
  };
}
