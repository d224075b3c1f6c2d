// Packages of npm, installed where the lock file changed since the last time.
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { childOutput, hashOf, manifests, say, stampOf, stop } from './run-command.mjs';

/** Installs what the lock file names, when that is not what is there. */
export function ensurePackages() {
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
  const stdio = ['ignore', childOutput, 'inherit'];
  const result = spawnSync(command, [...before, ...args], { stdio, env });
  if (result.status !== 0) stop(`npm ci failed (${result.signal ?? result.status}).`);
  writeFileSync(stamp, wanted);
}
