/** Which file may import which: no circles anywhere, and nothing tests import is imported by what ships. */
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      comment: 'Two files that need each other are one file, or share a third.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-tests-in-what-ships',
      severity: 'error',
      from: { pathNot: '(\\.test\\.tsx?|\\.spec\\.ts|/testing/)$|/testing/|^(e2e|bench)/' },
      to: { path: '(\\.test\\.tsx?|\\.spec\\.ts)$' },
    },
    {
      name: 'stations-apart',
      comment:
        'A station of the web application uses no other; what two need belongs to bench, leaves or store.',
      severity: 'error',
      from: { path: '^web/src/stations/([^/]+)/' },
      to: { path: '^web/src/stations/([^/]+)/', pathNot: '^web/src/stations/$1/' },
    },
    {
      name: 'bench-and-leaves-below-stations',
      severity: 'error',
      from: { path: '^web/src/(bench|leaves|store|workers|theme)/' },
      to: { path: '^web/src/stations/' },
    },
    {
      name: 'declared-packages-only',
      comment: 'A package declares what it imports.',
      severity: 'error',
      from: { pathNot: '\\.config\\.(js|ts)$' },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
  ],
  options: {
    doNotFollow: { path: ['node_modules', 'dist', 'dist-ts'] },
    exclude: { path: ['node_modules/.*/node_modules', '(^|/)dist(-ts)?/'] },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['types', 'import', 'default'] },
  },
};
