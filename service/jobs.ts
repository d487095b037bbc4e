/** One piece of work in the background. What fails is set aside, so that it never holds up the work of others. */
import { cut } from '@parlour/core';
import type { Database } from './records/database.js';
import { forgetFailures, noteFailure, type Job } from './records/failed-jobs.js';
import { isDatabaseAway } from './records/database-faults.js';

/** Is told of a job that failed, and when it is tried again. */
export type JobFailed = (job: Job, error: unknown, retryAt: Date) => void;

/**
 * Does a job; one that failed before and works now is forgotten as a failure.
 * @returns what the work returns; false if it failed
 * @throws what the database throws when it is away: then everything waits, and nothing counts as failed
 */
export async function runJob(
  db: Database,
  job: Job,
  work: () => Promise<boolean>,
  failed: JobFailed,
): Promise<boolean> {
  try {
    const done = await work();
    if (done) await forgetFailures(db, job);
    return done;
  } catch (error) {
    if (isDatabaseAway(error)) throw error;
    const fault = cut(error instanceof Error ? error.message : String(error), 300);
    failed(job, error, await noteFailure(db, job, fault, new Date()));
    return false;
  }
}
