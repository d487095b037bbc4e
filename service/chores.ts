/**
 * What a service process does by itself: timed changes when they are due, renewals in the background, email, cleaning up.
 * Each in a loop of its own, so that none waits for another that takes long.
 */
import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import { askMissing, runDuePages, runRenewals } from './assigning/worker.js';
import { runTurning } from './catalogue/turning.js';
import { runImports } from './files/work.js';
import { runTimedChanges } from './publishing/timed-turn.js';
import { CART_SECONDS } from './kept/cart-cookie.js';
import { dropOldTries } from './accounts/attempts.js';
import { logFault } from './faults.js';
import type { JobFailed } from './jobs.js';
import type { Email } from './email/email.js';
import { sendWaiting } from './email/sending.js';
import { countSold } from './records/sold.js';
import { dropOldScenarios } from './records/scenarios.js';
import { PREVIEW_HOURS } from './storefront/preview-token.js';
import { endCarts } from './records/carts.js';
import { dropPasswordLinks } from './records/password-links.js';
import { dropOldChanges } from './records/changes.js';
import { dropOldEmail } from './records/outgoing-email.js';
import { dropOldShopperTokens } from './records/shoppers.js';
import { dropOldImports } from './records/imports.js';
import { dropOldAnswers } from './records/idempotency.js';
import type { Database } from './records/database.js';
import { isDatabaseAway } from './records/database-faults.js';
import { onNews } from './records/signals.js';

const SOON_MS = 500;
const SECOND_MS = 1_000;
const COUNT_EVERY_MS = 5_000;
const CLEAN_EVERY_MS = 10 * 60 * 1000;

export interface Chores {
  /** Lets what is under way end. */
  stop(): Promise<void>;
}

export function startChores(db: Database, email: Email, log: Logger): Chores {
  const failed: JobFailed = (job, error) =>
    logFault(log, error, `the job “${job.split(' ')[0] ?? ''}” failed and is set aside for a while: ${job}`);
  const loops = [
    loop(log, SOON_MS, () => runTimedChanges(db, new Date(), failed)),
    loop(log, SOON_MS, async () => {
      await runDuePages(db, new Date(), failed);
      await runRenewals(db, new Date(), failed);
    }),
    loop(
      log,
      SECOND_MS,
      () => sendWaiting(db, email, failed),
      (wake) => onNews(db, 'email', wake),
    ),
    loop(log, SOON_MS, () => runTurning(db, new Date(), failed)),
    loop(log, COUNT_EVERY_MS, () => countSold(db)),
    loop(
      log,
      SECOND_MS,
      (isEnding) =>
        runImports(db, isEnding, (error, id) =>
          logFault(log, error, `the import ${id} failed; nothing of it was done`),
        ),
      (wake) => onNews(db, 'imports', wake),
    ),
    loop(log, CLEAN_EVERY_MS, () => clean(db, log)),
  ];
  const asked = askMissing(db).catch((error: unknown) => logFault(log, error, 'a chore failed'));
  return {
    async stop() {
      await Promise.all([asked, ...loops.map((one) => one.stop())]);
    },
  };
}

/**
 * Does a chore over and over, with pauses.
 * @param chore is given what says whether the process ends
 * @param wakes is given what ends a pause early; answers what ends that
 */
function loop(
  log: Logger,
  everyMs: number,
  chore: (isEnding: () => boolean) => Promise<unknown>,
  wakes: (wake: () => void) => () => void = () => () => undefined,
): Chores {
  let stopped = false;
  let woken = false;
  let rest = new AbortController();
  const wake = (): void => {
    woken = true;
    rest.abort();
  };
  const off = wakes(wake);
  const run = async (): Promise<void> => {
    while (!stopped) {
      woken = false;
      // With the database away everything waits; the next round tries again.
      await chore(() => stopped).catch(
        (error: unknown) => isDatabaseAway(error) || logFault(log, error, 'a chore failed'),
      );
      rest = new AbortController();
      if (!woken) await pause(everyMs, undefined, { signal: rest.signal }).catch(() => undefined);
    }
  };
  const running = run();
  return {
    async stop() {
      stopped = true;
      off();
      wake();
      await running;
    },
  };
}

async function clean(db: Database, log: Logger): Promise<void> {
  const now = new Date();
  const dropped = await dropOldEmail(db, now);
  if (dropped > 0) log.error({ messages: dropped }, 'messages could not be sent for days and were given up');
  await dropOldAnswers(db, now);
  await dropOldImports(db, now);
  await dropOldTries(db, now);
  await dropPasswordLinks(db, now);
  await dropOldShopperTokens(db, now);
  await endCarts(db, new Date(now.getTime() - CART_SECONDS * 1000));
  await dropOldScenarios(db, new Date(now.getTime() - PREVIEW_HOURS * 60 * 60 * 1000));
  await dropOldChanges(db);
}
