import { describe, expect, it } from 'vitest';
import { testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import { deriveFeeds } from '../graph/index.ts';
import { conductor } from '../units/index.ts';
import { shortFigures } from './protection.ts';

const unit = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true })
  .feed(warnFeed('L1', { pattern: 'double', control: { ...WARN_SWITCH, ratingA: 20 } }));
const [feed] = deriveFeeds(unit.build);
const lampId = unit.ids('L1')[0]!;
const figures = shortFigures(unit.build, feed!, lampId)!;

describe('a short at a lamp', () => {
  it('the wire holds for (k S / I)² seconds, k = 115 for copper in PVC (IEC 60364-5-54, from memory)', () => {
    const areas = feed!.wires.map((wire) => conductor(wire.table, wire.gauge).areaMm2);
    const byHand = ((115 * Math.min(...areas)) / figures.currentA) ** 2;
    expect(figures.wireHoldsS).toBeCloseTo(byHand, 9);
    expect(figures.wireHoldsS).toBeGreaterThan(figures.opensByS);
  });

  it('goes through its own fuse first, and then what stands before it', () => {
    expect(figures.devices[0]).toMatchObject({ ratingA: feed!.fuse.ratingA, elementId: feed!.fuse.id });
    expect(figures.opensByS).toBe(figures.devices[0]!.byS);
  });

  it('there are no figures of a lamp that hangs on nothing', () => {
    const bare = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true });
    expect(shortFigures(bare.build, feed!, bare.ids('L1')[0]!)).toBeNull();
  });

  it('which opens first is told from both clocks: an unequal pair is sure, an equal one is not', () => {
    const withSlotFuse = (ratingA: number) => {
      const slot = { ...feed!.slot!, ratingA };
      const source = { ...feed!.source!, limitA: null } as never;
      return shortFigures(unit.build, { ...feed!, slot, source }, lampId)!;
    };
    // At hundreds of amps every blade opens within 0.1 s of the other's clock: nobody can tell.
    expect(withSlotFuse(feed!.fuse.ratingA).selective).toBe('unsure');
    expect(withSlotFuse(feed!.fuse.ratingA).devices).toHaveLength(figures.devices.length + 1);
    // An add-a-tap holds its fuse beside the slot's own, and a stud has none: neither stands before the other.
    const beside = { ...feed!.source!, limitA: 10 } as never;
    const stud = { ...feed!.source!, kind: 'stud' } as never;
    const slot = { ...feed!.slot!, ratingA: 15 };
    for (const source of [beside, stud])
      expect(shortFigures(unit.build, { ...feed!, slot, source }, lampId)!.devices).toHaveLength(
        figures.devices.length,
      );
  });
});
