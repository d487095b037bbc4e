import tseslint from 'typescript-eslint';
export default [
  { ignores: ['**/dist/**', '**/node_modules/**', '**/*.vue', '**/*.mjs', '**/*.js','bench/**'] },
  { files: ['**/*.ts'], languageOptions: { parser: tseslint.parser, parserOptions: { project: ['core/tsconfig.json','contract/tsconfig.json','service/tsconfig.json','cli/tsconfig.json','demo/tsconfig.json','console/tsconfig.json','tsconfig.tests.json'], tsconfigRootDir: '/tmp/c3' } },
    plugins: { '@typescript-eslint': tseslint.plugin },
    linterOptions: { reportUnusedDisableDirectives: 'off' },
    rules: { '@typescript-eslint/no-floating-promises': 'error', '@typescript-eslint/await-thenable':'error', '@typescript-eslint/no-misused-promises': ['error',{checksVoidReturn:false}], '@typescript-eslint/no-unnecessary-type-assertion': 'error', '@typescript-eslint/no-unnecessary-type-arguments':'error','@typescript-eslint/only-throw-error':'error','@typescript-eslint/prefer-promise-reject-errors':'error','@typescript-eslint/return-await':'off','@typescript-eslint/no-base-to-string':'off','@typescript-eslint/restrict-template-expressions':['error',{allowNumber:true,allowBoolean:false}],'@typescript-eslint/switch-exhaustiveness-check':'off','@typescript-eslint/unbound-method':'off' } },
];
