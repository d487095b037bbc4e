/** A part of `npm run lint`: the folders of core form no circle. */
export default {
  forbidden: [
    {
      name: 'folders-form-no-circle',
      comment: 'What stands on a folder is not stood on by it: move what both need below both.',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/[^/]+$', pathNot: '^core/(tests|dist|node_modules)' },
      to: { path: '^core/[^/]+$', circular: true },
    },
  ],
  options: {
    includeOnly: '^core/',
    exclude: '(\\.test\\.ts$)|(/index\\.ts$)|(^core/(tests|dist|node_modules)/)',
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
  },
};
