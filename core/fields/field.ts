/** The field types. A field is declared once, by `make.ts`; default, validation, JSON Schema, form and help come from it. */
import type { Rule } from '../pages/rule.js';
import type { WordName } from '../locale/words.js';

interface Common<T> {
  readonly label: string;
  /** One sentence that says what the field does. */
  readonly help: string;
  readonly default: T;
  /** True if it may be set for a device; what is not set there is as on the next larger one. */
  readonly perDevice?: boolean;
  /** True if it must not be empty, and so cannot go back to its default. */
  readonly required?: boolean;
  /** The setting of the look that counts as long as the field has its default. */
  readonly follows?: string;
  /** What it is shown under in a form, together with others of the same; by itself if absent. */
  readonly group?: string;
  /** It counts only where another field, beside it, has one of these values; forms leave it out elsewhere. */
  readonly counts?: { readonly where: string; readonly is: readonly string[] };
}

/** Plain text. */
export interface TextField extends Common<string> {
  readonly type: 'text';
  readonly max: number;
  readonly lines: number;
  /** What it must look like, as a regular expression, and that in words. */
  readonly form?: { readonly pattern: string; readonly words: string };
  /** The word of the storefront that counts as long as nothing is set, so that it follows the language. */
  readonly word?: WordName;
  /** True for texts that are the same in every language. */
  readonly plain?: boolean;
}
/** Formatted text as allow-listed html; break marks say where it may be split. */
export interface ProseField extends Common<string> {
  readonly type: 'prose';
  readonly max: number;
  /** The word of the storefront that counts as long as nothing is set, so that it follows the language. */
  readonly word?: WordName;
}
/** One of a few values. */
export interface ChoiceField<C extends string = string> extends Common<C> {
  readonly type: 'choice';
  /** Stored value -> label. */
  readonly choices: Readonly<Record<C, string>>;
}
/** A typeface of those that ship, by its code. */
export interface FontField extends Common<string> {
  readonly type: 'font';
  /** Code -> name. */
  readonly fonts: Readonly<Record<string, string>>;
}

/** A link to a thing of the store by its code, or to a free web address; in the same window unless it says otherwise. */
export type Link = { readonly to: string; readonly window?: 'new' } | { readonly url: string; readonly window?: 'new' };

/** A number between two ends, in steps, with its unit (`px`, `rem`, or none). */
export interface NumberField extends Common<number> {
  readonly type: 'number';
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly unit: string;
}
/** On or off. */
export interface ToggleField extends Common<boolean> {
  readonly type: 'toggle';
}
/** A colour as `#rrggbb`; one that follows a setting of the look is empty until it is set. */
export interface ColourField extends Common<string> {
  readonly type: 'colour';
}
/** A length such as `12px`, `1.5rem` or `50%`. */
export interface LengthField extends Common<string> {
  readonly type: 'length';
  readonly units: readonly ('px' | 'rem' | '%')[];
  readonly max: number;
}
/** An instant as `2026-11-27T08:00:00Z`; people write and read it in the store's time zone. */
export interface DateTimeField extends Common<string> {
  readonly type: 'date-time';
}
/** Lines of a formal language, kept as they are. */
export interface CodeField extends Common<string> {
  readonly type: 'code';
  readonly language: 'html' | 'css' | 'json';
  readonly max: number;
}
/** A picture of the store, with what it shows and its focal point. */
export interface PictureField extends Common<PictureValue | null> {
  readonly type: 'picture';
  /** Width to height of pictures that suit; absent if any does. */
  readonly suits?: number;
}
/** A link to a thing of the store, or to a web address. */
export interface LinkField extends Common<Link | null> {
  readonly type: 'link';
}
/** A thing by its code; leave empty for none. */
export interface ReferenceField extends Common<string> {
  readonly type: 'reference';
  readonly to: ReferenceTo;
}
/** What a reference can name. */
export type ReferenceTo =
  'product' | 'collection' | 'brand' | 'content' | 'menu' | 'template' | 'arrangement' | 'shared' | 'page';
/** Where products come from. */
export interface SourceField extends Common<ProductSource> {
  readonly type: 'source';
}
/** A rule that chooses store pages. */
export interface RuleField extends Common<Rule | null> {
  readonly type: 'rule';
}
/** Short texts in order, such as labels. */
export interface WordsField extends Common<readonly string[]> {
  readonly type: 'words';
  readonly max: number;
}
/** Repeated items, each with fields of its own. They are no value of the section but entries inside it. */
export interface EntriesField<I extends Fields = Fields> extends Common<readonly []> {
  readonly type: 'entries';
  /** What one is called. */
  readonly one: string;
  readonly fields: I;
  readonly max: number;
  /** True if entries may hold entries of the same form, in a list of the same name. */
  readonly nests?: boolean;
}
/** What a view gets of one entry: its fields, its id, and the entries inside it. */
export type EntryOf<I extends Fields> = ValuesOf<I> & {
  readonly id: string;
  readonly entries?: readonly EntryOf<I>[];
};

/**
 * Own values by value key: a field's name, or the name with a device (`across@phone`) or a language (`title@de`)
 * behind it. What is absent has its default, or falls back.
 */
export type Values = Readonly<Record<string, unknown>>;

/** Any field, told apart by its type. */
export type Field =
  | TextField
  | ProseField
  | ChoiceField
  | FontField
  | NumberField
  | ToggleField
  | ColourField
  | PictureField
  | LinkField
  | ReferenceField
  | SourceField
  | LengthField
  | DateTimeField
  | CodeField
  | RuleField
  | WordsField
  | EntriesField;

/** Fields by name, in the order a form shows them. */
export type Fields = Readonly<Record<string, Field>>;

/** The devices, from the largest; a value not set for one is as on the one before it. */
export const DEVICES = ['desktop', 'tablet', 'phone'] as const;
export type Device = (typeof DEVICES)[number];
/** One of something for each device. */
export type PerDevice<T> = Readonly<Record<Device, T>>;

/** What a view gets: every field with its own value or its default; for each device where it may differ. */
export type ValuesOf<F extends Fields> = {
  readonly [K in keyof F]: F[K] extends EntriesField<infer I>
    ? readonly EntryOf<I>[]
    : F[K] extends { perDevice: true }
      ? PerDevice<F[K]['default']>
      : F[K]['default'];
};

/** A picture of the store in a field, with how it is cropped and what it shows. */
export interface PictureValue {
  /** Content hash of the picture. */
  readonly picture: string;
  /** What the picture shows, for those who do not see it. Empty if it only decorates. */
  readonly alt: string;
  /** The point that stays in sight when the picture is cut, in hundredths from the left and the top. */
  readonly focus?: { readonly x: number; readonly y: number };
}

/** Where a product row takes its products from. */
export type ProductSource =
  | { readonly from: 'newest' }
  | { readonly from: 'reduced' }
  | { readonly from: 'this-collection' }
  | { readonly from: 'same-brand' }
  | { readonly from: 'goes-with' }
  | { readonly from: 'found' }
  | { readonly from: 'collection'; readonly collection: string }
  | { readonly from: 'chosen'; readonly products: readonly string[] };
