/** The arrows of docs/architecture: web and server -> contracts -> core; features use each other only by their index. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${from} may import only: ${allowed.join(', ') || 'nothing of ours'}`,
  from: { path: `^${from}/src` },
  to: {
    path: '^(core|contracts|server|demo|devices|web)/',
    pathNot: [`^${from}/`, ...allowed.map((one) => `^${one}/`)],
  },
});

module.exports = {
  forbidden: [
    only('core-stands-alone', 'core', []),
    only('contracts-on-core', 'contracts', ['core']),
    only('server-on-contracts', 'server', ['contracts', 'core']),
    only('demo-on-contracts', 'demo', ['contracts', 'core']),
    only('devices-on-contracts', 'devices', ['contracts', 'core']),
    only('web-on-contracts', 'web', ['contracts', 'core']),
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core imports no package and nothing of Node',
      from: { path: '^core/src', pathNot: '\\.spec\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core', 'npm-unknown', 'npm-no-pkg'] },
    },
    {
      name: 'only-stores-speak-sequelize',
      severity: 'error',
      from: { path: '^server/src/features', pathNot: '\\.store\\.ts$|\\.spec\\.ts$' },
      to: { path: 'node_modules/sequelize' },
    },
    {
      name: 'server-features-by-index',
      severity: 'error',
      from: { path: '^server/src/features/([^/]+)/' },
      to: { path: '^server/src/features/[^/]+/', pathNot: ['^server/src/features/$1/', '/index\\.ts$'] },
    },
    {
      name: 'http-knows-no-feature',
      severity: 'error',
      comment: 'how requests come and go is one thing, what they are about another: app.ts joins them',
      from: { path: '^server/src/http', pathNot: '\\.spec\\.ts$' },
      to: { path: '^server/src/features' },
    },
    {
      name: 'web-features-by-state',
      severity: 'error',
      comment: 'a room may read another room only through its state; shared things live in shared/',
      from: { path: '^web/src/app/features/([^/]+)/' },
      to: { path: '^web/src/app/features/[^/]+/', pathNot: ['^web/src/app/features/$1/', '\\.state\\.ts$'] },
    },
    {
      name: 'shared-knows-no-room',
      severity: 'error',
      from: { path: '^web/src/app/shared' },
      to: { path: '^web/src/app/(features|shell)' },
    },
    {
      name: 'production-uses-no-test-helper',
      severity: 'error',
      from: { path: 'src', pathNot: '\\.spec\\.ts$|/testing/' },
      to: { path: '/testing/|\\.spec\\.ts$' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'circles of types too',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: ['node_modules', 'dist'] },
    exclude: { path: '\\.angular|\\.gantelet' },
    tsConfig: { fileName: 'tsconfig.lint.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['types', 'import', 'default'] },
  },
};
