/**
 * `npm run bench`: what things cost, each beside its floor in one run. Installs what it needs besides. Arguments
 * choose the parts: `npm run bench -- hostile`.
 */
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { startCluster, temporaryHome } from './cluster.mjs';
import { needPackages } from './debian.mjs';
import { main } from './say.mjs';

await main(async () => {
  needPackages(['postgresql', 'wrk', 'chromium']);
  ensureInstalled();
  ensureBuilt();
  const { home, remove } = temporaryHome();
  const cluster = await startCluster(home);
  try {
    const { bench } = await import(join(ROOT, 'bench', 'bench.mjs'));
    await bench(cluster.url('postgres'), process.argv.slice(2));
  } finally {
    cluster.stop();
    remove();
  }
});
// Also where something refused: a service that is measured would keep this process going.
process.exit();
