import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import type { Lamp } from '../document/index.ts';
import { levelRows } from './levelRows.ts';

const [lamp] = Object.values(testTruck().lamp('MK-0103', 'front', { yMm: 0, zMm: 2530 }).build.lamps);
const at = (zMm: number, more: Partial<Lamp> = {}): Lamp => ({
  ...lamp!,
  position: { ...lamp!.position, zMm },
  ...more,
});
const heights = (lamps: Lamp[]) =>
  levelRows(lamps, ({ position }) => position.zMm).map((row) => row.map(({ position }) => position.zMm));

describe('rows', () => {
  it.each([0, 15, 29, 44, 60, 89])('are level within 30 mm, wherever they stand: from %d mm', (zMm) => {
    expect(heights([at(zMm + 30), at(zMm), at(zMm + 1)])).toEqual([[zMm, zMm + 1, zMm + 30]]);
    expect(heights([at(zMm + 31), at(zMm), at(zMm + 1)])).toEqual([]);
  });

  it('that slope do not go on for ever: each is level with its lowest', () => {
    expect(heights([0, 20, 30, 40, 60, 61].map((zMm) => at(zMm)))).toEqual([
      [0, 20, 30],
      [40, 60, 61],
    ]);
  });

  it('are of one model on one face, three or more', () => {
    expect(heights([at(0), at(0)])).toEqual([]);
    expect(heights([at(0), at(0), at(0, { face: 'rear' })])).toEqual([]);
    expect(heights([at(0), at(0), at(0, { modelKey: 'MK-0104' })])).toEqual([]);
    expect(heights([at(0), at(0), at(0, { colour: 'red' }), at(0, { face: 'rear' })])).toEqual([[0, 0, 0]]);
  });
});
