/**
 * Imports run one way: time, numbers ← curves, listen, footage ← the plan's schema ← film ← edits ← recipes, layout, faults
 * ← handoff; core ← server, web; never web ↔ server. Rings are looked for file by file.
 */
const forbid = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to });
const TESTS = '(\\.test\\.tsx?$|/testing/)';

module.exports = {
  forbidden: [
    forbid('no-circular', {}, { circular: true }, 'Modules must not import one another in a ring.'),
    forbid(
      'core-is-pure',
      { path: '^core/src', pathNot: TESTS },
      { dependencyTypes: ['core'] },
      'core must not use Node.',
    ),
    forbid(
      'core-packages',
      { path: '^core/src', pathNot: TESTS },
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
      'numbers-are-first',
      { path: '^core/src/numbers', pathNot: TESTS },
      { path: '^core/src/(?!numbers)' },
      'numbers import nothing of core.',
    ),
    forbid(
      'curves-know-time',
      { path: '^core/src/curves', pathNot: TESTS },
      { path: '^core/src/(?!curves|time)' },
      'curves know time only.',
    ),
    forbid(
      'listen-and-footage',
      { path: '^core/src/(listen|footage)', pathNot: TESTS },
      { path: '^core/src/(?!listen|footage|numbers|time)' },
      'listen and footage know no plan.',
    ),
    forbid(
      'schema-before-film',
      { path: '^core/src/plan/(schema|upgrade)', pathNot: TESTS },
      { path: '^core/src/(film|joins|ramps|sound|layout|recipes|faults|handoff|plan/edits)' },
      'What a plan is knows nothing of what follows from it.',
    ),
    forbid(
      'film-before-edits',
      { path: '^core/src/(film|joins|ramps|sound)', pathNot: TESTS },
      { path: '^core/src/(plan/edits|recipes|layout|faults|handoff|endings)' },
      'What follows from a plan knows nothing of how it is changed.',
    ),
    forbid(
      'edits-before-uses',
      { path: '^core/src/plan/edits', pathNot: TESTS },
      { path: '^core/src/(recipes|layout|faults|handoff|endings)' },
      'Edits know the film and not what is built on them.',
    ),
    forbid(
      'handoff-is-last',
      { path: '^core/src/(?!handoff)', pathNot: TESTS },
      { path: '^core/src/handoff' },
      'Nothing in core needs a file format.',
    ),
    forbid(
      'stand-ins-stand-alone',
      { path: '^core/src/handoff/proof/stand-ins' },
      { path: '.', pathNot: '^core/src/handoff/proof/stand-ins' },
      'What reads written files in a proof shares nothing with what writes them.',
    ),
    forbid(
      'proof-knows-no-writer',
      { path: '^core/src/handoff/proof', pathNot: TESTS },
      {
        path: '^core/src/handoff',
        pathNot: '^core/src/handoff/(proof|format\\.ts|csv/fields\\.ts)',
      },
      'A proof knows the plan and the file, and nothing of how it was written.',
    ),
    forbid(
      'writers-know-no-proof',
      { path: '^core/src/handoff/(?!proof|index)', pathNot: TESTS },
      { path: '^core/src/handoff/proof' },
      'What writes files must not lean on their proof.',
    ),
    forbid(
      'web-not-server',
      { path: '^web/' },
      { path: '^server/' },
      'web and server meet in core only.',
    ),
    forbid(
      'server-not-web',
      { path: '^server/' },
      { path: '^web/' },
      'web and server meet in core only.',
    ),
    forbid(
      'no-tests-in-code',
      { path: '^(core|server|web)/src', pathNot: TESTS },
      { path: TESTS },
      'Code must not import tests.',
    ),
    forbid(
      'screens-apart',
      { path: '^web/src/screens/([^/]+)/' },
      { path: '^web/src/screens/([^/]+)/', pathNot: '^web/src/screens/$1/' },
      'Screens share through app and components, not each other.',
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
