/** Declares fields: one function for each type, with its usual defaults. */
import type {
  ChoiceField,
  CodeField,
  ColourField,
  DateTimeField,
  EntriesField,
  Field,
  Fields,
  FontField,
  LengthField,
  LinkField,
  NumberField,
  PictureField,
  ProseField,
  ReferenceField,
  ReferenceTo,
  RuleField,
  SourceField,
  TextField,
  ToggleField,
  WordsField,
} from './field.js';

type Options<F extends Field> = Omit<F, 'type' | 'label' | 'help'>;
const field =
  <F extends Field>(type: F['type'], preset: Partial<Options<F>>) =>
  <const O extends Partial<Options<F>> = Record<never, never>>(label: string, help: string, options?: O) =>
    // The preset has what a field of the type needs besides; the type keeps what tells how its values are read.
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
export const menu = (label: string, help: string, options: Pick<ReferenceField, 'counts'> = {}): ReferenceField =>
  reference(label, help, 'menu', { default: 'header-links', ...options });

/**
 * Repeated items, each with fields of its own. People add, move and remove them one by one.
 * @param one what one is called, such as `slide`
 * @example
 * entries('Slides', 'What is shown in turn.', 'slide', { picture: picture('Picture', 'Fills the slide.') })
 */
export const entries = <const I extends Fields>(
  label: string,
  help: string,
  one: string,
  fields: I,
  options: Partial<Pick<EntriesField, 'max' | 'nests'>> = {},
): EntriesField<I> => ({ type: 'entries', label, help, one, fields, default: [], max: 50, ...options });

/**
 * One of a few values.
 * @param choices stored value to label
 * @param initial the stored value of the default
 * @example
 * choice('Across', 'How many are side by side.', { '2': 'Two', '3': 'Three' }, '3', { perDevice: true })
 */
export const choice = <
  const C extends Readonly<Record<string, string>>,
  const O extends {
    readonly perDevice?: boolean;
    readonly required?: boolean;
    readonly follows?: string;
    readonly counts?: Field['counts'];
  } = Record<never, never>,
>(
  label: string,
  help: string,
  choices: C,
  initial: keyof C & string,
  options?: O,
) =>
  // The type keeps the choices, and what tells how values are read.
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
  // As above.
  ({ type: 'number', label, help, step: 1, unit: '', ...options }) as unknown as NumberField &
    Pick<O, keyof O & 'perDevice'>;
