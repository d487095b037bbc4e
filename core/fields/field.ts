/** The field types. A field is declared once; default, validation, JSON Schema, form and help all come from it. */
import type { Rule } from '../assign/rule.js';
import type { Link } from '../design/document.js';

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
}

/** Plain text. */
export interface TextField extends Common<string> {
  readonly type: 'text';
  readonly max: number;
  readonly lines: number;
  /** What it must look like, and that in words. */
  readonly form?: { readonly pattern: RegExp; readonly words: string };
  /** True for texts that are the same in every language. */
  readonly plain?: boolean;
}
/** Formatted text as allow-listed html; break marks say where it may be split. */
export interface ProseField extends Common<string> {
  readonly type: 'prose';
  readonly max: number;
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
/** A colour as `#rrggbb`, or, in sections, as the name of one of the design's colours such as `accentColour`. */
export interface ColourField extends Common<string> {
  readonly type: 'colour';
  readonly named?: readonly string[];
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
export interface EntriesField extends Common<readonly EntryValues[]> {
  readonly type: 'entries';
  /** What one is called. */
  readonly one: string;
  readonly fields: Fields;
  readonly max: number;
  /** True if entries may hold entries of the same form, in a list of the same name. */
  readonly nests?: boolean;
}
/** What a view gets of one entry: its fields, its id, and the entries inside it. */
export type EntryValues = Readonly<Record<string, unknown>> & {
  readonly id: string;
  readonly entries?: readonly EntryValues[];
};

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
export type PerDevice<T> = Readonly<Record<Device, T>>;

/** What a view gets: every field with its own value or its default; for each device where it may differ. */
export type ValuesOf<F extends Fields> = {
  readonly [K in keyof F]: F[K] extends { perDevice: true } ? PerDevice<F[K]['default']> : F[K]['default'];
};

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
  | { readonly from: 'collection'; readonly collection: string }
  | { readonly from: 'chosen'; readonly products: readonly string[] };

type Options<F extends Field> = Omit<F, 'type' | 'label' | 'help'>;
const field =
  <F extends Field>(type: F['type'], preset: Partial<Options<F>>) =>
  <const O extends Partial<Options<F>> = Record<never, never>>(label: string, help: string, options?: O) =>
    ({ type, label, help, ...preset, ...options }) as unknown as F & Pick<O, keyof O & 'perDevice'>;

/**
 * Plain text in one line, or in more.
 * @example
 * text('Title', 'The heading over the row; leave empty for none.', { max: 120 })
 */
export const text = field<TextField>('text', { default: '', max: 200, lines: 1 });
/**
 * Formatted text.
 * @example
 * prose('Text', 'A few sentences.', { default: '<p>Write here.</p>' })
 */
export const prose = field<ProseField>('prose', { default: '', max: 20_000 });
/**
 * On or off.
 * @example
 * toggle('Hidden', 'Hides the section, on all devices or on some.', { perDevice: true })
 */
export const toggle = field<ToggleField>('toggle', { default: false });
/**
 * A colour.
 * @example
 * colour('Accent', 'Main buttons and reduced prices.', { default: '#b23a26' })
 */
export const colour = field<ColourField>('colour', { default: '#000000' });
/**
 * A picture of the store; empty at first.
 * @example
 * picture('Picture', 'Wide pictures with a quiet side suit best.', { suits: 16 / 9 })
 */
export const picture = field<PictureField>('picture', { default: null });
/**
 * A link; leads nowhere at first.
 * @example
 * link('Leads to', 'Where the button leads.')
 */
export const link = field<LinkField>('link', { default: null });
/**
 * Where products come from; the newest at first.
 * @example
 * source('Products', 'Where the products come from.')
 */
export const source = field<SourceField>('source', { default: { from: 'newest' } });
/**
 * A length in CSS units.
 * @example
 * length('Height', 'How high the picture is.', { units: ['rem'], default: '20rem' })
 */
export const length = field<LengthField>('length', { default: '0px', units: ['px', 'rem'], max: 400 });
/**
 * An instant; none at first. Two fields named `from` and `until` make a span that must not end before it starts.
 * @example
 * dateTime('Shown from', 'When the section starts showing; leave empty for no start.')
 */
export const dateTime = field<DateTimeField>('date-time', { default: '' });
/**
 * A typeface.
 * @param fonts code to name
 * @param initial the code of the default
 */
export const font = (
  label: string,
  help: string,
  fonts: Readonly<Record<string, string>>,
  initial: string,
): FontField => ({ type: 'font', label, help, fonts, default: initial });
/** Lines of a formal language, html if nothing else is said. */
export const code = field<CodeField>('code', { default: '', language: 'html', max: 20_000 });
/**
 * A condition that chooses store pages.
 * @example
 * rule('When', 'Which pages the rule is for.', { required: true })
 */
export const rule = field<RuleField>('rule', { default: null });
/**
 * Short texts in order.
 * @example
 * words('Labels', 'What it is about; pages are listed by label.')
 */
export const words = field<WordsField>('words', { default: [], max: 12 });

/**
 * A thing of the design or the store by its code.
 * @param to what it names
 * @example
 * reference('Template', 'The template a page uses.', 'template')
 */
export const reference = <const O extends Partial<Options<ReferenceField>> = Record<never, never>>(
  label: string,
  help: string,
  to: ReferenceTo,
  options?: O,
): ReferenceField => ({ type: 'reference', label, help, to, default: '', ...options });

/** A menu of the design; the main one at first. */
export const menu = (label: string, help: string): ReferenceField =>
  reference(label, help, 'menu', { default: 'main' });

/**
 * Repeated items, each with fields of its own. People add, move and remove them one by one.
 * @param one what one is called, such as `slide`
 * @example
 * entries('Slides', 'What is shown in turn.', 'slide', { picture: picture('Picture', 'Fills the slide.') })
 */
export const entries = (
  label: string,
  help: string,
  one: string,
  fields: Fields,
  options: Partial<Options<EntriesField>> = {},
): EntriesField => ({ type: 'entries', label, help, one, fields, default: [], max: 50, ...options });

/**
 * One of a few values.
 * @param choices stored value to label
 * @param initial the stored value of the default
 * @example
 * choice('Across', 'How many are side by side.', { '2': 'Two', '3': 'Three' }, '3', { perDevice: true })
 */
export const choice = <
  const C extends Readonly<Record<string, string>>,
  const O extends { readonly perDevice?: boolean; readonly required?: boolean; readonly follows?: string } = Record<
    never,
    never
  >,
>(
  label: string,
  help: string,
  choices: C,
  initial: keyof C & string,
  options?: O,
) =>
  ({ type: 'choice', label, help, choices, default: initial, ...options }) as unknown as ChoiceField<keyof C & string> &
    O;

/**
 * A number.
 * @param options its ends and default; steps of 1 and no unit if nothing else is said
 * @example
 * number('Widest content', 'How wide the content may get.', { min: 640, max: 1760, step: 20, unit: 'px', default: 1180 })
 */
export const number = <const O extends Pick<NumberField, 'min' | 'max' | 'default'> & Partial<NumberField>>(
  label: string,
  help: string,
  options: O,
) =>
  ({ type: 'number', label, help, step: 1, unit: '', ...options }) as unknown as NumberField &
    Pick<O, keyof O & 'perDevice'>;
