import path from 'node:path';
import { build, type Rolldown } from 'vite';
import { ROOT } from './server.ts';

/** A module of the project, by its path in it, as a script that puts it on a page under a name. */
export async function bundled(module: string, name: string): Promise<string> {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    build: {
      write: false,
      lib: { entry: path.join(ROOT, module), formats: ['iife'], name },
    },
  })) as Rolldown.RolldownOutput[];
  return built[0]!.output[0].code;
}
