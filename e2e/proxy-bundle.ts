import path from 'node:path';
import { build, type Rolldown } from 'vite';
import { ROOT } from './server.ts';

/**
 * The application's own reader of small copies, as a script that puts it on a page as `proxies`.
 */
export async function proxyReaderScript(): Promise<string> {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    build: {
      write: false,
      lib: {
        entry: path.join(ROOT, 'web/src/proxy/reader.ts'),
        formats: ['iife'],
        name: 'proxies',
      },
    },
  })) as Rolldown.RolldownOutput[];
  return built[0]!.output[0].code;
}
