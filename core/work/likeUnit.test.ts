import { describe, expect, it } from 'vitest';
import { countingIds } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { Build } from '../document/index.ts';
import { deriveFeeds, slotWhen } from '../graph/index.ts';
import { cutList } from '../harness/index.ts';
import { overviewOf } from '../overview/index.ts';
import { likeUnit } from './likeUnit.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const first = units.find((build) => build.unit.tag === 'SR-14')!;
const next = likeUnit(first, 'SR-44');

/** What is measured, looked at, said or done on one unit, and on no other. */
const OF_ONE_UNIT = [
  'survey',
  'programmed',
  'readings',
  'looks',
  'checks',
  'faults',
  'ticks',
  'measured',
  'problems',
  'comments',
  'standing',
  'photos',
] as const satisfies readonly (keyof Build)[];

describe('a unit like another', () => {
  it('has its whole plan: lamps, feeds, wires, functions, routes, and the steps that follow', () => {
    expect(next.unit).toEqual({ ...first.unit, tag: 'SR-44' });
    expect(deriveFeeds(next).map(({ fuse }) => fuse.name)).toEqual(deriveFeeds(first).map(({ fuse }) => fuse.name));
    expect(cutList(next)).toEqual(cutList(first));
    expect(overviewOf(next).steps.map(({ key }) => key)).toEqual(overviewOf(first).steps.map(({ key }) => key));
    expect(next.functions).toEqual(first.functions);
  });

  it('has nothing that was measured, looked at, said or done on the first', () => {
    expect(Object.keys(first.ticks).length).toBeGreaterThan(0);
    expect(Object.keys(first.readings).length).toBeGreaterThan(0);
    for (const part of OF_ONE_UNIT) expect(next[part], part).toEqual({});
    expect([next.signOff, next.handedOver, next.legend]).toEqual([null, null, null]);
    expect(next.electrics).toEqual({ ...first.electrics, surveyed: false });
    for (const slot of Object.values(next.slots)) expect(slotWhen(slot, 12)).toMatch(/unread|reserved/);
    for (const plug of Object.values(next.plugs)) {
      for (const pin of plug.pins)
        expect([pin.keyOffV, pin.keyOnV, pin.runningV, pin.signalV]).toEqual([null, null, null, null]);
      // What the pin is for is planned with, and stays.
      const same = first.plugs[plug.id]!;
      expect(plug.pins.map(({ purpose, colour, signal }) => [purpose, colour, signal])).toEqual(
        same.pins.map(({ purpose, colour, signal }) => [purpose, colour, signal]),
      );
    }
  });

  it('leaves the first as it was, and can be kept, whatever it was like', () => {
    for (const build of units) {
      const before = structuredClone(build);
      expect(Build.safeParse(likeUnit(build, 'SR-99')).success, build.unit.tag).toBe(true);
      expect(build).toEqual(before);
    }
  });
});
