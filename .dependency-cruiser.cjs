// Holds the borders between the layers; see docs/architecture.md.
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/', pathNot: 'spec' },
      to: {
        path: '^(app|server|demo|e2e|bench)/|node_modules/(@angular|@ngrx|ng-zorro|express|dexie|chart\\.js|rxjs)',
      },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: '^core/', pathNot: 'spec' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'stages-do-not-meet',
      severity: 'error',
      from: { path: '^app/stages/([^/]+)/' },
      to: { path: '^app/stages/([^/]+)/', pathNot: '^app/stages/$1/' },
    },
    {
      name: 'parts-know-no-stage',
      severity: 'error',
      from: { path: '^app/(ui|rig|storage|workers)/' },
      to: { path: '^app/stages/' },
    },
    { name: 'server-apart', severity: 'error', from: { path: '^server/' }, to: { path: '^app/' } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
