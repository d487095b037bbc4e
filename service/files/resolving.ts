/** What a file leaves to be worked out from what is there: brands by their titles, pictures by their files, variants without a code. */
import type { CollectionChange, ProductChange, VariantChange } from '@parlour/core/catalogue';
import type { FileFault, FileKind } from '@parlour/core/files';
import { fold } from '@parlour/core/pages';
import { allBrands } from '../records/brands.js';
import type { Records } from '../records/database.js';
import { hashesByName } from '../records/pictures.js';
import { readProducts, type KeptProduct } from '../records/products.js';
import type { ToldThing } from './reading.js';

/** The same things with all that is needed; what is missing is among their faults. */
export type Resolve = (trx: Records, some: readonly ToldThing[]) => Promise<readonly ToldThing[]>;

export async function resolving(db: Records, storeId: number, kind: FileKind): Promise<Resolve> {
  if (kind === 'collection') return async (trx, some) => withPicturesIn(trx, storeId, some);
  if (kind === 'brand' || kind === 'review') return (_trx, some) => Promise.resolve(some);
  const brands = await allBrands(db, storeId);
  const codes = new Set(brands.map(({ code }) => code));
  const byTitle = new Map(brands.map(({ code, title }) => [fold(title), code]));
  const brandOf = (text: string): string | undefined => (codes.has(text) ? text : byTitle.get(fold(text)));
  return async (trx, some) => {
    const unnamed = some.filter((thing) => changeOf(thing).variants?.some(({ code }) => code === ''));
    const there =
      unnamed.length === 0
        ? new Map<string, KeptProduct>()
        : await readProducts(
            trx,
            storeId,
            unnamed.map(({ code }) => code),
          );
    const shown = await withPicturesIn(trx, storeId, some);
    return shown.map((thing) => withVariants(withBrand(thing, brandOf), there.get(thing.code)));
  };
}

// Things of a file of products are changes of products, and those of one of collections of collections.
const changeOf = ({ change }: ToldThing): ProductChange & Pick<CollectionChange, 'picture'> => change;

function withBrand(thing: ToldThing, brandOf: (text: string) => string | undefined): ToldThing {
  const { brand } = changeOf(thing);
  if (brand === undefined || brand === null) return thing;
  const code = brandOf(brand);
  if (code !== undefined) return { ...thing, change: { ...thing.change, brand: code } };
  const reason = `There is no brand “${brand}” in this store. Create it first, or import a file of brands.`;
  return withFault(thing, { ...thing.cellAt('brand'), reason });
}

/** What stands for pictures in a change: hashes, or names of files. */
const hashesIn = ({ picture, pictures = [], variants = [] }: ReturnType<typeof changeOf>): string[] => [
  ...(picture ? [picture.hash] : []),
  ...pictures.map(({ hash }) => hash),
  ...variants.flatMap((one) => one.pictures ?? []),
];
const isName = (text: string): boolean => !/^[0-9a-f]{64}$/.test(text);

async function withPicturesIn(trx: Records, storeId: number, some: readonly ToldThing[]): Promise<ToldThing[]> {
  const names = some.flatMap((thing) => hashesIn(changeOf(thing)).filter(isName));
  const byName = names.length === 0 ? new Map<string, string[]>() : await hashesByName(trx, storeId, names);
  return some.map((thing) => withPictures(thing, byName));
}

/** Pictures may be named by their files, as long as one alone has the name. */
function withPictures(thing: ToldThing, byName: ReadonlyMap<string, readonly string[]>): ToldThing {
  const change = changeOf(thing);
  const wrong = hashesIn(change).find((one) => isName(one) && byName.get(one)?.length !== 1);
  if (wrong !== undefined) {
    const many = byName.get(wrong)?.length ?? 0;
    const isOfAll = change.pictures?.some(({ hash }) => hash === wrong);
    const place = change.picture ? 'picture' : isOfAll ? 'pictures' : 'variants[0].pictures';
    const reason =
      many > 1
        ? `${many} pictures of the library are named “${wrong}”: say the hash of the one that is meant.`
        : `There is no picture “${wrong}” in the library of this store. Add it first.`;
    return withFault(thing, { ...thing.cellAt(place), reason });
  }
  if (!hashesIn(change).some(isName)) return thing;
  const hashOf = (text: string): string => byName.get(text)?.[0] ?? text;
  return {
    ...thing,
    change: {
      ...thing.change,
      ...(change.picture && { picture: { ...change.picture, hash: hashOf(change.picture.hash) } }),
      ...(change.pictures && { pictures: change.pictures.map(({ hash, alt }) => ({ hash: hashOf(hash), alt })) }),
      ...(change.variants && {
        variants: change.variants.map((one) => (one.pictures ? { ...one, pictures: one.pictures.map(hashOf) } : one)),
      }),
    },
  };
}

/** A row without a code is of the only variant there is; of a new product, variants are numbered. */
function withVariants(thing: ToldThing, there: KeptProduct | undefined): ToldThing {
  const { variants } = changeOf(thing);
  if (!variants?.some(({ code }) => code === '')) return thing;
  const known = there?.variants ?? [];
  if (known.length > 1 || (known.length === 1 && variants.length > 1)) {
    const first = variants.findIndex(({ code }) => code === '');
    const reason = `The product has ${known.length === 1 ? 'a variant' : `${known.length} variants`} already: say which one this is, or the code of a new one. There is: ${known.map(({ code }) => code).join(', ')}.`;
    return withFault(thing, { ...thing.cellAt(`variants[${first}]`), reason });
  }
  const named = variants.map((one, i): VariantChange => {
    if (one.code !== '') return one;
    return { ...one, code: known[0]?.code ?? (variants.length === 1 ? thing.code : `${thing.code}-${i + 1}`) };
  });
  return { ...thing, change: { ...thing.change, variants: named } };
}

const withFault = (thing: ToldThing, fault: FileFault): ToldThing => ({ ...thing, faults: [...thing.faults, fault] });
