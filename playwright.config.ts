import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  outputDir: 'test-results/e2e',
  // A machine that does something else beside takes three times as long.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  workers: 2,
  reporter: [['list'], ['json', { outputFile: process.env.EMBER_E2E_COUNTS ?? 'test-results/e2e.json' }]],
  globalSetup: './e2e/globalSetup.ts',
  use: {
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    // Nothing moves while it is waited for.
    contextOptions: { reducedMotion: 'reduce' },
    // Only the stories without a network need one; everywhere else it would fetch the whole interface again and again.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
