/**
 * How long another store's page waits while one store, or a client, sends something hostile: the 99th percentile,
 * beside the same without it. At most 250 ms are wanted.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { Agent, request } from 'node:http';
import { performance } from 'node:perf_hooks';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createClient, routes } from '@parlour/contract';
import { DEMO_SIGN_IN } from '@parlour/service';
import { median } from './rounds.mjs';

export const HOSTILE_LOADS = [
  'text',
  'picture',
  'rule',
  'search',
  'path',
  'menu',
  'edits',
  'headers',
  'pipelining',
  'pouring',
  'bodies',
  'reopening',
  'drawings',
  'queries',
  'additions',
  'slow readers',
  'slow writers',
];
const ROUNDS = 5;
const SECONDS = 2;
const EVERY_MS = 15;
const PROGRAM = join(dirname(fileURLToPath(import.meta.url)), 'hostile-loads.mjs');

/**
 * @param settingFor from `demoSetting`; a new one for each load, so that none inherits what another left
 * @param only names of loads; all if empty
 */
export async function measureHostile(settingFor, only = []) {
  const rows = [];
  for (const [i, name] of HOSTILE_LOADS.entries()) {
    if (only.length > 0 && !only.includes(name)) continue;
    const setting = await settingFor(`hostile_${i}`);
    const { port } = setting;
    const { email, password } = DEMO_SIGN_IN;
    const { token } = await createClient({ origin: `http://127.0.0.1:${port}` }).call(routes.createToken, {
      body: /** @type {any} */ ({ email, password, name: 'bench' }),
    });
    await waits(port); // warms up
    const [quiet, loud] = [[], []];
    for (let round = 0; round < ROUNDS; round++) {
      quiet.push(await waits(port));
      const load = spawn(process.execPath, [PROGRAM, name, String(port), token, round === 0 ? 'first' : 'again'], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      const [said] = await Promise.race([once(load.stdout, 'data'), once(load, 'exit')]);
      if (typeof said === 'number') throw new Error(`The load “${name}” ended by itself.`);
      loud.push(await waits(port));
      load.kill('SIGKILL');
      await once(load, 'exit');
      await new Promise((go) => setTimeout(go, 500));
    }
    await setting.close();
    rows.push({
      what: `another store’s home page, 99th percentile, hostile ${name}`,
      ours: median(loud),
      floor: median(quiet),
      unit: 'ms, at most 250',
    });
    process.stdout.write(
      `${name}: ${loud.map((ms) => ms.toFixed(0)).join(' ')} ms (without: ${quiet.map((ms) => ms.toFixed(0)).join(' ')})\n`,
    );
  }
  return rows;
}

/** Asks at fixed moments, whether or not the answer before has come: what waits is counted as waiting. */
async function waits(port) {
  const agent = new Agent({ keepAlive: true, maxSockets: 30 });
  const found = [];
  const asked = [];
  for (const end = performance.now() + SECONDS * 1000; performance.now() < end;) {
    const from = performance.now();
    asked.push(get(port, agent).then(() => found.push(performance.now() - from)));
    await new Promise((go) => setTimeout(go, EVERY_MS));
  }
  await Promise.all(asked);
  agent.destroy();
  return found.sort((a, b) => a - b)[Math.ceil(found.length * 0.99) - 1];
}

const get = (port, agent) =>
  new Promise((resolve, reject) => {
    request(
      { host: '127.0.0.1', port, path: '/', agent, headers: { host: `osierwick.localhost:${port}` } },
      (response) => {
        if (response.statusCode !== 200)
          return reject(new Error(`Osierwick’s home page answered ${response.statusCode}.`));
        response.resume();
        response.on('end', resolve);
      },
    )
      .on('error', reject)
      .end();
  });
