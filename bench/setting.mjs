/** The demo in a database of its own, with a service in front of it. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { request } from 'node:http';
import pg from 'pg';

/**
 * @param {string} serverUrl
 * @param {string} [name]
 * @param {string} [template] a database to copy, with the demo in it; without one the demo is loaded
 */
export async function demoSetting(serverUrl, name = 'bench', template) {
  const admin = new pg.Client({ connectionString: serverUrl });
  await admin.connect();
  await admin.query(`create database ${name}${template ? ` template ${template}` : ''}`);
  await admin.end();
  return serviceOn(serverUrl.replace(/[^/]*$/, name));
}

/** A service in a process of its own on a database; an empty one gets the demo. */
export async function serviceOn(databaseUrl) {
  const program = `import { startService } from '@parlour/service';
    const { port } = await startService({ databaseUrl: ${JSON.stringify(databaseUrl)}, port: 0, demo: true, logLevel: 'warn', mailbox: '/dev/null', makesPictures: false });
    console.log(port);`;
  const child = spawn(process.execPath, ['--input-type=module', '--eval', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = await once(child.stdout, 'data');
  return {
    databaseUrl,
    port: Number(line),
    pid: child.pid,
    kill: () => child.kill('SIGKILL'),
    async close() {
      child.kill();
      await once(child, 'exit');
    },
  };
}

/**
 * Asks a server on this machine.
 * @param {number} port
 * @param {string} host
 * @param {string} path
 * @param {{ method?: string, headers?: object, body?: string | Buffer, agent?: import('node:http').Agent }} [options]
 * @returns {Promise<{ status: number, headers: import('node:http').IncomingHttpHeaders, body: Buffer }>} its bytes
 */
export function ask(port, host, path, { method = 'GET', headers = {}, body, agent } = {}) {
  return new Promise((resolve, reject) => {
    const sent = request(
      { host: '127.0.0.1', port, path, method, headers: { host, ...headers }, agent },
      (response) => {
        const chunks = [];
        response.on('data', (chunk) => chunks.push(chunk));
        response.on('end', () =>
          resolve({ status: response.statusCode, headers: response.headers, body: Buffer.concat(chunks) }),
        );
      },
    );
    sent.on('error', reject).end(body);
  });
}
