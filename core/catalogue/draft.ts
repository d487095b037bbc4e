/** A product as a form holds it: amounts and numbers as they are typed, a row for each combination of options. */
import { amountFrom, decimalText, exampleAmount } from '../money/index.js';
import { attributeCell, attributeOf } from './attribute-text.js';
import { draftTextsOf, textsTold, type DraftTexts } from './draft-texts.js';
import {
  GOODS_CODE,
  SLUG,
  type Product,
  type ProductChange,
  type ProductPicture,
  type ProductStatus,
  type Variant,
  type VariantChange,
} from './product.js';

export interface DraftOption {
  readonly name: string;
  /** With commas between. */
  readonly values: string;
}

/** What is typed for one combination. Without a price it is not sold. */
export interface DraftVariant {
  readonly price: string;
  readonly wasPrice: string;
  /** Empty where nobody counts. */
  readonly stock: string;
  /** Packed, in grams. */
  readonly weight: string;
  readonly taxClass: string;
  readonly goodsCode: string;
  /** Hashes; none if all pictures of the product show it. */
  readonly pictures: readonly string[];
}
export const NOT_SOLD: DraftVariant = Object.freeze({
  ...{ price: '', wasPrice: '', stock: '', weight: '', taxClass: '', goodsCode: '' },
  pictures: [],
});

/** A name and a value, as both are typed. */
export interface DraftRow {
  readonly name: string;
  readonly value: string;
}

export interface ProductDraft {
  readonly status: ProductStatus;
  readonly title: string;
  /** Where its page is; empty for a new one, whose path is made from its title. */
  readonly slug: string;
  readonly summary: string;
  readonly description: string;
  /** The code of its brand; empty for none. */
  readonly brand: string;
  readonly category: string;
  /** With commas between. */
  readonly keywords: string;
  /** Instants in ISO form; empty for always. */
  readonly visibleFrom: string;
  readonly visibleUntil: string;
  readonly attributes: readonly DraftRow[];
  readonly specifications: readonly DraftRow[];
  /** Codes of products. */
  readonly goesWith: readonly string[];
  /** By language. */
  readonly texts: Readonly<Record<string, DraftTexts>>;
  readonly pictures: readonly ProductPicture[];
  readonly options: readonly DraftOption[];
  /** By `combinationKey`. */
  readonly variants: Readonly<Record<string, DraftVariant>>;
}

export const EMPTY_DRAFT: ProductDraft = Object.freeze({
  status: 'for-sale',
  ...{
    title: '',
    slug: '',
    summary: '',
    description: '',
    brand: '',
    category: '',
    keywords: '',
    visibleFrom: '',
    visibleUntil: '',
  },
  ...{ attributes: [], specifications: [], goesWith: [], texts: {}, pictures: [], options: [], variants: {} },
});

/** A combination of values, in the order of the options. */
export interface Combination {
  readonly key: string;
  readonly values: readonly string[];
}

export const combinationKey = (values: readonly string[]): string => JSON.stringify(values);

const partsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((part) => part.trim())
      .filter(Boolean),
  ),
];

/** Options that have a name or values, as they are told. */
const toldOptions = (options: readonly DraftOption[]) =>
  options
    .map(({ name, values }) => ({ name: name.trim(), values: partsOf(values) }))
    .filter(({ name, values }) => name !== '' || values.length > 0);

/** Every combination of the values of the options; a single empty one without options. */
export const combinationsOf = ({ options }: Pick<ProductDraft, 'options'>): Combination[] =>
  toldOptions(options)
    .reduce<string[][]>((all, { values }) => all.flatMap((one) => values.map((value) => [...one, value])), [[]])
    .map((values) => ({ key: combinationKey(values), values }));

/** A product as a form begins with it. */
export const draftOf = (product: Product, currency: string): ProductDraft => ({
  status: product.status,
  title: product.title,
  slug: product.slug,
  summary: product.summary,
  description: product.description,
  brand: product.brand ?? '',
  category: product.category,
  keywords: product.keywords.join(', '),
  visibleFrom: product.visibleFrom ?? '',
  visibleUntil: product.visibleUntil ?? '',
  attributes: Object.entries(product.attributes).map(([name, value]) => ({ name, value: attributeCell(value) })),
  specifications: product.specifications,
  goesWith: product.goesWith,
  texts: draftTextsOf(product.texts),
  pictures: product.pictures,
  options: product.options.map(({ name, values }) => ({ name, values: values.join(', ') })),
  variants: Object.fromEntries(
    product.variants.map((variant) => [keyOf(variant, product), draftVariant(variant, currency)]),
  ),
});

const keyOf = ({ options }: Variant, product: Pick<Product, 'options'>): string =>
  combinationKey(product.options.map(({ name }) => options[name] ?? ''));

const draftVariant = ({ price, wasPrice, stock, weight, ...rest }: Variant, currency: string): DraftVariant => ({
  price: decimalText({ amount: price, currency }),
  wasPrice: wasPrice === null ? '' : decimalText({ amount: wasPrice, currency }),
  stock: stock === null ? '' : String(stock),
  weight: weight === null ? '' : String(weight),
  taxClass: rest.taxClass,
  goodsCode: rest.goodsCode,
  pictures: rest.pictures,
});

/**
 * The single words of a product that can be said in a further language, each once: names and values of options, of
 * specifications, and texts of attributes.
 */
export const wordsOf = ({ options, specifications, attributes, category }: ProductDraft): string[] => [
  ...new Set(
    [
      ...toldOptions(options).flatMap(({ name, values }) => [name, ...values]),
      ...specifications.flatMap(({ name, value }) => [name, value]),
      ...attributes.map(({ value }) => value).filter((value) => typeof attributeOf(value) === 'string'),
      category.trim(),
    ].filter((word) => word !== '' && /\p{L}/u.test(word)),
  ),
];

export interface Told {
  readonly change: ProductChange & { readonly slug?: string };
  /** What cannot be read, by the key of a combination and the name of its field, or by the name of a field. */
  readonly faults: Readonly<Record<string, string>>;
}

/**
 * What a form says of a product: what differs from it, and no more, so that what others changed beside it stays.
 * @param before the product as the form began with it; undefined for a new one
 * @param code that of the product; new variants are numbered after it
 */
export function toldBy(draft: ProductDraft, before: Product | undefined, code: string, currency: string): Told {
  const was = before ? draftOf(before, currency) : EMPTY_DRAFT;
  const faults: Record<string, string> = {};
  if (draft.title.trim() === '') faults['title'] = 'Say what it is called.';
  const options = toldOptions(draft.options);
  const variants = variantsTold(draft, before, code, currency, faults);
  const differs = <K extends keyof ProductDraft>(name: K): boolean =>
    JSON.stringify(draft[name]) !== JSON.stringify(was[name]);
  if (draft.slug !== was.slug && !SLUG.test(draft.slug))
    faults['slug'] = 'Use lower-case letters, digits and single “-” between them.';
  const change: Told['change'] = {
    ...(differs('status') && { status: draft.status }),
    ...(differs('title') && { title: draft.title.trim() }),
    ...(differs('slug') && { slug: draft.slug }),
    ...(differs('summary') && { summary: draft.summary }),
    ...(differs('description') && { description: draft.description }),
    ...(differs('brand') && { brand: draft.brand || null }),
    ...(differs('visibleFrom') && { visibleFrom: draft.visibleFrom || null }),
    ...(differs('visibleUntil') && { visibleUntil: draft.visibleUntil || null }),
    ...(differs('category') && { category: draft.category.trim() }),
    ...(differs('keywords') && { keywords: partsOf(draft.keywords) }),
    ...(differs('attributes') && { attributes: attributesTold(draft, was, faults) }),
    ...(differs('specifications') && { specifications: filled(draft.specifications) }),
    ...(differs('goesWith') && { goesWith: draft.goesWith }),
    ...(differs('texts') && { texts: textsTold(draft.texts, was.texts) }),
    ...(differs('pictures') && { pictures: draft.pictures }),
    ...(differs('options') && { options }),
    ...(variants.length > 0 && { variants }),
  };
  return { change, faults };
}

/** Rows of which both sides are filled in. */
const filled = (rows: readonly DraftRow[]): DraftRow[] =>
  rows
    .map(({ name, value }) => ({ name: name.trim(), value: value.trim() }))
    .filter(({ name, value }) => name !== '' && value !== '');

const ATTRIBUTE = /^[a-z0-9][a-z0-9-]{0,39}$/;

function attributesTold(
  draft: ProductDraft,
  was: ProductDraft,
  faults: Record<string, string>,
): NonNullable<ProductChange['attributes']> {
  const told = new Map(filled(draft.attributes).map(({ name, value }) => [name, value]));
  for (const name of told.keys())
    if (!ATTRIBUTE.test(name)) faults[`attribute ${name}`] = 'Lower-case letters, digits and “-”.';
  const before = new Map(was.attributes.map(({ name, value }) => [name, value]));
  return Object.fromEntries([
    ...[...told].flatMap(([name, value]) => (before.get(name) === value ? [] : [[name, attributeOf(value)]])),
    ...[...before.keys()].flatMap((name) => (told.has(name) ? [] : [[name, null]])),
  ]);
}

function variantsTold(
  draft: ProductDraft,
  before: Product | undefined,
  code: string,
  currency: string,
  faults: Record<string, string>,
): VariantChange[] {
  const names = toldOptions(draft.options).map(({ name }) => name);
  const known = new Map(before?.variants.map((variant) => [keyOf(variant, before), variant]));
  const codes = new Set(before?.variants.map((one) => one.code));
  const sold = combinationsOf(draft).flatMap(({ key, values }) => {
    const typed = draft.variants[key] ?? NOT_SOLD;
    return typed.price.trim() === '' ? [] : [{ key, values, typed }];
  });
  const gone = [...known].flatMap(([key, one]) =>
    sold.some((row) => row.key === key) ? [] : [{ code: one.code, remove: true }],
  );
  const told = sold.flatMap(({ key, values, typed }): VariantChange[] => {
    const options = Object.fromEntries(names.map((name, i) => [name, values[i] ?? '']));
    const amounts = amountsIn(typed, key, currency, faults);
    const one = known.get(key);
    if (!one) return [{ code: nextCode(code, codes), options, ...withoutUsual(amounts) }];
    const { price, wasPrice, stock, ...rest } = amounts;
    const changed = Object.fromEntries(
      Object.entries({ stock, ...rest }).filter(
        ([name, value]) => JSON.stringify(one[name as keyof typeof one]) !== JSON.stringify(value),
      ),
    );
    const same = one.price === price && one.wasPrice === wasPrice;
    // An option may be called otherwise by now.
    const renamed = JSON.stringify(Object.keys(one.options)) !== JSON.stringify(names);
    return same && Object.keys(changed).length === 0 && !renamed
      ? []
      : [
          {
            code: one.code,
            ...(one.price === price ? {} : { price }),
            ...(one.wasPrice === wasPrice ? {} : { wasPrice }),
            // What nobody has touched is not said: what is sold meanwhile stays sold.
            ...changed,
            ...(renamed && { options }),
          },
        ];
  });
  return [...gone, ...told];
}

/** Without what a new variant has anyway. */
const withoutUsual = ({ weight, taxClass, goodsCode, pictures, ...rest }: ReturnType<typeof amountsIn>) => ({
  ...rest,
  ...(weight !== null && { weight }),
  ...(taxClass !== '' && { taxClass }),
  ...(goodsCode !== '' && { goodsCode }),
  ...(pictures.length > 0 && { pictures }),
});

function amountsIn(
  typed: DraftVariant,
  key: string,
  currency: string,
  faults: Record<string, string>,
): Omit<Variant, 'code' | 'options'> {
  const amount = (name: 'price' | 'wasPrice'): number => {
    // Half of Europe writes a comma.
    const found = amountFrom(typed[name].replace(',', '.'), currency);
    if (found === null) faults[`${key} ${name}`] = `Write it like ${exampleAmount(currency)}.`;
    return found ?? 0;
  };
  const stock = typed.stock.trim();
  const [weight, goodsCode] = [typed.weight.trim(), typed.goodsCode.trim()];
  if (stock !== '' && !/^\d{1,6}$/.test(stock)) faults[`${key} stock`] = 'A whole number, or nothing.';
  if (weight !== '' && !/^\d{1,8}$/.test(weight)) faults[`${key} weight`] = 'In grams: a whole number.';
  if (goodsCode !== '' && !GOODS_CODE.test(goodsCode)) faults[`${key} goodsCode`] = '6 to 12 digits.';
  return {
    price: amount('price'),
    wasPrice: typed.wasPrice.trim() === '' ? null : amount('wasPrice'),
    stock: stock === '' ? null : Number(stock),
    weight: weight === '' ? null : Number(weight),
    taxClass: typed.taxClass.trim(),
    goodsCode,
    pictures: typed.pictures,
  };
}

/** The code of the product with the next number; noted as taken. */
function nextCode(code: string, taken: Set<string>): string {
  for (let n = taken.size + 1; ; n++) {
    const found = `${code}-${n}`;
    if (taken.has(found)) continue;
    taken.add(found);
    return found;
  }
}

/**
 * What of a change somebody else has changed too, since it was looked at: the names of fields, as people say them. Fields
 * that only one of them has touched go together.
 * @param looked the product as it was looked at
 * @param now the product as it is
 */
export function changesMeanwhile(looked: Product, now: Product, change: Told['change']): string[] {
  const isOther = (one: unknown, other: unknown): boolean => JSON.stringify(one) !== JSON.stringify(other);
  const { variants = [], attributes: _attributes, ...rest } = change;
  const fields = (Object.keys(rest) as (keyof typeof rest)[]).filter((name) => isOther(looked[name], now[name]));
  const touched = variants.filter((variant) => {
    const [was, is] = [looked, now].map((product) => product.variants.find(({ code }) => code === variant.code));
    const names = Object.keys(variant) as (keyof typeof variant)[];
    return names.some((name) => name !== 'code' && (name === 'remove' ? !is : isOther(was?.[name], is?.[name])));
  });
  return [...fields, ...touched.map(({ code }) => `the variant ${code}`)];
}
