/** A part of `npm run lint`: the folders of core form no circle, nor do those of the service. */
export default {
  forbidden: [
    {
      name: 'folders-form-no-circle',
      comment: 'What stands on a folder is not stood on by it: move what both need below both.',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(core|service)/[^/]+$' },
      to: { path: '^(core|service)/[^/]+$', circular: true, viaOnly: { path: '^(core|service)/[^/]+$' } },
    },
  ],
  options: {
    includeOnly: '^(core|service)/',
    exclude: '(\\.test\\.ts$)|(/index\\.ts$)|(^(core|service)/(tests|dist|node_modules|public)/)',
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
  },
};
