/** Arrows point one way: routes → lib → core. A folder of the core offers its index and nothing else. */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-alone',
      severity: 'error',
      from: { path: '^src/core' },
      to: { path: '^src/(lib|routes)|^scripts' }
    },
    {
      name: 'core-uses-pure-packages-only',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: {
        path: 'node_modules',
        pathNot:
          'node_modules/(zod|yaml|astronomy-engine|luxon|@types/luxon|@neaps/tide-predictor|fast-xml-parser|ts-fsrs|jstat|simple-statistics|pure-rand|@noble/hashes|@turf/|@types/geojson|@types/jstat|sax|@types/sax|csv-parse|csv-stringify|fflate|fastest-levenshtein|ical.js|proj4|@tmcw/togeojson|@xmldom/xmldom)'
      }
    },
    {
      name: 'core-uses-no-node',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] }
    },
    {
      name: 'lib-knows-no-routes',
      severity: 'error',
      from: { path: '^src/lib' },
      to: { path: '^src/routes' }
    },
    {
      name: 'pages-in-the-browser-know-no-server',
      severity: 'error',
      from: { path: '^src/lib/ui' },
      to: { path: '^src/lib/server', dependencyTypesNot: ['type-only'] }
    },
    {
      name: 'the-server-knows-no-interface',
      severity: 'error',
      from: { path: '^src/lib/server' },
      to: { path: '^src/lib/ui', dependencyTypesNot: ['type-only'] }
    },
    {
      name: 'core-folders-offer-their-index',
      severity: 'error',
      from: { path: '^src/core/([^/]+)/' },
      to: { path: '^src/core/[^/]+/', pathNot: ['^src/core/$1/', '^src/core/[^/]+/index\\.ts$'] }
    },
    {
      name: 'a-plan-knows-no-brief',
      severity: 'error',
      from: { path: '^src/core/walk/plan/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/walk/brief/' }
    },
    {
      name: 'others-use-the-index-of-core',
      severity: 'error',
      from: { path: '^(src/(lib|routes)|scripts)' },
      to: { path: '^src/core/[^/]+/', pathNot: '/index\\.ts$' }
    },
    {
      name: 'one-door-to-the-database',
      severity: 'error',
      from: {
        path: '^src',
        pathNot:
          '^src/lib/server/(database/school|request/(trouble|limits))\\.ts$|^src/lib/server/(accounts|mail)/|^src/hooks\\.server\\.ts$|^src/routes/health/'
      },
      to: { path: '^src/lib/server/database/database\\.ts$' }
    },
    {
      name: 'accounts-offer-their-index',
      severity: 'error',
      from: { path: '^src', pathNot: '^src/lib/server/accounts/' },
      to: { path: '^src/lib/server/accounts/', pathNot: '/index\\.ts$' }
    },
    {
      name: 'pages-are-laid-out-in-a-thread',
      severity: 'error',
      from: { path: '^src', pathNot: '^src/lib/server/print/|\\.test\\.ts$' },
      to: { path: '^src/lib/server/print/', pathNot: '/(index|jobs|kinds|map-picture)\\.ts$' }
    },
    {
      name: 'threads-alone-make-a-pdf',
      severity: 'error',
      from: { path: '^src', pathNot: '/print/tasks\\.ts$|\\.test\\.ts$' },
      to: { path: '/print/make-pdf\\.ts$' }
    }
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types']
    }
  }
};
