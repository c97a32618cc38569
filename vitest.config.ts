import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // One less than the machine has cores would be one of two.
    maxWorkers: 2,
    // A wider nursery: most of what a component test makes is gone with its last line.
    execArgv: ['--max-semi-space-size=64'],
    projects: [
      {
        test: {
          name: 'core',
          // Pure functions share nothing that one file could spoil for another.
          isolate: false,
          include: ['core/**/*.test.ts', 'web/**/*.test.ts', 'bin/**/*.test.ts', 'demo/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 90_000,
          setupFiles: ['core/document/testing/frozenPrototype.ts'],
        },
      },
      {
        test: {
          name: 'web',
          environment: 'jsdom',
          // The interface library takes longer to load than most files take to run.
          isolate: false,
          include: ['web/**/*.test.tsx'],
          testTimeout: 30_000,
          hookTimeout: 90_000,
          setupFiles: ['web/testing/setup.ts'],
        },
      },
      {
        test: {
          name: 'server',
          setupFiles: ['core/document/testing/frozenPrototype.ts'],
          include: ['server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 90_000,
          // Each file starts a database of its own, on a copy of what was made once.
          globalSetup: ['server/testing/preparedData.ts'],
          isolate: false,
        },
      },
    ],
  },
});
