/** What is wrong with a plan, said step by step: asked of one that a person has moved about, at once. */
import { type CrewPlan, type CrewQuestion, type CrewTask, nextWindow, OpenTime, type PlacedTask } from './crew.ts';
import { minutesIn, spanAt } from './spans.ts';

export type FaultKind = 'past' | 'order' | 'part' | 'skill' | 'people' | 'hours' | 'window' | 'twice' | 'bay';

export interface PlanFault {
  taskId: string;
  kind: FaultKind;
  /** The other task, where there is one. */
  otherId: string | null;
}

/** All faults of the placed tasks. A task that is not placed has none. */
export function faultsOf(question: CrewQuestion, plan: Pick<CrewPlan, 'placed' | 'bays'>): PlanFault[] {
  const faults: PlanFault[] = [];
  const say = (taskId: string, kind: FaultKind, otherId: string | null = null) =>
    faults.push({ taskId, kind, otherId });
  const people = new Map(question.people.map((person) => [person.id, person]));
  const jobs = new Map(question.jobs.map((job) => [job.id, job]));
  const known = new Set(question.tasks.map((task) => task.id));
  const open = new OpenTime(question);
  const placed = question.tasks.flatMap((task) => {
    const at = plan.placed[task.id];
    return at ? [{ task, at }] : [];
  });
  for (const { task, at } of placed) {
    // What has begun and should not have ended yet is being worked on.
    if (at.endMinutes <= question.nowMinutes) say(task.id, 'past');
    if (at.startMinutes < task.notBeforeMinutes) say(task.id, 'part');
    for (const id of task.after) {
      const before = plan.placed[id];
      if (known.has(id) && !(before && before.endMinutes <= at.startMinutes)) say(task.id, 'order', id);
    }
    if (new Set(at.personIds).size < task.people) say(task.id, 'people');
    if (task.skill !== null && !at.personIds.some((id) => people.get(id)?.skills.includes(task.skill!)))
      say(task.id, 'skill');
    const works = open.of(at.personIds, task.jobId);
    const isOpen = (works[spanAt(works, at.startMinutes)]?.fromMinutes ?? Number.POSITIVE_INFINITY) <= at.startMinutes;
    const windows = jobs.get(task.jobId)?.windows ?? null;
    if (!isOpen || minutesIn(works, at.startMinutes, at.endMinutes) < task.minutes)
      say(task.id, windows ? 'window' : 'hours');
    else if (nextWindow(windows, works, { ...at, minutes: task.minutes }) !== null) say(task.id, 'window');
  }
  for (const [first, second] of twice(placed, people.keys())) say(second, 'twice', first);
  for (const [first, second] of crowded(placed, question, plan)) say(second, 'bay', first);
  return faults;
}

/** Tasks that somebody is at by this plan: they were begun and should not have ended yet. */
export const underWay = ({ nowMinutes }: CrewQuestion, placed: CrewPlan['placed']): Set<string> =>
  new Set(
    Object.keys(placed).filter((id) => placed[id]!.startMinutes < nowMinutes && placed[id]!.endMinutes > nowMinutes),
  );

interface Placed {
  task: CrewTask;
  at: PlacedTask;
}

/** Pairs of tasks that somebody would have to do at the same time, the later one second. */
function* twice(placed: readonly Placed[], personIds: Iterable<string>): Generator<[string, string]> {
  for (const id of personIds) {
    const own = placed
      .filter(({ at }) => at.personIds.includes(id))
      .sort((a, b) => a.at.startMinutes - b.at.startMinutes);
    let last: Placed | null = null;
    for (const each of own) {
      if (last && last.at.endMinutes > each.at.startMinutes) yield [last.task.id, each.task.id];
      if (!last || each.at.endMinutes > last.at.endMinutes) last = each;
    }
  }
}

/** First tasks of units that come into a bay before the one before has left, or into one that they do not fit. */
function* crowded(
  placed: readonly Placed[],
  { jobs }: CrewQuestion,
  { bays }: Pick<CrewPlan, 'bays'>,
): Generator<[string | null, string]> {
  const stays = jobs.flatMap((job) => {
    const own = placed.filter(({ task }) => task.inBay && task.jobId === job.id);
    if (own.length === 0) return [];
    own.sort((a, b) => a.at.startMinutes - b.at.startMinutes);
    const last = own.reduce((end, each) => (each.at.endMinutes > end.at.endMinutes ? each : end));
    return [{ job, first: own[0]!, last, bay: bays[job.id] ?? null }];
  });
  for (const { job, first, bay } of stays) if (!bay || !job.bayIds.includes(bay)) yield [null, first.task.id];
  stays.sort((a, b) => a.first.at.startMinutes - b.first.at.startMinutes);
  const lastIn = new Map<string, (typeof stays)[number]>();
  for (const stay of stays) {
    if (!stay.bay) continue;
    const before = lastIn.get(stay.bay);
    if (before && before.last.at.endMinutes > stay.first.at.startMinutes)
      yield [before.last.task.id, stay.first.task.id];
    if (!before || stay.last.at.endMinutes > before.last.at.endMinutes) lastIn.set(stay.bay, stay);
  }
}
