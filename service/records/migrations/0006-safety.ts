/** Tries that are counted in one statement, links by mail, jobs that failed, and who may still use what they were given. */
import { sql, type Kysely } from 'kysely';

const STATEMENTS = `
-- How often something was tried within a while, by what is counted. Not worth keeping through a crash.
drop table failed_sign_in;
create unlogged table attempt (
  key text primary key,
  tries integer not null,
  since timestamptz not null
);
create index attempt_since on attempt (since);

-- Where an account has signed in from, as a hash: somebody else's guesses do not lock it out there.
create table known_address (
  account_id integer not null references account on delete cascade,
  address_hash bytea not null,
  seen_at timestamptz not null,
  primary key (account_id, address_hash)
);

-- Links to set a new password, as SHA-256 only.
create table password_link (
  token_hash bytea primary key,
  account_id integer not null references account on delete cascade,
  expires_at timestamptz not null
);

-- Whether the link of an invitation was shown to whoever invited: then it proves nothing about the mail address.
alter table invitation add column shown boolean not null default true;

-- Work in the background that failed: tried again later, with growing pauses.
create table failed_job (
  job text primary key,
  failures integer not null,
  fault text not null,
  retry_at timestamptz not null
);

-- Written to find out whether there is room on the disk again.
create unlogged table room_probe (bytes bytea not null);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
}
