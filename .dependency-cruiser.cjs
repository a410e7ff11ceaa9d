// Holds the borders between the layers; see docs/architecture.md.

/** The floors of the core from the ground up; of the stages each stands on those before it. Tests may look anywhere. */
const FLOORS = [
  'quantity|formula|statistics|series|text|plan|types',
  'cells|conductors|climate|network|sources',
  'simulation|counter',
  'audit',
  'bank',
  'charging',
  'wiring',
  'commissioning',
  'monitor',
  'logbook',
  'rig',
];
const floorRules = FLOORS.slice(0, -1).map((floor, k) => ({
  name: `no-back-stairs-from-${floor.split('|')[0]}`,
  severity: 'error',
  from: { path: `^core/(${floor})/`, pathNot: 'spec' },
  to: { path: `^core/(${FLOORS.slice(k + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...floorRules,
    {
      name: 'every-folder-has-its-floor',
      severity: 'error',
      from: {},
      to: { path: '^core/', pathNot: `^core/(kept-spec|${FLOORS.join('|')})/` },
    },
    {
      name: 'ui-knows-no-store',
      severity: 'error',
      from: { path: '^app/ui/', pathNot: 'spec' },
      to: { path: '^app/(rig|storage|shell|workers)/|node_modules/@ngrx/' },
    },
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
