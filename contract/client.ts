/** The typed client of the API, for the console (cookie) and programs (token). */
import { Problem, isProblemCode } from '@parlour/core';
import type { AnswerOf, InputArgument, Route } from './route.js';

export interface ClientOptions {
  /** Origin of the service, such as `http://localhost:7420`; empty for the page's own. */
  readonly origin: string;
  readonly token?: string;
}

export interface Client {
  /**
   * Calls a route.
   * @example
   * await client.call(routes.getStore, { params: { store: 'windrow' } });
   * @throws Problem with the service's own words; `database-away` if it cannot be reached
   */
  call<R extends Route>(route: R, ...input: InputArgument<R>): Promise<AnswerOf<R>>;
  /**
   * The file that a route answers, as it comes.
   * @throws Problem as `call`
   */
  file<R extends Route>(route: R, ...input: InputArgument<R>): Promise<ReadableStream<Uint8Array>>;
}

/** The entity tag that each answer came with (RFC 9110, 8.8.3). */
const tags = new WeakMap<object, string>();

/** Nothing that is asked takes so long; what has no answer by then will have none. */
const PATIENCE_MS = 120_000;

/**
 * A client of a running service.
 * @example
 * const client = createClient({ origin: 'http://localhost:7420', token });
 * const { pages } = await client.call(routes.listPages, { params: { store: 'windrow', design: 'live' } });
 */
export function createClient({ origin, token }: ClientOptions): Client {
  const send = async (route: Route, input: unknown, signal?: AbortSignal): Promise<Response> => {
    // Which of them a route takes says its type; here they are sent as they come.
    const { params = {}, query, body, match } = input as Sent;
    const path = route.path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
    const search = new URLSearchParams(
      Object.entries(query ?? {}).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
    );
    const bytes = body instanceof Uint8Array;
    const response = await fetch(`${origin}/api${path}${search.size ? `?${search}` : ''}`, {
      method: route.method.toUpperCase(),
      headers: {
        accept: route.file ? '*/*' : 'application/json',
        ...(match && tags.has(match) ? { 'if-match': tags.get(match) ?? '' } : {}),
        ...(token ? { authorization: `Bearer ${token}` } : {}),
        ...(body === undefined ? {} : { 'content-type': bytes ? 'application/octet-stream' : 'application/json' }),
      },
      // `fetch` takes any bytes; its type leaves out those on shared memory, which nobody sends.
      ...(body === undefined ? {} : { body: bytes ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body) }),
      ...(signal && { signal }),
    }).catch((error: unknown) => {
      if (error instanceof Error && error.name === 'TimeoutError')
        throw new Problem('took-too-long', 'Parlour has not answered for two minutes.', {
          remedy: 'Look whether it was done; then try again.',
        });
      throw new Problem('database-away', `Parlour is not answering at ${origin || 'this web address'}.`, {
        remedy: 'Start it with “npm start”, or give another web address.',
      });
    });
    if (!response.ok) throw asProblem(await response.json().catch(() => null), response.status);
    return response;
  };
  return {
    // Left out only where a route takes nothing.
    async call(route, input = {} as never) {
      const response = await send(route, input, AbortSignal.timeout(PATIENCE_MS));
      const answer: unknown = await response.json().catch(() => null);
      const tag = response.headers.get('etag');
      if (tag !== null && typeof answer === 'object' && answer !== null) tags.set(answer, tag);
      return answer;
    },
    async file(route, input = {} as never) {
      // However long the file, it is read as it comes; only one without a body has none.
      return (await send(route, input)).body ?? new ReadableStream();
    },
  };
}

interface Sent {
  readonly params?: Record<string, string>;
  readonly query?: Record<string, unknown>;
  readonly body?: unknown;
  readonly match?: object;
}

/** A problem details body (RFC 9457) as the error it was. */
function asProblem(body: unknown, status: number): Problem {
  // Made by `problems.ts` of the service.
  const { type = '', detail, place, remedy } = (body ?? {}) as Record<string, string | undefined>;
  const code = type.split('/').at(-1) ?? '';
  return new Problem(isProblemCode(code) ? code : 'broken', detail ?? `The service answered with status ${status}.`, {
    ...(place ? { place } : {}),
    ...(remedy ? { remedy } : {}),
  });
}
