import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import { carriedIds, type Drag, movedLamp, withTwinIds } from './drag.ts';

const { build } = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .lamp('BC-0101', 'top', { xMm: 1200, yMm: 0, zMm: 2640 });
const tagged = (tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;
const [left, right, beacon] = ['L1', 'R1', 'T1'].map(tagged) as [
  ReturnType<typeof tagged>,
  ReturnType<typeof tagged>,
  ReturnType<typeof tagged>,
];
const drag = (ids: string[], by: Drag['by']): Drag => ({
  ids,
  carried: carriedIds(build, ids),
  view: 'left',
  startX: 0,
  startY: 0,
  by,
  moved: true,
  line: null,
});

describe('lamps that are dragged', () => {
  it('take their twins along, each once; a single lamp has none', () => {
    expect(withTwinIds(build, [left.id])).toEqual([left.id, right.id]);
    expect(withTwinIds(build, [left.id, right.id])).toEqual([left.id, right.id]);
    expect(withTwinIds(build, [beacon.id])).toEqual([beacon.id]);
    expect(withTwinIds(build, ['gone'])).toEqual(['gone']);
  });

  it('go where the hand goes, the twin the other way across', () => {
    const held = drag([left.id], { xMm: 30, yMm: 20, zMm: -10 });
    const { position: here } = movedLamp(left, held);
    expect(here).toEqual({ xMm: left.position.xMm + 30, yMm: left.position.yMm + 20, zMm: left.position.zMm - 10 });
    const { position: there } = movedLamp(right, held);
    expect(there).toEqual({ xMm: right.position.xMm + 30, yMm: right.position.yMm - 20, zMm: right.position.zMm - 10 });
    expect(there.yMm).toBe(-here.yMm);
  });

  it('stay on an axis that the view does not show', () => {
    expect(movedLamp(left, drag([left.id], { xMm: 5 })).position).toEqual({
      ...left.position,
      xMm: left.position.xMm + 5,
    });
  });
});
