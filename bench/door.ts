/** What the sign-in page takes: bytes of all its scripts as they travel, and until its button can be pressed. */
import { chromium } from '@playwright/test';
import globalSetup from '../e2e/globalSetup.ts';
import { startWestEmber } from '../e2e/westEmber.ts';

export interface Door {
  scriptBytes: number;
  readyMs: number;
}

const ROUNDS = 5;

export async function measureDoor(): Promise<Door> {
  globalSetup();
  const { address, stop } = await startWestEmber();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  });
  try {
    const times: number[] = [];
    let scriptBytes = 0;
    for (let round = 0; round < ROUNDS; round++) {
      const context = await browser.newContext({ serviceWorkers: 'block' });
      const page = await context.newPage();
      const network = await context.newCDPSession(page);
      await network.send('Network.enable');
      const scripts = new Set<string>();
      scriptBytes = 0;
      network.on(
        'Network.responseReceived',
        ({ requestId, type }) => void (type === 'Script' && scripts.add(requestId)),
      );
      network.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
        if (scripts.has(requestId)) scriptBytes += encodedDataLength;
      });
      const begun = performance.now();
      await page.goto(address);
      await page.getByRole('button', { name: 'Sign in' }).waitFor();
      times.push(performance.now() - begun);
      await page.waitForLoadState('networkidle');
      await context.close();
    }
    return { scriptBytes, readyMs: times.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]! };
  } finally {
    await browser.close();
    await stop();
  }
}
