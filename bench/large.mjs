/**
 * Work on a design whose store has 200,000 products, beside the same work in a store of 1,000: edits, publishes and dry
 * runs must not depend on it. Then how many products change in a second, each with its pages worked out anew.
 */
import { performance } from 'node:perf_hooks';
import { keys } from '@parlour/core/documents';
import { affectedPages } from '../service/dist/assigning/affected.js';
import { renewPages } from '../service/dist/assigning/renew.js';
import { changeProduct } from '../service/dist/catalogue/change.js';
import { doUnit, tryUnit } from '../service/dist/publishing/drafting.js';
import { publish } from '../service/dist/publishing/publish.js';
import { publishedState } from '../service/dist/records/states.js';
import { designById } from '../service/dist/records/designs.js';
import { openDraft } from '../service/dist/records/drafts.js';
import { emptyDatabase, largeStore } from './design.mjs';
import { alternate } from './rounds.mjs';

const PRODUCTS = 200_000;
const FEW = 1_000;
/** How many products are changed at the same time, and for how long. */
const CHANGERS = 8;
const SECONDS = 5;

export async function measureLarge(serverUrl) {
  const [many, few] = [await storeOf(serverUrl, 'bench_many', PRODUCTS), await storeOf(serverUrl, 'bench_few', FEW)];
  const beside = async (what, work, unit = 'ms, less is better') => ({
    what: `${what}, 200,000 products (floor: 1,000)`,
    ...(await alternate({ ours: () => work(many), floor: () => work(few) })),
    unit,
  });
  const rows = [
    await beside('edit one section', editOf('words')),
    await beside('edit the look', editOf('look')),
    await beside('change the standard of products', editOf('standard')),
    await beside('publish another standard of products', publishStandard),
    await beside('dry run of a change of the look', dryRun),
    await beside('products changed', changeProducts, 'a second, more is better; 5 % a minute are 167'),
  ];
  await many.close();
  await few.close();
  return rows;
}

async function storeOf(serverUrl, name, products) {
  const { db, client, close } = await emptyDatabase(serverUrl, name);
  const made = await largeStore(db, client, products);
  const design = await designById(db, made.design.id);
  for (const side of /** @type {const} */ (['draft', 'live']))
    await renewPages(db, design, side, await publishedState(db, design), 'product');
  await client.query('update assignment_renewal set done = wanted; analyze');
  return { ...made, db, close, products, turn: 0 };
}

/** What is set, each time to another value. */
const REQUESTS = {
  words: (n) => ({ document: 'template/t7', node: 't7s3', field: 'values.text', value: `Words ${n}` }),
  look: (n) => ({ document: keys.look, field: 'values.gap', value: n % 2 ? 2 : 3 }),
  standard: (n) => ({ document: keys.assignments('product'), field: 'standard', value: `t${n % 2}` }),
};

async function requestOf(store, what) {
  const { document, node, field, value } = REQUESTS[what](++store.turn);
  const draft = await openDraft(store.db, await designById(store.db, store.design.id));
  const opened = draft.get(document);
  const was = node ? opened.nodes[node].values[field.slice('values.'.length)] : opened.head[field];
  return {
    type: /** @type {const} */ ('set'),
    document,
    field,
    value,
    ...(node && { node }),
    ...(was !== undefined && { was }),
  };
}

const editOf = (what) => async (store) => {
  const request = await requestOf(store, what);
  const start = performance.now();
  await doUnit(store.db, await designById(store.db, store.design.id), store.author, `unit-${store.turn}`, [request]);
  return performance.now() - start;
};

async function publishStandard(store) {
  await editOf('standard')(store);
  const start = performance.now();
  await publish(store.db, store.design.id, { note: '', authorId: store.author.id });
  return performance.now() - start;
}

async function dryRun(store) {
  const request = await requestOf(store, 'look');
  const start = performance.now();
  const design = await designById(store.db, store.design.id);
  const draft = await openDraft(store.db, design);
  const result = await tryUnit(store.db, design, draft, store.author, 'bench', [request]);
  const { total } = await affectedPages(store.db, design, draft, result, { limit: 100 });
  if (total < store.products) throw new Error(`A dry run told ${total} of ${store.products} pages.`);
  return performance.now() - start;
}

async function changeProducts(store) {
  const end = performance.now() + SECONDS * 1000;
  let done = 0;
  await Promise.all(
    Array.from({ length: CHANGERS }, async () => {
      while (performance.now() < end) {
        const code = `P-${1 + ((++store.turn * 7919) % store.products)}`;
        const selling = {
          id: store.storeId,
          slug: 'bench',
          currency: 'EUR',
          locale: 'en',
          languages: ['en'],
          timeZone: 'UTC',
        };
        const by = { accountId: store.author.id, now: new Date() };
        await changeProduct(store.db, selling, code, { title: `Changed ${store.turn}` }, by, () => undefined);
        done++;
      }
    }),
  );
  return done / SECONDS;
}
