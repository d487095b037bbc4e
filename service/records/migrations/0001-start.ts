/** Every table: accounts, stores, catalogue, pictures, designs with drafts and revisions, carts, and what guards them. */
import { createHash, randomBytes } from 'node:crypto';
import { sql, type Kysely } from 'kysely';

const STATEMENTS = `
-- What is found by a part of a word.
create extension if not exists pg_trgm;

create table service_secret (name text primary key, value bytea not null);

create table account (
  id integer generated always as identity primary key,
  email text not null unique,
  name text not null,
  password_hash text not null,
  created_at timestamptz not null default now(),
  disabled_at timestamptz
);

-- Tokens are kept as SHA-256 only.
create table session (
  id integer generated always as identity,
  token_hash bytea primary key,
  account_id integer not null references account on delete cascade,
  kind text not null check (kind in ('console', 'token')),
  name text not null,
  scope text not null default 'all' check (scope in ('all', 'read')),
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz
);

create table store (
  id integer generated always as identity primary key,
  slug text not null unique,
  name text not null,
  currency text not null,
  locale text not null,
  time_zone text not null,
  country text not null,
  -- Further languages than the leading one; each has its tag in front of its paths.
  languages text[] not null default '{}',
  -- The delivery methods, in order: code, name, and a flat price for each country.
  delivery jsonb not null default '[]',
  -- What is set of its address, email address, telephone number and opening hours.
  details jsonb not null default '{}',
  live_design_id integer,
  created_at timestamptz not null default now(),
  closed_at timestamptz
);

create table membership (
  account_id integer not null references account on delete cascade,
  store_id integer not null references store on delete cascade,
  role text not null check (role in ('owner', 'builder', 'editor', 'viewer')),
  primary key (account_id, store_id)
);

create table brand (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  slug text not null,
  title text not null,
  description text not null default '',
  -- By further language: title, description.
  texts jsonb not null default '{}',
  -- Part of the sample catalogue, which is removed whole.
  sample boolean not null default false,
  unique (store_id, code),
  unique (store_id, slug)
);

create table product (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  slug text not null,
  title text not null,
  status text not null check (status in ('draft', 'for-sale', 'withdrawn')),
  brand_id integer references brand,
  summary text not null,
  description text not null,
  options jsonb not null,
  -- What rules can ask of it, besides.
  category text not null default '',
  keywords text[] not null default '{}',
  attributes jsonb not null default '{}',
  -- What can be measured or counted of it: rows of a name and a value.
  specifications jsonb not null default '[]',
  -- Codes of products; one that is not there (yet) is passed over.
  goes_with text[] not null default '{}',
  -- By further language: title, summary, description, and single words such as values of options.
  texts jsonb not null default '{}',
  visible_since date not null default '2026-01-01',
  -- Shoppers see it from then on, until then; the next of both that is to come, when its card comes or goes.
  visible_from timestamptz,
  visible_until timestamptz,
  turns_at timestamptz,
  sample boolean not null default false,
  created_at timestamptz not null default now(),
  -- What it is found by, by weight: title, then brand and keywords, then the rest. Kept by the trigger below.
  words tsvector not null default '',
  unique (store_id, code),
  unique (store_id, slug)
);
create function product_words() returns trigger language plpgsql as $$
begin
  new.words := setweight(to_tsvector('simple', new.title), 'A')
    || setweight(to_tsvector('simple', concat_ws(' ', (select title from brand where id = new.brand_id),
        array_to_string(new.keywords, ' '), new.category)), 'B')
    || setweight(to_tsvector('simple', new.summary || ' ' || new.code), 'C');
  -- Most say nothing in further languages.
  if new.texts <> '{}' then
    new.words := new.words || (select setweight(to_tsvector('simple', coalesce(string_agg(value ->> 'title', ' '), '')), 'A')
        || setweight(to_tsvector('simple', coalesce(string_agg(value ->> 'summary', ' '), '')), 'C')
      from jsonb_each(new.texts));
  end if;
  return new;
end $$;
create trigger product_words before insert or update of title, brand_id, keywords, category, summary, texts on product
  for each row execute function product_words();
create index product_found on product using gin (words);
create index product_brand on product (brand_id, code);
create index product_status on product (store_id, status, code) where status <> 'for-sale';
create index product_sample on product (store_id) where sample;
create index product_title on product (store_id, title collate "und-x-icu", code);
create index product_created on product (store_id, created_at, code);
create index product_category on product (store_id, category) where category <> '';
create index product_turns on product (turns_at) where turns_at is not null;

create table variant (
  id integer generated always as identity primary key,
  product_id integer not null references product on delete cascade,
  code text not null,
  options jsonb not null,
  -- Null if nobody counts.
  stock integer check (stock >= 0),
  -- In grams; null if nobody has said.
  weight integer check (weight >= 0),
  -- Empty for the usual one.
  tax_class text not null default '',
  -- Of the Harmonized System, for customs.
  goods_code text not null default '',
  -- Those of the product's pictures that show it, by hash; none if all do.
  pictures text[] not null default '{}',
  position integer not null,
  unique (product_id, code)
);
-- The chosen options in words, in the order that the product has them; jsonb keeps none. Words of a further language are
-- said instead of those that they translate.
create function chosen_text(options jsonb, chosen jsonb, words jsonb) returns text language sql immutable parallel safe as $$
  select coalesce(string_agg(coalesce(words ->> (chosen ->> (o.option ->> 'name')), chosen ->> (o.option ->> 'name')), ', ' order by o.n), '')
  from jsonb_array_elements(options) with ordinality o(option, n)
$$;
-- Apart from the variant, so that a change of prices does not wait for orders, nor they for it.
create table price (
  variant_id integer not null references variant on delete cascade,
  currency text not null,
  price integer not null check (price >= 0),
  was_price integer check (was_price >= 0),
  primary key (variant_id, currency)
);

create table collection (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  slug text not null,
  title text not null,
  description text not null,
  texts jsonb not null default '{}',
  parent_id integer references collection,
  position integer not null,
  -- The rule that fills it, as people write it; null where its products are chosen by hand.
  rule text,
  -- Of the library; without one that of its first product is shown.
  picture text,
  picture_alt text not null default '',
  sample boolean not null default false,
  unique (store_id, code),
  unique (store_id, slug)
);

-- Where the pages of what is sold were before, so that links to there lead on. Kept by the triggers below.
create table former_slug (
  store_id integer not null references store on delete cascade,
  kind text not null check (kind in ('product', 'collection', 'brand')),
  slug text not null,
  product_id integer references product on delete cascade,
  collection_id integer references collection on delete cascade,
  brand_id integer references brand on delete cascade,
  check (num_nonnulls(product_id, collection_id, brand_id) = 1),
  primary key (store_id, kind, slug)
);
create index former_slug_product on former_slug (product_id);
create index former_slug_collection on former_slug (collection_id);
create index former_slug_brand on former_slug (brand_id);
create function keep_slug() returns trigger language plpgsql as $$
begin
  insert into former_slug (store_id, kind, slug, product_id, collection_id, brand_id)
  values (old.store_id, tg_table_name, old.slug, case when tg_table_name = 'product' then old.id end,
    case when tg_table_name = 'collection' then old.id end, case when tg_table_name = 'brand' then old.id end)
  on conflict (store_id, kind, slug) do update set product_id = excluded.product_id,
    collection_id = excluded.collection_id, brand_id = excluded.brand_id;
  return null;
end $$;
create trigger keep_slug after update of slug on product for each row when (old.slug <> new.slug) execute function keep_slug();
create trigger keep_slug after update of slug on collection for each row when (old.slug <> new.slug) execute function keep_slug();
create trigger keep_slug after update of slug on brand for each row when (old.slug <> new.slug) execute function keep_slug();

create table collection_member (
  collection_id integer not null references collection on delete cascade,
  product_id integer not null references product on delete cascade,
  position integer not null,
  primary key (collection_id, product_id)
);
create index collection_member_order on collection_member (collection_id, position, product_id);
create index collection_member_product on collection_member (product_id, collection_id);

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
alter table collection add foreign key (store_id, picture) references picture;
create index collection_picture on collection (store_id, picture) where picture is not null;
create table rendition (
  store_id integer not null,
  hash text not null,
  format text not null,
  width integer not null,
  bytes bytea not null,
  primary key (store_id, hash, width, format),
  foreign key (store_id, hash) references picture on delete cascade
);
-- The files of pictures of which more is to be made when there is time; taken by one process at a time.
create table waiting_picture (
  store_id integer not null,
  hash text not null,
  source bytea not null,
  taken_until timestamptz,
  primary key (store_id, hash),
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

-- What shoppers say of products.
create table review (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  product_id integer not null references product on delete cascade,
  rating smallint not null check (rating between 1 and 5),
  title text not null,
  body text not null,
  name text not null,
  language text not null,
  written_at timestamptz not null,
  state text not null check (state in ('shown', 'waiting', 'hidden')),
  unique (store_id, code)
);
-- What a card says of them, without the reviews themselves.
create index review_stars on review (product_id, rating) where state = 'shown';
create index review_product on review (product_id, written_at desc, id);
create index review_written on review (store_id, written_at desc, id);
create index review_waiting on review (store_id, written_at desc, id) where state <> 'shown';

-- What lists show of a product, kept by whatever writes the catalogue (records/cards.ts). Products that are not for
-- sale, or without a variant that has a price in the store's currency, have none, and are not shown. Nothing that changes often is in an index.
create table card (
  product_id integer primary key references product on delete cascade,
  store_id integer not null,
  code text not null,
  slug text not null,
  title text not null,
  brand_id integer,
  brand text not null,
  -- By further language: its title, and that of its brand.
  texts jsonb not null default '{}',
  picture jsonb,
  -- The one after it.
  second jsonb,
  created_at timestamptz not null,
  available boolean not null,
  -- The average of the reviews that shoppers see, in hundredths of a star, and how many they are.
  rating smallint,
  reviews integer not null default 0,
  -- How many were ordered, as a chore has counted them (records/sold.ts): an order locks no card.
  sold integer not null default 0
) with (fillfactor = 85);
create index card_title on card (store_id, title collate "und-x-icu", product_id);
create index card_recent on card (store_id, created_at desc, product_id);
create index card_brand on card (brand_id, created_at desc, product_id);
create index card_sold_out on card (store_id, product_id) where not available;
create unique index card_code on card (store_id, code);
create table product_sold (
  product_id integer primary key references product on delete cascade,
  sold integer not null
) with (fillfactor = 85);
-- By currency: the prices of its cheapest and dearest variant, what the cheapest cost before, and whether any is reduced.
create table card_price (
  product_id integer not null references product on delete cascade,
  currency text not null,
  store_id integer not null,
  least integer not null,
  greatest integer not null,
  was integer,
  reduced boolean not null,
  primary key (product_id, currency)
) with (fillfactor = 85);
create index card_reduced on card_price (store_id, product_id) where reduced;

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
  -- The state of the groundwork that it builds on; what differs from it are its own changes.
  groundwork text not null references manifest,
  live_revision integer not null,
  draft_seq bigint not null default 0,
  snapshot_seq bigint not null default 0,
  -- The state of the live design that this one has taken in, if it was made as a copy of it.
  taken_manifest text references manifest,
  created_at timestamptz not null default now(),
  archived_at timestamptz,
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

-- Which design shoppers see, from when on.
create table live_switch (
  store_id integer not null references store on delete cascade,
  design_id integer not null references design on delete cascade,
  account_id integer references account,
  note text not null,
  at timestamptz not null default now()
);
create index live_switch_store on live_switch (store_id, at desc);

create table draft_document (
  design_id integer not null references design on delete cascade,
  key text not null,
  body jsonb not null,
  primary key (design_id, key)
);
-- The log of a design: units of edits, what was published and what was merged in.
create table draft_unit (
  design_id integer not null references design on delete cascade,
  seq bigint not null,
  unit text not null,
  author_id integer references account,
  sentences jsonb not null,
  type text not null check (type in ('do', 'undo', 'redo', 'publish', 'merge')),
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

-- Documents whose draft may differ from what the design published last. Empty means nothing is unpublished.
create table draft_change (
  design_id integer not null references design on delete cascade,
  key text not null,
  primary key (design_id, key)
);

-- Chosen changes, frozen as two manifests: the revision they were made on, and that with the changes.
create table timed_change (
  id integer generated always as identity primary key,
  design_id integer not null references design on delete cascade,
  name text not null,
  account_id integer not null references account,
  base text not null references manifest,
  changed text not null references manifest,
  sentences jsonb not null,
  live_from timestamptz not null,
  live_until timestamptz,
  state text not null check (state in ('waiting', 'live', 'over', 'conflict', 'cancelled')),
  report jsonb not null default '[]',
  started_revision integer,
  ended_revision integer,
  created_at timestamptz not null default now(),
  check (live_until > live_from)
);
create index timed_change_due on timed_change (state, live_from, live_until);
create index timed_change_design on timed_change (design_id, id);

-- Which template and additions every store page has by rules and by itself, for lists and counts; what the standard of
-- a kind is says the design. Serving a page goes by the rules themselves.
create table page_assignment (
  design_id integer not null references design on delete cascade,
  side text not null check (side in ('draft', 'live')),
  kind text not null,
  page text not null,
  -- Kinds come in the order of their rank, pages of a kind by title.
  rank smallint not null,
  title text not null,
  -- Null for pages that follow the standard of their kind, whatever it is.
  template text,
  reason text not null check (reason in ('page', 'rule', 'standard')),
  rule text,
  -- The codes of the additions whose rule matches it.
  additions text[] not null default '{}',
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

-- Pages of which something that rules see has changed: to be worked out anew in every design.
create table page_due (
  id bigint generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  kind text not null,
  code text not null,
  -- The one fact of it that has changed; null if it may be any.
  fact text
);
create index page_due_store on page_due (store_id, id);

-- What a store has sent while no email server is set up; the latest few.
create table sent_email (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  recipient text not null,
  subject text not null,
  body text not null,
  created_at timestamptz not null default now()
);
create index sent_email_store on sent_email (store_id, id);

-- Messages on their way: written by the transaction that they tell of, gone once they are sent.
create table outgoing_email (
  id bigint generated always as identity primary key,
  store_id integer references store on delete cascade,
  message jsonb not null,
  created_at timestamptz not null default now(),
  -- While a process sends it.
  taken_until timestamptz
);

-- Links that sign a shopper in, and who has come by one.
create table shopper_link (
  token_hash bytea primary key,
  store_id integer not null references store on delete cascade,
  email text not null,
  -- The path they came from.
  back text not null,
  expires_at timestamptz not null
);
create table shopper_session (
  token_hash bytea primary key,
  store_id integer not null references store on delete cascade,
  email text not null,
  expires_at timestamptz not null
);

create table cart (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  token_hash bytea not null unique,
  -- Another one for each order that is made of the cart.
  attempt uuid not null default gen_random_uuid(),
  -- What the shopper has told so far, and the delivery method that was chosen.
  buyer jsonb not null default '{}',
  delivery text not null default '',
  -- It ends some time after it was last changed.
  used_at timestamptz not null default now()
);
create index cart_used on cart (used_at);
create table cart_line (
  cart_id integer not null references cart on delete cascade,
  variant_id integer not null references variant on delete cascade,
  quantity integer not null check (quantity between 1 and 99),
  primary key (cart_id, variant_id)
);

-- What shoppers leave in forms: an email address for news, once; and messages.
create table sign_up (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  email text not null,
  -- The path of the page it was left on, and the language of that page.
  page text not null,
  language text not null,
  created_at timestamptz not null default now()
);
create unique index sign_up_email on sign_up (store_id, lower(email));
create table message (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  name text not null,
  email text not null,
  subject text not null,
  body text not null,
  page text not null,
  created_at timestamptz not null default now(),
  read_at timestamptz
);
create index message_store on message (store_id, id);

create table placed_order (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  number integer not null,
  -- The cart it was made of, which may have ended, and its attempt: sent twice, it is one order.
  cart_id integer not null,
  attempt uuid not null,
  -- Opens its thank-you page.
  token_hash bytea not null unique,
  placed_at timestamptz not null default now(),
  -- What it is at its furthest; follows from its events.
  state text not null default 'placed' check (state in ('placed', 'paid', 'sent', 'cancelled')),
  currency text not null,
  -- What the shopper read: a BCP 47 tag.
  language text not null,
  -- Whether its prices hold the tax.
  tax text not null check (tax in ('included', 'added')),
  email text not null,
  name text not null,
  delivery_address jsonb not null,
  -- Null if it is the delivery address.
  billing_address jsonb,
  delivery text not null,
  payment text not null,
  -- Minor units.
  subtotal integer not null,
  saving integer not null,
  delivery_price integer not null,
  total integer not null,
  -- All of it as the shopper saw it, which stays as it is whatever becomes of the columns.
  body jsonb not null,
  unique (store_id, number),
  unique (store_id, attempt)
);
create index placed_order_state on placed_order (store_id, state, number desc);
create index placed_order_found on placed_order using gin ((lower(name || ' ' || email)) gin_trgm_ops);
create table order_line (
  order_id integer not null references placed_order on delete cascade,
  position smallint not null,
  -- Codes, since what was sold may be gone.
  product text not null,
  variant text not null,
  title text not null,
  options text not null,
  quantity integer not null check (quantity > 0),
  price integer not null,
  was_price integer,
  total integer not null,
  primary key (order_id, position)
);
-- What happened to an order: who noted it, and when.
create table order_event (
  id bigint generated always as identity primary key,
  order_id integer not null references placed_order on delete cascade,
  type text not null check (type in ('placed', 'paid', 'sent', 'cancelled', 'refunded')),
  at timestamptz not null,
  -- Null for the shopper.
  account_id integer references account,
  amount integer check (amount > 0),
  note text not null default '',
  -- Whether it is in what its products were sold.
  counted boolean not null default false
);
create index order_event_uncounted on order_event (id) where not counted and type in ('placed', 'cancelled');
create index order_event_order on order_event (order_id, id);
create unique index order_event_once on order_event (order_id, type) where type <> 'refunded';
-- The number of the last order. A row of its own, since orders must not wait for whoever changes the store.
create table order_counter (store_id integer primary key references store on delete cascade, last integer not null);

-- How previews are shown: at another time, with a cart.
create table scenario (
  store_id integer not null references store on delete cascade,
  hash text not null,
  body jsonb not null,
  used_at timestamptz not null,
  primary key (store_id, hash)
);
create index scenario_used on scenario (used_at);

create table invitation (
  token_hash bytea primary key,
  store_id integer references store on delete cascade,
  email text not null,
  role text not null check (role in ('owner', 'builder', 'editor', 'viewer')),
  invited_by integer references account on delete cascade,
  -- Whether the link was shown to whoever invited: then it proves nothing about the email address.
  shown boolean not null default true,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);

-- Files of the catalogue: sent in parts, then read in the background, by one process at a time.
create table catalogue_import (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  account_id integer not null references account,
  kind text not null check (kind in ('product', 'collection', 'brand', 'review')),
  format text not null check (format in ('csv', 'jsonl')),
  name text not null,
  state text not null default 'sent'
    check (state in ('sent', 'waiting', 'running', 'done', 'refused', 'stopped', 'failed')),
  -- The heads of a table, each with its column.
  heads jsonb not null default '[]',
  dry_run boolean not null default false,
  skip_bad boolean not null default false,
  -- Whether somebody wants it to stop.
  stops boolean not null default false,
  -- Whoever works at it says again and again until when nobody else may.
  taken_until timestamptz,
  done_bytes bigint not null default 0,
  created integer not null default 0,
  changed integer not null default 0,
  same integer not null default 0,
  bad integer not null default 0,
  faults jsonb not null default '[]',
  at timestamptz not null default now()
);
create index catalogue_import_store on catalogue_import (store_id, id desc);
create index catalogue_import_due on catalogue_import (id) where state in ('waiting', 'running');
create table catalogue_import_part (
  import_id integer not null references catalogue_import on delete cascade,
  number integer not null,
  bytes bytea not null,
  primary key (import_id, number)
);
alter table catalogue_import_part alter bytes set storage external;

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

-- Answers to creates, so that one sent again is not done again. A key is taken before the work begins; it has no answer
-- until the work is done.
create table idempotent_answer (
  account_id integer not null references account on delete cascade,
  key text not null,
  route text not null,
  request_hash text not null,
  status integer,
  answer jsonb,
  at timestamptz not null default now(),
  primary key (account_id, key)
);

-- How often something was tried within a while, by what is counted. Not worth keeping through a crash.
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

-- What transactions changed, by tags of a store (see tags.ts), written by each before it commits. Every process reads
-- what its last snapshot did not see; a sequence would miss those that commit out of order.
create table change (
  xid xid8 not null default pg_current_xact_id(),
  store_id integer not null,
  tags text[] not null,
  -- Ids of the products of which something has changed that listings look at.
  products integer[] not null default '{}'
);
create index change_xid on change (xid);
-- The oldest transaction under way, at times: what is older than such a mark, and the mark itself old, is dropped.
create table change_mark (at timestamptz primary key default now(), horizon xid8 not null, dropped boolean not null default false);

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

/** Until the first release the tables change in place: those of before are known by another name, and refused. */
export const name = `0001-start-${createHash('sha256').update(STATEMENTS).digest('hex').slice(0, 12)}`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
  await sql`insert into service_secret (name, value) values ('preview', ${randomBytes(32)}), ('order', ${randomBytes(32)}), ('cart', ${randomBytes(32)})`.execute(
    db,
  );
}
