/** Takes in the files that wait, one after the other. */
import { importFile } from './importing.js';
import { isDatabaseAway } from '../records/database-faults.js';
import type { Database } from '../records/database.js';
import { endImport, takeImport } from '../records/imports.js';

/** @param failed is told of what broke; the import is set down as failed then, and the next one is taken up */
export async function runImports(
  db: Database,
  isEnding: () => boolean,
  failed: (error: unknown, id: number) => void,
): Promise<void> {
  while (!isEnding()) {
    const job = await takeImport(db, new Date());
    if (!job) return;
    try {
      await importFile(db, job, isEnding);
    } catch (error) {
      if (isDatabaseAway(error)) throw error;
      failed(error, job.id);
      await endImport(db, job, 'failed', job, []);
    }
  }
}
