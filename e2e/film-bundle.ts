import path from 'node:path';
import { build, type Rolldown } from 'vite';
import { ROOT } from './server.ts';

/**
 * The application's own painter, queue and show of frames, as a script that puts them on a page as
 * `films`.
 */
export async function filmScript(): Promise<string> {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    build: {
      write: false,
      lib: { entry: path.join(ROOT, 'e2e/film-parts.ts'), formats: ['iife'], name: 'films' },
    },
  })) as Rolldown.RolldownOutput[];
  return built[0]!.output[0].code;
}
