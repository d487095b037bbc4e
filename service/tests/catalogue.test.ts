import { sql } from 'kysely';
import { STANDARD_PATHS } from '@parlour/core/documents';
import type { ProductSource } from '@parlour/core/fields';
import type { Need, Subject } from '@parlour/core/kinds';
import { openDatabase, type Database } from '../index.js';
import { answerNeeds } from '../records/answers/answer.js';
import { inTransaction, type Records } from '../records/database.js';
import { applyCatalogue } from '../catalogue/apply.js';
import { findSubject } from '../records/catalogue.js';
import { listProducts } from '../records/subjects.js';
import { newDatabase } from './service.js';

const answered = (storeId: number, needs: readonly Need[], subject: Subject = null, records: Records = db) =>
  answerNeeds(records, {
    sources: { storeId, patterns: STANDARD_PATHS, state: new Map(), translation: null, prefix: '' },
    needs,
    subject,
  });

let db: Database;
let drop: () => Promise<void>;
let windrow: number;
let other: number;
beforeAll(async () => {
  const database = await newDatabase();
  db = openDatabase(database.url);
  drop = database.drop;
  windrow = (await db.selectFrom('store').select('id').where('slug', '=', 'windrow').executeTakeFirstOrThrow()).id;
  // A second store with a product of the same code: nothing of the one may show in the other.
  other = (
    await db
      .insertInto('store')
      .values({
        slug: 'other',
        name: 'Other',
        currency: 'JPY',
        locale: 'en',
        time_zone: 'UTC',
        country: 'JP',
        live_design_id: null,
      })
      .returning('id')
      .executeTakeFirstOrThrow()
  ).id;
  const variants = [{ code: 'v', price: 10, wasPrice: 5, stock: 0 }];
  const product = { code: 'K-001', is: 'new', slug: 'same-code', change: { title: 'Another', variants } } as const;
  const store = { id: other, slug: 'other', currency: 'JPY', locale: 'en', timeZone: 'Asia/Tokyo', languages: [] };
  await inTransaction(db, (trx) =>
    applyCatalogue(trx, store, { products: [product] }, { accountId: null, now: new Date() }),
  );
});
afterAll(async () => {
  await db.destroy();
  await drop();
});

const codes = async (
  source: ProductSource,
  limit = 48,
  store = windrow,
  subject: Subject = null,
): Promise<string[]> => {
  const need = { type: 'products', source, limit, more: null } as const;
  return ((await answered(store, [need], subject)).data.get(need) ?? []).map((card) => card.code);
};

describe('product sources', () => {
  test('the newest come newest first, as many as are wanted', async () => {
    expect(await codes({ from: 'newest' }, 3)).toEqual(['K-012', 'K-011', 'K-007']);
  });

  test('the reduced are those whose was-price is higher', async () => {
    expect(await codes({ from: 'reduced' })).toEqual(['K-007', 'K-005']);
    expect(await codes({ from: 'reduced' }, 48, other)).toEqual([]);
  });

  test('a collection keeps its order; one that is gone is empty', async () => {
    expect(await codes({ from: 'collection', collection: 'C-2' })).toEqual(['K-004', 'K-005', 'K-006', 'K-007']);
    expect(await codes({ from: 'collection', collection: 'C-2' }, 2)).toEqual(['K-004', 'K-005']);
    expect(await codes({ from: 'collection', collection: 'gone' })).toEqual([]);
  });

  test('those at the same place of a collection are in one order, wherever their rows lie', async () => {
    const of = sql`collection_id = (select id from collection where store_id = ${windrow} and code = 'C-2')`;
    // Whatever way the database goes; and a row that is written anew moves behind the others.
    await sql`drop index collection_member_order`.execute(db);
    await sql`alter table collection_member drop constraint collection_member_pkey`.execute(db);
    for (const code of ['K-004', 'K-005', 'K-006', 'K-007', 'K-005', 'K-004']) {
      const product = sql`(select id from product where store_id = ${windrow} and code = ${code})`;
      await sql`update collection_member set position = 7 where ${of} and product_id = ${product}`.execute(db);
      await sql`update product set title = title where id = ${product}`.execute(db);
    }
    const need = {
      type: 'products',
      source: { from: 'collection', collection: 'C-2' },
      limit: 48,
      more: null,
    } as const;
    for (const way of ['nestloop', 'hashjoin', 'mergejoin']) {
      const { data } = await inTransaction(db, async (trx) => {
        await sql`set local jit = off`.execute(trx);
        await sql`set local ${sql.raw(`enable_${way}`)} = off`.execute(trx);
        return answered(windrow, [need], null, trx);
      });
      expect(data.get(need)?.map(({ code }) => code)).toEqual(['K-004', 'K-005', 'K-006', 'K-007']);
    }
  });

  test('the collection of the page needs a page that is about one', async () => {
    const collection = await findSubject(db, windrow, 'collection', 'slug', 'single-line');
    expect(await codes({ from: 'this-collection' }, 48, windrow, collection ? { collection } : null)).toEqual([
      'K-003',
      'K-001',
      'K-002',
      'K-008',
      'K-012',
    ]);
    expect(await codes({ from: 'this-collection' })).toEqual([]);
  });

  test('chosen ones come in the chosen order, without those that are gone', async () => {
    expect(await codes({ from: 'chosen', products: ['K-009', 'gone', 'K-001'] })).toEqual(['K-009', 'K-001']);
    expect(await codes({ from: 'chosen', products: [] })).toEqual([]);
  });

  test('what goes with a product comes in its order, without what is gone; on other pages nothing does', async () => {
    const product = await findSubject(db, windrow, 'product', 'code', 'K-001');
    const on = (goesWith: string[]) =>
      codes({ from: 'goes-with' }, 48, windrow, product ? { product: { ...product, goesWith } } : null);
    expect(await on(['K-010', 'gone', 'K-009'])).toEqual(['K-010', 'K-009']);
    expect([await on([]), await codes({ from: 'goes-with' })]).toEqual([[], []]);
  });

  test('collections are those in no other, those inside one, or chosen ones in their order', async () => {
    const inside = { type: 'collections', chosen: null, inside: 'C-1', limit: 9 } as const;
    const top = { ...inside, inside: null };
    const chosen = { ...top, chosen: ['C-2', 'C-1', 'C-99'] };
    const { data } = await answered(windrow, [inside, top, chosen]);
    const codes = [inside, top, chosen].map((need) => data.get(need)?.map(({ code }) => code));
    expect(codes).toEqual([[], ['C-1', 'C-2', 'C-3'], ['C-2', 'C-1']]);
  });

  test('what several sections ask for is answered together, each its own', async () => {
    const needs: Need[] = [
      { type: 'products', source: { from: 'newest' }, limit: 1, more: null },
      { type: 'products', source: { from: 'collection', collection: 'C-3' }, limit: 2, more: null },
      { type: 'products', source: { from: 'newest' }, limit: 1, more: null },
      { type: 'path', page: 'home' },
      { type: 'path', page: 'product:K-002' },
      { type: 'path', page: 'collection:C-1' },
      { type: 'path', page: 'product:gone' },
      { type: 'path', page: 'not-found' },
    ];
    const { data, tags } = await answered(windrow, needs);
    const told = needs.map((need) =>
      need.type === 'products' ? data.get(need)?.map(({ code }) => code) : data.get(need),
    );
    expect(told).toEqual([
      ['K-012'],
      ['K-009', 'K-010'],
      ['K-012'],
      '/',
      '/item/lantern-box',
      '/browse/single-line',
      null,
      null,
    ]);
    // What was asked for counts, also where it was not found.
    expect([...tags].sort()).toEqual([
      'collection:C-1',
      'list:collection C-3',
      'list:newest',
      'product:K-002',
      'product:K-009',
      'product:K-010',
      'product:K-012',
      'product:gone',
    ]);
  });
});

describe('products', () => {
  test('a card shows the lowest price, what it was, and whether any is left', async () => {
    const need = {
      type: 'products',
      source: { from: 'chosen', products: ['K-003', 'K-005', 'K-008'] },
      limit: 3,
      more: 'wind',
    } as const;
    const cards = (await answered(windrow, [need])).data.get(need);
    expect(cards).toMatchObject([
      {
        price: 4200,
        wasPrice: null,
        varies: true,
        available: true,
        picture: { alt: 'A broad teal delta kite against a pale sky', widths: [320, 640, 960] },
        more: {
          second: { widths: [320, 640, 960] },
          summary: 'A wide delta that lifts early and soars late. Our most-lent kite on the beach.',
          rating: 400,
          reviews: 4,
          attribute: expect.stringMatching(/Beaufort/) as string,
          spoken: [],
        },
      },
      { price: 18900, wasPrice: 22900, varies: false, available: true },
      { price: 6900, varies: true, available: false },
    ]);
  });

  test('a product has its variants and pictures in order, and no was-price that is not higher', async () => {
    const product = await findSubject(db, windrow, 'product', 'slug', 'gannet-delta');
    expect(product?.variants.map((variant) => variant.code)).toEqual([1, 2, 3, 4, 5, 6].map((n) => `K-003-${n}`));
    expect(product?.pictures).toHaveLength(3);
    expect((await findSubject(db, other, 'product', 'code', 'K-001'))?.variants).toEqual([
      { code: 'v', options: {}, price: 10, wasPrice: null, stock: 0, pictures: [] },
    ]);
  });

  test('stores are apart, though their codes are the same', async () => {
    expect((await findSubject(db, other, 'product', 'code', 'K-001'))?.title).toBe('Another');
    expect((await findSubject(db, windrow, 'product', 'code', 'K-001'))?.title).toBe('Skerry Diamond');
    expect(await findSubject(db, windrow, 'product', 'slug', 'same-code')).toBeUndefined();
    expect((await listProducts(db, other, { after: 0, limit: 9 })).map((one) => one.code)).toEqual(['K-001']);
    expect(await codes({ from: 'newest' }, 48, other)).toEqual(['K-001']);
  });
});
