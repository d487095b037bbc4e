/** A service under test: its own database, a free port, the demo loaded; called through the network only. */
import { request as httpRequest, type IncomingHttpHeaders } from 'node:http';
import { randomBytes, randomUUID } from 'node:crypto';
import pg from 'pg';
import { createClient, routes, type AnswerOf, type InputArgument, type Client, type Route } from '@parlour/contract';
import type { EditRequest } from '@parlour/core/design';
import { parseRule } from '@parlour/core/pages';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_SIGN_IN, startService, type RunningService, type StartOptions } from '../index.js';

const SERVER = process.env['PARLOUR_TEST_DATABASE'] ?? '';

/** The address of another database of the tests' cluster. */
const databaseUrl = (name: string): string => SERVER.replace(/[^/]*$/, name);

export async function asAdmin<T>(work: (client: pg.Client) => Promise<T>, url = SERVER): Promise<T> {
  if (!SERVER) throw new Error('Run the tests with “npm test”, which starts a database for them.');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const dropLater = (name: string) => () =>
  asAdmin(async (client) => void (await client.query(`drop database if exists ${name} with (force)`)));

/** A database with nothing in it. */
export async function emptyDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `e_${randomBytes(6).toString('hex')}`;
  await asAdmin((client) => client.query(`create database ${name}`));
  return { url: databaseUrl(name), drop: dropLater(name) };
}

/** A database of its own with the demo in it, copied from the one that `scripts/demo-template.mjs` made. */
export async function newDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `t_${randomBytes(6).toString('hex')}`;
  await asAdmin((client) => client.query(`create database ${name} template parlour_demo`));
  return { url: databaseUrl(name), drop: dropLater(name) };
}

export interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly text: string;
  /** The body as JSON. */
  json<T = Record<string, unknown>>(): T;
}

export interface Sent {
  readonly method?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Uint8Array;
}

export interface TestService {
  readonly origin: string;
  readonly port: number;
  readonly client: Client;
  readonly token: string;
  /** Where its database is; empty if the caller knows. */
  readonly databaseUrl: string;
  /** A request with any host name; Node resolves no `*.localhost`, so the address is always the loopback. */
  send(host: string, path: string, sent?: Sent): Promise<Answer>;
  visit(path: string, sent?: Sent): Promise<Answer>;
  api(path: string, sent?: Sent): Promise<Answer>;
  /** Calls a route of the demo's live design. */
  call<R extends Route>(route: R, ...input: InputArgument<R, 'store' | 'design'>): Promise<AnswerOf<R>>;
  edit(...edits: EditRequest[]): Promise<AnswerOf<typeof routes.edit>>;
  stop(): Promise<void>;
}

export function send(
  port: number,
  host: string,
  path: string,
  { method = 'GET', headers = {}, body }: Sent = {},
): Promise<Answer> {
  // Node sends the body of a delete without saying that there is one, which is read as another request.
  const length = method === 'DELETE' && body !== undefined ? { 'content-length': Buffer.byteLength(body) } : {};
  return new Promise((resolve, reject) => {
    const request = httpRequest(
      { host: '127.0.0.1', port, path, method, headers: { host: `${host}:${port}`, ...length, ...headers } },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => {
          const text = Buffer.concat(chunks).toString();
          const { statusCode: status = 0, headers } = response;
          const json = (): never => {
            if (!text.startsWith('{') && !text.startsWith('['))
              throw new Error(`No JSON, but ${status} ${JSON.stringify(headers)} ${text.slice(0, 300)}`);
            return JSON.parse(text) as never;
          };
          resolve({ status, headers, text, json });
        });
      },
    );
    request.on('error', reject);
    request.end(body);
  });
}

/** Signs the demo's owner in at a running service. */
export async function connect(port: number, stop: () => Promise<void>, databaseUrl = ''): Promise<TestService> {
  const origin = `http://127.0.0.1:${port}`;
  const { token } = await createClient({ origin }).call(routes.createToken, {
    body: { email: DEMO_SIGN_IN.email, password: DEMO_SIGN_IN.password, name: 'test' },
  });
  const client = createClient({ origin, token });
  const call: TestService['call'] = (route, input = {} as never) =>
    client.call(route as Route, { ...input, params: { store: 'windrow', design: 'live', ...input.params } }) as never;
  return {
    origin,
    port,
    databaseUrl,
    client,
    token,
    send: (host, path, sent) => send(port, host, path, sent),
    visit: (path, sent) => send(port, 'windrow.localhost', path, sent),
    api: (path, sent = {}) =>
      send(port, 'localhost', `/api${path}`, {
        ...sent,
        headers: { authorization: `Bearer ${token}`, ...sent.headers },
      }),
    call,
    edit: (...edits) => call(routes.edit, { body: { unit: randomUUID(), edits } }),
    stop,
  };
}

/** Where a service under test writes its messages. */
export const mailboxOf = (databaseUrl: string): string =>
  join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), `${databaseUrl.split('/').at(-1)}.mailbox`);

/** A service on a database that is there, silent, on a free port. */
export const serviceOn = (databaseUrl: string, more: Partial<StartOptions> = {}): Promise<RunningService> =>
  startService({
    databaseUrl,
    port: 0,
    demo: false,
    logLevel: 'silent',
    mailbox: mailboxOf(databaseUrl),
    // It would take the processor from the tests; those of pictures ask for it.
    makesPictures: false,
    ...more,
  });

export async function testService(more: Partial<StartOptions> = {}): Promise<TestService> {
  const database = await newDatabase();
  const service: RunningService = await serviceOn(database.url, more);
  return connect(
    service.port,
    async () => {
      await service.stop();
      await database.drop();
    },
    database.url,
  );
}

/** Long, since it is waited out only by what fails, and machines may be busy. */
const PATIENCE_MS = 30_000;

/** Tries until it holds, since what another process did is taken in a moment later. */
export async function eventually(check: () => Promise<void>): Promise<void> {
  const end = Date.now() + PATIENCE_MS;
  for (;;) {
    try {
      return await check();
    } catch (error) {
      if (Date.now() > end) throw error;
      await new Promise((go) => setTimeout(go, 20));
    }
  }
}

/** Waits until something is so. @throws if it is not in time */
export const until = (what: () => boolean | Promise<boolean>): Promise<void> =>
  eventually(async () => {
    if (!(await what())) throw new Error('It did not happen.');
  });

/** A request for a rule that gives products a template. */
export const rule = (text: string, template: string, id: string) =>
  ({
    type: 'insert',
    document: 'assignments/product',
    place: { at: 'rules' },
    id,
    values: { when: parseRule(text, 'product'), template },
  }) as const;
