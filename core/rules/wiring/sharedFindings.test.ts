/** Two feeds of two 4.9 A floods each: 9.8 A a feed, 19.6 A in what they share. */
import { describe, expect, it } from 'vitest';
import { applied, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { Build, Wire } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { toldOf } from '../testing/told.ts';

const FLOOD = 'FL-0703';
const FEED_A = 2 * 4.9;
const feed = (name: string, tags: string, slot: string) =>
  warnFeed(tags, {
    name,
    slot,
    pattern: 'steady',
    control: { name, kind: 'switch', signal: null, ratingA: 20 },
  });
const floods = () =>
  testTruck()
    .lamp(FLOOD, 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp(FLOOD, 'left', { xMm: 4200, yMm: 1, zMm: 760 })
    .feed(feed('Front work', 'L1 R1', 'hot'))
    .feed(feed('Rear work', 'L2 R2', 'key'));
const enabled = (ratingA: number) =>
  floods().groundSwitch('L1 R1 L2 R2', { name: 'Enable', kind: 'switch', signal: null, ratingA }).build;
const told = (build: Build) => toldOf(build).filter(({ code }) => code === 'M62');
/** Wires that both feeds use. */
function sharedWires(build: Build): Wire[] {
  const [first, second] = deriveFeeds(build);
  const own = new Set(second!.groundWires.map(({ id }) => id));
  return first!.groundWires.filter(({ id }) => own.has(id));
}
const thinned = (build: Build, gauge: Wire['gauge']) =>
  applied(build, [{ kind: 'editWires', wireIds: sharedWires(build).map(({ id }) => id), changes: { gauge } }]);
const aboutSwitch = (build: Build) => told(build).filter(({ message }) => message.includes('share Enable'));

describe('M62: what feeds share carries the sum', () => {
  it('is quiet where nothing is shared', () => {
    expect(told(floods().build)).toEqual([]);
  });

  it('a ground switch that each feed alone could use is too small for both', () => {
    const [finding] = aboutSwitch(enabled(FEED_A + 2));
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toMatch(/^(Front work and Rear work|Rear work and Front work) share Enable: 2\d(\.\d)? A/);
    expect(finding!.place.feedIds).toHaveLength(2);
    expect(finding!.place.lampIds).toHaveLength(4);
    expect(aboutSwitch(enabled(25))).toEqual([]);
  });

  it('the bound is what flows with everything on', () => {
    const flows = Number(/(\d+\.?\d*) A with everything on/.exec(aboutSwitch(enabled(5))[0]!.message)![1]);
    // Lamps of constant power draw more where volts are lost on the way.
    expect(flows).toBeGreaterThan(2 * FEED_A);
    expect(flows).toBeLessThan(2 * FEED_A * 1.25);
    expect(aboutSwitch(enabled(Math.ceil(flows + 0.1)))).toEqual([]);
    expect(aboutSwitch(enabled(Math.floor(flows - 0.1)))).toHaveLength(1);
  });

  it('a shared ground wire that is too thin is found, and the size that is offered mends it', () => {
    const build = thinned(enabled(25), '0.75');
    const wires = told(build).filter(({ message }) => message.includes('share wire W'));
    expect(wires).toHaveLength(1);
    const way = wires[0]!.waysOut[0]!;
    expect(way.label).toMatch(/^Use .* mm² for what they share$/);
    const after = applied(build, way.operations);
    expect(told(after)).toEqual([]);
    // Where the chain collects few of them 0.75 mm² goes on serving.
    expect(sharedWires(after).some(({ gauge }) => Number(gauge) > 0.75)).toBe(true);
  });

  it('wires of one feed alone are not its matter', () => {
    const { build } = floods();
    const own = deriveFeeds(build)[0]!.groundWires.map(({ id }) => id);
    expect(told(applied(build, [{ kind: 'editWires', wireIds: own, changes: { gauge: '0.5' } }]))).toEqual([]);
  });
});
