/** The tables, as Kysely sees them. What they are for is said in `migrations/0001-slice.ts`. */
import type { Document, DraftDocument, Edit } from '@parlour/core';
import type { ColumnType, Generated, JSONColumnType } from 'kysely';

type Json<T extends object> = JSONColumnType<T, string, string>;
type Now = ColumnType<Date, Date | string | undefined, never>;

export interface Tables {
  service_secret: { name: string; value: Buffer };
  account: { id: Generated<number>; mail: string; name: string; password_hash: string; created_at: Now };
  membership: { account_id: number; store_id: number; role: string };
  session: {
    token_hash: Buffer;
    account_id: number;
    kind: 'console' | 'token';
    name: string;
    created_at: Now;
    expires_at: Date;
  };
  store: {
    id: Generated<number>;
    slug: string;
    name: string;
    currency: string;
    locale: string;
    time_zone: string;
    country: string;
    live_design_id: number | null;
  };
  product: {
    id: Generated<number>;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    brand: string;
    summary: string;
    description: string;
    options: Json<{ name: string; values: string[] }[]>;
    created_at: Now;
  };
  variant: {
    id: Generated<number>;
    product_id: number;
    code: string;
    options: Json<Record<string, string>>;
    price: number;
    was_price: number | null;
    stock: number;
    position: number;
  };
  collection: {
    id: Generated<number>;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    description: string;
    position: number;
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
  rendition: { store_id: number; hash: string; width: number; bytes: Buffer };
  product_picture: { product_id: number; store_id: number; hash: string; alt: string; position: number };
  product_card: {
    id: number;
    store_id: number;
    code: string;
    slug: string;
    title: string;
    brand: string;
    created_at: Date;
    price: number;
    was_price: number | null;
    varies: boolean;
    available: boolean;
    picture: { hash: string; width: number; height: number; alt: string; widths: number[] } | null;
  };
  document: { hash: string; body: Json<Document> };
  manifest: { hash: string; body: Json<Record<string, string>> };
  design: {
    id: Generated<number>;
    store_id: number;
    code: string;
    name: string;
    origin: string;
    live_revision: number;
    draft_seq: number;
    snapshot_seq: number;
  };
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
    author_id: number;
    sentences: Json<string[]>;
    type: 'do' | 'undo' | 'redo';
    undone: Generated<boolean>;
    at: Now;
  };
  draft_edit: { design_id: number; seq: number; position: number; document: string; edit: Json<Edit> };
  cart: { id: Generated<number>; store_id: number; token_hash: Buffer; created_at: Now };
  cart_line: { cart_id: number; variant_id: number; quantity: number };
}
