/** The columns of a table of the catalogue, by what the table is of. */
import { LANGUAGE_TAG, type ThingTexts } from '../catalogue/texts.js';

export const FILE_KINDS = ['product', 'collection', 'brand', 'review'] as const;
/** What a file is of. */
export type FileKind = (typeof FILE_KINDS)[number];

export interface Column {
  readonly name: string;
  readonly help: string;
  /** What other files call it: letters and digits only, in lower case. */
  readonly also: readonly string[];
}

const column = (name: string, help: string, ...also: readonly string[]): Column => ({ name, help, also });

/** In the order in which files have them. The first names the thing; its rows stand together. */
export const FILE_COLUMNS: Readonly<Record<FileKind, readonly Column[]>> = {
  product: [
    column('product', 'its code; empty for a further variant of the product above', 'code', 'productcode', 'sku', 'id'),
    column('title', 'what it is called', 'name', 'productname', 'producttitle'),
    column('slug', 'where its page is; if empty it stays, or is made from the title of a new one', 'path', 'url'),
    column('status', 'for-sale, draft or withdrawn', 'state'),
    column('brand', 'the code or the title of a brand; none if empty', 'maker', 'manufacturer', 'label'),
    column('category', 'one category', 'type', 'productcategory', 'producttype'),
    column('keywords', 'with commas between', 'tags', 'labels'),
    column('summary', 'the short text', 'shortdescription', 'shorttext', 'intro'),
    column('description', 'the long text, as HTML', 'text', 'longdescription', 'longtext', 'body'),
    column('specifications', 'a line each: Weight=180 g', 'specs', 'technicaldata'),
    column('goes-with', 'codes of products, with commas between', 'related', 'accessories', 'crosssell'),
    column('visible-since', 'a day such as 2026-11-23', 'date', 'published'),
    column('from', 'from when shoppers see it, such as 2026-11-27T08:00; always if empty', 'visiblefrom', 'showfrom'),
    column('until', 'until when shoppers see it; always if empty', 'visibleuntil', 'showuntil'),
    column(
      'pictures',
      'a line each: the file name of a picture of the library, or its hash, and what it shows',
      'images',
      'picture',
    ),
    column('options', 'a line each, with all values in their order: Colour=Moss,Sand'),
    column('variant', 'the code of the variant', 'variantcode', 'variantsku', 'variantid'),
    column('price', 'such as 24.50', 'unitprice', 'saleprice', 'amount'),
    column('was-price', 'what it cost before; none if empty', 'oldprice', 'listprice', 'regularprice', 'rrp'),
    column('stock', 'how many there are, or not-counted', 'quantity', 'qty', 'instock', 'onhand'),
    column('weight', 'packed, in grams', 'grams', 'shippingweight'),
    column('tax-class', 'the code of its tax class; the usual one if empty', 'taxrate', 'vatclass'),
    column('goods-code', 'for customs: 6 to 12 digits', 'hscode', 'customscode', 'tariffnumber'),
    column('shown-by', 'those of the pictures that show the variant, by file name or hash, with commas between'),
  ],
  collection: [
    column('collection', 'its code; empty for a further product of the collection above', 'code', 'id'),
    column('title', 'what it is called', 'name'),
    column('slug', 'where its page is; if empty it stays, or is made from the title of a new one', 'path', 'url'),
    column('description', 'what its page says of it', 'text', 'body'),
    column('into', 'the code of the collection that it is in; none if empty', 'parent'),
    column('position', 'its place among the others: 0, 1, 2, …', 'order', 'sortorder'),
    column('when', 'the rule that fills it; empty where products are chosen by hand', 'rule'),
    column(
      'picture',
      'the file name of a picture of the library, or its hash, and what it shows; none if empty',
      'image',
    ),
    column('product', 'the code of a product in it; a row for each, in their order', 'productcode', 'sku', 'member'),
  ],
  brand: [
    column('brand', 'its code', 'code', 'id'),
    column('title', 'what it is called', 'name'),
    column('slug', 'where its page is; if empty it stays, or is made from the title of a new one', 'path', 'url'),
    column('description', 'what its page says of it', 'text', 'body'),
  ],
  review: [
    column('review', 'its code', 'code', 'id', 'reviewcode', 'reviewid'),
    column('product', 'the code of the product that it is of', 'productcode', 'productid', 'sku'),
    column('rating', 'stars, from 1 to 5', 'stars', 'score', 'grade'),
    column('title', 'what stands over it', 'headline', 'subject', 'heading'),
    column('text', 'what it says', 'body', 'comment', 'reviewtext', 'content'),
    column('name', 'who wrote it, as shoppers read it', 'author', 'customer', 'reviewer', 'by'),
    column('language', 'what it is written in, such as de; the first of the store if empty', 'lang', 'locale'),
    column(
      'written',
      'when, such as 2026-11-23 or 2026-11-23T08:00; now if empty',
      'date',
      'created',
      'createdat',
      'writtenat',
    ),
    column('state', 'shown, waiting or hidden', 'status'),
  ],
};

/** The columns that a product has beside: a value of the variant for an option, an attribute of the product. */
const NAMED = /^(option\.\S.*|attribute\.[a-z0-9][a-z0-9-]{0,39})$/;
/** What of a thing may be in further languages, as columns such as `title@de` call it. */
export const SPOKEN_FIELDS: Readonly<Record<FileKind, readonly (keyof ThingTexts)[]>> = {
  product: ['title', 'summary', 'description', 'words'],
  collection: ['title', 'description'],
  brand: ['title', 'description'],
  review: [],
};

/** What a column for a text in a further language is of; null for another column. @example spokenIn('brand', 'title@de') */
export function spokenIn(
  kind: FileKind,
  name: string,
): { readonly field: keyof ThingTexts; readonly language: string } | null {
  const [head = '', language = '', ...rest] = name.split('@');
  const field = SPOKEN_FIELDS[kind].find((one) => one === head);
  return field && rest.length === 0 && LANGUAGE_TAG.test(language) ? { field, language } : null;
}

/** What is an option, if a file has a column for it. */
const OPTIONS = ['colour', 'color', 'size', 'material', 'length', 'width', 'scent', 'flavour', 'finish'];

/** Whether a table of a kind has a column of this name. */
export const isColumn = (kind: FileKind, name: string): boolean =>
  FILE_COLUMNS[kind].some((one) => one.name === name) ||
  spokenIn(kind, name) !== null ||
  (kind === 'product' && NAMED.test(name));

const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/**
 * What the heads of a file are most likely: each column at most once.
 * @returns for each head the name of a column; null where none comes to mind
 * @example
 * proposedColumns('product', ['Name', 'SKU', 'Colour']) // ['title', 'product', 'option.Colour']
 */
export function proposedColumns(kind: FileKind, heads: readonly string[]): (string | null)[] {
  const taken = new Set<string>();
  const take = (name: string): string | null => {
    if (taken.has(name)) return null;
    taken.add(name);
    return name;
  };
  // What bears the name of a column is that column, whatever else could be taken for it.
  const exact = heads.map((head) => (isColumn(kind, head.trim()) ? take(head.trim()) : null));
  return heads.map((head, i) => {
    const known = exact[i];
    if (known) return known;
    const found = FILE_COLUMNS[kind].find(({ name, also }) => [plain(name), ...also].includes(plain(head)));
    if (found) return take(found.name);
    if (kind !== 'product' || !OPTIONS.includes(plain(head))) return null;
    return take(`option.${head.trim()}`);
  });
}
