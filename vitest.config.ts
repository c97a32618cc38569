import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
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
          fileParallelism: false,
        },
      },
    ],
  },
});
