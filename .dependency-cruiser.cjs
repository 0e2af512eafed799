const { roomRules } = require('./scripts/lib/rooms.cjs');

/** The floors and their rooms: imports run downward only, and a feature's inside stays inside. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(cli|contract|server|web|demo)/' },
    },
    {
      name: 'cli-on-core',
      severity: 'error',
      from: { path: '^cli/' },
      to: { path: '^(contract|server|web|demo)/' },
    },
    {
      name: 'contract-on-core',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(server|web|demo)/' },
    },
    { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|demo)/' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
    {
      name: 'demo-on-core',
      severity: 'error',
      from: { path: '^demo/' },
      to: { path: '^(contract|server|web)/' },
    },
    {
      name: 'stand-ins-stand-outside',
      severity: 'error',
      from: { path: '^stand-ins/' },
      to: { path: '^(cli|contract|server|web)/' },
    },
    {
      name: 'core-does-no-io',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'features-keep-their-inside',
      severity: 'error',
      from: { path: '^(server|web)/src/features/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^$1/src/features/',
        pathNot: '^$1/src/features/($2/|[^/]+/(index|keys)\\.ts$|[^/]+/[^/]+/(index|keys)\\.ts$)',
      },
    },
    {
      name: 'lower-floors-know-no-features',
      severity: 'error',
      from: { path: '^web/src/(ui|api)/', pathNot: '\\.test\\.ts$' },
      to: { path: '/features/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    ...roomRules,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default'] },
  },
};
