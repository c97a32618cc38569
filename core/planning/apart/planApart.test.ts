import { describe, expect, it } from 'vitest';
import { applied, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { applyOperation, type Build, type Lamp } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { planApart } from './planApart.ts';

const BRAKE = { name: 'Brake', kind: 'signal', signal: 'brake', ratingA: null } as const;
const RADIO = { name: 'Sides', kind: 'channel', signal: null, ratingA: 8 } as const;
const truck = () =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 4900, yMm: 1, zMm: 760 });
const named = (build: Build, name: string) => deriveFeeds(build).find(({ fuse }) => fuse.name === name)!;
const names = (items: Record<string, { name: string }>) =>
  Object.values(items)
    .map(({ name }) => name)
    .sort();

describe('a feed that comes apart', () => {
  it('takes its function and its switch along; lamps stay', () => {
    const { build } = truck().feed(warnFeed('L1 R1 L2 R2'));
    const apart = planApart(build, named(build, 'Warn'));
    expect(apart).toMatchObject({ functions: ['Warn'], controls: ['Warn'], receivers: [] });
    const after = applied(build, apart.operations);
    for (const collection of [after.elements, after.wires, after.functions, after.controls])
      expect(collection).toEqual({});
    expect(after.lamps).toEqual(build.lamps);
  });

  it('leaves what another feed uses: the switch, and the function’s other lamps', () => {
    const { build } = truck()
      .feed(warnFeed('L1 R1'))
      .feed(warnFeed('L2 R2', { name: 'More', slot: 'key', control: 'Warn' }));
    const apart = planApart(build, named(build, 'More'));
    expect(apart.controls).toEqual([]);
    const after = applied(build, apart.operations);
    expect(names(after.controls)).toEqual(['Warn']);
    const shown = new Set(Object.values(after.functions).flatMap(({ shows }) => Object.keys(shows)));
    expect(
      Object.values(after.lamps)
        .flatMap(({ id, tag }) => (shown.has(id) ? [tag] : []))
        .sort(),
    ).toEqual(['L1', 'R1']);
    expect(deriveFeeds(after).map(({ fuse }) => fuse.name)).toEqual(['Warn']);
  });

  it('takes a receiver with all its channels, those not used yet too', () => {
    const { build } = truck().feed(warnFeed('L1 R1', { name: 'Sides', control: RADIO, receiver: 3 }));
    const apart = planApart(build, named(build, 'Sides'));
    expect(apart.receivers).toEqual(['Receiver Sides']);
    expect(apart.controls).toHaveLength(3);
    expect(applied(build, apart.operations).controls).toEqual({});
  });

  it('leaves a signal: it is the unit’s own', () => {
    const { build } = truck().feed(warnFeed('L1 R1', { control: BRAKE }));
    const apart = planApart(build, named(build, 'Warn'));
    expect(apart.controls).toEqual([]);
    expect(names(applied(build, apart.operations).controls)).toEqual(['Brake']);
  });
});

describe('controls', () => {
  const stamp = { by: 'Odile', at: '2026-03-11T10:00:00Z' };
  const remove = (build: Build, controlId: string) =>
    applyOperation(
      build,
      { kind: 'removeControls', controlIds: [controlId], id: '00000000-0000-4000-8000-0000000000ab' },
      stamp,
    );

  it('that work something are not removed', () => {
    const { build } = truck().feed(warnFeed('L1 R1'));
    const [id] = Object.keys(build.controls);
    expect(remove(build, id!)).toMatchObject({ ok: false, reason: { kind: 'inUse' } });
    const bare = applied(build, [{ kind: 'removeFunction', functionId: Object.keys(build.functions)[0]! }]);
    // A switch in the circuit still answers to it.
    expect(remove(bare, id!).ok).toBe(false);
  });
});

describe('half of a pair', () => {
  it('that loses its twin is single; other pairs stay', () => {
    const { build } = truck();
    const of = (tag: string, lamps: Build['lamps']) => Object.values(lamps).find((lamp: Lamp) => lamp.tag === tag)!;
    expect(of('L1', build.lamps).pairId).not.toBeNull();
    const after = applied(build, [{ kind: 'removeLamps', lampIds: [of('R1', build.lamps).id] }]);
    expect(of('L1', after.lamps).pairId).toBeNull();
    expect(of('L2', after.lamps).pairId).toBe(of('R2', after.lamps).pairId);
    expect(of('L2', after.lamps).pairId).not.toBeNull();
  });
});
