/**
 * What PostgreSQL does for each statement of storefront, console and API in a store of 200,000 products: nothing reads a
 * table from end to end that grows with the catalogue, or sorts more than 10,000 rows. The plans are those that were
 * carried out, with the values at hand and without.
 */
import pg from 'pg';
import { routes } from '@parlour/contract';
import { buyOne, previewer } from './shopper.js';
import { isNamed } from '../records/named.js';
import { asAdmin, connect as signedIn, newDatabase, serviceOn, until, type TestService } from './service.js';

const PRODUCTS = 200_000;
/** Tables with a row or more for each product. */
const GROWING =
  /^(product|variant|price|card|card_price|collection_member|product_picture|page_assignment|former_slug|placed_order|order_line|review|product_sold)$/;

/** A store with so many products, by copying one of the demo: rows alone, since what writes them is tried elsewhere. */
const GROW = `
  create temporary table made as select n, 'MADE-' || n as code, 1000000 + n as id from generate_series(1, ${PRODUCTS}) n;
  alter table product alter id restart with 2000000;
  alter table product_picture disable trigger all; alter table former_slug disable trigger all;
  alter table product disable trigger all; alter table variant disable trigger all; alter table price disable trigger all;
  alter table card disable trigger all; alter table card_price disable trigger all; alter table collection_member disable trigger all;
  insert into product (id, store_id, code, slug, title, status, brand_id, summary, description, options, category, keywords, words)
    overriding system value
    select m.id, p.store_id, m.code, lower(m.code), 'Made kite ' || m.n, 'for-sale', p.brand_id, p.summary, '', '[{"name": "Side", "values": ["1", "2"]}]',
      'made ' || m.n % 20, '{}', array_to_tsvector(array['kite', 'made', 'w' || m.n % 5000])
    from product p, made m where p.code = 'K-001';
  insert into variant (product_id, code, options, stock, position)
    select id, code || '-' || v, jsonb_build_object('Side', v::text), n % 7, v from made, generate_series(1, 2) v;
  insert into price (variant_id, currency, price)
    select v.id, 'EUR', 1000 + (m.n * 37) % 9000 from made m join variant v on v.product_id = m.id;
  insert into card (product_id, store_id, code, slug, title, brand_id, brand, created_at, available)
    select p.id, p.store_id, p.code, p.slug, p.title, p.brand_id, 'Skerry', now() - m.n * interval '1 minute', m.n % 7 > 0
    from made m join product p using (id);
  insert into card_price (product_id, currency, store_id, least, greatest, reduced)
    select p.id, 'EUR', p.store_id, 1000 + (m.n * 37) % 9000, 9999, false from made m join product p using (id);
  insert into collection_member (collection_id, product_id, position)
    select c.id, m.id, m.n + 100 from collection c, made m where c.code = 'C-1'
    union all select c.id, m.id, m.n + 100 from collection c, made m where c.code = 'C-2' and m.n % 100 = 0;
  insert into picture (store_id, hash, name, width, height, widths)
    select store_id, md5(n::text), 'made.png', 9, 9, '[]' from product p, generate_series(1, 50) n where p.code = 'K-001' and p.store_id = 1;
  insert into product_picture (product_id, store_id, hash, alt, position)
    select p.id, p.store_id, md5((1 + m.n % 50)::text), '', 0 from made m join product p using (id) where p.store_id = 1;
  insert into former_slug (store_id, kind, slug, product_id)
    select p.store_id, 'product', 'was-' || m.n, p.id from made m join product p using (id) where m.n % 8 = 0;
  insert into placed_order (store_id, number, cart_id, attempt, token_hash, state, currency, language, tax, email, name, delivery_address,
      delivery, payment, subtotal, saving, delivery_price, total, body)
    select 1, 1000 + n, n, gen_random_uuid(), sha256(n::text::bytea), case when n % 50 = 0 then 'paid' else 'sent' end, 'EUR', 'en', 'included',
      'mara' || n || '@a.example', 'Mara ' || md5(n::text), '{}', 'post', 'bank-transfer', 100, 0, 0, 100,
      '{"lines": [], "buyer": {}, "totals": {}}' from made where n % 8 = 0;
  insert into order_line (order_id, position, product, variant, title, options, quantity, price, total)
    select id, 0, 'MADE-1', 'a', 'A', '', 1, 100, 100 from placed_order;
  insert into page_assignment (design_id, side, kind, page, rank, title, template, reason, rule, additions)
    select a.design_id, a.side, a.kind, 'product:' || m.code, a.rank, 'Made kite ' || m.n, a.template, a.reason, a.rule, a.additions
    from page_assignment a, made m where a.page = 'product:K-001' and a.side = 'draft';
  alter table product_picture enable trigger all; alter table former_slug enable trigger all;
  alter table product enable trigger all; alter table variant enable trigger all; alter table price enable trigger all;
  alter table card enable trigger all; alter table card_price enable trigger all; alter table collection_member enable trigger all;`;

interface PlanNode {
  readonly 'Node Type': string;
  readonly 'Relation Name'?: string;
  readonly 'Actual Rows'?: number;
  readonly 'Rows Removed by Filter'?: number;
  readonly 'Actual Loops'?: number;
  readonly 'Index Name'?: string;
  /** Of 8 KB. */
  readonly 'Shared Hit Blocks'?: number;
  readonly 'Shared Read Blocks'?: number;
  readonly Plans?: readonly PlanNode[];
}
interface Plan {
  readonly 'Query Text': string;
  readonly Plan: PlanNode;
  /** There if the statement was compiled, which takes longer than any of ours runs. */
  readonly JIT?: object;
}

/** What is carried out from now on by whoever connects, as PostgreSQL tells of it. */
const plans: Plan[] = [];
const { connect } = pg.Client.prototype as unknown as { connect: (this: pg.Client, ...given: unknown[]) => unknown };
(pg.Client.prototype as unknown as { connect: typeof connect }).connect = function (...given) {
  this.on('notice', ({ message = '' }) => {
    const at = message.indexOf('plan:\n');
    if (at >= 0) plans.push(JSON.parse(message.slice(at + 6)) as Plan);
  });
  return connect.apply(this, given);
};

let database: { url: string; drop: () => Promise<void> };
beforeAll(async () => {
  database = await newDatabase();
  await asAdmin((admin) => admin.query(GROW), database.url);
  await asAdmin((admin) => admin.query('vacuum analyze'), database.url);
  const name = new URL(database.url).pathname.slice(1);
  for (const [setting, value] of [
    ['session_preload_libraries', 'auto_explain'],
    ['auto_explain.log_min_duration', '0'],
    ['auto_explain.log_analyze', 'on'],
    ['auto_explain.log_timing', 'off'],
    ['auto_explain.log_buffers', 'on'],
    ['auto_explain.log_format', 'json'],
    ['auto_explain.log_level', 'notice'],
  ])
    await asAdmin((admin) => admin.query(`alter database ${name} set ${setting} = '${value}'`));
});
afterAll(async () => {
  (pg.Client.prototype as unknown as { connect: typeof connect }).connect = connect;
  await database.drop();
});

function* nodesIn(node: PlanNode): Generator<PlanNode> {
  yield node;
  for (const one of node.Plans ?? []) yield* nodesIn(one);
}

/**
 * What reads as much as there is, and why it may: exact numbers of pages are what lists and dry runs promise, and what is
 * searched among them is a part of a word; an index for that would cost each renewal more than a search takes.
 */
const MAY =
  /^\s*select (count\(\*\)::integer as n|kind, template, count\(\*\)::integer as n)\s+from page_assignment| ilike /;
/** Numbers of products are counted up to 10,000, for a few collections. */
const MOST_READ = 20_000;
const MOST_SORTED = 10_000;
/** What is wrong with a plan, with the statement. */
const readBy = (node: PlanNode): number =>
  ((node['Actual Rows'] ?? 0) + (node['Rows Removed by Filter'] ?? 0)) * (node['Actual Loops'] ?? 0);
const blocksOf = (node: PlanNode): number => (node['Shared Hit Blocks'] ?? 0) + (node['Shared Read Blocks'] ?? 0);
/** An index whose first column is not asked for is read from end to end: that tells of few rows, and of many blocks. */
const mostBlocks = (node: PlanNode): number => 300 + 10 * (node['Actual Loops'] ?? 0) + 10 * readBy(node);
const faultOf = (node: PlanNode): string => {
  const table = node['Relation Name'] ?? '';
  const rows = node['Actual Rows'] ?? 0;
  if (GROWING.test(table) && readBy(node) > MOST_READ) return `reads ${readBy(node)} rows of ${table}`;
  if (node['Node Type'].includes('Index') && blocksOf(node) > mostBlocks(node))
    return `reads ${blocksOf(node)} blocks of ${node['Index Name'] ?? table} for ${readBy(node)} rows`;
  return node['Node Type'].includes('Sort') && rows > MOST_SORTED ? `sorts ${rows} rows` : '';
};
const faultsOf = (plan: Plan): string[] =>
  [plan.JIT ? 'is compiled' : '', ...[...nodesIn(plan.Plan)].map(faultOf)]
    .filter((fault) => fault !== '')
    .map((fault) => `${fault}: ${plan['Query Text'].replace(/\s+/g, ' ').slice(0, 300)}`);

/** Everything that people and programs do who look at one thing or one part of a list, or change one. */
async function useAll(service: TestService): Promise<void> {
  for (const path of [
    '/',
    '/browse/sport-and-indoor',
    '/browse/sport-and-indoor?page=50',
    '/browse',
    '/item/made-77',
    '/item/nothing',
    '/brand/featherby',
    '/search?words=w77',
    '/flying-guide',
    '/from-the-quay',
  ])
    expect([path, (await service.visit(path)).status]).toEqual([path, path.includes('nothing') ? 404 : 200]);
  await buyOne(service);
  await (await previewer(service)).visit('/item/made-78');
  const product = 'MADE-99';
  for (const query of [
    {},
    { search: 'w77' },
    { search: 'kite', sort: 'title' },
    { brand: 'B-2' },
    { brand: 'B-1', sort: '-title' },
    { collection: 'C-2' },
    { status: 'draft' },
    { status: 'for-sale', sort: 'created' },
    { sort: '-created' },
    { stock: 'available' },
    { stock: 'sold-out', sort: 'title' },
  ] as const) {
    const { next } = await service.call(routes.listProducts, { query });
    if (next !== null) await service.call(routes.listProducts, { query: { ...query, after: next } });
  }
  for (const body of [
    { title: 'Another kite' },
    { variants: [{ code: 'MADE-99-1', price: 4_444 }] },
    { variants: [{ code: 'MADE-99-1', stock: 0 }] },
    { slug: 'another-kite' },
  ])
    await service.call(routes.changeProduct, { params: { product }, body });
  const { code } = await service.call(routes.createProduct, {
    body: { title: 'One more', variants: [{ code: 'a', price: 100 }] },
  });
  await service.call(routes.changeCollection, { params: { collection: 'C-2' }, body: { add: [code] } });
  await service.call(routes.deleteProduct, { params: { product: code } });
  await service.call(routes.listCollections);
  await service.call(routes.listBrands);
  await service.call(routes.getSample);
  for (const query of [
    {},
    { search: 'kite 777' },
    { template: 'product-plain' },
    { pageKind: 'product' },
    { pages: 'product:MADE-7' },
  ] as const)
    await service.call(routes.listPages, { query });
  await service.call(routes.why, { params: { page: 'product:MADE-8' } });
  await service.call(routes.listTemplates);
  await service.call(routes.listFindings);
  await service.call(routes.listOrders, { query: { search: 'quill' } });
  await service.call(routes.listOrders, { query: { state: 'paid' } });
}

test.each(['force_generic_plan', 'force_custom_plan'])('with %s', async (mode) => {
  const name = new URL(database.url).pathname.slice(1);
  await asAdmin((admin) => admin.query(`alter database ${name} set plan_cache_mode = '${mode}'`));
  plans.length = 0;
  const running = await serviceOn(database.url);
  const service = await signedIn(running.port, () => running.stop(), database.url);
  await useAll(service);
  await until(async () => (await asAdmin((admin) => admin.query('select from page_due'), database.url)).rowCount === 0);
  await service.stop();
  const seen = plans.filter((plan) => mode === 'force_custom_plan' || isNamed(plan['Query Text']));
  const texts = new Set(seen.map((plan) => plan['Query Text']));
  // Were nothing told, nothing would be wrong.
  expect(texts.size).toBeGreaterThan(mode === 'force_custom_plan' ? 100 : 10);
  expect([...new Set(seen.filter((plan) => !MAY.test(plan['Query Text'])).flatMap(faultsOf))]).toEqual([]);
});
