/** The Reach Shed's own week: who works when, two bays and a yard, what is on the board, and what is on its way. */
import type { Build, Id, Loom, LoomLead } from '../core/document/index.ts';
import { assess } from '../core/rules/index.ts';
import { planCrew } from '../core/schedule/index.ts';
import {
  applyShopOperation,
  type Bay,
  crewQuestion,
  DAY_MIN,
  dayStart,
  type Job,
  newShop,
  planChange,
  type Shop,
  type ShopDraft,
  type ShopUnit,
  shopUnit,
  timeOf,
  weekday,
} from '../core/shop/index.ts';
import { jobSteps, type LearnedFactor } from '../core/steps/index.ts';
import { learnedHours, loomPartKey, type PartGroup, spentOn } from '../core/work/index.ts';
import { DEMO_PEOPLE } from './people.ts';
import { SHELF } from './shelf.ts';

const DAY_HOURS = [
  { from: '07:30', to: '12:00' },
  { from: '12:30', to: '16:30' },
];
const SHORT_DAY = [{ from: '07:30', to: '12:00' }];
const FULL_WEEK = [DAY_HOURS, DAY_HOURS, DAY_HOURS, DAY_HOURS, DAY_HOURS, [], []];

const CREW: Record<string, { skills: ('wiring' | 'metal')[]; week: typeof FULL_WEEK }> = {
  odile: { skills: ['wiring', 'metal'], week: [SHORT_DAY, SHORT_DAY, SHORT_DAY, SHORT_DAY, SHORT_DAY, [], []] },
  tamsin: { skills: ['wiring'], week: FULL_WEEK },
  bram: { skills: ['metal'], week: FULL_WEEK },
  ife: { skills: [], week: [DAY_HOURS, DAY_HOURS, DAY_HOURS, SHORT_DAY, DAY_HOURS, [], []] },
};

const BAYS: Omit<Bay, 'id'>[] = [
  { name: 'Bay 1', lengthMm: 10_500, widthMm: 5_200, heightMm: 4_600 },
  { name: 'Bay 2', lengthMm: 9_000, widthMm: 4_800, heightMm: 4_200 },
  { name: 'Yard', lengthMm: 24_000, widthMm: 8_000, heightMm: null },
];

interface OnBoard {
  tag: string;
  dueInDays: number;
  weight?: number;
  promisedHours?: number;
  bay?: string;
  isTidal?: boolean;
}

const ON_BOARD: OnBoard[] = [
  { tag: 'SR-07', dueInDays: 2, weight: 2, promisedHours: 42, bay: 'Bay 1' },
  { tag: 'SR-11', dueInDays: 4, promisedHours: 44, isTidal: true },
  { tag: 'SR-14', dueInDays: -12 },
  { tag: 'SR-15', dueInDays: -8 },
  { tag: 'SR-16', dueInDays: 1, promisedHours: 4 },
  { tag: 'SR-17', dueInDays: 2, promisedHours: 1.5 },
  { tag: 'SR-18', dueInDays: 9, promisedHours: 4 },
  { tag: 'SR-05', dueInDays: 6, promisedHours: 11 },
  { tag: 'SR-09', dueInDays: 7, promisedHours: 15 },
  { tag: 'SR-02', dueInDays: 8, promisedHours: 6 },
];

/** Working days ahead, weekends left out. */
function workday(fromMinutes: number, ahead: number): number {
  const step = Math.sign(ahead) * DAY_MIN;
  let day = dayStart(fromMinutes);
  for (let left = Math.abs(ahead); left > 0; ) {
    day += step;
    if (weekday(day) < 5) left--;
  }
  return day;
}

/** The road is clear for some hours about low water, which comes fifty minutes later each day. */
const tides = (nowMinutes: number): Job['windows'] =>
  Array.from({ length: 28 }, (_, day) => {
    const low = dayStart(nowMinutes) + day * DAY_MIN + 8 * 60 + ((day * 50) % 720);
    return { from: timeOf(low - 150), to: timeOf(low + 270) };
  });

const BIN_LETTERS: Record<PartGroup, string> = {
  lamps: 'A',
  mounting: 'B',
  feed: 'C',
  wire: 'W',
  joints: 'D',
  sundries: 'E',
  tools: 'T',
};

/** Marks for what has no price on the shelf; invented. */
const PRICES: Record<PartGroup, number> = {
  lamps: 40,
  mounting: 3.5,
  feed: 4,
  wire: 1.2,
  joints: 0.6,
  sundries: 0.4,
  tools: 5,
};

const lead = (gauge: LoomLead['gauge'], lengthMm: number): LoomLead => ({ table: 'metric', gauge, lengthMm });
const TWO_LAMPS = {
  family: 'blade',
  fuseA: 15,
  relayA: 30,
  hasSwitch: true,
  power: lead('2.5', 400),
  toSwitch: lead('1', 1500),
  ground: lead('1', 500),
  hasReturn: false,
  ends: 'plugs',
} as const;
/** Ready looms that the shop buys: two work lamps near and far, and a bar at the front. */
export const DEMO_LOOMS: Loom[] = [
  {
    ...TWO_LAMPS,
    key: 'LM-0203',
    name: 'Two work lamps, 3 m',
    trunk: lead('2.5', 3000),
    legs: [lead('1.5', 600), lead('1.5', 600)],
  },
  {
    ...TWO_LAMPS,
    key: 'LM-0207',
    name: 'Two work lamps, 7 m',
    trunk: lead('2.5', 7000),
    legs: [lead('1.5', 1000), lead('1.5', 1000), lead('1.5', 1000)],
  },
  {
    ...TWO_LAMPS,
    key: 'LM-0301',
    name: 'Light bar, 2.5 m',
    fuseA: 20,
    hasReturn: true,
    power: lead('2.5', 600),
    trunk: lead('2.5', 2500),
    legs: [lead('2.5', 300)],
  },
];

/** Everything that the units need is counted: enough of most, too little of two. */
function stockFor(units: readonly ShopUnit[]): Shop['stock'] {
  const shelf = new Map(SHELF.map((entry) => [entry.model.key, entry]));
  const stock: Shop['stock'] = {};
  const counts: Record<string, number> = {};
  for (const part of units.flatMap((unit) => unit.parts)) {
    const known = stock[part.key];
    if (known) {
      known.onHand += part.quantity;
      continue;
    }
    counts[part.group] = (counts[part.group] ?? 0) + 1;
    stock[part.key] = {
      key: part.key,
      name: part.name,
      bin: `${BIN_LETTERS[part.group]}-${String(counts[part.group]).padStart(2, '0')}`,
      unit: part.unit,
      onHand: part.quantity,
      priceMarks: shelf.get(part.key)?.priceMarks ?? PRICES[part.group],
    };
  }
  for (const [at, metres] of [2, 3, 4, 5, 6, 8, 10, 12].entries()) {
    const key = loomPartKey(metres * 1000);
    const bin = `L-${String(at + 1).padStart(2, '0')}`;
    stock[key] = { key, name: `Ready loom ${metres} m`, bin, unit: 'pcs', onHand: 3, priceMarks: 5 + 2.4 * metres };
  }
  for (const [at, { key, name }] of DEMO_LOOMS.entries())
    stock[`loom ${key}`] = {
      key: `loom ${key}`,
      name: `Loom ${name}`,
      bin: `L-${String(at + 20).padStart(2, '0')}`,
      unit: 'pcs',
      onHand: 2,
      priceMarks: 24 + 6 * at,
    };
  for (const [key, line] of Object.entries(stock)) {
    const entry = shelf.get(key);
    line.onHand = entry ? Math.max(line.onHand, entry.onHand) : Math.ceil(line.onHand * 1.2);
  }
  return stock;
}

/** The shop as it stands when the demo is loaded. */
export function demoShop(builds: readonly { id: Id; build: Build }[], nowMinutes: number, newId: () => Id): Shop {
  let shop = newShop();
  const apply = (operation: ShopDraft) => {
    const applied = applyShopOperation(shop, operation);
    if (!applied.ok) throw new Error(`The demo's shop refuses ${operation.kind}: ${applied.reason.message}`);
    shop = applied.value.document;
  };
  for (const { username, name, colour } of DEMO_PEOPLE) {
    const crew = CREW[username];
    if (!crew) continue;
    const away =
      username === 'bram'
        ? [
            {
              from: timeOf(workday(nowMinutes, 4)).slice(0, 10),
              to: timeOf(workday(nowMinutes, 4)).slice(0, 10),
              why: 'welding course',
            },
          ]
        : [];
    apply({ kind: 'putWorker', worker: { id: newId(), name, colour, away, ...crew } });
  }
  for (const loom of DEMO_LOOMS) apply({ kind: 'putLoom', loom });
  for (const bay of BAYS) apply({ kind: 'putBay', bay: { id: newId(), ...bay } });
  const idOf = new Map(builds.map(({ id, build }) => [build.unit.tag, id]));
  for (const { tag, dueInDays, weight = 1, promisedHours = null, bay, isTidal } of ON_BOARD) {
    const job: Job = {
      unitId: idOf.get(tag)!,
      due: timeOf(workday(nowMinutes, dueInDays) + 16 * 60 + 30),
      weight,
      windowKind: isTidal ? 'tide' : 'shift',
      windows: isTidal ? tides(nowMinutes) : [],
      inBayId: Object.values(shop.bays).find((each) => each.name === bay)?.id ?? null,
      promisedHours,
    };
    apply({ kind: 'putJob', job });
  }
  const fed = builds.map(({ id, build }) => ({ id, build, feeds: assess(build).feeds }));
  const units = fed.filter(({ id }) => shop.jobs[id]).map(({ id, build, feeds }) => shopUnit(id, build, feeds));
  const learned: Record<string, LearnedFactor> = learnedHours(
    fed.flatMap(({ build, feeds }) => spentOn(build, jobSteps(build, feeds))),
  );
  for (const line of Object.values(stockFor(units))) apply({ kind: 'putStock', line });
  orders(units, shop, nowMinutes, newId).forEach(apply);
  const question = crewQuestion({ shop, units, learned, nowMinutes });
  const change = planChange(shop, planCrew(question, { rounds: 200, timeLimitMs: 60_000 }).plan);
  if (change) apply(change);
  return shop;
}

/** Two parts are short and on their way; a dozen strobes were ordered because they were cheap. */
function orders(units: readonly ShopUnit[], shop: Shop, nowMinutes: number, newId: () => Id): ShopDraft[] {
  const order = (key: string, quantity: number, unitId: Id | null, days: number): ShopDraft => ({
    kind: 'orderPart',
    order: {
      id: newId(),
      partKey: key,
      name: shop.stock[key]!.name,
      quantity,
      unitId,
      dueIn: timeOf(workday(nowMinutes, days) + 9 * 60),
      received: false,
    },
  });
  const short = (tag: string, group: PartGroup, quantity: number, days: number): ShopDraft[] => {
    const unit = units.find((each) => each.tag === tag)!;
    const { key } = unit.parts.find((each) => each.group === group && each.stepKeys.length > 0)!;
    const needed = units
      .flatMap((each) => each.parts)
      .reduce((sum, part) => sum + (part.key === key && part.stepKeys.length > 0 ? part.quantity : 0), 0);
    return [
      { kind: 'countStock', partKey: key, onHand: Math.max(0, needed - quantity) },
      order(key, quantity, unit.id, days),
    ];
  };
  const strobe = Object.keys(shop.stock).find((key) => key.startsWith('ST-'))!;
  return [...short('SR-18', 'lamps', 1, 2), ...short('SR-09', 'wire', 4, 3), order(strobe, 12, null, 5)];
}
