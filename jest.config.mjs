/** Core by itself; service and CLI against real PostgreSQL; the console and storefronts in a real browser. */
import { availableParallelism } from 'node:os';

const common = {
  transform: {
    '^.+\\.(ts|js)$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(fractional-indexing|htmlparser2|domhandler|domutils|dom-serializer|domelementtype|entities|@noble/hashes|temporal-polyfill|temporal-utils|temporal-spec|country-to-currency|@parlour)/)',
  ],
  moduleNameMapper: {
    '^@parlour/(core|contract|service|demo)$': '<rootDir>/$1/index.ts',
    '^@parlour/core/(.*)$': '<rootDir>/core/$1/index.ts',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
  modulePathIgnorePatterns: ['<rootDir>/(core|contract|service|cli|demo|console)/dist'],
  rootDir: '.',
  testEnvironment: 'node',
};
const project = (displayName, testMatch, more = {}) => ({
  ...common,
  displayName,
  testMatch: testMatch.map((match) => `<rootDir>/${match}`),
  ...more,
});

const DEMO = { globalSetup: '<rootDir>/scripts/demo-template.mjs' };

export default {
  projects: [
    project('core', ['core/**/*.test.ts', 'contract/**/*.test.ts', 'docs/**/*.test.ts', 'demo/**/*.test.ts']),
    project('service', ['service/**/*.test.ts', 'cli/**/*.test.ts', 'bench/**/*.test.ts'], DEMO),
    project('e2e', ['e2e/**/*.test.ts'], DEMO),
  ],
  testTimeout: 120_000,
  // Each file has a service and a database of its own, and waits for them much of the time.
  maxWorkers: Math.min(4, availableParallelism() + 1),
  // A test that forgets to close something must not hold up the whole run; the wrapper ends what is left.
  forceExit: true,
};
