/**
 * `npm test`: the whole suite with a database cluster and ports of its own, beside whatever else runs. This process
 * owns cluster and Chromium, so that nothing is left running however the tests end. Arguments go to Jest.
 */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { startCluster, temporaryHome } from './cluster.mjs';
import { CHROMIUM, HEADLESS_CHROMIUM, needPackages } from './debian.mjs';
import { main, say } from './say.mjs';

/** Minutes; only against what hangs beyond the limits of single tests. */
const LONGEST_RUN = 30;

await main(async () => {
  needPackages(['postgresql', 'chromium', 'chromium-headless-shell']);
  ensureInstalled();
  ensureBuilt();
  const { home, remove } = temporaryHome();
  const cluster = await startCluster(home, { fast: true });
  const results = join(home, 'results.json');
  const jest = spawn(
    process.execPath,
    [
      join(ROOT, 'node_modules', 'jest', 'bin', 'jest.js'),
      '--json',
      `--outputFile=${results}`,
      ...process.argv.slice(2),
    ],
    {
      cwd: ROOT,
      stdio: 'inherit',
      detached: true,
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        PARLOUR_TEST_DATABASE: cluster.url('postgres'),
        PARLOUR_TEST_HOME: home,
        PARLOUR_TEST_CHROMIUM: CHROMIUM,
        PARLOUR_TEST_HEADLESS_CHROMIUM: HEADLESS_CHROMIUM,
      },
    },
  );
  // The whole group goes with us: Jest, its workers, services under test and browsers.
  const end = () => {
    try {
      process.kill(-jest.pid, 'SIGKILL');
    } catch {
      // It has ended already.
    }
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end);
  const ended = new Promise((resolve) => jest.on('close', resolve));
  const late = setTimeout(() => {
    say(`Not ended after ${LONGEST_RUN} minutes, and stopped; a test file that is not named above hung.`);
    end();
  }, LONGEST_RUN * 60_000);
  const code = await ended;
  clearTimeout(late);
  end();
  cluster.stop();
  const {
    numPassedTests = 0,
    numFailedTests = 0,
    numRuntimeErrorTestSuites = 0,
  } = existsSync(results) ? JSON.parse(readFileSync(results, 'utf8')) : {};
  if (existsSync(cluster.folder)) rmSync(cluster.folder, { recursive: true, force: true });
  remove();
  // A test file that could not even be read counts as a failure of its own.
  say(`${numPassedTests} passed, ${numFailedTests + numRuntimeErrorTestSuites} failed`);
  process.exitCode = code === 0 && numPassedTests > 0 ? 0 : 1;
});
