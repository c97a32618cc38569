import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import type { UnitBuilder } from '../../demo/unitBuilder.ts';
import { feedFigures, solveSetting } from '../circuit/index.ts';
import { type Build, PLAIN_PIN, type Plug } from '../document/index.ts';
import { deriveFeeds, slotWhen, whenWords } from '../graph/index.ts';
import { assess } from '../rules/index.ts';
import { partsList } from '../work/index.ts';
import { pinsToTake, planPinSource } from './ownLeads/planPins.ts';
import { planFeed } from './planFeed.ts';

const newId = furtherIds();
/** A truck with its brake lead metered: dead with the key, 12.4 V while the brake is held, 10 A of the unit's own. */
const withBrakeLead = (
  own: { ratingA: number | null; ownLoadA?: number } = { ratingA: 10, ownLoadA: 3.5 },
): UnitBuilder => {
  const unit = testTruck();
  unit.slots(2, [
    {
      label: 'red, brake',
      kind: 'pin',
      ratingA: own.ratingA,
      limitA: own.ratingA ?? 10,
      feeds: 'brake lamps',
      ownLoadA: own.ownLoadA ?? 0,
      volts: [0, 0],
      signal: 'brake',
      signalV: 12.4,
    },
  ]);
  return unit.lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 });
};
const brake = warnFeed('L1 R1', {
  name: 'High stop',
  slot: 'red, brake',
  pattern: 'steady',
  control: { name: 'unused', kind: 'switch', signal: null, ratingA: 5 },
});
const kindsOf = (build: Build) =>
  Object.values(build.elements)
    .map((element) => element.kind)
    .sort();
const codes = (build: Build) => assess(build).findings.map(({ code }) => code);
const amps = (build: Build, on: string[], keyOn = true) => {
  const controlIds = new Set(
    Object.values(build.controls).flatMap((each) => (on.includes(each.name) ? [each.id] : [])),
  );
  const { solution } = solveSetting(build, { keyOn, controlIds, load: 'maximum' });
  return deriveFeeds(build).map((feed) => solution.elements[feed.fuse.id]!.currentA);
};

describe('a lead that is hot with its signal', () => {
  const slot = () => Object.values(withBrakeLead().build.slots).find((each) => each.kind === 'pin')!;

  it('is live with it and not dead', () => {
    expect(slotWhen(slot(), 12)).toBe('signal');
    expect(whenWords(slot(), 12)).toBe('hot with the brake');
    expect(slotWhen({ ...slot(), signal: null }, 12)).toBe('dead');
    expect(slotWhen({ ...slot(), reading: { ...slot().reading, signalV: null } }, 12)).toBe('unread');
    // Eight tenths of 12 V are 9.6 V.
    expect(slotWhen({ ...slot(), reading: { ...slot().reading, signalV: 9.59 } }, 12)).toBe('dead');
    expect(slotWhen({ ...slot(), reading: { ...slot().reading, signalV: 9.6 } }, 12)).toBe('signal');
    expect(slotWhen({ ...slot(), reading: { ...slot().reading, keyOffV: 12.6 } }, 12)).toBe('always');
  });

  it('is tapped with no battery wire, holder, fuse or switch', () => {
    const { build } = withBrakeLead().feed(brake);
    expect(kindsOf(build)).toEqual(['ground', 'lampLoad', 'lampLoad', 'splice', 'tap']);
    const parts = partsList(build, assess(build).feeds).map(({ name }) => name);
    expect(parts.some((name) => /fuse|holder|switch|relay/i.test(name))).toBe(false);
  });

  it('is worked by the driver, whatever control was asked for', () => {
    const { build } = withBrakeLead().feed(brake);
    expect(Object.values(build.controls)).toMatchObject([{ kind: 'signal', signal: 'brake', name: 'Brake' }]);
    const [feed] = deriveFeeds(build);
    expect(feed!.contacts.map(({ element, control }) => [element.kind, control.signal])).toEqual([['tap', 'brake']]);
    expect(amps(build, [])[0]).toBeCloseTo(0, 9);
    expect(amps(build, ['Brake'])[0]).toBeGreaterThan(0.1);
    expect(amps(build, ['Brake'], false)[0]).toBeGreaterThan(0.1);
  });

  it('is protected by the unit’s own fuse, and its room is what its own lamps leave', () => {
    const { build } = withBrakeLead().feed(brake);
    const [feed] = deriveFeeds(build);
    expect(feed).toMatchObject({ ownFuse: true, fuse: { ratingA: 10, name: 'High stop' } });
    const figures = feedFigures(build, feed!);
    expect(figures.limits.find(({ kind }) => kind === 'slot')!.limitA).toBeCloseTo(6.5, 9);
    expect(figures.limits.some(({ kind }) => kind === 'fuse' || kind === 'main')).toBe(false);
    for (const { ampacityA, protectedByA } of figures.sections) {
      expect(protectedByA).toBe(10);
      expect(ampacityA).toBeGreaterThanOrEqual(10);
    }
    expect(figures.fuseReason).toMatch(/^The unit's own 10 A protects it/);
    expect(codes(build).filter((code) => ['M7', 'M8', 'M10', 'M60', 'M64', 'M65'].includes(code))).toEqual([]);
  });

  it('without a known fuse ahead of it gets one of the crew’s', () => {
    const { build } = withBrakeLead({ ratingA: null }).feed(brake);
    expect(kindsOf(build)).toContain('fuse');
    expect(kindsOf(build)).not.toContain('switch');
    expect(deriveFeeds(build)[0]!.ownFuse).toBe(false);
  });

  it('that would carry more than four fifths of its fuse is told (M60)', () => {
    const { build } = withBrakeLead({ ratingA: 3, ownLoadA: 2.6 }).feed(brake);
    const finding = assess(build).findings.find(({ code }) => code === 'M60')!;
    expect(finding.severity).toBe('stop');
    expect(finding.waysOut).toEqual([]);
    expect(finding.worked!.terms.map(({ source }) => source)).toContain('Survey');
  });
});

describe('a pin that was metered in the survey', () => {
  const plug: Plug = {
    id: '01900000-0000-7000-8000-00000000aaaa',
    name: 'Tail lamp plug',
    place: 'behind the left tail lamp',
    pins: [
      { pin: '1', colour: 'black', purpose: 'ground', keyOffV: 0, keyOnV: 0, runningV: 0, ...PLAIN_PIN },
      {
        pin: '2',
        colour: 'red',
        purpose: 'brake',
        keyOffV: 0,
        keyOnV: 0,
        runningV: 0,
        signal: 'brake',
        signalV: 12.3,
        ratingA: 10,
        ownLoadA: 3.5,
        areaMm2: null,
      },
      { pin: '3', colour: 'brown', purpose: 'tail', keyOffV: null, keyOnV: null, runningV: null, ...PLAIN_PIN },
    ],
    end: 'joined',
    leftMm: null,
  };
  const surveyed = () =>
    applied(testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 }).build, [{ kind: 'recordPlug', plug }]);

  it('is offered when volts were seen on it: not the ground, not what nobody read', () => {
    expect(pinsToTake(surveyed()).map(({ pin }) => pin.pin)).toEqual(['2']);
  });

  it('becomes a source with its readings, once', () => {
    const build = surveyed();
    const first = planPinSource(build, plug.id, '2')!;
    const after = applied(build, first.operations);
    expect(after.slots[first.slot.id]).toMatchObject({
      kind: 'pin',
      label: '2 red',
      feeds: 'brake',
      ratingA: 10,
      limitA: 10,
      ownLoadA: 3.5,
      signal: 'brake',
      reading: { keyOffV: 0, keyOnV: 0, signalV: 12.3 },
    });
    expect(planPinSource(after, plug.id, '2')).toEqual({ slot: after.slots[first.slot.id], operations: [] });
    expect(pinsToTake(after)).toEqual([]);
    expect(planPinSource(build, plug.id, '9')).toBeNull();
  });

  it('feeds a lamp like any other lead', () => {
    const build = surveyed();
    const { slot, operations } = planPinSource(build, plug.id, '2')!;
    const ready = applied(build, operations);
    const planned = planFeed(
      ready,
      {
        name: 'High stop',
        slotId: slot.id,
        lampIds: Object.keys(ready.lamps),
        control: { name: 'x', kind: 'switch', signal: null, ratingA: 1 },
        relayRatingA: null,
        wanted: 'always',
        table: 'metric',
        colour: 'red',
        patternId: 'steady',
      },
      newId,
    );
    if (!planned.ok) throw new Error(planned.reason.message);
    const fed = applied(ready, planned.value);
    expect(amps(fed, ['Brake'])[0]).toBeGreaterThan(0.1);
    expect(amps(fed, [])[0]).toBeCloseTo(0, 9);
  });
});

describe('an accessory switch of the unit', () => {
  /** Factory switch 2, good for 15 A behind the unit's own 15 A, live with the key while it is on. */
  const withSwitch = () =>
    testTruck()
      .slots(2, [{ label: '2', kind: 'upfitter', ratingA: 15, limitA: 15, volts: [0, 12.4] }])
      .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('MK-0101', 'left', { xMm: 5200, yMm: 1, zMm: 760 });
  const first = withSwitch().feed({
    ...brake,
    name: 'Side markers',
    tags: 'L1 R1',
    slot: '2',
    wanted: 'ignition',
  });
  const control = Object.values(first.build.controls)[0]!;

  it('is source and control at once: nothing is fitted or bought to switch it, nor to protect it', () => {
    expect(Object.values(first.build.controls)).toHaveLength(1);
    expect(control).toMatchObject({ name: 'Factory switch 2', kind: 'switch', ratingA: 15 });
    expect(kindsOf(first.build).filter((kind) => ['switch', 'relay', 'fuse'].includes(kind))).toEqual([]);
    const parts = partsList(first.build, assess(first.build).feeds).map(({ name }) => name);
    expect(parts.filter((name) => /Rocker|fuse|Add-a-tap/i.test(name))).toEqual([]);
    const [feed] = deriveFeeds(first.build);
    expect(feed).toMatchObject({ ownFuse: true, fuse: { ratingA: 15 } });
    expect(feed!.contacts.map((contact) => [contact.element.kind, contact.control.id])).toEqual([['tap', control.id]]);
  });

  it('lights them with the key and the switch, and with neither alone', () => {
    const sum = (on: string[], keyOn: boolean) => {
      const { solution } = solveSetting(first.build, { keyOn, controlIds: new Set(on), load: 'maximum' });
      return Object.values(first.build.elements)
        .filter(({ kind }) => kind === 'lampLoad')
        .reduce((total, { id }) => total + (solution.elements[id]?.currentA ?? 0), 0);
    };
    expect(sum([control.id], true)).toBeGreaterThan(0.1);
    expect(sum([], true)).toBeCloseTo(0, 6);
    expect(sum([control.id], false)).toBeCloseTo(0, 6);
  });

  it('is known to what is hung on it next: one switch, one control', () => {
    const both = first.feed({ ...brake, name: 'More markers', tags: 'L2 R2', slot: '2', wanted: 'ignition' }).build;
    expect(Object.keys(both.controls)).toEqual([control.id]);
    expect(deriveFeeds(both).flatMap(({ contacts }) => contacts.map((each) => each.control.id))).toEqual([
      control.id,
      control.id,
    ]);
  });

  it('brake lamps on it are told: they would go dark when somebody switches it off', () => {
    const { build } = withSwitch()
      .lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 })
      .feed({ ...brake, tags: 'L3 R3', slot: '2' });
    expect(codes(build)).toContain('M65');
  });
});
