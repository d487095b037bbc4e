/** The first tables: stores, accounts, catalogue, pictures, designs with drafts and revisions, carts. */
import { randomBytes } from 'node:crypto';
import { sql, type Kysely } from 'kysely';

const STATEMENTS = `
create table service_secret (name text primary key, value bytea not null);

create table account (
  id integer generated always as identity primary key,
  mail text not null unique,
  name text not null,
  password_hash text not null,
  created_at timestamptz not null default now()
);

-- Tokens are kept as SHA-256 only.
create table session (
  token_hash bytea primary key,
  account_id integer not null references account on delete cascade,
  kind text not null check (kind in ('console', 'token')),
  name text not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);

create table store (
  id integer generated always as identity primary key,
  slug text not null unique,
  name text not null,
  currency text not null,
  locale text not null,
  time_zone text not null,
  country text not null,
  live_design_id integer
);

create table membership (
  account_id integer not null references account on delete cascade,
  store_id integer not null references store on delete cascade,
  role text not null check (role in ('owner', 'builder', 'editor', 'viewer')),
  primary key (account_id, store_id)
);

create table product (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  slug text not null,
  title text not null,
  brand text not null,
  summary text not null,
  description text not null,
  options jsonb not null,
  created_at timestamptz not null default now(),
  unique (store_id, code),
  unique (store_id, slug)
);
create index product_recent on product (store_id, created_at desc, id);

create table variant (
  id integer generated always as identity primary key,
  product_id integer not null references product on delete cascade,
  code text not null,
  options jsonb not null,
  price integer not null check (price >= 0),
  was_price integer check (was_price >= 0),
  stock integer not null,
  position integer not null,
  unique (product_id, code)
);

create table collection (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  slug text not null,
  title text not null,
  description text not null,
  position integer not null,
  unique (store_id, code),
  unique (store_id, slug)
);

create table collection_member (
  collection_id integer not null references collection on delete cascade,
  product_id integer not null references product on delete cascade,
  position integer not null,
  primary key (collection_id, product_id)
);
create index collection_member_order on collection_member (collection_id, position);

-- A picture is known by the SHA-256 of the file as it was uploaded; shoppers get renditions.
create table picture (
  store_id integer not null references store on delete cascade,
  hash text not null,
  name text not null,
  width integer not null,
  height integer not null,
  widths jsonb not null,
  created_at timestamptz not null default now(),
  primary key (store_id, hash)
);
create table rendition (
  store_id integer not null,
  hash text not null,
  width integer not null,
  bytes bytea not null,
  primary key (store_id, hash, width),
  foreign key (store_id, hash) references picture on delete cascade
);
create table product_picture (
  product_id integer not null references product on delete cascade,
  store_id integer not null,
  hash text not null,
  alt text not null,
  position integer not null,
  primary key (product_id, position),
  foreign key (store_id, hash) references picture
);

create view product_card as
select p.id, p.store_id, p.code, p.slug, p.title, p.brand, p.created_at, v.price,
  case when v.was_price > v.price then v.was_price end as was_price, v.varies, v.available, pic.picture
from product p
cross join lateral (
  select min(price) as price, (array_agg(was_price order by price, position))[1] as was_price,
    min(price) <> max(price) as varies, bool_or(stock > 0) as available
  from variant where product_id = p.id
) v
left join lateral (
  select jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt, 'widths', i.widths) as picture
  from product_picture pp join picture i on i.store_id = pp.store_id and i.hash = pp.hash
  where pp.product_id = p.id order by pp.position limit 1
) pic on true
where v.price is not null;

-- Published states. Documents and manifests (document key -> document hash) are known by the SHA-256 of their
-- canonical JSON (RFC 8785) and never change.
create table document (hash text primary key, body jsonb not null);
create table manifest (hash text primary key, body jsonb not null);

create table design (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  name text not null,
  -- The manifest the draft started from; the draft is this, the snapshots up to snapshot_seq, and the edits after.
  origin text not null references manifest,
  live_revision integer not null,
  draft_seq bigint not null default 0,
  snapshot_seq bigint not null default 0,
  unique (store_id, code)
);
alter table store add foreign key (live_design_id) references design;

create table revision (
  design_id integer not null references design on delete cascade,
  number integer not null,
  manifest text not null references manifest,
  note text not null,
  author_id integer references account,
  reverts integer,
  at timestamptz not null default now(),
  primary key (design_id, number)
);

create table draft_document (
  design_id integer not null references design on delete cascade,
  key text not null,
  body jsonb not null,
  primary key (design_id, key)
);
create table draft_unit (
  design_id integer not null references design on delete cascade,
  seq bigint not null,
  unit text not null,
  author_id integer not null references account,
  sentences jsonb not null,
  type text not null check (type in ('do', 'undo', 'redo')),
  undone boolean not null default false,
  at timestamptz not null default now(),
  primary key (design_id, seq),
  unique (design_id, unit)
);
create index draft_unit_author on draft_unit (design_id, author_id, seq desc);
create table draft_edit (
  design_id integer not null,
  seq bigint not null,
  position integer not null,
  document text not null,
  edit jsonb not null,
  primary key (design_id, seq, position),
  foreign key (design_id, seq) references draft_unit on delete cascade
);

create table cart (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  token_hash bytea not null unique,
  created_at timestamptz not null default now()
);
create table cart_line (
  cart_id integer not null references cart on delete cascade,
  variant_id integer not null references variant on delete cascade,
  quantity integer not null check (quantity between 1 and 99),
  primary key (cart_id, variant_id)
);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
  await sql`insert into service_secret (name, value) values ('preview', ${randomBytes(32)})`.execute(db);
}
