/** How many frames a second the sheet draws while one of 150 lamps is dragged, in headless Chromium on this machine. */
import { chromium, type Page } from '@playwright/test';
import { countingIds } from '../demo/testUnit.ts';
import { UnitBuilder } from '../demo/unitBuilder.ts';
import globalSetup from '../e2e/globalSetup.ts';
import { uuidv7 } from '../server/ids.ts';

const PAIRS = 75;
const MOVES = 240;
/** The whole run is given up after this, so that a stuck browser never holds the benchmark. */
const GIVE_UP_MS = 90_000;

export interface DragFigures {
  framesPerSecond: number;
  slowestFrameMs: number;
}

function crowdedUnit(): UnitBuilder {
  const given = { tag: 'BB-150', name: 'Many lamps', bodyId: 'recovery-truck' };
  const unit = new UnitBuilder(given, countingIds(), '2026-01-05T10:00:00.000Z', 'bench');
  for (let index = 0; index < PAIRS; index++)
    unit.lamp('ST-0303', 'left', {
      xMm: 2400 + (index % 25) * 140,
      yMm: 1,
      zMm: [640, 860, 1080][Math.floor(index / 25)]!,
    });
  return unit;
}

/** Runs in the page as text: what tsx compiles carries helpers the page does not have. */
const START_RECORDER = `
  window.frameTimes = [];
  requestAnimationFrame(function note(time) {
    window.frameTimes.push(time);
    window.frameHandle = requestAnimationFrame(note);
  });`;

/** The frames the page draws while `act` goes on, timed by the page itself. */
async function framesDuring(page: Page, act: () => Promise<void>): Promise<DragFigures> {
  await page.evaluate(START_RECORDER);
  await act();
  const times = await page.evaluate<number[]>('cancelAnimationFrame(window.frameHandle), window.frameTimes');
  const gaps = times.slice(1).map((time, index) => time - times[index]!);
  return {
    framesPerSecond: (1000 * gaps.length) / (times.at(-1)! - times[0]!),
    slowestFrameMs: Math.max(...gaps),
  };
}

export async function measureDrag(): Promise<DragFigures> {
  const stop = await globalSetup();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  });
  const givenUp = setTimeout(() => void browser.close(), GIVE_UP_MS);
  try {
    const address = process.env.EMBER_ADDRESS!;
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const { csrf } = await (
      await context.request.post(`${address}/api/session`, { data: { username: 'odile', password: 'causeway' } })
    ).json();
    const headers = { 'x-csrf-token': csrf };
    const { build } = crowdedUnit();
    const id = uuidv7();
    const created = await context.request.post(`${address}/api/units`, {
      headers,
      data: { id, ...build.unit, bodyId: build.body.bodyId, parameters: build.body.parameters, systemVoltageV: 12 },
    });
    if (!created.ok()) throw new Error(await created.text());
    const sent = await context.request.post(`${address}/api/units/${id}/operations`, {
      headers,
      data: {
        baseRevision: 1,
        clientId: uuidv7(),
        operations: [
          {
            id: uuidv7(),
            kind: 'placeLamps',
            lamps: Object.values(build.lamps),
            models: Object.values(build.models),
          },
        ],
      },
    });
    if (!sent.ok()) throw new Error(await sent.text());
    const page = await context.newPage();
    await page.goto(`${address}/unit/${id}/place`);
    const lamp = page.locator('[data-lamp=L30][data-view=left]');
    await lamp.waitFor();
    const box = (await lamp.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 8, y + 4);
    const figures = await framesDuring(page, async () => {
      for (let move = 0; move < MOVES; move++) {
        const angle = (move / MOVES) * 4 * Math.PI;
        await page.mouse.move(x + 60 * Math.sin(angle), y - 20 * (1 - Math.cos(angle)));
      }
    });
    await page.mouse.up();
    return figures;
  } finally {
    clearTimeout(givenUp);
    await browser.close();
    await stop();
  }
}
