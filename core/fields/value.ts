/**
 * Stored values: own ones by value key, for a device or a language where they differ, or bound to the page's data.
 * From what is stored to what a view is given, and where each value came from.
 */
import type { WordName } from '../locale/words.js';
import { Problem } from '../problem.js';
import { DEVICES, type Device, type Field, type Fields, type Values, type ValuesOf } from './field.js';
import * as yup from 'yup';
import { remembering } from '../remembering.js';
import { asProse } from './prose.js';
import { checkValue, normalInstant } from './schema.js';
import { check, closed, plainText } from '../shapes.js';
import { sure } from '../sure.js';

/** A value taken from the page's own data: `title`, `attribute.wind`; with what stands in where it is empty. */
export interface Bound {
  readonly bind: string;
  readonly fallback?: unknown;
}

export const isBound = (value: unknown): value is Bound =>
  typeof value === 'object' && value !== null && Object.hasOwn(value, 'bind');

const LANGUAGE = /^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/;
type BoundType = 'text' | 'prose' | 'picture' | 'link' | 'number';

/** What values can be bound to, with the field types that can take it. */
export const BINDINGS: Readonly<Record<string, { readonly label: string; readonly types: readonly BoundType[] }>> = {
  title: { label: 'title of the page', types: ['text'] },
  description: { label: 'description', types: ['text', 'prose'] },
  text: { label: 'text of the page', types: ['prose'] },
  picture: { label: 'first picture', types: ['picture'] },
  path: { label: 'the page itself', types: ['link'] },
  brand: { label: 'brand', types: ['text'] },
  code: { label: 'code', types: ['text'] },
  category: { label: 'category', types: ['text'] },
};
const ATTRIBUTE = /^attribute\.[a-z0-9][a-z0-9-]{0,39}$/;

/** The name and what stands behind the `@` of a value key. */
export function splitKey(key: string): { name: string; device?: Exclude<Device, 'desktop'>; language?: string } {
  const at = key.indexOf('@');
  if (at < 0) return { name: key };
  const [name, suffix] = [key.slice(0, at), key.slice(at + 1)];
  return suffix === 'tablet' || suffix === 'phone' ? { name, device: suffix } : { name, language: suffix };
}

/** Whether a field can hold a text for each language. */
export const isTranslatable = (field: Field): boolean =>
  field.type === 'prose' || (field.type === 'text' && !field.plain);

/**
 * Checks a value under its key: that the field may differ by device or language, be bound, and what it holds.
 * @throws Problem `bad-value` or `no-such-field`
 */
export function checkKeyed(field: Field, key: string, value: unknown): void {
  const { name, device, language } = splitKey(key);
  if (device && !field.perDevice)
    throw new Problem('bad-value', `“${field.label}” is the same on every device.`, {
      place: key,
      remedy: `Set ${name} without @${device}.`,
    });
  if (language !== undefined && (!isTranslatable(field) || !LANGUAGE.test(language)))
    throw new Problem(
      'bad-value',
      isTranslatable(field)
        ? `“${language}” is neither a device nor a language.`
        : `“${field.label}” is the same in every language.`,
      { place: key, remedy: 'Write @phone, @tablet or a language such as @de behind fields that may differ.' },
    );
  if (isBound(value)) checkBound(field, key, value);
  else checkValue(field, value, key);
}

/** A value as it comes in at the door, in the one form it is kept in. */
export const normalValue = (field: Field | null | undefined, value: unknown): unknown =>
  field?.type === 'date-time' && typeof value === 'string' ? normalInstant(value) : value;

const boundSchema = closed({ bind: plainText(60).required(), fallback: yup.mixed().nullable().optional() });

/** What a field can take from the page, by name, and whether it can take attributes. */
export function bindingsFor(field: Field): { readonly names: readonly string[]; readonly attributes: boolean } {
  // What must have a certain form is no place for whatever a page has.
  if (field.type === 'text' && field.form) return { names: [], attributes: false };
  const names = Object.keys(BINDINGS).filter((name) => BINDINGS[name]?.types.includes(field.type as BoundType));
  return { names, attributes: ['text', 'prose', 'number'].includes(field.type) };
}

function checkBound(field: Field, key: string, bound: Bound): void {
  check(boundSchema, bound, key, 'bad-value', 'Write {"bind": "title", "fallback": …}.');
  const { names: fit, attributes } = bindingsFor(field);
  if (!fit.includes(bound.bind) && !(attributes && ATTRIBUTE.test(bound.bind))) {
    throw new Problem('bad-value', `“${field.label}” cannot take “${bound.bind}” from the page.`, {
      place: key,
      remedy:
        fit.length || attributes
          ? `It can take: ${[...fit, ...(attributes ? ['attribute.NAME'] : [])].join(', ')}.`
          : 'This field cannot be bound.',
    });
  }
  if (bound.fallback !== undefined) checkValue(field, bound.fallback, `${key}.fallback`);
}

/** A field's value where there is nothing in it; undefined for fields that always say something, such as a number. */
export function emptyValue({ type, required }: Field): unknown {
  if (required) return undefined;
  switch (type) {
    case 'text':
    case 'prose':
    case 'code':
    case 'reference':
    case 'date-time':
      return '';
    case 'picture':
    case 'link':
      return null;
    case 'words':
    case 'entries':
      return [];
    default:
      return undefined;
  }
}

/** Whether a field counts beside these values. @param values of all fields, with their defaults */
export const countsNow = ({ counts }: Field, values: Readonly<Record<string, unknown>>): boolean =>
  !counts || counts.is.includes(String(values[counts.where]));

/** Where the value a page shows came from. */
export type Origin = 'own' | 'device' | 'language' | 'bound' | 'fallback' | 'default';

/** The value that counts for a field on a device, and where it comes from. */
export interface ResolvedValue {
  readonly value: unknown;
  readonly origin: Origin;
}

/** Reads what a bound value is on the open page; undefined where the page has nothing of the kind. */
export type ReadBinding = (bind: string) => unknown;

/** What values are read with: the language, and the page they may be bound to. */
export interface Reading {
  /** BCP 47 tag of the page's language. */
  readonly language?: string;
  readonly binding?: ReadBinding;
  /** The storefront's words in that language, for fields whose default names one. */
  readonly word?: (name: WordName) => string;
}

/** One field's value on one device. */
export function resolveValue(field: Field, name: string, own: Values, device: Device, reading: Reading): ResolvedValue {
  const found = stored(name, own, device, reading.language);
  if (!found) return { value: standardOf(field, reading), origin: 'default' };
  if (!isBound(found.value)) return found;
  const value = inForm(field, reading.binding?.(found.value.bind));
  if (!isEmpty(value) && accepts(field, value)) return { value, origin: 'bound' };
  return {
    value: found.value.fallback === undefined ? standardOf(field, reading) : found.value.fallback,
    origin: 'fallback',
  };
}

/** What counts where nothing is set: in the words of the language, where the field names one. */
function standardOf(field: Field, { word }: Reading): unknown {
  if ((field.type !== 'text' && field.type !== 'prose') || field.word === undefined || !word) return field.default;
  return field.type === 'prose' ? asProse(word(field.word)) : word(field.word);
}

const inForm = (field: Field, value: unknown): unknown =>
  field.type === 'prose' && typeof value === 'string' ? asProse(value) : value;

function stored(name: string, own: Values, device: Device, language: string | undefined): ResolvedValue | null {
  const key = decidingKey(name, own, device, language);
  if (key === null) return null;
  const { device: forDevice, language: inLanguage } = splitKey(key);
  return { value: own[key], origin: forDevice ? 'device' : inLanguage === undefined ? 'own' : 'language' };
}

/** The key among some values that decides about a field on a device; null if none does. */
export function decidingKey(name: string, own: Values, device: Device, language?: string): string | null {
  // Inherits downwards: a phone shows what is set for it, else for tablets, else for all.
  for (let i = DEVICES.indexOf(device); i > 0; i--) {
    const key = `${name}@${sure(DEVICES[i])}`;
    if (Object.hasOwn(own, key)) return key;
  }
  if (language !== undefined && Object.hasOwn(own, `${name}@${language}`)) return `${name}@${language}`;
  return Object.hasOwn(own, name) ? name : null;
}

function accepts(field: Field, value: unknown): boolean {
  if (typeof value !== 'string') return isOf(field, value);
  let known = texts.get(field);
  if (!known) texts.set(field, (known = remembering((text) => isOf(field, text), 500_000)));
  return known(value);
}

// A page's own texts come with every shopper, and fit or do not fit as they did before.
const texts = new WeakMap<Field, (text: string) => boolean>();

function isOf(field: Field, value: unknown): boolean {
  try {
    checkValue(field, value, 'bound');
    return true;
  } catch {
    return false;
  }
}

const isEmpty = (value: unknown): boolean => value === undefined || value === null || value === '';

/** A stored value, with the type that its field says. */
export const typedValue = <F extends Field>(_field: F, value: unknown): F['default'] =>
  // Edits let no other value in, and the checks of what goes live no other document.
  value as F['default'];

/** Every field with its value on the page; for each device where it may differ. Lists are left empty. */
export function withDefaults<F extends Fields>(fields: F, own: Values, reading: Reading = {}): ValuesOf<F> {
  const all: Record<string, unknown> = {};
  for (const name in fields) {
    const field = sure(fields[name]);
    const on = (device: Device): unknown => resolveValue(field, name, own, device, reading).value;
    all[name] = field.perDevice ? { desktop: on('desktop'), tablet: on('tablet'), phone: on('phone') } : on('desktop');
  }
  // Each field was given its value, one after the other.
  return all as ValuesOf<F>;
}
