import { routes } from '@parlour/contract';
import type { TemplateDocument } from '@parlour/core/documents';
import { chanceFrom, type Chance } from './random.js';
import { asAdmin, connect, eventually, newDatabase, serviceOn, type TestService } from './service.js';
import { order, Shopper } from './shopper.js';

const CHANGES = process.env['PARLOUR_SOAK'] ? 500 : 16;
/** After each change one page in so many is looked at, others after the next. */
const ONE_IN = process.env['PARLOUR_SOAK'] ? 1 : 2;
const SEED = Number(process.env['PARLOUR_SEED'] ?? new Date().toISOString().slice(0, 10).replaceAll('-', ''));

let services: readonly [TestService, TestService];
let end: () => Promise<void>;
beforeAll(async () => {
  const database = await newDatabase();
  const running = await Promise.all([serviceOn(database.url), serviceOn(database.url)]);
  const stop = () => Promise.resolve();
  services = [await connect(running[0].port, stop, database.url), await connect(running[1].port, stop, database.url)];
  end = async () => {
    await Promise.all(running.map((one) => one.stop()));
    await database.drop();
  };
});
afterAll(() => end?.());

const HOST = 'windrow.localhost';
/** A cart that is nobody's: such a page is made anew, with the same bytes as one for a shopper without a cart. */
const NOBODY = { cookie: 'parlour-cart=nobody' };

/** Anything that changes what shoppers see, or may change it and does not. */
async function change(service: TestService, chance: Chance, n: number): Promise<string> {
  const product = `K-${String(1 + chance.below(12)).padStart(3, '0')}`;
  const set = (body: object) => service.call(routes.changeProduct, { params: { product }, body });
  const title = async (value: string): Promise<void> => {
    const { document } = await service.call(routes.getDocument, { query: { key: 'template/home' } });
    const { areas } = document as TemplateDocument;
    const was = areas['main']?.find(({ id }) => id === 'h-sport')?.values['title'];
    await service.edit({ type: 'set', document: 'template/home', node: 'h-sport', field: 'values.title', value, was });
  };
  switch (chance.below(12)) {
    case 10: {
      const [member, at] = [`K-${String(1 + chance.below(12)).padStart(3, '0')}`, chance.is(0.5)];
      const body = at ? { add: [member] } : { remove: [member] };
      await service.call(routes.changeCollection, { params: { collection: 'C-2' }, body });
      return `${at ? 'into' : 'out of'} a collection`;
    }
    case 11: {
      // A page that others list by its label.
      const { content } = await service.call(routes.listContent);
      const page = content.find(({ labels }) => labels.length > 0);
      const document = `content/${page?.code ?? ''}`;
      await service.edit({ type: 'set', document, field: 'title', value: `News ${n}`, was: page?.title });
      await service.call(routes.publish, { body: {} });
      return 'title of a page that is listed';
    }
    case 0:
      await set({ title: `Kite ${n}` });
      return `title of ${product}`;
    case 1: {
      const { variants } = await service.call(routes.getProduct, { params: { product } });
      const some = variants.map(({ code }) => ({ code, price: 500 + chance.below(9_000), stock: chance.below(4) }));
      await set({ variants: some });
      return `prices and stock of ${product}`;
    }
    case 2:
      await set({ brand: `B-${1 + chance.below(3)}` });
      return `brand of ${product}`;
    case 3: {
      const { variants } = await service.call(routes.getProduct, { params: { product } });
      const [first] = variants;
      await set({ variants: [{ code: first?.code, wasPrice: chance.is(0.5) ? null : 99_900 }] });
      return `reduction of ${product}`;
    }
    case 4:
      await title(`Words ${n}`);
      await service.call(routes.publish, { body: {} });
      return 'edit and publish';
    case 5:
      await title(`Draft ${n}`);
      return 'edit';
    case 6: {
      const { revisions } = await service.call(routes.listRevisions);
      await service
        .call(routes.revert, { params: { revision: String(chance.pick(revisions).number) }, body: {} })
        .catch(() => undefined);
      return 'revert';
    }
    case 7:
      await asAdmin(async (client) => {
        // As a program beside the service would: the second text counts, the first never was.
        const summary = (value: number) => `update product set summary = 'Number ${value}' where code = '${product}'`;
        const told = `insert into change (store_id, tags) select id, array['product:${product}'] from store where slug = 'windrow'`;
        for (const sql of ['begin', 'savepoint one', summary(1), told, 'rollback to one', 'savepoint two'])
          await client.query(sql);
        for (const sql of [summary(600 + n), told, 'release two', 'commit']) await client.query(sql);
      }, service.databaseUrl);
      return `text of ${product} within savepoints`;
    case 8:
      await asAdmin(async (client) => {
        for (const sql of ['begin', `update product set title = 'Never ${n}' where code = '${product}'`, 'rollback'])
          await client.query(sql);
      }, service.databaseUrl);
      return `title of ${product}, rolled back`;
    default: {
      // An order takes stock, or is refused and rolled back.
      const shopper = new Shopper(service);
      await shopper.add({ quantity: '1' });
      await shopper.send('/checkout', order(await shopper.readyToOrder()));
      return 'order';
    }
  }
}

test(`after each of ${CHANGES} changes by two processes, every kept page is what it would be made now (seed ${SEED})`, async () => {
  const chance = chanceFrom(SEED);
  await services[0].call(routes.setDetails, { body: { 'orders-an-hour': '100000' } });
  const { pages } = await services[0].call(routes.listPages, { query: { limit: 200 } });
  const paths = [
    ...pages
      .map(({ path }) => path)
      .filter((path) => path.startsWith('/') && !/^\/(cart|checkout|thank-you|account|sign-in)/.test(path)),
    '/browse/single-line?page=2',
  ];
  let reading = true;
  // Read all the while, so that pages are made and kept in the very moments in which something changes.
  const readers = services.map(async (service) => {
    while (reading) await service.send(HOST, chance.pick(paths));
  });
  try {
    for (let n = 0; n < CHANGES; n++) {
      const done = await change(services[n % 2] as TestService, chance, n);
      for (const [i, service] of services.entries()) {
        const some = paths.filter((_, at) => (at + n) % ONE_IN === 0);
        const compare = async (): Promise<void> => {
          for (const path of some) {
            const [kept, cold] = [await service.send(HOST, path), await service.send(HOST, path, { headers: NOBODY })];
            expect([n, done, i, path, kept.text]).toEqual([n, done, i, path, cold.text]);
          }
        };
        // The process that changed it has taken it in; the other one hears of it, and of what neither did.
        await (i === n % 2 && !/savepoint/.test(done) ? compare() : eventually(compare));
      }
    }
  } finally {
    reading = false;
    await Promise.all(readers);
  }
  const kept = await Promise.all(paths.map((path) => services[0].send(HOST, path)));
  expect(kept.filter(({ headers }) => headers['cache-status'] === 'parlour; hit').length).toBeGreaterThan(
    paths.length / 2,
  );
}, 3_600_000);
