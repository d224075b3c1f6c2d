import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** How long its parts took to build is nothing that who starts it should do something about. */
const quiet = { checks: { bundlerTimings: false } };

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  // The server is changed only from its own origin, so that is kept.
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4377', changeOrigin: false } } },
  worker: { format: 'es', rolldownOptions: quiet },
  css: {
    preprocessorOptions: {
      // Bootstrap 5.3 is written with these; nothing here can change it.
      scss: {
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
        quietDeps: true,
      },
    },
  },
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 700,
    rolldownOptions: quiet,
  },
});
