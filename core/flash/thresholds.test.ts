import { describe, expect, it } from 'vitest';
import { testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import { FlashQuestion, measureFlash } from './measure.ts';
import { effectiveCd, patternFigures, suitsFilament } from './patterns/patternFigures.ts';
import { PATTERNS, type Pattern, patternById, patternOf } from './patterns/patterns.ts';
import { programmingRecipe } from './programming.ts';
import { currentTrace, showsFor } from './should.ts';

const pulses = (periodS: number, ...list: [number, number][]) => ({
  periodS,
  pulses: list.map(([startS, endS]) => ({ startS, endS, intensityCd: 100 })),
});
const flashes = (periodS: number, ...list: [number, number][]) =>
  measureFlash(FlashQuestion.parse(pulses(periodS, ...list))).flashesPerMinute;
const drawn = (periodS: number, ...list: [number, number, number][]): Pattern => ({
  ...PATTERNS[0]!,
  id: 'drawn',
  periodS,
  pulses: list.map(([startS, endS, level]) => ({ startS, endS, level })),
});

describe('one flash or two', () => {
  it('pulses that a gap of a tenth of a second parts are two, with less between they are one', () => {
    expect(flashes(1, [0, 0.1], [0.2, 0.3])).toBe(120);
    expect(flashes(1, [0, 0.1], [0.199, 0.3])).toBe(60);
  });

  it('the gap over the end of the period counts as any other', () => {
    expect(flashes(1, [0.05, 0.5], [0.6, 0.95])).toBe(120);
    expect(flashes(1, [0.04, 0.5], [0.6, 0.95])).toBe(60);
  });

  it('flicker that is never dark for long comes round once a period, unbroken light not at all', () => {
    expect(flashes(0.5, [0, 0.2], [0.25, 0.45])).toBe(120);
    expect(flashes(0.5, [0, 0.5])).toBe(0);
  });

  it('pulses may touch, and not overlap; they end within their period', () => {
    const reads = (...list: [number, number][]) => FlashQuestion.safeParse(pulses(1, ...list)).success;
    expect(reads([0, 0.2], [0.2, 0.4])).toBe(true);
    expect(reads([0, 0.2], [0.19, 0.4])).toBe(false);
    expect(reads([0.9, 1])).toBe(true);
    expect(reads([0.9, 1.01])).toBe(false);
    expect(reads([0.3, 0.3])).toBe(false);
  });
});

describe('filament lamps', () => {
  it('follow a pulse of a quarter of a second and no shorter one (common practice, no source)', () => {
    expect(suitsFilament(drawn(1, [0, 0.25, 1]))).toBe(true);
    expect(suitsFilament(drawn(1, [0, 0.249, 1]))).toBe(false);
    expect(suitsFilament(drawn(2, [0, 0.5, 1], [1, 1.2, 1]))).toBe(false);
  });
});

describe('what the eye makes of it', () => {
  it('a flat pulse of t seconds counts t / (0.2 + t) of its intensity (Blondel and Rey, 1912)', () => {
    expect(effectiveCd(drawn(1, [0, 0.2, 1]), 1000)).toBeCloseTo(500, 6);
    expect(effectiveCd(drawn(1, [0, 0.1, 0.5]), 1000)).toBeCloseTo(500 / 3, 6);
  });

  it('steady light counts as it is, at the level that it burns at', () => {
    expect(effectiveCd(patternById('steady'), 800)).toBe(800);
  });

  it('the library is what it says it is: figures by hand from its drawings', () => {
    const of = (id: string) => patternFigures(patternById(id));
    // Half a second, lit 0.12 s of it.
    expect(of('single')).toMatchObject({ flashesPerMinute: 120, dutyPercent: 24, steady: false });
    expect(of('single').shortestOnS).toBeCloseTo(0.12, 9);
    expect(of('single').darkestS).toBeCloseTo(0.38, 9);
    // Full for 0.1 s, 0.4 of it for 0.1 s, in 0.6 s: 0.14 / 0.6.
    expect(of('step').dutyPercent).toBe(23);
    // Six of 35 ms, 25 ms apart: one flash a second.
    expect(of('six')).toMatchObject({ flashesPerMinute: 60, dutyPercent: 21 });
    expect(of('steady')).toMatchObject({ steady: true, dutyPercent: 100 });
    // Eight blinks of 0.15 s, 0.1 s apart, then three seconds: 4.2 of 5.
    expect(of('burst-steady').dutyPercent).toBe(84);
  });

  it('numbers of the library stay what they are: they are printed on legends', () => {
    const numberOf = (id: string) => patternById(id).number;
    expect(['tide', 'single', 'step', 'quick', 'six', 'burst-steady'].map(numberOf)).toEqual([2, 6, 9, 10, 11, 12]);
  });
});

describe('current over time', () => {
  const unit = testTruck()
    .lamp('ST-0301', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1', { pattern: 'step', control: { ...WARN_SWITCH, ratingA: 20 } }));
  const { build } = unit;
  const shows = showsFor(build, new Set(Object.keys(build.controls)));
  const { maximumA } = build.models[Object.values(build.lamps)[0]!.modelKey]!;

  it('at the worst all draw their brightest pulse at once', () => {
    const { worstA } = currentTrace(build, shows.values(), 1.2);
    expect(worstA).toBeCloseTo(2 * maximumA, 9);
  });

  it('says nothing of what lies beyond its window', () => {
    const { steps } = currentTrace(build, shows.values(), 0.6);
    expect(Math.max(...steps.map(({ timeS }) => timeS))).toBeLessThan(0.6);
  });

  it.each([6, 2, 0.1])(
    'its mean is that of the patterns, whatever the window: 0.14 s of 0.6 s each (%s s)',
    (untilS) => {
      const { meanA } = currentTrace(build, shows.values(), untilS);
      expect(meanA).toBeCloseTo(2 * maximumA * (0.14 / 0.6), 6);
    },
  );
});

describe('an own pattern', () => {
  it('is found in its unit, and the library behind it', () => {
    const own = { id: 'own-1', name: 'Mine', periodS: 1, pulses: [{ startS: 0, endS: 0.5, level: 1 }] };
    expect(patternOf({ patterns: { 'own-1': own } }, 'own-1').name).toBe('Mine');
    expect(patternOf({ patterns: {} }, 'single').number).toBe(6);
  });
});

describe('setting a lamp', () => {
  it('tells from which pattern it goes, or that nobody knows', () => {
    const unit = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true });
    const [lamp] = Object.values(unit.build.lamps);
    const model = unit.build.models[lamp!.modelKey]!;
    const wanted = model.patterns.at(-1)!;
    const unknown = programmingRecipe(unit.build, lamp!.id, wanted.patternId);
    expect(unknown).toMatchObject({ ok: true, value: { from: null } });
    const known = unit.apply({ kind: 'programLamps', lampIds: [lamp!.id], number: model.patterns[0]!.number }).build;
    expect(programmingRecipe(known, lamp!.id, wanted.patternId)).toMatchObject({
      ok: true,
      value: { from: model.patterns[0]!.number },
    });
  });
});
