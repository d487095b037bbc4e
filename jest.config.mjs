/**
 * Core by itself; service and CLI against real PostgreSQL; the console and storefronts in a real browser. The files of
 * a worker share what they load, in plain Node: loading it anew for each took a third of the run.
 */
import { availableParallelism } from 'node:os';

const project = (displayName, testMatch, more = {}) => ({
  displayName,
  testMatch: testMatch.map((match) => `<rootDir>/${match}`),
  // Processes, since the command line is tried in other folders, which threads cannot do.
  runner: ['jest-light-runner', { runtime: 'child_process' }],
  setupFiles: ['<rootDir>/scripts/tests/typescript.mjs'],
  setupFilesAfterEnv: ['<rootDir>/scripts/tests/limits.mjs'],
  transform: {},
  modulePathIgnorePatterns: ['<rootDir>/(core|contract|service|cli|demo|console)/dist'],
  rootDir: '.',
  ...more,
});

const DEMO = { globalSetup: '<rootDir>/scripts/demo-template.mjs' };

export default {
  projects: [
    project('core', ['core/**/*.test.ts', 'contract/**/*.test.ts', 'docs/**/*.test.ts', 'demo/**/*.test.ts']),
    project('service', ['service/**/*.test.ts', 'cli/**/*.test.ts', 'bench/**/*.test.ts'], DEMO),
    project('e2e', ['e2e/**/*.test.ts'], DEMO),
  ],
  // Each file has a service and a database of its own, and waits for them much of the time.
  maxWorkers: Math.min(4, availableParallelism() + 1),
  // A test that forgets to close something must not hold up the whole run; the wrapper ends what is left.
  forceExit: true,
};
