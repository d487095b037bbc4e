/** The tables, as Kysely sees them. What they are for is said in `migrations/`. */
import type { ProductStatus, ReviewState, Specification, Texts } from '@parlour/core/catalogue';
import type { EmailMessage } from './outgoing-email.js';
import type {
  Address,
  Buyer,
  DeliveryMethod,
  Order,
  OrderEvent,
  OrderState,
  Scenario,
  StoreDetails,
} from '@parlour/core/commerce';
import type { DraftDocument, Edit } from '@parlour/core/design';
import type { Document } from '@parlour/core/documents';
import type { FileFault, FileFormat, FileKind, ImportHead, ImportState } from '@parlour/core/files';
import type { ColumnType, Generated, JSONColumnType } from 'kysely';
import type { AuditedAction } from './audited.js';

type Json<T extends object> = JSONColumnType<T, string, string>;
type Now = ColumnType<Date, Date | string | undefined, never>;

/** What a picture is kept as; a drawing as `svg` alone. */
export type PictureFormat = 'avif' | 'webp' | 'jpeg' | 'png' | 'svg';

/** Which state of a design a row is about. */
export type Side = 'draft' | 'live';

export interface Tables {
  service_secret: { name: string; value: Buffer };
  account: {
    id: Generated<number>;
    email: string;
    name: string;
    password_hash: string;
    created_at: Now;
    disabled_at: Date | null;
  };
  membership: { account_id: number; store_id: number; role: string };
  session: {
    id: Generated<number>;
    token_hash: Buffer;
    account_id: number;
    kind: 'console' | 'token';
    name: string;
    created_at: Now;
    expires_at: Date;
    scope: Generated<'all' | 'read'>;
    used_at: Date | null;
  };
  store: {
    id: Generated<number>;
    slug: string;
    name: string;
    currency: string;
    locale: string;
    time_zone: string;
    country: string;
    languages: Generated<string[]>;
    delivery: JSONColumnType<DeliveryMethod[], string | undefined, string>;
    details: JSONColumnType<StoreDetails, string | undefined, string>;
    live_design_id: number | null;
    created_at: Now;
    closed_at: Date | null;
  };
  brand: {
    id: Generated<number>;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    description: Generated<string>;
    texts: JSONColumnType<Texts, string | undefined, string>;
    sample: Generated<boolean>;
  };
  product: {
    id: Generated<number>;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    status: ProductStatus;
    brand_id: number | null;
    summary: string;
    description: string;
    options: Json<{ name: string; values: string[] }[]>;
    category: Generated<string>;
    keywords: Generated<string[]>;
    attributes: JSONColumnType<Record<string, string | number | boolean>, string | undefined, string>;
    specifications: JSONColumnType<Specification[], string | undefined, string>;
    goes_with: Generated<string[]>;
    texts: JSONColumnType<Texts, string | undefined, string>;
    visible_since: ColumnType<string, string | undefined, string>;
    visible_from: Date | null;
    visible_until: Date | null;
    turns_at: Date | null;
    created_at: Now;
    sample: Generated<boolean>;
  };
  variant: {
    id: Generated<number>;
    product_id: number;
    code: string;
    options: Json<Record<string, string>>;
    stock: number | null;
    weight: number | null;
    tax_class: Generated<string>;
    goods_code: Generated<string>;
    pictures: Generated<string[]>;
    position: number;
  };
  price: { variant_id: number; currency: string; price: number; was_price: number | null };
  review: {
    id: Generated<number>;
    store_id: number;
    code: string;
    product_id: number;
    rating: number;
    title: string;
    body: string;
    name: string;
    language: string;
    written_at: ColumnType<Date, string, string>;
    state: ReviewState;
  };
  collection: {
    id: Generated<number>;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    description: string;
    texts: JSONColumnType<Texts, string | undefined, string>;
    position: number;
    parent_id: number | null;
    rule: string | null;
    picture: string | null;
    picture_alt: Generated<string>;
    sample: Generated<boolean>;
  };
  collection_member: { collection_id: number; product_id: number; position: number };
  picture: {
    store_id: number;
    hash: string;
    name: string;
    width: number;
    height: number;
    widths: Json<number[]>;
    created_at: Now;
  };
  sent_email: {
    id: Generated<number>;
    store_id: number;
    recipient: string;
    subject: string;
    body: string;
    created_at: Now;
  };
  shopper_link: { token_hash: Buffer; store_id: number; email: string; back: string; expires_at: Date };
  shopper_session: { token_hash: Buffer; store_id: number; email: string; expires_at: Date };
  rendition: { store_id: number; hash: string; format: PictureFormat; width: number; bytes: Buffer };
  waiting_picture: { store_id: number; hash: string; source: Buffer; taken_until: Date | null };
  product_picture: { product_id: number; store_id: number; hash: string; alt: string; position: number };
  card: {
    product_id: number;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    brand_id: number | null;
    brand: string;
    texts: JSONColumnType<
      Readonly<Record<string, { readonly title?: string; readonly brand?: string }>>,
      string | undefined,
      string
    >;
    picture: { hash: string; width: number; height: number; alt: string; widths: number[] } | null;
    second: { hash: string; width: number; height: number; alt: string; widths: number[] } | null;
    created_at: Date;
    available: boolean;
    /** In hundredths of a star; null without reviews. */
    rating: number | null;
    reviews: Generated<number>;
    sold: Generated<number>;
  };
  product_sold: { product_id: number; sold: number };
  card_price: {
    product_id: number;
    currency: string;
    store_id: number;
    least: number;
    greatest: number;
    was: number | null;
    reduced: boolean;
  };
  document: { hash: string; body: Json<Document> };
  manifest: { hash: string; body: Json<Record<string, string>> };
  design: {
    id: Generated<number>;
    store_id: number;
    code: string;
    name: string;
    origin: string;
    groundwork: string;
    live_revision: number;
    draft_seq: number;
    snapshot_seq: number;
    created_at: Now;
    archived_at: Date | null;
    taken_manifest: string | null;
  };
  live_switch: { store_id: number; design_id: number; account_id: number | null; note: string; at: Now };
  draft_change: { design_id: number; key: string };
  revision: {
    design_id: number;
    number: number;
    manifest: string;
    note: string;
    author_id: number | null;
    reverts: number | null;
    at: Now;
  };
  draft_document: {
    design_id: number;
    key: string;
    body: JSONColumnType<DraftDocument | { removed: true }, string, string>;
  };
  draft_unit: {
    design_id: number;
    seq: number;
    unit: string;
    author_id: number | null;
    sentences: Json<string[]>;
    type: 'do' | 'undo' | 'redo' | 'publish' | 'merge';
    undone: Generated<boolean>;
    at: Now;
  };
  draft_edit: { design_id: number; seq: number; position: number; document: string; edit: Json<Edit> };
  timed_change: {
    id: Generated<number>;
    design_id: number;
    name: string;
    account_id: number;
    base: string;
    changed: string;
    sentences: Json<string[]>;
    live_from: Date;
    live_until: Date | null;
    state: 'waiting' | 'live' | 'over' | 'conflict' | 'cancelled';
    report: JSONColumnType<string[], string | undefined, string>;
    started_revision: number | null;
    ended_revision: number | null;
    created_at: Now;
  };
  page_assignment: {
    design_id: number;
    side: Side;
    kind: string;
    page: string;
    rank: number;
    title: string;
    template: string | null;
    reason: 'page' | 'rule' | 'standard';
    rule: string | null;
    additions: Generated<string[]>;
  };
  page_due: { id: Generated<number>; store_id: number; kind: string; code: string; fact: string | null };
  assignment_renewal: {
    design_id: number;
    side: Side;
    kind: string;
    wanted: number;
    done: number;
    pages: Generated<number>;
    total: Generated<number>;
    due_at: Date | null;
  };
  invitation: {
    token_hash: Buffer;
    store_id: number | null;
    email: string;
    role: string;
    invited_by: number | null;
    created_at: Now;
    expires_at: Date;
    shown: Generated<boolean>;
  };
  catalogue_import: {
    id: Generated<number>;
    store_id: number;
    account_id: number;
    kind: FileKind;
    format: FileFormat;
    name: string;
    state: Generated<ImportState>;
    heads: JSONColumnType<ImportHead[], string | undefined, string>;
    dry_run: Generated<boolean>;
    skip_bad: Generated<boolean>;
    stops: Generated<boolean>;
    taken_until: Date | null;
    done_bytes: Generated<number>;
    created: Generated<number>;
    changed: Generated<number>;
    same: Generated<number>;
    bad: Generated<number>;
    faults: JSONColumnType<FileFault[], string | undefined, string>;
    at: Now;
  };
  catalogue_import_part: { import_id: number; number: number; bytes: Buffer };
  audit: {
    id: Generated<number>;
    store_id: number | null;
    account_id: number | null;
    at: Now;
    action: AuditedAction;
    target: string;
    detail: JSONColumnType<Record<string, unknown>, string | undefined, string>;
  };
  attempt: { key: string; tries: number; since: Date };
  known_address: { account_id: number; address_hash: Buffer; seen_at: Date };
  password_link: { token_hash: Buffer; account_id: number; expires_at: Date };
  change: { xid: Generated<string>; store_id: number; tags: string[]; products: Generated<number[]> };
  change_mark: { at: Now; horizon: string; dropped: Generated<boolean> };
  outgoing_email: {
    id: Generated<number>;
    store_id: number | null;
    message: Json<EmailMessage>;
    created_at: Now;
    taken_until: Date | null;
  };
  failed_job: { job: string; failures: number; fault: string; retry_at: Date };
  room_probe: { bytes: Buffer };
  presence: { design_id: number; account_id: number; page: string; seen_at: Date };
  idempotent_answer: {
    account_id: number;
    key: string;
    route: string;
    request_hash: string;
    status: number | null;
    answer: Json<object> | null;
    at: Now;
  };
  sign_up: {
    id: Generated<number>;
    store_id: number;
    email: string;
    page: string;
    language: string;
    created_at: Now;
  };
  message: {
    id: Generated<number>;
    store_id: number;
    name: string;
    email: string;
    subject: string;
    body: string;
    page: string;
    created_at: Now;
    read_at: Date | null;
  };
  cart: {
    id: Generated<number>;
    store_id: number;
    token_hash: Buffer;
    attempt: Generated<string>;
    buyer: JSONColumnType<Partial<Buyer>, string | undefined, string>;
    delivery: Generated<string>;
    used_at: ColumnType<Date, Date | undefined, Date>;
  };
  former_slug: {
    store_id: number;
    kind: 'product' | 'collection' | 'brand';
    slug: string;
    product_id: number | null;
    collection_id: number | null;
    brand_id: number | null;
  };
  placed_order: {
    id: Generated<number>;
    store_id: number;
    number: number;
    cart_id: number;
    attempt: string;
    token_hash: Buffer;
    placed_at: Now;
    state: ColumnType<OrderState, OrderState | undefined, OrderState>;
    currency: string;
    language: string;
    tax: 'included' | 'added';
    email: string;
    name: string;
    delivery_address: Json<Address>;
    billing_address: JSONColumnType<Address | null, string | null, string | null>;
    delivery: string;
    payment: string;
    subtotal: number;
    saving: number;
    delivery_price: number;
    total: number;
    body: Json<Omit<Order, 'number' | 'placed'>>;
  };
  order_line: {
    order_id: number;
    position: number;
    product: string;
    variant: string;
    title: string;
    options: string;
    quantity: number;
    price: number;
    was_price: number | null;
    total: number;
  };
  order_event: {
    id: Generated<number>;
    order_id: number;
    type: OrderEvent['type'];
    at: ColumnType<Date, Date, never>;
    account_id: number | null;
    amount: number | null;
    note: Generated<string>;
    counted: Generated<boolean>;
  };
  scenario: { store_id: number; hash: string; body: Json<Scenario>; used_at: Date };
  order_counter: { store_id: number; last: number };
  cart_line: { cart_id: number; variant_id: number; quantity: number };
}
