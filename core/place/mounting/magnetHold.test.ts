import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import type { LampModel } from '../../document/index.ts';
import { magnetHold } from './magnetHold.ts';

/** A box 200 wide, 100 high and 150 deep of 1 kg on a magnet of 300 N: figures that can be followed by hand. */
const lamp = (given: Partial<LampModel> = {}): LampModel => ({
  ...modelByKey('MG-1101'),
  massKg: 1,
  magnetPullN: 300,
  ...given,
  face: { ...modelByKey('MG-1101').face, widthMm: 200, heightMm: 100, depthMm: 150, ...given.face },
});
const steel = { thicknessMm: 3, gapMm: 0, steel: true };

describe('a lamp on a magnet', () => {
  it('slides at the speed where 0.5 rho cd A v² reaches friction on what the magnet leaves', () => {
    const { pullN, holdsToKmh, limit } = magnetHold(lamp(), steel);
    expect(pullN).toBe(300);
    expect(limit).toBe('sliding');
    // Left: 300 / 2 - 3 x 9.81 = 120.57 N, of which 0.35 hold: 42.20 N. A = 0.02 m2.
    // v = sqrt(2 x 42.20 / (1.225 x 1.2 x 0.02)) = 53.58 m/s = 192.9 km/h.
    expect(holdsToKmh).toBeCloseTo(192.9, 1);
  });

  it('thin skin takes its share of the pull, thick skin gives no more than the rated', () => {
    expect(magnetHold(lamp(), { ...steel, thicknessMm: 0.9 }).pullN).toBeCloseTo(90, 9);
    expect(magnetHold(lamp(), { ...steel, thicknessMm: 12 }).pullN).toBe(300);
  });

  it('a gap of 0.7 mm halves it, and so does each further one', () => {
    expect(magnetHold(lamp(), { ...steel, gapMm: 0.7 }).pullN).toBeCloseTo(150, 9);
    expect(magnetHold(lamp(), { ...steel, gapMm: 1.4 }).pullN).toBeCloseTo(75, 9);
  });

  it('a tall one tips over its rear foot before it slides', () => {
    const tall = magnetHold(lamp({ face: { ...lamp().face, heightMm: 600, depthMm: 100 } }), steel);
    expect(tall.limit).toBe('tipping');
    // 120.57 x 50 / 300 = 20.1 N on 0.12 m2: 15.1 m/s.
    expect(tall.holdsToKmh).toBeCloseTo(54.3, 1);
  });

  it('one that is too heavy for half its pull at three g is shaken loose', () => {
    // 300 / 2 = 150 N against 29.43 N a kilogram: 5.09 kg still hold, 5.1 kg do not.
    expect(magnetHold(lamp({ massKg: 5.09 }), steel).holdsToKmh).toBeGreaterThan(0);
    expect(magnetHold(lamp({ massKg: 5.1 }), steel)).toMatchObject({ holdsToKmh: 0, limit: 'shaking' });
  });

  it('holds on nothing but steel, and without a magnet not at all', () => {
    expect(magnetHold(lamp(), { ...steel, steel: false })).toMatchObject({ pullN: 0, limit: 'not steel' });
    expect(magnetHold(lamp({ magnetPullN: null }), steel)).toMatchObject({ holdsToKmh: 0, limit: 'not steel' });
  });
});
