/** Serial generation of a crew's plan: steps in a given order, each as early as people, bay, unit and parts allow. */
import {
  type CrewJob,
  type CrewPlan,
  type CrewQuestion,
  type CrewTask,
  nextWindow,
  OpenTime,
  type PlacedTask,
} from './crew.ts';
import { endAfter, spanAt } from './spans.ts';

/** What is chosen; all else follows. */
export interface Choice {
  /** Tasks by number, the more urgent first. What a task waits for is placed before it, whatever this says. */
  order: readonly number[];
  /** Jobs by number, in the order in which they come into their bays. */
  jobOrder: readonly number[];
  /** Bay of each job by number, null where it needs none or fits nowhere. */
  bays: readonly (string | null)[];
  /** Who does a task, where that is said; otherwise whoever is done first. */
  crewAt: ReadonlyMap<number, readonly string[]>;
  /** Tasks that stay where they are. */
  fixed: ReadonlyMap<number, PlacedTask>;
  /** No task begins before this of its own. */
  floors: ReadonlyMap<number, number>;
}

/** A person's taken stretches, sorted. */
class Busy {
  private readonly starts: number[] = [];
  private readonly ends: number[] = [];

  clear(): void {
    this.starts.length = 0;
    this.ends.length = 0;
  }

  private after(time: number): number {
    let low = 0;
    let high = this.starts.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.ends[middle]! > time) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** End of the stretch that is in the way; the start itself when nothing is. */
  freeFrom(start: number, end: number): number {
    const at = this.after(start);
    return at < this.starts.length && this.starts[at]! < end ? this.ends[at]! : start;
  }

  take(start: number, end: number): void {
    if (end <= start) return;
    // What was put in by hand may overlap: it is kept as one stretch.
    const at = this.after(start);
    let count = 0;
    let [from, to] = [start, end];
    for (; at + count < this.starts.length && this.starts[at + count]! < end; count++) {
      from = Math.min(from, this.starts[at + count]!);
      to = Math.max(to, this.ends[at + count]!);
    }
    this.starts.splice(at, count, from);
    this.ends.splice(at, count, to);
  }
}

/** Whoever is at a unit already is let stay there for so many minutes: every change of hands costs some. */
const STAYS_MIN = 60;

export class Generator {
  private readonly open: OpenTime;
  private readonly busy: Map<string, Busy>;
  private readonly taskAt: Map<string, number>;
  private readonly jobAt: Map<string, number>;
  private readonly before: number[][];
  /** Numbers of the tasks of each job that need its bay. */
  private readonly bayTasks: number[][];
  private readonly teams: (readonly string[])[][];

  constructor(readonly question: CrewQuestion) {
    this.open = new OpenTime(question);
    this.busy = new Map(question.people.map((person) => [person.id, new Busy()]));
    this.taskAt = new Map(question.tasks.map((task, at) => [task.id, at]));
    this.jobAt = new Map(question.jobs.map((job, at) => [job.id, at]));
    this.before = question.tasks.map((task) =>
      task.after.flatMap((id) => (this.taskAt.has(id) ? [this.taskAt.get(id)!] : [])),
    );
    this.bayTasks = question.jobs.map((job) =>
      question.tasks.flatMap((task, at) => (task.inBay && task.jobId === job.id ? [at] : [])),
    );
    this.teams = question.tasks.map((task) => teamsFor(task, question));
  }

  /** Places everything that can be placed. */
  run(choice: Choice): CrewPlan {
    const { tasks, jobs, nowMinutes } = this.question;
    const plan: CrewPlan = { placed: {}, bays: {}, unplaced: {} };
    for (const busy of this.busy.values()) busy.clear();
    for (const placed of choice.fixed.values())
      for (const id of placed.personIds) this.busy.get(id)?.take(placed.startMinutes, placed.endMinutes);
    const rank = new Array<number>(jobs.length).fill(0);
    for (const [at, job] of choice.jobOrder.entries()) rank[job] = at;
    const queues = new Map<string, number[]>();
    for (const job of choice.jobOrder) {
      const bay = choice.bays[job];
      if (!bay || this.bayTasks[job]!.length === 0) continue;
      queues.set(bay, [...(queues.get(bay) ?? []), job]);
      plan.bays[jobs[job]!.id] = bay;
    }
    const done = new Uint8Array(tasks.length);
    const bayFree = new Array<number>(jobs.length).fill(-1);
    const lastHands = new Array<readonly string[]>(jobs.length).fill([]);

    /** When the units that come before this one have left its bay. */
    const bayFrom = (job: number): number => {
      if (bayFree[job]! >= 0) return bayFree[job]!;
      const queue = queues.get(choice.bays[job]!)!;
      let free = nowMinutes;
      const previous = queue[queue.indexOf(job) - 1];
      if (previous !== undefined) {
        free = bayFrom(previous);
        for (const task of this.bayTasks[previous]!) {
          place(task);
          free = Math.max(free, plan.placed[tasks[task]!.id]?.endMinutes ?? 0);
        }
      }
      bayFree[job] = free;
      return free;
    };

    const place = (at: number): void => {
      if (done[at]) return;
      done[at] = 1;
      const task = tasks[at]!;
      const job = this.jobAt.get(task.jobId)!;
      const fixed = choice.fixed.get(at);
      if (fixed) {
        plan.placed[task.id] = fixed;
        for (const other of this.before[at]!) place(other);
        return;
      }
      let earliest = Math.max(nowMinutes, choice.floors.get(at) ?? 0);
      for (const other of this.before[at]!) {
        place(other);
        const { id } = tasks[other]!;
        if (plan.placed[id]) earliest = Math.max(earliest, plan.placed[id].endMinutes);
        else plan.unplaced[task.id] ??= 'before';
      }
      if (task.notBeforeMinutes === Number.POSITIVE_INFINITY) plan.unplaced[task.id] = 'part';
      else earliest = Math.max(earliest, task.notBeforeMinutes);
      if (this.teams[at]!.length === 0) plan.unplaced[task.id] = 'skill';
      if (task.inBay) {
        if (choice.bays[job]) earliest = Math.max(earliest, bayFrom(job));
        else plan.unplaced[task.id] = 'bay';
      }
      if (plan.unplaced[task.id]) return;
      const said = choice.crewAt.get(at);
      const placed = this.soonest(said ? [said] : this.teams[at]!, task, earliest, lastHands[job]!);
      if (!placed) {
        plan.unplaced[task.id] = 'hours';
        return;
      }
      plan.placed[task.id] = placed;
      for (const id of placed.personIds) this.busy.get(id)?.take(placed.startMinutes, placed.endMinutes);
      lastHands[job] = placed.personIds;
    };
    for (const at of choice.order) place(at);
    return plan;
  }

  /** Who is done first with a task; those who are at the unit already may take a little longer. */
  private soonest(
    teams: readonly (readonly string[])[],
    task: CrewTask,
    earliest: number,
    last: readonly string[],
  ): PlacedTask | null {
    let best: PlacedTask | null = null;
    let least = Number.POSITIVE_INFINITY;
    for (const personIds of teams) {
      const found = this.fit(personIds, task, earliest);
      if (!found) continue;
      const stays = personIds.filter((id) => last.includes(id)).length;
      const counted = found.endMinutes - stays * STAYS_MIN;
      if (counted >= least) continue;
      best = found;
      least = counted;
    }
    return best;
  }

  /** The first time from `from` on when these people get the task done. */
  private fit(personIds: readonly string[], task: CrewTask, from: number): PlacedTask | null {
    const open = this.open.of(personIds, task.jobId);
    const job: CrewJob = this.question.jobs[this.jobAt.get(task.jobId)!]!;
    for (let start = from; ; ) {
      const span = open[spanAt(open, start)];
      if (!span) return null;
      start = Math.max(start, span.fromMinutes);
      const end = endAfter(open, start, task.minutes);
      if (end === Number.POSITIVE_INFINITY) return null;
      let next = start;
      for (const id of personIds) next = Math.max(next, this.busy.get(id)!.freeFrom(start, end));
      if (next === start) {
        const { minutes } = task;
        next = nextWindow(job.windows, open, { startMinutes: start, endMinutes: end, minutes }) ?? start;
      }
      if (next === start) return { startMinutes: start, endMinutes: end, personIds };
      start = next;
    }
  }
}

/** Who could do it: one with the skill, or one with it and any other. */
export function teamsFor({ skill, people }: Pick<CrewTask, 'skill' | 'people'>, question: CrewQuestion): string[][] {
  const able = question.people.filter((person) => skill === null || person.skills.includes(skill));
  if (people === 1) return able.map((person) => [person.id]);
  const pairs = new Map<string, string[]>();
  for (const first of able)
    for (const second of question.people)
      if (first.id !== second.id) {
        const pair = [first.id, second.id].sort();
        pairs.set(pair.join(), pair);
      }
  return [...pairs.values()];
}
