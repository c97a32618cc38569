/**
 * Tasks with what they wait for and what they need, put into time so that the last one ends early: serial generation
 * (Kelley 1963) of an order, improved by turning neighbours on the critical chain about under simulated annealing
 * (van Laarhoven, Aarts and Lenstra 1992). A lower bound tells how far from the best it can be at most.
 */
import * as z from 'zod';
import { lowerBound } from './lowerBound.ts';
import { xorshift } from './random.ts';

const id = z.string().min(1).max(80);

export const PlanQuestion = z
  .strictObject({
    tasks: z
      .array(
        z.strictObject({
          id,
          durationMinutes: z.number().int().min(0).max(100_000),
          after: z.array(id).max(1000).default([]),
          needs: z
            .array(z.strictObject({ resource: id, count: z.number().int().min(1).max(1000).default(1) }))
            .max(50)
            .default([]),
        }),
      )
      .min(1)
      .max(3000),
    resources: z.array(z.strictObject({ id, capacity: z.number().int().min(1).max(1000) })).max(500),
    timeLimitMs: z.number().int().min(0).max(600_000).optional(),
  })
  .superRefine((question, context) => {
    const issue = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const known = new Set(question.tasks.map((task) => task.id));
    const capacity = new Map(question.resources.map((resource) => [resource.id, resource.capacity]));
    if (known.size < question.tasks.length) issue(['tasks'], 'Two tasks have the same id');
    if (capacity.size < question.resources.length) issue(['resources'], 'Two resources have the same id');
    question.tasks.forEach((task, at) => {
      task.after.forEach((before, index) => {
        if (!known.has(before)) issue(['tasks', at, 'after', index], `There is no task "${before}"`);
      });
      task.needs.forEach((need, index) => {
        const has = capacity.get(need.resource);
        if (has === undefined)
          issue(['tasks', at, 'needs', index, 'resource'], `There is no resource "${need.resource}"`);
        else if (need.count > has)
          issue(
            ['tasks', at, 'needs', index, 'count'],
            `${need.resource} has ${has} only, ${need.count} are asked for`,
          );
      });
    });
    if (cycleIn(question.tasks)) issue(['tasks'], 'Tasks wait for each other in a circle');
  });
export type PlanQuestion = z.infer<typeof PlanQuestion>;

export interface PlanAnswer {
  makespanMinutes: number;
  lowerBoundMinutes: number;
  starts: Record<string, number>;
  provenOptimal: boolean;
}

function cycleIn(tasks: readonly { id: string; after: readonly string[] }[]): boolean {
  const waits = new Map(tasks.map((task) => [task.id, new Set(task.after)]));
  const free = tasks.filter((task) => task.after.length === 0).map((task) => task.id);
  const followers = new Map<string, string[]>();
  for (const task of tasks)
    for (const before of task.after) followers.set(before, [...(followers.get(before) ?? []), task.id]);
  let done = 0;
  while (free.length > 0) {
    const next = free.pop()!;
    done++;
    for (const follower of followers.get(next) ?? []) {
      const left = waits.get(follower)!;
      if (left.delete(next) && left.size === 0) free.push(follower);
    }
  }
  return done < tasks.length;
}

/** Tasks by number, for the loop. */
export interface Problem {
  durations: Int32Array;
  before: readonly (readonly number[])[];
  after: readonly (readonly number[])[];
  /** Pairs of resource and count. */
  needs: readonly (readonly { resource: number; count: number }[])[];
  capacities: Int32Array;
}

export function problemOf({ tasks, resources }: Pick<PlanQuestion, 'tasks' | 'resources'>): Problem {
  const taskAt = new Map(tasks.map((task, index) => [task.id, index]));
  const resourceAt = new Map(resources.map((resource, index) => [resource.id, index]));
  const before = tasks.map((task) => [...new Set(task.after)].map((each) => taskAt.get(each)!));
  const after: number[][] = tasks.map(() => []);
  for (const [index, each] of before.entries()) for (const other of each) after[other]!.push(index);
  return {
    durations: Int32Array.from(tasks, (task) => task.durationMinutes),
    before,
    after,
    needs: tasks.map((task) => {
      const counts = new Map<number, number>();
      for (const { resource, count } of task.needs) {
        const at = resourceAt.get(resource)!;
        counts.set(at, (counts.get(at) ?? 0) + count);
      }
      return [...counts].map(([resource, count]) => ({ resource, count }));
    }),
    capacities: Int32Array.from(resources, (resource) => resource.capacity),
  };
}

/** Puts tasks into time one after another, each as early as it goes. Reused between orders, so that nothing is allocated. */
class Generator {
  readonly starts: Int32Array;
  makespan = 0;
  private readonly placed: Uint8Array;
  /** What is taken of each resource, as steps: times and amounts from there on, sorted. */
  private readonly times: Int32Array[];
  private readonly taken: Int32Array[];
  private readonly lengths: Int32Array;

  constructor(private readonly problem: Problem) {
    const count = problem.durations.length;
    this.starts = new Int32Array(count);
    this.placed = new Uint8Array(count);
    this.times = Array.from(problem.capacities, () => new Int32Array(2 * count + 4));
    this.taken = Array.from(problem.capacities, () => new Int32Array(2 * count + 4));
    this.lengths = new Int32Array(problem.capacities.length);
  }

  run(order: ArrayLike<number>): void {
    this.placed.fill(0);
    this.lengths.fill(1);
    for (const [index, times] of this.times.entries()) {
      times[0] = 0;
      this.taken[index]![0] = 0;
    }
    this.makespan = 0;
    for (let at = 0; at < order.length; at++) this.place(order[at]!);
  }

  /** A task after all that it waits for, whatever the order says. */
  private place(task: number): void {
    if (this.placed[task]) return;
    this.placed[task] = 1;
    const { before, durations, needs } = this.problem;
    let earliest = 0;
    for (const other of before[task]!) {
      this.place(other);
      earliest = Math.max(earliest, this.starts[other]! + durations[other]!);
    }
    const duration = durations[task]!;
    const own = needs[task]!;
    let start = earliest;
    if (duration > 0)
      for (let moved = true; moved; ) {
        moved = false;
        for (const { resource, count } of own) {
          const fit = this.fits(resource, count, start, duration);
          if (fit > start) {
            start = fit;
            moved = true;
          }
        }
      }
    this.starts[task] = start;
    const end = start + duration;
    if (duration > 0) for (const { resource, count } of own) this.take(resource, count, start, end);
    if (end > this.makespan) this.makespan = end;
  }

  /** The step that holds at a time: the last that begins no later. */
  private stepAt(resource: number, time: number): number {
    const times = this.times[resource]!;
    let low = 0;
    let high = this.lengths[resource]! - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (times[middle]! <= time) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** First time from `from` on at which so much is free for so long. */
  private fits(resource: number, count: number, from: number, duration: number): number {
    const times = this.times[resource]!;
    const taken = this.taken[resource]!;
    const length = this.lengths[resource]!;
    const most = this.problem.capacities[resource]! - count;
    let start = from;
    for (let step = this.stepAt(resource, from); step < length; step++) {
      if (times[step]! >= start + duration) return start;
      if (taken[step]! > most) start = step + 1 < length ? times[step + 1]! : start;
    }
    return start;
  }

  private take(resource: number, count: number, start: number, end: number): void {
    const first = this.cut(resource, start);
    const last = this.cut(resource, end);
    const taken = this.taken[resource]!;
    for (let step = first; step < last; step++) taken[step] = taken[step]! + count;
  }

  /** The step that begins at a time, made if there is none. */
  private cut(resource: number, time: number): number {
    const times = this.times[resource]!;
    const taken = this.taken[resource]!;
    const at = this.stepAt(resource, time);
    if (times[at] === time) return at;
    const length = this.lengths[resource]!;
    times.copyWithin(at + 2, at + 1, length);
    taken.copyWithin(at + 2, at + 1, length);
    times[at + 1] = time;
    taken[at + 1] = taken[at]!;
    this.lengths[resource] = length + 1;
    return at + 1;
  }
}

/** Longest chain behind each task, itself included: who has much behind comes first. */
function tails({ durations, after }: Problem): Int32Array {
  const tail = new Int32Array(durations.length).fill(-1);
  const of = (task: number): number => {
    if (tail[task]! >= 0) return tail[task]!;
    let longest = 0;
    for (const next of after[task]!) longest = Math.max(longest, of(next));
    tail[task] = longest + durations[task]!;
    return tail[task]!;
  };
  for (let task = 0; task < durations.length; task++) of(task);
  return tail;
}

/** Two tasks on a critical chain, the second beginning where the first ends because they share a resource. */
function criticalPairs(
  problem: Problem,
  starts: Int32Array,
  makespan: number,
  random: () => number,
): [number, number][] {
  const { durations, before, needs } = problem;
  const endOf = (task: number) => starts[task]! + durations[task]!;
  const ends = new Map<number, number[]>();
  let last: number[] = [];
  for (let task = 0; task < durations.length; task++) {
    const end = endOf(task);
    const known = ends.get(end);
    if (known) known.push(task);
    else ends.set(end, [task]);
    if (end === makespan) last = ends.get(end)!;
  }
  const pick = (from: readonly number[]) => from[Math.floor(random() * from.length)]!;
  const pairs: [number, number][] = [];
  for (let task = pick(last); starts[task]! > 0; ) {
    const holding = (ends.get(starts[task]!) ?? []).filter(
      (other) =>
        other !== task &&
        (before[task]!.includes(other) ||
          needs[task]!.some(({ resource }) => needs[other]!.some((need) => need.resource === resource))),
    );
    if (holding.length === 0) break;
    const other = pick(holding);
    if (!before[task]!.includes(other)) pairs.push([other, task]);
    task = other;
  }
  return pairs;
}

export interface SearchLimits {
  /** Orders that are tried at most. */
  rounds: number;
  timeLimitMs: number;
  /** A clock in milliseconds, of whatever beginning. Without one the rounds alone end it. */
  now?: () => number;
  seed?: number;
}

const CHECK_TIME_EVERY = 64;
/** Worsening that is accepted half the time at the start and at the end, as a part of the makespan. */
const HOT = 0.02;
const COLD = 0.0006;

/** Starts and makespan of a good order; stops early when the lower bound is reached. */
export function search(
  problem: Problem,
  bound: number,
  limits: SearchLimits,
): { starts: Int32Array; makespan: number } {
  const random = xorshift(limits.seed ?? 20_261);
  const generator = new Generator(problem);
  const tail = tails(problem);
  let order: Int32Array<ArrayBuffer> = Int32Array.from(problem.durations.keys()).sort(
    (a, b) => tail[b]! - tail[a]! || a - b,
  );
  generator.run(order);
  let current = generator.makespan;
  let starts = generator.starts.slice();
  let best = { starts: starts.slice(), makespan: current };
  const now = limits.now ?? (() => 0);
  const begin = now();
  for (let round = 0; round < limits.rounds && best.makespan > bound; round++) {
    if (round % CHECK_TIME_EVERY === 0 && now() - begin > limits.timeLimitMs) break;
    const pairs = criticalPairs(problem, starts, current, random);
    if (pairs.length === 0) break;
    const [first, second] = pairs[Math.floor(random() * pairs.length)]!;
    const candidate = turned(order, first, second);
    generator.run(candidate);
    const worse = generator.makespan - current;
    const share = Math.min(1, Math.max(round / limits.rounds, (now() - begin) / limits.timeLimitMs));
    const heat = current * HOT * (COLD / HOT) ** share;
    if (worse > 0 && random() >= Math.exp((-worse * Math.LN2) / heat)) continue;
    starts = generator.starts.slice();
    current = generator.makespan;
    // The order as it came out, so that neighbours in time are neighbours in the order.
    order = candidate.sort((a, b) => generator.starts[a]! - generator.starts[b]! || a - b);
    if (current < best.makespan) best = { starts: starts.slice(), makespan: current };
  }
  return best;
}

/** The order with one task put right before another. */
function turned(order: Int32Array<ArrayBuffer>, first: number, second: number): Int32Array<ArrayBuffer> {
  const next = new Int32Array(order.length);
  let at = 0;
  for (const task of order) {
    if (task === second) continue;
    if (task === first) next[at++] = second;
    next[at++] = task;
  }
  return next;
}

const USUAL_MS = 5000;
const MAX_ROUNDS = 2_000_000;

/** Plans the tasks; deterministic for the same number of rounds, better with more time. */
export function planTasks(question: PlanQuestion, limits: Partial<SearchLimits> = {}): PlanAnswer {
  const problem = problemOf(question);
  const bound = lowerBound(problem);
  const { starts, makespan } = search(problem, bound, {
    rounds: MAX_ROUNDS,
    timeLimitMs: question.timeLimitMs ?? USUAL_MS,
    ...limits,
  });
  return {
    makespanMinutes: makespan,
    lowerBoundMinutes: bound,
    starts: Object.fromEntries(question.tasks.map((task, index) => [task.id, starts[index]!])),
    provenOptimal: makespan === bound,
  };
}
