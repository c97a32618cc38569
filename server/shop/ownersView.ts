/** The shop as a fleet's owner sees it: where the own units stand and when, and nothing of what is the crew's own. */
import { newShop, type Shop, unitOfTask } from '../../core/shop/index.ts';

/** Hours, absences, rates, prices, stock and other fleets' units are left out; whose hands work where is not. */
export function ownersView(shop: Shop, unitIds: ReadonlySet<string>): Shop {
  const own = <T>(entries: Record<string, T>, unitOf: (key: string, entry: T) => string | null) =>
    Object.fromEntries(Object.entries(entries).filter(([key, entry]) => unitIds.has(unitOf(key, entry) ?? '')));
  const noHours = [[], [], [], [], [], [], []];
  return {
    ...newShop(),
    workers: Object.fromEntries(
      Object.values(shop.workers).map((worker) => [worker.id, { ...worker, skills: [], week: noHours, away: [] }]),
    ),
    bays: shop.bays,
    jobs: own(shop.jobs, (unitId) => unitId),
    orders: own(shop.orders, (_, order) => order.unitId),
    plan: {
      steps: own(shop.plan.steps, unitOfTask),
      bays: own(shop.plan.bays, (unitId) => unitId),
    },
    rates: { hourMarks: 0, markUpShare: 0 },
  };
}
