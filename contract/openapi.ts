/** The OpenAPI 3.1 description, made from the same schemas that validate. */
import type { Schema } from 'yup';
import { PROBLEMS, sure } from '@parlour/core';
import { jsonSchema, type JsonSchema } from '@parlour/core/fields';
import { pathParams, type Route } from './route.js';
import { routes } from './routes/index.js';

const PROBLEM: JsonSchema = {
  type: 'object',
  description: 'Problem details (RFC 9457).',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'What happened, in a sentence.' },
    place: { type: 'string', description: 'The field or thing that is wrong.' },
    remedy: { type: 'string', description: 'What to do about it.' },
  },
  required: ['type', 'title', 'status', 'detail'],
};

/** @returns an OpenAPI 3.1 document */
export function openapi(): JsonSchema {
  const paths: Record<string, Record<string, unknown>> = {};
  // Each has another type; all of them are routes.
  for (const [name, route] of Object.entries(routes) as [string, Route][]) {
    (paths[`/api${route.path}`] ??= {})[route.method] = operation(name, route);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Parlour',
      version: '0.1.0',
      description: 'Design, try, publish and take back the pages of a store.',
    },
    paths,
    components: {
      schemas: { Problem: PROBLEM },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'parlour' },
        token: { type: 'http', scheme: 'bearer' },
      },
    },
    'x-problems': Object.fromEntries(
      Object.entries(PROBLEMS).map(([code, [status, meaning]]) => [code, { status, meaning }]),
    ),
  };
}

function operation(operationId: string, route: Route): JsonSchema {
  const { body, query, answer, status, summary, door, stream, file } = route;
  return {
    operationId,
    summary,
    security: door === 'open' ? [] : [{ session: [] }, { token: [] }],
    parameters: [
      ...pathParams(route.path).map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
      // Queries are objects.
      ...Object.entries(query ? (jsonSchema(query) as { properties: Record<string, JsonSchema> }).properties : {}).map(
        ([name, schema]) => ({
          name,
          in: 'query',
          required: requiredIn(sure(query), name),
          schema,
        }),
      ),
    ],
    ...(body ? { requestBody: { required: true, content: bodyContent(body) } } : {}),
    responses: {
      [status]: {
        description: 'Done.',
        content: file
          ? Object.fromEntries(FILE_TYPES.map((type) => [type, { schema: jsonSchema(answer) }]))
          : { [stream ? 'text/event-stream' : 'application/json']: { schema: jsonSchema(answer) } },
      },
      default: {
        description: 'Refused; the body says why.',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

const FILE_TYPES = ['text/csv', 'application/jsonl'];

const requiredIn = (schema: Schema, name: string): boolean =>
  // JSON Schema names what is required in a list of texts.
  ((jsonSchema(schema)['required'] as string[] | undefined) ?? []).includes(name);

const bodyContent = (body: Schema | 'bytes'): JsonSchema =>
  body === 'bytes'
    ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
    : { 'application/json': { schema: jsonSchema(body) } };
