/** What every process must know of the others: failed sign-ins, and creates that are under way. */
import { sql, type Kysely } from 'kysely';

const STATEMENTS = `
-- Not worth keeping through a crash.
create unlogged table failed_sign_in (key text not null, at timestamptz not null);
create index failed_sign_in_key on failed_sign_in (key, at);

-- A key is taken before the work begins; it has no answer until the work is done.
alter table idempotent_answer alter column status drop not null;
alter table idempotent_answer alter column answer drop not null;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
}
