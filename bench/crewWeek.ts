/** A week's work for the planner's benchmark: five units alike, 200 steps, four people, two bays. */
import type { CrewQuestion, CrewTask, Span } from '../core/schedule/index.ts';

const DAY = 24 * 60;
const week: Span[] = Array.from({ length: 28 }, (_, day) => day)
  .filter((day) => day % 7 < 5)
  .flatMap((day) => [
    { fromMinutes: day * DAY + 450, toMinutes: day * DAY + 720 },
    { fromMinutes: day * DAY + 750, toMinutes: day * DAY + 990 },
  ]);

export function crewWeek(): CrewQuestion {
  const stepsOf = (jobId: string): CrewTask[] =>
    Array.from({ length: 40 }, (_, at) => ({
      id: `${jobId}-${at}`,
      jobId,
      minutes: 10 + ((at * 37) % 60),
      skill: [null, 'wiring', 'metal'][at % 3]!,
      people: at % 9 === 4 ? 2 : 1,
      inBay: at > 2,
      // Three strands that meet every tenth step.
      after: at < 3 ? [] : at % 10 === 0 ? [1, 2, 3].map((back) => `${jobId}-${at - back}`) : [`${jobId}-${at - 3}`],
      notBeforeMinutes: 0,
    }));
  const jobs = ['A', 'B', 'C', 'D', 'E'].map((id, at) => ({
    id,
    dueMinutes: (at + 2) * DAY,
    weight: 1,
    bayIds: ['1', '2'],
    inBayId: null,
    windows: null,
  }));
  return {
    nowMinutes: 450,
    people: [['wiring'], ['wiring'], ['metal'], ['metal', 'wiring']].map((skills, at) => ({
      id: `p${at}`,
      skills,
      works: week,
    })),
    jobs,
    tasks: jobs.flatMap((job) => stepsOf(job.id)),
  };
}
