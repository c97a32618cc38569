import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PlanQuestion, planTasks } from './schedule.ts';
import { JOB_SHOPS } from './testing.ts';

/** Rounds, not time, so that a busy machine gives the same answer. */
const LIMITS = { rounds: 30_000, timeLimitMs: 100_000 };

/** Checked apart from the code: who waits begins later, and nothing is taken more often than it is there. */
function problemsIn(question: PlanQuestion, starts: Record<string, number>): string[] {
  const problems: string[] = [];
  const taskOf = new Map(question.tasks.map((task) => [task.id, task]));
  for (const task of question.tasks)
    for (const before of task.after)
      if (starts[task.id]! < starts[before]! + taskOf.get(before)!.durationMinutes)
        problems.push(`${task.id} begins before ${before} ends`);
  for (const resource of question.resources)
    for (const { id } of question.tasks) {
      const time = starts[id]!;
      const taken = question.tasks
        .filter((task) => starts[task.id]! <= time && time < starts[task.id]! + task.durationMinutes)
        .flatMap((task) => task.needs)
        .filter((need) => need.resource === resource.id)
        .reduce((sum, need) => sum + need.count, 0);
      if (taken > resource.capacity) problems.push(`${resource.id} is taken ${taken} times at ${time}`);
    }
  return problems;
}

describe('published job-shop instances', () => {
  // ft06 and ft10 by Fisher and Thompson (1963), la01 by Lawrence (1984); optima as published, from memory.
  it.each(JOB_SHOPS.map((each) => [each.name, each] as const))(
    '%s',
    (name, { question, optimumMinutes }) => {
      const answer = planTasks(PlanQuestion.parse(question), LIMITS);
      expect(problemsIn(question, answer.starts)).toEqual([]);
      expect(answer.lowerBoundMinutes).toBeLessThanOrEqual(optimumMinutes);
      expect(answer.makespanMinutes).toBeGreaterThanOrEqual(optimumMinutes);
      console.log(`${name}: ${answer.makespanMinutes}, optimum ${optimumMinutes}, bound ${answer.lowerBoundMinutes}`);
      if (name === 'ft10') expect(answer.makespanMinutes).toBeLessThanOrEqual(optimumMinutes * 1.05);
      else expect(answer.makespanMinutes).toBe(optimumMinutes);
    },
    120_000,
  );

  it('la01 is proved to be best by the load of its busiest machine', () => {
    const { question } = JOB_SHOPS.find((each) => each.name === 'la01')!;
    expect(planTasks(PlanQuestion.parse(question), LIMITS).provenOptimal).toBe(true);
  });
});

describe('any tasks', () => {
  const question = fc
    .record({
      count: fc.integer({ min: 1, max: 14 }),
      capacities: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 3 }),
      seed: fc.infiniteStream(fc.nat(1000)),
    })
    .map(({ count, capacities, seed }): PlanQuestion => {
      const next = () => seed.next().value as number;
      return {
        tasks: Array.from({ length: count }, (_, index) => ({
          id: `t${index}`,
          durationMinutes: next() % 9,
          after: Array.from({ length: index }, (_each, before) => before)
            .filter(() => next() % 4 === 0)
            .map((before) => `t${before}`),
          needs: capacities.flatMap((capacity, at) =>
            next() % 2 === 0 ? [{ resource: `r${at}`, count: 1 + (next() % capacity) }] : [],
          ),
        })),
        resources: capacities.map((capacity, at) => ({ id: `r${at}`, capacity })),
      };
    });

  it('keep their order and their resources, never end before the bound, and a resource more never ends later than it must', () => {
    fc.assert(
      fc.property(question, (asked) => {
        const answer = planTasks(PlanQuestion.parse(asked), { rounds: 300, timeLimitMs: 5000 });
        expect(problemsIn(asked, answer.starts)).toEqual([]);
        expect(answer.makespanMinutes).toBeGreaterThanOrEqual(answer.lowerBoundMinutes);
        const ends = asked.tasks.map((task) => answer.starts[task.id]! + task.durationMinutes);
        expect(answer.makespanMinutes).toBe(Math.max(...ends));
      }),
      { numRuns: 120 },
    );
  });

  it('tells what is wrong with the question', () => {
    const tasks = [
      { id: 'a', durationMinutes: 5, after: ['b'], needs: [{ resource: 'bay', count: 2 }] },
      { id: 'b', durationMinutes: 5, after: ['a'] },
    ];
    const parsed = PlanQuestion.safeParse({ tasks, resources: [{ id: 'bay', capacity: 1 }] });
    expect(parsed.error?.issues.map((issue) => issue.message)).toEqual([
      'bay has 1 only, 2 are asked for',
      'Tasks wait for each other in a circle',
    ]);
    expect(
      PlanQuestion.safeParse({ tasks: [{ id: 'a', durationMinutes: 5, after: ['x'] }], resources: [] }).success,
    ).toBe(false);
  });
});
