import { describe, expect, it } from 'vitest';
import { countingIds, testTruck } from '../../demo/testUnit.ts';
import { centre, moveTo, nudge, spreadEvenly } from './arrange.ts';
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
