/**
 * The API under nonsense, made from its own description: malformed bodies, ids, headers, encodings. Nothing may break
 * (no 5xx) and nothing may change without permission. A short run here; `npm run soak` makes it long.
 */
import { openapi } from '@parlour/contract';
import { chanceFrom } from './random.js';
import { testService, type TestService } from './service.js';

const REQUESTS = process.env['PARLOUR_SOAK'] ? 20_000 : 600;
const SEED = Number(process.env['PARLOUR_SEED'] ?? 20261123);

type Json = { [key: string]: unknown };
interface Operation {
  readonly method: string;
  readonly path: string;
  readonly body: Json | null;
  readonly query: readonly { readonly name: string; readonly schema: Json }[];
}

const operations: Operation[] = Object.entries(openapi()['paths'] as Record<string, Record<string, Json>>).flatMap(
  ([path, methods]) =>
    Object.entries(methods).map(([method, about]) => {
      const content = (about['requestBody'] as { content?: Record<string, { schema: Json }> } | undefined)?.content;
      const parameters = (about['parameters'] ?? []) as { name: string; in: string; schema: Json }[];
      return {
        method: method.toUpperCase(),
        path,
        body: content?.['application/json']?.schema ?? null,
        query: parameters.filter((one) => one.in === 'query'),
      };
    }),
);

const { next: random, pick, is: chance } = chanceFrom(SEED);

const KNOWN = [
  'windrow',
  'live',
  'first',
  'home',
  'product:K-001',
  'template/home',
  'assignments/product',
  'menu/header-links',
  'look',
  'paths',
  'h-poster',
  'h-newest',
  'main',
  'values.title',
  'frame.tone',
  'product',
  'poster',
  'heading',
  '1',
  'content:about',
  'rules',
];
const ODD = [
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  '../..',
  '%',
  '%00',
  '__proto__',
  'constructor',
  'x'.repeat(5000),
  '💨',
  '-1',
  '1e309',
  'NaN',
  'null',
  '"',
  "'; drop table store; --",
  '{{7*7}}',
  '\r\nx: y',
  '🏴‍☠️'.repeat(40),
];

function anyText(): string {
  return chance(0.7) ? pick(KNOWN) : pick(ODD);
}

function anything(depth = 0): unknown {
  const kinds = depth > 3 ? 6 : 8;
  switch (Math.floor(random() * kinds)) {
    case 0:
      return null;
    case 1:
      return chance(0.5);
    case 2:
      return pick([0, -1, 1, 1.5, 1e308, Number.MAX_SAFE_INTEGER + 2, 3]);
    case 3:
    case 4:
    case 5:
      return anyText();
    case 6:
      return Array.from({ length: Math.floor(random() * 4) }, () => anything(depth + 1));
    default:
      return Object.fromEntries(
        Array.from({ length: Math.floor(random() * 4) }, () => [anyText(), anything(depth + 1)]),
      );
  }
}

/** A value that more or less fits a schema. */
function valueFor(schema: Json, depth = 0): unknown {
  if (chance(0.06)) return anything(depth);
  if (Array.isArray(schema['oneOf'])) return valueFor(pick(schema['oneOf'] as Json[]), depth);
  if (Array.isArray(schema['enum'])) return pick(schema['enum'] as unknown[]);
  const type = Array.isArray(schema['type']) ? pick(schema['type'] as string[]) : schema['type'];
  switch (type) {
    case 'object': {
      const properties = (schema['properties'] ?? {}) as Record<string, Json>;
      const required = (schema['required'] ?? []) as string[];
      const made = Object.entries(properties).flatMap(([name, inner]): [string, unknown][] =>
        (required.includes(name) ? chance(0.97) : chance(0.5)) ? [[name, valueFor(inner, depth + 1)]] : [],
      );
      if (schema['additionalProperties'] === true && chance(0.6))
        made.push([pick(['title', 'text', 'when', 'template', anyText()]), anything(depth + 1)]);
      return Object.fromEntries(made);
    }
    case 'array':
      return Array.from({ length: Math.floor(random() * 3) }, () =>
        valueFor((schema['items'] ?? {}) as Json, depth + 1),
      );
    case 'string':
      return anyText();
    case 'integer':
    case 'number':
      return pick([0, 1, 2, -1, 50, 1e9]);
    case 'boolean':
      return chance(0.5);
    case 'null':
      return null;
    default:
      return anything(depth);
  }
}

function bodyOf(schema: Json | null): string | Uint8Array | undefined {
  if (schema === null) return chance(0.1) ? new Uint8Array([0, 255, 1]) : undefined;
  if (chance(0.04))
    return pick([
      '',
      '{',
      '[',
      'nonsense',
      '"text"',
      '[[[[[[',
      '{"a":'.repeat(50),
      '\ufeff{}',
      JSON.stringify(anything()),
    ]);
  if (chance(0.02)) return JSON.stringify({ unit: 'x', edits: 'y'.repeat(1_200_000) });
  return JSON.stringify(valueFor(schema));
}

const segment = (): string => {
  try {
    return encodeURIComponent(anyText().slice(0, 300));
  } catch {
    return '%ED%A0%80';
  }
};

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

test(`${REQUESTS} requests made of nonsense break nothing, and nobody changes what they may not`, async () => {
  const broken: string[] = [];
  const seen = new Map<number, number>();
  // Whoever is not signed in changes nothing: the log of the design and the team stay as they are.
  const untouched = async () => [
    (await service.api('/stores/windrow/designs/live/changes')).text,
    (await service.api('/stores/windrow/team')).text,
  ];
  const before = await untouched();
  const fire = async (operation: Operation, headers: Record<string, string>): Promise<void> => {
    // Ending one's own session or closing the storefront is allowed, and would end the test.
    if (/sign-out|password|archive|\/close|\/tokens/.test(operation.path) && operation.method !== 'GET') return;
    const path = operation.path
      .replace(/^\/api/, '')
      .replace(/\{(\w+)\}/g, (_, name: string) =>
        chance(0.8)
          ? encodeURIComponent(
              { store: 'windrow', design: 'live', page: 'home', revision: '1', timed: '1', email: 'x@y.example' }[
                name
              ] ?? '1',
            )
          : segment(),
      );
    const query = operation.query
      .filter(() => chance(0.4))
      .map(({ name, schema }) => {
        const value = valueFor(schema);
        return `${name}=${chance(0.9) ? encodeURIComponent(String(value).toWellFormed()) : segment()}`;
      });
    const body = operation.method === 'GET' ? undefined : bodyOf(operation.body);
    const sent = `${operation.method} ${path}${query.length ? `?${query.join('&')}` : ''}`;
    const answer = await Promise.race([
      service.api(sent.slice(sent.indexOf(' ') + 1), {
        method: operation.method,
        headers: {
          ...(body === undefined
            ? {}
            : {
                'content-type': chance(0.95)
                  ? 'application/json'
                  : pick(['text/plain', 'application/json; charset=utf-7', 'multipart/form-data']),
              }),
          ...(chance(0.05) ? { 'accept-encoding': 'x', 'if-match': '"zzz"', 'last-event-id': '9' } : {}),
          ...(chance(0.05) ? { 'idempotency-key': pick(['k', 'k2']) } : {}),
          ...headers,
        },
        ...(body === undefined ? {} : { body }),
      }),
      // A stream of events goes on; that it began is enough.
      new Promise<{ status: number; text: string }>((go) =>
        setTimeout(() => go({ status: 200, text: '' }), operation.path.endsWith('/events') ? 50 : 30_000).unref(),
      ),
    ]);
    seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
    if (answer.status >= 500)
      broken.push(`${sent} ${String(body).slice(0, 600)} -> ${answer.status} ${answer.text.slice(0, 200)}`);
    if (answer.status >= 400 && !answer.text.includes('"detail"'))
      broken.push(`${sent} -> ${answer.status} says nothing`);
  };
  for (let i = 0; i < REQUESTS / 10; i++)
    await fire(pick(operations.filter(({ path }) => !/sign-in|join/.test(path))), {
      authorization: pick(['', 'Bearer x', 'Basic eA==', `Bearer ${'a'.repeat(43)}`]),
    });
  expect(await untouched()).toEqual(before);
  for (let i = 0; i < REQUESTS; i++)
    await fire(
      chance(0.5) ? (operations.find(({ path }) => path.endsWith('/edits')) as Operation) : pick(operations),
      {},
    );
  expect(broken).toEqual([]);
  // Enough of it got past the door to mean something.
  expect((seen.get(200) ?? 0) + (seen.get(201) ?? 0)).toBeGreaterThan(REQUESTS / 20);
  expect((await service.visit('/')).status).toBe(200);
}, 1_800_000);
