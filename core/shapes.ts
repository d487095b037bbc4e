/** The building blocks of strict schemas: texts that can be stored, closed objects, one of several forms. */
import * as yup from 'yup';
import { fits } from './fits.js';
import { Problem } from './problem.js';
import { capitalised, cut } from './words.js';
import { sure } from './sure.js';

/** How long a message may get: what was sent may be in it. */
const MOST_SAID = 400;

const TYPES: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
};

/** What was sent, short enough for a sentence. */
function sent(value: unknown): string {
  if (typeof value === 'number') return String(value);
  return cut(JSON.stringify(value) ?? typeof value, 40);
}

// The library's own words are for programmers; these reach store owners.
yup.setLocale({
  mixed: {
    required: '${path} is needed',
    defined: '${path} is needed',
    notNull: '${path} is needed',
    notType: ({ path, type, value }) => `${path} must be ${TYPES[type] ?? type}, not ${sent(value)}`,
    oneOf: '${path} must be one of: ${values}',
  },
  string: { max: '${path} may have at most ${max} characters', min: '${path} needs at least ${min} characters' },
  number: {
    min: '${path} must be at least ${min}',
    max: '${path} must be at most ${max}',
    integer: '${path} must be a whole number',
  },
  array: { min: '${path} must hold at least ${min}', max: '${path} may hold at most ${max}' },
});

/** The form of every code that people give. */
export const CODE = /^[A-Za-z0-9][A-Za-z0-9_.-]{0,79}$/;

// Control characters other than line breaks and tabs: nothing shows them, and a terminal obeys some of them.
const CONTROL = /(?![\t\n\r])\p{Cc}/u;

/** Text the database, every browser and every terminal can hold, no longer than `max` characters. */
export const plainText = (max: number) =>
  yup
    .string()
    .strict()
    .max(max, ({ path, value }) => `${path} is ${String(value).length} characters long; at most ${max} are allowed`)
    .test(
      'storable',
      '${path} contains a character that cannot be stored (a control character or half a character)',
      (value) => isStorable(value ?? '') && !CONTROL.test(value ?? ''),
    );

/** A code: letters, digits, `-`, `_`, `.`; at most 80 characters. Not a name that every object answers to. */
export const codeText = () =>
  plainText(80)
    .matches(CODE, '${path} must be a code: letters, digits, “-”, “_” or “.”')
    .test('own', '${path} cannot be “${value}”; choose another code', (value) => !isInherited(value ?? ''));

/** Whether a plain object answers to a name although nobody gave it one: `constructor`, `toString`, … */
export const isInherited = (name: string): boolean => name in Object.prototype;

/** A closed object: strict, without unknown keys, never absent. */
export const closed = <S extends yup.ObjectShape>(shape: S) =>
  yup.object(shape).strict().noUnknown('${path} has unknown entries: ${unknown}').required();

/** Checks `value` against `schema`; throws a Problem of `code` that names the place. */
export function check<T>(
  schema: yup.Schema<T>,
  value: unknown,
  place: string,
  code: 'bad-value' | 'bad-input' = 'bad-input',
  remedy?: string,
): T {
  // It is: T is what the schema lets through.
  if (fits(schema as yup.Schema, value)) return value as T;
  try {
    return schema.validateSync(value, { strict: true, abortEarly: true });
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const where = error.path ? (code === 'bad-value' ? `${place}.${error.path}` : error.path) : place;
    throw new Problem(code, capitalised(cut(error.message.replace(/^this\b/, place), MOST_SAID)) + '.', {
      place: where,
      ...(remedy ? { remedy } : {}),
    });
  }
}

/** Whether PostgreSQL can hold a text: no NUL, no half of a surrogate pair. */
export const isStorable = (text: string): boolean => !text.includes('\0') && text.isWellFormed();

/** A text that is this one and no other. */
export function exactly<T extends string>(value: T) {
  return yup.string().strict().oneOf([value]).required();
}

/** A value of one of several closed forms, told apart by the text in `tag`. */
export function byTag<T>(tag: string, forms: Readonly<Record<string, yup.Schema>>): yup.Schema<T> {
  const names = Object.keys(forms);
  // The test lets through what one of the forms is, which is what `T` says.
  // As in `byTag`.
  return lazily((value) => {
    const name = isRecord(value) ? value[tag] : undefined;
    return typeof name === 'string' && Object.hasOwn(forms, name)
      ? sure(forms[name])
      : `\${path}.${tag} must be one of: ${names.join(', ')}`;
  }, forms) as yup.Schema<T>;
}

/** A value of one of several closed forms, told apart by which key it has; null is allowed. */
export function byForm<T>(what: string, forms: Readonly<Record<string, yup.Schema>>): yup.Schema<T | null> {
  const names = Object.keys(forms);
  return lazily(
    (value) => {
      if (value === null) return yup.mixed().nullable();
      const name = isRecord(value) ? names.find((key) => Object.hasOwn(value, key)) : undefined;
      return name ? sure(forms[name]) : `\${path} must be a ${what}: null or an object with ${names.join(' or ')}`;
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
        // Yup throws nothing else.
        const fault = error as yup.ValidationError;
        const path = [context.path, fault.path].filter(Boolean).join('.');
        return context.createError({
          path,
          message: fault.path
            ? fault.message.replace(fault.path, path)
            : fault.message.replace(/^this\b/, path || 'this'),
        });
      }
    });
}

/** Whether a value is an object with values by name. */
export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
