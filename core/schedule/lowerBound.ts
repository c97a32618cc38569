/** No plan can end earlier than this: the longest chain, the work of each resource, one machine with heads and tails. */
import type { Problem } from './schedule.ts';

/** Earliest begin of each task, as if nothing were scarce. */
function headsOf({ durations, before }: Problem): Int32Array {
  const head = new Int32Array(durations.length).fill(-1);
  const of = (task: number): number => {
    if (head[task]! >= 0) return head[task]!;
    let earliest = 0;
    for (const other of before[task]!) earliest = Math.max(earliest, of(other) + durations[other]!);
    head[task] = earliest;
    return earliest;
  };
  for (let task = 0; task < durations.length; task++) of(task);
  return head;
}

/** Work that must follow each task, itself left out. */
function restsOf({ durations, after }: Problem): Int32Array {
  const rest = new Int32Array(durations.length).fill(-1);
  const of = (task: number): number => {
    if (rest[task]! >= 0) return rest[task]!;
    let longest = 0;
    for (const next of after[task]!) longest = Math.max(longest, of(next) + durations[next]!);
    rest[task] = longest;
    return longest;
  };
  for (let task = 0; task < durations.length; task++) of(task);
  return rest;
}

/**
 * One machine with heads and tails, work that may be interrupted: always the ready task with the longest tail (Jackson
 * 1955; Carlier 1982 uses it as a bound).
 */
function oneMachine(tasks: readonly number[], heads: Int32Array, rests: Int32Array, durations: Int32Array): number {
  const byHead = [...tasks].sort((a, b) => heads[a]! - heads[b]!);
  const left = new Map(tasks.map((task) => [task, durations[task]!]));
  const ready = new Set<number>();
  let time = 0;
  let next = 0;
  let bound = 0;
  while (next < byHead.length || ready.size > 0) {
    if (ready.size === 0) time = Math.max(time, heads[byHead[next]!]!);
    while (next < byHead.length && heads[byHead[next]!]! <= time) ready.add(byHead[next++]!);
    let chosen = -1;
    for (const task of ready) if (chosen < 0 || rests[task]! > rests[chosen]!) chosen = task;
    const until = next < byHead.length ? heads[byHead[next]!]! : Number.POSITIVE_INFINITY;
    const work = Math.min(left.get(chosen)!, until - time);
    time += work;
    left.set(chosen, left.get(chosen)! - work);
    if (left.get(chosen) === 0) {
      ready.delete(chosen);
      bound = Math.max(bound, time + rests[chosen]!);
    }
  }
  return bound;
}

/** The best of the three bounds, in the unit of the durations. */
export function lowerBound(problem: Problem): number {
  const { durations, needs, capacities } = problem;
  const heads = headsOf(problem);
  const rests = restsOf(problem);
  let bound = 0;
  for (let task = 0; task < durations.length; task++)
    bound = Math.max(bound, heads[task]! + durations[task]! + rests[task]!);
  for (const [resource, capacity] of capacities.entries()) {
    const users = [...durations.keys()].filter((task) => needs[task]!.some((need) => need.resource === resource));
    const countOf = (task: number) => needs[task]!.find((need) => need.resource === resource)!.count;
    const work = users.reduce((sum, task) => sum + durations[task]! * countOf(task), 0);
    bound = Math.max(bound, Math.ceil(work / capacity));
    // Tasks of which no two fit together work one after another.
    const alone = users.filter((task) => durations[task]! > 0 && 2 * countOf(task) > capacity);
    if (alone.length > 0) bound = Math.max(bound, oneMachine(alone, heads, rests, durations));
  }
  return bound;
}
