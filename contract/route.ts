/** What a route is: declared once, implemented by the service, called by the client, described by OpenAPI. */
import { type Capability, sure } from '@parlour/core';
import type { InferType, Schema } from 'yup';

/**
 * One route, typed by what travels.
 * @typeParam Body schema of the JSON body, `bytes` for a picture, or undefined
 * @typeParam Answer schema of the answer
 * @typeParam Query schema of the query, or undefined
 * @typeParam Path the path itself, from which its parameters are known
 */
export interface Route<
  Body extends Schema | 'bytes' | undefined = Schema | 'bytes' | undefined,
  Answer extends Schema = Schema,
  Query extends Schema | undefined = Schema | undefined,
  Path extends string = string,
> {
  readonly method: 'get' | 'post' | 'patch' | 'delete';
  /** Path below `/api`, with `{name}` for parameters. */
  readonly path: Path;
  readonly summary: string;
  /** Who may call it: anybody, or whoever is signed in (and belongs to the store in the path). */
  readonly door: 'open' | 'signed-in';
  /** What the caller must be able to do in the store of the path; membership is enough if absent. */
  readonly can?: Capability;
  readonly query?: Query;
  /** The schema of the JSON body; `bytes` for a picture. */
  readonly body?: Body;
  readonly answer: Answer;
  /** True for server-sent events, each with the answer's form as its data. */
  readonly stream?: boolean;
  /** True for a file, which the client does not read as JSON. */
  readonly file?: boolean;
  readonly status: number;
  /** Parts of the answer that are told once: null where a create is sent again with the same key. */
  readonly secret?: readonly string[];
  /** False for a create that is done anew each time, whatever key it carries. */
  readonly keyed?: boolean;
}

interface Declared<B extends Schema | 'bytes' | undefined, A extends Schema, Q extends Schema | undefined> {
  readonly summary: string;
  readonly answer: A;
  readonly body?: B;
  readonly query?: Q;
  readonly door?: Route['door'];
  readonly stream?: boolean;
  readonly file?: boolean;
  readonly can?: Capability;
  readonly status?: number;
  readonly secret?: readonly string[];
  readonly keyed?: boolean;
}

const route =
  (method: Route['method']) =>
  <
    P extends string,
    A extends Schema,
    B extends Schema | 'bytes' | undefined = undefined,
    Q extends Schema | undefined = undefined,
  >(
    path: P,
    declared: Declared<B, A, Q>,
  ) =>
    // The type keeps what each route declares, also what it leaves out.
    ({ method, path, door: 'signed-in', status: 200, ...declared }) as unknown as Route<B, A, Q, P>;

/** Where the routes of one design of one store begin. */
export const DESIGN = '/stores/{store}/designs/{design}';

/**
 * Declares a route that only reads.
 * @example
 * getProduct: get('/stores/{store}/products/{product}', { summary: 'One product.', answer: shapes.product })
 */
export const get = route('get');
/**
 * Declares a route that creates or does something; a create answers 201 and takes an idempotency key.
 * @example
 * publish: post(`${DESIGN}/publish`, { summary: 'Publishes the draft.', can: 'design.publish', body: shapes.publishRequest, answer: shapes.revision, status: 201 })
 */
export const post = route('post');
/** Declares a route that changes what is given and leaves the rest. */
export const patch = route('patch');
/** Declares a route that ends something. */
export const remove = route('delete');

/** The body a route takes. */
export type BodyOf<R extends Route> =
  R extends Route<infer B, Schema, Schema | undefined>
    ? B extends Schema
      ? InferType<B>
      : B extends 'bytes'
        ? Uint8Array
        : undefined
    : never;
/** What a route answers. */
export type AnswerOf<R extends Route> = InferType<R['answer']>;
/** The query a route takes. */
export type QueryOf<R extends Route> =
  R extends Route<Schema | 'bytes' | undefined, Schema, infer Q>
    ? Q extends Schema
      ? InferType<Q>
      : undefined
    : never;

/** The names of the parameters in the type of a path: `'store' | 'design'` of `/stores/{store}/designs/{design}`. */
type ParamsIn<P extends string> = P extends `${string}{${infer Name}}${infer Rest}` ? Name | ParamsIn<Rest> : never;

/** A body as a caller may give it: nothing in it is changed. */
type Given<T> = T extends Uint8Array ? T : T extends object ? { readonly [Name in keyof T]: Given<T[Name]> } : T;

type Params<Needed extends string, Filled extends string> = [Exclude<Needed, Filled>] extends [never]
  ? { readonly params?: Readonly<Partial<Record<Needed, string>>> }
  : { readonly params: Readonly<Record<Exclude<Needed, Filled>, string> & Partial<Record<Needed & Filled, string>>> };

/**
 * What a call of a route takes: the parameters of its path, its query and its body.
 * @typeParam Filled names of parameters that are filled in for the caller unless said
 */
export type InputOf<R extends Route, Filled extends string = never> = Params<ParamsIn<R['path']>, Filled> &
  (undefined extends BodyOf<R> ? { readonly body?: undefined } : { readonly body: Given<BodyOf<R>> }) & {
    readonly query?: QueryOf<R>;
    /** An answer of a client that was looked at: the call is refused with `stale-tag` if that is another one by now. */
    readonly match?: object;
  };

/** The input as the last argument of a call; it may be left out where nothing is needed. */
export type InputArgument<R extends Route, Filled extends string = never> =
  Record<never, never> extends InputOf<R, Filled> ? [input?: InputOf<R, Filled>] : [input: InputOf<R, Filled>];

/** The names of the parameters in a path. */
export const pathParams = (path: string): string[] => [...path.matchAll(/\{(\w+)\}/g)].map((found) => sure(found[1]));
