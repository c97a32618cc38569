/** How many frames a second a page draws while something goes on, in headless Chromium on this machine. */
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import globalSetup from '../e2e/globalSetup.ts';
import { startWestEmber } from '../e2e/westEmber.ts';

/** The whole run is given up after this, so that a stuck browser never holds the benchmark. */
const GIVE_UP_MS = 90_000;

export interface Frames {
  framesPerSecond: number;
  slowestFrameMs: number;
}

/** Runs in the page as text: what tsx compiles carries helpers the page does not have. */
const START_RECORDER = `
  window.frameTimes = [];
  requestAnimationFrame(function note(time) {
    window.frameTimes.push(time);
    window.frameHandle = requestAnimationFrame(note);
  });`;

/** The frames the page draws while `act` goes on, timed by the page itself. */
export async function framesDuring(page: Page, act: () => Promise<void>): Promise<Frames> {
  await page.evaluate(START_RECORDER);
  await act();
  const times = await page.evaluate<number[]>('cancelAnimationFrame(window.frameHandle), window.frameTimes');
  const gaps = times.slice(1).map((time, index) => time - times[index]!);
  return {
    framesPerSecond: (1000 * gaps.length) / (times.at(-1)! - times[0]!),
    slowestFrameMs: Math.max(...gaps),
  };
}

export interface SignedIn {
  address: string;
  context: BrowserContext;
  headers: Record<string, string>;
}

/** Starts the application with the demo and a browser in which the lead is signed in; stops both afterwards. */
export async function asLead<Answer>(act: (signedIn: SignedIn) => Promise<Answer>): Promise<Answer> {
  globalSetup();
  const { address, stop } = await startWestEmber();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  });
  const givenUp = setTimeout(() => void browser.close(), GIVE_UP_MS);
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const { csrf } = await (
      await context.request.post(`${address}/api/session`, { data: { username: 'odile', password: 'causeway' } })
    ).json();
    return await act({ address, context, headers: { 'x-csrf-token': csrf } });
  } finally {
    clearTimeout(givenUp);
    await browser.close();
    await stop();
  }
}
