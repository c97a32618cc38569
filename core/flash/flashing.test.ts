import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import { applyDrafts, type Build, OwnPattern } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { legendOf, mergeChoices } from './legend.ts';
import {
  copyOf,
  GRID_S,
  movedPulse,
  resizedPulse,
  reversed,
  shifted,
  stretched,
  withLevel,
  withoutPulse,
  withPulse,
} from './patterns/editPattern.ts';
import { levelAt, ownPattern, patternById } from './patterns/patterns.ts';
import { programmingRecipe, programmingTasks, type Recipe } from './programming.ts';
import { settingMeasures } from './settingMeasures.ts';
import { showsFor } from './should.ts';

const WARN = { name: 'Warn', kind: 'switch', signal: null, ratingA: 20 } as const;
const strobes = () =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .feed({ name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1', control: WARN });

describe('drawing a pattern', () => {
  const start = (): OwnPattern => copyOf(patternById('long-short'), 'own-a', 'Ours');
  type Edit = (pattern: OwnPattern) => OwnPattern;
  const edit = fc.oneof(
    fc.tuple(fc.double({ min: 0, max: 1.2, noNaN: true })).map(
      ([at]): Edit =>
        (each) =>
          withPulse(each, at),
    ),
    fc.tuple(fc.nat(6), fc.double({ min: -2, max: 2, noNaN: true })).map(
      ([index, by]): Edit =>
        (each) =>
          movedPulse(each, index, by),
    ),
    fc
      .tuple(fc.nat(6), fc.constantFrom('start' as const, 'end' as const), fc.double({ min: -1, max: 2, noNaN: true }))
      .map(
        ([index, edge, to]): Edit =>
          (each) =>
            resizedPulse(each, index, edge, to),
      ),
    fc.tuple(fc.nat(6)).map(
      ([index]): Edit =>
        (each) =>
          withoutPulse(each, index),
    ),
    fc.tuple(fc.nat(6), fc.double({ min: -1, max: 2, noNaN: true })).map(
      ([index, level]): Edit =>
        (each) =>
          withLevel(each, index, level),
    ),
    fc.constant<Edit>(reversed),
    fc.double({ min: -1, max: 1, noNaN: true }).map(
      (by): Edit =>
        (each) =>
          shifted(each, by),
    ),
  );

  it('whatever is done, what comes out may be kept, on the grid and in order', () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 14 }), (edits) => {
        const done = edits.reduce((pattern, each) => each(pattern), start());
        const parsed = OwnPattern.safeParse(done);
        expect(parsed.success, JSON.stringify(parsed.error?.issues ?? [])).toBe(true);
        for (const { startS, endS } of done.pulses)
          for (const time of [startS, endS])
            expect(Math.abs(time / GRID_S - Math.round(time / GRID_S))).toBeLessThan(1e-3);
      }),
      { numRuns: 400 },
    );
  });

  it('backwards twice, or later by a whole period, is the same light', () => {
    const light = (each: OwnPattern) =>
      Array.from({ length: 97 }, (_, at) => levelAt(ownPattern(each), 0, (at + 0.37) / 97));
    expect(light(reversed(reversed(start())))).toEqual(light(start()));
    expect(light(shifted(start(), start().periodS))).toEqual(light(start()));
    expect(light(shifted(shifted(start(), 0.35), -0.35))).toEqual(light(start()));
  });

  it('another period keeps the proportions', () => {
    const half = stretched(start(), 0.5);
    expect(half.periodS).toBe(0.5);
    expect(half.pulses.map(({ startS, endS }) => [startS, endS])).toEqual([
      [0, 0.15],
      [0.21, 0.25],
    ]);
  });
});

/** A lamp as its sheet describes it: what its place in the list is after actions. */
function played(recipe: Recipe, start: number, length: number): number {
  return recipe.actions.reduce((at, action) => {
    switch (action.kind) {
      case 'next':
        return (at + action.count) % length;
      case 'back':
        return (at - action.count + length * 10) % length;
      case 'reset':
        return 0;
      case 'dial':
        return action.number - 1;
      default:
        return at;
    }
  }, start);
}

describe('programming', () => {
  const unit = testTruck()
    .lamp('ST-0301', 'rear', { yMm: 1140, zMm: 1320 })
    .feed({ name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1', control: WARN });
  const [lampId] = unit.ids('L1');
  const list = Object.values(unit.build.models)[0]!.patterns;
  const programmed = (number: number): Build => {
    const result = applyDrafts(unit.build, [{ kind: 'programLamps', lampIds: [lampId!], number }]);
    if (!result.ok) throw new Error(result.reason.message);
    return result.value;
  };
  const cost = (recipe: Recipe) =>
    recipe.actions.reduce((sum, each) => sum + ('count' in each ? each.count : each.kind === 'reset' ? 1 : 0), 0);

  it('every recipe ends at what is wanted, by no more touches than any other way', () => {
    for (let from = 0; from < list.length; from++)
      for (let to = 0; to < list.length; to++) {
        const recipe = programmingRecipe(programmed(list[from]!.number), lampId!, list[to]!.patternId);
        if (!recipe.ok) throw new Error(recipe.reason.message);
        expect(played(recipe.value, from, list.length)).toBe(to);
        // Breadth first over the lamp's own list: next, back and to the first are a touch each.
        const steps = new Map([[from, 0]]);
        const queue = [from];
        for (const at of queue)
          for (const next of [(at + 1) % list.length, (at - 1 + list.length) % list.length, 0])
            if (!steps.has(next)) {
              steps.set(next, steps.get(at)! + 1);
              queue.push(next);
            }
        expect(cost(recipe.value)).toBe(steps.get(to));
      }
  });

  it('names the lead, tells to cap it, and starts with the first when nobody knows what it shows', () => {
    const recipe = programmingRecipe(unit.build, lampId!, list[2]!.patternId);
    expect(recipe.ok && recipe.value.words).toEqual([
      'Touch the yellow lead to ground for 5 s: it goes to the first of its list.',
      'Touch the yellow lead to ground twice, each for less than 1 s.',
      'Then cap the yellow lead, so that it touches nothing on the road.',
    ]);
  });

  it('refuses what the lamp does not have, and lamps with nothing to set', () => {
    expect(programmingRecipe(unit.build, lampId!, 'swell')).toMatchObject({ ok: false, reason: { kind: 'notInList' } });
    const marker = testTruck().lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
    expect(programmingRecipe(marker.build, marker.ids('L1')[0]!, 'quad')).toMatchObject({
      ok: false,
      reason: { kind: 'noMethod' },
    });
  });

  it('the checklist remembers who set which', () => {
    const tasks = programmingTasks(programmed(1));
    expect(tasks.map((task) => [task.lamp.tag, task.done])).toEqual([
      ['L1', true],
      ['R1', false],
    ]);
  });
});

describe('the legend and its channels', () => {
  const unit = testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 })
    .feed({
      name: 'Front',
      pattern: 'quad',
      wanted: 'always',
      slot: 'hot',
      tags: 'L1 R1',
      control: { name: 'Front', kind: 'channel', signal: null, ratingA: 3 },
      receiver: 2,
    })
    .feed({
      name: 'Rear',
      pattern: 'double',
      wanted: 'always',
      slot: null,
      tags: 'L2 R2',
      control: 'Front spare 2',
      receiver: 0,
    });
  const receiver = Object.values(unit.build.elements).find((element) => element.kind === 'receiver')!;

  it('names every control in the order of its buttons, with what it does', () => {
    expect(legendOf(unit.build).map((row) => [row.control.name, row.where, row.does, row.tags])).toEqual([
      ['Front', 'Receiver Front, button 1', 'Front: quad', 'L1 R1'],
      ['Front spare 2', 'Receiver Front, button 2', 'Rear: double', 'L2 R2'],
    ]);
  });

  it('merging two channels says what it costs, and frees one', () => {
    const [merge] = mergeChoices(unit.build, receiver.id);
    expect(merge).toMatchObject({ lost: 'Front without Rear, and the other way about', fits: false });
    expect(merge!.currentA).toBeCloseTo(4.4, 6);
    const merged = applyDrafts(unit.build, merge!.operations);
    if (!merged.ok) throw new Error(merged.reason.message);
    const [feed] = deriveFeeds(merged.value);
    expect(new Set(feed!.lamps.map((lamp) => feed!.ways[lamp.id]!.map(({ control }) => control.name).join()))).toEqual(
      new Set(['Front']),
    );
    expect(legendOf(merged.value).map((row) => [row.tags, row.spare])).toEqual([
      ['L1 L2 R1 R2', false],
      ['', true],
    ]);
  });
});

describe('measures of a setting', () => {
  it('a pair that answers each other is even, never wholly dark for long, and flashes twice as often', () => {
    const unit = strobes();
    const shows = showsFor(unit.build, new Set(Object.keys(unit.build.controls)));
    const measures = settingMeasures(unit.build, shows.values());
    expect(measures).toMatchObject({ heads: 2, mostAtOnce: 1 });
    expect(measures.leftPercent).toBeCloseTo(50, 0);
    expect(measures.darkestS).toBeLessThan(0.1);
    // Four pulses a side, twice a second; the last of one side meets the first of the other without dark between.
    expect(measures.flashesInASecond).toBe(12);
    const together = applyDrafts(unit.build, [
      {
        kind: 'setPattern',
        functionId: Object.keys(unit.build.functions)[0]!,
        lampIds: unit.ids('L1 R1'),
        changes: { phase: 'A', patternId: 'single' },
      },
    ]);
    if (!together.ok) throw new Error(together.reason.message);
    const single = settingMeasures(
      together.value,
      showsFor(together.value, new Set(Object.keys(unit.build.controls))).values(),
    );
    expect(single).toMatchObject({ mostAtOnce: 2, flashesInASecond: 2 });
    expect(single.darkestS).toBeCloseTo(0.38, 2);
  });
});
