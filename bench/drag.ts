/** How many frames a second the sheet draws while one of 150 lamps is dragged. */
import { countingIds } from '../demo/testUnit.ts';
import { UnitBuilder } from '../demo/unitBuilder.ts';
import { uuidv7 } from '../server/ids.ts';
import { asLead, type Frames, framesDuring } from './frames.ts';

const PAIRS = 75;
const MOVES = 240;
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

export const measureDrag = (): Promise<Frames> =>
  asLead(async ({ address, context, headers }) => {
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
  });
