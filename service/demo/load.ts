/** Loads the demo stores into an empty database. */
import { demoStores, type DemoStore } from '@parlour/demo';
import { hashPassword } from '../accounts/passwords.js';
import { makePicture, type MadePicture } from '../media/renditions.js';
import { addFirstDesign } from '../stores/create.js';
import { addAccount, setMembership } from '../records/accounts.js';
import { touch } from '../records/changes.js';
import { inTransaction, json, type Database, type Records } from '../records/database.js';
import { addPicture } from '../records/pictures.js';
import { tags } from '../records/tags.js';

/** The owner of the first demo store. A demo only: a store of one's own is not made with it. */
export const DEMO_SIGN_IN = {
  mail: 'owner@windrow.example',
  password: 'kites-over-ternhythe',
} as const;

/** @returns false if there are stores already, and nothing was done */
export async function loadDemo(db: Database): Promise<boolean> {
  if (await hasStores(db)) return false;
  const passwordHash = await hashPassword(DEMO_SIGN_IN.password);
  // Slow, so before the transaction.
  const stores = await Promise.all((await demoStores()).map(withPictures));
  return inTransaction(db, async (trx) => {
    // Two processes that start on one empty database must not both load it.
    await trx.selectFrom('service_secret').selectAll().forUpdate().execute();
    if (await hasStores(trx)) return false;
    for (const store of stores) {
      const owner = await addAccount(trx, { ...store.owner, passwordHash });
      if (owner === undefined) throw new Error(`${store.owner.mail} owns two demo stores.`);
      await setMembership(trx, owner, await loadStore(trx, store), 'owner');
    }
    return true;
  });
}

const hasStores = async (db: Records): Promise<boolean> =>
  (await db.selectFrom('store').select('id').executeTakeFirst()) !== undefined;

type ReadyStore = Omit<DemoStore, 'pictures'> & {
  readonly pictures: readonly (MadePicture & { readonly file: string })[];
};

async function withPictures(store: DemoStore): Promise<ReadyStore> {
  const pictures: (MadePicture & { file: string })[] = [];
  for (const { name, bytes } of store.pictures) pictures.push({ ...(await makePicture(bytes, name)), file: name });
  return { ...store, pictures };
}

async function loadStore(trx: Records, demo: ReadyStore): Promise<number> {
  const { slug, name, currency, locale, languages, timeZone, country, delivery } = demo;
  const store = await trx
    .insertInto('store')
    .values({
      slug,
      name,
      currency,
      locale,
      languages: [...languages],
      time_zone: timeZone,
      country,
      delivery: json(delivery),
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  touch(trx, store.id, [tags.catalogue]);
  const hashes = new Map<string, string>();
  for (const { file, picture, renditions } of demo.pictures) {
    await addPicture(trx, store.id, picture, renditions);
    hashes.set(file, picture.hash);
  }
  const brandIds = new Map<string, number>();
  for (const brand of demo.brands) {
    const row = await trx
      .insertInto('brand')
      .values({ ...brand, store_id: store.id })
      .returning('id')
      .executeTakeFirstOrThrow();
    brandIds.set(brand.title, row.id);
  }
  const productIds = await loadProducts(trx, store.id, demo, hashes, brandIds);
  for (const [position, { code, slug, title, description, products }] of demo.collections.entries()) {
    const collection = await trx
      .insertInto('collection')
      .values({ store_id: store.id, code, slug, title, description, position })
      .returning('id')
      .executeTakeFirstOrThrow();
    await trx
      .insertInto('collection_member')
      .values(
        products.map((product, at) => ({
          collection_id: collection.id,
          product_id: productIds.get(product) as number,
          position: at,
        })),
      )
      .execute();
  }
  await addFirstDesign(
    trx,
    store.id,
    demo.name,
    demo.design((file) => hashes.get(file) as string),
  );
  return store.id;
}

async function loadProducts(
  trx: Records,
  storeId: number,
  demo: ReadyStore,
  hashes: ReadonlyMap<string, string>,
  brandIds: ReadonlyMap<string, number>,
): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  for (const product of demo.products) {
    const { code, slug, title, brand, summary, description, options, variants, pictures, added } = product;
    const row = await trx
      .insertInto('product')
      .values({
        store_id: storeId,
        code,
        slug,
        title,
        brand_id: brandIds.get(brand) as number,
        summary,
        description,
        options: json(options),
        created_at: added,
        category: product.category,
        keywords: [...product.keywords],
        attributes: json(product.attributes),
        visible_since: added,
      })
      .returning('id')
      .executeTakeFirstOrThrow();
    ids.set(code, row.id);
    await trx
      .insertInto('variant')
      .values(
        variants.map(({ wasPrice, options: chosen, ...variant }, position) => ({
          ...variant,
          was_price: wasPrice,
          options: json(chosen),
          product_id: row.id,
          position,
        })),
      )
      .execute();
    if (pictures.length) {
      await trx
        .insertInto('product_picture')
        .values(
          pictures.map(({ file, alt }, position) => ({
            product_id: row.id,
            store_id: storeId,
            hash: hashes.get(file) as string,
            alt,
            position,
          })),
        )
        .execute();
    }
  }
  return ids;
}
