/** What a form has not saved yet, laid over what is kept: a preview shows it, and nobody else. */
import { Problem } from '@parlour/core';
import {
  changedProduct,
  changedTexts,
  type BrandChange,
  type Product,
  type ProductChange,
} from '@parlour/core/catalogue';
import type { UnsavedSubject } from '@parlour/core/commerce';
import type { PictureInfo } from '@parlour/core/kinds';
import { STAND_IN } from '@parlour/core/pages';
import { findSubject, type SubjectKind, type SubjectRows } from '../records/catalogue.js';
import type { Records } from '../records/database.js';
import { findPicture } from '../records/pictures.js';

type ProductRow = SubjectRows['product'];

/** A store, and what is not saved of one of its pages. */
interface Source {
  readonly db: Records;
  readonly store: { readonly id: number };
  readonly unsaved?: UnsavedSubject | null;
}

/** A row with what is not saved of it, if that is of this one. */
export async function withUnsaved<K extends SubjectKind>(
  source: Source,
  kind: K,
  row: SubjectRows[K],
): Promise<SubjectRows[K]> {
  const { unsaved } = source;
  if (!unsaved || unsaved.page !== `${kind}:${row.code}`) return row;
  if ('variants' in row)
    return { ...row, ...(await productWith(source, beginningOf(row, unsaved.change), unsaved.change)) };
  const { title, description, texts } = unsaved.change as BrandChange;
  return {
    ...row,
    ...(title !== undefined && { title }),
    ...(description !== undefined && { description }),
    texts: changedTexts(row.texts ?? {}, texts),
  };
}

/** What stands in for a product that is still to be made has its examples until there is something to buy. */
const beginningOf = (row: ProductRow, { variants }: ProductChange): ProductRow =>
  row.code === STAND_IN && variants ? { ...row, options: [], variants: [], brand: '' } : row;

async function productWith(source: Source, row: ProductRow, change: ProductChange): Promise<ProductRow> {
  const after = afterwards(asKept(row), change);
  const brand = after.brand === row.brandCode ? row.brand : await brandTitle(source, after.brand);
  return {
    ...row,
    ...after,
    brand,
    brandCode: after.brand,
    collections: row.collections,
    pictures: await picturesOf(source, row, after.pictures),
    variants: after.variants.map((one) => ({
      ...one,
      wasPrice: one.wasPrice !== null && one.wasPrice > one.price ? one.wasPrice : null,
    })),
  };
}

/** What makes no sense yet, such as an option without a value for a variant, is shown as it was. */
function afterwards(product: Product, change: ProductChange): Product {
  try {
    return changedProduct(product, change);
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const { variants: _variants, options: _options, goesWith: _goesWith, ...rest } = change;
    return changedProduct(product, rest);
  }
}

/** What a page knows of a product, as a form begins with it. */
const asKept = ({ brandCode, pictures, variants, ...row }: ProductRow): Product => ({
  ...row,
  brand: brandCode,
  pictures: pictures.map(({ hash, alt }) => ({ hash, alt })),
  specifications: row.specifications ?? [],
  goesWith: row.goesWith ?? [],
  texts: row.texts ?? {},
  variants: variants.map((one) => ({
    ...{ weight: null, taxClass: '', goodsCode: '' },
    ...one,
    pictures: one.pictures ?? [],
  })),
});

const brandTitle = async ({ db, store }: Source, code: string | null): Promise<string> =>
  code === null ? '' : ((await findSubject(db, store.id, 'brand', 'code', code))?.title ?? '');

async function picturesOf({ db, store }: Source, row: ProductRow, wanted: Product['pictures']): Promise<PictureInfo[]> {
  const known = new Map(row.pictures.map((one) => [one.hash, one]));
  const found: PictureInfo[] = [];
  for (const { hash, alt } of wanted) {
    const picture = known.get(hash) ?? (await findPicture(db, store.id, hash));
    if (picture) found.push({ hash, alt, width: picture.width, height: picture.height, widths: picture.widths });
  }
  return found;
}
