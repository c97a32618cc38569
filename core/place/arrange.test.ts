import { describe, expect, it } from 'vitest';
import { countingIds, testTruck } from '../../demo/testUnit.ts';
import { centre, moveTo, nudge, rowAxis, spreadEvenly } from './arrange.ts';
import { mirrorOperations } from './lamps/newLamps.ts';
import { tapedDimensions } from './tape.ts';

const pair = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });

describe('mirrored pairs', () => {
  it('share the number, sit on opposite skins, and move together', () => {
    const unit = pair();
    const [left, right] = unit.ids('L1 R1').map((id) => unit.build.lamps[id]!);
    expect(left!.position).toEqual({ ...right!.position, yMm: -right!.position.yMm });
    expect([left!.face, right!.face]).toEqual(['left', 'right']);
    const moves = nudge(unit.build, unit.body, [left!.id], { xMm: 40 });
    expect(moves.map((move) => move.position.xMm)).toEqual([2940, 2940]);
    expect(moves[0]!.position.yMm).toBe(-moves[1]!.position.yMm);
  });

  it('part, and are then moved alone', () => {
    const unit = pair().apply({
      kind: 'editLamps',
      lampIds: Object.keys(pair().build.lamps),
      changes: { pairId: null },
    });
    expect(nudge(unit.build, unit.body, unit.ids('L1'), { xMm: 40 })).toHaveLength(1);
  });

  it('a single lamp gets its twin by mirroring, with the number it has', () => {
    const unit = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true });
    for (const draft of mirrorOperations(unit.build, unit.ids('L1'), countingIds())) {
      // Ids of the counting source start over; the twin needs one of its own.
      unit.apply(
        draft.kind === 'placeLamps'
          ? { ...draft, lamps: draft.lamps.map((lamp) => ({ ...lamp, id: '01900000-0000-7000-8000-00000000aaaa' })) }
          : draft,
      );
    }
    expect(
      Object.values(unit.build.lamps)
        .map((lamp) => lamp.tag)
        .sort(),
    ).toEqual(['L1', 'R1']);
  });
});

describe('spreading', () => {
  const three = () =>
    testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 3300, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 5100, yMm: 1, zMm: 760 });

  it('of three puts the middle one half way, its twin with it; two stay as they are', () => {
    const unit = three();
    const { build, body } = unit;
    const moves = spreadEvenly(build, body, unit.ids('L1 L2 L3'));
    expect(moves.map(({ position }) => position.xMm)).toEqual([4000, 4000]);
    expect(moves.map(({ lampId }) => build.lamps[lampId]!.tag).sort()).toEqual(['L2', 'R2']);
    expect(spreadEvenly(build, body, unit.ids('L1 L3'))).toEqual([]);
  });

  it('runs along what varies most, and never into the skin', () => {
    const upright = [700, 760, 1000].map((zMm, index) => ({
      ...Object.values(three().build.lamps)[index]!,
      face: 'rear' as const,
      position: { xMm: 5000 + index, yMm: 10 * index, zMm },
    }));
    expect(rowAxis(upright)).toBe('zMm');
    expect(rowAxis(upright.map((lamp) => ({ ...lamp, position: { ...lamp.position, zMm: 760 } })))).toBe('yMm');
    expect(
      rowAxis(upright.map((lamp) => ({ ...lamp, face: 'top' as const, position: { xMm: 1, yMm: 1, zMm: 1 } }))),
    ).toBe('xMm');
  });
});

describe('rows', () => {
  it('are spread with equal gaps between the outer two, which stay', () => {
    const unit = testTruck();
    for (const yMm of [-800, -700, 100, 800]) unit.lamp('MK-0103', 'front', { yMm, zMm: 2530 }, { single: true });
    const moves = spreadEvenly(unit.build, unit.body, Object.keys(unit.build.lamps));
    const after = Object.values(unit.build.lamps).map(
      (lamp) => moves.find((move) => move.lampId === lamp.id)?.position.yMm ?? lamp.position.yMm,
    );
    expect(after.sort((a, b) => a - b)).toEqual([-800, -267, 267, 800]);
  });

  it('two lamps are no row', () => {
    const unit = pair();
    expect(spreadEvenly(unit.build, unit.body, Object.keys(unit.build.lamps))).toEqual([]);
  });
});

describe('typed and taped', () => {
  it('a typed position is set back on the skin', () => {
    const unit = pair();
    const [move] = moveTo(unit.build, unit.body, unit.ids('L1')[0]!, 'xMm', 1500);
    expect(move!.position.xMm).toBe(1500);
    // The cab at that height is narrower than the locker.
    expect(move!.position.yMm).toBeLessThan(1225);
    expect(move!.position.yMm).toBeGreaterThan(1000);
  });

  it('a roof lamp is centred, a side lamp cannot be', () => {
    const unit = testTruck()
      .lamp('BC-0101', 'top', { xMm: 1000, yMm: 40 }, { single: true })
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
    const moves = centre(unit.build, unit.body, Object.keys(unit.build.lamps));
    expect(moves).toHaveLength(1);
    expect(moves[0]!.position.yMm).toBe(0);
  });

  it('tapes hook on the nearest edge first', () => {
    const unit = pair();
    const { x, z } = tapedDimensions(unit.body, unit.build.lamps[unit.ids('L1')[0]!]!);
    expect(x[0]).toMatchObject({ edge: { id: 'cab-rear' }, lengthMm: 840 });
    expect(z[0]).toMatchObject({ edge: { id: 'ground' }, lengthMm: 760 });
  });
});
