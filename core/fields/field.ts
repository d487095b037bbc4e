/** The field types. A field is declared once; default, validation, JSON Schema, form and help all come from it. */
import type { Link } from '../design/document.js';

interface Common<T> {
  readonly label: string;
  /** One sentence that says what the field does. */
  readonly help: string;
  readonly default: T;
}

export interface TextField extends Common<string> {
  readonly type: 'text';
  readonly max: number;
  readonly lines: number;
}
/** Formatted text as allow-listed html. */
export interface ProseField extends Common<string> {
  readonly type: 'prose';
  readonly max: number;
}
export interface ChoiceField<C extends string = string> extends Common<C> {
  readonly type: 'choice';
  /** Stored value -> label. */
  readonly choices: Readonly<Record<C, string>>;
}
export interface NumberField extends Common<number> {
  readonly type: 'number';
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly unit: string;
}
export interface ToggleField extends Common<boolean> {
  readonly type: 'toggle';
}
/** A colour as `#rrggbb`. */
export interface ColourField extends Common<string> {
  readonly type: 'colour';
}
export interface PictureField extends Common<PictureValue | null> {
  readonly type: 'picture';
}
export interface LinkField extends Common<Link | null> {
  readonly type: 'link';
}
export interface MenuField extends Common<string> {
  readonly type: 'menu';
}
export interface SourceField extends Common<ProductSource> {
  readonly type: 'source';
}

export type Field =
  | TextField
  | ProseField
  | ChoiceField
  | NumberField
  | ToggleField
  | ColourField
  | PictureField
  | LinkField
  | MenuField
  | SourceField;

export type Fields = Readonly<Record<string, Field>>;

/** What a view gets: every field with its own value or its default. */
export type ValuesOf<F extends Fields> = { readonly [K in keyof F]: F[K]['default'] };

export interface PictureValue {
  /** Content hash of the picture. */
  readonly picture: string;
  /** What the picture shows, for those who do not see it. Empty if it only decorates. */
  readonly alt: string;
}

/** Where a product row takes its products from. */
export type ProductSource =
  | { readonly from: 'recent' }
  | { readonly from: 'reduced' }
  | { readonly from: 'this-collection' }
  | { readonly from: 'collection'; readonly collection: string }
  | { readonly from: 'chosen'; readonly products: readonly string[] };

type Options<F extends Field> = Omit<F, 'type' | 'label' | 'help'>;
const field =
  <F extends Field>(type: F['type'], preset: Partial<Options<F>>) =>
  (label: string, help: string, options: Partial<Options<F>> = {}): F =>
    ({ type, label, help, ...preset, ...options }) as F;

export const text = field<TextField>('text', { default: '', max: 200, lines: 1 });
export const prose = field<ProseField>('prose', { default: '', max: 20_000 });
export const toggle = field<ToggleField>('toggle', { default: false });
export const colour = field<ColourField>('colour', { default: '#000000' });
export const picture = field<PictureField>('picture', { default: null });
export const link = field<LinkField>('link', { default: null });
export const menu = field<MenuField>('menu', { default: 'main' });
export const source = field<SourceField>('source', { default: { from: 'recent' } });

export const choice = <const C extends Readonly<Record<string, string>>>(
  label: string,
  help: string,
  choices: C,
  initial: keyof C & string,
): ChoiceField<keyof C & string> => ({ type: 'choice', label, help, choices, default: initial });

export const number = (
  label: string,
  help: string,
  options: Pick<NumberField, 'min' | 'max' | 'default'> & Partial<NumberField>,
): NumberField => ({ type: 'number', label, help, step: 1, unit: '', ...options });
