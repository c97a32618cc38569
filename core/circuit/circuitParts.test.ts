import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../demo/testUnit.ts';
import type { UnitBuilder } from '../../demo/unitBuilder.ts';
import { type Build, type Element, type Id, migrateBuild, type Wire } from '../document/index.ts';
import FROZEN_VERSION_2 from '../document/testing/version2.json' with { type: 'json' };
import { deriveFeeds, type Feed, isMain, isRun, unfusedLamps } from '../graph/index.ts';
import { planBranchFuse, planFeed, planFlasher, planGroundBus, planMoveLamps, planRelay } from '../planning/index.ts';
import { shortFigures } from '../protection/index.ts';
import { solveSetting } from './compileNetwork.ts';
import { feedFigures } from './feedFigures.ts';
import { fuseForLoadA, openingTime } from './fuses.ts';

const newId = furtherIds();

const value = <T>(result: { ok: true; value: T } | { ok: false; reason: { message: string } }): T => {
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
};

const strobes = (): UnitBuilder =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 });
const warn = { name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1' } as const;
const SWITCH = { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 } as const;
const CHANNEL = { name: 'Channel 1', kind: 'channel', signal: null, ratingA: 5 } as const;

const feedNamed = (build: Build, name: string): Feed => deriveFeeds(build).find((feed) => feed.fuse.name === name)!;
const loadOf = (build: Build, lampId: Id): Id =>
  Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lampId)!.id;

/** Current through a lamp with some controls on, A. */
function currentAt(build: Build, lampId: Id, on: string[], keyOn = true): number {
  const controlIds = new Set(
    Object.values(build.controls).flatMap((control) => (on.includes(control.name) ? [control.id] : [])),
  );
  const { solution } = solveSetting(build, { keyOn, controlIds, load: 'average' });
  return solution.elements[loadOf(build, lampId)]?.currentA ?? 0;
}

describe('a relay', () => {
  it('closes by the current in its coil; the switch carries that and no more', () => {
    const { build } = strobes().feed({ ...warn, control: SWITCH, relayA: 30 });
    const feed = feedNamed(build, 'Warn');
    expect(feed.contacts.map(({ element }) => element.kind)).toEqual(['relay']);
    expect(feed.coilContacts.map(({ element }) => element.kind)).toEqual(['switch']);
    const { solution } = solveSetting(build, {
      keyOn: true,
      controlIds: new Set([feed.contacts[0]!.control.id]),
      load: 'average',
    });
    // 12.8 V less the drops, over a coil of 90 ohms: about 0.14 A.
    expect(solution.elements[feed.coilContacts[0]!.element.id]!.currentA).toBeCloseTo(12.8 / 90, 2);
    expect(solution.elements[feed.contacts[0]!.element.id]!.currentA).toBeGreaterThan(0.5);
    expect(feedFigures(build, feed).limits.map((limit) => limit.kind)).not.toContain('switch');
  });

  it('stays open with its coil wire off, whatever the switch says', () => {
    const { build } = strobes().feed({ ...warn, control: SWITCH, relayA: 30 });
    const relay = Object.values(build.elements).find((element) => element.kind === 'relay')!;
    const coilWire = Object.values(build.wires).find(({ from, to }) =>
      [from, to].some((end) => end.elementId === relay.id && end.terminal === 'coilMinus'),
    )!;
    const lampId = feedNamed(build, 'Warn').lamps[0]!.id;
    expect(currentAt(build, lampId, ['Warn'])).toBeGreaterThan(0.1);
    const cut = applied(build, [{ kind: 'removeFeed', elementIds: [], wireIds: [coilWire.id] }]);
    expect(currentAt(cut, lampId, ['Warn'])).toBeLessThan(1e-6);
  });

  it('put in the place of a switch, its lamps light as before', () => {
    const { build } = strobes().feed({ ...warn, control: SWITCH });
    const contact = feedNamed(build, 'Warn').contacts[0]!;
    const relayed = applied(build, planRelay(build, contact.element.id, 30));
    const lampId = feedNamed(relayed, 'Warn').lamps[0]!.id;
    expect(currentAt(relayed, lampId, ['Warn'])).toBeCloseTo(currentAt(build, lampId, ['Warn']), 2);
    expect(currentAt(relayed, lampId, [])).toBeLessThan(1e-6);
  });

  it('whose coil was never drawn (an older file) follows its control', () => {
    const build = value(migrateBuild(FROZEN_VERSION_2));
    const lampId = Object.keys(build.lamps)[0]!;
    expect(currentAt(build, lampId, ['Warn'])).toBeGreaterThan(0.1);
    expect(currentAt(build, lampId, [])).toBeLessThan(1e-6);
  });
});

describe('a wireless receiver', () => {
  const unit = strobes().feed({ ...warn, control: CHANNEL, receiver: 3 });
  const second = Object.values(unit.build.controls).find((control) => control.name.includes('spare 2'))!;
  const build = applied(
    unit.build,
    value(
      planFeed(
        unit.build,
        {
          name: 'Rear',
          slotId: null,
          lampIds: unit.ids('L2 R2'),
          control: { id: second.id },
          relayRatingA: null,
          receiverChannels: 0,
          wanted: 'always',
          table: 'metric',
          colour: 'blue',
          patternId: 'double',
        },
        newId,
      ),
    ),
  );
  const [near] = unit.ids('L1');
  const [far] = unit.ids('L2');

  it('lights each channel apart, all behind one fuse', () => {
    expect(deriveFeeds(build)).toHaveLength(1);
    const feed = feedNamed(build, 'Warn');
    expect(feed.lamps).toHaveLength(4);
    expect(feed.ways[near!]!.map(({ control }) => control.name)).toEqual(['Channel 1']);
    expect(feed.ways[far!]!.map(({ control }) => control.id)).toEqual([second.id]);
    expect(currentAt(build, near!, ['Channel 1'])).toBeGreaterThan(0.1);
    expect(currentAt(build, far!, ['Channel 1'])).toBeLessThan(1e-6);
    expect(currentAt(build, far!, [second.name])).toBeGreaterThan(0.1);
  });

  it('limits each channel by what hangs on it alone, which is a limit and protects no wire', () => {
    const feed = feedNamed(build, 'Warn');
    const limits = feedFigures(build, feed).limits.filter((limit) => limit.kind === 'channel');
    expect(limits.map((limit) => limit.limitA)).toEqual([5, 5]);
    const all = feedFigures(build, feed).maximumA;
    expect(limits.reduce((sum, limit) => sum + limit.loadA, 0)).toBeCloseTo(all, 9);
    for (const section of feedFigures(build, feed).sections) expect(section.protectedByA).toBe(feed.fuse.ratingA);
  });
});

describe('a flasher', () => {
  const unit = strobes().feed({
    ...warn,
    name: 'Tail',
    slot: 'hot',
    control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
  });
  const lampIds = unit.ids('L1 R1');
  const build = applied(
    unit.build,
    value(
      planFlasher(
        unit.build,
        { lampIds, control: { ...SWITCH, name: 'Strobe' }, slotId: null, name: 'Strobe', patternId: 'quad' },
        newId,
      ),
    ),
  );

  it('passes the factory signal through until it is enabled, and then feeds the lamp itself', () => {
    const [lampId] = lampIds;
    expect(currentAt(build, lampId!, ['Running lights'])).toBeGreaterThan(0.1);
    expect(currentAt(build, lampId!, ['Strobe'])).toBeGreaterThan(0.1);
    expect(currentAt(build, lampId!, [])).toBeLessThan(1e-6);
    const tail = feedNamed(build, 'Tail').ways[lampId!]!;
    expect(tail.map(({ control, whenOn }) => [control.name, whenOn])).toEqual([
      ['Running lights', true],
      ['Strobe', false],
    ]);
    expect(feedNamed(build, 'Strobe').ways[lampId!]!.map(({ whenOn }) => whenOn)).toEqual([true]);
  });

  it('is limited by what the module carries, whatever the control that enables it is rated', () => {
    // 15 A a module (common practice, no source); the switch that enables it carries no lamp.
    const limits = feedFigures(build, feedNamed(build, 'Strobe')).limits.filter(({ kind }) => kind === 'flasher');
    expect(limits.map(({ limitA }) => limitA)).toEqual(limits.map(() => 15));
    expect(limits.length).toBeGreaterThan(0);
    expect(SWITCH.ratingA).not.toBe(15);
  });

  it('shares one supply with its twin: a wire that taps the nearer one and ends in the other', () => {
    const supplies = Object.values(build.elements).filter(({ kind }) => kind === 'flasher');
    const into = Object.values(build.wires).filter(({ to }) => to.terminal === 'supply');
    expect(into.map(({ to }) => to.elementId).sort()).toEqual(supplies.map(({ id }) => id).sort());
    const joints = Object.values(build.elements).filter(({ name }) => name.startsWith('Power at flasher'));
    expect(joints).toHaveLength(1);
    const { fuse } = feedNamed(build, 'Strobe');
    const out = Object.values(build.wires).filter(({ from }) => from.elementId === fuse.id && from.terminal === 'out');
    expect(out.map(({ to }) => to.elementId)).toEqual([joints[0]!.id]);
    // To the first of them, 150 mm into it, and on to the other.
    expect(into.map(({ lengthMm }) => lengthMm)).toContain(150);
    expect(new Set([...into, ...out].map(({ colour }) => colour)).size).toBe(1);
  });

  it('sends nothing back into the factory circuit: with both on, the tail fuse carries no lamp', () => {
    const ids = new Set(Object.keys(build.controls));
    const { solution } = solveSetting(build, { keyOn: true, controlIds: ids, load: 'average' });
    expect(Math.abs(solution.elements[feedNamed(build, 'Tail').fuse.id]!.currentA)).toBeLessThan(1e-6);
    expect(solution.elements[feedNamed(build, 'Strobe').fuse.id]!.currentA).toBeGreaterThan(0.3);
  });
});

/** A main fuse and a block behind it, wired by hand; gives the block. */
function withBlock(unit: UnitBuilder, mainA: number): Id {
  const [stud, main, block] = [newId(), newId(), newId()];
  const wire = (fromId: Id, from: string, toId: Id, to: string): Wire => ({
    id: newId(),
    from: { elementId: fromId, terminal: from },
    to: { elementId: toId, terminal: to },
    table: 'metric',
    gauge: '10',
    colour: 'red',
    lengthMm: 1500,
    loomLengthMm: null,
  });
  const elements: Element[] = [
    { id: stud, kind: 'stud', name: 'Battery stud' },
    { id: main, kind: 'fuse', name: 'Main', family: 'midi', ratingA: mainA, wanted: 'always' },
    { id: block, kind: 'block', name: 'Fuse block', ways: 6 },
  ];
  const wires = [wire(stud, 'out', main, 'in'), wire(main, 'out', block, 'bus')];
  unit.apply({ kind: 'assignFeed', controls: [], elements, wires, functions: [] });
  return block;
}

describe('protection in a chain', () => {
  it('a branch of a fuse block has the main fuse ahead of it, and the main is no feed of its own', () => {
    const unit = strobes();
    const blockId = withBlock(unit, 60);
    unit.feed({ ...warn, slot: null, block: blockId, control: SWITCH });
    const feed = feedNamed(unit.build, 'Warn');
    expect(feed.upstream.map((fuse) => fuse.name)).toEqual(['Main']);
    expect(feed.source?.kind).toBe('stud');
    expect(isMain(feedNamed(unit.build, 'Main'))).toBe(true);
    expect(currentAt(unit.build, feed.lamps[0]!.id, ['Warn'])).toBeGreaterThan(0.1);
  });

  it('on a short the branch opens before the main for certain, and before its wire is harmed', () => {
    const unit = strobes();
    const blockId = withBlock(unit, 60);
    unit.feed({ ...warn, slot: null, block: blockId, control: SWITCH });
    const feed = feedNamed(unit.build, 'Warn');
    const short = shortFigures(unit.build, feed, feed.lamps[0]!.id)!;
    expect(short.devices.map((device) => device.name)).toEqual([`Warn ${feed.fuse.ratingA} A`, 'Main 60 A']);
    expect(short.selective).toBe('yes');
    expect(short.wireHoldsS).toBeGreaterThan(short.opensByS);
  });

  it("the unit's own smaller fuse ahead of a straight tap goes first, and that is said", () => {
    const unit = strobes().apply({
      kind: 'addSlots',
      slots: [
        {
          id: newId(),
          kind: 'pin',
          label: 'P4',
          row: 9,
          column: 0,
          ratingA: null,
          limitA: 20,
          feeds: '',
          ownLoadA: 0,
          reservedFor: '',
          signal: null,
          reading: { keyOffV: 12.6, keyOnV: 12.6, runningV: null, signalV: null },
        },
      ],
    });
    unit.feed({ ...warn, slot: 'P4', tags: 'L1 R1 L2 R2', control: SWITCH });
    const feed = feedNamed(unit.build, 'Warn');
    unit.apply({ kind: 'editFuse', elementId: feed.fuse.id, changes: { ratingA: 30 } });
    unit.apply({ kind: 'editSlot', slotId: feed.slot!.id, changes: { ratingA: 3 } });
    const after = feedNamed(unit.build, 'Warn');
    const short = shortFigures(unit.build, after, after.lamps[0]!.id)!;
    expect(short.devices.map((device) => device.ratingA)).toEqual([30, 3]);
    expect(short.selective).not.toBe('yes');
    expect(feedFigures(unit.build, after).limits.find((limit) => limit.kind === 'main')!.limitA).toBe(3);
  });

  it('opening times step along the time-current limits of ISO 8820-3 (from memory), earliest times between them', () => {
    expect(openingTime('blade', 10, 10)).toEqual({
      notBeforeS: Number.POSITIVE_INFINITY,
      byS: Number.POSITIVE_INFINITY,
    });
    expect(openingTime('blade', 10, 20)).toEqual({ notBeforeS: 0.15, byS: 5 });
    const between = openingTime('blade', 10, 26);
    expect(between.byS).toBe(5);
    expect(between.notBeforeS).toBeLessThan(0.15);
    expect(between.notBeforeS).toBeGreaterThan(0.04);
    expect(fuseForLoadA(41, 'midi')).toBe(60);
  });

  it('a feed of cold filaments gets a larger fuse than the steady load asks for', () => {
    const unit = testTruck().lamp('SG-0403', 'rear', { yMm: 600, zMm: 960 });
    unit.feed({ ...warn, tags: 'L1 R1', control: SWITCH });
    // 2 x 3 A / 0.8 = 7.5 A; cold they average 30 A for 40 ms, four times that blade: it may open before (gate 350 %).
    const [key] = Object.keys(unit.build.models);
    const models = { [key!]: { ...unit.build.models[key!]!, averageA: 3, maximumA: 3 } };
    const figures = feedFigures({ ...unit.build, models }, feedNamed(unit.build, 'Warn'));
    expect(figures.inrushA).toBeCloseTo(10 * figures.maximumA, 9);
    expect(fuseForLoadA(figures.maximumA)).toBe(7.5);
    expect(figures.fuseNeededA).toBe(10);
    expect(figures.fuseReason).toContain('cold filaments');
  });
});

describe('changes to wiring that is there', () => {
  it('a branch fuse in a wire makes a feed of its own behind the shared one', () => {
    const unit = strobes().feed({ ...warn, tags: 'L1 R1 L2 R2', control: SWITCH });
    const feed = feedNamed(unit.build, 'Warn');
    const far = unit.ids('L2')[0]!;
    const load = loadOf(unit.build, far);
    const branch = feed.wires.find(({ from, to }) => from.elementId === load || to.elementId === load)!;
    const build = applied(unit.build, planBranchFuse(unit.build, branch.id, 'Branch L2')!);
    expect(feedNamed(build, 'Branch L2')).toMatchObject({ lamps: [{ tag: 'L2' }], upstream: [{ name: 'Warn' }] });
    expect(feedNamed(build, 'Warn').lamps).toHaveLength(3);
    expect(currentAt(build, far, ['Warn'])).toBeGreaterThan(0.1);
    const before = feed.wires.reduce((sum, wire) => sum + wire.lengthMm, 0);
    const after = Object.values(build.wires)
      .filter((wire) => wire.colour === branch.colour)
      .reduce((sum, wire) => sum + wire.lengthMm, 0);
    expect(after).toBe(before);
  });

  it('lamps moved to another feed hang on its nearest splice; a feed left empty comes off', () => {
    const unit = strobes()
      .feed({ ...warn, control: SWITCH })
      .feed({
        ...warn,
        name: 'Rear',
        slot: 'key',
        tags: 'L2 R2',
        wanted: 'ignition',
        control: { ...SWITCH, name: 'Rear' },
      });
    const feeds = deriveFeeds(unit.build);
    const moved = applied(
      unit.build,
      value(planMoveLamps(unit.build, feeds, unit.ids('L2'), feedNamed(unit.build, 'Warn').fuse.id, newId)),
    );
    expect(
      feedNamed(moved, 'Warn')
        .lamps.map((lamp) => lamp.tag)
        .sort(),
    ).toEqual(['L1', 'L2', 'R1']);
    expect(feedNamed(moved, 'Rear').lamps.map((lamp) => lamp.tag)).toEqual(['R2']);
    expect(currentAt(moved, unit.ids('L2')[0]!, ['Warn'])).toBeGreaterThan(0.1);
    const all = applied(
      moved,
      value(planMoveLamps(moved, deriveFeeds(moved), unit.ids('R2'), feedNamed(moved, 'Warn').fuse.id, newId)),
    );
    expect(deriveFeeds(all).map((feed) => feed.fuse.name)).toEqual(['Warn']);
    expect(unfusedLamps(all, deriveFeeds(all))).toEqual([]);
  });

  it('a ground bus takes a way for each lamp and one thick wire to metal', () => {
    const unit = strobes().feed({ ...warn, tags: 'L1 R1 L2 R2', control: SWITCH });
    const build = applied(unit.build, planGroundBus(unit.build, unit.ids('L1 R1 L2 R2'), newId));
    const feed = feedNamed(build, 'Warn');
    expect(feed.groundWires).toHaveLength(5);
    expect(feed.groundWires.filter((wire) => wire.gauge === '10')).toHaveLength(1);
    // The bus is shared: the far lamp's return now costs more than its own ground did.
    const [lampId] = unit.ids('L2');
    expect(currentAt(build, lampId!, ['Warn'])).toBeGreaterThan(0.1);
    expect(feedFigures(build, feed).dropV).toBeGreaterThan(
      feedFigures(unit.build, feedNamed(unit.build, 'Warn')).dropV,
    );
  });
});

describe('the wire that a feed takes', () => {
  it('is all that is cut for it, to the lamps and back', () => {
    const { build } = strobes().feed({ ...warn, control: SWITCH });
    const feed = feedNamed(build, 'Warn');
    const cut = Object.values(build.wires).filter(({ origin, lengthMm }) => origin !== 'unit' && lengthMm > 0);
    const ofLamps = new Set(feed.lamps.map(({ id }) => loadOf(build, id)));
    const own = cut.filter(({ id }) => [...feed.wires, ...feed.groundWires].some((wire) => wire.id === id));
    expect(own.some(({ from, to }) => ofLamps.has(from.elementId) || ofLamps.has(to.elementId))).toBe(true);
    expect(feedFigures(build, feed).cutLengthMm).toBeCloseTo(
      own.filter(isRun).reduce((sum, wire) => sum + wire.lengthMm, 0),
      6,
    );
  });
});
