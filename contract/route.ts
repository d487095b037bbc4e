/** What a route is: declared once, implemented by the service, called by the client, described by OpenAPI. */
import type { Capability } from '@parlour/core';
import type { InferType, Schema } from 'yup';

export interface Route<
  Body extends Schema | 'bytes' | undefined = Schema | 'bytes' | undefined,
  Answer extends Schema = Schema,
  Query extends Schema | undefined = Schema | undefined,
> {
  readonly method: 'get' | 'post' | 'patch' | 'delete';
  /** Path below `/api`, with `{name}` for parameters. */
  readonly path: string;
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
  readonly can?: Capability;
  readonly status?: number;
  readonly secret?: readonly string[];
  readonly keyed?: boolean;
}

const route =
  (method: Route['method']) =>
  <A extends Schema, B extends Schema | 'bytes' | undefined = undefined, Q extends Schema | undefined = undefined>(
    path: string,
    declared: Declared<B, A, Q>,
  ) =>
    ({ method, path, door: 'signed-in', status: 200, ...declared }) as unknown as Route<B, A, Q>;

export const get = route('get');
export const post = route('post');
export const patch = route('patch');
export const remove = route('delete');

export type BodyOf<R extends Route> =
  R extends Route<infer B, Schema, Schema | undefined>
    ? B extends Schema
      ? InferType<B>
      : B extends 'bytes'
        ? Uint8Array
        : undefined
    : never;
export type AnswerOf<R extends Route> = InferType<R['answer']>;
export type QueryOf<R extends Route> =
  R extends Route<Schema | 'bytes' | undefined, Schema, infer Q>
    ? Q extends Schema
      ? InferType<Q>
      : undefined
    : never;

/** The names of the parameters in a path. */
export const pathParams = (path: string): string[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map((found) => found[1] as string);
