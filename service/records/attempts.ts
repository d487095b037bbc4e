/** Failed sign-ins of the last while, counted for all processes together. */
import { sql } from 'kysely';
import type { Records } from './database.js';

/** How often each key failed since then, and when first. Keys that did not fail are absent. */
export async function failuresOf(
  db: Records,
  keys: readonly string[],
  since: Date,
): Promise<Map<string, { readonly count: number; readonly first: Date }>> {
  const { rows } = await sql<{ key: string; count: number; first: Date }>`
    select key, count(*)::integer as count, min(at) as first from failed_sign_in
    where key = any(${[...keys]}) and at > ${since} group by key`.execute(db);
  return new Map(rows.map(({ key, ...told }) => [key, told]));
}

export async function addFailures(db: Records, keys: readonly string[], at: Date): Promise<void> {
  await sql`insert into failed_sign_in (key, at) select key, ${at} from unnest(${[...keys]}::text[]) key`.execute(db);
}

export async function dropFailures(db: Records, before: Date): Promise<void> {
  await sql`delete from failed_sign_in where at < ${before}`.execute(db);
}
