import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import type { UnitBuilder } from '../../../demo/unitBuilder.ts';
import type { Build, Plug, Position } from '../../document/index.ts';
import { deriveFeeds, unfedLamps } from '../../graph/index.ts';
import { assess } from '../../rules/index.ts';
import { type FeedPlan, feedPlans, partsTaken } from './feedPlans.ts';

const newId = furtherIds();
const plansFor = (build: Build) => feedPlans(build, 'metric', newId);
const plan = (plans: readonly FeedPlan[], key: string) => plans.find((each) => each.key === key)!;

/** Strobes on both sides and floods at the rear: two purposes, two ends. */
const truck = () =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5200, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'rear', { yMm: 560, zMm: 1200 })
    .lamp('FL-0701', 'rear', { yMm: 400, zMm: 1500 });
/** And a brake lamp high up, with or without a lead that is hot with the brake. */
const withStop = (unit: UnitBuilder, ownLoadA = 3.5) =>
  unit
    .slots(2, [
      {
        label: 'brake',
        kind: 'pin',
        ratingA: 10,
        limitA: 10,
        feeds: 'brake lamps',
        ownLoadA,
        volts: [0, 0],
        signal: 'brake',
        signalV: 12.4,
      },
    ])
    .lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 });

describe('plans to feed what has no feed', () => {
  const { plans, leastWireM } = plansFor(truck().build);

  it('each feeds every lamp, and is what it says once it is taken', () => {
    expect(plans.length).toBeGreaterThanOrEqual(4);
    for (const each of plans) {
      const build = applied(truck().build, partsTaken(each.parts));
      expect(unfedLamps(build), each.key).toEqual([]);
      expect(each.left).toEqual([]);
      const feeds = deriveFeeds(build);
      expect(feeds.map(({ fuse }) => fuse.name).sort()).toEqual(each.feeds.map(({ name }) => name).sort());
      const wires = Object.values(build.wires);
      expect(each.wireM).toBeCloseTo(wires.reduce((sum, wire) => sum + wire.lengthMm, 0) / 1000, 9);
      // 8.96 g a cubic centimetre: copper's density (handbook value).
      expect(each.copperG).toBeCloseTo(
        wires.reduce((sum, wire) => sum + Number(wire.gauge) * wire.lengthMm * 8.96e-3, 0),
        6,
      );
      expect(each.darkWithOneFuse).toBe(Math.max(...feeds.map(({ lamps }) => lamps.length)));
    }
  });

  it('one feed a purpose, one an end, one a pair', () => {
    expect(
      plan(plans, 'together own')
        .feeds.map(({ name }) => name)
        .sort(),
    ).toEqual(['Warning', 'Work lights']);
    expect(
      plan(plans, 'byEnd own')
        .feeds.map(({ name }) => name)
        .sort(),
    ).toEqual(['Warning, rear', 'Warning, sides', 'Work lights, rear']);
    for (const { tags } of plan(plans, 'byPair own').feeds) expect(tags.split(' ')).toHaveLength(2);
  });

  it('apart goes dark less and takes more wire', () => {
    const [one, pairs] = [plan(plans, 'together battery'), plan(plans, 'byPair battery')];
    expect(pairs.darkWithOneFuse).toBe(2);
    expect(one.darkWithOneFuse).toBe(6);
    expect(pairs.wireM).toBeGreaterThan(one.wireM);
  });

  it('no plan does with less wire than is said', () => {
    for (const each of plans) expect(each.wireM).toBeGreaterThanOrEqual(leastWireM);
    expect(leastWireM).toBeGreaterThan(0);
  });

  it('spare slots are used once each, and only while they have room', () => {
    const { feeds } = plan(plans, 'byEnd own');
    const own = feeds.map(({ source }) => source).filter((source) => source !== 'the battery');
    expect(own).toEqual(['slot hot']);
    for (const { source } of plan(plans, 'byEnd battery').feeds) expect(source).toBe('the battery');
  });

  it('keeps every lamp within what it may lose, and heavy ones behind a relay', () => {
    for (const each of plans) {
      expect(each.worstLossRatio).toBeLessThanOrEqual(1 + 1e-9);
      const build = applied(truck().build, partsTaken(each.parts));
      for (const { feed, figures } of assess(build).feeds)
        expect(feed.contacts.some(({ element }) => element.kind === 'relay')).toBe(figures.maximumA > 8);
    }
  });

  it('brings no stop where one can do without, and the best comes first', () => {
    const stops = (each: FeedPlan) => each.brings.filter(({ severity }) => severity === 'stop').length;
    expect(plans.map(stops)).toEqual(plans.map(stops).sort((a, b) => a - b));
    expect(stops(plans[0]!)).toBe(0);
    const quick = plans.filter((each) => stops(each) === 0 && each.left.length === 0);
    expect(quick.map(({ minutes }) => minutes)).toEqual(quick.map(({ minutes }) => minutes).sort((a, b) => a - b));
  });
});

describe('lamps that the driver works', () => {
  it('hang on the lead that is hot with their signal, never on a switch', () => {
    const { plans } = plansFor(withStop(truck()).build);
    for (const each of plans) {
      const build = applied(withStop(truck()).build, partsTaken(each.parts));
      const feed = deriveFeeds(build).find(({ fuse }) => fuse.name === 'Brake')!;
      expect(feed.ownFuse).toBe(true);
      expect(feed.contacts.map(({ control }) => control.signal)).toEqual(['brake']);
      expect(new Set(feed.wires.map(({ colour }) => colour))).toEqual(new Set(['red']));
    }
  });

  it('are left, with the reason, where no such lead was metered or none has room', () => {
    const none = testTruck()
      .lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 })
      .lamp('FL-0701', 'rear', { yMm: 400, zMm: 1500 });
    const why = 'no lead with room was metered that is hot with the brake';
    expect(plansFor(none.build).plans[0]!.left).toEqual([{ tags: 'L1 R1', why }]);
    expect(plansFor(withStop(truck(), 9.9).build).plans[0]!.left.map(({ why: each }) => each)).toEqual([why]);
  });
});

describe('stop and turn of a side on one lead, as on a four-way plug', () => {
  const side = (signal: 'left' | 'right', feeds: string) => ({
    label: signal,
    kind: 'pin' as const,
    ratingA: 10,
    limitA: 10,
    feeds,
    ownLoadA: 0,
    volts: [0, 0] as [number, number],
    signal,
    signalV: 12.4,
  });
  const planned = (left: string, right: string, more: (unit: UnitBuilder) => UnitBuilder = (unit) => unit) => {
    const unit = more(testTruck().slots(2, [side('left', left), side('right', right)]));
    return feedPlans(unit.lamp('SG-0401', 'rear', { yMm: 700, zMm: 972 }).build, 'metric', newId).plans[0];
  };

  it('a stop lamp hangs on its own side’s, where no lead is hot with the brake alone', () => {
    const feeds = planned('left turn and stop', 'right turn and stop')!.feeds;
    expect(feeds.map(({ name, tags }) => [name, tags]).sort()).toEqual([
      ['Left turn and stop', 'L1'],
      ['Right turn and stop', 'R1'],
    ]);
  });

  it('where they carry the turn alone, or the brake has a lead, it does not', () => {
    expect(planned('left turn', 'right turn and stop')?.feeds ?? []).toEqual([]);
    const [one] = planned('left turn and stop', 'right turn and stop', (unit) =>
      unit.slots(3, [{ ...side('left', 'brake lamps'), label: 'brake', signal: 'brake' }]),
    )!.feeds;
    expect(one).toMatchObject({ name: 'Brake', tags: 'L1 R1' });
  });
});

it('lamps that no plan feeds are told even where there is no plan at all', () => {
  const { plans, left } = plansFor(testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 }).build);
  expect(plans).toEqual([]);
  expect(left).toEqual([{ tags: 'L1 R1', why: 'no lead with room was metered that is hot with the brake' }]);
});

describe('the wire that no plan can do without', () => {
  const legsM = (a: Position, b: Position) =>
    (Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm) + Math.abs(a.zMm - b.zMm)) / 1000;
  const one = () => testTruck().lamp('ST-0302', 'rear', { yMm: 560, zMm: 900 }, { single: true });
  const lampsOf = (build: Build) => Object.values(build.lamps).map(({ position }) => position);

  it('leads to one lamp from its source, less what branching may save at most', () => {
    const { build } = one();
    const [lamp] = lampsOf(build);
    expect(plansFor(build).leastWireM).toBeCloseTo(legsM(build.fusePanel.position, lamp!) / 2, 6);
  });

  it('goes on from lamp to lamp where that is nearer', () => {
    const { build } = one().lamp('ST-0302', 'rear', { yMm: 260, zMm: 900 }, { single: true });
    const [far, near] = lampsOf(build);
    const panel = build.fusePanel.position;
    const tree = Math.min(legsM(panel, far!), legsM(panel, near!)) + legsM(far!, near!);
    expect(plansFor(build).leastWireM).toBeCloseTo(tree / 2, 6);
  });

  it('begins at a plug that hangs nearer', () => {
    const { build } = one();
    const [lamp] = lampsOf(build);
    const position = { xMm: lamp!.xMm - 40, yMm: 0, zMm: 500 };
    const plug: Plug = { id: newId(), name: '7-pin round', place: '', pins: [], end: 'capped', leftMm: null, position };
    const { leastWireM } = plansFor(applied(build, [{ kind: 'recordPlug', plug }]));
    expect(leastWireM).toBeCloseTo(legsM(position, lamp!) / 2, 6);
  });

  it('asks nothing for lamps that a plan leaves', () => {
    expect(plansFor(testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 }).build).leastWireM).toBe(0);
  });
});

it('a unit whose lamps are all fed has no plans, and one without lamps neither', () => {
  const { plans } = plansFor(truck().build);
  expect(plansFor(applied(truck().build, partsTaken(plans[0]!.parts))).plans).toEqual([]);
  expect(plansFor(testTruck().build)).toEqual({ plans: [], left: [], leastWireM: 0 });
});

describe('a plan taken feed by feed', () => {
  it('makes only those, with the sources that they need; the others stay loose', () => {
    const { build } = withStop(truck());
    for (const each of plansFor(build).plans)
      for (const { tags } of each.parts) {
        const taken = applied(build, partsTaken(each.parts, new Set([tags])));
        const feeds = deriveFeeds(taken);
        expect(feeds.map(({ lamps }) => lamps.length)).toEqual([tags.split(' ').length]);
        expect(unfedLamps(taken)).toHaveLength(unfedLamps(build).length - tags.split(' ').length);
      }
  });

  it('nothing is taken of none', () => {
    const [plan] = plansFor(truck().build).plans;
    expect(partsTaken(plan!.parts, new Set())).toEqual([]);
  });

  it('no small feed goes onto a bolted fuse', () => {
    const boxed = truck().box('Battery box', '', { xMm: 900, yMm: 0, zMm: 1000 }, true, 1, [
      { label: 'A', ratingA: null, limitA: 21, size: 'bolted', volts: [12.7, 12.7] },
    ]).build;
    for (const each of plansFor(boxed).plans)
      expect(each.feeds.filter(({ source }) => source.includes('Battery box'))).toEqual([]);
  });
});
