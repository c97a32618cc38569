import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { applied, testTruck } from '../../../demo/testUnit.ts';
import { inWords } from '../../units/index.ts';
import type { BaseHole, LampModel } from '../schema/lampModel.ts';
import { holesProblem, withMeasuredBase } from './measureBase.ts';

const hole = (aMm: number, diameterMm = 3.2, use: BaseHole['use'] = 'fixing'): BaseHole => ({
  aMm,
  bMm: 0,
  diameterMm,
  use,
});
const model: LampModel = {
  ...modelByKey('ST-0302'),
  face: { shape: 'rectangle', widthMm: 100, heightMm: 40, depthMm: 25 },
};

describe('what cannot be so about the holes of a base', () => {
  it.each([
    [[hole(-40), hole(40), hole(0, 7, 'lead')], null],
    [[hole(0, 7, 'lead')], /hold the lamp/],
    // 50 mm of half a width and 60 mm of an ear beside it.
    [[hole(110)], null],
    [[hole(110.1)], /beside the lamp, which is 100 mm wide/],
    // 8 and 4 mm touch at 6 mm from middle to middle.
    [[hole(0, 8), hole(6, 4)], null],
    [[hole(0, 8), hole(5.9, 4)], /run into one another/],
  ] as [BaseHole[], RegExp | null][])('%#', (places, words) => {
    const problem = holesProblem(model, places);
    if (words) expect(inWords(problem!)).toMatch(words);
    else expect(problem).toBeNull();
  });
});

describe('a measured base', () => {
  it('has as many fixings as were measured, of the size that most of them have', () => {
    const [mount] = withMeasuredBase(model, model.mounts[0]!.kind, [
      hole(-40, 5),
      hole(0, 4),
      hole(40, 5),
      hole(20, 7, 'lead'),
    ]).mounts;
    expect(mount).toMatchObject({ holes: 3, holeMm: 5 });
    expect(mount!.places).toHaveLength(4);
  });

  it('is that of all lamps of its number on the unit, and of the one way of holding', () => {
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
    const { kind } = build.models['ST-0302']!.mounts[0]!;
    const places = [hole(-30), hole(30)];
    const after = applied(build, [{ kind: 'measureBase', modelKey: 'ST-0302', mount: kind, places }]);
    expect(after.models['ST-0302']!.mounts[0]).toMatchObject({ holes: 2, holeMm: 3.2, places });
    const measure = (more: object) => () =>
      applied(build, [{ kind: 'measureBase', modelKey: 'ST-0302', mount: kind, places, ...more }]);
    expect(measure({ mount: 'weld' })).toThrow(/not held that way/);
    expect(measure({ modelKey: 'ZZ-0001' })).toThrow(/No lamp of number ZZ-0001/);
    expect(measure({ places: [hole(0, 7, 'lead')] })).toThrow(/hold the lamp/);
  });
});

describe('a later version of a model', () => {
  it('comes onto the unit when it is taken, an earlier one does not, and the way of holding stays', () => {
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
    const now = build.models['ST-0302']!;
    const lampIds = Object.keys(build.lamps);
    const other = { kind: 'magnet' as const, holeMm: 0, holes: 0, places: null };
    const later = { ...now, version: now.version + 1, maximumA: 3, mounts: [other, ...now.mounts] };
    const after = applied(build, [{ kind: 'swapModel', lampIds, model: later }]);
    expect(after.models['ST-0302']).toEqual(later);
    expect(Object.values(after.lamps).map(({ mount }) => mount)).toEqual(
      Object.values(build.lamps).map(({ mount }) => mount),
    );
    expect(applied(after, [{ kind: 'swapModel', lampIds, model: now }]).models['ST-0302']).toEqual(later);
  });
});
