/** From a Yup schema to JSON Schema 2020-12, so that what validates is also what is documented. */
import { ArraySchema, ObjectSchema, type Schema, type SchemaDescription } from 'yup';
import { sure } from '../sure.js';

export type JsonSchema = { [key: string]: unknown };

/** The JSON Schema of a Yup schema of the forms Parlour uses. */
export function jsonSchema(schema: Schema): JsonSchema {
  const about = schema.describe();
  const out = byType(schema, about);
  if (about.label) out['description'] = about.label;
  return about.nullable ? nullable(out) : out;
}

/** The same, and null as well. */
function nullable(schema: JsonSchema): JsonSchema {
  const { type, enum: values } = schema;
  if (!type) return schema;
  return {
    ...schema,
    type: [type, 'null'],
    // `Array.isArray` makes it a list of anything.
    ...(Array.isArray(values) ? { enum: [...(values as unknown[]), null] } : {}),
  };
}

function byType(schema: Schema, about: SchemaDescription): JsonSchema {
  // What `shapes.ts` puts there.
  const meta = (about.meta ?? {}) as { forms?: Schema[]; multipleOf?: number; values?: Schema; json?: JsonSchema };
  if (meta.json) return { ...meta.json };
  if (meta.forms) return { oneOf: meta.forms.map(jsonSchema) };
  switch (about.type) {
    case 'object':
      if (meta.values) return { type: 'object', additionalProperties: jsonSchema(meta.values) };
      return objectSchema(schema);
    case 'array': {
      // Yup knows of the schemas inside only that there may be any.
      const inner = schema instanceof ArraySchema ? (schema.innerType as Schema | undefined) : undefined;
      return {
        type: 'array',
        ...(inner ? { items: jsonSchema(inner) } : {}),
        ...bounds(about, 'minItems', 'maxItems'),
      };
    }
    case 'string': {
      // The parameter `regex` of the test `matches` (Yup).
      const pattern = param(about, 'matches', 'regex') as RegExp | undefined;
      return {
        type: 'string',
        ...bounds(about, 'minLength', 'maxLength'),
        ...(pattern ? { pattern: pattern.source } : {}),
        ...(about.oneOf.length ? { enum: about.oneOf } : {}),
      };
    }
    case 'number': {
      const whole = about.tests.some((test) => test.name === 'integer');
      return {
        type: whole ? 'integer' : 'number',
        ...bounds(about, 'minimum', 'maximum'),
        ...(meta.multipleOf ? { multipleOf: meta.multipleOf } : {}),
      };
    }
    case 'boolean':
      return { type: 'boolean' };
    default:
      return about.oneOf.length ? { enum: about.oneOf } : {};
  }
}

function objectSchema(schema: Schema): JsonSchema {
  // Yup knows of the schemas inside only that there may be any.
  const parts = schema instanceof ObjectSchema ? (schema.fields as Readonly<Record<string, Schema>>) : {};
  const names = Object.keys(parts);
  const required = names.filter((name) => !sure(parts[name]).spec.optional || hasForms(sure(parts[name])));
  return {
    type: 'object',
    properties: Object.fromEntries(names.map((name) => [name, jsonSchema(sure(parts[name]))])),
    ...(required.length ? { required } : {}),
    additionalProperties: false,
  };
}

// What `shapes.ts` puts there.
const hasForms = (schema: Schema): boolean => Boolean((schema.spec.meta as { forms?: unknown } | undefined)?.forms);

function bounds(about: SchemaDescription, low: string, high: string): JsonSchema {
  const min = param(about, 'min', 'min');
  const max = param(about, 'max', 'max');
  return { ...(min !== undefined ? { [low]: min } : {}), ...(max !== undefined ? { [high]: max } : {}) };
}

function param(about: SchemaDescription, test: string, name: string): unknown {
  return about.tests.find((one) => one.name === test)?.params?.[name];
}
