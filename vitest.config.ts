import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'core/src/**/*.test.ts',
      'server/src/**/*.test.ts',
      'web/src/**/*.test.{ts,tsx}',
      'demo/**/*.test.ts',
      'scripts/**/*.test.ts',
      'bench/**/*.test.ts',
    ],
    // Left to itself the runner keeps one core free.
    maxWorkers: '100%',
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
