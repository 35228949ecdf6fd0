/**
 * Layers. A folder imports only from layers before its own, never from a neighbor in its own layer:
 * so there are no circles between folders, types included.
 */
const coreLayers = [
  ['errors', 'numerics'],
  ['units', 'shop-time', 'rights'],
  ['heat'],
  ['cure'],
  ['laminate', 'growth'],
  ['materials', 'service'],
  ['plan', 'formats'],
  ['windows', 'distortion', 'design', 'stack', 'log', 'shop'],
  ['plug', 'mix', 'cautions', 'findings'],
  ['release', 'joints', 'mold'],
  ['kit'],
  ['judging', 'planner', 'forecast', 'twin'],
  ['steps'],
  ['bench'],
  ['explain', 'uncertainty', 'calibration', 'traveler', 'schools', 'doors', 'diagnosis'],
  ['planning'],
  ['threads'],
  ['instruments'],
];
const webLayers = [
  ['local'],
  ['api'],
  ['shared'],
  ['features/plan', 'features/outbox'],
  ['app'],
  ['features/simulation', 'features/instruments'],
  ['features/layers', 'features/stage'],
  ['features/stages', 'features/board', 'features/bench', 'features/rack', 'features/stores', 'features/shop', 'features/sign-in'],
  ['features/plan-page'],
];

/** One rule per folder: what is not below it is forbidden. */
function layered(root, layers, except = '') {
  return layers.flatMap((layer, i) =>
    layer.map((folder) => {
      const above = layers
        .slice(i)
        .flat()
        .filter((other) => other !== folder);
      return {
        name: `${root}: ${folder} is below`,
        severity: 'error',
        from: { path: `^${root}/${folder}/`, ...(except ? { pathNot: except } : {}) },
        to: { path: `^${root}/(${above.join('|')})/` },
      };
    }),
  );
}

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'no-circular-folders', severity: 'error', scope: 'folder', from: { path: '^core/src' }, to: { circular: true } },
    ...layered('core/src', coreLayers),
    {
      name: 'core-folder-has-a-layer',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^core/src/', pathNot: `^core/src/(${coreLayers.flat().join('|')})/` },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src' },
      to: { pathNot: '^(core/src|node_modules/(ml-matrix|heap-js|fast-deep-equal)/)' },
    },
    { name: 'core-by-its-doors', severity: 'error', from: { path: '^(server|web)/src' }, to: { path: '^core/(src|dist)/[a-z-]+/(?!index\\.)' } },
    {
      name: 'core-not-through-its-own-doors',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^core/src/[a-z-]+/index\\.ts$' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server' }, to: { path: '^web' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^web' }, to: { path: '^server' } },
    ...layered('web/src', webLayers, '^web/src/app/(routes|store|shell|person-menu)'),
    {
      name: 'stages-apart',
      severity: 'error',
      from: { path: '^web/src/features/stages/([^/]+)/' },
      to: { path: '^web/src/features/stages/', pathNot: '^web/src/features/stages/$1/' },
    },
    {
      name: 'wire-below-services',
      severity: 'error',
      from: { path: '^server/src/wire' },
      to: { path: '^server/src/(builds|molds|cards|people|auth)/' },
    },
    {
      name: 'migrations-import-nothing-that-moves',
      severity: 'error',
      from: { path: '^server/src/database/migrations/' },
      to: { pathNot: '^(server/src/database/migrations/|node_modules/typeorm/)' },
    },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Tests look across layers on purpose; they are no part of the house.
    exclude: { path: '(/dist/|\\.css$|\\.test\\.tsx?$|/test-support/)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.d.ts'],
    },
  },
};
