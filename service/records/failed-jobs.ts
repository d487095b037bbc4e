/** Work in the background that failed: set aside, named, and tried again with growing pauses. */
import { sql, type RawBuilder } from 'kysely';
import type { Records } from './database.js';
import { sure } from '@parlour/core';

const FIRST_PAUSE_MS = 2_000;
const LONGEST_PAUSE_MS = 15 * 60 * 1000;

/** Names a piece of work: `timed 12`, `renewal 3 draft product`. */
export type Job = string;

/** Notes that a job failed. @returns when it is tried again */
export async function noteFailure(db: Records, job: Job, fault: string, now: Date): Promise<Date> {
  const { rows } = await sql<{ retryAt: Date }>`
    insert into failed_job (job, failures, fault, retry_at) values (${job}, 1, ${fault}, ${new Date(now.getTime() + FIRST_PAUSE_MS)})
    on conflict (job) do update set failures = failed_job.failures + 1, fault = excluded.fault,
      retry_at = ${now}::timestamptz + least(${LONGEST_PAUSE_MS}, ${FIRST_PAUSE_MS} * 2 ^ least(failed_job.failures, 20)) * interval '1 millisecond'
    returning retry_at as "retryAt"`.execute(db);
  return sure(rows[0]).retryAt;
}

export async function forgetFailures(db: Records, job: Job): Promise<void> {
  await db.deleteFrom('failed_job').where('job', '=', job).execute();
}

/** A condition for queries of what is due. @param job its name as SQL */
export const isNotSetAside = (job: RawBuilder<unknown>, now: Date): RawBuilder<boolean> =>
  sql<boolean>`not exists (select 1 from failed_job f where f.job = ${job} and f.retry_at > ${now})`;

/** Work in the background that failed and waits to be tried again. */
export interface FailedJob {
  readonly job: Job;
  readonly failures: number;
  readonly fault: string;
  readonly retryAt: Date;
}

/** The failed jobs whose names begin so. */
export const failedJobs = (db: Records, start: string): Promise<FailedJob[]> =>
  db
    .selectFrom('failed_job')
    .select(['job', 'failures', 'fault', 'retry_at as retryAt'])
    .where(sql<boolean>`starts_with(job, ${start})`)
    .orderBy('job')
    .execute();
