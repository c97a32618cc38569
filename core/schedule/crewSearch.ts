/**
 * A good plan for a crew: serial generation of an order, improved by annealing over the order of jobs, their bays and the
 * order of steps. The same question and rounds give the same plan.
 */
import type { CrewPlan, CrewQuestion } from './crew.ts';
import { crewBound } from './crewBound.ts';
import { type Choice, Generator } from './crewGenerate.ts';
import { xorshift } from './random.ts';

export interface CrewLimits {
  rounds: number;
  timeLimitMs: number;
  /** A clock in milliseconds, of whatever beginning. Without one the rounds alone end it. */
  now?: () => number;
  seed?: number;
}

export interface CrewAnswer {
  plan: CrewPlan;
  /** When the last placed step ends. */
  endMinutes: number;
  /** No plan ends earlier. */
  boundMinutes: number;
  lateMinutes: number;
}

const USUAL: CrewLimits = { rounds: 3000, timeLimitMs: 1500 };

/** What a plan costs, in hours: late hours weigh most, then when each job is ready, then the very end. */
export const COST = { late: 10, ready: 0.25, end: 0.5, unplaced: 500, crewChange: 1 };

export function endOfPlan(question: CrewQuestion, plan: CrewPlan): number {
  return Object.values(plan.placed).reduce((end, task) => Math.max(end, task.endMinutes), question.nowMinutes);
}

/** When each job's last step ends. */
export function readyAt(question: CrewQuestion, plan: Pick<CrewPlan, 'placed'>): Map<string, number> {
  const ready = new Map<string, number>();
  for (const task of question.tasks) {
    const placed = plan.placed[task.id];
    if (placed) ready.set(task.jobId, Math.max(ready.get(task.jobId) ?? 0, placed.endMinutes));
  }
  return ready;
}

/** Minutes that each job is late, by its id; jobs in time have none. */
export function lateByJob(question: CrewQuestion, plan: Pick<CrewPlan, 'placed'>): Map<string, number> {
  const ready = readyAt(question, plan);
  return new Map(
    question.jobs.flatMap((job) => {
      const lateMinutes = job.dueMinutes === null ? 0 : (ready.get(job.id) ?? 0) - job.dueMinutes;
      return lateMinutes > 0 ? [[job.id, lateMinutes] as const] : [];
    }),
  );
}

export const lateMinutes = (question: CrewQuestion, plan: Pick<CrewPlan, 'placed'>): number =>
  [...lateByJob(question, plan).values()].reduce((sum, minutes) => sum + minutes, 0);

export function costOf(question: CrewQuestion, plan: CrewPlan): number {
  const ready = readyAt(question, plan);
  let cost = ((endOfPlan(question, plan) - question.nowMinutes) / 60) * COST.end;
  for (const job of question.jobs) {
    const end = ready.get(job.id);
    if (end === undefined) continue;
    cost += ((end - question.nowMinutes) / 60) * COST.ready;
    if (job.dueMinutes !== null) cost += (Math.max(0, end - job.dueMinutes) / 60) * COST.late * job.weight;
  }
  const lastAt = new Map<string, string>();
  for (const task of question.tasks) {
    const placed = plan.placed[task.id];
    if (!placed) continue;
    const who = placed.personIds.join();
    const last = lastAt.get(task.jobId);
    if (last !== undefined && last !== who) cost += COST.crewChange;
    lastAt.set(task.jobId, who);
  }
  return cost + Object.keys(plan.unplaced).length * COST.unplaced;
}

/** Longest chain behind each task, itself included. */
function tails(question: CrewQuestion): number[] {
  const at = new Map(question.tasks.map((task, index) => [task.id, index]));
  const followers: number[][] = question.tasks.map(() => []);
  for (const [index, task] of question.tasks.entries())
    for (const id of task.after) if (at.has(id)) followers[at.get(id)!]!.push(index);
  const tail = new Array<number>(question.tasks.length).fill(-1);
  const of = (index: number): number => {
    if (tail[index]! >= 0) return tail[index]!;
    const longest = followers[index]!.reduce((most, next) => Math.max(most, of(next)), 0);
    tail[index] = longest + question.tasks[index]!.minutes;
    return tail[index]!;
  };
  for (const index of tail.keys()) of(index);
  return tail;
}

const NOTHING_FIXED = { crewAt: new Map(), fixed: new Map(), floors: new Map() };

/** Jobs by what presses most, each in the fitting bay that has least to do. */
export function firstChoice(question: CrewQuestion): Choice {
  const { jobs, tasks } = question;
  const never = Number.POSITIVE_INFINITY;
  const jobOrder = [...jobs.keys()].sort((a, b) => {
    const [first, second] = [jobs[a]!, jobs[b]!];
    const stands = Number(second.inBayId !== null) - Number(first.inBayId !== null);
    if (stands !== 0) return stands;
    const [due, other] = [first.dueMinutes ?? never, second.dueMinutes ?? never];
    return due === other ? a - b : due - other;
  });
  const load = new Map<string, number>();
  const bays = new Array<string | null>(jobs.length).fill(null);
  for (const at of jobOrder) {
    const job = jobs[at]!;
    const bay = job.inBayId ?? [...job.bayIds].sort((a, b) => (load.get(a) ?? 0) - (load.get(b) ?? 0))[0] ?? null;
    bays[at] = bay;
    if (!bay) continue;
    const minutes = tasks.reduce((sum, task) => sum + (task.jobId === job.id && task.inBay ? task.minutes : 0), 0);
    load.set(bay, (load.get(bay) ?? 0) + minutes);
  }
  const rank = new Map(jobOrder.map((at, index) => [jobs[at]!.id, index]));
  const tail = tails(question);
  const order = [...tasks.keys()].sort(
    (a, b) => rank.get(tasks[a]!.jobId)! - rank.get(tasks[b]!.jobId)! || tail[b]! - tail[a]! || a - b,
  );
  return { order, jobOrder, bays, ...NOTHING_FIXED };
}

/** A unit of which something stays where it is stays in its bay; one that is being worked on stands there already. */
function withKeptBays(question: CrewQuestion, { placed, bays }: Pick<CrewPlan, 'placed' | 'bays'>): CrewQuestion {
  const jobs = question.jobs.map((job) => {
    const own = question.tasks.filter((task) => task.jobId === job.id && task.inBay && placed[task.id]);
    const bay = bays[job.id];
    if (own.length === 0 || !bay || !job.bayIds.includes(bay)) return job;
    const isBegun = own.some((task) => placed[task.id]!.startMinutes < question.nowMinutes);
    return { ...job, bayIds: [bay], inBayId: isBegun ? bay : job.inBayId };
  });
  return { ...question, jobs };
}

/** Plans a crew's work. `kept` are tasks that stay where they are, with the bays of their jobs. */
export function planCrew(
  asked: CrewQuestion,
  limits: Partial<CrewLimits> = {},
  kept: Pick<CrewPlan, 'placed' | 'bays'> = { placed: {}, bays: {} },
): CrewAnswer {
  const question = withKeptBays(asked, kept);
  const { rounds, timeLimitMs, now = () => 0, seed = 7 } = { ...USUAL, ...limits };
  const random = xorshift(seed);
  const below = (count: number) => Math.floor(random() * count);
  const generator = new Generator(question);
  const fixed = new Map(
    question.tasks.flatMap((task, at) => (kept.placed[task.id] ? [[at, kept.placed[task.id]!] as const] : [])),
  );
  let current: Choice = { ...firstChoice(question), fixed };
  let plan = generator.run(current);
  let cost = costOf(question, plan);
  let best = { plan, cost };
  const begin = now();
  const CHECK_TIME_EVERY = 16;
  for (let round = 0; round < rounds; round++) {
    if (round % CHECK_TIME_EVERY === 0 && now() - begin > timeLimitMs) break;
    const candidate = changed(question, current, plan, below);
    const next = generator.run(candidate);
    const nextCost = costOf(question, next);
    const heat = Math.max(0.02, best.cost * 0.01 * (1 - round / rounds));
    if (nextCost > cost && random() >= Math.exp((cost - nextCost) / heat)) continue;
    current = candidate;
    plan = next;
    cost = nextCost;
    if (cost < best.cost) best = { plan, cost };
  }
  return answerOf(question, best.plan);
}

export const answerOf = (question: CrewQuestion, plan: CrewPlan): CrewAnswer => ({
  plan,
  endMinutes: endOfPlan(question, plan),
  boundMinutes: crewBound(question),
  lateMinutes: lateMinutes(question, plan),
});

/** A neighbour: two jobs turned about, a job in another bay, a task sooner than it came, or a task in other hands. */
function changed(question: CrewQuestion, choice: Choice, plan: CrewPlan, below: (count: number) => number): Choice {
  const { jobs, tasks } = question;
  const kind = below(10);
  if (kind < 3 && jobs.length > 1) {
    const first = below(jobs.length - 1);
    const second = first + 1 + below(Math.min(3, jobs.length - 1 - first));
    const [a, b] = [choice.jobOrder[first]!, choice.jobOrder[second]!];
    if (jobs[a]!.inBayId === null && jobs[b]!.inBayId === null) {
      const jobOrder = [...choice.jobOrder];
      jobOrder[first] = b;
      jobOrder[second] = a;
      // Their tasks go with them: the places in the order are dealt out anew.
      const rank = new Map(jobOrder.map((at, index) => [jobs[at]!.id, index]));
      const theirs = new Set([jobs[a]!.id, jobs[b]!.id]);
      const moved = choice.order.filter((at) => theirs.has(tasks[at]!.jobId));
      const sorted = [...moved].sort((x, y) => rank.get(tasks[x]!.jobId)! - rank.get(tasks[y]!.jobId)!);
      let next = 0;
      const order = choice.order.map((at) => (theirs.has(tasks[at]!.jobId) ? sorted[next++]! : at));
      return { ...choice, jobOrder, order };
    }
  }
  if (kind < 5) {
    const at = below(jobs.length);
    const others = jobs[at]!.bayIds.filter((bay) => bay !== choice.bays[at]);
    if (jobs[at]!.inBayId === null && others.length > 0) {
      const bays = [...choice.bays];
      bays[at] = others[below(others.length)]!;
      return { ...choice, bays };
    }
  }
  const startOf = (at: number) => plan.placed[tasks[at]!.id]?.startMinutes ?? Number.POSITIVE_INFINITY;
  const order = [...choice.order].sort((a, b) => startOf(a) - startOf(b) || a - b);
  const from = below(order.length);
  const to = Math.max(0, from - 1 - below(12));
  const [task] = order.splice(from, 1);
  order.splice(to, 0, task!);
  return { ...choice, order };
}
