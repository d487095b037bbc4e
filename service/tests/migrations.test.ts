/** A database of the first version, with a draft under way, comes up in today's: nothing that was saved is lost. */
import { createHash, randomUUID } from 'node:crypto';
import { Kysely, Migrator, PostgresDialect } from 'kysely';
import pg from 'pg';
import { canonicalJson } from '@parlour/core';
import { createClient, routes } from '@parlour/contract';
import { hashPassword } from '../accounts/passwords.js';
import { MIGRATIONS } from '../records/database.js';
import { emptyDatabase, send, serviceOn } from './service.js';

const heading = (id: string, text: string) => ({ id, kind: 'heading@1', frame: {}, values: { text } });
const template = (name: string, pageKind: string, main: object[]) => ({
  format: 1,
  type: 'template',
  name,
  pageKind,
  layout: { width: 'standard' },
  areas: { main },
});
/** What the first version had published. */
const LIVE: Record<string, object> = {
  look: { format: 1, type: 'look', groundwork: 'foolscap', values: { gap: 1.5 } },
  'menu/main': {
    format: 1,
    type: 'menu',
    name: 'Main menu',
    entries: [{ label: 'Pots', link: { to: 'collection:C-1' } }],
  },
  'around/header/standard': {
    format: 1,
    type: 'arrangement',
    name: 'Standard',
    region: 'header',
    areas: { main: [{ id: 'bar', kind: 'menu-bar@1', frame: {}, values: {} }] },
  },
  'template/home': template('Home', 'home', [heading('t1', 'First words'), heading('t2', 'More')]),
  'template/product': template('Product', 'product', [{ id: 's', kind: 'product-intro@1', frame: {}, values: {} }]),
  'template/plain': template('Plain', 'product', [heading('p1', 'Plain')]),
  'assignments/home': { format: 1, type: 'assignments', pageKind: 'home', standard: 'home', pages: {} },
  'assignments/product': { format: 1, type: 'assignments', pageKind: 'product', standard: 'product', pages: {} },
};
/** What its draft had beyond that: a snapshot after the first unit, and the edits of the units after it. */
const SNAPSHOT = {
  format: 1,
  type: 'menu',
  name: 'Main menu',
  entries: [
    { label: 'Pots', link: { to: 'collection:C-1' } },
    { label: 'Away', link: { url: 'https://a.example' } },
  ],
};
const EDITS = [
  {
    type: 'set',
    document: 'template/home',
    section: 't1',
    field: 'values.text',
    value: 'Second words',
    was: 'First words',
  },
  {
    type: 'move',
    document: 'template/home',
    section: 't2',
    to: { place: { area: 'main' }, order: 'Zz' },
    was: { place: { area: 'main' }, order: 'a1' },
  },
  { type: 'assign', document: 'assignments/product', page: 'product:P-1', template: 'plain', was: null },
  {
    type: 'put',
    document: 'template/extra',
    value: {
      format: 1,
      type: 'template',
      name: 'Extra',
      pageKind: 'product',
      layout: { width: 'standard' },
      areaNames: ['main'],
      sections: { e1: { ...heading('e1', 'Extra words'), place: { area: 'main' }, order: 'a0' } },
    },
    was: null,
  },
];

const hash = (value: unknown): string => createHash('sha256').update(canonicalJson(value)).digest('hex');

async function firstVersion(url: string): Promise<void> {
  const pool = new pg.Pool({ connectionString: url });
  const db = new Kysely<unknown>({ dialect: new PostgresDialect({ pool }) });
  const { '0001-slice': first } = MIGRATIONS;
  const { error } = await new Migrator({
    db,
    provider: { getMigrations: () => Promise.resolve({ '0001-slice': first }) },
  }).migrateToLatest();
  if (error) throw error as Error;
  const insert = async (table: string, row: Record<string, unknown>): Promise<number> => {
    const names = Object.keys(row);
    const { rows } = await pool.query<{ id: number }>(
      `insert into ${table} (${names.join(', ')}) values (${names.map((_, i) => `$${i + 1}`).join(', ')}) returning *`,
      names.map((name) => (typeof row[name] === 'object' ? JSON.stringify(row[name]) : row[name])),
    );
    return rows[0]?.id ?? 0;
  };
  const password = { password_hash: await hashPassword('pots upon the sill') };
  const account_id = await insert('account', { mail: 'owner@pots.example', name: 'Wil', ...password });
  const place = { currency: 'EUR', locale: 'en', time_zone: 'UTC', country: 'IE' };
  const store_id = await insert('store', { slug: 'pots', name: 'Pots', ...place });
  await insert('membership', { account_id, store_id, role: 'owner' });
  for (const [i, brand] of ['Mole & Co', 'Mole Co', '土の店', ''].entries()) {
    const code = `P-${i + 1}`;
    const texts = { slug: `pot-${i + 1}`, title: `Pot ${i + 1}`, brand, summary: '', description: '' };
    const product_id = await insert('product', { store_id, code, ...texts, options: [] });
    await insert('variant', { product_id, code: 'v', options: {}, price: 1200, stock: 3, position: 0 });
  }
  await insert('collection', { store_id, code: 'C-1', slug: 'pots', title: 'Pots', description: '', position: 0 });
  const manifest: Record<string, string> = {};
  for (const [key, body] of Object.entries(LIVE)) {
    manifest[key] = hash(body);
    await insert('document', { hash: manifest[key], body });
  }
  await insert('manifest', { hash: hash(manifest), body: manifest });
  const state = { origin: hash(manifest), live_revision: 1, draft_seq: 2, snapshot_seq: 1 };
  const design_id = await insert('design', { store_id, code: 'first', name: 'First', ...state });
  await insert('revision', { design_id, number: 1, manifest: hash(manifest), note: 'Start', author_id: account_id });
  await pool.query('update store set live_design_id = $1', [design_id]);
  await insert('draft_document', { design_id, key: 'menu/main', body: SNAPSHOT });
  for (const seq of [1, 2])
    await insert('draft_unit', {
      design_id,
      seq,
      unit: `u-${seq}`,
      author_id: account_id,
      sentences: ['Did it.'],
      type: 'do',
    });
  for (const [position, edit] of EDITS.entries())
    await insert('draft_edit', { design_id, seq: 2, position, document: edit.document, edit });
  await db.destroy();
}

test('a draft of the first version opens, goes on, is taken back and is published; its brands become things', async () => {
  const { url, drop } = await emptyDatabase();
  await firstVersion(url);
  const service = await serviceOn(url);
  const shop = async (path: string) => (await send(service.port, 'pots.localhost', path)).text;
  try {
    expect(service.ownerLink).toBeNull();
    const open = createClient({ origin: `http://127.0.0.1:${service.port}` });
    const body = { mail: 'owner@pots.example', password: 'pots upon the sill', name: 'test' };
    const { token } = await open.call(routes.createToken, { body });
    const client = createClient({ origin: `http://127.0.0.1:${service.port}`, token });
    const params = { store: 'pots', design: 'live' };
    const document = async (key: string) =>
      (await client.call(routes.getDocument, { params, query: { key } })).document;
    const unit = () => ({ unit: randomUUID() });

    expect(await shop('/')).toMatch(/First words.*More/s);
    expect(await document('menu/main')).toMatchObject({
      lists: {
        entries: [{ values: { label: 'Pots' } }, { values: { label: 'Away', link: { url: 'https://a.example' } } }],
      },
    });
    expect(await document('template/home')).toMatchObject({
      areas: { main: [{ id: 't2' }, { id: 't1', values: { text: 'Second words' } }] },
    });
    expect(await document('assignments/product')).toMatchObject({
      standard: 'product',
      pages: { 'product:P-1': 'plain' },
    });
    expect(await document('template/extra')).toMatchObject({ name: 'Extra', areas: { main: [{ id: 'e1' }] } });
    // The log of the first version can be undone, step by step as it was done.
    await client.call(routes.undo, { params, body: unit() });
    await expect(document('template/extra')).rejects.toMatchObject({ code: 'no-such-document' });
    expect(await document('template/home')).toMatchObject({
      areas: { main: [{ id: 't1', values: { text: 'First words' } }, { id: 't2' }] },
    });
    await client.call(routes.redo, { params, body: unit() });
    await client.call(routes.publish, { params, body: {} });
    expect(await shop('/')).toMatch(/More.*Second words/s);
    expect(await shop('/item/pot-1')).toContain('Plain');

    const { pages } = await client.call(routes.listPages, { params, query: { kind: 'brand' } });
    expect(pages.map(({ title, path }) => [title, path]).sort()).toEqual([
      ['Mole & Co', '/brand/mole-co-b-1'],
      ['Mole Co', '/brand/mole-co-b-2'],
      ['土の店', '/brand/b-3'],
    ]);
    const products = [1, 4].map((n) =>
      client.call(routes.getProduct, { params: { store: 'pots', product: `P-${n}` } }),
    );
    expect((await Promise.all(products)).map(({ brand }) => brand)).toEqual(['B-1', null]);
    await client.call(routes.revert, { params: { ...params, revision: '1' }, body: {} });
    expect(await shop('/')).toMatch(/First words.*More/s);
  } finally {
    await service.stop();
    await drop();
  }
});
