/** Lint: TypeScript and Vue, and the walls between the rooms. */
import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import importX from 'eslint-plugin-import-x';
import vue from 'eslint-plugin-vue';
import { builtinModules } from 'node:module';
import tseslint from 'typescript-eslint';

/** What knows the types of every file. */
const PROJECTS = [
  ...['core', 'contract', 'service', 'cli', 'demo', 'console'].map((room) => `${room}/tsconfig.json`),
  'tsconfig.tests.json',
];
const NODE = [...builtinModules, ...builtinModules.map((name) => `node:${name}`)];
/** Refuses imports of these modules, with the reason. */
const wall = (message, names, patterns = []) => ({
  'no-restricted-imports': [
    'error',
    { paths: names.map((name) => ({ name, message })), patterns: patterns.map((regex) => ({ regex, message })) },
  ],
});
const OUTSIDE_CORE = 'core is pure: no HTTP, no database, no DOM, no Node, and nothing of the other rooms.';
const MEET = 'sections and render meet in core/kinds only.';
const RECORDS = 'records speaks to PostgreSQL and knows core; whoever needs more asks records.';
const CORE_MODULES = [...NODE, 'express', 'kysely', 'pg', 'vue'];
const CORE_PATTERNS = [
  '^@parlour/',
  '^(@vue|vue-|vuetify|sharp|pino|helmet)',
  '^(\\.\\./)+(service|contract|console|cli|demo)/',
];
/** What core must be given: chance and time. */
const OUTSIDE_SYNTAX = [
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'Randomness enters core from outside.',
  },
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'Time enters core from outside.',
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: 'Time enters core from outside.',
  },
];
/** Text between the tags of a view, before or after a hole, or in an attribute that is read aloud. */
const LITERALS = [
  String.raw`/>[^<>]*\p{L}{2}[^<>]*(<|$)/u`,
  String.raw`/^[^<>"=]*\p{L}{2}[^<>"=]*</u`,
  String.raw`/^[^<>"= ][^<>"=]*\p{L}{2}[^<>"=]*$/u`,
  String.raw`/ (aria-label|alt|title|placeholder)="[^"]*\p{L}{2}/u`,
].map((pattern) => ({
  selector: `TaggedTemplateExpression[tag.name='html'] > TemplateLiteral > TemplateElement[value.raw=${pattern}]`,
  message: 'Shoppers read this in several languages: take it from a field or from view.word().',
}));
// Widths of the screen and of what a section is in stand in conditions, where nothing of the look can be.
const MEASURES = [
  String.raw`/#[0-9a-fA-F]{3,8}\b|\b(rgb|hsl)a?\(/`,
  String.raw`/font-family:(?!\s*(var\(|inherit))/`,
  String.raw`/(?<!@(media|container)[^{;]*)(?<![\w.-])(?!1px)\d*\.?\d+(rem|px|ch|vw|vh|pt)\b/`,
].map((pattern) => ({
  selector: `TaggedTemplateExpression[tag.name='css'] TemplateElement[value.raw=${pattern}]`,
  message: 'Colours, typefaces and measures come from the look: use its custom properties, or 0, 1px, %, fr, em.',
}));
/** What a browser test asks a page for. */
const READ_ONCE = [
  ...['count', 'isVisible', 'isChecked', 'isDisabled', 'isEnabled', 'getAttribute', 'inputValue'],
  ...['textContent', 'innerText', 'allTextContents', 'allInnerTexts', 'evaluate', 'evaluateAll'],
];
const KINDS_OF_A_STORE = {
  selector: "ImportSpecifier[imported.name='SHIPPED_KINDS']",
  message: 'The kinds belong to a store: take them from the store, the design or the API.',
};
/** Who asks the time: whoever lets a request in, and hands it on. */
const TIME = 'What time it is says whoever let the request in: take it as a parameter.';
const CLOCK = [
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: TIME },
  { selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']", message: TIME },
  { selector: String.raw`TemplateElement[value.raw=/\bnow\(\)|\bcurrent_(timestamp|date|time)\b/i]`, message: TIME },
];
const CLIENTS = 'console and cli talk only to the API: use @parlour/core and @parlour/contract.';

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.parlour/**', 'bench/results/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier,
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: { 'vue/multi-word-component-names': 'error' },
  },
  {
    plugins: { 'import-x': importX },
    rules: {
      'import-x/no-default-export': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  { files: ['**/*.{ts,vue}'], rules: { 'no-undef': 'off' } },
  // By types: promises that nobody waits for, and assertions that say nothing.
  {
    files: ['**/*.ts'],
    languageOptions: { parserOptions: { project: PROJECTS, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/prefer-promise-reject-errors': 'error',
    },
  },
  // Core imports by path, so that this concerns the rooms that work for a store.
  {
    files: ['{service,console,cli,contract}/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts', 'service/tests/**', 'service/records/kinds.ts'],
    rules: {
      'no-restricted-syntax': ['error', KINDS_OF_A_STORE],
    },
  },
  {
    files: ['e2e/**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: `CallExpression[callee.name='expect'] > AwaitExpression > CallExpression[callee.property.name=/^(${READ_ONCE.join('|')})$/]`,
          message: 'A page is not done when a click is: await soon(() => …) reads again until it is so.',
        },
      ],
    },
  },
  {
    files: ['**/*.mjs', '**/*.js'],
    languageOptions: {
      globals: {
        Buffer: 'readonly',
        process: 'readonly',
        setTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        console: 'readonly',
      },
    },
  },
  {
    files: ['*.config.mjs', '.dependency-cruiser.mjs', '{cli,console}/vite.config.mjs', 'scripts/demo-template.mjs'],
    rules: { 'import-x/no-default-export': 'off' },
  },
  {
    files: ['service/public/*.js'],
    languageOptions: {
      globals: {
        window: 'readonly',
        document: 'readonly',
        location: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        CSS: 'readonly',
        DOMParser: 'readonly',
        FormData: 'readonly',
        URLSearchParams: 'readonly',
        Node: 'readonly',
      },
    },
  },
  {
    files: ['core/sections/**/*.script.js'],
    languageOptions: {
      globals: {
        document: 'readonly',
        location: 'readonly',
        matchMedia: 'readonly',
        getComputedStyle: 'readonly',
      },
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      ...wall(OUTSIDE_CORE, CORE_MODULES, CORE_PATTERNS),
      'no-restricted-globals': [
        'error',
        ...[
          'process',
          'window',
          'document',
          'fetch',
          'setTimeout',
          'setInterval',
          'Buffer',
          'crypto',
          'performance',
          'console',
        ].map((name) => ({ name, message: OUTSIDE_CORE })),
      ],
      'no-restricted-syntax': ['error', ...OUTSIDE_SYNTAX],
    },
  },
  {
    files: ['core/sections/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...OUTSIDE_SYNTAX, ...LITERALS, ...MEASURES] },
  },
  {
    files: ['core/sections/**/*.ts', 'core/kinds/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: wall(`${OUTSIDE_CORE} ${MEET}`, CORE_MODULES, [...CORE_PATTERNS, '^(\\.\\./)+render/']),
  },
  {
    files: ['core/render/**/*.ts', 'core/kinds/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: wall(`${OUTSIDE_CORE} ${MEET}`, CORE_MODULES, [...CORE_PATTERNS, '^(\\.\\./)+(sections|render)/']),
  },
  {
    files: ['service/{records,storefront}/**/*.ts'],
    ignores: ['service/records/migrations/**', 'service/records/kinds.ts', 'service/storefront/sites.ts'],
    rules: { 'no-restricted-syntax': ['error', KINDS_OF_A_STORE, ...CLOCK] },
  },
  {
    files: ['service/records/**/*.ts'],
    rules: wall(RECORDS, ['@parlour/contract', '@parlour/demo', 'express'], ['^\\.\\./(?!faults)[a-z-]+/']),
  },
  {
    files: ['console/src/**', 'cli/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: wall(
      CLIENTS,
      ['express', 'kysely', 'pg', '@parlour/service', '@parlour/demo'],
      ['^(\\.\\./)+(service|demo)/'],
    ),
  },
);
