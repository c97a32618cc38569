import { describe, expect, it } from 'vitest';
import { applied, testTruck } from '../../../demo/testUnit.ts';
import { type Body, bodyOf } from '../../body/index.ts';
import type { Build } from '../../document/index.ts';
import { slotOf } from '../mounting/mounts.ts';
import { behindKey, collarMm, cutLengthMm, holeList } from './holeList.ts';

const truck = () =>
  testTruck()
    .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('RV-0502', 'rear', { yMm: 560, zMm: 945 })
    .lamp('BC-0101', 'top', { xMm: 1200, yMm: 0 });
const listed = (build: Build, body: Body) =>
  holeList(build, body).map(({ tool, diameterMm, count, part, lamps }) =>
    [tool, diameterMm, `×${count}`, part?.name, lamps.map((lamp) => lamp.tag).join(' ')].join(' '),
  );

describe('where a bit stops (common practice, no source)', () => {
  it.each([
    // Thin skin with 30 mm behind it: the skin and 5 mm, to the half millimetre.
    [0.9, 30, 6],
    [3, 60, 8],
    // With 3 mm behind it half of that and no more.
    [2, 3, 3.5],
    [2, 10, 7],
    [2, 9.9, 7],
    [2, 8, 6],
  ])('%d mm of skin, %d mm free', (thicknessMm, freeMm, stopMm) => {
    expect(collarMm(thicknessMm, freeMm)).toBe(stopMm);
    expect(stopMm - thicknessMm).toBeLessThanOrEqual(Math.max(freeMm / 2, 0.5) + 0.25);
  });
});

describe('a slot', () => {
  it('1 x 20 in with 1/2 in corner holes leaves 2 (508 + 25.4 - 2 x 12.7) = 1016 mm to cut', () => {
    expect(cutLengthMm(slotOf(508, 25.4))).toBeCloseTo(1016, 9);
  });
});

describe('the holes of a unit', () => {
  it('are gathered by bit and skin, both sides together, from the smallest twist bit to the jigsaw', () => {
    const { build, body } = truck();
    expect(listed(build, body)).toEqual([
      'twist bit 6.5 ×3 Cab T1',
      'twist bit 7 ×1 Cab T1',
      'twist bit 12.7 ×8 Rear step L2 R2',
      'step bit 19 ×2 Side locker, left L1 R1',
      'jigsaw 25.4 ×2 Rear step L2 R2',
    ]);
  });

  it('know what lies behind, and say where nobody does', () => {
    const { build, body } = truck();
    const depths = Object.fromEntries(holeList(build, body).map((row) => [row.part!.id, row.depth]));
    expect(depths.cab).toMatchObject({ kind: 'collar', stopMm: 6, behind: { what: 'roof lining and wiring' } });
    expect(depths['rear-step']).toEqual({ kind: 'ask' });
  });

  it('are free where somebody has looked and found nothing', () => {
    const { build, body } = truck();
    const looked = applied(build, [{ kind: 'answerSurvey', key: behindKey('rear-step'), value: 'nothing' }]);
    const rows = holeList(looked, body);
    expect(rows.filter(({ part }) => part!.id === 'rear-step').map(({ depth }) => depth.kind)).toEqual([
      'free',
      'free',
    ]);
    expect(rows.find(({ part }) => part!.id === 'cab')!.depth.kind).toBe('collar');
  });

  it('get an edge by their skin and what goes through: a bolt has no grommet, plastic no paint', () => {
    const { build, body } = truck();
    const edges = Object.fromEntries(
      holeList(build, body).map(({ tool, diameterMm, edge }) => [`${tool} ${diameterMm}`, edge.join(', ')]),
    );
    expect(edges).toEqual({
      'twist bit 6.5': 'deburr, zinc paint, gasket',
      'twist bit 7': 'deburr, zinc paint, grommet',
      'twist bit 12.7': 'deburr, zinc paint',
      'step bit 19': 'deburr, zinc paint, grommet',
      'jigsaw 25.4': 'file to the line, zinc paint',
    });
    const bumper = testTruck().lamp('MK-0101', 'front', { yMm: 700, zMm: 560 });
    const [row] = holeList(bumper.build, bumper.body);
    expect(row!.part!.material).toBe('plastic');
    expect(row!.edge).toEqual(['deburr', 'grommet']);
  });

  it('say when their places are only assumed; lamps of the unit’s own have none to drill', () => {
    const { build } = truck();
    const model = build.models['BC-0101']!;
    const unknown: Build = {
      ...build,
      models: {
        ...build.models,
        'BC-0101': { ...model, mounts: model.mounts.map((each) => ({ ...each, places: null })) },
      },
    };
    const of = (rows: ReturnType<typeof holeList>) => rows.filter(({ lamps }) => lamps.some(({ tag }) => tag === 'T1'));
    expect(of(holeList(unknown, bodyOf(unknown))).map(({ isMeasured, count }) => [isMeasured, count])).toEqual([
      [false, 3],
    ]);
    expect(of(holeList(build, bodyOf(build))).every(({ isMeasured }) => isMeasured)).toBe(true);
    const factory = { ...unknown, models: { ...unknown.models, 'BC-0101': { ...model, kind: 'factory' as const } } };
    expect(of(holeList(factory, bodyOf(factory)))).toEqual([]);
  });
});
