import { describe, expect, it } from 'vitest';
import { applied, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { Build } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { toldOf } from '../testing/told.ts';

const RADIO = { name: 'Sides', kind: 'channel', signal: null, ratingA: 8 } as const;
const told = (build: Build, code: string) => toldOf(build).filter((each) => each.code === code);

/** A receiver of two channels behind 20 A: thick wire to the sides, and so much to the second pair. */
function received(gauge: '0.5' | '4'): Build {
  const unit = testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 4900, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1', { name: 'Sides', control: RADIO, receiver: 2 }));
  const spare = Object.values(unit.build.controls).find(({ name }) => name.includes('spare'))!;
  unit.feed(warnFeed('L2 R2', { name: 'Rear', control: spare.name, receiver: 0 }));
  const { build } = unit;
  const fuse = deriveFeeds(build)[0]!.fuse;
  const behind = Object.values(build.wires).filter(({ from, to }) =>
    [from, to].some(({ elementId, terminal }) => build.elements[elementId]?.kind === 'receiver' && terminal === 'out2'),
  );
  expect(behind).toHaveLength(1);
  return applied(build, [
    { kind: 'editFuse', elementId: fuse.id, changes: { ratingA: 20 } },
    { kind: 'editWires', wireIds: Object.keys(build.wires), changes: { gauge: '4' } },
    { kind: 'editWires', wireIds: behind.map(({ id }) => id), changes: { gauge } },
  ]);
}

describe('M61: a channel taken for a fuse', () => {
  it('is told with what the channel gives, what the wire carries and what protects it, and not as M7 as well', () => {
    const build = received('0.5');
    const [finding] = told(build, 'M61');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toMatch(
      /its channel gives 8 A and opens nothing; wire 0\.5 mm² behind it \([\d.]+ A\) hangs on the receiver's 20 A fuse\.$/,
    );
    expect(told(build, 'M7')).toEqual([]);
    for (const { operations } of finding!.waysOut) expect(told(applied(build, operations), 'M61')).toEqual([]);
    expect(finding!.waysOut).toHaveLength(2);
  });

  it('is quiet where its wire carries what the fuse lets through', () => {
    expect(told(received('4'), 'M61')).toEqual([]);
  });
});
