/** From a field's declaration to its strict Yup schema. JSON Schema is made from the Yup schema (json-schema.ts). */
import { LRUCache } from 'lru-cache';
import * as yup from 'yup';
import { ruleSchema } from '../pages/rule.js';
import type { Field, Link, ProductSource } from './field.js';
import { htmlFault } from './own-html.js';
import { proseFault } from './prose.js';
import { byForm, byTag, check, closed, CODE, codeText, exactly, plainText } from '../shapes.js';

const HASH = /^[0-9a-f]{64}$/;
const PAGE = /^[a-z-]+(:[A-Za-z0-9_.-]{1,80})?$/;
const FREE_LINK = /^(https?:\/\/[^\s\\]+|mailto:[^\s]+|tel:[+0-9 ()-]+|#[\w-]+|\/(?!\/)[^\s\\]*)$/i;

const inWindow = { window: exactly('new').optional() };
const linkSchema = byForm<Link>('link', {
  to: closed({
    to: plainText(120).matches(PAGE, '${path} must be a store page such as product:K-014').required(),
    ...inWindow,
  }),
  url: closed({
    url: plainText(2000)
      .matches(FREE_LINK, '${path} must be a path, or a web address with https, mailto or tel')
      .required(),
    ...inWindow,
  }),
});
const hundredths = () => yup.number().strict().min(0).max(100).required();

const sourceForms: Record<ProductSource['from'], yup.Schema> = {
  newest: closed({ from: exactly('newest') }),
  reduced: closed({ from: exactly('reduced') }),
  'this-collection': closed({ from: exactly('this-collection') }),
  'same-brand': closed({ from: exactly('same-brand') }),
  'goes-with': closed({ from: exactly('goes-with') }),
  found: closed({ from: exactly('found') }),
  collection: closed({ from: exactly('collection'), collection: codeText().required() }),
  chosen: closed({ from: exactly('chosen'), products: yup.array(codeText().required()).strict().max(48).required() }),
};

/** The strict schema of one field's stored value. */
export function fieldSchema(field: Field): yup.Schema {
  switch (field.type) {
    case 'text': {
      const { form, max } = field;
      const plain = form
        ? plainText(max).matches(new RegExp(form.pattern, 'u'), `\${path} must be ${form.words}`)
        : plainText(max);
      return field.required ? plain.required(`${field.label} is needed`) : plain.defined();
    }
    case 'prose':
      return plainText(field.max)
        .defined()
        .test('prose', (value, context) => {
          const fault = proseFault(value);
          return fault ? context.createError({ message: `\${path}: ${fault}` }) : true;
        });
    case 'choice':
      return yup.string().strict().oneOf(Object.keys(field.choices)).required();
    case 'font':
      return yup.string().strict().oneOf(Object.keys(field.fonts)).required();
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
      // Empty is only what follows another colour.
      return plainText(7)
        .matches(
          field.follows === undefined ? /^#[0-9a-f]{6}$/ : /^(#[0-9a-f]{6})?$/,
          '${path} must be a colour such as #a33b2a',
        )
        .defined();
    case 'length':
      return plainText(12)
        .matches(
          new RegExp(`^\\d{1,4}(\\.\\d{1,3})?(${field.units.join('|')})$`),
          `\${path} must be a length such as 12${field.units[0]}`,
        )
        .test('max', `\${path} may be at most ${field.max}`, (value) => !(parseFloat(value ?? '') > field.max))
        .required();
    case 'date-time':
      return plainText(30)
        .test(
          'instant',
          '${path} must be a day and time such as 2026-11-27T08:00:00Z, or empty',
          (value) => value === '' || isInstant(value ?? ''),
        )
        .defined();
    case 'code':
      return plainText(field.max)
        .defined()
        .test('html', (value, context) => {
          const fault = field.language === 'html' ? htmlFault(value) : null;
          return fault ? context.createError({ message: `\${path}: ${fault}` }) : true;
        });
    case 'rule':
      return field.required ? ruleSchema : ruleSchema.nullable();
    case 'words':
      return yup.array(plainText(60).required()).strict().max(field.max).required();
    case 'entries':
      return yup.mixed().test('never', '${path} is a list: add, move or remove its entries', () => false);
    case 'picture':
      return closed({
        picture: plainText(64).matches(HASH, '${path} must be the hash of a picture').required(),
        alt: plainText(300).defined(),
        focus: yup.object({ x: hundredths(), y: hundredths() }).strict().noUnknown().optional().default(undefined),
      }).nullable();
    case 'link':
      return linkSchema;
    case 'reference':
      return field.to === 'page'
        ? plainText(120).matches(PAGE, {
            message: '${path} must be a store page such as product:K-014',
            excludeEmptyString: true,
          })
        : plainText(80).matches(CODE, { message: '${path} must be a code', excludeEmptyString: !field.required });
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
  const isShort = typeof value === 'string' && value.length <= SHORT;
  if (isShort && fitting.get(field)?.has(value)) return;
  let schema = schemas.get(field);
  if (!schema) schemas.set(field, (schema = fieldSchema(field)));
  check(schema, value, place, 'bad-value', field.help);
  if (!isShort) return;
  let known = fitting.get(field);
  if (!known) fitting.set(field, (known = new LRUCache({ max: 200 })));
  known.set(value, true);
}

/** Short texts that a field was found to take: a code is checked again and again where it is assigned to many pages. */
const fitting = new WeakMap<Field, LRUCache<string, true>>();
const SHORT = 80;

/**
 * An instant as it is stored, in one form: UTC with milliseconds, `2026-11-27T08:00:00.000Z`. So instants compare as
 * texts, also with the clock's own.
 */
export const isInstant = (text: string): boolean => instantIn(text) === text;

/** An instant as people and programs write it, in the form it is stored in; what is none stays as it is. */
export const normalInstant = (text: string): string => instantIn(text) ?? text;

const WRITTEN = /^(\d{4}-\d\d-\d\d)T\d\d:\d\d(:\d\d(\.\d{1,9})?)?Z$/;

function instantIn(text: string): string | null {
  const day = WRITTEN.exec(text)?.[1];
  const at = day === undefined ? NaN : Date.parse(text);
  const normal = Number.isNaN(at) ? '' : new Date(at).toISOString();
  // A day that the month does not have would become one of the next.
  return day !== undefined && normal.startsWith(day) ? normal : null;
}

const isStep = (steps: number): boolean => Math.abs(steps - Math.round(steps)) < 1e-9;
