/**
 * The catalogue as its keepers use it: a file taken in, the console's table of a large store, and one price that changes
 * until every page shows it, in the same process and in another.
 */
import { Agent } from 'node:http';
import { performance } from 'node:perf_hooks';
import { createClient, routes } from '@parlour/contract';
import { starterDesign } from '@parlour/core/design';
import { stateOf } from '@parlour/core/documents';
import { DEMO_SIGN_IN, growCatalogue } from '@parlour/service';
import { applyCatalogue } from '../service/dist/catalogue/apply.js';
import { headsIn } from '../service/dist/files/heads.js';
import { importFile } from '../service/dist/files/importing.js';
import { wordsQuery } from '../service/dist/records/answers/sources/found.js';
import { addAccount } from '../service/dist/records/accounts.js';
import { inTransaction } from '../service/dist/records/database.js';
import * as imports from '../service/dist/records/imports.js';
import { storeListings } from '../service/dist/listings/listings.js';
import { listedProducts } from '../service/dist/records/product-list.js';
import { addStore } from '../service/dist/records/stores.js';
import { addFirstDesign } from '../service/dist/stores/create.js';
import { emptyDatabase } from './design.mjs';
import { alternate } from './rounds.mjs';
import { ask, demoSetting, serviceOn } from './setting.mjs';

const IN_FILE = 100_000;
const LISTED = 200_000;
const FEW = 1_000;
const BRANDS = 50;

export async function measureCatalogue(serverUrl) {
  const { db, client, close } = await emptyDatabase(serverUrl, 'bench_catalogue');
  /** @type {{ what: string, ours: number, floor: number, unit: string }[]} */
  const rows = [await importRow(db, client)];
  const [many, few] = [await grown(db, 'many', LISTED), await grown(db, 'few', FEW)];
  await client.query('vacuum analyze');
  rows.push(
    /** @type {any} */ (await tableRow(db, many, few)),
    .../** @type {any} */ (await listingRows(db, many, few)),
  );
  await close();
  return [...rows, ...(await priceRows(serverUrl))];
}

/** A store with brands, and collections that rules fill. */
async function storeIn(db, slug) {
  const email = `${slug}@bench.example`;
  const author = await addAccount(db, { email, name: 'Bench', passwordHash: 'x' });
  const about = { slug, name: slug, currency: 'EUR', locale: 'en', timeZone: 'UTC' };
  const id = await addStore(db, { ...about, country: 'IE' });
  const store = { id, ...about, languages: [] };
  await inTransaction(db, async (trx) => {
    await addFirstDesign(trx, id, slug, stateOf(new Map(starterDesign(slug).entries())));
    const brands = Array.from({ length: BRANDS }, (_, i) => ({
      code: `B-${i}`,
      is: /** @type {const} */ ('new'),
      change: { title: `Brand ${i}` },
    }));
    const collections = Array.from({ length: 10 }, (_, i) => ({
      code: `C-${i}`,
      is: /** @type {const} */ ('new'),
      change: { title: `Things ${i}`, when: `category is "Thing ${i}" and price > 20` },
    }));
    await applyCatalogue(trx, store, { brands, collections }, { accountId: author, now: new Date() });
  });
  return { store, author };
}

/** Two variants each, as people write them. */
function fileOf(count) {
  const lines = [
    'product,title,brand,category,keywords,summary,description,variant,option.Colour,price,was-price,stock,attribute.wind',
  ];
  for (let i = 1; i <= count; i++)
    lines.push(
      `P-${i},"Red kite, number ${i}",B-${i % BRANDS},Thing ${i % 20},"one,two",Made to be counted ${i}.,<p>What there is to say of product ${i} in a sentence or two.</p>,P-${i}-1,Red,${10 + (i % 90)}.50,${i % 10 ? '' : 120},${i % 40},2 to 4`,
      `,,,,,,,P-${i}-2,Blue,${11 + (i % 90)}.50,,${i % 30},`,
    );
  return Buffer.from(`${lines.join('\n')}\n`);
}

/** Once: it takes about a minute. */
async function importRow(db, client) {
  const { store, author } = await storeIn(db, 'file');
  const bytes = fileOf(IN_FILE);
  const about = /** @type {const} */ ({ kind: 'product', format: 'csv', name: 'bench.csv' });
  const id = await imports.addImport(db, { storeId: store.id, accountId: author, ...about });
  const size = 4_000_000;
  for (let n = 0; n * size < bytes.length; n++)
    await imports.putPart(db, id, n, bytes.subarray(n * size, (n + 1) * size));
  await imports.setHeads(db, id, headsIn('product', bytes.subarray(0, size)));
  await client.query(`update catalogue_import set state = 'waiting' where id = $1`, [id]);
  const start = performance.now();
  let ours = 0;
  const looking = setInterval(async () => {
    const { rows } = await client.query('select state from catalogue_import where id = $1', [id]);
    if (rows[0].state === 'done') ours ||= (performance.now() - start) / 1000;
  }, 250);
  await importFile(db, await imports.takeImport(db, new Date()), () => false);
  await new Promise((go) => setTimeout(go, 500));
  clearInterval(looking);
  if (ours === 0) throw new Error('The file was not taken in.');
  return {
    what: `a file of ${IN_FILE.toLocaleString('en')} products taken in, once (floor: its rows copied in the database)`,
    ours,
    floor: await copied(db, client, store.id),
    unit: 's, less is better',
  };
}

/** The same rows written from tables into the same tables, with their indices, keys and triggers. */
async function copied(db, client, from) {
  const { store } = await storeIn(db, 'copy');
  const start = performance.now();
  await client.query('begin');
  await client.query(
    `insert into product (store_id, code, slug, title, status, brand_id, summary, description, options, category, keywords, attributes, visible_since, created_at)
      select $2, p.code, p.slug, p.title, p.status, c.id, p.summary, p.description, p.options, p.category, p.keywords, p.attributes, p.visible_since, p.created_at
      from product p join brand b on b.id = p.brand_id join brand c on c.store_id = $2 and c.code = b.code where p.store_id = $1`,
    [from, store.id],
  );
  await client.query('analyze product');
  for (const statement of [
    `insert into variant (product_id, code, options, stock, position)
      select n.id, v.code, v.options, v.stock, v.position
      from product p join variant v on v.product_id = p.id join product n on n.store_id = $2 and n.code = p.code where p.store_id = $1`,
    `insert into price (variant_id, currency, price, was_price)
      select w.id, x.currency, x.price, x.was_price from product p join variant v on v.product_id = p.id join price x on x.variant_id = v.id
      join product n on n.store_id = $2 and n.code = p.code join variant w on w.product_id = n.id and w.code = v.code where p.store_id = $1`,
    `insert into card_price select n.id, x.currency, $2, x.least, x.greatest, x.was, x.reduced
      from product p join card_price x on x.product_id = p.id join product n on n.store_id = $2 and n.code = p.code where p.store_id = $1`,
    `insert into card (product_id, store_id, code, slug, title, brand_id, brand, created_at, available)
      select n.id, $2, n.code, n.slug, n.title, n.brand_id, c.brand, c.created_at, c.available
      from product p join card c on c.product_id = p.id join product n on n.store_id = $2 and n.code = p.code where p.store_id = $1`,
  ])
    await client.query(statement, [from, store.id]);
  await client.query('commit');
  return (performance.now() - start) / 1000;
}

const QUERIES = [
  {},
  { by: 'title' },
  { by: 'price', descending: true },
  { by: 'created', descending: true },
  { words: 'kite' },
  { words: 'reel sand', by: 'price' },
  { brand: 'B-7', by: 'title' },
  { collection: 'C-3', by: 'price' },
  { status: 'draft' },
  { stock: 'sold-out', by: 'title' },
  { stock: 'available', by: 'price' },
  { priceFrom: 9_000, priceTo: 9_100, by: 'title' },
];

/** A store with so many products. @returns its id */
async function grown(db, slug, count) {
  const brands = Array.from({ length: BRANDS }, (_, i) => `B-${i}`);
  const { store } = await storeIn(db, slug);
  await growCatalogue(db, { store: slug, count, brands });
  return store.id;
}

const sort = (by, falling = false) => ({ by, attribute: '', falling });
const option = (value) => ({ by: 'option', name: 'Colour', value });
/** What shoppers choose in a listing of everything; counts are told with all of them. */
const CHOSEN = [
  { filters: [] },
  { filters: [option('Red')] },
  { filters: [option('Red'), option('Ink'), { by: 'category', name: '', value: 'Kite' }], sort: sort('price') },
  { filters: [{ by: 'available' }, { by: 'price', from: 20, to: 60 }], sort: sort('saving', true) },
  { filters: [], sort: sort('price', true), page: 1_000 },
  { filters: [{ by: 'brand', name: '', value: 'B-7' }], sort: sort('title') },
];

/** A listing of all products: read into memory, and the slowest of what shoppers choose in it. */
async function listingRows(db, many, few) {
  const failed = (error) => {
    throw error;
  };
  const need = (more) => ({
    ...{ type: 'listing', source: { from: 'newest' }, sort: sort('by-hand'), ownSort: sort('by-hand'), view: 'grid' },
    ...{ counts: true, size: 24, page: 1, ...more },
  });
  const settingOf = (id) => ({ db, store: { id, currency: 'EUR' }, subject: null, translation: null });
  const read = async (id) => {
    const listings = storeListings(db, failed);
    const start = performance.now();
    await listings.loading(() => listings.workOut(/** @type {any} */ (need({ filters: [] })), settingOf(id)));
    return performance.now() - start;
  };
  const listings = storeListings(db, failed);
  const slowest = async (id) => {
    let most = 0;
    for (const chosen of CHOSEN) {
      const start = performance.now();
      await listings.loading(() => listings.workOut(/** @type {any} */ (need(chosen)), settingOf(id)));
      most = Math.max(most, performance.now() - start);
    }
    return most;
  };
  const size = LISTED.toLocaleString('en');
  return [
    {
      what: `a listing of ${size} products, the slowest of ${CHOSEN.length} choices with all counts (floor: 1,000)`,
      ...(await alternate({ ours: () => slowest(many), floor: () => slowest(few) })),
      unit: 'ms, less is better',
    },
    {
      what: `the listings of ${size} products read into memory, once (floor: 1,000)`,
      ours: await read(many),
      floor: await read(few),
      unit: 'ms, less is better',
    },
  ];
}

/** The slowest sort or filter of the console's table. */
async function tableRow(db, many, few) {
  const slowest = async (storeId) => {
    let most = 0;
    for (const { by = 'code', descending = false, words, ...filter } of QUERIES) {
      const start = performance.now();
      const order = /** @type {import('../service/dist/records/product-list.js').ProductOrder} */ ({ by, descending });
      const where = /** @type {import('../service/dist/records/product-list.js').ProductFilter} */ ({
        ...filter,
        order,
        ...(words && { words: wordsQuery(words) }),
      });
      await listedProducts(db, storeId, where, 101);
      most = Math.max(most, performance.now() - start);
    }
    return most;
  };
  return {
    what: `the table of ${LISTED.toLocaleString('en')} products, the slowest of ${QUERIES.length} sorts and filters (floor: 1,000)`,
    ...(await alternate({ ours: () => slowest(many), floor: () => slowest(few) })),
    unit: 'ms, less is better',
  };
}

/** Pages that show the product. */
const SHOWN_ON = ['/item/skerry-diamond', '/browse/single-line', '/search?words=skerry', '/brand/skerry-lines'];
const WAITED_MS = 5_000;

/** From the answer to whoever changes a price until every page shows it. */
async function priceRows(serverUrl) {
  const one = await demoSetting(serverUrl, 'bench_price');
  const other = await serviceOn(one.databaseUrl);
  const agent = new Agent({ keepAlive: true });
  const page = async ({ port }, path) => (await ask(port, 'windrow.localhost', path, { agent })).body.toString();
  try {
    const origin = `http://127.0.0.1:${one.port}`;
    const { token } = await /** @type {any} */ (createClient({ origin })).call(routes.createToken, {
      body: { ...DEMO_SIGN_IN, name: 'bench' },
    });
    const client = /** @type {any} */ (createClient({ origin, token }));
    let price = 9_000;
    const seenOn = async (service) => {
      // Once more, so that all of them are kept.
      for (const path of SHOWN_ON) await page(service, path);
      const params = { store: 'windrow', product: 'K-001' };
      const { variants } = await client.call(routes.getProduct, { params });
      price += 1;
      const body = { variants: variants.map(({ code }) => ({ code, price })) };
      await client.call(routes.changeProduct, { params, body });
      const start = performance.now();
      const told = `€${(price / 100).toFixed(2)}`;
      for (const path of SHOWN_ON)
        while (!(await page(service, path)).includes(told))
          if (performance.now() - start > WAITED_MS) throw new Error(`${path} does not show ${told}.`);
      return performance.now() - start;
    };
    const askedFor = async (service) => {
      const start = performance.now();
      for (const path of SHOWN_ON) await page(service, path);
      return performance.now() - start;
    };
    const row = async (what, service) => ({
      what: `a changed price until ${SHOWN_ON.length} pages show it, ${what} (floor: the pages asked for)`,
      ...(await alternate({ ours: () => seenOn(service), floor: () => askedFor(service) })),
      unit: 'ms, less is better',
    });
    return [await row('same process', one), await row('another process', other)];
  } finally {
    agent.destroy();
    await other.close();
    await one.close();
  }
}
