import { describe, expect, it } from 'vitest';
import { SHELF } from '../../../demo/shelf.ts';
import { testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { LampModel, ShelfEntry } from '../../document/index.ts';
import { alternatives } from './alternatives.ts';

const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
const lampIds = Object.keys(build.lamps);
const has = build.models['ST-0302']!;
/** A shelf entry like the lamp that is short, but for what is said. */
const like = (key: string, changes: Partial<LampModel> = {}, onHand = 9): ShelfEntry => ({
  ...SHELF.find((entry) => entry.model.key === 'ST-0302')!,
  model: { ...has, key, name: key, ...changes },
  onHand,
});
const wider = (byMm: number) => ({ face: { ...has.face, widthMm: has.face.widthMm + byMm } });
const of = (...entries: ShelfEntry[]) => alternatives(build, lampIds, entries);
const keys = (...entries: ShelfEntry[]) => of(...entries).map(({ entry }) => entry.model.key);

describe('what could take a lamp’s place', () => {
  it('is of its kind, of its colours, for its volts, and there are enough of it', () => {
    expect(keys(like('XX-0001'))).toEqual(['XX-0001']);
    expect(keys(like('ST-0302'))).toEqual([]);
    expect(keys(like('XX-0002', { kind: 'beacon' }))).toEqual([]);
    expect(keys(like('XX-0003', { colours: ['blue'] }))).toEqual([]);
    expect(keys(like('XX-0004', {}, lampIds.length))).toEqual(['XX-0004']);
    expect(keys(like('XX-0005', {}, lampIds.length - 1))).toEqual([]);
    const volts = (minimumV: number, maximumV: number) => ({ voltage: { minimumV, maximumV } });
    expect(keys(like('XX-0006', volts(12, 30)))).toEqual(['XX-0006']);
    expect(keys(like('XX-0007', volts(12.1, 30)))).toEqual([]);
    expect(keys(like('XX-0008', volts(9, 12)))).toEqual(['XX-0008']);
    expect(keys(like('XX-0009', volts(9, 11.9)))).toEqual([]);
  });

  it('nearest in size, current and mount first, and no more than three', () => {
    const entries = [
      like('XX-0030', wider(30)),
      like('XX-0010', wider(10)),
      // 0.2 A count as 20 mm.
      like('XX-0020', { maximumA: has.maximumA + 0.2 }),
      like('XX-0040', wider(40)),
    ];
    expect(keys(...entries)).toEqual(['XX-0010', 'XX-0020', 'XX-0030']);
    const otherwise = [{ ...has.mounts[0]!, kind: 'magnet' as const, holes: 0, holeMm: 0 }];
    expect(keys(like('XX-0011', { mounts: otherwise }), like('XX-0199', wider(199)))).toEqual(['XX-0199', 'XX-0011']);
  });

  it('says what differs as far as it matters, and the way it does', () => {
    const differs = (changes: Partial<LampModel>) => of(like('XX-0001', changes))[0]!.differs;
    expect(differs({})).toEqual([]);
    expect(differs(wider(3))).toEqual(['3 mm wider']);
    expect(differs(wider(2.9))).toEqual([]);
    expect(differs(wider(-4))).toEqual(['4 mm narrower']);
    expect(differs({ face: { ...has.face, heightMm: has.face.heightMm + 5 } })).toEqual(['5 mm taller']);
    expect(differs({ maximumA: has.maximumA + 0.051 })).toEqual(['0.05 A more']);
    expect(differs({ maximumA: has.maximumA + 0.04 })).toEqual([]);
    expect(differs({ maximumA: has.maximumA / 2 })).toEqual([`${(has.maximumA / 2).toFixed(2)} A less`]);
    const [mount] = has.mounts as [LampModel['mounts'][0]];
    expect(differs({ mounts: [{ ...mount, holeMm: mount.holeMm + 0.3 }] })).toEqual([
      `a ${mount.holeMm + 0.3} mm hole`,
    ]);
    expect(differs({ mounts: [{ ...mount, holeMm: mount.holeMm + 0.1 }] })).toEqual([]);
    expect(differs({ mounts: [{ ...mount, kind: 'magnet', holes: 0, holeMm: 0 }] })).toContain('mounted by magnet');
    expect(differs({ programming: has.programming === 'dial' ? 'touch' : 'dial' })).toContain('set otherwise');
  });

  it('is tried on the unit: what it would bring is known before it is used', () => {
    // Twice the amps on the same wire and fuse.
    const [heavy] = of(like('XX-0001', { maximumA: 9, averageA: 4 }));
    expect(heavy!.brings.length).toBeGreaterThan(0);
    expect(heavy!.operations).toEqual([{ kind: 'swapModel', lampIds, model: heavy!.entry.model }]);
    expect(of(like('XX-0002'))[0]!.brings).toEqual([]);
  });

  it('of no lamp at all is nothing', () => {
    expect(alternatives(build, [], SHELF)).toEqual([]);
  });
});
