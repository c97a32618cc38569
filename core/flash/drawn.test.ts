import { describe, expect, it } from 'vitest';
import { testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import { energyFigures, feedFigures } from '../circuit/index.ts';
import type { Build } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { meanCurrentA, meanRatio } from './drawn.ts';
import { PATTERNS, patternById } from './patterns/patterns.ts';

const strobes = (pattern: string): Build =>
  testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1', { pattern })).build;
const lampOf = (build: Build) => Object.values(build.lamps)[0]!;
const maximumA = (build: Build) => build.models[lampOf(build).modelKey]!.maximumA;
const withFunction = (build: Build, changes: object): Build => {
  const [each] = Object.values(build.functions);
  return { ...build, functions: { ...build.functions, [each!.id]: { ...each!, ...changes } } };
};

describe('what a pattern draws on the mean', () => {
  it('is all of it when steady, and by hand what its pulses add up to', () => {
    expect(meanRatio(patternById('steady'))).toBe(1);
    for (const pattern of PATTERNS.filter(({ pulses }) => pulses.every(({ shape }) => !shape || shape === 'flat'))) {
      const byHand =
        pattern.pulses.reduce((sum, { startS, endS, level }) => sum + (endS - startS) * level, 0) / pattern.periodS;
      expect(meanRatio(pattern), pattern.name).toBeCloseTo(byHand, 9);
    }
  });

  it('a turning beam draws while it looks away', () => {
    const [beam] = PATTERNS.filter(({ pulses }) => pulses.some(({ shape }) => shape === 'beam'));
    expect(meanRatio(beam!)).toBeCloseTo(Math.max(...beam!.pulses.map(({ level }) => level)), 9);
  });

  it('a ramp draws half of its height', () => {
    const ramp = {
      ...patternById('single'),
      periodS: 2,
      pulses: [{ startS: 0, endS: 1, level: 1, shape: 'ramp' as const }],
    };
    expect(meanRatio(ramp)).toBeCloseTo(0.25, 2);
  });
});

describe('what a lamp draws on the mean', () => {
  it('steady is steady: all heads, whatever its sheet says of its usual pattern', () => {
    const build = strobes('steady');
    expect(meanCurrentA(build, lampOf(build))).toBeCloseTo(maximumA(build), 9);
  });

  it('follows its pattern and its level', () => {
    const build = strobes('single');
    const ratio = meanRatio(patternById('single'));
    expect(meanCurrentA(build, lampOf(build))).toBeCloseTo(maximumA(build) * ratio, 9);
    const half = withFunction(build, { levelPercent: 50 });
    expect(meanCurrentA(half, lampOf(half))).toBeCloseTo((maximumA(build) * ratio) / 2, 9);
  });

  it('what bursts first burns steadily for the rest of the time', () => {
    const build = withFunction(strobes('single'), { modulator: { burstS: 4, rearmS: 10 } });
    expect(meanCurrentA(build, lampOf(build))).toBeCloseTo(maximumA(build), 9);
  });

  it('of several functions that which is on, and without a word the one that draws most', () => {
    const build = strobes('single');
    const [each] = Object.values(build.functions);
    const control = { id: '01900000-0000-7000-8000-00000000dddd', ...WARN_SWITCH, name: 'Scene' };
    const lamp = lampOf(build);
    const steady = {
      ...each!,
      id: '01900000-0000-7000-8000-00000000ddde',
      controlId: control.id,
      priority: 9,
      shows: { [lamp.id]: { patternId: 'steady', phase: 'A' as const, shiftMs: 0 } },
    };
    const both: Build = {
      ...build,
      controls: { ...build.controls, [control.id]: control },
      functions: { ...build.functions, [steady.id]: steady },
    };
    const ratio = meanRatio(patternById('single'));
    expect(meanCurrentA(both, lamp)).toBeCloseTo(maximumA(build), 9);
    expect(meanCurrentA(both, lamp, new Set([control.id]))).toBeCloseTo(maximumA(build), 9);
    expect(meanCurrentA(both, lamp, new Set([each!.controlId]))).toBeCloseTo(maximumA(build) * ratio, 9);
    // With both on the upper one has the lamp.
    expect(meanCurrentA(both, lamp, new Set([each!.controlId, control.id]))).toBeCloseTo(maximumA(build) * ratio, 9);
  });

  it('one that no function shows draws what its sheet says', () => {
    const build = { ...strobes('single'), functions: {} };
    expect(meanCurrentA(build, lampOf(build))).toBe(build.models[lampOf(build).modelKey]!.averageA);
    expect(meanCurrentA({ ...build, models: {} }, lampOf(build))).toBe(0);
  });

  it('is the same figure on the feed and in the battery', () => {
    const build = strobes('quad');
    const figures = feedFigures(build, deriveFeeds(build)[0]!);
    const mean = 2 * maximumA(build) * meanRatio(patternById('quad'));
    expect(figures.averageA).toBeCloseTo(mean, 9);
    // Constant power takes a little more where the lamp sees a little less than the battery.
    expect(energyFigures(build).keyOffA).toBeGreaterThan(mean);
    expect(energyFigures(build).keyOffA).toBeLessThan(mean * 1.05);
  });
});
