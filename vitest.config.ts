import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // One less than the machine has cores would be one of two.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'core',
          // Pure functions share nothing that one file could spoil for another.
          isolate: false,
          include: ['core/**/*.test.ts', 'web/**/*.test.ts', 'bin/**/*.test.ts', 'demo/**/*.test.ts'],
          testTimeout: 60_000,
          setupFiles: ['core/build/testing/frozenPrototype.ts'],
        },
      },
      {
        test: {
          name: 'server',
          setupFiles: ['core/build/testing/frozenPrototype.ts'],
          include: ['server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 90_000,
          // Each file starts a database of its own: two that begin at one moment have been seen to get in each other's way.
          fileParallelism: false,
        },
      },
    ],
  },
});
