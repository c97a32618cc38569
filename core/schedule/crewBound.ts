/** What no plan of a crew can beat: the longest chain of a job, the hours of those who have a skill, the bays there are. */
import type { CrewPerson, CrewQuestion, CrewTask } from './crew.ts';
import { ALWAYS, endAfter, joined, meet, type Span, spanAt } from './spans.ts';

/** When so many minutes of work can be done at the earliest by all of these together, each working whenever they do. */
function togetherDone(people: readonly CrewPerson[], nowMinutes: number, minutes: number): number {
  if (minutes <= 0) return nowMinutes;
  const edges = people.flatMap((person) =>
    person.works.flatMap((span) =>
      span.toMinutes > nowMinutes
        ? [
            { at: Math.max(nowMinutes, span.fromMinutes), more: 1 },
            { at: span.toMinutes, more: -1 },
          ]
        : [],
    ),
  );
  edges.sort((a, b) => a.at - b.at);
  let left = minutes;
  let working = 0;
  let time = nowMinutes;
  for (const { at, more } of edges) {
    const done = working * (at - time);
    if (done >= left) return Math.ceil(time + left / working);
    left -= done;
    time = at;
    working += more;
  }
  return Number.POSITIVE_INFINITY;
}

const able = (people: readonly CrewPerson[], skill: string | null) =>
  people.filter((person) => skill === null || person.skills.includes(skill));

/** Ends of tasks when every job had the whole crew and a bay to itself. */
function endsAlone({ tasks, people, jobs, nowMinutes }: CrewQuestion): Map<string, number> {
  const openOf = new Map<string, readonly Span[]>();
  const open = (task: CrewTask) => {
    const key = `${task.skill} ${task.jobId}`;
    const windows = jobs.find((job) => job.id === task.jobId)?.windows ?? ALWAYS;
    const known = openOf.get(key) ?? meet(joined(able(people, task.skill).flatMap((each) => [...each.works])), windows);
    openOf.set(key, known);
    return known;
  };
  const taskOf = new Map(tasks.map((task) => [task.id, task]));
  const ends = new Map<string, number>();
  const endOf = (task: CrewTask): number => {
    const known = ends.get(task.id);
    if (known !== undefined) return known;
    let from = Math.max(nowMinutes, task.notBeforeMinutes);
    for (const id of task.after) {
      const before = taskOf.get(id);
      if (before) from = Math.max(from, endOf(before));
    }
    const spans = open(task);
    const begin = Math.max(from, spans[spanAt(spans, from)]?.fromMinutes ?? Number.POSITIVE_INFINITY);
    const end = begin === Number.POSITIVE_INFINITY ? begin : endAfter(spans, begin, task.minutes);
    ends.set(task.id, end);
    return end;
  };
  for (const task of tasks) endOf(task);
  return ends;
}

/** Minutes of the longest chain of a job's steps in its bay: so long it stands there at least. */
function stayMinutes(tasks: readonly CrewTask[]): number {
  const taskOf = new Map(tasks.map((task) => [task.id, task]));
  const known = new Map<string, number>();
  const upTo = (task: CrewTask): number => {
    const hit = known.get(task.id);
    if (hit !== undefined) return hit;
    const before = task.after.flatMap((id) => taskOf.get(id) ?? []);
    const minutes = task.minutes + before.reduce((most, each) => Math.max(most, upTo(each)), 0);
    known.set(task.id, minutes);
    return minutes;
  };
  return tasks.reduce((most, task) => Math.max(most, upTo(task)), 0);
}

/** When the bays that some jobs share can have held all of them one after another. */
function baysDone({ jobs, people, nowMinutes }: CrewQuestion, tasks: readonly CrewTask[]): number {
  const open = joined(people.flatMap((person) => [...person.works]));
  const stays = jobs.map(({ id, bayIds }) => ({
    bayIds,
    minutes: stayMinutes(tasks.filter((task) => task.jobId === id && task.inBay)),
  }));
  let latest = nowMinutes;
  for (const { bayIds } of stays) {
    const sharing = stays.filter((stay) => stay.bayIds.every((bay) => bayIds.includes(bay)) && stay.bayIds.length > 0);
    const minutes = sharing.reduce((sum, stay) => sum + stay.minutes, 0);
    if (bayIds.length === 0 || minutes === 0) continue;
    latest = Math.max(latest, endAfter(open, nowMinutes, Math.ceil(minutes / bayIds.length)));
  }
  return latest;
}

/**
 * Earliest end of all work that can be placed at all, in minutes on the shop's clock: no plan ends before it. Tasks whose
 * parts nobody knows about are left out.
 */
export function crewBound(question: CrewQuestion): number {
  const { people, nowMinutes } = question;
  const alone = endsAlone(question);
  const tasks = question.tasks.filter((task) => Number.isFinite(alone.get(task.id) ?? 0));
  let bound = nowMinutes;
  for (const task of tasks) bound = Math.max(bound, alone.get(task.id)!);
  // Hours of everybody together, and of those who have a skill.
  const skills = [null, ...new Set(tasks.flatMap((task) => task.skill ?? []))];
  for (const skill of skills) {
    const minutes = tasks
      .filter((task) => skill === null || task.skill === skill)
      .reduce((sum, task) => sum + task.minutes * (skill === null ? task.people : 1), 0);
    bound = Math.max(bound, togetherDone(able(people, skill), nowMinutes, minutes));
  }
  return Math.max(bound, baysDone(question, tasks));
}
