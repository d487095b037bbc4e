/** From a field's declaration to its strict Yup schema. JSON Schema is made from the Yup schema (json-schema.ts). */
import * as yup from 'yup';
import type { Field, Fields, ProductSource, ValuesOf } from './field.js';
import type { Link, Values } from '../design/document.js';
import { Problem } from '../problem.js';
import { proseFault } from './prose.js';

const CODE = /^[A-Za-z0-9][A-Za-z0-9_.-]{0,79}$/;
const HASH = /^[0-9a-f]{64}$/;
const PAGE = /^[a-z-]+(:[A-Za-z0-9_.-]{1,80})?$/;
const FREE_LINK = /^(https?:\/\/[^\s\\]+|mailto:[^\s]+|tel:[+0-9 ()-]+|#[\w-]+|\/(?!\/)[^\s\\]*)$/i;

/** Text the database and every browser can hold: no NUL, no lone surrogates, no longer than `max` characters. */
export const plainText = (max: number) =>
  yup
    .string()
    .strict()
    .max(max, ({ path, value }) => `${path} is ${String(value).length} characters long; at most ${max} are allowed`)
    .test('storable', '${path} holds a character that cannot be stored (NUL or half a character)', (value) =>
      isStorable(value ?? ''),
    );

/** A code: letters, digits, `-`, `_`, `.`; at most 80 characters. */
export const codeText = () => plainText(80).matches(CODE, '${path} must be a code: letters, digits, “-”, “_” or “.”');

/** A closed object: strict, without unknown keys, never absent. */
export const closed = <S extends yup.ObjectShape>(shape: S) =>
  yup.object(shape).strict().noUnknown('${path} has unknown entries: ${unknown}').required();

const linkSchema = byForm<Link>('link', {
  to: closed({ to: plainText(120).matches(PAGE, '${path} must be a store page such as product:K-014').required() }),
  url: closed({
    url: plainText(2000).matches(FREE_LINK, '${path} must be an https, mailto or tel address or a path').required(),
  }),
});

const sourceForms: Record<ProductSource['from'], yup.Schema> = {
  recent: closed({ from: exactly('recent') }),
  reduced: closed({ from: exactly('reduced') }),
  'this-collection': closed({ from: exactly('this-collection') }),
  collection: closed({ from: exactly('collection'), collection: codeText().required() }),
  chosen: closed({ from: exactly('chosen'), products: yup.array(codeText().required()).strict().max(48).required() }),
};

/** The strict schema of one field's stored value. */
export function fieldSchema(field: Field): yup.Schema {
  switch (field.type) {
    case 'text':
      return plainText(field.max).defined();
    case 'prose':
      return plainText(field.max)
        .defined()
        .test('prose', (value, context) => {
          const fault = proseFault(value);
          return fault ? context.createError({ message: `\${path}: ${fault}` }) : true;
        });
    case 'choice':
      return yup.string().strict().oneOf(Object.keys(field.choices)).required();
    case 'number':
      return yup
        .number()
        .strict()
        .min(field.min)
        .max(field.max)
        .required()
        .test('step', `\${path} must go in steps of ${field.step}`, (value) => isStep((value - field.min) / field.step))
        .meta({ multipleOf: field.step });
    case 'toggle':
      return yup.boolean().strict().required();
    case 'colour':
      return plainText(7)
        .matches(/^#[0-9a-f]{6}$/, '${path} must be a colour such as #a33b2a')
        .required();
    case 'picture':
      return closed({
        picture: plainText(64).matches(HASH, '${path} must be the hash of a picture').required(),
        alt: plainText(300).defined(),
      }).nullable();
    case 'link':
      return linkSchema;
    case 'menu':
      return codeText().required();
    case 'source':
      return byTag('from', sourceForms);
  }
}

const schemas = new WeakMap<Field, yup.Schema>();

/**
 * Checks one value for one field.
 * @param place what the value is called in the message, such as `title`
 * @throws Problem `bad-value`, naming the place and the remedy
 */
export function checkValue(field: Field, value: unknown, place: string): void {
  let schema = schemas.get(field);
  if (!schema) schemas.set(field, (schema = fieldSchema(field).label(place)));
  check(schema, value, place, 'bad-value', field.help);
}

/** Checks `value` against `schema`; throws a Problem of `code` that names the place. */
export function check<T>(
  schema: yup.Schema<T>,
  value: unknown,
  place: string,
  code: 'bad-value' | 'bad-input' = 'bad-input',
  remedy?: string,
): T {
  try {
    return schema.validateSync(value, { strict: true, abortEarly: true }) as T;
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const where = error.path ? (code === 'bad-value' ? `${place}.${error.path}` : error.path) : place;
    throw new Problem(code, capitalised(error.message.replace(/^this\b/, place)) + '.', {
      place: where,
      ...(remedy ? { remedy } : {}),
    });
  }
}

/** Own values over defaults. */
export function withDefaults<F extends Fields>(fields: F, own: Values): ValuesOf<F> {
  const all: Record<string, unknown> = {};
  for (const name in fields) all[name] = Object.hasOwn(own, name) ? own[name] : fields[name]?.default;
  return all as ValuesOf<F>;
}

const isStorable = (text: string): boolean => !text.includes('\0') && text.isWellFormed();
const isStep = (steps: number): boolean => Math.abs(steps - Math.round(steps)) < 1e-9;
const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export function exactly<T extends string>(value: T) {
  return yup.string().strict().oneOf([value]).required() as yup.StringSchema<T>;
}

/** A value of one of several closed forms, told apart by the text in `tag`. */
export function byTag<T>(tag: string, forms: Readonly<Record<string, yup.Schema>>): yup.Schema<T> {
  const names = Object.keys(forms);
  return lazily((value) => {
    const name = isRecord(value) ? value[tag] : undefined;
    return typeof name === 'string' && Object.hasOwn(forms, name)
      ? (forms[name] as yup.Schema)
      : `\${path}.${tag} must be one of: ${names.join(', ')}`;
  }, forms) as yup.Schema<T>;
}

/** A value of one of several closed forms, told apart by which key it has; null is allowed. */
function byForm<T>(what: string, forms: Readonly<Record<string, yup.Schema>>): yup.Schema<T | null> {
  const names = Object.keys(forms);
  return lazily(
    (value) => {
      if (value === null) return yup.mixed().nullable();
      const name = isRecord(value) ? names.find((key) => Object.hasOwn(value, key)) : undefined;
      return name
        ? (forms[name] as yup.Schema)
        : `\${path} must be a ${what}: null or an object with ${names.join(' or ')}`;
    },
    { ...forms, none: yup.mixed().nullable().oneOf([null]) },
  ) as yup.Schema<T | null>;
}

/** Yup's own `lazy` cannot say why nothing fits, so this is a mixed schema with one test that picks the form. */
function lazily(
  pick: (value: unknown) => yup.Schema | string,
  forms: Readonly<Record<string, yup.Schema>>,
): yup.Schema {
  return yup
    .mixed()
    .nullable()
    .meta({ forms: Object.values(forms) })
    .test('form', (value, context) => {
      if (value === undefined) return context.createError({ message: '${path} is missing' });
      const form = pick(value);
      if (typeof form === 'string') return context.createError({ message: form });
      try {
        form.validateSync(value, { strict: true });
        return true;
      } catch (error) {
        const fault = error as yup.ValidationError;
        const path = [context.path, fault.path].filter(Boolean).join('.');
        return context.createError({
          path,
          message: fault.message.replace(/^this\b/, path || 'this').replace(fault.path ?? '\0', path),
        });
      }
    });
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
