// Running other programs: plain Node with node: imports only, so that it works before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the project. */
export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/**
 * The command line prints only its result on standard output; what the scripts say goes to standard
 * error there.
 */
const quiet = process.argv[2] === 'caesura';

/** What npm, or any other program, may print on standard output. */
export const childOutput = quiet ? 2 : 'inherit';

export const say = (text) =>
  quiet ? console.error(`[run] ${text}`) : console.log(`[run] ${text}`);

/** Says why nothing more can be done, and ends. */
export function stop(text, code = 1) {
  console.error(`[run] ${text}`);
  process.exit(code);
}

/** Runs a command to its end and returns its exit code; its output goes where ours goes. */
export function attempt(command, args, env = {}) {
  say([path.basename(command), ...args].join(' '));
  const stdio = ['inherit', childOutput, 'inherit'];
  const result = spawnSync(command, args, { stdio, env: { ...process.env, ...env } });
  if (result.error) stop(`${command}: ${result.error.message}`);
  return result.status ?? 1;
}

/** Begins a command beside what else is run; resolves to its exit code. */
export function begin(command, args) {
  say(`${[path.basename(command), ...args].join(' ')}, beside what follows`);
  const child = spawn(command, args, { stdio: ['ignore', childOutput, 'inherit'] });
  return new Promise((resolve) => {
    child.on('error', () => resolve(1));
    child.on('exit', (code) => resolve(code ?? 1));
  });
}

/** Runs a command; when it fails, so do we. */
export function must(command, args, env = {}) {
  const code = attempt(command, args, env);
  if (code !== 0) stop(`${path.basename(command)} failed (${code}).`, code);
}

/** A file of an installed package, and runs of Node on such a file. */
export const script = (name, file) => path.join(root, 'node_modules', name, file);
export const node = (file, ...args) => must(process.execPath, [file, ...args]);
export const tsx = () => script('tsx', 'dist/cli.mjs');

/** A hash of files and folders, and of what the machine is. */
export function hashOf(...inputs) {
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

/** What a stamp file holds; '' when there is none. */
export const stampOf = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');

/** The files that say which packages are wanted. */
export const manifests = [
  'package-lock.json',
  'package.json',
  'core/package.json',
  'server/package.json',
  'web/package.json',
];
