/**
 * Kept pages over HTTP, spread over 1,000 pages, driven by wrk: beside a bare `node:http` server that sends the same
 * compressed bytes and headers, and beside Express that does. Then the same while 5 % of the products change a minute.
 */
import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { median } from './rounds.mjs';

const PAGES = 1_000;
const CONNECTIONS = 16;
const SECONDS = 3;
const ROUNDS = 5;

export async function measureKept({ port, pid, databaseUrl }) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await addProducts(client);
  const folder = mkdtempSync(join(tmpdir(), 'parlour-bench-'));
  const host = `windrow.localhost:${port}`;
  const paths = Array.from({ length: PAGES }, (_, i) => `/item/bench-${i}`);
  const pages = await keptPages(port, host, paths);
  const script = join(folder, 'paths.lua');
  writeFileSync(script, luaFor(paths, host));
  writeFileSync(join(folder, 'pages.json'), JSON.stringify(pages));
  const floors = {
    bare: await startFloor(folder, BARE),
    express: await startFloor(folder, EXPRESS),
  };
  const found = { ours: [], bare: [], express: [], changing: [] };
  for (let round = 0; round < ROUNDS; round++) {
    found.ours.push(load(script, port, pid));
    found.bare.push(load(script, floors.bare.port, floors.bare.child.pid));
    found.express.push(load(script, floors.express.port, floors.express.child.pid));
  }
  const changing = change(databaseUrl);
  for (let round = 0; round < ROUNDS; round++) found.changing.push(await loadAside(script, port, pid));
  await changing.stop();
  for (const { child } of Object.values(floors)) child.kill();
  rmSync(folder, { recursive: true });
  await client.end();
  const of = (name, what) => median(found[name].map((one) => one[what]));
  const row = (what, ours, floor) => [
    { what, ours: of(ours, 'rate'), floor: of(floor, 'rate'), unit: 'requests/s, more is better' },
    { what: '  processor time of each', ours: of(ours, 'time'), floor: of(floor, 'time'), unit: 'µs, less is better' },
  ];
  return [
    ...row(`kept pages, ${PAGES} of them (floor: bare node:http)`, 'ours', 'bare'),
    ...row('kept pages (floor: Express)', 'ours', 'express'),
    ...row('kept pages, 5 % of products changing a minute (floor: bare)', 'changing', 'bare'),
  ];
}

async function addProducts(client) {
  await client.query(
    `insert into product (store_id, code, slug, title, brand_id, summary, description, options, created_at)
     select s.id, 'BENCH-' || n, 'bench-' || n, 'Bench kite ' || n, b.id, 'Made to be counted, number ' || n || '.', '', '[]', '2020-01-01'
     from store s join brand b on b.store_id = s.id and b.code = 'B-1', generate_series(0, ${PAGES - 1}) n where s.slug = 'windrow'`,
  );
  await client.query(
    `insert into variant (product_id, code, options, price, stock, position)
     select id, 'v', '{}', 1000 + (id * 37) % 9000, 5, 0 from product where code like 'BENCH-%'`,
  );
  await client.query('analyze');
}

const get = (port, host, path) =>
  new Promise((resolve, reject) => {
    request({ host: '127.0.0.1', port, path, headers: { host, 'accept-encoding': 'br' } }, (response) => {
      const chunks = [];
      response.on('data', (chunk) => chunks.push(chunk));
      response.on('end', () =>
        resolve({ status: response.statusCode, headers: response.headers, body: Buffer.concat(chunks) }),
      );
    })
      .on('error', reject)
      .end();
  });

/** Every page as it is kept: its headers and its compressed bytes. */
async function keptPages(port, host, paths) {
  for (const path of paths) await get(port, host, path);
  const pages = {};
  for (const path of paths) {
    let answer;
    for (let tries = 0; answer?.headers['cache-status'] !== 'parlour; hit'; tries++) {
      if (tries > 100) throw new Error(`${path} is not kept: it answers ${answer.status}.`);
      answer = await get(port, host, path);
    }
    const { date: _date, connection: _connection, 'keep-alive': _alive, ...headers } = answer.headers;
    pages[path] = { headers, body: answer.body.toString('base64') };
  }
  return pages;
}

const luaFor = (paths, host) => `local paths = {${paths.map((path) => `"${path}"`).join(',')}}
local at = 0
request = function()
  at = at % #paths + 1
  return wrk.format('GET', paths[at], { ['Host'] = '${host}', ['Accept-Encoding'] = 'br' })
end
`;

const READ = `import { readFileSync } from 'node:fs';
const pages = new Map(Object.entries(JSON.parse(readFileSync(process.argv[1] ?? process.env.PAGES, 'utf8'))).map(([path, { headers, body }]) => [path, { headers, body: Buffer.from(body, 'base64') }]));
`;
const BARE = `${READ}import { createServer } from 'node:http';
const server = createServer((request, response) => {
  const page = pages.get(request.url);
  response.writeHead(200, page.headers);
  response.end(page.body);
});
server.listen(0, '127.0.0.1', () => console.log(server.address().port));`;
const EXPRESS = `${READ}import express from 'express';
const app = express();
app.disable('x-powered-by');
app.disable('etag');
app.get('/item/:slug', (request, response) => {
  const page = pages.get(request.path);
  response.set(page.headers).send(page.body);
});
const server = app.listen(0, '127.0.0.1', () => console.log(server.address().port));`;

async function startFloor(folder, program) {
  const child = spawn(process.execPath, ['--input-type=module', '--eval', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, PAGES: join(folder, 'pages.json') },
    cwd: join(import.meta.dirname, '..', 'service'),
  });
  const [line] = await once(child.stdout, 'data');
  return { child, port: Number(line) };
}

/** Processor time of a process so far, in µs (proc(5): hundredths of a second). */
function processorTime(pid) {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(fields[11]) + Number(fields[12])) * 10_000;
}

const wrkArguments = (script, port) => [
  '-t1',
  `-c${CONNECTIONS}`,
  `-d${SECONDS}s`,
  '-s',
  script,
  `http://127.0.0.1:${port}/`,
];

function figures(output, before, after) {
  const requests = Number(/(\d+) requests in/.exec(output)?.[1]);
  const rate = Number(/Requests\/sec:\s+([\d.]+)/.exec(output)?.[1]);
  if (!requests || !rate || /Non-2xx/.test(output)) throw new Error(`wrk was not answered as it should:\n${output}`);
  return { rate, time: (after - before) / requests };
}

function load(script, port, pid) {
  const before = processorTime(pid);
  const output = execFileSync('wrk', wrkArguments(script, port), { encoding: 'utf8' });
  return figures(output, before, processorTime(pid));
}

/** The same without holding up this process, which does something meanwhile. */
async function loadAside(script, port, pid) {
  const before = processorTime(pid);
  const wrk = spawn('wrk', wrkArguments(script, port), { stdio: ['ignore', 'pipe', 'inherit'] });
  let output = '';
  wrk.stdout.on('data', (chunk) => (output += chunk));
  await once(wrk, 'close');
  return figures(output, before, processorTime(pid));
}

/** Changes products one after the other, as many a minute as are 5 % of them, as another process would. */
function change(databaseUrl) {
  const every = 60_000 / (PAGES * 0.05);
  const client = new pg.Client({ connectionString: databaseUrl });
  let n = 0;
  const connected = client.connect();
  const timer = setInterval(() => {
    const code = `BENCH-${(n++ * 7) % PAGES}`;
    void client.query(
      `update variant set price = price + 1 from product p where p.id = product_id and p.code = '${code}';
       insert into change (store_id, tags) select id, array['product:${code}'] from store where slug = 'windrow';
       select pg_notify('parlour', 'changes')`,
    );
  }, every);
  return {
    async stop() {
      clearInterval(timer);
      await connected;
      await client.end();
    },
  };
}
