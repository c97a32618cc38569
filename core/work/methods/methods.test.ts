import { describe, expect, it } from 'vitest';
import { DEMO_LOOMS } from '../../../demo/shop.ts';
import { applied, countingIds, furtherIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { demoUnits } from '../../../demo/world.ts';
import { solveSetting } from '../../circuit/index.ts';
import type { Build, WiringHabits } from '../../document/index.ts';
import { deriveFeeds, isRun } from '../../graph/index.ts';
import { jointList } from '../../harness/index.ts';
import {
  areOnPlugs,
  planGroundBus,
  planGroundReturn,
  planLampPlugs,
  planLampPlugsOut,
  planMoveSource,
  switchSideOf,
} from '../../planning/index.ts';
import { assess } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { partsList } from '../parts/partsList.ts';
import { askMethods, METHOD_QUESTIONS } from './askMethods.ts';
import { type Comparison, darkWithOneWire, type WiringMethod } from './compare.ts';
import { compareJoints } from './ends.ts';
import { compareGrounds, compareSides, groundKind } from './grounds.ts';
import { compareLooms } from './looms.ts';
import { compareRuns } from './runs.ts';
import { compareSources } from './sources.ts';

const newId = furtherIds();
/** Those for two work lamps; a light bar's has one leg. */
const LOOMS = DEMO_LOOMS.filter(({ legs }) => legs.length > 1);

describe('two ways to do the same wiring', () => {
  const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
  const truck = units.find((build) => build.unit.tag === 'SR-07')!;
  const feedsOf = (build: typeof truck) => assess(build).feeds.map(({ feed }) => feed);
  const long = (build: typeof truck) =>
    feedsOf(build).filter((feed) => feed.wires.some((wire) => wire.lengthMm > 1000 && wire.lengthMm <= 12_000));
  const prices = (build: typeof truck) =>
    new Map(partsList(build, assess(build).feeds).map((part) => [part.key, 2] as const));

  it('ready looms: a loom for every long wire, half of its crimps, less work and more wire; and back again', () => {
    const [feed] = long(truck);
    const answer = compareLooms(
      truck,
      [feed!],
      new Map([...prices(truck), ['ready-loom 3', 9], ['ready-loom 8', 20]]),
      [],
      newId,
    );
    if (!answer.ok) throw new Error(answer.reason);
    const [own, looms] = answer.methods as [WiringMethod, WiringMethod];
    const count = feed!.wires.filter((wire) => wire.lengthMm >= 1000).length;
    expect(looms.figures.wireMm).toBeGreaterThan(own.figures.wireMm);
    expect(looms.lost).toEqual([]);
    const built = applied(truck, looms.operations);
    const joining = (build: typeof truck) =>
      jobSteps(build, assess(build).feeds)
        .filter((step) => step.kind === 'join')
        .reduce((sum, step) => sum + step.minutes, 0);
    expect(joining(truck) - joining(built)).toBe(2 * count);
    const lines = partsList(built, assess(built).feeds).filter((part) => part.key.startsWith('ready-loom'));
    expect(lines.reduce((sum, line) => sum + line.quantity, 0)).toBe(count);
    const crimps = (build: typeof truck) =>
      partsList(build, assess(build).feeds)
        .filter((part) => /crimp|lug/.test(part.name))
        .reduce((sum, part) => sum + part.quantity, 0);
    // A loom brings the plug of its lamp end along; where it ends in a splice, that is still made.
    const atLamps = feed!.wires.filter(
      ({ to, lengthMm }) => lengthMm >= 1000 && truck.elements[to.elementId]!.kind === 'lampLoad',
    ).length;
    expect(atLamps).toBeGreaterThan(0);
    expect(crimps(truck) - crimps(built)).toBe(atLamps);
    const back = compareLooms(
      built,
      [feedsOf(built).find((each) => each.fuse.id === feed!.fuse.id)!],
      prices(built),
      [],
      newId,
    );
    if (!back.ok) throw new Error(back.reason);
    expect(back.methods.map((method) => method.name)).toEqual(['Ready looms', 'Own wire']);
    expect(crimps(applied(built, back.methods[1]!.operations))).toBe(crimps(truck));
  });

  it('looms that the shop knows: one with a leg for each lamp takes the place of fuse, relay and wire, and it lights', () => {
    const { build } = testTruck()
      .lamp('FL-0701', 'rear', { yMm: 500, zMm: 1400 })
      .feed(warnFeed('L1 R1', { name: 'Floods', pattern: 'steady' }));
    const [feed] = feedsOf(build);
    const answer = compareLooms(build, [feed!], new Map([['loom LM-0203', 40]]), LOOMS, newId);
    if (!answer.ok) throw new Error(answer.reason);
    const names = answer.methods.map(({ name }) => name);
    expect(names[0]).toBe('Own wire');
    expect(names).toEqual(expect.arrayContaining(LOOMS.map(({ name }) => name)));
    for (const { name, operations } of answer.methods.filter((each) => LOOMS.some((loom) => loom.name === each.name))) {
      const laid = applied(build, operations);
      const parts = partsList(laid, assess(laid).feeds);
      expect(parts.filter((part) => part.name === `Loom ${name}`).map(({ quantity }) => quantity)).toEqual([1]);
      expect(parts.filter((part) => /^Wire \d/.test(part.name))).toEqual([]);
      expect(Object.keys(laid.controls)).toEqual(Object.keys(build.controls));
      for (const volts of Object.values(lampVolts(laid, true))) expect(volts).toBeGreaterThan(11.5);
    }
    // A lamp more than it has legs.
    const three = LOOMS.map((loom) => ({ ...loom, legs: loom.legs.slice(0, 1) }));
    const none = compareLooms(build, [feed!], new Map(), three, newId);
    expect(none.ok && none.methods.map(({ name }) => name)).toEqual(['Own wire', 'Ready looms']);
  });

  it('one run for two functions: a fuse and wire less, and one function that is no longer switched by itself', () => {
    // Two strobes by one switch, two markers by another, all at the rear.
    const unit = testTruck()
      .lamp('ST-0303', 'rear', { xMm: 7400, yMm: 700, zMm: 900 })
      .lamp('MK-0102', 'rear', { xMm: 7400, yMm: 500, zMm: 900 });
    const tags = (key: string) =>
      Object.values(unit.build.lamps)
        .filter((lamp) => lamp.modelKey === key)
        .map((lamp) => lamp.tag)
        .join(' ');
    const feed = (name: string, slot: string, key: string) =>
      unit.feed({
        name,
        slot,
        tags: tags(key),
        pattern: 'steady',
        wanted: 'always',
        control: { name: `${name} switch`, kind: 'switch', signal: null, ratingA: 20 },
      });
    feed('Warn', 'hot', 'ST-0303');
    feed('Mark', 'key', 'MK-0102');
    const { build } = unit;
    const feeds = feedsOf(build);
    expect(feeds.map((each) => each.fuse.name).sort()).toEqual(['Mark', 'Warn']);
    const ordered = [...feeds].sort((a, b) => b.fuse.name.localeCompare(a.fuse.name));
    const answer = compareRuns(build, ordered, prices(build), newId);
    if (!answer.ok) throw new Error(answer.reason);
    const [each, one] = answer.methods as [WiringMethod, WiringMethod];
    expect([each.figures.fuses, one.figures.fuses]).toEqual([2, 1]);
    expect(one.figures.wireMm).toBeLessThan(each.figures.wireMm);
    expect(one.figures.minutes).toBeLessThan(each.figures.minutes);
    expect(one.figures.partsMarks).toBeLessThan(each.figures.partsMarks);
    expect(one.lost).toEqual(['Mark']);
    const grouped = feedsOf(applied(build, one.operations));
    expect(grouped).toHaveLength(1);
    expect(grouped[0]!.lamps.map((lamp) => lamp.tag).sort()).toEqual(
      Object.values(build.lamps)
        .map((lamp) => lamp.tag)
        .sort(),
    );
    // The build itself is as it was.
    expect(feedsOf(build)).toHaveLength(2);
  });

  it('says why it cannot be compared', () => {
    expect(compareRuns(truck, [], new Map(), newId)).toEqual({ ok: false, reason: 'Choose a feed or more.' });
    const brief = { ...long(truck)[0]!, wires: [] };
    expect(compareLooms(truck, [brief], new Map(), [], newId)).toMatchObject({ ok: false });
  });
});

/** A pair of strobes at the rear and one in front, off one switch. */
const warned = () =>
  testTruck()
    .lamp('ST-0303', 'rear', { xMm: 7400, yMm: 700, zMm: 900 })
    .lamp('ST-0303', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1 L2 R2'));

const only = (build: Build) => {
  const [first] = assess(build).feeds;
  return first!;
};
const answered = (comparison: Comparison): WiringMethod[] => {
  if (!comparison.ok) throw new Error(comparison.reason);
  return comparison.methods;
};
/** Volts over each lamp by tag, with the key on and some controls on. */
const lampVolts = (build: Build, isOn: boolean): Record<string, number> => {
  const controlIds = new Set(isOn ? Object.keys(build.controls) : []);
  const { solution } = solveSetting(build, { keyOn: true, controlIds, load: 'maximum' });
  return Object.fromEntries(
    Object.values(build.elements).flatMap((element) =>
      element.kind === 'lampLoad'
        ? [[build.lamps[element.lampId]!.tag, solution.elements[element.id]?.voltageV ?? 0]]
        : [],
    ),
  );
};
const stopsOf = (build: Build) => assess(build).findings.filter(({ severity }) => severity === 'stop');

describe('what goes dark with one wire', () => {
  it('all that hang on one run; where each has its own, those of one', () => {
    const { build } = warned();
    const ids = new Set(Object.keys(build.lamps));
    expect(darkWithOneWire(build, ids)).toBe(4);
    const [now, apart] = answered(compareRuns(build, [only(build).feed], new Map(), newId));
    expect([now!.figures.darkWithWire, now!.figures.darkWithFuse]).toEqual([4, 4]);
    expect([apart!.figures.darkWithWire, apart!.figures.darkWithFuse]).toEqual([2, 2]);
    const parted = applied(build, apart!.operations);
    expect(deriveFeeds(parted).map(({ lamps }) => lamps.length)).toEqual([2, 2]);
    // Each run has its own switch, and shows what it did.
    expect(Object.values(parted.functions).map(({ shows }) => Object.keys(shows).length)).toEqual([2, 2]);
    expect(stopsOf(parted)).toEqual([]);
  });

  it('a return that many share counts as a supply does: without ground a lamp is dark', () => {
    const { build } = warned();
    const apart = answered(compareRuns(build, [only(build).feed], new Map(), newId))[1]!;
    const parted = applied(build, apart.operations);
    const ids = new Set(Object.keys(parted.lamps));
    expect(darkWithOneWire(parted, ids)).toBe(2);
    // Two runs out, and one wire home for all four.
    const returned = applied(parted, planGroundReturn(parted, [...ids], newId));
    expect(darkWithOneWire(returned, ids)).toBe(4);
    const [one] = ids;
    expect(darkWithOneWire(returned, new Set([one!]))).toBe(1);
    expect(darkWithOneWire({ ...returned, wires: {} }, ids)).toBe(0);
  });
});

describe('joints', () => {
  const { build } = warned();
  const [crimped, soldered, plugged] = answered(compareJoints(build, [only(build).feed], new Map()));
  const runs = only(build).feed.wires.filter(isRun).length;

  it('crimped as it is, soldered slower by two minutes a wire, the loss the same', () => {
    expect([crimped!.name, soldered!.name, plugged!.name]).toEqual(['Crimped', 'Soldered', 'Lamps on plugs']);
    expect(crimped!.operations).toEqual([]);
    expect(soldered!.figures.minutes - crimped!.figures.minutes).toBe(2 * runs);
    expect(soldered!.figures.worstLossRatio).toBeCloseTo(crimped!.figures.worstLossRatio, 9);
    const parts = partsList(applied(build, soldered!.operations), assess(build).feeds);
    expect(parts.filter(({ name }) => name.startsWith('Sealed crimp'))).toEqual([]);
  });

  it('a plug a lamp: bought once each, a contact more on its way, lit all the same, and out again as it was', () => {
    const onPlugs = applied(build, plugged!.operations);
    const pairs = partsList(onPlugs, assess(onPlugs).feeds).filter(({ name }) => name.startsWith('Connector pair'));
    expect(pairs.map(({ quantity }) => quantity)).toEqual([4]);
    const contactsV = (of: Build) => only(of).figures.drop.contactsV;
    const plain = applied(build, planLampPlugs(build, Object.keys(build.lamps)));
    expect(contactsV(plain)).toBeGreaterThan(contactsV(build));
    expect(plugged!.figures.worstLossRatio).toBeLessThanOrEqual(1);
    expect(stopsOf(onPlugs)).toEqual([]);
    const length = (of: Build) => Object.values(of.wires).reduce((sum, { lengthMm }) => sum + lengthMm, 0);
    expect(length(onPlugs)).toBeCloseTo(length(build), 6);
    // Within reach of the lamp: 300 mm, or half of a shorter lead (common practice, no source).
    const leads = Object.values(plain.wires).filter(({ from }) => from.terminal === 'b1');
    for (const { lengthMm, to } of leads) {
      const whole = Object.values(build.wires).find((wire) =>
        [wire.from, wire.to].some((end) => end.elementId === to.elementId && end.terminal === 'plus'),
      )!;
      expect(lengthMm).toBeCloseTo(Math.min(300, whole.lengthMm / 2), 6);
    }
    expect(Math.max(...leads.map(({ lengthMm }) => lengthMm))).toBe(300);
    const [now] = answered(compareJoints(onPlugs, [only(onPlugs).feed], new Map()));
    expect(now!.name).toBe('Lamps on plugs');
    const out = applied(plain, planLampPlugsOut(plain, Object.keys(build.lamps)));
    expect(jointList(out)).toEqual(jointList(build));
    expect(lampVolts(out, true)).toEqual(lampVolts(build, true));
  });

  it('a ground lead that goes away comes apart in the same plug', () => {
    const bus = applied(build, planGroundBus(build, Object.keys(build.lamps), newId));
    const onPlugs = applied(bus, planLampPlugs(bus, Object.keys(bus.lamps)));
    const plugs = Object.values(onPlugs.elements).filter(({ kind }) => kind === 'connector');
    const pins = (id: string) =>
      new Set(
        Object.values(onPlugs.wires).flatMap(({ from, to }) =>
          [from, to].flatMap((end) => (end.elementId === id ? [end.terminal] : [])),
        ),
      );
    expect(plugs.map(({ id }) => [...pins(id)].sort())).toEqual(plugs.map(() => ['a1', 'a2', 'b1', 'b2']));
    const volts = lampVolts(onPlugs, true);
    for (const [tag, before] of Object.entries(lampVolts(bus, true))) {
      expect(volts[tag]!).toBeLessThan(before);
      expect(volts[tag]!).toBeGreaterThan(before - 0.1);
    }
  });
});

it('a feed that loses too much already does so crimped and soldered alike: thicker wire is another question', () => {
  const { build } = warned();
  const thin = applied(build, [
    { kind: 'editWires', wireIds: only(build).feed.wires.map(({ id }) => id), changes: { gauge: '0.75' } },
    { kind: 'setElectrics', changes: { seenLossPercent: 0.5 } },
  ]);
  const [crimped, soldered] = answered(compareJoints(thin, [only(thin).feed], new Map()));
  expect(crimped!.figures.worstLossRatio).toBeGreaterThan(1.2);
  expect(soldered!.figures.worstLossRatio).toBeCloseTo(crimped!.figures.worstLossRatio, 9);
});

describe('grounds', () => {
  const { build } = warned();
  const ways = answered(compareGrounds(build, [only(build).feed], new Map(), newId));

  it('metal at each, one return, a star to a bus: lit in all of them, and within what may be lost', () => {
    expect(ways.map(({ name }) => name)).toEqual(['Metal at each', 'One return', 'Star to a bus']);
    for (const { operations, figures } of ways) {
      const tried = applied(build, operations);
      expect(stopsOf(tried)).toEqual([]);
      expect(figures.worstLossRatio).toBeLessThanOrEqual(1);
      for (const volts of Object.values(lampVolts(tried, true))) expect(volts).toBeGreaterThan(12);
    }
    const [local, one, star] = ways.map(({ figures }) => figures.wireMm);
    expect(local).toBeLessThan(one!);
    expect(one).toBeLessThan(star!);
  });

  it('each is known again as what it is, and leads back', () => {
    for (const { name, operations } of ways.slice(1)) {
      const tried = applied(build, operations);
      const [now, back] = answered(compareGrounds(tried, [only(tried).feed], new Map(), newId));
      expect([now!.name, back!.name]).toEqual([name, 'Metal at each']);
      expect(groundKind(applied(tried, back!.operations), only(applied(tried, back!.operations)).feed)).toBe('local');
    }
  });

  it('one return is sized as one: the wire that all of them share is the thicker one', () => {
    const tried = applied(build, ways[1]!.operations);
    const { feed, figures } = only(tried);
    const home = figures.sections.filter(
      ({ wire }) => feed.groundWires.includes(wire) && tried.elements[wire.to.elementId]?.kind === 'ground',
    );
    expect(home).toHaveLength(1);
    const all = feed.lamps.reduce((sum, { modelKey }) => sum + tried.models[modelKey]!.maximumA, 0);
    expect(home[0]!.currentA).toBeGreaterThan(0.95 * all);
  });
});

describe('the side of a switch', () => {
  const { build } = warned();

  it('goes to the ground side and back: lit with it, dark without, one switch all the while', () => {
    const [feedSide, groundSide] = answered(compareSides(build, [only(build).feed], new Map(), newId));
    expect([feedSide!.name, groundSide!.name]).toEqual(['On the feed side', 'On the ground side']);
    const turned = applied(build, groundSide!.operations);
    expect(only(turned).feed.groundContacts).toHaveLength(1);
    expect(only(turned).feed.contacts).toEqual([]);
    const back = answered(compareSides(turned, [only(turned).feed], new Map(), newId))[1]!;
    const returned = applied(turned, back.operations);
    for (const tried of [turned, returned]) {
      expect(Object.keys(tried.controls)).toEqual(Object.keys(build.controls));
      expect(Object.values(tried.functions)).toHaveLength(1);
      for (const volts of Object.values(lampVolts(tried, true))) expect(volts).toBeGreaterThan(12);
      for (const volts of Object.values(lampVolts(tried, false))) expect(Math.abs(volts)).toBeLessThan(0.2);
    }
    expect(only(returned).feed.contacts).toHaveLength(1);
    // Back at the start of the run, within reach of the panel (common practice, no source).
    const contact = only(returned).feed.contacts[0]!.element.id;
    const before = Object.values(returned.wires).find(({ to }) => to.elementId === contact && to.terminal === 'in')!;
    expect(before.lengthMm).toBe(600);
    expect(only(returned).feed.groundContacts).toEqual([]);
  });

  it('a relay has no side to change, and of several feeds none is asked', () => {
    const truck = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds())[0]!;
    const floods = assess(truck).feeds.find(({ feed }) => feed.fuse.name === 'Floods')!;
    expect(compareSides(truck, [floods.feed], new Map(), newId)).toMatchObject({ ok: false });
    const { feed } = only(build);
    expect(compareSides(build, [feed, feed], new Map(), newId)).toMatchObject({ ok: false });
  });
});

describe('sources', () => {
  it('from a slot to the battery and back: the fuse goes along, the run is as long as its way', () => {
    const { build } = warned();
    const assessed = assess(build).feeds;
    const ways = answered(compareSources(build, [only(build).feed], assessed, new Map(), newId));
    expect(ways.map(({ name }) => name)).toContain('Battery');
    const moved = applied(build, ways.find(({ name }) => name === 'Battery')!.operations);
    const { feed } = only(moved);
    expect([feed.source?.kind, feed.slot, feed.fuse.id]).toEqual(['stud', null, only(build).feed.fuse.id]);
    expect(Object.values(moved.elements).filter(({ kind }) => kind === 'tap')).toEqual([]);
    for (const volts of Object.values(lampVolts(moved, true))) expect(volts).toBeGreaterThan(12);
    const back = answered(compareSources(moved, [feed], assess(moved).feeds, new Map(), newId));
    expect(back[0]!.name).toBe('Battery');
    expect(back.map(({ name }) => name)).toContain(ways[0]!.name);
  });

  it('the place of the battery counts: further off, the run from there is longer', () => {
    const { build } = warned();
    const at = (xMm: number) => {
      const placed = applied(build, [{ kind: 'setPlace', of: 'battery', position: { xMm, yMm: 0, zMm: 700 } }]);
      const planned = planMoveSource(placed, only(placed).feed, null, newId);
      if (!planned.ok) throw new Error(planned.reason.message);
      const moved = applied(placed, planned.value);
      return Object.values(moved.wires).reduce((sum, { lengthMm }) => sum + lengthMm, 0);
    };
    const panelX = build.fusePanel.position.xMm;
    expect(at(panelX + 4000) - at(panelX + 1000)).toBeGreaterThan(2500);
  });

  it("not where the fuse is the unit's own, sits in its slot, or another feed hangs on the same source", () => {
    const { build } = warned();
    const { feed } = only(build);
    for (const refused of [
      { ...feed, ownFuse: true },
      { ...feed, upstream: [feed.fuse] },
      { ...feed, source: null },
    ])
      expect(planMoveSource(build, refused, null, newId)).toMatchObject({ ok: false });
  });
});

describe('as lamps are wired on this unit', () => {
  const habitual = (changes: WiringHabits): Build => {
    const bare = testTruck()
      .lamp('ST-0303', 'rear', { xMm: 7400, yMm: 700, zMm: 900 })
      .apply({ kind: 'setHabits', changes });
    return bare.feed(warnFeed('L1 R1')).build;
  };

  it('a new feed is grounded, plugged and switched so, and lights', () => {
    expect(groundKind(habitual({}), only(habitual({})).feed)).toBe('local');
    expect(groundKind(habitual({ ground: 'bus' }), only(habitual({ ground: 'bus' })).feed)).toBe('bus');
    expect(groundKind(habitual({ ground: 'return' }), only(habitual({ ground: 'return' })).feed)).toBe('return');
    const turned = habitual({ side: 'ground', ground: 'bus' });
    expect(switchSideOf(only(turned).feed)).toBe('ground');
    const plugged = habitual({ ends: 'plug' });
    expect(areOnPlugs(plugged, Object.keys(plugged.lamps))).toBe(true);
    for (const build of [turned, plugged, habitual({ ground: 'return' })]) {
      expect(stopsOf(build)).toEqual([]);
      for (const volts of Object.values(lampVolts(build, true))) expect(volts).toBeGreaterThan(12);
    }
  });
});

describe('every way of every question over all demo units', () => {
  const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());

  it.each(units.map((build) => [build.unit.tag, build] as const))(
    '%s: no lamp goes dark by any of them',
    (_, build) => {
      const { feeds } = assess(build);
      const before = lampVolts(build, true);
      // Of a unit with many feeds one: each question tries whole units.
      for (const { feed } of feeds.length < 4 ? feeds : [feeds[1]!])
        for (const question of METHOD_QUESTIONS) {
          const answer = askMethods(build, question, [feed.fuse.id], { prices: new Map(), looms: [] }, newId);
          if (!answer.ok) {
            expect(answer.reason).toMatch(/\.$/);
            continue;
          }
          for (const { operations } of answer.methods.slice(1)) {
            const volts = lampVolts(applied(build, operations), true);
            for (const { tag } of feed.lamps)
              if (before[tag]! > 10) expect({ tag, question, isLit: volts[tag]! > 10 }).toMatchObject({ isLit: true });
          }
        }
    },
  );
});
