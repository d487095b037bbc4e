/** Loads the demo stores into an empty database. */
import { demoStores, type DemoStore } from '@parlour/demo';
import { hashPassword } from '../accounts/passwords.js';
import { applyCatalogue } from '../catalogue/apply.js';
import { asChanges } from '../catalogue/whole.js';
import { makePictures, type MadePicture } from '../media/renditions.js';
import { addFirstDesign } from '../stores/create.js';
import { addAccount, setMembership } from '../records/accounts.js';
import { inTransaction, json, type Database, type Records } from '../records/database.js';
import { addMessage, addSignUp } from '../records/inbox.js';
import { addPicture } from '../records/pictures.js';
import { sure } from '@parlour/core';

/** The owner of the first demo store. A demo only: a store of one's own is not made with it. */
export const DEMO_SIGN_IN = {
  email: 'owner@windrow.example',
  password: 'kites-over-ternhythe',
} as const;

/**
 * @param stores what to load
 * @returns false if there are stores already, and nothing was done
 */
export async function loadDemo(db: Database, stores = demoStores): Promise<boolean> {
  if (await hasStores(db)) return false;
  const passwordHash = await hashPassword(DEMO_SIGN_IN.password);
  // Slow, so before the transaction.
  const ready = await Promise.all((await stores()).map(withPictures));
  return inTransaction(db, async (trx) => {
    // Two processes that start on one empty database must not both load it.
    await trx.selectFrom('service_secret').selectAll().forUpdate().execute();
    if (await hasStores(trx)) return false;
    for (const store of ready) {
      const owner = await addAccount(trx, { ...store.owner, passwordHash });
      if (owner === undefined) throw new Error(`${store.owner.email} owns two demo stores.`);
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
  const made = await makePictures(store.pictures);
  return { ...store, pictures: made.map((one) => ({ ...one, file: one.picture.name })) };
}

async function loadStore(trx: Records, demo: ReadyStore): Promise<number> {
  const { slug, name, currency, locale, languages, timeZone, country, delivery, details } = demo;
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
      details: json(details),
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  const hashes = new Map<string, string>();
  for (const { file, ...made } of demo.pictures) {
    await addPicture(trx, store.id, made);
    hashes.set(file, made.picture.hash);
  }
  const changes = asChanges(demo, (file) => sure(hashes.get(file)));
  await applyCatalogue(trx, { id: store.id, slug, currency, locale, timeZone, languages }, changes, {
    accountId: null,
    now: new Date(),
    audited: null,
  });
  for (const message of demo.messages ?? []) await addMessage(trx, store.id, message, new Date());
  for (const email of demo.signUps ?? []) await addSignUp(trx, store.id, { email, page: '/', language: locale });
  await addFirstDesign(
    trx,
    store.id,
    demo.name,
    demo.design((file) => sure(hashes.get(file))),
  );
  return store.id;
}
