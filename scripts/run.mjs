// The one entry for every command: plain Node with node: imports only, so that it works in a fresh clone before
// anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { testSummary } from './test-summary.mjs';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const mode = process.argv[2] ?? 'start';
const rest = process.argv.slice(3);
const callerFolder = process.cwd();
process.chdir(root);

// The command line prints only its result on standard output, so what this script says goes to standard error there.
const quiet = mode === 'caesura';
const say = (text) => (quiet ? console.error(`[run] ${text}`) : console.log(`[run] ${text}`));
const stop = (text, code = 1) => {
  console.error(`[run] ${text}`);
  process.exit(code);
};

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19))
  stop(`Node 20.19 or newer is needed; this is ${process.version}.`);

/** Runs a command to its end and returns its exit code; its output goes where ours goes. */
function attempt(command, args, env = {}) {
  say([path.basename(command), ...args].join(' '));
  const stdio = ['inherit', quiet ? 2 : 'inherit', 'inherit'];
  const result = spawnSync(command, args, { stdio, env: { ...process.env, ...env } });
  if (result.error) stop(`${command}: ${result.error.message}`);
  return result.status ?? 1;
}

function must(command, args, env = {}) {
  const code = attempt(command, args, env);
  if (code !== 0) stop(`${path.basename(command)} failed (${code}).`, code);
}

const script = (name, file) => path.join(root, 'node_modules', name, file);
const node = (file, ...args) => must(process.execPath, [file, ...args]);
const TSX = () => script('tsx', 'dist/cli.mjs');

/** A hash of files and folders, and of what the machine is. */
function hashOf(...inputs) {
  const hash = createHash('sha256').update(
    `${process.version} ${process.platform} ${process.arch}`,
  );
  const walk = (place) => {
    if (!existsSync(place)) return;
    if (!statSync(place).isDirectory())
      return void hash.update(place).update('\0').update(readFileSync(place));
    for (const name of readdirSync(place).sort())
      if (!['node_modules', 'dist'].includes(name) && !name.includes('.test.'))
        walk(path.join(place, name));
  };
  inputs.forEach(walk);
  return hash.digest('hex');
}

const stampOf = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');
const manifests = [
  'package-lock.json',
  'package.json',
  'core/package.json',
  'server/package.json',
  'web/package.json',
];

function ensurePackages() {
  const stamp = 'node_modules/.installed';
  const wanted = hashOf(...manifests, '.npmrc');
  if (stampOf(stamp) === wanted) return;
  // What npm tells the scripts it runs would mislead a second npm inside them.
  const misleading =
    /^npm_(package|lifecycle|config_(global|prefix|local_prefix|production|omit|only))/i;
  const env = Object.fromEntries(
    Object.entries(process.env).filter(([name]) => !misleading.test(name)),
  );
  delete env.NODE_ENV;
  const args = ['ci', '--include=dev', '--no-audit', '--no-fund', '--prefer-offline'];
  say(`npm ${args.join(' ')}`);
  const npm = process.env.npm_execpath;
  const [command, before] = npm?.endsWith('.js') ? [process.execPath, [npm]] : ['npm', []];
  const result = spawnSync(command, [...before, ...args], {
    stdio: ['ignore', quiet ? 2 : 'inherit', 'inherit'],
    env,
  });
  if (result.status !== 0) stop(`npm ci failed (${result.signal ?? result.status}).`);
  writeFileSync(stamp, wanted);
}

function ensureBuild() {
  const stamp = '.cache/built';
  const wanted = hashOf(...manifests, 'core', 'server', 'web', 'tsconfig.base.json');
  if (
    stampOf(stamp) === wanted &&
    existsSync('server/dist/main.js') &&
    existsSync('web/dist/index.html')
  )
    return;
  rmSync(stamp, { force: true });
  node(script('vite', 'bin/vite.js'), 'build', 'web', '--logLevel', 'warn');
  node(script('vite', 'bin/vite.js'), 'build', 'server', '--logLevel', 'warn');
  mkdirSync('.cache', { recursive: true });
  writeFileSync(stamp, wanted);
}

/** Debian packages that tests need, installed only where their program is missing. */
function ensureProgram(program, debianPackage) {
  const found = spawnSync('sh', ['-c', `command -v ${program}`], {
    encoding: 'utf8',
  }).stdout.trim();
  if (found) return found;
  installFromDebian([debianPackage], `${program} is missing`);
  return `/usr/bin/${program}`;
}

function installFromDebian(packages, reason) {
  if (process.getuid?.() !== 0)
    stop(`${reason}: install it with apt-get install ${packages.join(' ')}.`);
  const lock = ['-o', 'DPkg::Lock::Timeout=600'];
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  must('apt-get', [...lock, 'update', '-qq'], env);
  must('apt-get', [...lock, 'install', '-y', '-qq', '--no-install-recommends', ...packages], env);
}

/** What the builder of the listening corpus needs. */
const LISTENING_PACKAGES = (
  'fluidsynth timgm6mb-soundfont musescore-general-soundfont-small fluidr3mono-gm-soundfont espeak-ng sox ' +
  'vorbis-tools python3-numpy openttd-openmsx freedoom freedm fretsonfire-songs-muldjord fretsonfire-songs-sectoid mma'
).split(' ');

function ensurePackagesOfDebian(packages) {
  if (spawnSync('dpkg', ['-s', ...packages], { stdio: 'ignore' }).status === 0) return;
  installFromDebian(packages, 'The listening corpus cannot be built');
}

/** Lint, form, types and import boundaries; returns the names of those that failed. */
function check() {
  const projects = ['core', 'server', 'web', '.'];
  const checks = [
    ...projects.map((project) => [
      `types of ${project}`,
      script('typescript', 'bin/tsc'),
      ['-p', project],
    ]),
    ['lint', script('eslint', 'bin/eslint.js'), ['.', '--max-warnings', '0']],
    ['form', script('prettier', 'bin/prettier.cjs'), ['--check', '--log-level', 'warn', '.']],
    [
      'boundaries',
      script('dependency-cruiser', 'bin/dependency-cruise.mjs'),
      ['--config', '.dependency-cruiser.cjs', 'core/src', 'server/src', 'web/src'],
    ],
  ];
  return checks
    .filter(([, file, args]) => attempt(process.execPath, [file, ...args]) !== 0)
    .map(([name]) => name);
}

async function start() {
  ensureBuild();
  process.env.NODE_ENV ??= 'production';
  process.env.CAESURA_ROOT ??= root;
  // In this process, so that signals reach the server itself.
  await import(pathToFileURL(path.join(root, 'server/dist/main.js')).href);
}

function test() {
  process.env.CHROMIUM ??= ensureProgram('chromium', 'chromium');
  ensureProgram('python3', 'python3-minimal');
  ensureProgram('ffmpeg', 'ffmpeg');
  mkdirSync('.cache', { recursive: true });
  const reports = { unit: '.cache/unit-tests.json', browser: '.cache/browser-tests.json' };
  Object.values(reports).forEach((file) => rmSync(file, { force: true }));
  const failedChecks = check();
  const unit = attempt(process.execPath, [
    script('vitest', 'vitest.mjs'),
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${reports.unit}`,
  ]);
  ensureBuild();
  const browser = attempt(
    process.execPath,
    [script('@playwright/test', 'cli.js'), 'test', '--reporter=list,json', ...rest],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: reports.browser },
  );
  const { passed, failed } = testSummary(stampOf(reports.unit), stampOf(reports.browser));
  if (failedChecks.length > 0) console.log(`Checks that failed: ${failedChecks.join(', ')}.`);
  const allFailed = failed + failedChecks.length;
  // A runner that broke off without counting a failure has failed all the same.
  const broken = (unit !== 0 || browser !== 0) && allFailed === 0 ? 1 : 0;
  console.log(`${passed} passed, ${allFailed + broken} failed`);
  process.exit(allFailed + broken > 0 ? 1 : 0);
}

function dev() {
  const env = { ...process.env, CAESURA_ROOT: root };
  const commands = [
    [TSX(), 'watch', 'server/src/main.ts'],
    [script('vite', 'bin/vite.js'), 'web'],
  ];
  const children = commands.map((args) => spawn(process.execPath, args, { stdio: 'inherit', env }));
  const end = () => children.forEach((child) => child.kill('SIGTERM'));
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
  children.forEach((child) => child.on('exit', end));
}

async function commandLine() {
  ensureBuild();
  process.chdir(callerFolder);
  process.argv = [process.argv[0], 'caesura', ...rest];
  await import(pathToFileURL(path.join(root, 'server/dist/command-line.js')).href);
}

ensurePackages();
if (mode === 'start') await start();
else if (mode === 'test') test();
else if (mode === 'dev') dev();
else if (mode === 'check') process.exit(check().length > 0 ? 1 : 0);
else if (mode === 'caesura') await commandLine();
else if (mode === 'bench') {
  ensureBuild();
  process.env.CHROMIUM ??= ensureProgram('chromium', 'chromium');
  ensureProgram('ffmpeg', 'ffmpeg');
  node(TSX(), 'bench/run.ts', ...rest);
} else if (mode === 'listening') {
  ensurePackagesOfDebian(LISTENING_PACKAGES);
  node(TSX(), 'bench/listening/run.ts', ...rest);
} else if (mode === 'demo') {
  // The application itself reads the clips.
  ensureBuild();
  process.env.CHROMIUM ??= ensureProgram('chromium', 'chromium');
  ensureProgram('ffmpeg', 'ffmpeg');
  ensureProgram('espeak-ng', 'espeak-ng');
  node(TSX(), 'demo/generate.ts', ...rest);
} else if (mode === 'screenshots') {
  ensureBuild();
  process.env.CHROMIUM ??= ensureProgram('chromium', 'chromium');
  node(TSX(), 'docs/take-screenshots.ts', ...rest);
} else stop(`There is no command ${mode}.`);
