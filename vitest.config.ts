import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'web/**/*.test.ts', 'bin/**/*.test.ts', 'demo/**/*.test.ts'],
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 90_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
