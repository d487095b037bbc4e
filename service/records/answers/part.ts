/** A part of the one statement that answers the needs of a page. */
import { sql } from 'kysely';
import type { Buyer, PaymentMethod, ScenarioLine } from '@parlour/core/commerce';
import type { PathPatterns, DesignState } from '@parlour/core/documents';
import type { Own, OwnPart } from '@parlour/core/facts';
import type { FacetCounts, Need, PageData, Subject } from '@parlour/core/kinds';
import type { Sql, ValueOf } from '../named.js';

/** What paths of pages are made with: the design's patterns, and its content pages. */
export interface PathSources {
  readonly storeId: number;
  readonly patterns: PathPatterns;
  readonly state: DesignState;
  /** The language of the page; null for the leading one. */
  readonly translation: string | null;
  /** What stands before every path of the page’s language. */
  readonly prefix: string;
  /** Whether products that are not for sale have paths too, as in previews. */
  readonly seesHidden?: boolean;
}

/** By what a shopper's cart is found: the hash of its token; or it is made up, and says what it holds. */
export type CartAsked = { readonly kept: Buffer } | { readonly madeUp: MadeUpCart };

/** A cart of a preview. */
export interface MadeUpCart {
  readonly lines: readonly ScenarioLine[];
  readonly attempt: string;
  readonly buyer: Partial<Buyer>;
  /** The code of the chosen delivery method; empty if none is. */
  readonly delivery: string;
  /** What was ordered of it last. */
  readonly ordered: MadeUpOrder | null;
}
export interface MadeUpOrder {
  readonly lines: readonly ScenarioLine[];
  readonly buyer: Buyer;
  readonly delivery: string;
  readonly payment: PaymentMethod;
  /** A day and time in ISO form. */
  readonly placed: string;
}

/** What a listing comes to: which products are on the page, and what else there is. */
export interface Listed {
  /** Ids of products, in order. */
  readonly ids: readonly number[];
  readonly total: number;
  /** Null if nobody asked for them. */
  readonly counts: FacetCounts | null;
}

/** What a page asks for, and the answers as they come. */
export interface Asked {
  readonly sources: PathSources;
  readonly subject: Subject;
  readonly needs: readonly Need[];
  /** What the listings that are needed come to, by the keys of the needs. */
  readonly listings: ReadonlyMap<string, Listed>;
  readonly cart: CartAsked | null;
  /** The hash of the token of the order that the page is about. */
  readonly order: Buffer | null;
  /** What the facts of the page are made of. */
  readonly behind: ReadonlySet<OwnPart>;
  /** What is known of the shopper so far. */
  readonly own: { -readonly [P in OwnPart]: Own[P] };
  readonly data: PageData;
  readonly tags: Set<string>;
}

/** The text of a part. */
export interface PartText {
  /** Named queries in front of the selects, as `NAME as (…)`. */
  readonly tables?: readonly Sql[];
  /** The rest of a select of one jsonb: `EXPRESSION as answer from …`. */
  readonly select: Sql;
}

/** Answers one or more types of need. @typeParam A one element of its answer */
export interface Part<A> {
  readonly name: string;
  /** How many values it takes. */
  readonly takes: number;
  /** @param value stands for the n-th of its values @param store stands for the id of the store */
  statement(value: ValueOf, store: Sql): PartText;
  /** Its values; null if nothing is asked of it. Answers at once what needs no database. */
  values(asked: Asked): readonly unknown[] | null;
  /** Hands the answers over, with what they depend on. */
  read(answers: readonly A[], asked: Asked): void;
}

/** The needs of a type, each once. */
export const needsOf = <T extends Need['type']>(asked: Asked, type: T): (Need & { readonly type: T })[] => {
  const found = asked.needs.filter((need): need is Need & { readonly type: T } => need.type === type);
  return found.filter((need) => asked.data.get(need) === undefined);
};

/**
 * The one row of a table that each row before it leads to. Said like this, PostgreSQL looks it up by its key: it cannot
 * know how few rows a page asks for, and would read the whole table to join it.
 * @param where finds the row by a key
 * @example
 * sql`select title from chosen, ${oneOf('card', sql`card.product_id = chosen.id`)}`
 */
export const oneOf = (table: string, where: Sql, name = table): Sql =>
  sql`lateral (select * from ${sql.table(table)} ${sql.ref(name)} where ${where} limit 1) ${sql.ref(name)}`;
