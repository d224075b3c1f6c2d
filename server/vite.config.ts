import { defineConfig } from 'vite';

/**
 * Bundles the server, the command line and the work on data folders for Node. Packages stay
 * outside; core goes in, and with it the two packages of very many files, whose reading would take
 * half the start.
 */
export default defineConfig({
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    rolldownOptions: {
      input: {
        ...{ main: 'src/main.ts', 'command-line': 'src/command-line.ts' },
        upkeep: 'src/upkeep.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
  root: import.meta.dirname,
  ssr: { noExternal: [/^@caesura\//, 'kysely', 'zod'] },
});
