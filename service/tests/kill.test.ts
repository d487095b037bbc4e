import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { routes } from '@parlour/contract';
import type { Document } from '@parlour/core';
import { connect, newDatabase } from './service.js';

/** How often the service is killed; `npm run soak` kills it more often. */
const ROUNDS = process.env['PARLOUR_SOAK'] ? 50 : 5;

/** A service in a process of its own, so that it can be killed as a machine would. */
async function startProcess(databaseUrl: string): Promise<{ child: ChildProcess; port: number }> {
  const program = `import { startService } from ${JSON.stringify(join(__dirname, '..', 'dist', 'index.js'))};
    const { port } = await startService({ databaseUrl: ${JSON.stringify(databaseUrl)}, port: 0, demo: false, logLevel: 'silent', mailbox: '/dev/null', makesPictures: false });
    console.log(port);`;
  const child = spawn(process.execPath, ['--input-type=module', '--eval', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = (await once(child.stdout as NonNullable<ChildProcess['stdout']>, 'data')) as [Buffer];
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
      ids((await service.call(routes.getDocument, { query: { key: 'template/home' } })).document as Document);
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
    })().catch(() => undefined);
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
  const home = (await service.call(routes.getDocument, { query: { key: 'template/home' } })).document as Document;
  expect(ids(home)).toEqual(expect.arrayContaining(acknowledged));
  expect(total).toBeGreaterThanOrEqual(9 * ROUNDS);
  child.kill('SIGTERM');
  await once(child, 'exit');
  await database.drop();
}, 1_800_000);

const ids = (document: Document): string[] =>
  'areas' in document ? (document.areas['main'] ?? []).map((one) => one.id) : [];
