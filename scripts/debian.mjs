/** Debian packages that Parlour needs and npm does not bring: PostgreSQL, Chromium for the tests, wrk for the measurements. */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Refusal, say } from './say.mjs';

const PG_ROOT = '/usr/lib/postgresql';

/** The folder of PostgreSQL's own programs, newest version first, or null. */
export function postgresPrograms() {
  if (!existsSync(PG_ROOT)) return null;
  const versions = readdirSync(PG_ROOT).sort((a, b) => Number(b) - Number(a));
  return (
    versions
      .map((version) => join(PG_ROOT, version, 'bin'))
      .find((folder) => existsSync(join(folder, 'initdb')) && existsSync(join(folder, 'pg_ctl'))) ?? null
  );
}

export const CHROMIUM = '/usr/bin/chromium';
/** The same without the windows around its pages, which cost a seventh of what tests in a browser take. */
export const HEADLESS_CHROMIUM = '/usr/bin/chromium-headless-shell';

const NEEDS = {
  postgresql: () => postgresPrograms() !== null,
  chromium: () => existsSync(CHROMIUM),
  'chromium-headless-shell': () => existsSync(HEADLESS_CHROMIUM),
  wrk: () => existsSync('/usr/bin/wrk'),
};

/**
 * Installs the packages that are missing, saying so. Without root it refuses with the exact command instead.
 * @param {('postgresql' | 'chromium' | 'chromium-headless-shell' | 'wrk')[]} packages
 */
export function needPackages(packages) {
  const missing = packages.filter((name) => !NEEDS[name]());
  if (missing.length === 0) return;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0)
    throw new Refusal(
      `Missing on this machine: ${missing.join(', ')}. Install with:\n\n  sudo sh -c '${command}'\n\nand run this again.`,
    );
  say(`Installing Debian packages: ${missing.join(', ')} …`);
  const done = spawnSync('sh', ['-c', command], {
    encoding: 'utf8',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    maxBuffer: 1 << 26,
  });
  const still = missing.filter((name) => !NEEDS[name]());
  if (done.status !== 0 || still.length)
    throw new Refusal(
      `These packages could not be installed: ${still.join(', ') || missing.join(', ')}.\n${(done.stderr ?? '').slice(-2000)}\nInstall them by hand: ${command}`,
    );
}
