import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { send } from '../service/tests/service.js';

/** `npm start` as a person runs it, with a data folder and a port of its own. */
const ROOT = join(import.meta.dirname, '..');
const home = join(process.env['PARLOUR_TEST_HOME'] ?? '', 'start');
const running: ChildProcess[] = [];
afterAll(() => running.forEach((child) => child.kill('SIGKILL')));

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  server.close();
  return port;
}

interface Started {
  readonly child: ChildProcess;
  /** What it has said so far. */
  readonly said: () => string;
  readonly ended: Promise<number | null>;
  /** Resolves when it has said these words. */
  until(words: string): Promise<void>;
}

function start(port: number, env: Record<string, string> = {}): Started {
  const child = spawn(process.execPath, [join(ROOT, 'scripts', 'start.mjs')], {
    cwd: ROOT,
    // Smaller files of the demo's pictures would be made all the while, by as many processes as there are processors.
    env: { PATH: process.env['PATH'], PARLOUR_HOME: home, PARLOUR_PORT: String(port), PARLOUR_AVIF: 'no', ...env },
  });
  running.push(child);
  let text = '';
  const hear = (chunk: Buffer): void => void (text += chunk.toString());
  child.stdout?.on('data', hear);
  child.stderr?.on('data', hear);
  const ended = once(child, 'close').then(([code]) => code as number | null);
  return {
    child,
    said: () => text,
    ended,
    until: (words) =>
      new Promise((resolve, reject) => {
        const look = (): void => {
          if (text.includes(words)) resolve();
        };
        child.stdout?.on('data', look);
        void ended.then(() =>
          text.includes(words) ? resolve() : reject(new Error(`It ended without saying “${words}”:\n${text}`)),
        );
        look();
      }),
  };
}

const visit = async (port: number): Promise<number> => (await send(port, 'windrow.localhost', '/')).status;
const clusterPids = (): string[] =>
  readdirSync('/proc').filter((pid) => {
    try {
      return /^\d+$/.test(pid) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(join(home, 'postgres'));
    } catch {
      return false;
    }
  });

test('start, start again, hard kill, start once more, stop: nothing is lost and nothing is left', async () => {
  const port = await freePort();
  const first = start(port);
  await first.until('Stop with Ctrl-C.');
  expect(first.said()).toContain(`http://windrow.localhost:${port}`);
  expect(await visit(port)).toBe(200);

  const again = start(port);
  expect(await again.ended).toBe(0);
  expect(again.said()).toContain(`Parlour runs already, as process ${first.child.pid}`);
  expect(await visit(port)).toBe(200);

  first.child.kill('SIGKILL');
  await first.ended;
  expect(clusterPids()).not.toEqual([]);
  const second = start(port);
  await second.until('Stop with Ctrl-C.');
  expect(await visit(port)).toBe(200);

  second.child.kill('SIGINT');
  expect(await second.ended).toBe(0);
  expect(clusterPids()).toEqual([]);
  expect(existsSync(join(home, 'service.json'))).toBe(false);
}, 300_000);

test.each([
  ['a port that is taken', 1, 'is taken. Stop what runs there, or choose another'],
  ['a port that is none', 0, 'PARLOUR_PORT must be a port number, not “x”.'],
])(
  '%s is refused with what to do, and leaves nothing running',
  async (_, taken, words) => {
    const holder = createServer().listen(0, '127.0.0.1');
    await once(holder, 'listening');
    const { port } = holder.address() as AddressInfo;
    const refused = start(port, taken ? {} : { PARLOUR_PORT: 'x' });
    expect(await refused.ended).toBe(1);
    expect(refused.said()).toContain(words);
    expect(clusterPids()).toEqual([]);
    holder.close();
    rmSync(join(home, 'service.json'), { force: true });
  },
  120_000,
);
