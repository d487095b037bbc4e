/** Installs npm packages and builds, each only when something changed since the last time. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Refusal, say } from './say.mjs';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
const STAMPS = join(ROOT, 'node_modules', '.parlour');
const WORKSPACES = ['core', 'contract', 'service', 'cli', 'demo', 'console'];
const SKIPPED = new Set(['node_modules', 'dist', '.git']);

/** Every file below a folder, without what is installed or built. */
export function* filesBelow(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    if (SKIPPED.has(entry.name) || entry.name.endsWith('.tsbuildinfo')) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else yield path;
  }
}

/** A stamp of files by name, size and time of change; cheap enough for every start. */
function stampOf(paths) {
  const hash = createHash('sha256');
  for (const path of paths) {
    const { size, mtimeMs } = statSync(path);
    hash.update(`${path}\0${size}\0${mtimeMs}\n`);
  }
  return hash.digest('hex');
}

/** Runs `work` if `stamp` is not the one kept under `name`, and keeps it. */
function unlessDone(name, stamp, isThere, work) {
  const file = join(STAMPS, name);
  if (isThere && existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(file, stamp);
}

function run(title, command, args) {
  say(`${title} …`);
  const done = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 1 << 26 });
  if (done.status !== 0)
    throw new Refusal(`${title} failed:\n${`${done.stdout ?? ''}${done.stderr ?? ''}`.slice(-4000)}`);
}

export function ensureInstalled() {
  const lock = readFileSync(join(ROOT, 'package-lock.json'));
  unlessDone('installed', createHash('sha256').update(lock).digest('hex'), existsSync(join(ROOT, 'node_modules')), () =>
    run('Installing npm packages', 'npm', ['ci', '--no-audit', '--no-fund']),
  );
}

export function ensureBuilt() {
  const sources = [
    ...WORKSPACES.flatMap((name) => [...filesBelow(join(ROOT, name))]),
    join(ROOT, 'tsconfig.base.json'),
    join(ROOT, 'package-lock.json'),
  ];
  const isThere = ['service/dist/index.js', 'cli/dist/bundle/parlour.js', 'console/dist/index.html'].every((made) =>
    existsSync(join(ROOT, made)),
  );
  unlessDone('built', stampOf(sources), isThere, () => run('Building', 'npm', ['run', 'build']));
}
