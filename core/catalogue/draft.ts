/** A product as a form holds it: amounts and numbers as they are typed, a row for each combination of options. */
import { amountFrom, decimalText, exampleAmount } from '../money/index.js';
import {
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
}
export const NOT_SOLD: DraftVariant = Object.freeze({ price: '', wasPrice: '', stock: '' });

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
  ...{ pictures: [], options: [], variants: {} },
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
  pictures: product.pictures,
  options: product.options.map(({ name, values }) => ({ name, values: values.join(', ') })),
  variants: Object.fromEntries(
    product.variants.map((variant) => [keyOf(variant, product), draftVariant(variant, currency)]),
  ),
});

const keyOf = ({ options }: Variant, product: Pick<Product, 'options'>): string =>
  combinationKey(product.options.map(({ name }) => options[name] ?? ''));

const draftVariant = ({ price, wasPrice, stock }: Variant, currency: string): DraftVariant => ({
  price: decimalText({ amount: price, currency }),
  wasPrice: wasPrice === null ? '' : decimalText({ amount: wasPrice, currency }),
  stock: stock === null ? '' : String(stock),
});

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
    ...(differs('pictures') && { pictures: draft.pictures }),
    ...(differs('options') && { options }),
    ...(variants.length > 0 && { variants }),
  };
  return { change, faults };
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
    if (!one) return [{ code: nextCode(code, codes), options, ...amounts }];
    const same = one.price === amounts.price && one.wasPrice === amounts.wasPrice;
    // An option may be called otherwise by now.
    const renamed = JSON.stringify(Object.keys(one.options)) !== JSON.stringify(names);
    return same && one.stock === amounts.stock && !renamed
      ? []
      : [
          {
            code: one.code,
            ...(one.price === amounts.price ? {} : { price: amounts.price }),
            ...(one.wasPrice === amounts.wasPrice ? {} : { wasPrice: amounts.wasPrice }),
            // What nobody has touched is not said: what is sold meanwhile stays sold.
            ...(one.stock === amounts.stock ? {} : { stock: amounts.stock }),
            ...(renamed && { options }),
          },
        ];
  });
  return [...gone, ...told];
}

function amountsIn(
  typed: DraftVariant,
  key: string,
  currency: string,
  faults: Record<string, string>,
): { price: number; wasPrice: number | null; stock: number | null } {
  const amount = (name: 'price' | 'wasPrice'): number => {
    // Half of Europe writes a comma.
    const found = amountFrom(typed[name].replace(',', '.'), currency);
    if (found === null) faults[`${key} ${name}`] = `Write it like ${exampleAmount(currency)}.`;
    return found ?? 0;
  };
  const stock = typed.stock.trim();
  if (stock !== '' && !/^\d{1,6}$/.test(stock)) faults[`${key} stock`] = 'A whole number, or nothing.';
  return {
    price: amount('price'),
    wasPrice: typed.wasPrice.trim() === '' ? null : amount('wasPrice'),
    stock: stock === '' ? null : Number(stock),
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
