/** Findings about the shop as a whole: hours that were promised too low (M51) and spares bought blind (M54). */
import type { LearnedFactor } from '../steps/index.ts';
import { estimateOf, hoursText } from '../work/index.ts';
import type { ShopDraft } from './shopOperations.ts';
import type { Shop } from './shopSchema.ts';
import { runsOf, type ShopUnit } from './shopWork.ts';
import { shortages, sparesFor } from './stock.ts';

export interface ShopFinding {
  id: string;
  code: 'M51' | 'M54';
  severity: 'caution' | 'note';
  message: string;
  reason: string;
  unitId: string | null;
  waysOut: { label: string; operations: ShopDraft[] }[];
}

export interface Expectation {
  minutes: number;
  low: number;
  high: number;
  /** Units alike that it was learned from. */
  from: string[];
}

/** Hours of a whole job as they are expected, with the middle half of how such jobs turn out. */
export function expectationOf(
  unit: ShopUnit,
  units: readonly ShopUnit[],
  learned: Readonly<Record<string, LearnedFactor>>,
): Expectation {
  const hands = unit.steps.flatMap((step) => Array.from({ length: step.people }, () => step));
  const plain = estimateOf(hands, learned);
  const run = runsOf(units, learned).find((each) => each.units.some((other) => other.unit.id === unit.id));
  const own = run?.units.find((each) => each.unit.id === unit.id);
  const done = run?.units.filter((each) => each.spentMinutes !== null && each.unit.id !== unit.id) ?? [];
  if (!own || done.length === 0 || plain.minutes === 0) return { ...plain, from: [] };
  const scale = own.expectedMinutes / plain.minutes;
  return {
    minutes: own.expectedMinutes,
    low: plain.low * scale,
    high: plain.high * scale,
    from: done.map((each) => each.unit.tag),
  };
}

export interface ShopQuestionOfFindings {
  shop: Shop;
  units: readonly ShopUnit[];
  learned: Readonly<Record<string, LearnedFactor>>;
  /** Lamps of each model on all units of the yard. */
  carried: Readonly<Record<string, number>>;
}

export function shopFindings(given: ShopQuestionOfFindings): ShopFinding[] {
  return [...promisedTooLow(given), ...boughtBlind(given)];
}

/** Quarter hours, rounded up: what one says to an owner. */
const asPromised = (minutes: number): number => Math.ceil(minutes / 15) / 4;

function promisedTooLow({ shop, units, learned }: ShopQuestionOfFindings): ShopFinding[] {
  return units.flatMap((unit): ShopFinding[] => {
    const job = shop.jobs[unit.id];
    if (!job || job.promisedHours === null || unit.steps.length === 0 || unit.handedOverAt !== null) return [];
    const { minutes, low, from } = expectationOf(unit, units, learned);
    if (job.promisedHours * 60 >= low) return [];
    const hours = asPromised(minutes);
    const taught = from.length > 0 ? `what ${from.join(', ')} took` : 'how such steps turned out before';
    return [
      {
        id: `M51 ${unit.id}`,
        code: 'M51',
        severity: 'caution',
        message: `${unit.tag}: ${hoursText(job.promisedHours * 60)} promised, ${hoursText(minutes)} expected.`,
        reason: `Learned from ${taught}. Hours that are promised too low are paid for by the last unit of the week.`,
        unitId: unit.id,
        waysOut: [
          { label: `Promise ${hours} h`, operations: [{ kind: 'putJob', job: { ...job, promisedHours: hours } }] },
        ],
      },
    ];
  });
}

function boughtBlind({ shop, units, carried }: ShopQuestionOfFindings): ShopFinding[] {
  const short = shortages(shop, units);
  return Object.values(shop.orders).flatMap((order): ShopFinding[] => {
    const stock = shop.stock[order.partKey];
    if (order.received || order.unitId !== null || !stock) return [];
    const needed = short.filter((each) => each.part.key === order.partKey).reduce((sum, each) => sum + each.shortBy, 0);
    const laidAside = Object.values(shop.reserved)
      .filter((each) => each.partKey === order.partKey && !each.picked)
      .reduce((sum, each) => sum + each.quantity, 0);
    const outThere = carried[order.partKey];
    // Of what is no lamp nobody knows how many are out there.
    if (outThere === undefined) return [];
    const spares = sparesFor(outThere);
    const free = needed > 0 ? 0 : Math.max(0, stock.onHand - laidAside);
    const useful = Math.max(0, needed + spares - free);
    if (order.quantity <= useful) return [];
    const waysOut: ShopFinding['waysOut'] = [
      useful > 0
        ? { label: `Order ${useful}`, operations: [{ kind: 'orderPart', order: { ...order, quantity: useful } }] }
        : { label: 'Cancel the order', operations: [{ kind: 'cancelOrder', orderId: order.id }] },
    ];
    return [
      {
        id: `M54 ${order.id}`,
        code: 'M54',
        severity: 'note',
        message: `${order.quantity} ${order.name} ordered for the bin; ${useful} would do.`,
        reason: `${outThere} on units of the yard: ${spares} spares are enough 95 times of 100 until the next order is in (failures common practice, no source). ${free} lie free in the bin, jobs are short of ${needed}.`,
        unitId: null,
        waysOut,
      },
    ];
  });
}
