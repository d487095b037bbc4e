/** What a service process does by itself: timed changes when they are due, renewals in the background, cleaning up. */
import type { Logger } from 'pino';
import { askMissing, runDuePages, runRenewals } from './assigning/worker.js';
import { runTimedChanges } from './publishing/timed-turn.js';
import { CART_SECONDS } from './storefront/cart-cookie.js';
import { endCarts } from './records/carts.js';
import { dropOldTries } from './accounts/attempts.js';
import { logFault } from './faults.js';
import type { JobFailed } from './jobs.js';
import { dropPasswordLinks } from './records/password-links.js';
import { dropOldChanges } from './records/changes.js';
import { dropOldShopperTokens } from './records/shoppers.js';
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
  const failed: JobFailed = (job, error) =>
    logFault(log, error, `the job “${job}” failed and is set aside for a while`);
  const round = async (): Promise<void> => {
    try {
      await runTimedChanges(db, new Date(), failed);
      await runDuePages(db, new Date(), failed);
      await runRenewals(db, new Date(), failed);
      if (Date.now() - cleaned > CLEAN_EVERY_MS) await clean();
    } catch (error) {
      // With the database away everything waits; the next round tries again.
      if (!isDatabaseAway(error)) logFault(log, error, 'a chore failed');
    }
    if (!stopped) timer = setTimeout(() => (running = round()), EVERY_MS);
  };
  const clean = async (): Promise<void> => {
    await dropOldAnswers(db);
    await dropOldTries(db, new Date());
    await dropPasswordLinks(db, new Date());
    await dropOldShopperTokens(db, new Date());
    await endCarts(db, new Date(Date.now() - CART_SECONDS * 1000));
    await dropOldChanges(db);
    cleaned = Date.now();
  };
  let running = askMissing(db)
    .catch((error: unknown) => logFault(log, error, 'a chore failed'))
    .then(round);
  return {
    async stop() {
      stopped = true;
      clearTimeout(timer);
      await running;
    },
  };
}
