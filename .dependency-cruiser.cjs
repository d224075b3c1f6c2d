/** Imports run one way: time ← everything; curves, listen, footage ← plan ← layout, joins, ramps ← sound ← faults, picture ← handoff; core ← server, web; never web ↔ server. */
const forbid = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to });

module.exports = {
  forbidden: [
    forbid('no-circular', {}, { circular: true }, 'Modules must not import one another in a ring.'),
    forbid(
      'core-is-pure',
      { path: '^core/src', pathNot: '(\\.test\\.ts|/testing/)' },
      { dependencyTypes: ['core'] },
      'core must not use Node.',
    ),
    forbid(
      'core-packages',
      { path: '^core/src', pathNot: '(\\.test\\.ts|/testing/)' },
      { path: 'node_modules', pathNot: 'node_modules/(zod|fft\\.js|papaparse|midi-file)' },
      'core may use zod, fft.js, papaparse and midi-file only.',
    ),
    forbid(
      'core-stands-alone',
      { path: '^core/src' },
      { path: '^(server|web|demo|e2e|bench)/' },
      'core must not import the other parts.',
    ),
    forbid(
      'time-is-first',
      { path: '^core/src/time' },
      { path: '^core/src/(?!time)' },
      'time imports nothing of core.',
    ),
    forbid(
      'ear-and-eye',
      { path: '^core/src/(listen|footage)' },
      { path: '^core/src/(plan|layout|handoff)', pathNot: 'testing' },
      'listen and footage know no plan.',
    ),
    forbid(
      'plan-before-layout',
      { path: '^core/src/plan', pathNot: '\\.test\\.ts' },
      { path: '^core/src/(layout|handoff|joins|ramps|sound|faults|picture)' },
      'the plan knows nothing that is made of it.',
    ),
    forbid(
      'curves-know-time',
      { path: '^core/src/curves', pathNot: '\\.test\\.ts' },
      { path: '^core/src/(?!curves|time)' },
      'curves know time only.',
    ),
    forbid(
      'joins-and-ramps',
      { path: '^core/src/(joins|ramps)', pathNot: '(\\.test\\.ts|/testing/)' },
      { path: '^core/src/(layout|handoff|sound|faults|picture)' },
      'joins and ramps know the plan, and not what is made of them.',
    ),
    forbid(
      'sound-of-a-plan',
      { path: '^core/src/sound', pathNot: '(\\.test\\.ts|/testing/)' },
      { path: '^core/src/(layout|handoff|ramps|faults|picture)' },
      'sound knows the plan and its joins, and not what is made of them.',
    ),
    forbid('web-not-server', { path: '^web/' }, { path: '^server/' }, 'web and server meet in core only.'),
    forbid('server-not-web', { path: '^server/' }, { path: '^web/' }, 'web and server meet in core only.'),
    forbid(
      'no-tests-in-code',
      { path: '^(core|server|web)/src', pathNot: '(\\.test\\.tsx?|/testing/)' },
      { path: '(\\.test\\.tsx?$|/testing/)' },
      'Code must not import tests.',
    ),
    forbid(
      'screens-apart',
      { path: '^web/src/screens/([^/]+)/' },
      { path: '^web/src/screens/([^/]+)/', pathNot: '^web/src/screens/$1/' },
      'Screens share through app and marks, not each other.',
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|\\.cache)' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default', 'types'],
      mainFields: ['module', 'main'],
    },
  },
};
