/** What a service process does by itself: timed changes when they are due, and renewals in the background. */
import type { Logger } from 'pino';
import { askMissing, runRenewals } from './assigning/worker.js';
import { runTimedChanges } from './publishing/timed.js';
import { dropOldAnswers } from './records/idempotency.js';
import type { Database } from './records/database.js';
import { isDatabaseAway } from './web.js';

const EVERY_MS = 500;

export interface Chores {
  /** Lets what is under way end. */
  stop(): Promise<void>;
}

export function startChores(db: Database, log: Logger): Chores {
  let stopped = false;
  let timer: NodeJS.Timeout;
  const round = async (): Promise<void> => {
    try {
      await runTimedChanges(db, new Date());
      await runRenewals(db, new Date());
    } catch (error) {
      // With the database away everything waits; the next round tries again.
      if (!isDatabaseAway(error)) log.error({ err: error }, 'a chore failed');
    }
    if (!stopped) timer = setTimeout(() => (running = round()), EVERY_MS);
  };
  let running = askMissing(db)
    .then(() => dropOldAnswers(db))
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
