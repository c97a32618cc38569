import { describe, expect, it } from 'vitest';
import { SHELF } from '../../demo/shelf.ts';
import { applied, testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import type { Build, LampModel } from '../document/index.ts';
import { legendOf, legendPrint, mergeChoices } from './legend.ts';
import { patternFigures } from './patterns/patternFigures.ts';
import { PATTERNS } from './patterns/patterns.ts';
import { programmingRecipe } from './programming.ts';

/** The crew's list as it hangs on the wall: number, period, pulses, time lit, flashes a minute. Ours, no source. */
const WALL: [id: string, number: number, periodMs: number, pulses: number, litMs: number, perMinute: number][] = [
  ['steady', 0, 1000, 1, 1000, 0],
  ['slow-single', 1, 1000, 1, 500, 60],
  ['tide', 2, 800, 1, 400, 75],
  ['turn', 3, 667, 1, 333, 90],
  ['double', 4, 900, 2, 140, 67],
  ['triple', 5, 800, 3, 180, 75],
  ['single', 6, 500, 1, 120, 120],
  ['quad', 7, 500, 4, 160, 120],
  ['long-short', 8, 1000, 2, 380, 120],
  ['step', 9, 600, 2, 200, 100],
  ['quick', 10, 300, 1, 80, 200],
  ['six', 11, 1000, 6, 210, 60],
  ['burst-steady', 12, 5000, 9, 4200, 96],
  ['rotor', 13, 500, 1, 250, 120],
  ['slow-rotor', 14, 800, 1, 360, 75],
  ['swell', 15, 1200, 1, 700, 50],
  ['five', 16, 900, 5, 200, 67],
  ['wide-single', 17, 800, 1, 250, 75],
  ['slow-double', 18, 1200, 2, 520, 100],
  ['slow-triple', 19, 1500, 3, 780, 120],
  ['eighty', 20, 750, 1, 300, 80],
  ['ladder', 21, 900, 3, 360, 67],
  ['heartbeat', 22, 1000, 2, 240, 120],
  ['two-tone', 23, 800, 4, 280, 150],
  ['dusk', 24, 900, 2, 180, 67],
  ['uneven', 25, 1300, 5, 300, 185],
  ['eight', 26, 1100, 8, 240, 55],
];

describe('the list on the wall', () => {
  it('is what the lamps are drawn by, number for number', () => {
    expect(PATTERNS.map(({ id, number }) => [id, number])).toEqual(WALL.map(([id, number]) => [id, number]));
  });

  it.each(WALL)(
    '%s, number %d: %d ms, %d pulses, %d ms lit, %d a minute',
    (id, _, periodMs, pulses, litMs, perMinute) => {
      const pattern = PATTERNS.find((each) => each.id === id)!;
      const ms = (seconds: number) => Math.round(seconds * 1000);
      expect(ms(pattern.periodS)).toBe(periodMs);
      expect(pattern.pulses).toHaveLength(pulses);
      expect(ms(pattern.pulses.reduce((sum, { startS, endS }) => sum + endS - startS, 0))).toBe(litMs);
      expect(patternFigures(pattern).flashesPerMinute).toBe(perMinute);
      // No pulse begins before the one ahead of it ends, and none outlasts the period.
      for (const [at, { startS, endS }] of pattern.pulses.entries()) {
        expect(startS).toBeGreaterThanOrEqual((pattern.pulses[at - 1]?.endS ?? 0) - 1e-9);
        expect(endS).toBeLessThanOrEqual(pattern.periodS + 1e-9);
      }
    },
  );
});

/** A truck with a lamp of a model that is set in one way, on a warning feed. */
function withMethod(programming: LampModel['programming'], remembers = true) {
  const { model } = SHELF.find((entry) => entry.model.key === 'ST-0302')!;
  const unit = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
  const build: Build = {
    ...unit.build,
    models: { ...unit.build.models, [model.key]: { ...model, programming, remembers } },
  };
  const [lampId] = Object.keys(build.lamps) as [string];
  return { build, lampId, list: model.patterns };
}
const wordsFor = (programming: LampModel['programming'], from: number | null, to: number, remembers = true) => {
  const { build, lampId, list } = withMethod(programming, remembers);
  const set =
    from === null ? build : applied(build, [{ kind: 'programLamps', lampIds: [lampId], number: list[from]!.number }]);
  const recipe = programmingRecipe(set, lampId, list[to]!.patternId);
  if (!recipe.ok) throw new Error(recipe.reason.message);
  return recipe.value;
};

describe('how a lamp is set', () => {
  it('a dial is turned to the number, from wherever it stood; nothing is turned that stands right', () => {
    const { list } = withMethod('dial');
    expect(wordsFor('dial', null, 2).words).toEqual([`Turn the small dial to ${list[2]!.number}.`]);
    expect(wordsFor('dial', 0, 2).actions).toEqual([{ kind: 'dial', number: list[2]!.number }]);
    expect(wordsFor('dial', 2, 2).words).toEqual(['It shows this already.']);
    // A dial keeps its place by itself.
    expect(wordsFor('dial', 2, 2, false).words).toEqual(['It shows this already.']);
  });

  it('a held button is opened first and closes by itself', () => {
    const { actions, words } = wordsFor('hold', 0, 2);
    expect(actions.map(({ kind }) => kind)).toEqual(['enter', 'next', 'close']);
    expect(words).toEqual([
      'Hold the button for 3 s until it blinks: it is open for setting.',
      'Press the button twice, each for less than 1 s.',
      'Leave it for 8 s: it closes by itself.',
    ]);
    expect(wordsFor('hold', 1, 1).words).toEqual(['It shows this already.']);
  });

  it('a lead is touched the shortest way round, and capped', () => {
    const { list } = withMethod('touch');
    const back = wordsFor('touch', 1, 0);
    expect(back.actions).toEqual([{ kind: 'back', count: 1 }]);
    expect(back.words[0]).toMatch(/once for 3 s each: every one steps back/);
    // A lead whose colour nobody wrote down is called by what it is for.
    expect(back.words[0]).toMatch(/^Touch the programming lead/);
    const coloured = withMethod('touch');
    const model = coloured.build.models['ST-0302']!;
    const leads = [...model.leads, { ...model.leads[0]!, purpose: 'program' as const, colour: 'violet' }];
    const build = { ...coloured.build, models: { ...coloured.build.models, 'ST-0302': { ...model, leads } } };
    const recipe = programmingRecipe(build, coloured.lampId, list[1]!.patternId);
    expect(recipe.ok && recipe.value.words.at(-1)).toBe(
      'Then cap the violet lead, so that it touches nothing on the road.',
    );
    // Nobody knows where it stands: to the first, and on from there.
    const unknown = wordsFor('touch', null, 1);
    expect(unknown.from).toBeNull();
    expect(unknown.actions).toEqual([{ kind: 'reset' }, { kind: 'next', count: 1 }]);
    expect(unknown.words[0]).toMatch(/for 5 s: it goes to the first/);
    expect(wordsFor('touch', null, 0).actions).toEqual([{ kind: 'reset' }]);
    expect(list.length).toBeGreaterThan(3);
  });

  it('one that forgets is set again after every pull of the fuse', () => {
    expect(wordsFor('touch', 0, 1, false).words.at(-1)).toMatch(/It forgets when its feed is off/);
    expect(wordsFor('touch', 0, 1, true).words.join()).not.toMatch(/forgets/);
  });
});

describe('the legend', () => {
  const truck = () =>
    testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 4900, yMm: 1, zMm: 760 })
      .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1 R1', { control: { ...WARN_SWITCH, name: 'Zebra' } }))
      .feed(warnFeed('L2 R2', { name: 'Second', slot: null, control: { ...WARN_SWITCH, name: 'Apple' } }))
      .feed(
        warnFeed('L3 R3', {
          name: 'Park',
          slot: 'key',
          pattern: 'steady',
          control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
        }),
      ).build;

  it('has the crew’s switches by name before the driver’s signals', () => {
    expect(legendOf(truck()).map(({ control }) => control.name)).toEqual(['Apple', 'Zebra', 'Running lights']);
  });

  it('changes its print when a label or a pattern does, and not for a control that does nothing', () => {
    const build = truck();
    const print = legendPrint(build);
    expect(print.split('\n')).toHaveLength(3);
    expect(print).toContain('Zebra |  | Warn: quad | L1 R1');
    const [control] = Object.values(build.controls);
    const renamed = applied(build, [{ kind: 'editControl', controlId: control!.id, changes: { name: 'Left out' } }]);
    expect(legendPrint(renamed)).not.toBe(print);
    const spare = { ...control!, id: '01900000-0000-7000-a000-0000000000aa', name: 'Spare' };
    expect(legendPrint(applied(build, [{ kind: 'addControl', control: spare }]))).toBe(print);
  });

  it('has nothing to merge where there is no receiver', () => {
    const build = truck();
    for (const { id } of Object.values(build.elements)) expect(mergeChoices(build, id)).toEqual([]);
  });
});
