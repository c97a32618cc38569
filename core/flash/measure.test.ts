import { describe, expect, it } from 'vitest';
import { FlashQuestion, measureFlash } from './measure.ts';
import { patternFigures, suitsFilament } from './patterns/patternFigures.ts';
import { levelAt, PATTERNS, patternById, pulsesIn } from './patterns/patterns.ts';

const ask = (given: unknown) => measureFlash(FlashQuestion.parse(given));
const rectangles = (periodS: number, ...pulses: [number, number, number][]) => ({
  periodS,
  pulses: pulses.map(([startS, endS, intensityCd]) => ({ startS, endS, intensityCd })),
});

/** Blondel-Rey with a = 0.2 s (formula from memory; figures recomputed independently). */
describe('effective intensity', () => {
  it.each([
    [10, 47.619],
    [20, 90.909],
    [50, 200],
    [100, 333.333],
    [200, 500],
    [500, 714.286],
    [1000, 833.333],
  ])('1000 cd rectangle of %d ms is %d cd', (ms, cd) => {
    expect(ask(rectangles(5, [0, ms / 1000, 1000])).effectiveIntensityCd).toBeCloseTo(cd, 2);
  });

  it.each([
    [50, 285.714],
    [100, 250],
    [199, 200.401],
    [201, 200],
    [250, 200],
  ])('two 50 ms pulses %d ms apart are %d cd', (gapMs, cd) => {
    const start = 0.05 + gapMs / 1000;
    expect(ask(rectangles(5, [0, 0.05, 1000], [start, start + 0.05, 1000])).effectiveIntensityCd).toBeCloseTo(cd, 2);
  });

  it('four 20 ms pulses of 2000 cd, 50 ms from start to start: 432.432', () => {
    expect(
      ask(rectangles(2, ...[0, 0.05, 0.1, 0.15].map((at): [number, number, number] => [at, at + 0.02, 2000])))
        .effectiveIntensityCd,
    ).toBeCloseTo(432.432, 2);
  });

  it('takes the window that pays: a weak second pulse is left out, a stronger one joined', () => {
    expect(ask(rectangles(1, [0, 0.05, 1000], [0.07, 0.12, 200])).effectiveIntensityCd).toBeCloseTo(200, 2);
    expect(ask(rectangles(1, [0, 0.05, 1000], [0.07, 0.12, 400])).effectiveIntensityCd).toBeCloseTo(218.75, 2);
  });

  it('triangle of 100 ms, 1000 cd: 171.573, not the 166.667 of the whole pulse', () => {
    const profile = [0, 0.05, 0.1].map((timeS, index) => ({ timeS, intensityCd: index === 1 ? 1000 : 0 }));
    expect(ask({ periodS: 1, profile }).effectiveIntensityCd).toBeCloseTo(171.573, 2);
  });

  it('half sine of 100 ms in 400 chords: 217.233', () => {
    const profile = Array.from({ length: 401 }, (_, index) => ({
      timeS: index / 4000,
      intensityCd: 1000 * Math.sin((Math.PI * index) / 400),
    }));
    expect(ask({ periodS: 1, profile }).effectiveIntensityCd).toBeCloseTo(217.233, 2);
  });
});

describe('rates', () => {
  it('pulses under 0.1 s apart are one flash', () => {
    const answer = ask(rectangles(0.5, [0, 0.04, 1], [0.07, 0.11, 1], [0.14, 0.18, 1], [0.21, 0.25, 1]));
    expect(answer).toMatchObject({ flashesPerMinute: 120, pulsesPerMinute: 480 });
    expect(answer.dutyPercent).toBeCloseTo(32, 6);
  });

  it('a steady light does not flash', () => {
    expect(ask(rectangles(1, [0, 1, 500]))).toMatchObject({ flashesPerMinute: 0, dutyPercent: 100 });
  });

  it.each([
    [rectangles(1, [0.5, 0.4, 1]), 'ends before it starts'],
    [rectangles(1, [0, 0.5, 1], [0.4, 0.6, 1]), 'overlap'],
    [{ periodS: 1 }, 'neither pulses nor profile'],
  ])('refuses %o (%s)', (given, _why) => expect(FlashQuestion.safeParse(given).success).toBe(false));
});

describe('our own patterns', () => {
  it('are at least ten, with ids and numbers of their own', () => {
    expect(PATTERNS.length).toBeGreaterThanOrEqual(10);
    expect(new Set(PATTERNS.map((each) => each.id)).size).toBe(PATTERNS.length);
    expect(new Set(PATTERNS.map((each) => each.number)).size).toBe(PATTERNS.length);
  });

  it('are well-formed for the measure', () => {
    for (const each of PATTERNS) {
      const pulses = each.pulses.map(({ startS, endS, level }) => ({ startS, endS, intensityCd: level }));
      expect(FlashQuestion.safeParse({ periodS: each.periodS, pulses }).success, each.name).toBe(true);
    }
  });

  it('phase B is half a period behind phase A', () => {
    const quad = patternById('quad');
    for (let timeS = 0; timeS < 0.5; timeS += 0.013)
      expect(levelAt(quad, 0.25, timeS + 0.25)).toBe(levelAt(quad, 0, timeS));
  });

  it('drawn pulses say the same as the level at each moment', () => {
    const pattern = patternById('long-short');
    const drawn = pulsesIn(pattern, 0.5, 2);
    for (let timeS = 0.003; timeS < 2; timeS += 0.017) {
      expect(drawn.some((pulse) => timeS >= pulse.startS && timeS < pulse.endS)).toBe(levelAt(pattern, 0.5, timeS) > 0);
    }
  });

  it('only the slow ones suit a filament', () => {
    expect(suitsFilament(patternById('slow-single'))).toBe(true);
    expect(suitsFilament(patternById('quad'))).toBe(false);
    expect(patternFigures(patternById('turn')).flashesPerMinute).toBe(90);
  });
});
