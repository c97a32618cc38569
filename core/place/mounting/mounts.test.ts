import { describe, expect, it } from 'vitest';
import { SHELF } from '../../../demo/shelf.ts';
import type { Face, LampModel, MountKind } from '../../document/index.ts';
import { allHoles, baseOf, boltFor, cornersOf, drillingOf, mountOf, slotOf } from './mounts.ts';

type Given = { width: number; height: number; depth?: number; round?: boolean; holes: number; holeMm: number };
const modelOf = (kind: MountKind, { width, height, depth = 25, round = false, holes, holeMm }: Given): LampModel =>
  ({
    ...SHELF[0]!.model,
    face: {
      ...SHELF[0]!.model.face,
      shape: round ? 'round' : 'rectangle',
      widthMm: width,
      heightMm: height,
      depthMm: depth,
    },
    mounts: [{ ...SHELF[0]!.model.mounts[0]!, kind, holes, holeMm }],
  }) as LampModel;
const holesOf = (kind: MountKind, given: Given, face: Face = 'rear') =>
  drillingOf({ mount: kind, face }, modelOf(kind, given)).holes.map(({ aMm, bMm }) => [aMm, bMm] as const);

describe('where the holes of a base are', () => {
  it('one in the middle', () => {
    expect(holesOf('stud', { width: 100, height: 40, holes: 1, holeMm: 6.5 })).toEqual([[0, 0]]);
  });

  it('two along its longer side, at 0.82 of the half width (common practice, no source)', () => {
    expect(holesOf('screw', { width: 100, height: 40, holes: 2, holeMm: 4 })).toEqual([
      [-41, 0],
      [41, 0],
    ]);
    expect(holesOf('screw', { width: 40, height: 100, holes: 2, holeMm: 4 })).toEqual([
      [0, -41],
      [0, 41],
    ]);
  });

  it('never so far out that less than 1 mm is left at the edge', () => {
    // 40 mm wide with 12 mm holes: 0.82 x 20 = 16.4 would leave nothing; (40 - 12) / 2 - 1 = 13.
    expect(holesOf('screw', { width: 40, height: 20, holes: 2, holeMm: 12 })).toEqual([
      [-13, 0],
      [13, 0],
    ]);
  });

  it('four in the corners, from the upper left round', () => {
    expect(holesOf('rivet', { width: 100, height: 50, holes: 4, holeMm: 4 })).toEqual([
      [-41, 20.5],
      [41, 20.5],
      [41, -20.5],
      [-41, -20.5],
    ]);
  });

  it('three of a round base on a circle, the first on top, 120 degrees apart', () => {
    const holes = holesOf('stud', { width: 100, height: 100, round: true, holes: 3, holeMm: 6.5 });
    expect(holes[0]![0]).toBeCloseTo(0, 9);
    expect(holes[0]![1]).toBeCloseTo(41, 9);
    for (const [a, b] of holes) expect(Math.hypot(a, b)).toBeCloseTo(41, 9);
    expect(holes.reduce((sum, [a]) => sum + a, 0)).toBeCloseTo(0, 9);
    expect(holes.reduce((sum, [, b]) => sum + b, 0)).toBeCloseTo(0, 9);
  });

  it('three of a square base too, but of a long one in a line', () => {
    const square = holesOf('stud', { width: 80, height: 80, holes: 3, holeMm: 5 });
    expect(new Set(square.map(([, b]) => Math.round(b))).size).toBe(2);
    expect(holesOf('stud', { width: 200, height: 40, holes: 3, holeMm: 5 })).toEqual([
      [-82, 0],
      [0, 0],
      [82, 0],
    ]);
  });

  it('on top of the unit the base is as deep as the housing', () => {
    const model = modelOf('screw', { width: 100, height: 200, depth: 60, holes: 4, holeMm: 4 });
    expect(baseOf({ face: 'top' }, model)).toEqual({ widthMm: 100, heightMm: 60 });
    expect(baseOf({ face: 'rear' }, model)).toEqual({ widthMm: 100, heightMm: 200 });
    expect(drillingOf({ mount: 'screw', face: 'top' }, model).holes[0]!.bMm).toBeCloseTo(24.6, 9);
  });

  it('what drills nothing has none, whatever the shelf says', () => {
    for (const kind of ['bracket', 'weld', 'magnet', 'clamp', 'pipe'] as const)
      expect(
        allHoles(
          drillingOf({ mount: kind, face: 'rear' }, modelOf(kind, { width: 80, height: 40, holes: 2, holeMm: 8 })),
        ),
      ).toEqual([]);
    expect(holesOf('stud', { width: 80, height: 40, holes: 0, holeMm: 8 })).toEqual([]);
    expect(holesOf('stud', { width: 80, height: 40, holes: 2, holeMm: 0 })).toEqual([]);
  });

  it('a mount that the model does not have is its first', () => {
    const model = modelOf('stud', { width: 80, height: 40, holes: 1, holeMm: 8 });
    expect(mountOf({ mount: 'magnet' }, model).kind).toBe('stud');
  });
});

describe('the holes of a base that somebody has measured', () => {
  const places = [
    { aMm: -36.9, bMm: 0, diameterMm: 3.2, use: 'fixing' as const },
    { aMm: 36.9, bMm: 0, diameterMm: 3.2, use: 'fixing' as const },
    { aMm: 0, bMm: -4, diameterMm: 7, use: 'lead' as const },
  ];
  const given = { width: 90, height: 50, holes: 2, holeMm: 3.2 };
  const measured = (kind: MountKind) => {
    const model = modelOf(kind, given);
    return { ...model, mounts: [{ ...model.mounts[0]!, places }] };
  };

  it('are where they were measured, that of the lead among them', () => {
    const drilling = drillingOf({ mount: 'screw', face: 'front' }, measured('screw'));
    expect(drilling.isMeasured).toBe(true);
    expect(drilling.holes).toEqual([
      { aMm: -36.9, bMm: 0, diameterMm: 3.2, purpose: 'screw' },
      { aMm: 36.9, bMm: 0, diameterMm: 3.2, purpose: 'screw' },
      { aMm: 0, bMm: -4, diameterMm: 7, purpose: 'lead' },
    ]);
  });

  it('are assumed while nobody has, and that is said', () => {
    expect(drillingOf({ mount: 'screw', face: 'front' }, modelOf('screw', given)).isMeasured).toBe(false);
  });

  it('of a grommet in the middle and of what drills nothing need no measuring', () => {
    for (const kind of ['grommet', 'magnet', 'clamp', 'bracket'] as const)
      expect(drillingOf({ mount: kind, face: 'rear' }, modelOf(kind, { ...given, holes: 1 })).isMeasured).toBe(true);
    expect(drillingOf({ mount: 'grommet', face: 'rear' }, modelOf('grommet', given)).isMeasured).toBe(false);
  });
});

describe('what is cut for a flush lamp', () => {
  it('a round one takes one hole in its middle', () => {
    const drilling = drillingOf(
      { mount: 'flush', face: 'rear' },
      modelOf('flush', { width: 110, height: 110, round: true, holes: 1, holeMm: 102 }),
    );
    expect(drilling).toEqual({
      holes: [{ aMm: 0, bMm: 0, diameterMm: 102, purpose: 'grommet' }],
      slots: [],
      isMeasured: true,
    });
  });

  it('a long one a slot: as high as the shelf says, 6 mm of flange left at each end', () => {
    const { slots } = drillingOf(
      { mount: 'flush', face: 'rear' },
      modelOf('flush', { width: 170, height: 60, holes: 1, holeMm: 46 }),
    );
    expect(slots).toEqual([slotOf(158, 46)]);
  });

  it('a slot is never narrower than it is high, and its corners are drilled by 1/2 in or half its height', () => {
    const { slots } = drillingOf(
      { mount: 'flush', face: 'rear' },
      modelOf('flush', { width: 40, height: 60, holes: 1, holeMm: 46 }),
    );
    expect(slots[0]).toMatchObject({ widthMm: 46, heightMm: 46, cornerDiameterMm: 12.7 });
    expect(slotOf(100, 20).cornerDiameterMm).toBe(10);
  });

  it('corner holes touch both edges of their corner', () => {
    for (const { aMm, bMm, diameterMm } of cornersOf({ ...slotOf(100, 40), aMm: 5, bMm: -3 })) {
      expect(Math.abs(aMm - 5) + diameterMm / 2).toBeCloseTo(50, 9);
      expect(Math.abs(bMm + 3) + diameterMm / 2).toBeCloseTo(20, 9);
    }
  });
});

it.each([
  [4.2, null],
  [4.3, { thread: 'M4', fit: 'fine' }],
  [4.5, { thread: 'M4', fit: 'medium' }],
  [4.8, { thread: 'M4', fit: 'coarse' }],
  [5.2, { thread: 'M4', fit: 'coarse' }],
  [5.3, { thread: 'M5', fit: 'fine' }],
  [13, { thread: 'M12', fit: 'fine' }],
  [20, { thread: 'M12', fit: 'coarse' }],
] as const)('a hole of %s mm takes %o (ISO 273, from memory)', (holeMm, bolt) => expect(boltFor(holeMm)).toEqual(bolt));
