// Folders import one way: in the core only from those above in this list; apps import the core and never each other.
const core = [
  'name',
  'problem',
  'quantity',
  'sums',
  'wire',
  'sheet',
  'house',
  'evidence',
  'journal',
  'lamp',
  'check',
  'walk',
  'yard',
  'scenario',
  'api',
];
const at = (folder) => `^packages/core/src/${folder}/`;

export default {
  forbidden: [
    ...core.map((folder, i) => ({
      name: `core-${folder}-imports-only-from-above`,
      severity: 'error',
      from: { path: at(folder), pathNot: '(?:\\.test|/testing)\\.ts$' },
      to: { path: '^packages/core/src/', pathNot: core.slice(0, i + 1).map(at) },
    })),
    {
      name: 'core-imports-only-its-libraries',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: '(?:\\.test|/testing)\\.ts$' },
      to: {
        pathNot: [
          '^packages/core/src/',
          '^(?:packages/core/)?node_modules/(?:@noble|canonicalize|fflate|ip-address|papaparse|temporal-polyfill)/',
        ],
      },
    },
    { name: 'cli-imports-only-the-core', severity: 'error', from: { path: '^apps/cli/' }, to: { path: '^(?:apps/(?:web|server)|e2e)/' } },
    { name: 'server-does-not-import-web', severity: 'error', from: { path: '^apps/server/' }, to: { path: '^(?:apps/web|e2e)/' } },
    { name: 'web-does-not-import-server', severity: 'error', from: { path: '^apps/web/' }, to: { path: '^(?:apps/server|e2e)/' } },
    {
      name: 'web-parts-know-no-screen',
      severity: 'error',
      from: { path: '^apps/web/src/parts/' },
      to: { path: '^apps/web/src/(?:screens|commands)/' },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    exclude: { path: '(?:^|/)dist/' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      conditionNames: ['source', 'import', 'require', 'node', 'default'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
  },
};
