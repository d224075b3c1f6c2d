// The pages and the server, built where their sources changed since the last time.
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { hashOf, manifests, node, script, stampOf } from './run-command.mjs';
import { packAssets } from './pack-assets.mjs';

/** Builds what is not built from the sources as they are. */
export function ensureBuild() {
  const stamp = '.cache/built';
  const wanted = hashOf(...manifests, 'core', 'server', 'web', 'scripts', 'tsconfig.base.json');
  if (
    stampOf(stamp) === wanted &&
    existsSync('server/dist/main.js') &&
    existsSync('web/dist/index.html')
  )
    return;
  rmSync(stamp, { force: true });
  node(script('vite', 'bin/vite.js'), 'build', 'web', '--logLevel', 'warn');
  packAssets('web/dist');
  node(script('vite', 'bin/vite.js'), 'build', 'server', '--logLevel', 'warn');
  mkdirSync('.cache', { recursive: true });
  writeFileSync(stamp, wanted);
}
