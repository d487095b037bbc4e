/**
 * The look as design tokens and back, without loss: the format of the Design Tokens Community Group (Format Module
 * 2025.10). A setting is a token named as it is, in the group of its settings.
 */
import type { LookDocument } from '../documents/document.js';
import type { Field, NumberField } from '../fields/field.js';
import { checkValue } from '../fields/schema.js';
import { Problem } from '../problem.js';
import { didYouMean } from '../words.js';
import { FONTS } from './fonts.js';
import { LOOK_FIELDS, LOOK_GROUPS, lookFields } from './settings.js';
import { sure } from '../sure.js';
import { isRecord } from '../shapes.js';

/** A file of tokens: groups of groups and tokens. */
export type Tokens = { readonly [name: string]: unknown };

interface Token {
  readonly $type?: string;
  readonly $value: unknown;
  readonly $description?: string;
}

/** Where a group keeps settings that the format has no type for, such as one of a few words. */
const OURS = 'parlour.settings';
const DEEPEST = 10;
const MOST_TOKENS = 2_000;
/** Aliases one after the other. */
const MOST_ALIASES = 20;

/** Every setting of a look as it counts. What follows another colour is an alias of it. */
export function lookTokens(look: Pick<LookDocument, 'groundwork' | 'values'>): Tokens {
  const fields = lookFields(look.groundwork);
  return Object.fromEntries(
    Object.entries(LOOK_GROUPS).map(([group, { title, fields: some }]) => {
      const settings = Object.keys(some).map((name) => {
        const field = sure(fields[name]);
        const value = look.values?.[name] ?? field.default;
        return { name, value, token: tokenOf(field, value) };
      });
      const others = settings.filter(({ token }) => token === null).map(({ name, value }) => [name, value] as const);
      return [
        group,
        {
          $description: title,
          ...(others.length ? { $extensions: { [OURS]: Object.fromEntries(others) } } : {}),
          ...Object.fromEntries(settings.flatMap(({ name, token }) => (token ? [[name, token]] : []))),
        },
      ];
    }),
  );
}

/** Null for a setting that the format has no type for. */
function tokenOf(field: Field, value: unknown): Token | null {
  const about = { $description: field.label };
  switch (field.type) {
    case 'colour':
      if (value === '') return { $type: 'color', $value: `{${pathOf(field.follows ?? '')}}`, ...about };
      return { $type: 'color', $value: colourValue(String(value)), ...about };
    case 'number':
      return field.unit === 'px' || field.unit === 'rem'
        ? { $type: 'dimension', $value: { value, unit: field.unit }, ...about }
        : { $type: 'number', $value: value, ...about };
    case 'font':
      return { $type: 'fontFamily', $value: familiesOf(String(value)), ...about };
    default:
      return null;
  }
}

const familiesOf = (code: string): string[] =>
  (FONTS[code]?.stack ?? '').split(',').map((name) => name.trim().replace(/^'|'$/g, ''));

const colourValue = (hex: string) => ({
  colorSpace: 'srgb',
  components: [1, 3, 5].map((at) => Math.round((parseInt(hex.slice(at, at + 2), 16) / 255) * 1e5) / 1e5),
  hex,
});

const pathOf = (setting: string): string => {
  const group = Object.entries(LOOK_GROUPS).find(([, { fields }]) => Object.hasOwn(fields, setting))?.[0];
  return `${group ?? ''}.${setting}`;
};

/** What tokens set of a look. */
export interface ReadTokens {
  /** By setting; undefined for one that has its default. */
  readonly values: Readonly<Record<string, unknown>>;
  /** Paths of tokens that are no setting of the look. */
  readonly unknown: readonly string[];
}

/**
 * Reads tokens. A setting is known by its name, in whatever group it is.
 * @param groundwork whose defaults count: what is as they say is not set
 * @throws Problem `bad-tokens` naming the token
 */
export function readTokens(tokens: unknown, groundwork: string): ReadTokens {
  const all = new Map<string, Token>();
  collect(tokens, '', undefined, all, 0);
  const fields = lookFields(groundwork);
  const values: Record<string, unknown> = {};
  const unknown: string[] = [];
  for (const path of all.keys()) {
    const name = path.slice(path.lastIndexOf('.') + 1);
    const field = Object.hasOwn(fields, name) ? fields[name] : undefined;
    if (!field) {
      unknown.push(path);
      continue;
    }
    const value = valueOf(path, field, all);
    try {
      checkValue(field, value, path);
    } catch (error) {
      throw error instanceof Problem ? bad(path, error.message, error.remedy) : error;
    }
    values[name] = value === field.default ? undefined : value;
  }
  if (Object.keys(values).length === 0)
    throw bad('', 'These tokens set nothing of the look.', `Name them as its settings are called: ${someNames()}.`);
  return { values, unknown };
}

const someNames = (): string => Object.keys(LOOK_FIELDS).slice(0, 6).join(', ');

const bad = (place: string, sentence: string, remedy = 'Change it in the file, then import it again.'): Problem =>
  new Problem('bad-tokens', sentence, { place: place || 'tokens', remedy });

/** Every token below a group by its path; types are handed down. */
function collect(node: unknown, path: string, type: string | undefined, all: Map<string, Token>, depth: number): void {
  if (!isRecord(node)) throw bad(path, `${path ? `“${path}”` : 'The file'} is neither a group nor a token.`);
  if (depth > DEEPEST) throw bad(path, `Groups may be at most ${DEEPEST} inside each other.`);
  const { $type, ...rest } = node;
  const own = typeof $type === 'string' ? $type : type;
  const keep = (at: string, token: Token): void => {
    if (all.size >= MOST_TOKENS) throw bad(at, `A file may hold at most ${MOST_TOKENS} tokens.`);
    all.set(at, token);
  };
  if ('$value' in rest) return keep(path, { $value: rest['$value'], ...(own === undefined ? {} : { $type: own }) });
  const below = (name: string): string => (path ? `${path}.${name}` : name);
  // Whatever else it is, no settings are found in it.
  const { [OURS]: settings } = (rest['$extensions'] ?? {}) as Readonly<Record<string, unknown>>;
  if (typeof settings === 'object' && settings !== null)
    for (const [name, $value] of Object.entries(settings)) keep(below(name), { $value });
  for (const [name, inner] of Object.entries(rest))
    if (!name.startsWith('$')) collect(inner, below(name), own, all, depth + 1);
}

const ALIAS = /^\{([^{}]+)\}$/;

function valueOf(path: string, field: Field, all: ReadonlyMap<string, Token>): unknown {
  const token = sure(all.get(path));
  const [, first] = (typeof token.$value === 'string' && ALIAS.exec(token.$value)) || [];
  // An alias of what the part follows anyway says that it is not set.
  if (first !== undefined && field.follows !== undefined && first.endsWith(`.${field.follows}`)) return '';
  return read(path, field, resolved(path, all, []));
}

/** The token that a path comes down to. */
function resolved(path: string, all: ReadonlyMap<string, Token>, seen: readonly string[]): Token {
  if (seen.includes(path))
    throw bad(path, `“${path}” leads back to itself: ${[...seen, path].join(' → ')}.`, 'Let one of them have a value.');
  if (seen.length > MOST_ALIASES) throw bad(seen[0] ?? path, `At most ${MOST_ALIASES} aliases may lead to a value.`);
  const token = all.get(path);
  if (!token)
    throw bad(
      seen.at(-1) ?? path,
      `There is no token “${path}”.`,
      `${didYouMean(path, [...all.keys()])}Name one that is in the file.`,
    );
  const [, target] = (typeof token.$value === 'string' && ALIAS.exec(token.$value)) || [];
  return target === undefined ? token : resolved(target, all, [...seen, path]);
}

/** Types of tokens that each type of setting can be read from. */
const TYPES: Readonly<Partial<Record<Field['type'], readonly string[]>>> = {
  colour: ['color'],
  number: ['dimension', 'number', 'duration', 'fontWeight'],
  font: ['fontFamily'],
};

function read(path: string, field: Field, { $type, $value }: Token): unknown {
  const types = TYPES[field.type];
  if (types && $type !== undefined && !types.includes($type))
    throw bad(path, `“${path}” is of the type “${$type}”; ${field.label} takes ${types.join(' or ')}.`);
  if (field.type === 'colour') return readColour(path, $value);
  if (field.type === 'font') return readFont(path, $value);
  return field.type === 'number' ? readNumber(path, field, $value) : $value;
}

function readNumber(path: string, { label, unit }: NumberField, value: unknown): unknown {
  if (!isRecord(value)) return value;
  const { value: number, unit: own } = value;
  if (own === undefined || own === unit) return number;
  throw bad(path, `“${path}” is in “${String(own)}”; ${label} is in ${unit || 'no unit'}.`);
}

function readColour(path: string, value: unknown): unknown {
  const hex = isRecord(value) ? value['hex'] : value;
  if (typeof hex === 'string') return hex.toLowerCase();
  const { colorSpace, components } = isRecord(value) ? value : {};
  if (colorSpace !== 'srgb' || !Array.isArray(components) || components.length !== 3)
    throw bad(path, `“${path}” is no colour that can be read.`, 'Write it as #rrggbb, or in the colour space “srgb”.');
  return `#${components
    .map((one) =>
      Math.round(Math.min(1, Math.max(0, Number(one))) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

/** A typeface that ships, by the first family that is one. */
function readFont(path: string, value: unknown): string {
  const wanted = (Array.isArray(value) ? value : [value]).map((one) => String(one).toLowerCase());
  const found = Object.keys(FONTS).find((code) => familiesOf(code)[0]?.toLowerCase() === wanted[0]);
  if (found) return found;
  throw bad(path, `“${wanted[0] ?? ''}” is no typeface that ships.`, `Use one of: ${Object.keys(FONTS).join(', ')}.`);
}
