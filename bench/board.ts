/** How many frames a second the shop's board draws while one of 400 blocks is dragged. */
import {
  DAY_MIN,
  type PlannedStep,
  type Shop,
  type ShopUnit,
  taskIdOf,
  timeOf,
  weekStart,
} from '../core/shop/index.ts';
import { uuidv7 } from '../server/ids.ts';
import { wallClockMinutes } from '../server/wallClock.ts';
import { asLead, type Frames, framesDuring } from './frames.ts';

const PEOPLE = 20;
const BLOCKS = 400;
const BLOCK_MIN = 120;
const MOVES = 240;

interface Answer {
  revision: number;
  shop: Shop;
  units: ShopUnit[];
}

/** The demo's shop with as many people and copies of one unit as it takes, next week full of their steps. */
function crowded(answer: Answer): Answer {
  const [worker] = Object.values(answer.shop.workers);
  const hours = [{ from: '07:00', to: '17:00' }];
  const workers = Array.from({ length: PEOPLE }, (_, at) => ({
    ...worker!,
    id: uuidv7(),
    name: `Person ${at + 1}`,
    week: [hours, hours, hours, hours, hours, [], []],
    away: [],
  }));
  const model = answer.units.find((unit) => unit.tag === 'SR-16')!;
  const units = Array.from({ length: Math.ceil(BLOCKS / model.steps.length) }, (_, at) => ({
    ...model,
    id: uuidv7(),
    tag: `BB-${at}`,
  }));
  const steps: Record<string, PlannedStep> = {};
  const monday = weekStart(wallClockMinutes(new Date())) + 7 * DAY_MIN;
  // One step of each unit after another, so that no two neighbours are one block.
  for (let at = 0; at < BLOCKS; at++) {
    const unit = units[at % units.length]!;
    const step = model.steps[Math.floor(at / units.length)]!;
    const slot = Math.floor(at / PEOPLE);
    const from = monday + Math.floor(slot / 5) * DAY_MIN + 7 * 60 + (slot % 5) * BLOCK_MIN;
    const workerIds = [workers[at % PEOPLE]!.id];
    steps[taskIdOf(unit.id, step.key)] = { from: timeOf(from), to: timeOf(from + BLOCK_MIN), workerIds, held: false };
  }
  const job = answer.shop.jobs[model.id]!;
  return {
    ...answer,
    units,
    shop: {
      ...answer.shop,
      workers: Object.fromEntries(workers.map((each) => [each.id, each])),
      jobs: Object.fromEntries(units.map((unit) => [unit.id, { ...job, unitId: unit.id }])),
      plan: { steps, bays: {} },
    },
  };
}

export const measureBoard = (): Promise<Frames & { blocks: number }> =>
  asLead(async ({ address, context }) => {
    const page = await context.newPage();
    const answer = (await (await context.request.get(`${address}/api/shop`)).json()) as Answer;
    const full = crowded(answer);
    await page.route('**/api/shop', (route) => route.fulfill({ json: full }));
    await page.goto(`${address}/shop`);
    await page.locator('.week-bar').waitFor();
    await page.keyboard.press(']');
    const blocks = page.locator('.block');
    await blocks.nth(BLOCKS / 2).waitFor();
    const count = await blocks.count();
    const box = (await blocks.nth(2).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + 20];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 12, y);
    await page.locator('.ghost').waitFor();
    const figures = await framesDuring(page, async () => {
      for (let move = 0; move < MOVES; move++) {
        const angle = (move / MOVES) * 4 * Math.PI;
        await page.mouse.move(x + 200 * Math.sin(angle), y + 100 * (1 - Math.cos(angle)));
      }
    });
    await page.keyboard.press('Escape');
    return { ...figures, blocks: count };
  });
