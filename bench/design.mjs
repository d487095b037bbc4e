/**
 * The design model at size: edits and publishing in a design of 1,000 templates of 30 sections, and the table of pages
 * of 100,000 products with 500 rules. Each beside its floor: the same rows written, or the same rows read, by hand.
 */
import { performance } from 'node:perf_hooks';
import pg from 'pg';
import { applyEdit, closedState, openDocument, starterDesign } from '@parlour/core/design';
import { FORMAT, stateOf } from '@parlour/core/documents';
import { parseRule } from '@parlour/core/pages';
import { SHIPPED_KINDS } from '@parlour/core/sections';
import { growCatalogue, migrate, openDatabase } from '@parlour/service';
import { renewPages } from '../service/dist/assigning/renew.js';
import { standardsOf } from '../service/dist/assigning/rows.js';
import { doUnit } from '../service/dist/publishing/drafting.js';
import { copyDesign } from '../service/dist/publishing/designs.js';
import { publish } from '../service/dist/publishing/publish.js';
import { addAccount } from '../service/dist/records/accounts.js';
import { findDesign, designById } from '../service/dist/records/designs.js';
import { inTransaction } from '../service/dist/records/database.js';
import { openDraft } from '../service/dist/records/drafts.js';
import { listAssignments, USUAL_ORDER } from '../service/dist/records/page-list.js';
import { addStore } from '../service/dist/records/stores.js';
import { addFirstDesign } from '../service/dist/stores/create.js';
import { alternate } from './rounds.mjs';

const TEMPLATES = 1000;
const SECTIONS = 30;
const PRODUCTS = 100_000;
const RULES = 500;
const EDITS = 100_000;

/** @returns {import('@parlour/core/documents').TemplateDocument} */
const template = (t) => ({
  format: FORMAT,
  type: 'template',
  name: `Template ${t}`,
  pageKind: 'product',
  layout: { width: 'standard' },
  areas: {
    main: Array.from({ length: SECTIONS }, (_, i) => ({
      id: `t${t}s${i}`,
      kind: 'heading@1',
      frame: {},
      values: { text: `Words ${i}` },
    })),
  },
});

export async function measureDesign(serverUrl) {
  const { db, client, url, close } = await emptyDatabase(serverUrl, 'bench_design');
  const made = await largeStore(db, client);
  const rows = [
    await applyRow(),
    await publishRow(db, client, made),
    await openRow(db, client, url, made),
    ...(await pagesRows(db, client, made)),
  ];
  await close();
  return rows;
}

/** A database of its own, with the tables in it. */
export async function emptyDatabase(serverUrl, name) {
  const admin = new pg.Client({ connectionString: serverUrl });
  await admin.connect();
  await admin.query(`create database ${name}`);
  await admin.end();
  const url = serverUrl.replace(/[^/]*$/, name);
  const db = openDatabase(url);
  await migrate(db);
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const close = async () => {
    await client.end();
    await db.destroy();
  };
  return { db, client, url, close };
}

/** A store of many products, its design of 1,000 templates and 500 rules. */
export async function largeStore(db, client, products = PRODUCTS) {
  const documents = new Map(starterDesign('Bench').entries());
  for (let t = 0; t < TEMPLATES; t++) documents.set(`template/t${t}`, template(t));
  const rules = Array.from({ length: RULES }, (_, i) => ({
    id: `r${i}`,
    values: { when: parseRule(`brand is "Brand ${i}" and price >= 20`, 'product'), template: `t${i}` },
  }));
  documents.set('assignments/product', {
    format: FORMAT,
    type: 'assignments',
    pageKind: 'product',
    standard: 'product',
    lists: { rules },
  });
  const author = await addAccount(db, { email: 'bench@bench.example', name: 'Bench', passwordHash: 'x' });
  const storeId = await addStore(db, {
    slug: 'bench',
    name: 'Bench',
    currency: 'EUR',
    locale: 'en',
    timeZone: 'UTC',
    country: 'IE',
  });
  await client.query(
    `insert into brand (store_id, code, slug, title) select $1, 'B-' || n, 'b-' || n, 'Brand ' || n from generate_series(0, 999) n`,
    [storeId],
  );
  const brands = Array.from({ length: 1_000 }, (_, n) => `B-${n}`);
  await growCatalogue(db, { store: 'bench', count: products, prefix: 'P', variants: 1, brands });
  await client.query('analyze');
  await inTransaction(db, (trx) => addFirstDesign(trx, storeId, 'Bench', stateOf(documents)));
  return { author: { id: author, role: 'owner' }, storeId, design: await findDesign(db, storeId, 'first') };
}

/** One edit in core, in a design of 1,000 templates and in one of 10. */
async function applyRow() {
  const timed = (templates) => {
    const draft = new Map(Array.from({ length: templates }, (_, t) => [`template/t${t}`, openDocument(template(t))]));
    const edit = (i) => ({
      type: /** @type {const} */ ('set'),
      document: `template/t${i % templates}`,
      node: `t${i % templates}s3`,
      field: 'values.text',
      value: `New ${i}`,
      was: 'Words 3',
    });
    return () => {
      const start = performance.now();
      for (let i = 0; i < 2000; i++) applyEdit(edit(i), draft, SHIPPED_KINDS);
      return ((performance.now() - start) * 1000) / 2000;
    };
  };
  const found = await alternate({ ours: timed(TEMPLATES), floor: timed(10) });
  return { what: 'apply one edit, 1,000 templates (floor: 10 templates)', ...found, unit: 'µs, less is better' };
}

/** Publishing one change, beside one transaction that writes the same rows with the same bytes. */
async function publishRow(db, client, { author, design }) {
  let turn = 0;
  let was = 'Words 3';
  const ours = async () => {
    const value = `Publish ${++turn}`;
    const unit = [
      { type: /** @type {const} */ ('set'), document: 'template/t7', node: 't7s3', field: 'values.text', value, was },
    ];
    await doUnit(db, design, author, `unit-${turn}`, unit);
    was = value;
    const start = performance.now();
    await publish(db, design.id, { note: '', authorId: author.id });
    return performance.now() - start;
  };
  const floor = async () => {
    const n = ++turn;
    const { rows } = await client.query(
      'select d.body as document, m.body as manifest from revision r join manifest m on m.hash = r.manifest join document d on d.hash = m.body->>$2 where r.design_id = $1 order by number desc limit 1',
      [design.id, 'template/t7'],
    );
    const [document, manifest] = [JSON.stringify(rows[0].document), JSON.stringify(rows[0].manifest)];
    await client.query('create table if not exists floor_revision (like revision including all)');
    const start = performance.now();
    await client.query('begin');
    await client.query('select id from design where id = $1 for update', [design.id]);
    await client.query('insert into document values ($1, $2)', [`floor-${n}`, document]);
    await client.query('insert into manifest values ($1, $2)', [`floor-${n}`, manifest]);
    await client.query(`insert into floor_revision (design_id, number, manifest, note) values ($1, $2, $3, '')`, [
      design.id,
      n,
      `floor-${n}`,
    ]);
    await client.query('update design set live_revision = live_revision where id = $1', [design.id]);
    await client.query(`delete from draft_change where design_id = $1 and key = 'none'`, [design.id]);
    await client.query('commit');
    return performance.now() - start;
  };
  const found = await alternate({ ours, floor });
  return { what: 'publish one change, 1,000 templates of 30 sections', ...found, unit: 'ms, less is better' };
}

/** A process opens a draft for the first time: one with 100,000 edits behind it, and one that is new. */
async function openRow(db, client, url, { author, design: first }) {
  const { design: long } = await copyDesign(db, first, author.id, { name: 'Long' });
  const snapshot = EDITS - 50;
  const edit = { type: /** @type {const} */ ('set'), document: 'template/t8', node: 't8s4', field: 'values.text' };
  await client.query(
    `insert into draft_unit (design_id, seq, unit, author_id, sentences, type)
     select $1, n, 'long-' || n, $2, '[]', 'do' from generate_series(1, $3::int) n`,
    [long.id, author.id, EDITS],
  );
  await client.query(
    `insert into draft_edit (design_id, seq, position, document, edit)
     select $1, n, 0, 'template/t8', $2::jsonb || jsonb_build_object('value', 'Edit ' || n, 'was', 'Edit ' || n - 1)
     from generate_series(1, $3::int) n`,
    [long.id, JSON.stringify(edit), EDITS],
  );
  const document = openDocument(template(8));
  const node = { ...document.nodes.t8s4, values: { text: `Edit ${snapshot}` } };
  const body = { ...document, nodes: { ...document.nodes, t8s4: node } };
  await client.query('insert into draft_document (design_id, key, body) values ($1, $2, $3)', [
    long.id,
    'template/t8',
    JSON.stringify(body),
  ]);
  await client.query('update design set draft_seq = $2, snapshot_seq = $3 where id = $1', [long.id, EDITS, snapshot]);
  await client.query('analyze');
  const opening = (id) => async () => {
    const fresh = openDatabase(url);
    const design = await designById(fresh, id);
    const start = performance.now();
    const draft = await openDraft(fresh, design);
    const took = performance.now() - start;
    const { text } = draft.get('template/t8').nodes.t8s4.values;
    if (id === long.id && text !== `Edit ${EDITS}`) throw new Error(`The draft opened at “${text}”.`);
    await fresh.destroy();
    return took;
  };
  const found = await alternate({ ours: opening(long.id), floor: opening(first.id) });
  return { what: 'open a draft of 100,000 edits (floor: a new one)', ...found, unit: 'ms, less is better' };
}

/** The table of pages: renewed whole after a changed rule, and read for one template. */
async function pagesRows(db, client, { design: { id } }) {
  const design = await designById(db, id);
  const state = closedState(await openDraft(db, design));
  const documents = Array.from(state.keys(), (key) => /** @type {const} */ ([key, state.get(key)]));
  const key = 'assignments/product';
  await renewPages(db, design, 'draft', state, 'product');
  const pages = { designId: id, side: /** @type {const} */ ('draft'), standards: standardsOf(state) };
  await client.query('analyze page_assignment');
  const timed = (work) => async () => {
    const start = performance.now();
    await work();
    return performance.now() - start;
  };
  const list = await alternate({
    ours: timed(() => listAssignments(db, pages, { template: 't42', order: USUAL_ORDER, limit: 100 })),
    floor: timed(() =>
      client.query(
        `select p.code from product p join brand b on b.id = p.brand_id
         join (select product_id, least as price from card_price) v on v.product_id = p.id
         where p.store_id = $1 and b.title = 'Brand 42' and v.price >= 2000 order by p.title limit 100`,
        [design.storeId],
      ),
    ),
  });
  // Every product changes its template, as a new first rule that matches all would make it.
  let turn = 0;
  const renew = await alternate({
    ours: timed(() => {
      const first = turn++ % 2 ? 't1' : 't2';
      const { lists, ...rest } = /** @type {import('@parlour/core/documents').AssignmentsDocument} */ (state.get(key));
      const all = { id: 'all', values: { when: parseRule('price >= 0', 'product'), template: first } };
      const changed = stateOf([...documents, [key, { ...rest, lists: { rules: [all, ...lists.rules] } }]]);
      return renewPages(db, design, 'draft', changed, 'product');
    }),
    floor: timed(() =>
      client.query(`update page_assignment set template = $3 where design_id = $1 and side = $2 and kind = 'product'`, [
        id,
        'draft',
        `t${turn++}`,
      ]),
    ),
  });
  return [
    { what: 'the pages of one template, 100,000 products, 500 rules', ...list, unit: 'ms, less is better' },
    { what: 'renew 100,000 pages after a change of rules', ...renew, unit: 'ms, less is better' },
  ];
}
