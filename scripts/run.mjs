// The one entry for every command: plain Node with node: imports only, so that it works in a fresh
// clone before anything is installed.
import { spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { browserTests, check, test, unitTests } from './check.mjs';
import { ensurePackages } from './install.mjs';
import { licencesReport } from './licences.mjs';
import { node, root, say, script, stop, tsx } from './run-command.mjs';
import { setUpDebian } from './setup-debian.mjs';

const [mode = 'start', ...rest] = process.argv.slice(2);
const callerFolder = process.cwd();
process.chdir(root);

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19))
  stop(`Node 20.19 or newer is needed; this is ${process.version}.`);

const built = (file) => pathToFileURL(path.join(root, 'server/dist', file)).href;
const endOf = (failed) => process.exit(failed.length > 0 ? 1 : 0);

/** Work on the data folder; files are named from where the caller is. */
async function upkeep(verb) {
  ensureBuild();
  process.env.CAESURA_ROOT ??= root;
  const files = rest.map((file) => path.resolve(process.env.INIT_CWD ?? callerFolder, file));
  process.argv = [process.argv[0], 'upkeep', verb, ...files];
  await import(built('upkeep.js'));
}

const COMMANDS = {
  async start() {
    ensureBuild();
    process.env.NODE_ENV ??= 'production';
    process.env.CAESURA_ROOT ??= root;
    // In this process, so that signals reach the server itself.
    await import(built('main.js'));
  },
  dev() {
    const env = { ...process.env, CAESURA_ROOT: root };
    const commands = [
      [tsx(), 'watch', 'server/src/main.ts'],
      [script('vite', 'bin/vite.js'), 'web'],
    ];
    const children = commands.map((args) =>
      spawn(process.execPath, args, { stdio: 'inherit', env }),
    );
    const end = () => children.forEach((child) => child.kill('SIGTERM'));
    for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
    children.forEach((child) => child.on('exit', end));
  },
  async caesura() {
    ensureBuild();
    process.chdir(callerFolder);
    process.argv = [process.argv[0], 'caesura', ...rest];
    await import(built('command-line.js'));
  },
  build: ensureBuild,
  backup: () => upkeep('backup'),
  restore: () => upkeep('restore'),
  rescue: () => upkeep('rescue'),
  typecheck: async () => endOf(await check('types')),
  lint: async () => endOf(await check('lint')),
  check: async () => endOf(await check('types', 'lint')),
  test: () => test(...rest),
  'test:unit': () => process.exit(unitTests(...rest)),
  'test:e2e'() {
    setUpDebian('test');
    process.exit(browserTests(...rest));
  },
  'setup:debian': () => setUpDebian(rest[0] ?? 'test'),
  'audit:licences'() {
    const { lines, notice, problems } = licencesReport(root);
    if (rest.includes('--write')) {
      writeFileSync(path.join(root, 'NOTICE.md'), notice);
      say('NOTICE.md is written.');
      return;
    }
    console.log([...lines, ...problems].join('\n'));
    process.exit(problems.length > 0 ? 1 : 0);
  },
  fuzz() {
    node(tsx(), 'bench/fuzz/run.ts', ...rest);
  },
  bench() {
    ensureBuild();
    setUpDebian('bench');
    node(tsx(), 'bench/run.ts', ...rest);
  },
  listening() {
    setUpDebian('listening');
    node(tsx(), 'bench/listening/run.ts', ...rest);
  },
  demo() {
    // The application itself reads the clips.
    ensureBuild();
    setUpDebian('demo');
    node(tsx(), 'demo/generate.ts', ...rest);
  },
  screenshots() {
    ensureBuild();
    setUpDebian('screenshots');
    node(tsx(), 'docs/take-screenshots.ts', ...rest);
  },
};

if (!Object.hasOwn(COMMANDS, mode)) stop(`There is no command ${mode}.`);
if (mode !== 'setup:debian') ensurePackages();
await COMMANDS[mode]();
