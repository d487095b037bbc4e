/**
 * Kept pages over HTTP, spread over 1,000 pages, driven by wrk: beside a bare `node:http` server that sends the same
 * compressed bytes and headers, and beside Express that does. Then the same while 5 % of the products change a minute.
 * Every round has processes of its own: two of the same program can differ by half, by where they lie in memory.
 */
import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { brotliDecompressSync } from 'node:zlib';
import pg from 'pg';
import { growCatalogue, openDatabase } from '@parlour/service';
import { median } from './rounds.mjs';
import { ask, serviceOn } from './setting.mjs';

const PAGES = 1_000;
const CONNECTIONS = 16;
const SECONDS = 3;
const ROUNDS = 5;
/** How many changes are waited for, one after the other. */
const CHANGES = 30;

export async function measureKept({ databaseUrl }) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await addProducts(databaseUrl, client);
  const folder = mkdtempSync(join(tmpdir(), 'parlour-bench-'));
  const paths = Array.from({ length: PAGES }, (_, i) => `/item/bench-${i + 1}`);
  const script = join(folder, 'paths.lua');
  const found = { ours: [], bare: [], express: [], changing: [] };
  for (let round = 0; round < ROUNDS; round++) {
    const service = await serviceOn(databaseUrl);
    const host = `windrow.localhost:${service.port}`;
    const pages = await keptPages(service.port, host, paths);
    writeFileSync(script, luaFor(paths, host));
    writeFileSync(join(folder, 'pages.json'), JSON.stringify(pages));
    const [bare, express] = [await startFloor(folder, BARE), await startFloor(folder, EXPRESS)];
    // Once before it counts, so that all are as fast as they will be.
    for (const { port, pid } of [service, bare, express]) load(script, port, pid);
    found.ours.push(load(script, service.port, service.pid));
    found.bare.push(load(script, bare.port, bare.pid));
    found.express.push(load(script, express.port, express.pid));
    const changing = change(databaseUrl);
    found.changing.push(await loadAside(script, service.port, service.pid));
    await changing.stop();
    bare.child.kill();
    express.child.kill();
    await service.close();
  }
  rmSync(folder, { recursive: true });
  const delays = await delaysOf(databaseUrl, client, paths.slice(0, CHANGES));
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
    {
      what: `a change is seen by two processes, longest of ${CHANGES} (floor: the median)`,
      ours: Math.max(...delays),
      floor: median(delays),
      unit: 'ms, at most 2,000',
    },
  ];
}

async function addProducts(databaseUrl, client) {
  const db = openDatabase(databaseUrl);
  await growCatalogue(db, { store: 'windrow', count: PAGES, prefix: 'BENCH', variants: 1, brands: ['B-1'] });
  await db.destroy();
  await client.query('analyze');
}

const get = (port, host, path) => ask(port, host, path, { headers: { 'accept-encoding': 'br' } });

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
  return { child, port: Number(line), pid: child.pid };
}

/** Processor time of a process so far, in µs (proc(5): hundredths of a second). */
function processorTime(pid) {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(fields[11]) + Number(fields[12])) * 10_000;
}

const wrkArguments = (script, port, seconds = SECONDS) => [
  '-t1',
  `-c${CONNECTIONS}`,
  `-d${seconds}s`,
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

function load(script, port, pid, seconds = SECONDS) {
  const before = processorTime(pid);
  const output = execFileSync('wrk', wrkArguments(script, port, seconds), { encoding: 'utf8' });
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

/** How long each change of a product, made by another program, takes until two processes show it. */
async function delaysOf(databaseUrl, client, paths) {
  const services = [await serviceOn(databaseUrl), await serviceOn(databaseUrl)];
  for (const { port } of services) await keptPages(port, `windrow.localhost:${port}`, paths);
  const delays = [];
  for (const path of paths) {
    const title = `Seen at ${path}`;
    const code = path.split('/').at(-1).toUpperCase();
    await client.query('begin');
    await client.query('update product set title = $1 where code = $2', [title, code]);
    await client.query(
      `insert into change (store_id, tags) select id, array['product:' || $1] from store where slug = 'windrow'`,
      [code],
    );
    await client.query('commit');
    const start = performance.now();
    await client.query(`select pg_notify('parlour', 'changes')`);
    for (const { port } of services)
      while (!(await shows(port, path, title))) await new Promise((go) => setTimeout(go, 1));
    delays.push(performance.now() - start);
  }
  for (const service of services) await service.close();
  return delays;
}

async function shows(port, path, text) {
  const { body } = await get(port, `windrow.localhost:${port}`, path);
  return brotliDecompressSync(body).includes(text);
}

/** Changes products one after the other, as many a minute as are 5 % of them, as another process would. */
function change(databaseUrl) {
  const every = 60_000 / (PAGES * 0.05);
  const client = new pg.Client({ connectionString: databaseUrl });
  let n = 0;
  const connected = client.connect();
  const timer = setInterval(() => {
    const code = `BENCH-${1 + ((n++ * 7) % PAGES)}`;
    void client.query(
      `update price x set price = price + 1 from variant v, product p where v.id = x.variant_id and p.id = v.product_id and p.code = '${code}';
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
