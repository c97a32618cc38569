import { describe, expect, it } from 'vitest';
import { testTruck } from '../../../demo/testUnit.ts';
import { OwnPattern } from '../../document/index.ts';
import { measureFlash } from '../measure.ts';
import { currentTrace, showsFor } from '../should.ts';
import { effectiveCd, patternFigures } from './patternFigures.ts';
import { drawnIn, levelAt, offsetS, PATTERNS, type Pattern, patternById, pulsesIn } from './patterns.ts';

const pattern = (periodS: number, pulses: Pattern['pulses']): Pattern => ({
  id: 'own-test',
  number: null,
  name: 'Test',
  periodS,
  pulses,
  words: '',
});

describe('the library', () => {
  it('has at least 24 patterns, each with a number, an id and a name of its own', () => {
    expect(PATTERNS.length).toBeGreaterThanOrEqual(24);
    for (const part of ['number', 'id', 'name'] as const)
      expect(new Set(PATTERNS.map((each) => each[part])).size).toBe(PATTERNS.length);
  });

  it('holds what one may draw oneself', () => {
    for (const each of PATTERNS)
      expect(
        OwnPattern.safeParse({ id: `own-${each.id}`, name: each.name, periodS: each.periodS, pulses: each.pulses })
          .success,
        each.name,
      ).toBe(true);
  });
});

/** The set as it hangs on the wall: period, then each pulse from and to, ms; of a dimmer one its level. */
const WALL: Record<string, string> = {
  steady: '1000: 0-1000',
  'slow-single': '1000: 0-500',
  tide: '800: 0-400',
  turn: '667: 0-333',
  double: '900: 0-70, 120-190',
  triple: '800: 0-60, 100-160, 200-260',
  single: '500: 0-120',
  quad: '500: 0-40, 70-110, 140-180, 210-250',
  'long-short': '1000: 0-300, 420-500',
  step: '600: 0-100, 100-200@0.4',
  quick: '300: 0-80',
  six: '1000: 0-35, 60-95, 120-155, 180-215, 240-275, 300-335',
  'burst-steady': '5000: 0-150, 250-400, 500-650, 750-900, 1000-1150, 1250-1400, 1500-1650, 1750-1900, 2000-5000',
  rotor: '500: 0-250 beam',
  'slow-rotor': '800: 0-360 beam',
  swell: '1200: 0-700 ramp',
  five: '900: 0-40, 75-115, 150-190, 225-265, 300-340',
  'wide-single': '800: 0-250',
  'slow-double': '1200: 0-260, 380-640',
  'slow-triple': '1500: 0-260, 360-620, 720-980',
  eighty: '750: 0-300',
  ladder: '900: 0-120@0.3, 160-280@0.6, 320-440',
  heartbeat: '1000: 0-120, 240-360@0.5',
  'two-tone': '800: 0-70, 120-190, 400-470 white, 520-590 white',
  dusk: '900: 0-90@0.4, 150-240@0.4',
  uneven: '1300: 0-60, 170-230, 500-560, 620-680, 980-1040',
  eight: '1100: 0-30, 55-85, 110-140, 165-195, 220-250, 275-305, 330-360, 385-415',
};

describe('the wall list', () => {
  it.each(Object.entries(WALL))('%s', (id, drawn) => {
    const { periodS, pulses } = patternById(id);
    const ms = (seconds: number) => Math.round(seconds * 1e6) / 1000;
    const words = pulses.map(({ startS, endS, level, shape, colour }) =>
      [`${ms(startS)}-${ms(endS)}${level === 1 ? '' : `@${level}`}`, shape, colour].filter(Boolean).join(' '),
    );
    expect(`${ms(periodS)}: ${words.join(', ')}`).toBe(drawn);
  });

  it('is all there is', () => {
    expect(Object.keys(WALL)).toEqual(PATTERNS.map((each) => each.id));
  });
});

describe('shapes', () => {
  const ramp = pattern(1, [{ startS: 0.2, endS: 0.6, level: 1, shape: 'ramp' }]);
  const beam = pattern(1, [{ startS: 0, endS: 0.5, level: 1, shape: 'beam' }]);

  it('a ramp rises over its length, a beam is brightest in the middle', () => {
    expect(levelAt(ramp, 0, 0.2)).toBe(0);
    expect(levelAt(ramp, 0, 0.4)).toBeCloseTo(0.5, 9);
    expect(levelAt(ramp, 0, 0.61)).toBe(0);
    expect(levelAt(beam, 0, 0.25)).toBeCloseTo(1, 9);
    expect(levelAt(beam, 0, 0.125)).toBeCloseTo(0.5, 9);
  });

  it('duty is the mean level, by a sum over a thousand moments', () => {
    for (const each of [ramp, beam, ...PATTERNS]) {
      let sum = 0;
      const moments = 4000;
      for (let at = 0; at < moments; at++) sum += levelAt(each, 0, ((at + 0.5) / moments) * each.periodS);
      expect(Math.abs(patternFigures(each).dutyPercent - (100 * sum) / moments), each.name).toBeLessThan(0.8);
    }
  });

  it('a ramp draws as its light goes; a turning beam draws on', () => {
    const charge = (each: Pattern) =>
      drawnIn(each, 0, each.periodS).reduce((sum, pulse) => sum + (pulse.endS - pulse.startS) * pulse.level, 0);
    expect(charge(ramp)).toBeCloseTo(0.2, 6);
    expect(charge(beam)).toBeCloseTo(1, 9);
  });

  it('effective intensity of a flat pulse is the closed form I t / (a + t), and a shaped one gives less', () => {
    const flat = pattern(1, [{ startS: 0, endS: 0.1, level: 1 }]);
    // Blondel and Rey (1912): 1000 cd over 0.1 s with a = 0.2 s.
    expect(effectiveCd(flat, 1000)).toBeCloseTo((1000 * 0.1) / 0.3, 6);
    const shaped = pattern(1, [{ startS: 0, endS: 0.1, level: 1, shape: 'beam' }]);
    expect(effectiveCd(shaped, 1000)).toBeLessThan(effectiveCd(flat, 1000) * 0.7);
    expect(effectiveCd(patternById('steady'), 1000)).toBe(1000);
    const direct = measureFlash({ periodS: 1, pulses: [{ startS: 0, endS: 0.1, intensityCd: 1000 }] });
    expect(effectiveCd(flat, 1000)).toBeCloseTo(direct.effectiveIntensityCd, 6);
  });
});

describe('shift and phase', () => {
  it('shift the same light later, over the turn of the period too', () => {
    const quad = patternById('quad');
    const laterS = offsetS(quad, { phase: 'B', shiftMs: 130 });
    expect(laterS).toBeCloseTo(0.38, 9);
    for (let timeS = 0.00071; timeS < 1; timeS += 0.00713)
      expect(levelAt(quad, laterS, timeS)).toBe(levelAt(quad, 0, timeS - laterS));
    const drawn = pulsesIn(quad, laterS + 5, 1);
    for (let timeS = 0.00137; timeS < 1; timeS += 0.010131)
      expect(drawn.some((pulse) => timeS >= pulse.startS && timeS < pulse.endS)).toBe(levelAt(quad, laterS, timeS) > 0);
  });
});

describe('current over time', () => {
  it('peak and mean agree with a sum over steps of one millisecond', () => {
    const unit = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0301', 'rear', { yMm: 900, zMm: 1320 })
      .feed({
        name: 'Warn',
        pattern: 'quad',
        wanted: 'always',
        slot: 'hot',
        tags: 'L1 R1 L2 R2',
        control: { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 },
      });
    const [own] = Object.values(unit.build.functions);
    for (const [tag, patternId, shiftMs] of [
      ['L1', 'triple', 35],
      ['R2', 'ladder', 110],
    ] as const)
      unit.apply({
        kind: 'setPattern',
        functionId: own!.id,
        lampIds: unit.ids(tag),
        changes: { patternId, shiftMs },
      });
    const { build } = unit;
    const shows = [...showsFor(build, new Set(Object.keys(build.controls))).values()];
    const untilS = 7.2;
    const trace = currentTrace(build, shows, untilS);
    let peakA = 0;
    let sumA = 0;
    const steps = untilS * 1000;
    for (let step = 0; step < steps; step++) {
      const timeS = (step + 0.5) / 1000;
      const currentA = shows.reduce(
        (sum, { lamp, pattern: shown, show }) =>
          sum + build.models[lamp.modelKey]!.maximumA * levelAt(shown, offsetS(shown, show), timeS),
        0,
      );
      peakA = Math.max(peakA, currentA);
      sumA += currentA;
    }
    expect(trace.peakA).toBeCloseTo(peakA, 6);
    expect(Math.abs(trace.meanA - sumA / steps)).toBeLessThan(0.01);
  });
});
