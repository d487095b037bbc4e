/** What a product is after a change, checked as a whole. */
import { Problem } from '../problem.js';
import { counted } from '../words.js';
import { changedTexts } from './texts.js';
import {
  MOST_OPTIONS,
  MOST_VALUES,
  MOST_VARIANTS,
  type Attributes,
  type Product,
  type ProductChange,
  type ProductOption,
  type Variant,
  type VariantChange,
} from './product.js';

/** What a product is before anybody has said anything of it. */
const NOTHING_SAID: Omit<Product, 'code' | 'slug' | 'title' | 'visibleSince'> = {
  status: 'for-sale',
  visibleFrom: null,
  visibleUntil: null,
  brand: null,
  category: '',
  keywords: [],
  attributes: {},
  summary: '',
  description: '',
  specifications: [],
  goesWith: [],
  texts: {},
  options: [],
  pictures: [],
  variants: [],
};

/** A product that is not there yet: what it cannot be without. */
export type NewProduct = Pick<Product, 'code' | 'slug' | 'title' | 'visibleSince'>;

/**
 * A product after a change. Options that nobody has named are those of its variants, in the order they come in.
 * @param before as it is, or what a new one cannot be without
 * @throws Problem `bad-value` whose place is the field, such as `variants.K-1-2.options`
 */
export function changedProduct(before: Product | NewProduct, change: ProductChange): Product {
  const { attributes, variants = [], texts, ...rest } = change;
  const whole: Product = { ...NOTHING_SAID, ...before };
  const merged: Product = {
    ...whole,
    ...said(rest),
    attributes: mergedAttributes(whole.attributes, attributes ?? {}),
    texts: changedTexts(whole.texts, texts),
    variants: variants.reduce(withVariant, whole.variants),
  };
  const after = change.options ? merged : { ...merged, options: optionsIn(merged) };
  if (after.visibleFrom !== null && after.visibleUntil !== null && after.visibleUntil <= after.visibleFrom)
    throw new Problem('ends-first', 'It would be shown until before it is shown.', {
      place: 'visibleUntil',
      remedy: 'Choose a later time, or leave one of them out.',
    });
  checkOptions(after.options);
  checkVariants(after);
  checkWith(after);
  return withoutLostPictures(after);
}

/** The same without what is undefined. */
export const said = <T extends object>(values: T): { [K in keyof T]: Exclude<T[K], undefined> } => {
  const left = { ...values };
  for (const name in left) if (left[name] === undefined) delete left[name];
  // What is left has no value that is undefined.
  return left as never;
};

const mergedAttributes = (before: Attributes, change: NonNullable<ProductChange['attributes']>): Attributes =>
  Object.fromEntries(
    Object.entries({ ...before, ...change }).flatMap(([name, value]) => (value === null ? [] : [[name, value]])),
  );

const NEW_VARIANT: Omit<Variant, 'code' | 'price'> = {
  options: {},
  wasPrice: null,
  stock: 0,
  weight: null,
  taxClass: '',
  goodsCode: '',
  pictures: [],
};

function withVariant(all: readonly Variant[], { remove, code, ...change }: VariantChange): readonly Variant[] {
  const before = all.find((one) => one.code === code);
  if (remove) {
    if (before) return all.filter((one) => one !== before);
    throw refused(`variants.${code}`, `The product has no variant “${code}”.`, knownVariants(all));
  }
  if (before) return all.map((one) => (one === before ? { ...one, ...said(change) } : one));
  if (change.price === undefined)
    throw refused(
      `variants.${code}.price`,
      `The product has no variant “${code}”.`,
      `${knownVariants(all)} Or give it a price: then it is a new one.`,
    );
  return [...all, { ...NEW_VARIANT, code, price: change.price, ...said(change) }];
}

const knownVariants = (all: readonly Variant[]): string =>
  all.length === 0 ? 'It has none yet.' : `Name one of: ${all.map((one) => one.code).join(', ')}.`;

/** The options of a product with every value that a variant has besides; those without a variant stay. */
function optionsIn({ options, variants }: Product): readonly ProductOption[] {
  const values = new Map(options.map((option) => [option.name, new Set(option.values)]));
  for (const variant of variants)
    for (const [name, value] of Object.entries(variant.options)) {
      const known = values.get(name);
      if (known) known.add(value);
      else values.set(name, new Set([value]));
    }
  return [...values].map(([name, found]) => ({ name, values: [...found] }));
}

function checkOptions(options: readonly ProductOption[]): void {
  if (options.length > MOST_OPTIONS)
    throw refused('options', `A product has at most ${MOST_OPTIONS} options.`, 'Make two products of it.');
  const names = new Set<string>();
  for (const { name, values } of options) {
    const place = `options.${name}`;
    if (names.has(name)) throw refused(place, `There are two options “${name}”.`, 'Give each a name of its own.');
    names.add(name);
    if (values.length === 0)
      throw refused(place, `The option “${name}” has no values.`, 'Give it some, or leave the option out.');
    if (values.length > MOST_VALUES)
      throw refused(place, `The option “${name}” has more than ${MOST_VALUES} values.`, 'Make two products of it.');
    if (new Set(values).size < values.length)
      throw refused(place, `The option “${name}” has the same value twice.`, 'Leave one of them out.');
  }
}

function checkVariants({ options, variants }: Product): void {
  if (variants.length > MOST_VARIANTS)
    throw refused(
      'variants',
      `A product has at most ${MOST_VARIANTS} variants; this would have ${variants.length}.`,
      'Leave out combinations that you do not sell, or make two products of it.',
    );
  const codes = new Set<string>();
  const combinations = new Map<string, string>();
  for (const variant of variants) {
    const place = `variants.${variant.code}`;
    if (codes.has(variant.code))
      throw refused(place, `There are two variants “${variant.code}”.`, 'Give each a code of its own.');
    codes.add(variant.code);
    checkChoice(variant, options);
    const combination = JSON.stringify(options.map(({ name }) => variant.options[name]));
    const same = combinations.get(combination);
    if (same !== undefined)
      throw refused(
        `${place}.options`,
        `The variants “${same}” and “${variant.code}” have the same options.`,
        options.length === 0
          ? 'A product without options has one variant.'
          : 'Change the options of one, or leave it out.',
      );
    combinations.set(combination, variant.code);
  }
}

/** Something goes with others, each once. */
function checkWith({ code, goesWith }: Product): void {
  const twice = goesWith.find((one, i) => one === code || goesWith.indexOf(one) !== i);
  if (twice !== undefined)
    throw refused(
      'goesWith',
      twice === code ? 'A product does not go with itself.' : `The product “${twice}” is named twice.`,
      'Leave it out.',
    );
}

/** Variants are shown by pictures that the product has. */
function withoutLostPictures(product: Product): Product {
  const there = new Set(product.pictures.map(({ hash }) => hash));
  if (product.variants.every(({ pictures }) => pictures.every((hash) => there.has(hash)))) return product;
  return {
    ...product,
    variants: product.variants.map((one) => ({ ...one, pictures: one.pictures.filter((hash) => there.has(hash)) })),
  };
}

/** A variant has a value for each option of its product, and for nothing else. */
function checkChoice({ code, options: chosen }: Variant, options: readonly ProductOption[]): void {
  const place = `variants.${code}.options`;
  const extra = Object.keys(chosen).find((name) => !options.some((option) => option.name === name));
  if (extra !== undefined)
    throw refused(
      place,
      `The variant “${code}” has a value for “${extra}”, which is no option of the product.`,
      `The product has ${counted(options.length, 'option')}${options.length ? `: ${options.map(({ name }) => name).join(', ')}` : ''}.`,
    );
  for (const { name, values } of options) {
    const value = Object.hasOwn(chosen, name) ? chosen[name] : undefined;
    if (value === undefined || !values.includes(value))
      throw refused(
        place,
        value === undefined
          ? `The variant “${code}” has no value for “${name}”.`
          : `The variant “${code}” has the value “${value}” for “${name}”, which is none of the option's.`,
        `Choose one of: ${values.join(', ')}.`,
      );
  }
}

const refused = (place: string, sentence: string, remedy: string): Problem =>
  new Problem('bad-value', sentence, { place, remedy });
