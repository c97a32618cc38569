import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CrewPlan, CrewQuestion, CrewTask } from './crew.ts';
import { crewBound } from './crewBound.ts';
import { faultsOf } from './crewFaults.ts';
import { movedBetween, repairPlan } from './crewRepair.ts';
import { planCrew } from './crewSearch.ts';
import type { Span } from './spans.ts';

const HOUR = 60;
const DAY = 24 * HOUR;
const LIMITS = { rounds: 120, timeLimitMs: 100_000 };

const week = (days: number, fromHour = 8, toHour = 16): Span[] =>
  Array.from({ length: days }, (_, day) => ({
    fromMinutes: day * DAY + fromHour * HOUR,
    toMinutes: day * DAY + toHour * HOUR,
  }));

const task = (given: Partial<CrewTask> & Pick<CrewTask, 'id'>): CrewTask => ({
  jobId: 'A',
  minutes: 60,
  skill: null,
  people: 1,
  inBay: true,
  after: [],
  notBeforeMinutes: 0,
  ...given,
});

const job = (id: string, more: Partial<CrewQuestion['jobs'][number]> = {}) => ({
  id,
  dueMinutes: null,
  weight: 1,
  bayIds: ['1'],
  inBayId: null,
  windows: null,
  ...more,
});

/**
 * Asked minute by minute and apart from the code: who works when they are at home, who does two things at once, who comes
 * before what they wait for, two units in one bay.
 */
function brokenRules(
  question: CrewQuestion,
  { placed, bays }: Pick<CrewPlan, 'placed' | 'bays'>,
  begun: CrewPlan['placed'] = {},
): string[] {
  const broken: string[] = [];
  const isOpen = (spans: readonly Span[] | null, minute: number) =>
    spans === null || spans.some((span) => minute >= span.fromMinutes && minute < span.toMinutes);
  const busy = new Map<string, string>();
  for (const each of question.tasks) {
    const at = placed[each.id];
    if (!at) continue;
    const people = at.personIds.map((id) => question.people.find((person) => person.id === id)!);
    const { windows, bayIds } = question.jobs.find((one) => one.id === each.jobId)!;
    let worked = 0;
    for (let minute = at.startMinutes; minute < at.endMinutes; minute++) {
      if (people.every((person) => isOpen(person.works, minute)) && isOpen(windows, minute)) worked++;
      for (const { id } of people) {
        const key = `${id} ${minute}`;
        if (busy.has(key)) broken.push(`${id} does ${busy.get(key)} and ${each.id} at ${minute}`);
        busy.set(key, each.id);
      }
    }
    if (worked !== each.minutes) broken.push(`${each.id} gets ${worked} of ${each.minutes} minutes`);
    if (people.length !== each.people) broken.push(`${each.id} has ${people.length} of ${each.people} people`);
    if (each.skill && !people.some((person) => person.skills.includes(each.skill!)))
      broken.push(`nobody at ${each.id} can do it`);
    if (at.startMinutes < each.notBeforeMinutes) broken.push(`${each.id} begins before its parts are in`);
    const goesOn = begun[each.id]?.startMinutes === at.startMinutes && at.endMinutes > question.nowMinutes;
    if (at.startMinutes < question.nowMinutes && !goesOn) broken.push(`${each.id} begins before now`);
    for (const id of each.after)
      if (!placed[id] || placed[id].endMinutes > at.startMinutes)
        broken.push(`${each.id} begins before ${id} has ended`);
    if (each.inBay && !bayIds.includes(bays[each.jobId] ?? '')) broken.push(`${each.jobId} does not fit its bay`);
  }
  const inBays = question.tasks.filter((each) => each.inBay && placed[each.id]);
  for (const one of inBays)
    for (const other of inBays) {
      if (one.jobId === other.jobId || bays[one.jobId] !== bays[other.jobId]) continue;
      const stay = (id: string) => {
        const own = inBays.filter((each) => each.jobId === id).map((each) => placed[each.id]!);
        return [Math.min(...own.map((at) => at.startMinutes)), Math.max(...own.map((at) => at.endMinutes))] as const;
      };
      const [first, second] = [stay(one.jobId), stay(other.jobId)];
      if (first[0] < second[1] && second[0] < first[1]) broken.push(`${one.jobId} and ${other.jobId} share a bay`);
    }
  return broken;
}

const SKILLS = ['wiring', 'metal'];

/** Crews, jobs and steps of every kind; small, so that the check by the minute stays quick. */
const questions: fc.Arbitrary<CrewQuestion> = fc
  .record({
    people: fc.array(
      fc.record({
        skills: fc.subarray(SKILLS),
        from: fc.integer({ min: 6, max: 10 }),
        hours: fc.integer({ min: 3, max: 8 }),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    jobs: fc.array(
      fc.record({
        due: fc.option(fc.integer({ min: 0, max: 5 * DAY })),
        bays: fc.subarray(['1', '2']),
        windows: fc.option(fc.tuple(fc.integer({ min: 6, max: 10 }), fc.integer({ min: 3, max: 8 }))),
        tasks: fc.array(
          fc.record({
            minutes: fc.integer({ min: 5, max: 200 }),
            skill: fc.option(fc.constantFrom(...SKILLS)),
            people: fc.constantFrom<1 | 2>(1, 1, 1, 2),
            inBay: fc.boolean(),
            waits: fc.array(fc.nat(5), { maxLength: 3 }),
            notBefore: fc.oneof(
              fc.constant(0),
              fc.integer({ min: 0, max: 3 * DAY }),
              fc.constant(Number.POSITIVE_INFINITY),
            ),
          }),
          { minLength: 1, maxLength: 6 },
        ),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    now: fc.integer({ min: 0, max: 2 * DAY }),
  })
  .map(({ people, jobs, now }) => ({
    nowMinutes: now,
    people: people.map(({ skills, from, hours }, at) => ({
      id: `p${at}`,
      skills,
      works: week(14, from, from + hours),
    })),
    jobs: jobs.map(({ due, bays, windows }, at) =>
      job(`j${at}`, {
        dueMinutes: due,
        bayIds: bays,
        windows: windows && week(14, windows[0], windows[0] + windows[1]),
      }),
    ),
    tasks: jobs.flatMap(({ tasks }, at) =>
      tasks.map(({ minutes, skill, people: count, inBay, waits, notBefore }, index) =>
        task({
          id: `j${at}t${index}`,
          jobId: `j${at}`,
          minutes,
          skill,
          people: count,
          inBay,
          after: [...new Set(waits.filter((before) => before < index))].map((before) => `j${at}t${before}`),
          notBeforeMinutes: notBefore,
        }),
      ),
    ),
  }));

describe('a plan for a crew', () => {
  it('keeps order, hours, skills, two pairs of hands, bays, windows and parts, whatever is asked', () => {
    fc.assert(
      fc.property(questions, (question) => {
        const { plan, endMinutes, boundMinutes } = planCrew(question, LIMITS);
        expect(brokenRules(question, plan)).toEqual([]);
        expect(faultsOf(question, plan)).toEqual([]);
        if (Object.keys(plan.unplaced).length === 0) expect(boundMinutes).toBeLessThanOrEqual(endMinutes);
        for (const { id } of question.tasks) expect(Boolean(plan.placed[id]) !== Boolean(plan.unplaced[id])).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('goes over the night when it has to, and not over the tide', () => {
    const people = [{ id: 'ann', skills: [], works: week(5) }];
    const long = task({ id: 'long', minutes: 120 });
    const question = { nowMinutes: 15 * HOUR, people, jobs: [job('A')], tasks: [long] };
    expect(planCrew(question, LIMITS).plan.placed.long).toEqual({
      startMinutes: 15 * HOUR,
      endMinutes: DAY + 9 * HOUR,
      personIds: ['ann'],
    });
    // The road is clear from 6 to 11 on the next day: begun today it would be cut off.
    const windows = [
      { fromMinutes: 12 * HOUR, toMinutes: 16 * HOUR },
      { fromMinutes: DAY + 6 * HOUR, toMinutes: DAY + 11 * HOUR },
    ];
    const tidal = { ...question, jobs: [job('A', { windows })] };
    expect(planCrew(tidal, LIMITS).plan.placed.long).toMatchObject({
      startMinutes: DAY + 8 * HOUR,
      endMinutes: DAY + 10 * HOUR,
    });
  });

  it('puts what is due first into the one bay, and reaches the bound where hours alone decide', () => {
    const people = [{ id: 'ann', skills: [], works: week(5) }];
    const jobs = [job('A', { dueMinutes: 5 * DAY }), job('B', { dueMinutes: 11 * HOUR })];
    const tasks = ['A', 'B'].map((id) => task({ id, jobId: id, minutes: 180 }));
    const { plan, endMinutes, boundMinutes, lateMinutes } = planCrew(
      { nowMinutes: 8 * HOUR, people, jobs, tasks },
      LIMITS,
    );
    expect(plan.placed.B!.startMinutes).toBe(8 * HOUR);
    expect([endMinutes, boundMinutes, lateMinutes]).toEqual([14 * HOUR, 14 * HOUR, 0]);
  });

  it('says why a step cannot be placed: no skill, no bay that fits, parts that nobody ordered', () => {
    const people = [{ id: 'ann', skills: [], works: week(5) }];
    const jobs = [job('A'), job('B', { bayIds: [] })];
    const tasks = [
      task({ id: 'weld', skill: 'metal' }),
      task({ id: 'later', after: ['weld'] }),
      task({ id: 'big', jobId: 'B' }),
      task({ id: 'bench', jobId: 'B', inBay: false }),
      task({ id: 'part', notBeforeMinutes: Number.POSITIVE_INFINITY }),
    ];
    const { plan } = planCrew({ nowMinutes: 0, people, jobs, tasks }, LIMITS);
    expect(plan.unplaced).toEqual({ weld: 'skill', later: 'before', big: 'bay', part: 'part' });
    expect(plan.placed.bench).toBeDefined();
  });

  it('bound: the longest chain, the hours of those who can, the bays, and never more than a plan needs', () => {
    const works = week(5);
    const people = [
      { id: 'ann', skills: ['wiring'], works },
      { id: 'bo', skills: [], works },
    ];
    const chain = ['1', '2', '3'].map((id, at) => task({ id, minutes: 100, after: at ? [String(at)] : [] }));
    const start = { nowMinutes: 8 * HOUR, people, jobs: [job('A')] };
    expect(crewBound({ ...start, tasks: chain })).toBe(13 * HOUR);
    const wired = chain.map((each) => ({ ...each, minutes: 160, after: [], skill: 'wiring' }));
    expect(crewBound({ ...start, tasks: wired })).toBe(16 * HOUR);
    const loose = chain.map((each) => ({ ...each, minutes: 160, after: [] }));
    expect(crewBound({ ...start, tasks: loose })).toBe(12 * HOUR);
    // Two units that only one bay takes stand there one after the other, however many hands there are.
    const both = ['A', 'B'].map((id) => task({ id, jobId: id, minutes: 180 }));
    expect(crewBound({ ...start, jobs: [job('A'), job('B')], tasks: both })).toBe(14 * HOUR);
    const apart = [job('A'), job('B', { bayIds: ['1', '2'] })];
    expect(crewBound({ ...start, jobs: apart, tasks: both })).toBe(11 * HOUR);
  });
});

describe('faults of a plan that was moved by hand', () => {
  const works = week(5);
  const question: CrewQuestion = {
    nowMinutes: 9 * HOUR,
    people: [
      { id: 'ann', skills: ['wiring'], works },
      { id: 'bo', skills: [], works },
    ],
    jobs: [job('A'), job('B')],
    tasks: [
      task({ id: 'first', skill: 'wiring' }),
      task({ id: 'next', after: ['first'], notBeforeMinutes: 11 * HOUR }),
      task({ id: 'two', people: 2 }),
      task({ id: 'other', jobId: 'B' }),
    ],
  };
  const bays = { A: '1', B: '1' };
  const at = (hour: number, ...personIds: string[]) => ({
    startMinutes: hour * HOUR,
    endMinutes: (hour + 1) * HOUR,
    personIds,
  });
  it.each([
    ['all before now', { first: at(8, 'ann') }, ['first past']],
    ['without the skill', { first: at(10, 'bo') }, ['first skill']],
    [
      'before what it waits for, and before its parts',
      { first: at(10, 'ann'), next: at(10, 'bo') },
      ['next order', 'next part'],
    ],
    ['alone where two are needed', { two: at(10, 'bo') }, ['two people']],
    ['two things at once', { first: at(10, 'ann'), two: at(10, 'ann', 'bo') }, ['two twice']],
    ['after the shop has closed', { first: at(17, 'ann') }, ['first hours']],
    [
      'into a bay that is taken',
      { first: at(10, 'ann'), two: at(13, 'ann', 'bo'), other: at(12, 'bo') },
      ['other bay', 'two bay'],
    ],
  ] as const)('%s', (_words, placed, expected) => {
    const said = faultsOf(question, { placed, bays }).map(({ taskId, kind }) => `${taskId} ${kind}`);
    expect(said.length).toBeGreaterThan(0);
    for (const each of said) expect(expected).toContain(each);
  });
});

describe('mending a plan', () => {
  it('keeps every rule, and moves nothing while nothing slipped', () => {
    fc.assert(
      fc.property(questions, (question) => {
        const { plan } = planCrew(question, LIMITS);
        const same = repairPlan(question, plan);
        expect(movedBetween(plan.placed, same.plan.placed)).toEqual([]);
        expect(brokenRules(question, same.plan)).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  it('keeps every rule when time went by, parts are late and work takes longer', () => {
    fc.assert(
      fc.property(questions, fc.nat(DAY), fc.nat(DAY), (question, gone, late) => {
        const { plan } = planCrew(question, LIMITS);
        const nowMinutes = question.nowMinutes + gone;
        // What should have been done by now is done, or what has begun after it could not have.
        const isDone = (id: string) => (plan.placed[id]?.endMinutes ?? Number.POSITIVE_INFINITY) <= nowMinutes;
        const tasks = question.tasks
          .filter((each) => !isDone(each.id))
          .map((each, index) => {
            const open = { ...each, after: each.after.filter((id) => !isDone(id)) };
            if (index % 3 !== 0) return open;
            // What is under way takes longer; its parts were there.
            const hasBegun = (plan.placed[each.id]?.startMinutes ?? Number.POSITIVE_INFINITY) < nowMinutes;
            const notBeforeMinutes = each.notBeforeMinutes + (hasBegun ? 0 : late);
            return { ...open, notBeforeMinutes, minutes: each.minutes + 10 };
          });
        const slipped = { ...question, nowMinutes, tasks };
        const { plan: mended, movedIds } = repairPlan(slipped, plan, new Set(), LIMITS);
        expect(brokenRules(slipped, mended, plan.placed)).toEqual([]);
        const still = Object.fromEntries(Object.entries(plan.placed).filter(([id]) => !isDone(id)));
        expect(movedIds).toEqual(movedBetween(still, mended.placed));
      }),
      { numRuns: 60 },
    );
  });

  it('what is under way goes on; what should have been done by now is planned again', () => {
    const people = ['ann', 'bo'].map((id) => ({ id, skills: [], works: week(5) }));
    const jobs = [job('A'), job('B', { bayIds: ['2'] })];
    const tasks = [task({ id: 'a' }), task({ id: 'b', jobId: 'B' })];
    const at = (hour: number, id: string) => ({
      startMinutes: hour * HOUR,
      endMinutes: (hour + 1) * HOUR,
      personIds: [id],
    });
    const old = { placed: { a: at(9, 'ann'), b: at(8, 'bo') }, bays: { A: '1', B: '2' } };
    const question = { nowMinutes: 9.5 * HOUR, people, jobs, tasks };
    expect(faultsOf(question, old).map(({ taskId, kind }) => `${taskId} ${kind}`)).toEqual(['b past']);
    const { plan, movedIds } = repairPlan(question, old, new Set(), LIMITS);
    expect(movedIds).toEqual(['b']);
    expect(plan.placed.a).toEqual(at(9, 'ann'));
    expect(plan.placed.b!.startMinutes).toBe(9.5 * HOUR);
  });

  it('a unit that is being worked on stays in its bay, and others come after it', () => {
    const people = ['ann', 'bo'].map((id) => ({ id, skills: [], works: week(5) }));
    const jobs = [job('A', { bayIds: ['1', '2'] }), job('B', { bayIds: ['1', '2'], dueMinutes: 10 * HOUR })];
    const tasks = [task({ id: 'a1', minutes: 120 }), task({ id: 'a2', after: ['a1'] }), task({ id: 'b', jobId: 'B' })];
    const a1 = { startMinutes: 8 * HOUR, endMinutes: 10 * HOUR, personIds: ['ann'] };
    const question = { nowMinutes: 9 * HOUR, people, jobs, tasks };
    const { plan } = planCrew(question, LIMITS, { placed: { a1 }, bays: { A: '2' } });
    expect(plan.placed.a1).toEqual(a1);
    expect(plan.bays.A).toBe('2');
    expect(brokenRules(question, plan, { a1 })).toEqual([]);
  });

  it('one late part moves that step and what waits for it, not the week', () => {
    const works = week(5);
    const people = ['ann', 'bo'].map((id) => ({ id, skills: [], works }));
    const jobs = ['A', 'B', 'C'].map((id) => job(id, { bayIds: ['1', '2', '3'] }));
    const tasks = jobs.flatMap(({ id }) =>
      ['1', '2', '3', '4'].map((n, at) => task({ id: id + n, jobId: id, after: at ? [id + at] : [] })),
    );
    const question = { nowMinutes: 8 * HOUR, people, jobs, tasks };
    const { plan } = planCrew(question, LIMITS);
    const late = {
      ...question,
      tasks: tasks.map((each) => (each.id === 'B4' ? { ...each, notBeforeMinutes: 2 * DAY } : each)),
    };
    const { movedIds, plan: mended } = repairPlan(late, plan);
    expect(movedIds).toEqual(['B4']);
    expect(mended.placed.B4!.startMinutes).toBe(2 * DAY + 8 * HOUR);
  });

  it('a step that was put somewhere by hand stays there, and others make room', () => {
    const works = week(5);
    const people = [{ id: 'ann', skills: [], works }];
    const jobs = [job('A'), job('B', { bayIds: ['2'] })];
    const tasks = [task({ id: 'a' }), task({ id: 'b', jobId: 'B' })];
    const question = { nowMinutes: 8 * HOUR, people, jobs, tasks };
    const at = (hour: number) => ({ startMinutes: hour * HOUR, endMinutes: (hour + 1) * HOUR, personIds: ['ann'] });
    const byHand = { placed: { a: at(10), b: at(10) }, bays: { A: '1', B: '2' } };
    const { plan, movedIds } = repairPlan(question, byHand, new Set(['b']));
    expect(plan.placed.b).toEqual(at(10));
    expect(movedIds).toEqual(['a']);
  });
});
