/** The board as a question for the planner, and the planner's answer as a change of the board. */
import {
  type CrewPlan,
  type CrewQuestion,
  type CrewTask,
  joined,
  type PlacedTask,
  type Span,
  without,
} from '../schedule/index.ts';
import type { LearnedFactor } from '../steps/index.ts';
import type { ShopDraft } from './shopOperations.ts';
import { type Bay, type PlannedStep, type Shop, taskIdOf, type Worker } from './shopSchema.ts';
import { DAY_MIN, hoursOver, minutesOf, timeOf } from './shopTime.ts';
import { expectedMinutes, type ShopUnit } from './shopWork.ts';
import { byUrgency, shortages } from './stock.ts';

/** As far as plans reach. */
const HORIZON_DAYS = 70;
/** Room to walk and to open a door on either side, and under the beam (common practice, no source). */
const ROOM_MM = { round: 600, above: 300 };

/** When somebody works, from a day on. */
export function worksOf(worker: Worker, fromMinutes: number, days = HORIZON_DAYS): Span[] {
  const away = worker.away.map(({ from, to }) => ({
    fromMinutes: minutesOf(from),
    toMinutes: minutesOf(to) + DAY_MIN,
  }));
  return without(joined(hoursOver(worker.week, fromMinutes, days)), away);
}

/** Does a unit fit into a bay with room to work round it? */
export const fitsBay = (unit: Pick<ShopUnit, 'size'>, bay: Bay): boolean =>
  unit.size.lengthMm + ROOM_MM.round <= bay.lengthMm &&
  unit.size.widthMm + 2 * ROOM_MM.round <= bay.widthMm &&
  (bay.heightMm === null || unit.size.heightMm + ROOM_MM.above <= bay.heightMm);

/** A unit that was begun stands in the bay that it was planned for until it is done, said or not. */
function standsIn(shop: Shop, unit: ShopUnit): string | null {
  const inBay = unit.steps.filter((step) => step.inBay);
  const isBegun = inBay.some((step) => step.done) && inBay.some((step) => !step.done);
  const bayId = shop.plan.bays[unit.id];
  return isBegun && bayId && shop.bays[bayId] ? bayId : null;
}

export interface ShopWork {
  shop: Shop;
  units: readonly ShopUnit[];
  learned: Readonly<Record<string, LearnedFactor>>;
  nowMinutes: number;
}

/** Everything that is still to do, as the planner asks for it. */
export function crewQuestion({ shop, units, learned, nowMinutes }: ShopWork): CrewQuestion {
  const unitOf = new Map(units.map((unit) => [unit.id, unit]));
  const minutes = expectedMinutes(units, learned);
  const heldUp = new Map<string, number>();
  for (const { unitId, part, inAtMinutes } of shortages(shop, units))
    for (const key of part.stepKeys) {
      const id = taskIdOf(unitId, key);
      heldUp.set(id, Math.max(heldUp.get(id) ?? 0, inAtMinutes));
    }
  const jobs = byUrgency(shop).flatMap((unitId) => {
    const unit = unitOf.get(unitId);
    const job = shop.jobs[unitId]!;
    if (!unit) return [];
    return {
      id: unitId,
      dueMinutes: job.due === null ? null : minutesOf(job.due),
      weight: job.weight,
      bayIds: Object.values(shop.bays)
        .filter((bay) => fitsBay(unit, bay))
        .map((bay) => bay.id),
      inBayId: job.inBayId ?? standsIn(shop, unit),
      windows:
        job.windows.length === 0
          ? null
          : joined(job.windows.map(({ from, to }) => ({ fromMinutes: minutesOf(from), toMinutes: minutesOf(to) }))),
    };
  });
  return {
    nowMinutes,
    people: Object.values(shop.workers).map((worker) => ({
      id: worker.id,
      skills: worker.skills,
      works: worksOf(worker, nowMinutes - 7 * DAY_MIN),
    })),
    jobs,
    tasks: jobs.flatMap((job) =>
      unitOf
        .get(job.id)!
        .steps.filter((step) => step.done === null)
        .map(
          (step): CrewTask => ({
            id: taskIdOf(job.id, step.key),
            jobId: job.id,
            minutes: minutes.get(job.id)!.get(step.key)!,
            skill: step.skill,
            people: step.people,
            inBay: step.inBay,
            after: step.after.map((key) => taskIdOf(job.id, key)),
            notBeforeMinutes: heldUp.get(taskIdOf(job.id, step.key)) ?? 0,
          }),
        ),
    ),
  };
}

/** The plan on the board as the planner reads it; steps that were done meanwhile are left out. */
export function planOf(shop: Shop, question: CrewQuestion): Pick<CrewPlan, 'placed' | 'bays'> {
  const placed: Record<string, PlacedTask> = {};
  for (const { id } of question.tasks) {
    const step = shop.plan.steps[id];
    if (step)
      placed[id] = { startMinutes: minutesOf(step.from), endMinutes: minutesOf(step.to), personIds: step.workerIds };
  }
  return { placed, bays: shop.plan.bays };
}

/** Steps that were put somewhere by hand, and for which it is not too late yet. */
export const heldTasks = (shop: Shop, nowMinutes: number): Set<string> =>
  new Set(
    Object.entries(shop.plan.steps).flatMap(([id, step]) => (step.held && minutesOf(step.to) > nowMinutes ? [id] : [])),
  );

/** What to change on the board so that it shows a plan; null when it does already. */
export function planChange(
  shop: Shop,
  plan: Pick<CrewPlan, 'placed' | 'bays'>,
  held: ReadonlySet<string> = new Set(),
): Extract<ShopDraft, { kind: 'setPlan' }> | null {
  const steps: Record<string, PlannedStep | null> = {};
  for (const [id, at] of Object.entries(plan.placed)) {
    const step = {
      from: timeOf(at.startMinutes),
      to: timeOf(at.endMinutes),
      workerIds: [...at.personIds],
      held: held.has(id),
    };
    if (JSON.stringify(step) !== JSON.stringify(shop.plan.steps[id])) steps[id] = step;
  }
  for (const id of Object.keys(shop.plan.steps)) if (!plan.placed[id]) steps[id] = null;
  const bays: Record<string, string | null> = {};
  for (const [unitId, bayId] of Object.entries(plan.bays)) if (shop.plan.bays[unitId] !== bayId) bays[unitId] = bayId;
  for (const unitId of Object.keys(shop.plan.bays)) if (!plan.bays[unitId]) bays[unitId] = null;
  return Object.keys(steps).length + Object.keys(bays).length === 0 ? null : { kind: 'setPlan', steps, bays };
}
