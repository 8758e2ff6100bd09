/** Import fences of the house (docs/adr/0001-fences.md). Each was proven once by a planted violation. */
const area = '^src/areas/([^/]+)/';
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core imports only core and a few pure packages',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        pathNot: [
          '^src/core/',
          '^node_modules/@stdlib/',
          '^node_modules/fflate/',
          '^node_modules/saxes/',
          '^node_modules/clipper2-ts/',
          '^node_modules/(@types/)?three/',
          '^node_modules/three-mesh-bvh/',
          '^node_modules/earcut/',
          '^node_modules/robust-predicates/',
          '^node_modules/maxrects-packer/',
          '^node_modules/(@types/)?papaparse/',
        ],
      },
    },
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^src/(core/|areas/([^/]+/(model|kinds|settings)|rules)/)', pathNot: '(\\.test|loadCases)\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'pure-rooms',
      severity: 'error',
      comment:
        'model, rules, kinds and settings know neither server nor screens nor platform, but the shape of an event',
      from: { path: '^src/areas/([^/]+/(model|kinds|settings)|rules)/', pathNot: '(\\.test|loadCases)\\.ts$' },
      to: { path: ['/server/', '/ui/', '^src/platform/(?!events/model)', '^src/pages/', '^src/workers/'] },
    },
    {
      name: 'ui-not-server',
      severity: 'error',
      comment: 'not even types, but those of the wire in its one place',
      from: { path: ['^src/ui/', '^src/areas/[^/]+/ui/', '^src/app/'], pathNot: '^src/ui/api\\.ts$' },
      to: { path: ['/server/', '^src/platform/(db|auth|jobs|files|http)/', '^src/platform/events/(tables|record)'] },
    },
    {
      name: 'areas-by-their-doors',
      severity: 'error',
      comment:
        'an area enters another by model, settings, rules and kinds data or server/index only; its tables only for foreign keys',
      from: { path: area },
      to: { path: '^src/areas/([^/]+)/(server/(?!index)|ui/)', pathNot: ['^src/areas/$1/', '/server/tables\\.ts$'] },
    },
    {
      name: 'tables-in-server',
      severity: 'error',
      from: { pathNot: ['/server/', '^src/platform/', '^src/workers/'] },
      to: { path: '/tables\\.ts$' },
    },
    {
      name: 'foreign-tables-only-from-tables',
      severity: 'error',
      from: { path: '^src/areas/([^/]+)/server/(?!tables)' },
      to: { path: '^src/areas/([^/]+)/server/tables', pathNot: '^src/areas/$1/' },
    },
    {
      name: 'platform-knows-no-area',
      severity: 'error',
      from: { path: ['^src/platform/', '^src/ui/'] },
      to: { path: '^src/areas/' },
    },
    {
      name: 'cases-for-tests-only',
      severity: 'error',
      comment: 'cases and fixtures of rules never ship',
      from: {
        path: '^src/',
        pathNot: [
          '\\.test\\.ts$',
          '\\.cases\\.ts$|^src/areas/rules/(cases|stackCases|stackChecks|loadCases|engineChecks|headChecks|figureChecks|fixture)\\.ts$',
        ],
      },
      to: {
        path: '\\.cases\\.ts$|^src/areas/rules/(cases|stackCases|stackChecks|loadCases|engineChecks|headChecks|figureChecks|fixture)\\.ts$',
      },
    },
    {
      name: 'rules-below',
      severity: 'error',
      comment: 'rules stand above library and machines and below the rest',
      from: {
        path: '^src/areas/rules/',
        pathNot: [
          '\\.test\\.ts$',
          '\\.cases\\.ts$',
          '/(cases|stackCases|stackChecks|loadCases|engineChecks|headChecks|figureChecks)\\.ts$',
        ],
      },
      to: { path: '^src/areas/(?!rules/|library/|machines/)' },
    },
    {
      name: 'machines-below-rules',
      severity: 'error',
      from: { path: '^src/areas/machines/' },
      to: { path: '^src/areas/(rules|recipes|trials|checks|today)/', pathNot: '/server/tables\\.ts$' },
    },
    // The one list of routes the compiler judges may name them, and the client, which is typed by that list.
    {
      name: 'nobody-imports-pages',
      severity: 'error',
      from: { pathNot: '^src/(pages/api/(_routes|index)|ui/api)\\.ts$' },
      to: { path: '^src/pages/' },
    },
    {
      name: 'wire-is-types',
      severity: 'error',
      comment: 'nothing of the server comes into a page with them',
      from: { path: '^src/ui/api\\.ts$' },
      to: { path: ['^src/pages/', '^src/platform/', '/server/'], dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'standins-alone',
      severity: 'error',
      from: { path: '^standins/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/(?!core/)' },
    },
    {
      name: 'disobedience-knows-no-analysis',
      severity: 'error',
      from: { path: '^standins/disobedience/' },
      to: { path: '^src/', pathNot: '^src/core/formats/' },
    },
    {
      name: 'cli-without-server',
      severity: 'error',
      comment: 'zlib alone is no server',
      from: { path: '^src/cli/' },
      to: { path: ['/server/', '^src/platform/', '/ui/'], pathNot: '^src/platform/files/stackTools\\.ts$' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.astro$' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types'] },
  },
};
