/**
 * Mending a plan when something slipped: a part is late, somebody is away, a step was moved by hand. As few steps as
 * possible change their time or their hands.
 */
import { type CrewPlan, type CrewQuestion, OpenTime, type PlacedTask } from './crew.ts';
import { faultsOf, underWay } from './crewFaults.ts';
import { type Choice, Generator } from './crewGenerate.ts';
import {
  answerOf,
  COST,
  type CrewAnswer,
  type CrewLimits,
  costOf,
  firstChoice,
  lateByJob,
  planCrew,
} from './crewSearch.ts';
import { endAfter } from './spans.ts';

export interface Repair extends CrewAnswer {
  /** Tasks that were in the plan before and changed their start or their people. */
  movedIds: string[];
}

/** One step that changes weighs as much as so many hours of cost: nobody likes a week that is another one each morning. */
const MOVE_COST = 0.5;

/** How many others a unit is tried behind. */
const LET_BY = [1, 2, 3, 5];

/** Of two that slip and move alike, the better week is taken. */
const BETWEEN_ALIKE = 1e-4;

/** Nothing weighs against a plan that cannot be carried out. */
const BROKEN_COST = 1e6;

const isMoved = (old: PlacedTask | undefined, now: PlacedTask | undefined): boolean =>
  old !== undefined &&
  (now === undefined || old.startMinutes !== now.startMinutes || old.personIds.join() !== now.personIds.join());

export const movedBetween = (old: CrewPlan['placed'], now: CrewPlan['placed']): string[] =>
  Object.keys(old).filter((id) => isMoved(old[id], now[id]));

/**
 * `old` is the plan as it stands; what is under way by it goes on as it is. Tasks in `held` were put where they are by
 * hand and do not move, even when they are in the way; what is wrong with them is said by faultsOf.
 */
export function repairPlan(
  question: CrewQuestion,
  old: Pick<CrewPlan, 'placed' | 'bays'>,
  held: ReadonlySet<string> = new Set(),
  limits: Partial<CrewLimits> = {},
): Repair {
  const known = new Set(question.tasks.map((task) => task.id));
  const before = goingOn(question, Object.fromEntries(Object.entries(old.placed).filter(([id]) => known.has(id))));
  const bays = baysOf(question, old);
  const was = { placed: before, bays };
  const candidates = [
    aroundTheRest(question, was, held),
    pushedBack(question, was, held, null),
    ...question.jobs.flatMap((_job, at) => LET_BY.map((by) => pushedBack(question, was, held, { at, by }))),
  ];
  const lateBefore = lateByJob(question, was);
  /** Hours of lateness that were not there before, by weight. What was late already is not what slipped. */
  const laterHours = (plan: CrewPlan) => {
    const late = lateByJob(question, plan);
    return question.jobs.reduce((sum, { id, weight }) => {
      const more = (late.get(id) ?? 0) - (lateBefore.get(id) ?? 0);
      return sum + (Math.max(0, more) / 60) * weight;
    }, 0);
  };
  // Only what would be later is worth another week to everybody.
  if (Math.min(...candidates.map(laterHours)) > 0)
    candidates.push(planCrew(question, limits, keptOf(question, was, held)).plan);
  const priced = candidates.map((plan) => {
    const movedIds = movedBetween(before, plan.placed);
    // A plan that could be carried out goes before any that could not.
    const broken = faultsOf(question, plan).filter((fault) => !held.has(fault.taskId)).length;
    const cost =
      laterHours(plan) * COST.late +
      movedIds.length * MOVE_COST +
      Object.keys(plan.unplaced).length * COST.unplaced +
      broken * BROKEN_COST +
      costOf(question, plan) * BETWEEN_ALIKE;
    return { plan, movedIds, cost };
  });
  const best = priced.reduce((least, each) => (each.cost < least.cost ? each : least));
  return { ...answerOf(question, best.plan), movedIds: best.movedIds };
}

/** What a new plan leaves where it is: what was put there by hand, and what is under way. */
export function keptOf(
  question: CrewQuestion,
  { placed, bays }: Pick<CrewPlan, 'placed' | 'bays'>,
  held: ReadonlySet<string>,
): Pick<CrewPlan, 'placed' | 'bays'> {
  const begun = underWay(question, placed);
  return { placed: Object.fromEntries(Object.entries(placed).filter(([id]) => held.has(id) || begun.has(id))), bays };
}

/** What is under way ends when its minutes are over, however long it was thought to take when it was planned. */
function goingOn(question: CrewQuestion, placed: CrewPlan['placed']): CrewPlan['placed'] {
  const begun = underWay(question, placed);
  const open = new OpenTime(question);
  const next = { ...placed };
  for (const task of question.tasks) {
    const at = placed[task.id];
    if (!at || !begun.has(task.id)) continue;
    const endMinutes = endAfter(open.of(at.personIds, task.jobId), at.startMinutes, task.minutes);
    if (endMinutes > question.nowMinutes && Number.isFinite(endMinutes)) next[task.id] = { ...at, endMinutes };
  }
  return next;
}

/** The bays as they were; whoever is new takes the one that the first choice gives. */
function baysOf(question: CrewQuestion, old: Pick<CrewPlan, 'bays'>): Record<string, string> {
  const fresh = firstChoice(question);
  return Object.fromEntries(
    question.jobs.flatMap((job, at) => {
      const was = old.bays[job.id];
      const bay = job.inBayId ?? (was && job.bayIds.includes(was) ? was : fresh.bays[at]);
      return bay ? [[job.id, bay] as const] : [];
    }),
  );
}

/** Tasks and jobs in the order of the old plan, what is new at the end. */
function choiceOf(question: CrewQuestion, old: Pick<CrewPlan, 'placed' | 'bays'>): Choice {
  const fresh = firstChoice(question);
  const late = Number.POSITIVE_INFINITY;
  const startOf = (at: number) => old.placed[question.tasks[at]!.id]?.startMinutes ?? late;
  const enters = question.jobs.map((job) =>
    question.tasks.reduce(
      (first, task) =>
        task.jobId === job.id && task.inBay ? Math.min(first, old.placed[task.id]?.startMinutes ?? late) : first,
      late,
    ),
  );
  const sorted = (list: readonly number[], of: (at: number) => number) =>
    [...list].sort((a, b) => (of(a) === of(b) ? 0 : of(a) - of(b)));
  return {
    ...fresh,
    order: sorted(fresh.order, startOf),
    jobOrder: sorted(fresh.jobOrder, (at) => enters[at]!),
    bays: question.jobs.map((job) => old.bays[job.id] ?? null),
  };
}

/** Whatever can stay stays; what cannot is put into the gaps, and moves others only where it has to. */
function aroundTheRest(
  question: CrewQuestion,
  old: Pick<CrewPlan, 'placed' | 'bays'>,
  held: ReadonlySet<string>,
): CrewPlan {
  const generator = new Generator(question);
  const choice = choiceOf(question, old);
  const staying = new Map(
    question.tasks.flatMap((task, at) => (old.placed[task.id] ? [[at, old.placed[task.id]!] as const] : [])),
  );
  const numberOf = new Map(question.tasks.map((task, at) => [task.id, at]));
  for (;;) {
    const plan = generator.run({ ...choice, fixed: staying });
    const movers = faultsOf(question, plan)
      // Whoever is in the way of a held task goes, not the held task.
      .map(({ taskId, otherId, kind }) => (held.has(taskId) && kind !== 'order' ? otherId : taskId))
      .filter((id) => id !== null && !held.has(id) && staying.has(numberOf.get(id)!));
    if (movers.length === 0) return plan;
    for (const id of movers) staying.delete(numberOf.get(id!)!);
  }
}

/**
 * The same order and the same hands, everything as late as it was or later. One unit may let some others go before it into
 * its bay: the one that waits for a part would keep them out.
 */
function pushedBack(
  question: CrewQuestion,
  old: Pick<CrewPlan, 'placed' | 'bays'>,
  held: ReadonlySet<string>,
  letBy: { at: number; by: number } | null,
): CrewPlan {
  const generator = new Generator(question);
  const floors = new Map<number, number>();
  const crewAt = new Map<number, readonly string[]>();
  const fixed = new Map<number, PlacedTask>();
  const begun = underWay(question, old.placed);
  const people = new Set(question.people.map((person) => person.id));
  const able = (ids: readonly string[], skill: string | null) =>
    skill === null || question.people.some((person) => ids.includes(person.id) && person.skills.includes(skill));
  for (const [at, task] of question.tasks.entries()) {
    const was = old.placed[task.id];
    if (!was) continue;
    if (held.has(task.id) || begun.has(task.id)) fixed.set(at, was);
    floors.set(at, was.startMinutes);
    const isWhole = was.personIds.length >= task.people && was.personIds.every((id) => people.has(id));
    if (isWhole && able(was.personIds, task.skill)) crewAt.set(at, was.personIds);
  }
  const choice = choiceOf(question, old);
  const jobOrder = [...choice.jobOrder];
  if (letBy) {
    const from = jobOrder.indexOf(letBy.at);
    jobOrder.splice(from, 1);
    jobOrder.splice(from + letBy.by, 0, letBy.at);
  }
  return generator.run({ ...choice, jobOrder, floors, crewAt, fixed });
}
