/**
 * Arrows that may stand: core ← records ← words ← judging ← paper ← server, web; sync ← web; judging ← cli; server, simulation ← demo.
 * Else it fails.
 */
const notTo = (from, to) => ({
  name: `${from}-not-to-${to}`,
  comment: `packages/${from} must not import packages/${to}`,
  severity: 'error',
  // Tests may look further: the studies of core's figures need the simulator, the server's an academy.
  from: {
    path: `^packages/${from}/`,
    ...(to === 'simulation' || from === 'simulation' || to === 'demo'
      ? { pathNot: '\\.test\\.ts$|/src/test/' }
      : {}),
  },
  // The shell opens the server's own door for what works on a database (ADR 15), and no other.
  to: {
    path: `^packages/${to}/`,
    ...(from === 'cli' && to === 'server' ? { pathNot: '^packages/server/(src|dist)/admin/index\\.' } : {}),
  },
});

const forbiddenArrows = {
  core: ['records', 'words', 'judging', 'paper', 'simulation', 'demo', 'server', 'web', 'cli', 'e2e'],
  records: ['words', 'judging', 'paper', 'simulation', 'demo', 'server', 'web', 'cli', 'e2e'],
  // The life of a record knows nothing of what is in it.
  sync: ['core', 'records', 'words', 'judging', 'paper', 'simulation', 'demo', 'server', 'web', 'cli', 'e2e'],
  words: ['judging', 'paper', 'simulation', 'demo', 'server', 'web', 'cli', 'e2e'],
  judging: ['paper', 'simulation', 'demo', 'server', 'web', 'cli', 'e2e'],
  // The simulator knows the truth and nothing else: figures are checked against it, so it must share no formula.
  paper: ['simulation', 'demo', 'server', 'web', 'cli', 'e2e'],
  simulation: ['core', 'records', 'words', 'judging', 'paper', 'server', 'web', 'cli', 'e2e', 'demo'],
  server: ['simulation', 'demo', 'web', 'cli', 'e2e'],
  // It fills an academy through the server's door for that.
  demo: ['core', 'paper', 'web', 'cli', 'e2e'],
  web: ['simulation', 'demo', 'server', 'cli', 'e2e'],
  cli: ['paper', 'simulation', 'demo', 'server', 'web', 'e2e'],
  e2e: ['web'],
};

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...Object.entries(forbiddenArrows).flatMap(([from, tos]) => tos.map((to) => notTo(from, to))),
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-is-pure',
      comment: 'core knows no Node.js',
      severity: 'error',
      from: { path: '^packages/(core|records|sync|words|judging|paper)/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'not-to-unresolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true },
    },
    {
      name: 'features-do-not-import-each-other',
      comment: 'a view takes what it needs from ui/, api/ or session/, never from another view',
      severity: 'error',
      from: { path: '^packages/web/src/app/views/([^/]+)/' },
      to: { path: '^packages/web/src/app/views/([^/]+)/', pathNot: '^packages/web/src/app/views/$1/' },
    },
    {
      name: 'no-deep-imports',
      comment: 'a package is entered by its front door',
      severity: 'error',
      from: { path: '^packages/([^/]+)/' },
      to: {
        path: '^packages/([^/]+)/src/(?!index\\.ts$|kinds\\.ts$|mutation/mutate-json\\.ts$|uncertainty/(coverage|told-from)\\.ts$|setup/feel\\.ts$|geometry/(handedness|words)\\.ts$|units/angle\\.ts$|station/default-settings\\.ts$|(admin|filling)/index\\.ts$)',
        pathNot: '^packages/$1/',
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.angular)/' },
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'require', 'node', 'default', 'types'],
    },
  },
};
