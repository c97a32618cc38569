import { describe, expect, it } from 'vitest';
import { countingIds } from '../../../demo/testUnit.ts';
import { demoUnits } from '../../../demo/world.ts';
import type { Build } from '../../document/index.ts';
import { runningHours } from './batteryCourse.ts';
import { energyFigures, RESERVE_RATIO, SCENARIOS } from './energy.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const truck = units.find((build) => build.unit.tag === 'SR-07')!;
const trailer = units.find((build) => build.unit.tag === 'SR-11')!;
const withElectrics = (build: Build, electrics: Partial<Build['electrics']>): Build => ({
  ...build,
  electrics: { ...build.electrics, ...electrics },
});

describe('battery and alternator', () => {
  const build = withElectrics(truck, { batteryAh: 180, alternatorA: 120 });
  const figures = energyFigures(build);

  it('half of the battery is kept to start the engine (common practice, no source)', () => {
    expect(RESERVE_RATIO).toBe(0.5);
    expect(figures.hoursToReserve).toBeCloseTo(runningHours(180, figures.keyOffA, 0) / 2, 9);
  });

  it('an alternator gives 0.45 of its rating at idle, all of it on the road, less 25 A of the unit’s own', () => {
    expect(figures.idleMarginA).toBeCloseTo(120 * 0.45 - 25 - figures.keyOnA, 9);
    expect(figures.runningMarginA).toBeCloseTo(120 - 25 - figures.keyOnA, 9);
  });

  it('a shift at idle that the alternator carries leaves the battery full', () => {
    const night = figures.scenarios.find(({ scenario }) => scenario.key === 'night')!;
    expect(night.leftRatio).toBe(1);
    const weak = energyFigures(withElectrics(build, { alternatorA: 60 }));
    const flat = weak.scenarios.find(({ scenario }) => scenario.key === 'night')!;
    // 60 x 0.45 = 27 A against lamps and 25 A: the battery gives what is missing, eight hours long.
    const missingA = weak.keyOnA + 25 - 27;
    expect(flat.leftRatio).toBeCloseTo(Math.max(0, 1 - 8 / runningHours(180, missingA, 0)), 9);
  });

  it('parked with everything on it runs down by Peukert, and says whether the engine still starts', () => {
    const parked = figures.scenarios.find(({ scenario }) => scenario.key === 'parked')!;
    expect(parked.leftRatio).toBeCloseTo(Math.max(0, 1 - 12 / runningHours(180, figures.keyOffA, 0)), 9);
    expect(parked.fits).toBe(parked.leftRatio >= 0.5);
  });

  it('a stop on the road is lit from the battery for forty minutes, and made up for on the way back', () => {
    const roadside = figures.scenarios.find(({ scenario }) => scenario.key === 'roadside')!;
    expect(roadside.leftRatio).toBeCloseTo(1 - 2 / 3 / runningHours(180, figures.keyOffA, 0), 9);
    expect(roadside.course.at(-1)!.chargeRatio).toBeGreaterThan(roadside.leftRatio);
    expect(roadside.course.at(-1)!.hours).toBeCloseTo(0.5 + 2 / 3 + 1, 9);
  });

  it('a trailer has no engine of its own to feed, and no alternator', () => {
    const { scenarios } = energyFigures(withElectrics(trailer, { alternatorA: 0 }));
    for (const { drawA, scenario } of scenarios)
      expect(drawA, scenario.key).toBeLessThanOrEqual(Math.max(0, energyFigures(trailer).keyOnA) + 1e-6);
  });

  it('phases of a scenario say what goes on, and last as long as its name says', () => {
    const hours = Object.fromEntries(
      SCENARIOS.map(({ key, phases }) => [
        key,
        phases.filter((phase) => phase.lit).reduce((sum, phase) => sum + phase.hours, 0),
      ]),
    );
    expect(hours.roadside).toBeCloseTo(40 / 60, 9);
    expect([hours.night, hours.parked]).toEqual([8, 12]);
  });
});
