/** Sends the messages that wait: a few at once, each by itself, so that one that cannot be sent holds up no other. */
import { runJob, type JobFailed } from '../jobs.js';
import type { Database } from '../records/database.js';
import { emailJob, releaseEmail, removeEmail, takeEmail } from '../records/outgoing-email.js';
import type { Email } from './email.js';

const AT_ONCE = 3;

/**
 * Sends what is due. A message is sent again if its process ends between sending it and forgetting it.
 * @param failed is told of each that could not be sent
 */
export async function sendWaiting(db: Database, email: Email, failed: JobFailed): Promise<void> {
  const sendOne = async (): Promise<boolean> => {
    const next = await takeEmail(db, new Date());
    if (!next) return false;
    const job = emailJob(next);
    const sent = await runJob(db, job, () => email.send(next.message).then(() => true), failed);
    await (sent ? removeEmail : releaseEmail)(db, next.id);
    return true;
  };
  const sendAll = async (): Promise<void> => {
    while (await sendOne());
  };
  await Promise.all(Array.from({ length: AT_ONCE }, sendAll));
}
