import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { routes } from '@parlour/contract';
import { Problem } from '@parlour/core';
import type { Document } from '@parlour/core/documents';
import { asAdmin, connect, newDatabase } from './service.js';
import { order, Shopper, type Ordered } from './shopper.js';

/** How often the service is killed; `npm run soak` kills it more often. */
const ROUNDS = process.env['PARLOUR_SOAK'] ? 50 : 3;

/** A service in a process of its own, so that it can be killed as a machine would. */
async function startProcess(databaseUrl: string): Promise<{ child: ChildProcess; port: number }> {
  const program = `import { startService } from ${JSON.stringify(join(import.meta.dirname, '..', 'dist', 'index.js'))};
    const { port } = await startService({ databaseUrl: ${JSON.stringify(databaseUrl)}, port: 0, demo: false, logLevel: 'silent', mailbox: '/dev/null', makesPictures: false });
    console.log(port);`;
  const child = spawn(process.execPath, ['--input-type=module', '--eval', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = (await once(child.stdout, 'data')) as [Buffer];
  return { child, port: Number(line.toString()) };
}

test('SIGKILL between and during edits and publishes loses nothing that was acknowledged', async () => {
  const database = await newDatabase();
  const acknowledged: string[] = [];
  const published: string[][] = [];
  let total = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const { child, port } = await startProcess(database.url);
    const service = await connect(port, () => Promise.resolve());
    const state = async (): Promise<string[]> =>
      ids((await service.call(routes.getDocument, { query: { key: 'template/home' } })).document);
    expect(await state()).toEqual(expect.arrayContaining(acknowledged));
    const storefront = (await service.visit('/')).text;
    expect(published.length === 0 || published.at(-1)?.every((id) => storefront.includes(`id="s-${id}"`))).toBe(true);

    // A template holds 200 sections; what was found to be there makes room for the next.
    if (acknowledged.length > 100) {
      const made = acknowledged.splice(0);
      await service.edit(...made.map((node) => ({ type: 'remove', document: 'template/home', node }) as const));
      published.length = 0;
    }

    let running = true;
    const editing = (async () => {
      for (let i = 0; running; i++) {
        const id = `k-${round}-${i}`;
        await service.edit({
          type: 'insert',
          document: 'template/home',
          kind: 'heading',
          place: { at: 'main' },
          id,
          values: { text: id },
        });
        acknowledged.push(id);
        total++;
        if (i % 6 === 5) {
          const now = [...acknowledged];
          await service.call(routes.publish, { body: {} });
          published.push(now);
        }
      }
    })().catch((error: unknown) => {
      // What the kill cut off; anything else is a fault.
      if (running || !(error instanceof Problem) || error.code !== 'database-away') throw error;
    });
    const wanted = total + 9 + (round % 6);
    while (total < wanted) await new Promise((resolve) => setTimeout(resolve, 5));
    child.kill('SIGKILL');
    running = false;
    await Promise.all([
      editing,
      child.exitCode === null && child.signalCode === null ? once(child, 'exit') : undefined,
    ]);
  }
  const { child, port } = await startProcess(database.url);
  const service = await connect(port, () => Promise.resolve());
  const home = (await service.call(routes.getDocument, { query: { key: 'template/home' } })).document;
  expect(ids(home)).toEqual(expect.arrayContaining(acknowledged));
  expect(total).toBeGreaterThanOrEqual(9 * ROUNDS);
  child.kill('SIGTERM');
  await once(child, 'exit');
  await database.drop();
}, 1_800_000);

/** Somebody who was about to order when the service was killed, or has ordered. */
interface Buyer {
  readonly cookie: string;
  readonly ordered: Ordered;
  /** Where the thank-you page is, as soon as it is known. */
  thanks: string | null;
}

test('SIGKILL while ordering: each attempt is one order or none, and what is sold is out of the stock, once', async () => {
  const database = await newDatabase();
  const stock = 1_000_000;
  await asAdmin(
    (admin) =>
      admin.query(`update variant set stock = ${stock} where code = 'K-003-1';
        update store set details = details || '{"orders-an-hour": "100000", "carts-an-hour": "100000"}'`),
    database.url,
  );
  const buyers: Buyer[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const { child, port } = await startProcess(database.url);
    const service = await connect(port, () => Promise.resolve());
    // Whoever was cut off sends the order again, as the page that is still open does.
    for (const buyer of buyers.filter(({ thanks }) => thanks === null)) {
      const again = await new Shopper(service, 'windrow.localhost', buyer.cookie).send(
        '/checkout',
        order(buyer.ordered),
      );
      expect(again.status).toBe(303);
      buyer.thanks = again.headers.location ?? '';
    }
    let running = true;
    let placed = 0;
    const buy = async (): Promise<void> => {
      while (running) {
        const shopper = new Shopper(service);
        await shopper.add();
        const buyer: Buyer = { ordered: await shopper.readyToOrder(), cookie: shopper.cookie, thanks: null };
        buyers.push(buyer);
        const answer = await shopper.send('/checkout', order(buyer.ordered));
        expect(answer.status).toBe(303);
        buyer.thanks = answer.headers.location ?? '';
        placed++;
      }
    };
    const buying = Promise.all(
      Array.from({ length: 4 }, () =>
        buy().catch((error: unknown) => {
          // A connection that the kill has cut.
          if (running || !/ECONN|socket hang up/.test(String((error as Error).message))) throw error;
        }),
      ),
    );
    while (placed < 4 + (round % 5)) await new Promise((resolve) => setTimeout(resolve, 3));
    child.kill('SIGKILL');
    running = false;
    await Promise.all([buying, child.exitCode === null && child.signalCode === null ? once(child, 'exit') : undefined]);
  }
  const { rows } = await asAdmin(
    (admin) =>
      admin.query<{ orders: number; attempts: number; numbers: number; left: number }>(`select count(*)::int as orders,
          count(distinct attempt)::int as attempts, count(distinct number)::int as numbers,
          (select stock from variant where code = 'K-003-1') as left from placed_order`),
    database.url,
  );
  const [{ orders = 0, attempts, numbers, left } = {}] = rows;
  const acknowledged = new Set(buyers.flatMap(({ thanks }) => thanks ?? []));
  expect([attempts, numbers, left]).toEqual([orders, orders, stock - orders]);
  // Of those that were cut off in the last round some may have gone through.
  expect(orders).toBeGreaterThanOrEqual(acknowledged.size);
  expect(orders).toBeLessThanOrEqual(buyers.length);
  await database.drop();
}, 1_800_000);

test('SIGKILL while a file is taken in: all of it is there or nothing, and another process does it', async () => {
  const database = await newDatabase();
  const products = 3_000;
  const file = Array.from({ length: products }, (_, i) => `S-${i},Number ${i},${i + 1}.50`).join('\n');
  const there = async (): Promise<number> => {
    const counted = await asAdmin(
      (admin) => admin.query<{ n: number }>(`select count(*)::int as n from product where code like 'S-%'`),
      database.url,
    );
    return counted.rows[0]?.n ?? -1;
  };
  let params: { import: string } | undefined;
  for (let round = 0; ; round++) {
    const { child, port } = await startProcess(database.url);
    const service = await connect(port, () => Promise.resolve());
    if (!params) {
      const { id } = await service.call(routes.beginImport, {
        body: { kind: 'product', format: 'csv', name: 's.csv' },
      });
      params = { import: String(id) };
      const body = Buffer.from(`product,title,price\n${file}`);
      await service.call(routes.sendImportPart, { params, query: { number: 0 }, body });
      await service.call(routes.startImport, { params, body: {} });
    }
    const now = () => service.call(routes.getImport, { params: params ?? { import: '' } });
    let job = await now();
    const isKilled = round < (ROUNDS > 3 ? 10 : 1);
    while (isKilled ? job.doneBytes === 0 : job.state !== 'done') {
      await new Promise((resolve) => setTimeout(resolve, 10));
      job = await now();
    }
    const ended = once(child, 'exit');
    child.kill(isKilled ? 'SIGKILL' : 'SIGTERM');
    await ended;
    // Killed after its end, it is all there.
    expect([0, products]).toContain(await there());
    if (!isKilled) break;
    // Who takes it up waits until nobody has worked at it for a while.
    await asAdmin((admin) => admin.query('update catalogue_import set taken_until = null'), database.url);
  }
  expect(await there()).toBe(products);
  await database.drop();
}, 600_000);

const ids = (document: Document): string[] =>
  'areas' in document ? (document.areas['main'] ?? []).map((one) => one.id) : [];
