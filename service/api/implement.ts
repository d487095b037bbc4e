/** Binds a declared route to its handler: who may call, what comes in (checked), what goes out. */
import { raw, Router, type Request, type Response } from 'express';
import type { Schema } from 'yup';
import { check, plainText, Problem } from '@parlour/core';
import { pathParams, type AnswerOf, type BodyOf, type QueryOf, type Route } from '@parlour/contract';
import { accountFrom } from '../accounts/sign-in.js';
import type { Config } from '../config.js';
import type { Account } from '../records/accounts.js';
import type { Database } from '../records/database.js';
import { findDesign, type Design } from '../records/drafts.js';
import { belongsTo, findStore, type Store } from '../records/stores.js';

export interface Api {
  readonly db: Database;
  readonly config: Config;
  readonly router: Router;
}

export interface Call<R extends Route> {
  readonly params: Readonly<Record<string, string>>;
  readonly body: BodyOf<R>;
  readonly query: QueryOf<R>;
  /** Who calls; on open routes nobody. */
  readonly account: Account;
  readonly store: Store;
  readonly design: Design;
  readonly request: Request;
  readonly response: Response;
}

const MOST_PICTURE_BYTES = '20mb';
const DEEPEST = 32;

/** Adds a route. Its handler gets the store and the design of the path, which the caller is known to belong to. */
export function implement<R extends Route>(
  { db, router }: Api,
  route: R,
  handler: (call: Call<R>) => Promise<AnswerOf<R>>,
): void {
  const path = route.path.replace(/\{(\w+)\}/g, ':$1');
  const before = route.body === 'bytes' ? [raw({ type: () => true, limit: MOST_PICTURE_BYTES })] : [];
  router[route.method](path, ...before, async (request: Request, response: Response) => {
    const params = request.params as Record<string, string>;
    for (const name of pathParams(route.path)) check(plainText(200).required(), params[name], name);
    const account = route.door === 'open' ? undefined : await accountFrom(db, request, new Date());
    const store = account && params['store'] !== undefined ? await storeFor(db, account, params['store']) : undefined;
    const design = store && params['design'] !== undefined ? await designOf(db, store, params['design']) : undefined;
    const query = route.query ? check(route.query, readQuery(request, route.query), 'query') : undefined;
    const answer = await handler({
      params,
      query,
      body: readBody(route, request),
      account,
      store,
      design,
      request,
      response,
    } as unknown as Call<R>);
    if (!response.headersSent) response.status(route.status).json(answer);
  });
}

async function storeFor(db: Database, account: Account, slug: string): Promise<Store> {
  const store = await findStore(db, slug);
  // Someone else's store looks like none, so that nothing can be found out by asking.
  if (!store || !(await belongsTo(db, account.id, store.id))) {
    throw new Problem('no-such-thing', `There is no store “${slug}” that you belong to.`, {
      place: 'store',
      remedy: 'List the stores to see yours.',
    });
  }
  return store;
}

/** `live` names the design that shoppers see. */
async function designOf(db: Database, store: Store, code: string): Promise<Design> {
  const design = await findDesign(db, store.id, code === 'live' ? store.liveDesign.code : code);
  if (!design)
    throw new Problem('no-such-thing', `There is no design “${code}” in ${store.name}.`, {
      place: 'design',
      remedy: 'Use “live” for the one that shoppers see.',
    });
  return design;
}

function readBody(route: Route, request: Request): unknown {
  if (route.body === undefined) return undefined;
  if (route.body === 'bytes') return Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
  if (request.body === undefined) {
    throw new Problem('not-json', 'The request has no JSON body.', {
      place: 'body',
      remedy: 'Send JSON with the content type application/json.',
    });
  }
  checkDepth(request.body as unknown);
  return check(route.body, request.body as unknown, 'body');
}

/** Refuses bodies nested so deeply that walking them would exhaust the stack. */
function checkDepth(body: unknown): void {
  let level: unknown[] = [body];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) {
      throw new Problem('bad-input', `The body is nested more than ${DEEPEST} levels deep.`, {
        place: 'body',
        remedy: 'Send a flatter one.',
      });
    }
    level = level.flatMap((value) => (typeof value === 'object' && value !== null ? Object.values(value) : []));
  }
}

/** Query texts, with those that the schema wants as numbers read as such. */
function readQuery(request: Request, schema: Schema): Record<string, unknown> {
  const types = (schema.describe() as unknown as { fields: Record<string, { type: string }> }).fields;
  return Object.fromEntries(
    Object.entries(request.query).map(([name, value]) => {
      const number =
        types[name]?.type === 'number' && typeof value === 'string' && value.trim() !== '' ? Number(value) : NaN;
      return [name, !Number.isNaN(number) ? number : value];
    }),
  );
}
