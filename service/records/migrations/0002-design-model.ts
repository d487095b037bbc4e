/** The whole design model: several designs, timed changes, the log of a design, materialised assignments, roles. */
import { sql, type Kysely } from 'kysely';
import { convertDrafts } from './0002-convert-drafts.js';

const STATEMENTS = `
-- What rules can ask of the catalogue.
alter table product add column category text not null default '';
alter table product add column keywords text[] not null default '{}';
alter table product add column attributes jsonb not null default '{}';
alter table product add column visible_since date not null default '2026-01-01';
alter table collection add column parent_id integer references collection;

alter table store add column created_at timestamptz not null default now();
alter table store add column archived_at timestamptz;

alter table design add column created_at timestamptz not null default now();
alter table design add column archived_at timestamptz;
-- The state of the live design that this one has taken in, if it was made as a copy of it.
alter table design add column taken_manifest text references manifest;

-- Which design shoppers see, from when on.
create table live_switch (
  store_id integer not null references store on delete cascade,
  design_id integer not null references design on delete cascade,
  account_id integer references account,
  note text not null,
  at timestamptz not null default now()
);
create index live_switch_store on live_switch (store_id, at desc);

-- Documents whose draft may differ from what the design published last. Empty means nothing is unpublished.
create table draft_change (
  design_id integer not null references design on delete cascade,
  key text not null,
  primary key (design_id, key)
);

-- draft_unit is the log of a design: besides units of edits, what was published and what was merged in.
alter table draft_unit alter column author_id drop not null;
alter table draft_unit drop constraint draft_unit_type_check;
alter table draft_unit add constraint draft_unit_type_check check (type in ('do', 'undo', 'redo', 'publish', 'merge'));

-- Chosen changes, frozen as two manifests: the revision they were made on, and that with the changes.
create table timed_change (
  id integer generated always as identity primary key,
  design_id integer not null references design on delete cascade,
  name text not null,
  account_id integer not null references account,
  base text not null references manifest,
  changed text not null references manifest,
  sentences jsonb not null,
  starts_at timestamptz not null,
  ends_at timestamptz,
  state text not null check (state in ('waiting', 'live', 'over', 'conflict', 'cancelled')),
  report jsonb not null default '[]',
  started_revision integer,
  ended_revision integer,
  created_at timestamptz not null default now(),
  check (ends_at > starts_at)
);
create index timed_change_due on timed_change (state, starts_at, ends_at);
create index timed_change_design on timed_change (design_id, id);

-- The template of every store page, for lists and counts. Serving a page goes by the rules themselves.
create table page_assignment (
  design_id integer not null references design on delete cascade,
  side text not null check (side in ('draft', 'live')),
  kind text not null,
  page text not null,
  -- Kinds come in the order of their rank, pages of a kind by title.
  rank smallint not null,
  title text not null,
  template text,
  reason text not null check (reason in ('page', 'rule', 'standard', 'none')),
  rule text,
  primary key (design_id, side, page)
);
create index page_assignment_list on page_assignment (design_id, side, rank, title, page);
create index page_assignment_template on page_assignment (design_id, side, template, rank, title, page);
-- How far the table is behind: a renewal of a whole kind is due while done < wanted.
create table assignment_renewal (
  design_id integer not null references design on delete cascade,
  side text not null,
  kind text not null,
  wanted bigint not null,
  done bigint not null,
  pages integer not null default 0,
  total integer not null default 0,
  -- When the dates of a rule next change what it matches.
  due_at timestamptz,
  primary key (design_id, side, kind)
);

alter table account add column disabled_at timestamptz;
alter table session add column scope text not null default 'all' check (scope in ('all', 'read'));
alter table session add column used_at timestamptz;
alter table session add column id integer generated always as identity;

create table invitation (
  token_hash bytea primary key,
  store_id integer references store on delete cascade,
  mail text not null,
  role text not null check (role in ('owner', 'builder', 'editor', 'viewer')),
  invited_by integer references account on delete cascade,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);

create table audit (
  id bigint generated always as identity primary key,
  store_id integer references store on delete cascade,
  account_id integer references account,
  at timestamptz not null default now(),
  action text not null,
  target text not null,
  detail jsonb not null default '{}'
);
create index audit_store on audit (store_id, id desc);

create unlogged table presence (
  design_id integer not null references design on delete cascade,
  account_id integer not null references account on delete cascade,
  page text not null,
  seen_at timestamptz not null,
  primary key (design_id, account_id)
);

-- Answers to creates, so that one sent again is not done again.
create table idempotent_answer (
  account_id integer not null references account on delete cascade,
  key text not null,
  route text not null,
  request_hash text not null,
  status integer not null,
  answer jsonb not null,
  at timestamptz not null default now(),
  primary key (account_id, key)
);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
  await convertDrafts(db);
}
