import { createServer, type IncomingMessage, type Server } from 'node:http';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import type { Schema, SchemaDescription } from 'yup';
import { fits, Problem } from '@parlour/core';
import { jsonSchema } from '@parlour/core/fields';
import { createClient, fileLines, openapi, pathParams, routes, type Route } from './index.js';

test('every number that a list or a query takes has an end, so that no database sees one it cannot hold', () => {
  const open = Object.entries(routes).flatMap(([name, route]: [string, Route]) => {
    const { fields = {} } = (route.query?.describe() ?? {}) as unknown as {
      fields?: Record<string, { type: string; tests: { name: string }[] }>;
    };
    return Object.entries(fields).flatMap(([field, { type, tests }]) =>
      type === 'number' && !tests.some((one) => one.name === 'max') ? [`${name} ${field}`] : [],
    );
  });
  expect(open).toEqual([]);
});

describe('the client', () => {
  let server: Server;
  let origin: string;
  let seen: { method: string; url: string; headers: IncomingMessage['headers']; body: string }[] = [];
  let answer: { status: number; body: string } = { status: 200, body: '{}' };

  beforeAll(async () => {
    server = createServer((request, response) => {
      let body = '';
      request.on('data', (chunk: Buffer) => (body += chunk.toString('latin1')));
      request.on('end', () => {
        seen.push({ method: request.method ?? '', url: request.url ?? '', headers: request.headers, body });
        response.writeHead(answer.status, { 'content-type': 'application/json' }).end(answer.body);
      });
    }).listen(0, '127.0.0.1');
    await once(server, 'listening');
    origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  beforeEach(() => {
    seen = [];
    answer = { status: 200, body: '{"name":"A","email":"a@b.example"}' };
  });
  afterAll(() => server.close());

  test('fills in path, query and token, and leaves out what is undefined', async () => {
    await createClient({ origin, token: 'secret' }).call(routes.listPages, {
      params: { store: 'a b', design: 'live' },
      query: { search: 'ö&x', pageKind: undefined, limit: 5 },
    });
    expect(seen[0]).toMatchObject({
      method: 'GET',
      url: '/api/stores/a%20b/designs/live/pages?search=%C3%B6%26x&limit=5',
      headers: { authorization: 'Bearer secret' },
      body: '',
    });
  });

  test('sends JSON as JSON and pictures as bytes', async () => {
    const client = createClient({ origin });
    await client.call(routes.signIn, { body: { email: 'a', password: 'b' } });
    await client.call(routes.addPicture, { params: { store: 's' }, body: new Uint8Array([0xff, 0xd8, 0]) });
    expect(seen[0]).toMatchObject({
      headers: { 'content-type': 'application/json' },
      body: '{"email":"a","password":"b"}',
    });
    expect(seen[0]?.headers.authorization).toBeUndefined();
    expect(seen[1]).toMatchObject({ headers: { 'content-type': 'application/octet-stream' }, body: '\xff\xd8\0' });
  });

  test('gives a refusal back as the problem it was, word for word', async () => {
    answer = {
      status: 409,
      body: JSON.stringify({
        type: '/docs/problems/stale-edit',
        title: 'stale edit',
        status: 409,
        detail: 'It has changed.',
        place: 'was',
        remedy: 'Look again.',
      }),
    };
    const refused: unknown = await createClient({ origin })
      .call(routes.me, {})
      .catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(Problem);
    expect(refused).toMatchObject({
      code: 'stale-edit',
      message: 'It has changed.',
      place: 'was',
      remedy: 'Look again.',
    });
  });

  test.each([
    [502, 'a proxy’s page', 'The service answered with status 502.'],
    [500, '{"type":"/docs/problems/__proto__"}', 'The service answered with status 500.'],
  ])('says so when the answer with %i is not one of ours', async (status, body, words) => {
    answer = { status, body };
    await expect(createClient({ origin }).call(routes.me, {})).rejects.toMatchObject({
      code: 'broken',
      message: words,
    });
  });

  test('says so when nothing answers', async () => {
    await expect(createClient({ origin: 'http://127.0.0.1:9' }).call(routes.me, {})).rejects.toMatchObject({
      code: 'database-away',
      message: 'Parlour is not answering at http://127.0.0.1:9.',
    });
  });
});

describe('the description', () => {
  interface Operation {
    readonly operationId: string;
    readonly security: unknown[];
    readonly parameters: { name: string; in: string; required: boolean }[];
    readonly responses: Record<string, unknown>;
  }
  const operations = Object.values(openapi()['paths'] as Record<string, Record<string, Operation>>).flatMap((methods) =>
    Object.values(methods),
  );
  const all = Object.entries(routes) as [keyof typeof routes, Route][];

  test.each(all)('%s has its parameters, answer and door', (name, route) => {
    const operation = operations.find((one) => one.operationId === name);
    const named = route.path.split('/').flatMap((part) => (part.startsWith('{') ? [part.slice(1, -1)] : []));
    expect(operation?.parameters.filter((one) => one.in === 'path')).toEqual(
      named.map((parameter) => expect.objectContaining({ name: parameter, required: true }) as object),
    );
    expect(pathParams(route.path)).toEqual(named);
    expect(Object.keys(operation?.responses ?? {})).toEqual([String(route.status), 'default']);
    expect(operation?.security).toHaveLength(route.door === 'open' ? 0 : 2);
    expect(route.summary).toMatch(/^[A-Z].*\.$/);
  });

  test('only signing in, a forgotten password, and joining by an invitation, are open', () => {
    expect(all.filter(([, route]) => route.door === 'open').map(([name]) => name)).toEqual([
      'signIn',
      'createToken',
      'forgotPassword',
      'setForgottenPassword',
      'join',
    ]);
  });

  test('every edit request is described with what it needs', () => {
    const { properties } = jsonSchema(routes.edit.body as Schema) as {
      properties: { edits: { items: { oneOf: { properties: { type: { enum: string[] } }; required: string[] }[] } } };
    };
    const described = Object.fromEntries(
      properties.edits.items.oneOf.map((form) => [form.properties.type.enum[0], form.required]),
    );
    expect(described).toEqual({
      insert: ['type', 'document', 'place'],
      remove: ['type', 'document', 'node'],
      move: ['type', 'document', 'node', 'place'],
      copy: ['type', 'document', 'node'],
      set: ['type', 'document', 'field'],
      create: ['type', 'what', 'name'],
      discard: ['type', 'document'],
      assign: ['type', 'pages', 'template'],
      share: ['type', 'document', 'node', 'name'],
      unshare: ['type', 'document', 'node'],
      tokens: ['type', 'tokens'],
      own: ['type', 'page', 'document', 'node', 'field'],
      'own-list': ['type', 'page', 'document', 'node', 'list'],
      'own-reset': ['type', 'page'],
    });
  });
});

/** Values of a schema, and such as are nearly some. */
function nearly(described: SchemaDescription): fc.Arbitrary<unknown> {
  const odd = fc.constantFrom<unknown>(
    undefined,
    null,
    '',
    'K-1',
    'a\0',
    'constructor',
    0,
    -1,
    2.5,
    1e12,
    NaN,
    true,
    [],
    {},
    [1],
  );
  const { type, oneOf = [] } = described;
  const choice = oneOf.length > 0 ? [fc.constantFrom<unknown>(...oneOf)] : [];
  const some = ((): fc.Arbitrary<unknown> => {
    if ('fields' in described)
      return fc.record(
        {
          ...Object.fromEntries(
            Object.entries(described.fields as object).map(([name, field]) => [
              name,
              nearly(field as SchemaDescription),
            ]),
          ),
          ...(type === 'object' && { unheard: fc.constant(1) }),
        },
        { requiredKeys: [] },
      );
    if ('innerType' in described && described.innerType)
      return fc.array(nearly(described.innerType as SchemaDescription), { maxLength: 3 });
    if (type === 'string')
      return fc.oneof(fc.constantFrom('K-1', 'two words', '2026-11-23', 'x'.repeat(300)), fc.string());
    if (type === 'number') return fc.oneof(fc.integer(), fc.double());
    if (type === 'boolean') return fc.boolean();
    return fc.dictionary(fc.constantFrom('wind', 'Colour', 'constructor'), fc.oneof(odd, fc.string()));
  })();
  return fc.oneof({ weight: 8, arbitrary: fc.oneof(some, ...choice, ...choice) }, { weight: 1, arbitrary: odd });
}

test('what fits a schema is what Yup lets through, for every schema that travels', () => {
  const schemas = Object.values(routes as Record<string, Route>)
    .flatMap(({ body, query, answer }) => [body, query, answer])
    .concat(Object.values(fileLines))
    .filter((schema) => schema !== undefined && schema !== 'bytes');
  let passed = 0;
  for (const schema of schemas)
    fc.assert(
      fc.property(nearly(schema.describe()), (value) => {
        const isValid = schema.isValidSync(value, { strict: true });
        if (isValid) passed++;
        expect([value, fits(schema, value) ?? isValid]).toEqual([value, isValid]);
      }),
      { numRuns: 60 },
    );
  expect(schemas.length).toBeGreaterThan(100);
  expect(passed).toBeGreaterThan(200);
});
