import { describe, expect, it } from 'vitest';
import { applied, countingIds, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { UnitBuilder } from '../../../demo/unitBuilder.ts';
import { bodyOf } from '../../body/index.ts';
import { solveSetting } from '../../circuit/index.ts';
import type { Build, Element, Id, OperationDraft, RouteNode, Terminal, Wire } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { planLengths, wireRoutes } from '../../harness/index.ts';
import { planRoutes } from '../../planning/index.ts';

import { type Told, toldOf } from '../testing/told.ts';

const newId = furtherIds();

const found = (build: Build, code: string): Told[] => toldOf(build).filter((finding) => finding.code === code);

/** The build with the first way out of the first finding of a code taken. */
function mended(build: Build, code: string, way = 0): Build {
  const [finding] = found(build, code);
  if (!finding?.waysOut[way]) throw new Error(`no way out ${way} of ${code}`);
  return applied(build, finding.waysOut[way].operations);
}

const SWITCH = { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 } as const;
const truck = (): UnitBuilder =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 })
    .feed({ name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1 L2 R2', control: SWITCH });

/** The truck with its first ways laid and every wire cut to them. */
function routed(unit: UnitBuilder = truck()): Build {
  const build = applied(unit.build, [planRoutes(unit.build, bodyOf(unit.build), newId)!]);
  const lengths = planLengths(build, wireRoutes(build, bodyOf(build)));
  return lengths ? applied(build, [lengths]) : build;
}

const wire = (from: Terminal, to: Terminal, more: Partial<Wire> = {}): Wire => ({
  id: newId(),
  from,
  to,
  table: 'metric',
  gauge: '1.5',
  colour: 'orange',
  lengthMm: 800,
  loomLengthMm: null,
  ...more,
});
const t = (elementId: Id, terminal: string): Terminal => ({ elementId, terminal });

const ROUTE_CODES = ['M14', 'M16', 'M21'];
const onRoutes = (build: Build) => toldOf(build).filter((finding) => ROUTE_CODES.includes(finding.code));

describe('ways of wires', () => {
  it('first ways with wires cut to them have no finding', () => {
    expect(onRoutes(routed())).toEqual([]);
  });

  it('M14: wires shorter than their ways are found and cut to them', () => {
    const build = routed();
    const wireIds = Object.keys(build.wires);
    const short = applied(build, [{ kind: 'editWires', wireIds, changes: { lengthMm: 400 } }]);
    const [finding] = found(short, 'M14');
    expect(finding).toMatchObject({ severity: 'caution' });
    expect(finding!.message).toMatch(/wires are shorter than their routes, by up to \d+\.\d{1,2} m/);
    expect(found(mended(short, 'M14'), 'M14')).toEqual([]);
  });

  it('M14: a ready loom that does not reach is extended by a splice, and the lamp still lights', () => {
    const build = routed();
    const way = wireRoutes(build, bodyOf(build)).sort((a, b) => b.neededMm - a.neededMm)[0]!;
    const wireId = way.run.wireIds[0]!;
    const loomed = applied(build, [
      { kind: 'editWires', wireIds: [wireId], changes: { loomLengthMm: 1500, lengthMm: 1500 } },
    ]);
    const [finding] = found(loomed, 'M14');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toContain('1.50 m long');
    const extended = mended(loomed, 'M14');
    expect(found(extended, 'M14')).toEqual([]);
    expect(extended.wires[wireId]!.lengthMm).toBe(1500);
    const on = { keyOn: true, controlIds: new Set(Object.keys(extended.controls)), load: 'average' } as const;
    const current = (each: Build) => solveSetting(each, on).solution.elements.battery!.currentA;
    expect(current(extended)).toBeCloseTo(current(build), 2);
  });

  it('M15: a wire without the slack of the joint it crosses', () => {
    const unit = new UnitBuilder(
      { tag: 'TT-02', name: 'Tilt trailer', bodyId: 'tilt-trailer', alternatorA: 0 },
      countingIds(),
      '2026-01-05T10:00:00.000Z',
      'test',
    );
    unit
      .slots(1, [{ label: 'P4', ratingA: 20, limitA: 25, volts: [12.7, 12.6] }])
      .lamp('ST-0302', 'left', { xMm: 4700, yMm: 1, zMm: 880 })
      .feed({ name: 'Sides', pattern: 'double', wanted: 'always', slot: 'P4', tags: 'L1 R1', control: SWITCH });
    const build = routed(unit);
    const slack = (each: Build) => found(each, 'M15').filter((finding) => finding.message.includes('without slack'));
    expect(slack(build)).toEqual([]);
    const way = wireRoutes(build, bodyOf(build)).find((each) => each.slackMm > 0)!;
    const wireId = way.run.wireIds[0]!;
    const tight = applied(build, [
      { kind: 'setWireLengths', lengths: [{ wireId, lengthMm: way.neededMm - way.slackMm }] },
    ]);
    const [finding] = slack(tight);
    expect(finding!.message).toContain(way.joints[0]!);
    expect(slack(applied(tight, finding!.waysOut[0]!.operations))).toEqual([]);
  });

  const passOf = (build: Build): RouteNode => Object.values(build.routeNodes).find((node) => node.pass)!;
  const withPass = (build: Build, changes: Partial<NonNullable<RouteNode['pass']>>): Build => {
    const node = passOf(build);
    const pass = { ...node.pass!, ...changes };
    return applied(build, [{ kind: 'editRouteNode', nodeId: node.id, changes: { pass } }]);
  };

  it('M16: a bundle that its grommet does not take; the way out names the one that does', () => {
    const build = withPass(routed(), { holeMm: 5, boreMm: 3 });
    const [finding] = found(build, 'M16');
    expect(finding!.message).toMatch(/do not pass a 3 mm bore/);
    expect(finding!.waysOut[0]!.label).toMatch(/Use the \d+ mm grommet in a \d+ mm hole/);
    const after = mended(build, 'M16');
    expect(found(after, 'M16')).toEqual([]);
    expect(passOf(after).pass!.holeMm).toBeGreaterThan(passOf(after).pass!.boreMm!);
  });

  it('M20: a bare edge, and a wet wall without a seal', () => {
    const bare = withPass(routed(), { boreMm: null, wet: false, sealed: false });
    const passes = (build: Build) => found(build, 'M20').filter((finding) => finding.message.includes('wires pass'));
    expect(passes(bare)[0]!.message).toContain('a bare edge');
    expect(passes(applied(bare, passes(bare)[0]!.waysOut[0]!.operations))).toEqual([]);
    const wet = withPass(routed(), { boreMm: 32, wet: true, sealed: false });
    expect(passes(wet)[0]!.message).toContain('a wet wall unsealed');
    expect(passes(applied(wet, passes(wet)[0]!.waysOut[0]!.operations))).toEqual([]);
  });

  it('M28: a grommet smaller than the hole it sits in is changed for one that fills it', () => {
    const passes = (build: Build) => found(build, 'M28').filter((finding) => finding.message.includes('is made for'));
    expect(passes(routed())).toEqual([]);
    const loose = withPass(routed(), { holeMm: 25, boreMm: 10, sealed: true });
    expect(passes(loose)[0]!.message).toContain('is made for a 13 mm hole; this one is 25 mm');
    expect(passes(applied(loose, passes(loose)[0]!.waysOut[0]!.operations))).toEqual([]);
  });

  it('M21: a way laid through the engine bay is led round it', () => {
    const build = routed();
    const hot = bodyOf(build).zones.find((zone) => zone.kind === 'hot')!;
    const middle = (axis: 'x' | 'y' | 'z') => (hot[axis][0] + hot[axis][1]) / 2;
    // Any clip that carries wire, put into the middle of it.
    const [way] = wireRoutes(build, bodyOf(build)).sort((a, b) => b.nodeIds.length - a.nodeIds.length);
    const node = way!.nodeIds.map((id) => build.routeNodes[id]!).find((each) => each.name.includes('clip'))!;
    const inside = { xMm: middle('x'), yMm: middle('y'), zMm: middle('z') };
    let planted = applied(build, [{ kind: 'editRouteNode', nodeId: node.id, changes: { position: inside } }]);
    const before = found(planted, 'M21').filter((finding) => finding.message.includes(hot.name));
    expect(before[0]!.message).toContain('120 mm');
    for (let turn = 0; turn < 6 && found(planted, 'M21').some((finding) => finding.waysOut.length > 0); turn++)
      planted = mended(planted, 'M21');
    expect(found(planted, 'M21').filter((finding) => finding.message.includes(hot.name))).toEqual([]);
  });
});

describe('joints and terminals', () => {
  /** A trailer connector between the fuse and its lamps, the supply on one pin and the ground on another. */
  function throughConnector(supplyPin: number, groundPin: number): Build {
    const unit = testTruck().lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 });
    unit.feed({
      name: 'Tail',
      pattern: 'steady',
      wanted: 'always',
      slot: 'hot',
      tags: 'L1 R1',
      control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
    });
    const [feed] = deriveFeeds(unit.build);
    const connectorId = newId();
    const trunk = feed!.wires.find((each) => each.from.elementId === feed!.contacts[0]!.element.id)!;
    const minus = feed!.groundWires[0]!;
    return applied(unit.build, [
      {
        kind: 'insertPart',
        wireId: trunk.id,
        part: {
          id: connectorId,
          kind: 'connector',
          name: 'Tail plug',
          pinsOf: '4-way flat',
          pins: 4,
          mated: true,
          ratingA: 15,
        },
        near: `a${supplyPin}`,
        far: `b${supplyPin}`,
        nearMm: 500,
        newWireId: newId(),
      },
      { kind: 'moveWireEnds', moves: [{ wireId: minus.id, end: 'to', onto: t(connectorId, `b${groundPin}`) }] },
    ]);
  }

  it('M4: pins as the standard has them are quiet; supply and ground changed about are found and put right', () => {
    // 4-way flat: 1 ground, 2 tail (usual maker sheets, from memory).
    expect(found(throughConnector(2, 1), 'M4')).toEqual([]);
    const wrong = throughConnector(1, 2);
    const [finding] = found(wrong, 'M4');
    expect(finding!.message).toMatch(/Tail plug: pin 2 is tail, .* and its wire is the ground of L1/);
    expect(finding!.waysOut[0]!.label).toBe('Change pins 2 and 1');
    expect(found(mended(wrong, 'M4'), 'M4')).toEqual([]);
  });

  it('M4: a tail wire in the cavity of the left turn', () => {
    const wrong = throughConnector(3, 1);
    expect(found(wrong, 'M4')[0]!.message).toContain('left turn');
    expect(found(mended(wrong, 'M4'), 'M4')).toEqual([]);
  });

  it('M7: a lamp on a factory circuit without a fuse of its own', () => {
    const unit = truck();
    const [feed] = deriveFeeds(unit.build);
    const [contact] = feed!.contacts;
    // The fuse comes out of the line: the tap goes straight to the switch.
    const bare = applied(unit.build, [
      { kind: 'removeFeed', elementIds: [feed!.fuse.id], wireIds: [] },
      {
        kind: 'assignFeed',
        controls: [],
        elements: [],
        wires: [wire(t(feed!.source!.id, 'out'), t(contact!.element.id, 'in'))],
        functions: [],
      },
    ]);
    const [finding] = found(bare, 'M7');
    expect(finding!.message).toContain('without a fuse of their own');
    const after = mended(bare, 'M7');
    expect(found(after, 'M7')).toEqual([]);
    expect(deriveFeeds(after)[0]!.lamps).toHaveLength(4);
  });

  it('M7: a branch thinner than the shared fuse protects, fused at its start or made as thick as the trunk', () => {
    const unit = truck();
    const [feed] = deriveFeeds(unit.build);
    unit.apply({ kind: 'editFuse', elementId: feed!.fuse.id, changes: { ratingA: 30 } });
    const all = Object.keys(unit.build.wires);
    unit.apply({ kind: 'editWires', wireIds: all, changes: { gauge: '6' } });
    const branch = feed!.wires.at(-1)!;
    unit.apply({ kind: 'editWires', wireIds: [branch.id], changes: { gauge: '1' } });
    const [finding] = found(unit.build, 'M7');
    expect(finding!.message).toContain('protected only by the shared 30 A fuse');
    for (const way of [0, 1]) expect(found(mended(unit.build, 'M7', way), 'M7'), `way ${way}`).toEqual([]);
  });

  it('M9: a join ticked before the power was taken off', () => {
    const unit = truck();
    const [feed] = deriveFeeds(unit.build);
    unit.ticks([`join:${feed!.fuse.id}`]);
    expect(found(unit.build, 'M9')[0]!.message).toContain('nobody took the power off first');
    for (const way of [0, 1]) expect(found(mended(unit.build, 'M9', way), 'M9')).toEqual([]);
    expect(found(truck().ticks(['isolate', `join:${feed!.fuse.id}`]).build, 'M9')).toEqual([]);
  });

  const plugged = (more: { end: 'open' | 'capped' | 'joined'; leftMm: number | null }): Build =>
    truck().apply({ kind: 'recordPlug', plug: { id: newId(), name: 'prewire', place: 'roof', pins: [], ...more } })
      .build;

  it('M17: a plug left open is capped, and the cap is on the list', () => {
    expect(found(plugged({ end: 'capped', leftMm: null }), 'M17')).toEqual([]);
    const open = plugged({ end: 'open', leftMm: null });
    expect(found(open, 'M17')[0]!.message).toContain('prewire, roof');
    const capped = mended(open, 'M17');
    expect(found(capped, 'M17')).toEqual([]);
    expect(Object.values(capped.extraParts)).toMatchObject([{ partKey: 'plug-cap' }]);
  });

  it('M17: a connector that is not plugged together leaves its lamps dark', () => {
    const build = throughConnector(2, 1);
    const connector = Object.values(build.elements).find((element) => element.kind === 'connector')!;
    const apart = applied(build, [{ kind: 'mateConnector', elementId: connector.id, mated: false }]);
    expect(found(apart, 'M17')[0]!.message).toContain('Tail plug is not plugged together');
    expect(deriveFeeds(apart)[0]!.lamps).toEqual([]);
    expect(deriveFeeds(mended(apart, 'M17'))[0]!.lamps).toHaveLength(2);
  });

  it('M19: a factory plug cut so short that nothing can be joined to it', () => {
    expect(found(plugged({ end: 'capped', leftMm: 120 }), 'M19')).toEqual([]);
    const short = plugged({ end: 'capped', leftMm: 25 });
    expect(found(short, 'M19')[0]!.message).toContain('25 mm');
    expect(found(mended(short, 'M19'), 'M19')).toEqual([]);
  });

  /** The truck's switch with its three terminals wired as given. */
  function switchWired(map: { supply: string; load: string; ground: string | null }): Build {
    const unit = truck();
    const [feed] = deriveFeeds(unit.build);
    const id = feed!.contacts[0]!.element.id;
    const onto = (was: string) => (was === 'in' ? map.supply : map.load);
    const moves = Object.values(unit.build.wires).flatMap((each) =>
      (['from', 'to'] as const).flatMap((end) =>
        each[end].elementId === id ? [{ wireId: each.id, end, onto: t(id, onto(each[end].terminal)) }] : [],
      ),
    );
    const drafts: OperationDraft[] = [{ kind: 'moveWireEnds', moves }];
    if (map.ground) {
      const ground: Element = { id: newId(), kind: 'ground', name: 'Ground of the switch' };
      const wires = [wire(t(id, map.ground), t(ground.id, 'join'), { colour: 'black' })];
      drafts.push({ kind: 'assignFeed', controls: [], elements: [ground], wires, functions: [] });
    }
    return applied(unit.build, drafts);
  }

  it('M22: a lit switch wired as its map says is quiet; every way to mix it up is found and mended', () => {
    expect(found(switchWired({ supply: 'in', load: 'out', ground: 'lamp' }), 'M22')).toEqual([]);
    expect(found(switchWired({ supply: 'in', load: 'out', ground: null }), 'M22')).toEqual([]);
    const turned = switchWired({ supply: 'out', load: 'in', ground: 'lamp' });
    expect(found(turned, 'M22')[0]).toMatchObject({ severity: 'stop' });
    expect(found(mended(turned, 'M22'), 'M22')).toEqual([]);
    const through = switchWired({ supply: 'in', load: 'lamp', ground: null });
    expect(found(through, 'M22')[0]!.message).toContain('hang on the ground terminal of its light');
    expect(found(mended(through, 'M22'), 'M22')).toEqual([]);
    const fed = switchWired({ supply: 'lamp', load: 'out', ground: null });
    expect(found(fed, 'M22')[0]!.message).toContain('the supply is on the ground terminal');
    expect(found(mended(fed, 'M22'), 'M22')).toEqual([]);
  });

  it('what a mixed-up lit switch does is what the circuit says: the lamps only glow through its light', () => {
    const through = switchWired({ supply: 'in', load: 'lamp', ground: null });
    const on = { keyOn: true, controlIds: new Set(Object.keys(through.controls)), load: 'average' } as const;
    expect(solveSetting(through, on).solution.elements.battery!.currentA).toBeLessThan(0.02);
  });
});
