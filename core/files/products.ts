/** Products as rows: one for each variant, those of a product together; the first says what the product is. */
import { said } from '../catalogue/change.js';
import { PRODUCT_STATUSES, type Product, type ProductChange, type VariantChange } from '../catalogue/product.js';
import { amountFrom, decimalText, exampleAmount } from '../money/index.js';
import { attributeCell, attributeOf } from '../catalogue/attribute-text.js';
import { listCell, listOf, namedCell, namedOf, picturesCell, picturesOf } from './cells.js';
import { FILE_COLUMNS, spokenIn } from './columns.js';
import { spokenCells, spokenHeads, textsFrom } from './spoken.js';
import { Cells, type Row, type Told } from './told.js';

const OF_VARIANT = ['variant', 'price', 'was-price', 'stock', 'weight', 'tax-class', 'goods-code', 'shown-by'];
/** The columns that speak of the product, whichever row they stand in. */
const OF_PRODUCT = FILE_COLUMNS.product.map(({ name }) => name).filter((name) => !OF_VARIANT.includes(name));

/** A change of a variant; its code is empty where the file does not say it. */
export type ToldProduct = Told<ProductChange>;

/**
 * A product as rows tell of it. A column that the file does not have leaves what is there; an empty cell of brand,
 * was-price or an attribute takes it away, and one of title, status, price or stock leaves it.
 * @param rows those of one product, in their order
 * @param currency in which prices are
 */
export function productFrom(rows: readonly Row[], currency: string): ToldProduct {
  const cells = new Cells(rows);
  const names = Object.keys(rows[0]?.cells ?? {});
  const attributes = names.filter((name) => name.startsWith('attribute.'));
  const spoken = names.filter((name) => spokenIn('product', name) !== null);
  cells.onlyFirst(
    [...OF_PRODUCT, ...attributes, ...spoken].filter((name) => name !== 'product' && names.includes(name)),
  );
  const text = (column: string): string | undefined => cells.text(column);
  const change: ProductChange = said({
    title: text('title')?.trim() || undefined,
    status: cells.read(
      'status',
      (value) => PRODUCT_STATUSES.find((one) => one === value) ?? null,
      `It is none of: ${PRODUCT_STATUSES.join(', ')}.`,
    ),
    brand: text('brand') === undefined ? undefined : text('brand')?.trim() || null,
    category: text('category')?.trim(),
    keywords: text('keywords') === undefined ? undefined : listOf(text('keywords') ?? ''),
    summary: text('summary'),
    description: text('description'),
    specifications: cells.readOr(
      'specifications',
      [],
      (value) => {
        const named = namedOf(value);
        return named?.every(({ values }) => values.length === 1)
          ? named.map(({ name, values: [one = ''] }) => ({ name, value: one }))
          : null;
      },
      'It is not a line for each, such as Weight=180 g.',
    ),
    goesWith: text('goes-with') === undefined ? undefined : listOf(text('goes-with') ?? ''),
    texts: textsFrom('product', cells, spoken),
    visibleSince: text('visible-since')?.trim() || undefined,
    visibleFrom: text('from') === undefined ? undefined : text('from')?.trim() || null,
    visibleUntil: text('until') === undefined ? undefined : text('until')?.trim() || null,
    pictures: text('pictures') === undefined ? undefined : picturesOf(text('pictures') ?? ''),
    options: cells.read('options', namedOf, 'It is not a line for each option, such as Colour=Moss,Sand.'),
    attributes:
      attributes.length === 0
        ? undefined
        : Object.fromEntries(
            attributes.map((name) => {
              const cell = text(name) ?? '';
              return [name.slice('attribute.'.length), cell === '' ? null : attributeOf(cell)];
            }),
          ),
  });
  const variants = variantsFrom(rows, names, cells, currency);
  return {
    code: text('product')?.trim() ?? '',
    slug: text('slug')?.trim() || undefined,
    change: { ...change, ...(variants.length > 0 && { variants: variants.map(({ variant }) => variant) }) },
    faults: cells.faults,
    cellAt: (place) => {
      const [, index, code, rest = ''] = /^variants(?:\[(\d+)\]|\.([^.]+(?:\.[^.]+)*?))(?:\.(\w+))?$/.exec(place) ?? [];
      const found =
        index === undefined ? variants.find(({ variant }) => variant.code === code) : variants[Number(index)];
      if (found) return cells.cell(VARIANT_COLUMNS[rest] ?? 'variant', found.row);
      return cells.cell(columnOf(place, names));
    },
  };
}

const VARIANT_COLUMNS: Readonly<Record<string, string>> = {
  price: 'price',
  wasPrice: 'was-price',
  stock: 'stock',
  weight: 'weight',
  taxClass: 'tax-class',
  goodsCode: 'goods-code',
  pictures: 'shown-by',
};

/** The column that a place of a change came from; the product itself if the file has none. */
function columnOf(place: string, names: readonly string[]): string {
  const [first = '', second] = place.split(/[.[\]]/);
  const named =
    {
      code: 'product',
      visibleSince: 'visible-since',
      visibleFrom: 'from',
      visibleUntil: 'until',
      goesWith: 'goes-with',
    }[first] ?? first;
  const [, language = '', field = ''] = /^texts\.([^.]+)(?:\.(\w+))?/.exec(place) ?? [];
  return (
    [`${field}@${language}`, `${first.replace(/s$/, '')}.${second ?? ''}`, named].find((one) => names.includes(one)) ??
    'product'
  );
}

function variantsFrom(
  rows: readonly Row[],
  names: readonly string[],
  cells: Cells,
  currency: string,
): { readonly row: number; readonly variant: VariantChange }[] {
  const options = names.filter((name) => name.startsWith('option.'));
  return rows.flatMap(({ cells: all }, row) => {
    const chosen = options.flatMap((name) => {
      const value = all[name]?.trim() ?? '';
      return value === '' ? [] : [[name.slice('option.'.length), value]];
    });
    const price = (column: string): number | undefined =>
      cells.read(
        column,
        (text) => amountFrom(text, currency),
        `It is not a price in ${currency}, such as ${exampleAmount(currency)}.`,
        row,
      );
    const stock = cells.read(
      'stock',
      (text): { readonly is: number | null } | null =>
        text === 'not-counted' ? { is: null } : /^\d{1,7}$/.test(text) ? { is: Number(text) } : null,
      'It is not a number of pieces, such as 24, or not-counted.',
      row,
    );
    const was = cells.text('was-price', row)?.trim();
    const weight = cells.read(
      'weight',
      (text) => (/^\d{1,8}$/.test(text) ? { is: Number(text) } : null),
      'It is not a weight in grams, such as 350.',
      row,
    );
    const shownBy = cells.text('shown-by', row);
    const values = said({
      weight: cells.text('weight', row)?.trim() === '' ? null : weight?.is,
      taxClass: cells.text('tax-class', row)?.trim(),
      goodsCode: cells.text('goods-code', row)?.trim(),
      pictures: shownBy === undefined ? undefined : listOf(shownBy),
      options: chosen.length > 0 ? (Object.fromEntries(chosen) as Record<string, string>) : undefined,
      price: price('price'),
      wasPrice: was === '' ? null : price('was-price'),
      stock: stock?.is,
    });
    const code = cells.text('variant', row)?.trim() ?? '';
    // A row that says nothing of a variant is of the product alone.
    const isOfVariant =
      code !== '' ||
      Object.values(values).some(
        (value) => value !== null && value !== '' && !(Array.isArray(value) && value.length === 0),
      );
    return isOfVariant ? [{ row, variant: { code, ...values } }] : [];
  });
}

/** What differs from product to product, and has a column each. */
export interface NamedColumns {
  readonly options: readonly string[];
  readonly attributes: readonly string[];
  /** The further languages that texts are in. */
  readonly languages: readonly string[];
}

export const productHeads = ({ options, attributes, languages }: NamedColumns): string[] => {
  const names = FILE_COLUMNS.product.map(({ name }) => name);
  const before = names.indexOf('variant') + 1;
  return [
    ...names.slice(0, before),
    ...options.map((name) => `option.${name}`),
    ...names.slice(before),
    ...attributes.map((name) => `attribute.${name}`),
    ...spokenHeads('product', languages),
  ];
};

/** The rows of a product, under `productHeads`; `productFrom` makes it of them again. */
export function productRows(product: Product, currency: string, columns: NamedColumns): string[][] {
  const price = (amount: number | null): string => (amount === null ? '' : decimalText({ amount, currency }));
  const first: Readonly<Record<string, string>> = {
    title: product.title,
    slug: product.slug,
    status: product.status,
    brand: product.brand ?? '',
    category: product.category,
    keywords: listCell(product.keywords),
    summary: product.summary,
    description: product.description,
    specifications: namedCell(product.specifications.map(({ name, value }) => ({ name, values: [value] }))),
    'goes-with': listCell(product.goesWith),
    ...spokenCells(product.texts),
    'visible-since': product.visibleSince,
    from: product.visibleFrom ?? '',
    until: product.visibleUntil ?? '',
    pictures: picturesCell(product.pictures),
    options: namedCell(product.options),
    ...Object.fromEntries(
      Object.entries(product.attributes).map(([name, value]) => [`attribute.${name}`, attributeCell(value)]),
    ),
  };
  const [heads, variants] = [productHeads(columns), product.variants.length > 0 ? product.variants : [undefined]];
  return variants.map((variant, i) => {
    const cells: Readonly<Record<string, string>> = {
      product: product.code,
      ...(i === 0 && first),
      ...(variant && {
        variant: variant.code,
        price: price(variant.price),
        'was-price': price(variant.wasPrice),
        stock: variant.stock === null ? 'not-counted' : String(variant.stock),
        weight: variant.weight === null ? '' : String(variant.weight),
        'tax-class': variant.taxClass,
        'goods-code': variant.goodsCode,
        'shown-by': listCell(variant.pictures),
        ...Object.fromEntries(Object.entries(variant.options).map(([name, value]) => [`option.${name}`, value])),
      }),
    };
    return heads.map((head) => cells[head] ?? '');
  });
}
