/**
 * `npm run bench`: what things cost, each beside its floor in one run. Installs what it needs besides. Arguments
 * choose the parts: `npm run bench -- hostile`.
 */
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { temporaryCluster } from './cluster.mjs';
import { needPackages } from './debian.mjs';
import { main } from './say.mjs';

await main(async () => {
  needPackages(['postgresql', 'wrk', 'chromium']);
  ensureInstalled();
  ensureBuilt();
  const { url, end } = await temporaryCluster();
  try {
    const { bench } = await import(join(ROOT, 'bench', 'bench.mjs'));
    await bench(url('postgres'), process.argv.slice(2));
  } finally {
    end();
  }
});
// Also where something refused: a service that is measured would keep this process going.
process.exit();
