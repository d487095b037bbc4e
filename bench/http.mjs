/** Requests a second over HTTP, beside a bare `node:http` server that sends the same bytes from memory. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { Agent } from 'node:http';
import { performance } from 'node:perf_hooks';
import { alternate } from './rounds.mjs';
import { ask } from './setting.mjs';

const CONNECTIONS = 16;
const SECONDS = 1.5;

export async function measureHttp({ port }) {
  const host = `windrow.localhost:${port}`;
  const rows = [];
  for (const [what, path] of [
    ['home page', '/'],
    ['product page', '/item/gannet-delta'],
  ]) {
    const { body, headers } = await getOnce(port, host, path);
    const floor = await bareServer(body, headers);
    const found = await alternate({ ours: () => load(port, host, path), floor: () => load(floor.port, host, path) });
    floor.child.kill();
    rows.push({
      what: `storefront, ${what}, ${CONNECTIONS} connections`,
      ...found,
      unit: 'requests/s, more is better',
    });
  }
  return rows;
}

async function getOnce(port, host, path) {
  const answer = await ask(port, host, path);
  if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}.`);
  return answer;
}

/** In a process of its own, as the service's database work is too. */
async function bareServer(body, headers) {
  const {
    date: _date,
    connection: _connection,
    'keep-alive': _keep,
    'transfer-encoding': _encoding,
    ...kept
  } = headers;
  const program = `import { createServer } from 'node:http';
    const body = Buffer.from(${JSON.stringify(body.toString('base64'))}, 'base64');
    const headers = ${JSON.stringify(kept)};
    const server = createServer((_, response) => { response.writeHead(200, headers); response.end(body); });
    server.listen(0, '127.0.0.1', () => console.log(server.address().port));`;
  const child = spawn(process.execPath, ['--input-type=module', '--eval', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = await once(child.stdout, 'data');
  return { child, port: Number(line) };
}

/** Requests a second over a bounded time. */
async function load(port, host, path) {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  const end = performance.now() + SECONDS * 1000;
  let done = 0;
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      while (performance.now() < end) {
        await ask(port, host, path, { agent });
        done++;
      }
    }),
  );
  agent.destroy();
  return done / SECONDS;
}
