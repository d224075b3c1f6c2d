// What is known of the code without running it, and the tests that run it.
import { mkdirSync, rmSync } from 'node:fs';
import { attempt, begin, script, stampOf } from './run-command.mjs';
import { ensureBuild } from './build.mjs';
import { setUpDebian } from './setup-debian.mjs';
import { testSummary } from './test-summary.mjs';

const PROJECTS = ['core', 'server', 'web', '.'];
const REPORTS = { unit: '.cache/unit-tests.json', browser: '.cache/browser-tests.json' };

const run = (name, file, args, env = {}) =>
  attempt(process.execPath, [script(name, file), ...args], env);

const typesOf = (project) => [
  `types of ${project}`,
  () => run('typescript', 'bin/tsc', ['-p', project]),
];

/** The linter takes as long as all other checks, and is begun beside them. */
const beginLint = () =>
  begin(process.execPath, [script('eslint', 'bin/eslint.js'), '.', '--max-warnings', '0']);

const CHECKS = {
  types: PROJECTS.map(typesOf),
  lint: [
    ['format', () => run('prettier', 'bin/prettier.cjs', ['--check', '--log-level', 'warn', '.'])],
    [
      'boundaries',
      () =>
        run('dependency-cruiser', 'bin/dependency-cruise.mjs', [
          ...['--config', '.dependency-cruiser.cjs'],
          ...['core/src', 'server/src', 'web/src'],
        ]),
    ],
    ['unused code', () => run('knip', 'bin/knip.js', ['--no-progress'])],
  ],
};

/** Runs the named groups of checks ('types', 'lint'); resolves to the names of those that failed. */
export async function check(...groups) {
  const lint = groups.includes('lint') ? beginLint() : Promise.resolve(0);
  const failed = groups
    .flatMap((group) => CHECKS[group])
    .filter(([, passes]) => passes() !== 0)
    .map(([name]) => name);
  return (await lint) === 0 ? failed : ['lint', ...failed];
}

/** Runs the unit tests; returns the exit code of the runner. */
export const unitTests = (...args) =>
  run('vitest', 'vitest.mjs', [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${REPORTS.unit}`,
    ...args,
  ]);

/** Builds, and runs the browser tests; returns the exit code of the runner. */
export function browserTests(...args) {
  ensureBuild();
  return run('@playwright/test', 'cli.js', ['test', '--reporter=list,json', ...args], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: REPORTS.browser,
  });
}

/** Every check and every test; ends with the count of what passed and what failed. */
export async function test(...args) {
  setUpDebian('test');
  mkdirSync('.cache', { recursive: true });
  Object.values(REPORTS).forEach((file) => rmSync(file, { force: true }));
  const failedChecks = await check('types', 'lint');
  const unit = unitTests();
  const browser = browserTests(...args);
  const { passed, failed } = testSummary(stampOf(REPORTS.unit), stampOf(REPORTS.browser));
  if (failedChecks.length > 0) console.log(`Checks that failed: ${failedChecks.join(', ')}.`);
  const allFailed = failed + failedChecks.length;
  // A runner that broke off without counting a failure has failed all the same.
  const broken = (unit !== 0 || browser !== 0) && allFailed === 0 ? 1 : 0;
  console.log(`${passed} passed, ${allFailed + broken} failed`);
  process.exit(allFailed + broken > 0 ? 1 : 0);
}
