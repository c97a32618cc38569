import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applied, countingIds, testTruck } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { STAGES } from '../document/index.ts';
import { inWords } from '../units/index.ts';
import { assess, FINDING_RULES } from './assess.ts';
import { isOpen } from './finding.ts';
import { groupFindings } from './groups.ts';
import { toldOf } from './testing/told.ts';
import { fewestCover, tryWay, tryWays } from './tryWays.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const unit = (tag: string) => units.find((build) => build.unit.tag === tag)!;

describe('every finding', () => {
  it('shows at one of the eight stages at least, and on the findings of the whole unit', () => {
    for (const { code, stages } of FINDING_RULES) {
      expect(stages.length, code).toBeGreaterThan(0);
      for (const stage of stages) expect(STAGES, code).toContain(stage);
    }
  });

  it('says no millimetre to somebody who works in inches, but where a size is bought by it', () => {
    const inches = { length: 'in', wire: 'awg' } as const;
    const said = units.flatMap((build) =>
      assess(build).findings.flatMap(({ message, waysOut }) => [message, ...waysOut.map((way) => way.label)]),
    );
    expect(said.some((words) => / mm\b(?!²)/.test(inWords(words)))).toBe(true);
    for (const words of said) expect(inWords(words, inches)).not.toMatch(/\d m{1,2}\b(?!²)/);
  });

  it('keeps its name when its figures change, and no two have the same', () => {
    const build = unit('SR-05');
    const [lampId] = Object.keys(build.lamps);
    const lamp = build.lamps[lampId!]!;
    const nearer = { lampId: lampId!, face: lamp.face, position: { ...lamp.position, zMm: lamp.position.zMm - 1 } };
    const moved = applied(build, [{ kind: 'moveLamps', moves: [nearer] }]);
    const names = (each: typeof build) => assess(each).findings.map((finding) => finding.id);
    expect(names(moved)).toEqual(names(build));
    for (const each of units) expect(new Set(names(each)).size, each.unit.tag).toBe(names(each).length);
  });
});

describe('findings of one kind', () => {
  const build = unit('SR-05');
  const { findings } = assess(build);
  const groups = groupFindings(findings);

  it('are told together, none is lost, and the worst still comes first', () => {
    expect(groups.flatMap((group) => group.findings).length).toBe(findings.length);
    expect(groups.length).toBeLessThan(findings.length);
    for (const group of groups) {
      expect(new Set(group.findings.map(({ code }) => code)).size).toBe(1);
      expect(new Set(group.findings.map(({ severity }) => severity)).size).toBe(1);
    }
    expect(groups[0]!.severity).toBe(findings[0]!.severity);
  });

  it('have one way out that settles all of them: a grommet for each of four, another lamp for each of two', () => {
    for (const [code, count] of [
      ['M20', 4],
      ['M35', 2],
      ['M41', 2],
    ] as const) {
      const group = groups.find((each) => each.code === code)!;
      const lamps = new Set(group.findings.flatMap(({ place }) => place.lampIds));
      expect(lamps.size, code).toBe(count);
      const { settles, refusal } = tryWay(build, group.waysOut[0]!.operations, findings);
      expect(refusal, code).toBeNull();
      expect(settles, code).toEqual(expect.arrayContaining(group.findings.map(({ id }) => id)));
    }
  });

  it('parts are added for each of them, and what is one change for all is made once', () => {
    const [grommets] = groups.find((each) => each.code === 'M20')!.waysOut;
    const parts = grommets!.operations.flatMap((each) => (each.kind === 'addExtraParts' ? each.parts : []));
    expect(parts.reduce((sum, part) => sum + part.quantity, 0)).toBe(4);
    expect(inWords(grommets!.label)).toBe('Add 2 × sealing grommet, 2 times');
  });
});

describe('ways out that are tried', () => {
  it.each(['SR-05', 'SR-07', 'SR-11'])(
    '%s: what a way is said to settle and to bring is what taking it does',
    (tag) => {
      const build = unit(tag);
      const { findings } = assess(build);
      const groups = groupFindings(findings);
      const { tried, fewest } = tryWays(build, findings, groups);
      const open = (each: typeof build) =>
        new Set(
          assess(each)
            .findings.filter(isOpen)
            .map(({ id }) => id),
        );
      const before = open(build);
      for (const way of groups.flatMap((group) => group.waysOut)) {
        const { refusal, settles, brings } = tried[way.key] ?? { refusal: 'not asked', settles: [], brings: [] };
        if (refusal !== null) continue;
        const after = open(applied(structuredClone(build), way.operations));
        expect(new Set([...before].filter((id) => !settles.includes(id)).concat(brings.map(({ id }) => id)))).toEqual(
          after,
        );
      }
      const taken = fewest.keys.flatMap(
        (key) => groups.flatMap((group) => group.waysOut).find((way) => way.key === key)!.operations,
      );
      const left = open(applied(structuredClone(build), taken));
      expect([...left].sort()).toEqual(fewest.leaves.map(({ id }) => id).sort());
      expect(left.size).toBeLessThan(Math.max(1, before.size));
    },
  );

  it('a way that cannot be taken says why, and settles nothing', () => {
    const tried = tryWay(unit('SR-05'), [{ kind: 'removeLamps', lampIds: ['nobody'] }], []);
    expect(tried.refusal).not.toBeNull();
    expect(tried.settles).toEqual([]);
  });

  it('the fewest sets are as few as trying all of them shows, and hold everything', () => {
    const sets = fc.array(fc.uniqueArray(fc.constantFrom(...'abcdefg'), { minLength: 1, maxLength: 4 }), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(sets, (lists) => {
        const all = lists.map((each) => new Set(each));
        const wanted = new Set(lists.flat());
        const holds = (at: number[]) => new Set(at.flatMap((each) => lists[each]!)).size === wanted.size;
        const found = fewestCover(all);
        expect(holds(found)).toBe(true);
        for (let mask = 0; mask < 2 ** lists.length; mask++) {
          const some = lists.map((_, at) => at).filter((at) => (mask >> at) & 1);
          if (some.length < found.length) expect(holds(some)).toBe(wanted.size === 0);
        }
      }),
      { seed: 7, numRuns: 200 },
    );
  });
});

describe('what is let stand', () => {
  const stand = (id: string, code: string, reason: string | null) =>
    ({ kind: 'letStand', findingId: id, code, reason }) as const;

  it('a caution is no longer open, keeps who answers for it and why, and opens again when that is taken back', () => {
    const build = unit('SR-05');
    const caution = assess(build).findings.find((finding) => finding.severity === 'caution')!;
    const stood = applied(build, [stand(caution.id, caution.code, 'The customer knows')]);
    const found = toldOf(stood).find(({ id }) => id === caution.id)!;
    expect(found.standing).toMatchObject({ reason: 'The customer knows', by: 'test' });
    expect(isOpen(found)).toBe(false);
    const back = applied(stood, [stand(caution.id, caution.code, null)]);
    expect(isOpen(toldOf(back).find(({ id }) => id === caution.id)!)).toBe(true);
  });

  it('a stop never stands', () => {
    const build = unit('SR-05');
    const stop = assess(build).findings.find((finding) => finding.severity === 'stop')!;
    const stood = applied(build, [stand(stop.id, stop.code, 'It will be all right')]);
    expect(isOpen(assess(stood).findings.find(({ id }) => id === stop.id)!)).toBe(true);
  });

  it('notes want no answer', () => {
    expect(isOpen({ severity: 'note', standing: null })).toBe(false);
    expect(assess(testTruck().build).findings.filter(isOpen)).toEqual([]);
  });
});
