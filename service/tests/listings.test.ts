/** Listings are worked out in memory, and equal to what plain SQL answers from the tables, whoever changed them. */
import type { Filter, ListingNeed, NeedSource, Sort, Subject } from '@parlour/core/kinds';
import pg from 'pg';
import { openDatabase, type Database } from '../index.js';
import { applyCatalogue, type CatalogueChanges } from '../catalogue/apply.js';
import type { WantedProduct } from '../catalogue/products.js';
import { startPolling, type Poller } from '../changes/poller.js';
import { storeListings, type Listings } from '../listings/listings.js';
import { smallest } from '../listings/smallest.js';
import { inTransaction } from '../records/database.js';
import { takeStock } from '../records/stock.js';
import { newDatabase } from './service.js';
import { chanceFrom } from './random.js';

/** A process as far as it has listings. */
interface Process {
  readonly db: Database;
  readonly listings: Listings;
  readonly poller: Poller;
}

let database: Awaited<ReturnType<typeof newDatabase>>;
let processes: [Process, Process];
const handles: Database[] = [];
let reader: pg.Client;
let store: { id: number; slug: string; currency: string; locale: string; timeZone: string; languages: string[] };
const faults: unknown[] = [];
/** Many in a soak. */
const ROUNDS = process.env['PARLOUR_SOAK'] ? 1_000 : 60;

beforeAll(async () => {
  database = await newDatabase();
  reader = new pg.Client({ connectionString: database.url });
  await reader.connect();
  const start = async (): Promise<Process> => {
    const [db, own] = [openDatabase(database.url), openDatabase(database.url, 2)];
    handles.push(db, own);
    const listings = storeListings(own, (error) => faults.push(error));
    const poller = startPolling(db, [listings], (error) => faults.push(error));
    await poller.look();
    return { db, listings, poller };
  };
  processes = [await start(), await start()];
  store = await processes[0].db
    .selectFrom('store')
    .select(['id', 'slug', 'currency', 'locale', 'time_zone as timeZone', 'languages'])
    .where('slug', '=', 'windrow')
    .executeTakeFirstOrThrow();
});
afterAll(async () => {
  for (const { poller } of processes) await poller.stop();
  for (const handle of handles) await handle.destroy();
  await reader.end();
  await database.drop();
  expect(faults).toEqual([]);
});

const ask = async <T>(text: string, ...values: unknown[]): Promise<T[]> =>
  (await reader.query(text, values)).rows as T[];
const apply = ({ db }: Process, changes: CatalogueChanges) =>
  inTransaction(db, (trx) => applyCatalogue(trx, store, changes, { accountId: null, now: new Date() }));

const sort = (by: Sort['by'], falling = false, attribute = ''): Sort => ({ by, falling, attribute });
const needOf = (source: NeedSource, more: Partial<ListingNeed> = {}): ListingNeed => ({
  type: 'listing',
  source,
  sort: sort('by-hand'),
  ownSort: sort('by-hand'),
  view: 'grid',
  more: null,
  filters: [],
  counts: false,
  size: 5,
  page: 1,
  ...more,
});
const workOut = async ({ db, listings, poller }: Process, need: ListingNeed, subject: Subject = null) => {
  await poller.look();
  const setting = { db, store, subject, translation: null };
  return listings.loading(() => listings.workOut(need, setting));
};

/** What a list has, in SQL. */
const LISTS: Readonly<Record<string, string>> = {
  newest: 'true',
  reduced: 'x.reduced',
  collection: `exists (select from collection_member m join collection o on o.id = m.collection_id
    where m.product_id = c.product_id and o.store_id = c.store_id and o.code = 'C-9')`,
  rule: `exists (select from collection_member m join collection o on o.id = m.collection_id
    where m.product_id = c.product_id and o.store_id = c.store_id and o.code = 'C-8')`,
};
const SOURCES: Readonly<Record<string, NeedSource>> = {
  newest: { from: 'newest' },
  reduced: { from: 'reduced' },
  collection: { from: 'collection', collection: 'C-9' },
  rule: { from: 'collection', collection: 'C-8' },
};
const PLACE = `(select m.position from collection_member m join collection o on o.id = m.collection_id
  where m.product_id = c.product_id and o.store_id = c.store_id and o.code = 'C-9')`;
const FROM = `from card c join card_price x on x.product_id = c.product_id and x.currency = 'EUR'
  join product p on p.id = c.product_id where c.store_id = $1`;
const text = (value: string): string => `'${value.replaceAll("'", "''")}'`;

/** What filters ask for, in SQL; those of options must be met by one variant that can be bought, if any can. */
function matching(filters: readonly Filter[], variant = 'true'): string {
  const groups = new Map<string, string[]>();
  const options = new Map<string, string[]>();
  const add = (map: Map<string, string[]>, key: string, condition: string): void =>
    void map.set(key, [...(map.get(key) ?? []), condition]);
  for (const filter of filters)
    switch (filter.by) {
      case 'available':
        add(groups, 'available', 'c.available');
        break;
      case 'rating':
        add(groups, 'rating', `c.rating >= ${filter.least * 100}`);
        break;
      case 'price':
        add(groups, 'price', `x.least between ${(filter.from ?? 0) * 100} and ${(filter.to ?? 1e7) * 100}`);
        break;
      case 'brand':
        add(
          groups,
          'brand',
          `p.brand_id = (select id from brand b where b.store_id = $1 and b.code = ${text(filter.value)})`,
        );
        break;
      case 'category':
        add(groups, 'category', `p.category = ${text(filter.value)}`);
        break;
      case 'attribute':
        add(groups, `attribute ${filter.name}`, `p.attributes ->> ${text(filter.name)} = ${text(filter.value)}`);
        break;
      case 'option':
        add(options, filter.name, `v.options ->> ${text(filter.name)} = ${text(filter.value)}`);
    }
  const every = (map: Map<string, string[]>): string[] => [...map.values()].map((any) => `(${any.join(' or ')})`);
  const ofVariant = [...every(options), variant].join(' and ');
  const hasVariant = `exists (select from variant v where v.product_id = p.id and (not c.available or v.stock is null or v.stock > 0) and ${ofVariant})`;
  return [...every(groups), ...(ofVariant === 'true' ? [] : [hasVariant])].join(' and ') || 'true';
}

const ORDER: Readonly<Partial<Record<Sort['by'], string>>> = {
  date: 'c.created_at',
  title: 'c.title collate "und-x-icu"',
  price: 'x.least',
  saving: 'case when x.was > x.least then (x.was - x.least)::bigint * 10000 / x.was end',
  rating: 'c.rating',
  sold: 'c.sold',
  attribute: `(p.attributes ->> 'gust')::int`,
};

async function bySql(list: string, { filters, sort: by, page, size }: ListingNeed) {
  const order = ORDER[by.by] ?? (list === 'collection' ? PLACE : list === 'rule' ? 'c.product_id * 0' : 'c.created_at');
  const isFalling = by.by === 'by-hand' && !['collection', 'rule'].includes(list) ? !by.falling : by.falling;
  const rows = await ask<{ id: number }>(
    `select c.product_id as id ${FROM} and ${LISTS[list]} and ${matching(filters)}
     order by ${order} ${isFalling ? 'desc' : 'asc'} nulls last, c.product_id ${by.by === 'title' && isFalling ? 'desc' : 'asc'}`,
    store.id,
  );
  return { ids: rows.slice((page - 1) * size, page * size).map(({ id }) => id), total: rows.length };
}

/** How many have which value, each as if nothing of its own group were chosen. */
async function countsBySql(list: string, filters: readonly Filter[]) {
  const but = (is: (filter: Filter) => boolean) => matching(filters.filter((filter) => !is(filter)));
  const one = async (of: string, condition: string) =>
    ask<{ value: string; count: number }>(
      `select ${of} as value, count(*)::int as count ${FROM} and ${LISTS[list]} and ${condition} and ${of} is not null group by 1`,
      store.id,
    );
  const groups: [string, { value: string; count: number }[]][] = [
    [
      'category ',
      await one(
        `nullif(p.category, '')`,
        but(({ by }) => by === 'category'),
      ),
    ],
    [
      'brand ',
      await one(
        '(select b.code from brand b where b.id = p.brand_id)',
        but(({ by }) => by === 'brand'),
      ),
    ],
  ];
  for (const name of ['gust', 'skill'])
    groups.push([
      `attribute ${name}`,
      await one(
        `p.attributes ->> '${name}'`,
        but((filter) => filter.by === 'attribute' && filter.name === name),
      ),
    ]);
  for (const name of ['Colour', 'Size']) {
    const others = filters.filter((filter) => filter.by !== 'option' || filter.name !== name);
    const rows = await ask<{ value: string }>(
      `select distinct v.options ->> '${name}' as value from variant v where v.options ->> '${name}' is not null`,
    );
    const counted = [];
    for (const { value } of rows) {
      const condition = matching(others, `v.options ->> '${name}' = ${text(value)}`);
      const [{ count = 0 } = {}] = await ask<{ count: number }>(
        `select count(*)::int as count ${FROM} and ${LISTS[list]} and ${condition}`,
        store.id,
      );
      if (count > 0) counted.push({ value, count });
    }
    groups.push([`option ${name}`, counted]);
  }
  const [{ available = 0 } = {}] = await ask<{ available: number }>(
    `select count(*)::int as available ${FROM} and ${LISTS[list]} and c.available and ${but(({ by }) => by === 'available')}`,
    store.id,
  );
  const [rated] = await ask<{ rated: number[] }>(
    `with ids as (select c.rating ${FROM} and ${LISTS[list]} and ${but(({ by }) => by === 'rating')})
       select array(select (select count(*)::int from ids where rating >= 100 * star) from generate_series(1, 5) star) as rated`,
    store.id,
  );
  const [price] = await ask<{ least: number | null; most: number | null }>(
    `select min(x.least) as least, max(x.least) as most ${FROM} and ${LISTS[list]} and ${but(({ by }) => by === 'price')}`,
    store.id,
  );
  return {
    groups: inOneOrder(groups.filter(([, values]) => values.length > 0)),
    available,
    rated: rated?.rated,
    price: price?.least === null ? null : price,
  };
}
const inOneOrder = (groups: readonly [string, readonly { readonly value: string; readonly count: number }[]][]) =>
  Object.fromEntries(
    groups.map(([name, values]) => [
      name,
      Object.fromEntries(
        [...values].sort((a, b) => (a.value < b.value ? -1 : 1)).map(({ value, count }) => [value, count]),
      ),
    ]),
  );

test('order, filters, counts and pages are those of plain SQL, while two processes change all there is', async () => {
  const { pick, below } = chanceFrom(20261202);
  const codes = Array.from({ length: 24 }, (_, i) => `L-${i}`);
  const COLOURS = ['Red', 'Blue', 'Green & “gold”'];
  const variantsOf = (colours: readonly (string | undefined)[]) =>
    colours.slice(0, 1 + below(3)).flatMap((Colour) =>
      ['S', 'M'].slice(0, 1 + below(2)).map((Size) => ({
        code: `${Colour ?? ''}${Size}`.toLowerCase().replace(/[^a-z]/g, ''),
        options: { ...(Colour !== undefined && { Colour }), Size },
        price: 100 * (1 + below(9)),
        wasPrice: below(3) === 0 ? 1000 : null,
        stock: pick([null, 0, 0, 2]),
      })),
    );
  const product = (): WantedProduct => {
    const code = pick(codes);
    // Some have one option only.
    const colours = Number(code.slice(2)) % 4 === 0 ? [] : COLOURS;
    const variants = variantsOf(colours.length > 0 ? colours : [undefined]);
    const options = [
      ...(colours.length > 0 ? [{ name: 'Colour', values: COLOURS }] : []),
      { name: 'Size', values: ['S', 'M'] },
    ];
    return {
      code,
      is: 'either',
      change: {
        title: `${pick(['Åre', 'ark', 'Zeta', 'été', 'ß'])} ${below(9)}`,
        brand: pick([null, 'B-1', 'B-2']),
        category: pick(['', 'Box', 'Line']),
        attributes: { ...(below(3) > 0 && { gust: below(12) }), skill: pick(['easy', 'hard']) },
        options,
        variants,
        status: below(8) === 0 ? 'withdrawn' : 'for-sale',
      },
    };
  };
  await apply(processes[0], {
    collections: [
      { code: 'C-9', is: 'new', change: { title: 'By hand' } },
      { code: 'C-8', is: 'new', change: { title: 'By rule', when: 'price >= 3' } },
    ],
  });
  /** Some of the codes that a query answers, in any order. */
  const drawn = async (text: string, count: number): Promise<string[]> => {
    const left = (await ask<{ code: string }>(text, store.id)).map(({ code }) => code);
    return Array.from({ length: Math.min(count, left.length) }, () => left.splice(below(left.length), 1)).flat();
  };
  const acts: ((on: Process) => Promise<unknown>)[] = [
    (on) => apply(on, { products: uniqueByCode(Array.from({ length: 6 }, product)) }),
    (on) => apply(on, { products: uniqueByCode([product()]) }),
    async (on) => {
      const members = await drawn('select code from product where store_id = $1 order by code', 9);
      await apply(on, { collections: [{ code: 'C-9', is: 'there', change: { members } }] });
    },
    (on) => apply(on, { collections: [{ code: 'C-8', is: 'there', change: { when: `price >= ${below(8)}` } }] }),
    async (on) => {
      const [code] = await drawn(`select code from product where store_id = $1 and code like 'L-%' order by code`, 1);
      if (code !== undefined) await apply(on, { products: [{ code, is: 'gone' }] });
    },
    async ({ db }) => {
      const [id] = await drawn(
        `select v.id::text as code from variant v join product p on p.id = v.product_id
         where p.store_id = $1 and v.stock > 0 order by v.id`,
        1,
      );
      const taken = [{ variantId: Number(id), quantity: 1 }];
      if (id !== undefined) await inTransaction(db, (trx) => takeStock(trx, store.id, taken, new Date()));
    },
    async (on) => {
      const [of] = await drawn('select code from card where store_id = $1 order by code', 1);
      const review = {
        product: of,
        rating: 1 + below(5),
        title: 'So',
        text: 'It flies.',
        name: 'Q',
        state: 'shown',
      };
      await apply(on, { reviews: [{ code: `r-${below(20)}`, is: 'either', change: review as never }] });
    },
  ];
  const FILTERS: readonly Filter[] = [
    ...COLOURS.map((value) => ({ by: 'option', name: 'Colour', value }) as const),
    ...['S', 'M', 'none'].map((value) => ({ by: 'option', name: 'Size', value }) as const),
    ...['B-1', 'B-2', 'B-none'].map((value) => ({ by: 'brand', name: '', value }) as const),
    ...['Box', 'Line'].map((value) => ({ by: 'category', name: '', value }) as const),
    ...['0', '5', '7'].map((value) => ({ by: 'attribute', name: 'gust', value }) as const),
    { by: 'attribute', name: 'skill', value: 'easy' },
    { by: 'available' },
    { by: 'rating', least: 3 },
    { by: 'price', from: 3, to: 45.5 },
    { by: 'price', from: null, to: 6 },
  ];
  const SORTS: readonly Sort[] = (['by-hand', ...Object.keys(ORDER)] as Sort['by'][]).flatMap((by) =>
    [false, true].map((falling) => sort(by, falling, by === 'attribute' ? 'gust' : '')),
  );
  const seen = { narrowed: 0, empty: 0, full: 0 };
  for (let round = 0; round < ROUNDS; round++) {
    const [here, there] = below(2) === 0 ? processes : [processes[1], processes[0]];
    await pick(acts)(here);
    const list = pick(Object.keys(SOURCES));
    const isOnePrice = { seen: false };
    const filters = FILTERS.filter(() => below(6) === 0).filter(
      ({ by }) => by !== 'price' || (!isOnePrice.seen && (isOnePrice.seen = true)),
    );
    const need = needOf(SOURCES[list]!, {
      filters,
      sort: pick(SORTS),
      page: 1 + below(3),
      size: 1 + below(7),
      counts: true,
    });
    const wanted = await bySql(list, need);
    const counts = await countsBySql(list, filters);
    for (const one of [here, there]) {
      const { counts: told, ...found } = await workOut(one, need);
      expect([round, list, need.sort, found]).toEqual([round, list, need.sort, wanted]);
      const groups =
        told?.groups.map(({ by, name, values }): [string, typeof values] => [`${by} ${name}`, values]) ?? [];
      const known = groups.filter(([name]) =>
        /^(brand|category|option (Colour|Size)|attribute (gust|skill)) ?/.test(name),
      );
      expect([round, list, filters, { ...told, groups: inOneOrder(known) }]).toEqual([round, list, filters, counts]);
    }
    seen.narrowed += Number(filters.length > 1);
    seen.empty += Number(wanted.total === 0);
    seen.full += Number(wanted.total > 5);
  }
  // Otherwise little would have been compared.
  for (const count of Object.values(seen)) expect(count).toBeGreaterThan(3);
});

const uniqueByCode = <T extends { readonly code: string }>(all: readonly T[]): T[] => [
  ...new Map(all.map((one) => [one.code, one])).values(),
];

test('of a page of many, those are found that would be there if all were put in order', () => {
  const { below } = chanceFrom(7);
  for (let round = 0; round < 300; round++) {
    const length = below(60);
    const keys = Float64Array.from({ length }, () => (below(5) === 0 ? Infinity : below(1 + below(30))));
    const ids = Int32Array.from({ length }, (_, i) => (i * 37) % 61);
    const order = [...keys.keys()].sort((a, b) =>
      keys[a]! < keys[b]! ? -1 : keys[a]! > keys[b]! ? 1 : ids[a]! - ids[b]!,
    );
    const [skip, size] = [below(length + 3), 1 + below(9)];
    expect(smallest({ keys, ids }, skip, size)).toEqual(order.slice(skip, skip + size));
  }
});
