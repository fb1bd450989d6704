/** The doors between rooms open one way only. */
module.exports = {
  forbidden: [
    {
      name: 'core-imports-nothing-of-ours',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(contract|server|web|demo|e2e|scripts)/' },
    },
    {
      name: 'core-knows-no-browser-server-or-node',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(core/src|node_modules/zod)' },
    },
    {
      name: 'contract-imports-core-only',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { path: '^(server|web|demo|e2e|scripts)/' },
    },
    {
      name: 'contract-is-schemas',
      severity: 'error',
      from: { path: '^contract/src', pathNot: '\\.test\\.ts$' },
      // Schemas, and the one form of JSON that what is signed is written in.
      to: { pathNot: '^(core/src|contract/src|node_modules/(zod|canonicalize))' },
    },
    {
      name: 'server-and-web-apart',
      severity: 'error',
      from: { path: '^server/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^(web|e2e)/' },
    },
    {
      name: 'web-and-server-apart',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^(server|demo|e2e)/' },
    },
    {
      name: 'demo-needs-no-server',
      severity: 'error',
      from: { path: '^demo/src' },
      to: { path: '^(server|web|e2e)/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/src/' },
      to: { circular: true },
    },
    {
      name: 'judging-knows-no-test',
      severity: 'error',
      from: { path: '^core/src/judging' },
      to: { path: '^core/src/(step|finding|visit)' },
    },
    {
      name: 'tests-know-no-finding-and-no-visit',
      severity: 'error',
      from: { path: '^core/src/step', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/(finding|visit)' },
    },
    { name: 'everything-resolves', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^virtual:' } },
    {
      name: 'no-rooms-without-a-subject',
      severity: 'error',
      from: {},
      to: { path: '/(utils|helpers|common|misc|types)/', pathNot: 'node_modules' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
    },
  },
};
