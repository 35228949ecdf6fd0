/** Layers: core knows nobody; server and web know core by its index only, and not each other. */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: '(\\.test\\.ts$|test-support)' },
      to: { pathNot: '^(core/src|node_modules/(ml-levenberg-marquardt|ml-matrix)/)' },
    },
    { name: 'core-by-its-index', severity: 'error', from: { path: '^(server|web)/src' }, to: { path: '^core/(src|dist)/(?!index\\.)' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^server' }, to: { path: '^web' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^web' }, to: { path: '^server' } },
    { name: 'features-not-app-shell', severity: 'error', from: { path: '^web/src/shared' }, to: { path: '^web/src/features' } },
    {
      name: 'wire-below-services',
      severity: 'error',
      from: { path: '^server/src/wire' },
      to: { path: '^server/src/(builds|molds|cards|people|auth)/' },
    },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|\\.css$)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.d.ts'],
    },
  },
};
