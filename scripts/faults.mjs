/**
 * `npm run faults`: breaks core and service in known ways, one at a time, in a copy; the tests must notice each.
 * Arguments choose by file name. A fault that no test notices is a test that is missing.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import ts from 'typescript';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { temporaryCluster } from './cluster.mjs';
import { needPackages } from './debian.mjs';
import { lostFaults, PLANTED } from './planted.mjs';
import { main, Refusal, say } from './say.mjs';

/** What a process of its own loads: from the build, whereas tests load the sources. */
const BUILT = ['service/media/svg.ts'];

await main(async () => {
  needPackages(['postgresql']);
  ensureInstalled();
  ensureBuilt();
  const copy = mkdtempSync(join(tmpdir(), 'parlour-faults-'));
  const kept = (path) => !/\/(dist|node_modules)(\/|$)/.test(path);
  for (const name of [
    'core',
    'contract',
    'service',
    'demo',
    'docs',
    'scripts',
    'package.json',
    'jest.config.mjs',
    'tsconfig.base.json',
  ])
    cpSync(join(ROOT, name), join(copy, name), { recursive: true, filter: kept });
  for (const room of ['', 'core', 'contract', 'service'])
    if (existsSync(join(ROOT, room, 'node_modules')))
      symlinkSync(join(ROOT, room, 'node_modules'), join(copy, room, 'node_modules'));
  const wanted = process.argv.slice(2);
  const faults = PLANTED.filter(({ file }) => wanted.length === 0 || wanted.some((part) => file.includes(part)));
  // Known before the first test runs, which takes a while.
  const lost = lostFaults(copy, faults);
  if (lost.length > 0) throw new Refusal(`These faults do not stand once in their file:\n${lost.join('\n')}`);
  for (const file of BUILT) build(copy, file);
  const { home, url, end } = await temporaryCluster({ fast: true });
  process.on('exit', () => rmSync(copy, { recursive: true, force: true }));
  const test = (tests, room) =>
    failing(copy, tests, room, { PARLOUR_TEST_DATABASE: url('postgres'), PARLOUR_TEST_HOME: home });
  const missed = [];
  try {
    // Tests that fail anyway would notice every fault.
    for (const tests of [[], ...new Set(faults.flatMap((fault) => fault.tests))].map((one) => [one].flat()))
      if (await test(tests))
        throw new Refusal(`The tests ${tests.join() || 'of core'} fail without any fault; fix that first.`);
    for (const { file, from, to, tests } of faults) {
      const path = join(copy, file);
      const right = readFileSync(path, 'utf8');
      const put = (source) => {
        writeFileSync(path, source);
        if (BUILT.includes(file)) build(copy, file);
      };
      put(right.replace(from, () => to));
      // The tests of its own room notice most faults, and sooner than all of core's.
      const noticed = (tests.length === 0 && (await test([], dirname(file)))) || (await test(tests));
      put(right);
      say(`${noticed ? 'noticed' : 'MISSED '}  ${file}: ${from.slice(0, 70).replace(/\s+/g, ' ')}`);
      if (!noticed) missed.push(`${file}: ${from}`);
    }
  } finally {
    end();
  }
  if (missed.length) throw new Refusal(`${missed.length} of ${faults.length} faults went unnoticed.`);
  say(`All ${faults.length} faults were noticed.`);
});

function build(copy, file) {
  const path = join(copy, file.replace(/^service\//, 'service/dist/').replace(/\.ts$/, '.js'));
  mkdirSync(dirname(path), { recursive: true });
  const { outputText } = ts.transpileModule(readFileSync(join(copy, file), 'utf8'), {
    compilerOptions: { module: ts.ModuleKind.ESNext, target: ts.ScriptTarget.ES2022 },
  });
  writeFileSync(path, outputText);
}

/**
 * Whether tests fail in the copy.
 * @param tests names of the service's; none for core's
 * @param room the folder of core whose tests are meant; all of them if absent
 */
async function failing(copy, tests, room, environment) {
  const project = tests.length ? 'service' : 'core';
  const patterns = tests.length
    ? tests.map((name) => `service/tests/${basename(name)}\\.test`)
    : [`${room ?? 'core'}/`];
  const child = spawn(
    process.execPath,
    [
      join(ROOT, 'node_modules/jest/bin/jest.js'),
      ...[
        '--rootDir',
        copy,
        '--selectProjects',
        project,
        '--bail',
        '--silent',
        '--passWithNoTests',
        '--testPathPatterns',
        ...patterns,
      ],
    ],
    // A fault may make them go on for ever, which is noticed too.
    { cwd: copy, stdio: 'ignore', env: { ...process.env, ...environment }, timeout: 300_000, killSignal: 'SIGKILL' },
  );
  const goneToo = () => child.kill('SIGKILL');
  process.once('exit', goneToo);
  const [code] = await once(child, 'exit');
  process.off('exit', goneToo);
  return code !== 0;
}
