/**
 * `npm run soak`: the long form of what `npm test` does briefly. The service is killed at 50 moments, PostgreSQL at 20
 * (with fsync and synchronous_commit on), the API gets 20,000 requests of nonsense, and 5,000 accepted units of edits
 * are published, each looked at on its pages; 500 changes by two processes leave every page as it would be made; 510
 * edits by three lose none; 100 changes touch the pages that were told; 200 shoppers buy while five people edit; the
 * database is away for a minute; each page of both stores is looked through in a browser.
 */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { startCluster, temporaryCluster } from './cluster.mjs';
import { needPackages } from './debian.mjs';
import { main, Refusal, say } from './say.mjs';

const DATABASE_KILLS = 20;
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

await main(async () => {
  needPackages(['postgresql', 'chromium', 'chromium-headless-shell']);
  ensureInstalled();
  ensureBuilt();
  say(`Killing PostgreSQL ${DATABASE_KILLS} times during edits and publishes …`);
  await killDatabase();
  say(
    'Killing the service 50 times, 20,000 requests of nonsense, 5,000 accepted units of edits, 500 changes by two, a minute without database …',
  );
  const tests = 'tests/(busy-shop|counted|kill|kept|differing|events|fuzz|units|equal|trouble)|together|access';
  const test = spawn(process.execPath, [join(ROOT, 'scripts', 'test.mjs'), '--testPathPatterns', tests], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, PARLOUR_SOAK: '1' },
  });
  process.once('exit', () => test.kill());
  const [status] = await once(test, 'exit');
  if (status !== 0) throw new Refusal('The soak found faults; see above.');
  process.exit();
});

async function killDatabase() {
  const { createClient, routes } = await import('@parlour/contract');
  const { DEMO_SIGN_IN } = await import('@parlour/service');
  const { home, folder, url, end } = await temporaryCluster();
  const program = `import { startService } from '@parlour/service';
    const { port } = await startService({ databaseUrl: ${JSON.stringify(url('postgres'))}, port: 0, demo: true, logLevel: 'silent', mailbox: '/dev/null', makesPictures: false });
    console.log(port);`;
  const service = spawn(process.execPath, ['--input-type=module', '--eval', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
    cwd: ROOT,
  });
  process.once('exit', () => service.kill());
  const [line] = await once(service.stdout, 'data');
  const origin = `http://127.0.0.1:${Number(line)}`;
  const { email, password } = DEMO_SIGN_IN;
  const { token } = await createClient({ origin }).call(routes.createToken, {
    body: { email, password, name: 'soak' },
  });
  const client = createClient({ origin, token });
  const params = { store: 'windrow', design: 'live' };
  const acknowledged = [];
  let published = 0;
  let running = true;
  const editing = (async () => {
    for (let i = 0; running; i++) {
      const id = `d-${i}`;
      const insert = {
        type: 'insert',
        document: 'template/home',
        kind: 'heading',
        place: {},
        id,
        values: { text: id },
      };
      const take = { type: 'remove', document: 'template/home', node: id };
      // Removed again, so that the template stays within its limit; both are in the log.
      await client
        .call(routes.edit, { params, body: { unit: randomUUID(), edits: [insert] } })
        .then(() => acknowledged.push(id))
        .then(() => i % 2 && client.call(routes.edit, { params, body: { unit: randomUUID(), edits: [take] } }))
        .then(() => i % 10 === 9 && client.call(routes.publish, { params, body: {} }).then(() => published++))
        .catch(() => pause(20));
      if (i % 100 === 99)
        await client.call(routes.revert, { params: { ...params, revision: '1' }, body: {} }).catch(() => undefined);
    }
  })();
  for (let round = 0; round < DATABASE_KILLS; round++) {
    await pause(300 + Math.random() * 700);
    const [pid] = readFileSync(join(folder, 'postmaster.pid'), 'utf8').split('\n');
    process.kill(Number(pid), 'SIGKILL');
    // Its children hold on to the memory they share; a start waits until they have gone.
    await pause(300);
    await startCluster(home);
  }
  await pause(1500);
  running = false;
  await editing;
  const logged = new Set();
  for (let after = 0; after !== null;) {
    const { events, next } = await client.call(routes.readLog, { params, query: { after, limit: 500 } });
    for (const { sentences } of events)
      for (const [, id] of sentences.join(' ').matchAll(/Added Heading “(d-\d+)”/g)) logged.add(id);
    after = next;
  }
  const lost = acknowledged.filter((id) => !logged.has(id));
  const { revisions } = await client.call(routes.listRevisions, { params, query: { limit: 200 } });
  const live = revisions.filter((one) => one.live);
  service.kill();
  await once(service, 'exit');
  end();
  if (lost.length || live.length !== 1)
    throw new Refusal(`Lost: ${lost.join(', ') || 'nothing'}; live revisions: ${live.length}.`);
  say(`${acknowledged.length} acknowledged edits and ${published} publishes: all are there, one revision is live.`);
}
