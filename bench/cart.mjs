/** The cart page with five lines, beside a bare Express route that answers one `select` of the same lines. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { URLSearchParams } from 'node:url';
import { performance } from 'node:perf_hooks';
import pg from 'pg';
import { alternate, median } from './rounds.mjs';
import { ask } from './setting.mjs';

const LINES = 5;
const REQUESTS = 100;

export async function measureCart({ port, databaseUrl }) {
  const cookie = await cartWith(port, databaseUrl);
  const floor = await startFloor(databaseUrl);
  const ours = () => timeOf(port, `windrow.localhost:${port}`, '/cart', { cookie });
  const found = await alternate({ ours, floor: () => timeOf(floor.port, 'localhost', '/cart', {}) });
  floor.child.kill();
  return [
    {
      what: `cart page of ${LINES} lines, median of ${REQUESTS} (floor: Express and one select)`,
      ...found,
      unit: 'ms, less is better',
    },
  ];
}

/** Puts five things into a cart as a shopper does. @returns the shopper's cookies */
async function cartWith(port, databaseUrl) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client.query(
    `select p.code, v.options from product p join store s on s.id = p.store_id and s.slug = 'windrow'
     join variant v on v.product_id = p.id and v.stock > 0 and v.position = 0 order by p.id limit ${LINES}`,
  );
  await client.end();
  const host = `windrow.localhost:${port}`;
  let cookie = '';
  for (const { code, options } of rows) {
    const fields = {
      page: '/',
      product: code,
      quantity: '1',
      ...Object.fromEntries(Object.entries(options).map(([name, value]) => [`option.${name}`, value])),
    };
    const { headers } = await ask(port, host, '/cart', {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded', cookie },
      body: new URLSearchParams(fields).toString(),
    });
    const set = (headers['set-cookie'] ?? []).map((one) => one.split(';')[0]);
    const all = new Map([...cookie.split('; '), ...set].filter(Boolean).map((one) => [one.split('=')[0], one]));
    cookie = [...all.values()].join('; ');
  }
  const { body } = await ask(port, host, '/cart', { headers: { cookie } });
  const lines = body.toString().match(/class="cart-title"/g)?.length ?? 0;
  if (lines !== LINES) throw new Error(`The cart shows ${lines} of ${LINES} lines.`);
  return cookie;
}

const PROGRAM = `import express from 'express';
import pg from 'pg';
const pool = new pg.Pool({ connectionString: process.env.DATABASE });
const app = express();
app.get('/cart', async (request, response) => {
  const { rows } = await pool.query({ name: 'cart', text: 'select v.code, p.title, v.options, x.price, v.stock, l.quantity from cart_line l join variant v on v.id = l.variant_id join price x on x.variant_id = v.id join product p on p.id = v.product_id where l.cart_id = (select max(cart_id) from cart_line)' });
  response.type('html').send('<ul>' + rows.map((row) => '<li>' + row.title + ' ' + row.quantity + ' ' + row.price + '</li>').join('') + '</ul>');
});
const server = app.listen(0, '127.0.0.1', () => console.log(server.address().port));`;

async function startFloor(databaseUrl) {
  const child = spawn(process.execPath, ['--input-type=module', '--eval', PROGRAM], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, DATABASE: databaseUrl },
    cwd: join(import.meta.dirname, '..', 'service'),
  });
  const [line] = await once(child.stdout, 'data');
  return { child, port: Number(line) };
}

async function timeOf(port, host, path, headers) {
  const times = [];
  for (let i = 0; i < REQUESTS; i++) {
    const start = performance.now();
    const { status } = await ask(port, host, path, { headers });
    times.push(performance.now() - start);
    if (status !== 200) throw new Error(`${path} answered ${status}.`);
  }
  return median(times);
}
