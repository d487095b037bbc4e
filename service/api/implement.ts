/** Binds a declared route to its handler: who may call, what comes in (checked), what goes out. */
import { createHash } from 'node:crypto';
import { json, raw, Router, type Request, type RequestHandler, type Response } from 'express';
import type { Schema } from 'yup';
import { can, Problem, rolesWith, type Capability, type Role, canonicalJson, check, plainText } from '@parlour/core';
import { pathParams, type AnswerOf, type BodyOf, type QueryOf, type Route } from '@parlour/contract';
import { accountFrom } from '../accounts/sign-in.js';
import type { SignedIn } from '../records/accounts.js';
import { ownTurn } from '../own-turn.js';
import { inTransaction, type Records } from '../records/database.js';
import type { Service } from '../service.js';
import { findDesign, type Design } from '../records/designs.js';
import { keepAnswer, takeKey } from '../records/idempotency.js';
import { findStore, roleIn, type Store } from '../records/stores.js';

export interface Api extends Service {
  readonly router: Router;
}

/** Who calls, and the store and design of the path that the caller may reach. */
export interface Caller {
  /** On open routes nobody. */
  readonly account: SignedIn;
  readonly store: Store;
  readonly role: Role;
  readonly design: Design;
}

export interface Call<R extends Route> extends Caller {
  /** The database; the transaction under way for a create that carries a key. */
  readonly db: Records;
  /** When the call came. */
  readonly now: Date;
  readonly params: Readonly<Record<string, string>>;
  readonly body: BodyOf<R>;
  readonly query: QueryOf<R>;
  readonly request: Request;
  readonly response: Response;
}

const DEEPEST = 32;
/** A body of so many bytes is checked in no time. */
const SMALL_BYTES = 20_000;
/** How much a body may hold: whoever has not proved who they are gets less. */
const BODY_BYTES = { open: 16_000, 'signed-in': 1_000_000, bytes: 20_000_000 } as const;
const READERS: Record<keyof typeof BODY_BYTES, RequestHandler> = {
  open: json({ limit: BODY_BYTES.open, strict: false }),
  'signed-in': json({ limit: BODY_BYTES['signed-in'], strict: false }),
  bytes: raw({ type: () => true, limit: BODY_BYTES.bytes }),
};

/** An answer as it is given: nobody changes it any more. */
type Given<T> = T extends object ? (keyof T extends never ? T : { readonly [K in keyof T]: Given<T[K]> }) : T;

/** Adds a route. Its handler gets the store and the design of the path, which the caller is known to belong to. */
export function implement<R extends Route>(
  api: Api,
  route: R,
  handler: (call: Call<R>) => Promise<Given<AnswerOf<R>>>,
): void {
  api.router[route.method](expressPath(route.path), async (request: Request, response: Response) => {
    const now = new Date();
    const caller = await callerOf(api, route, request, now);
    const query = route.query ? check(route.query, readQuery(request, route.query), 'query') : undefined;
    // Paths have no repeated parts, so each is one text (Express).
    const params = request.params as Record<string, string>;
    // Read only now that the right to send it is known.
    if (route.body !== undefined) await readWith(route.body === 'bytes' ? 'bytes' : route.door, request, response);
    if (Number(request.headers['content-length'] ?? 0) > SMALL_BYTES) await ownTurn();
    const body = readBody(route, request);
    if (!REPLACING.has(route.method)) refuseTag(request);
    // Each was read as the route declares it, just above.
    const call = { ...caller, now, params, body, query, request, response } as unknown as Omit<Call<R>, 'db'>;
    const { status, answer } = await once(api, route, call, async (db) => await handler({ ...call, db }));
    response.status(status).json(answer);
  });
}

/** Reads the body; one that says it is too large is refused before it is sent. */
function readWith(size: keyof typeof BODY_BYTES, request: Request, response: Response): Promise<void> {
  if (Number(request.headers['content-length'] ?? 0) > BODY_BYTES[size])
    throw new Problem('too-large', 'The body is too large.', {
      place: 'body',
      remedy: `At most ${BODY_BYTES[size].toLocaleString('en')} bytes are read here.`,
    });
  return new Promise((resolve, reject) => {
    void READERS[size](request, response, (error?: unknown) =>
      error === undefined ? resolve() : reject(error instanceof Error ? error : new Error(String(error))),
    );
  });
}

const expressPath = (path: string): string => path.replace(/\{(\w+)\}/g, ':$1');

/** Answers methods that a path does not take (RFC 9110, 15.5.6). Added after all routes. */
export function refuseOtherMethods({ router }: Api, routes: readonly Route[]): void {
  const methods = new Map<string, string[]>();
  for (const { path, method } of routes)
    methods.set(path, [...(methods.get(path) ?? []), ...(method === 'get' ? ['GET', 'HEAD'] : [method.toUpperCase()])]);
  for (const [path, known] of methods)
    router.all(expressPath(path), (request: Request, response: Response) => {
      const allow = [...known, 'OPTIONS'].join(', ');
      response.set('allow', allow);
      if (request.method === 'OPTIONS') return void response.status(204).end();
      throw new Problem('wrong-method', `This path does not take ${request.method}.`, {
        place: 'method',
        remedy: `It takes ${allow}.`,
      });
    });
}

/** Finds out who calls a route, and lets in only who may. @throws Problem */
export async function callerOf({ db }: Api, route: Route, request: Request, now: Date): Promise<Partial<Caller>> {
  // Paths have no repeated parts, so each is one text (Express).
  const params = request.params as Record<string, string>;
  for (const name of pathParams(route.path)) check(plainText(200).required(), params[name], name);
  if (route.door === 'open') return {};
  const account = await accountFrom(db, request, now);
  if (account.scope === 'read' && route.method !== 'get')
    throw notAllowed('This token may only read.', 'Use a token with the scope “all”.');
  if (params['store'] === undefined) return { account };
  const { store, role } = await storeFor(db, account, params['store']);
  if (route.can) mustBeAble(role, route.can);
  if (params['design'] === undefined) return { account, store, role };
  return { account, store, role, design: await designOf(db, store, params['design']) };
}

/** @throws Problem `not-allowed` */
export function mustBeAble(role: Role, capability: Capability): void {
  if (!can(role, capability))
    throw notAllowed(
      `Your role, ${role}, does not allow this.`,
      `Ask somebody who is ${rolesWith(capability).join(' or ')}.`,
    );
}

const notAllowed = (sentence: string, remedy: string): Problem => new Problem('not-allowed', sentence, { remedy });

interface Answered {
  readonly status: number;
  readonly answer: object;
}

/**
 * With an `Idempotency-Key`, a create that is sent again is answered as it was and not done again. Key, work and answer
 * are one transaction: cut off at any moment, all of it is done or none.
 */
async function once<R extends Route>(
  { db }: Api,
  route: R,
  { account, request, body }: Omit<Call<R>, 'db'>,
  work: (db: Records) => Promise<object>,
): Promise<Answered> {
  const key = request.header('idempotency-key');
  const { status } = route;
  if (key === undefined || !isKeyed(route)) return { status, answer: await work(db) };
  check(plainText(100).required(), key, 'idempotency-key');
  const requestHash = createHash('sha256')
    .update(`${request.originalUrl} ${canonicalJson(body)}`)
    .digest('hex');
  const create = { accountId: account.id, key, route: route.path, requestHash };
  return inTransaction(db, async (trx) => {
    const before = await takeKey(trx, create);
    if (before && before.requestHash !== requestHash)
      throw new Problem('reused-key', 'This idempotency key was used for another request.', {
        place: 'idempotency-key',
        remedy: 'Make a new key for each thing you create.',
      });
    if (before) return before;
    const answered = { status, answer: await work(trx) };
    const secrets = Object.fromEntries((route.secret ?? []).map((name) => [name, null]));
    await keepAnswer(trx, create, { status, answer: { ...answered.answer, ...secrets } });
    return answered;
  });
}

/** Creates keep their answer; those that only give out a right for a while are done anew each time. */
const isKeyed = ({ status, door, body, keyed }: Route): boolean =>
  status === 201 && door !== 'open' && body !== 'bytes' && keyed !== false;

/**
 * Refuses a write that replaces a resource if it has changed since the caller read it.
 * @param current the resource as reading it would answer now
 * @throws Problem `stale-tag`
 */
export function checkTag(request: Request, current: object): void {
  const wanted = request.header('if-match');
  if (wanted === undefined || wanted === '*') return;
  // As the setting `etag` makes it (Express).
  const tag = (request.app.get('etag fn') as (body: string) => string)(JSON.stringify(current));
  const bare = (text: string): string => text.trim().replace(/^W\//, '');
  if (wanted.split(',').some((one) => bare(one) === bare(tag))) return;
  throw new Problem('stale-tag', 'This has been changed since you read it.', {
    place: 'if-match',
    remedy: 'Read it again and repeat the change.',
  });
}

// The methods whose routes compare tags, by `checkTag`; nothing else has a state of its own that a tag could stand for.
const REPLACING: ReadonlySet<Route['method']> = new Set(['get', 'patch']);

/** A condition that cannot be weighed is not met (RFC 9110, 13.1.1): going on would be what the caller ruled out. */
function refuseTag(request: Request): void {
  const wanted = request.header('if-match');
  if (wanted === undefined || wanted === '*') return;
  throw new Problem('stale-tag', 'If-Match has no meaning here, so nothing was done.', {
    place: 'if-match',
    remedy: 'Leave If-Match out. Edits say what they replace as “was”, a publish what was looked at as “seq”.',
  });
}

async function storeFor(db: Records, account: SignedIn, slug: string): Promise<{ store: Store; role: Role }> {
  const store = await findStore(db, slug);
  const role = store && (await roleIn(db, account.id, store.id));
  // Someone else's store looks like none, so that nothing can be found out by asking.
  if (!store || !role) {
    throw new Problem('no-such-thing', `There is no store “${slug}” that you belong to.`, {
      place: 'store',
      remedy: 'List the stores to see yours.',
    });
  }
  return { store, role };
}

/** `live` names the design that shoppers see. */
export async function designOf(db: Records, store: Store, code: string): Promise<Design> {
  const design = await findDesign(db, store.id, code === 'live' ? store.liveDesign.code : code);
  if (!design || design.archivedAt)
    throw new Problem('no-such-thing', `There is no design “${code}” in ${store.name}.`, {
      place: 'design',
      remedy: 'List the designs, or use “live” for the one that shoppers see.',
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
  const body: unknown = request.body;
  checkDepth(body);
  return check(route.body, body, 'body');
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
  // Queries are closed objects of texts, numbers and switches.
  const types = (schema.describe() as unknown as { fields: Record<string, { type: string }> }).fields;
  return Object.fromEntries(
    Object.entries(request.query).map(([name, value]) => {
      const number =
        types[name]?.type === 'number' && typeof value === 'string' && value.trim() !== '' ? Number(value) : NaN;
      return [name, !Number.isNaN(number) ? number : value];
    }),
  );
}
