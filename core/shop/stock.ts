/** Stock against what the units on the board need: what is short, what to reserve, what to pick, how many spares. */
import type { ShopDraft } from './shopOperations.ts';
import { type Reserved, reservedKey, type Shop } from './shopSchema.ts';
import { minutesOf } from './shopTime.ts';
import type { ShopPart, ShopUnit } from './shopWork.ts';

export interface Shortage {
  unitId: string;
  part: ShopPart;
  shortBy: number;
  /** When enough of it is in; Infinity when nobody has ordered enough. */
  inAtMinutes: number;
  /** The order that it waits for last. */
  orderId: string | null;
}

/** Jobs by what presses most. */
export function byUrgency(shop: Shop): string[] {
  return Object.values(shop.jobs)
    .sort(
      (a, b) => b.weight - a.weight || (a.due ?? '9').localeCompare(b.due ?? '9') || a.unitId.localeCompare(b.unitId),
    )
    .map((job) => job.unitId);
}

/**
 * Parts that units on the board need and that are not there, the most pressing unit served first. A part that the shop
 * does not count, and has not ordered, is taken to be there.
 */
export function shortages(shop: Shop, units: readonly ShopUnit[]): Shortage[] {
  const unitOf = new Map(units.map((unit) => [unit.id, unit]));
  const free = new Map(Object.values(shop.stock).map((line) => [line.key, line.onHand]));
  for (const { partKey, quantity, picked } of Object.values(shop.reserved))
    if (!picked) free.set(partKey, (free.get(partKey) ?? 0) - quantity);
  const coming = Object.values(shop.orders)
    .filter((order) => !order.received)
    .sort((a, b) => a.dueIn.localeCompare(b.dueIn))
    .map((order) => ({ order, left: order.quantity }));
  const list: Shortage[] = [];
  for (const unitId of byUrgency(shop)) {
    for (const part of unitOf.get(unitId)?.parts ?? []) {
      if (part.stepKeys.length === 0) continue;
      let short = part.quantity - (shop.reserved[reservedKey(unitId, part.key)]?.quantity ?? 0);
      const there = Math.max(0, free.get(part.key) ?? 0);
      const taken = Math.min(Math.max(0, short), there);
      free.set(part.key, (free.get(part.key) ?? 0) - taken);
      short -= taken;
      const orders = coming.filter(
        ({ order }) => order.partKey === part.key && (order.unitId === null || order.unitId === unitId),
      );
      const isCounted = shop.stock[part.key] !== undefined || orders.length > 0;
      if (short <= 1e-9 || !isCounted) continue;
      const shortBy = short;
      let last: string | null = null;
      let inAtMinutes = 0;
      for (const each of orders) {
        if (short <= 1e-9 || each.left <= 0) continue;
        const part = Math.min(short, each.left);
        each.left -= part;
        short -= part;
        last = each.order.id;
        inAtMinutes = minutesOf(each.order.dueIn);
      }
      list.push({
        unitId,
        part,
        shortBy,
        inAtMinutes: short > 1e-9 ? Number.POSITIVE_INFINITY : inAtMinutes,
        orderId: last,
      });
    }
  }
  return list;
}

/** Lays aside for a unit whatever of its parts is there and free. Empty when nothing is. */
export function reserveFor(shop: Shop, unit: ShopUnit): Extract<ShopDraft, { kind: 'reserve' }>['lines'] {
  return unit.parts.flatMap((part) => {
    const stock = shop.stock[part.key];
    const own = shop.reserved[reservedKey(unit.id, part.key)];
    if (!stock || own?.picked || part.stepKeys.length === 0) return [];
    const others = Object.values(shop.reserved)
      .filter((each) => each.partKey === part.key && each.unitId !== unit.id && !each.picked)
      .reduce((sum, each) => sum + each.quantity, 0);
    const quantity = Math.min(part.quantity, Math.max(0, stock.onHand - others));
    return quantity > (own?.quantity ?? 0) ? [{ unitId: unit.id, partKey: part.key, quantity }] : [];
  });
}

export interface PickLine extends Reserved {
  name: string;
  bin: string;
  unit: 'pcs' | 'm';
  use: string;
}

/** What to fetch for a unit, in the order of the bins: one walk past them. */
export function pickingList(shop: Shop, unit: ShopUnit): PickLine[] {
  const useOf = new Map(unit.parts.map((part) => [part.key, part.use]));
  return Object.values(shop.reserved)
    .filter((line) => line.unitId === unit.id)
    .map((line) => {
      const stock = shop.stock[line.partKey];
      return {
        ...line,
        name: stock?.name ?? line.partKey,
        bin: stock?.bin ?? '',
        unit: stock?.unit ?? 'pcs',
        use: useOf.get(line.partKey) ?? '',
      };
    })
    .sort((a, b) => a.bin.localeCompare(b.bin, 'en', { numeric: true }) || a.name.localeCompare(b.name));
}

/** Lamps that fail in a year of a coast's work (common practice, no source). */
const FAILURES_A_YEAR = 0.03;
const LEAD_WEEKS = 6;
/** So often the bin should not be empty when one fails. */
const SERVICE_SHARE = 0.95;

/**
 * Spares to keep of a lamp that so many units carry: the least count that failures while the next order is on its way do
 * not go beyond, in 95 of 100 such times. Failures as a Poisson process.
 * `sparesFor(200) // => 2`
 */
export function sparesFor(carried: number): number {
  const mean = (carried * FAILURES_A_YEAR * LEAD_WEEKS) / 52;
  let probability = Math.exp(-mean);
  let sum = probability;
  let count = 0;
  while (sum < SERVICE_SHARE) {
    count++;
    probability *= mean / count;
    sum += probability;
  }
  return count;
}
