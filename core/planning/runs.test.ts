/** How a run reaches its lamps: joints by all wires that meet in them. */
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import type { Build, Id } from '../document/index.ts';
import { deriveFeeds, wiresRun } from '../graph/index.ts';
import { MOST_IN_A_CRIMP } from '../harness/index.ts';
import { toldOf } from '../rules/testing/told.ts';
import { planMoveLamps } from './planChanges.ts';
import { planGroundBus, planGroundSwitch, planOwnGround } from './switches/groundSide.ts';

const newId = furtherIds();
const must = <T>(result: { ok: true; value: T } | { ok: false; reason: { message: string } }): T => {
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
};
const wiresAt = (build: Build, elementId: Id) =>
  wiresRun(build).filter(({ from, to }) => from.elementId === elementId || to.elementId === elementId);
const splicesOf = (build: Build) => Object.values(build.elements).filter(({ kind }) => kind === 'splice');
const fullest = (build: Build) => Math.max(0, ...splicesOf(build).map(({ id }) => wiresAt(build, id).length));
const namesAlong = (build: Build): string[] => splicesOf(build).map(({ name }) => name);
/** Markers side by side over the cab, at these places across. */
const across = (...places: number[]) => {
  const unit = testTruck();
  for (const yMm of places) unit.lamp('MK-0103', 'front', { yMm, zMm: 2530 }, { single: true });
  return unit;
};

describe('a run', () => {
  it('to one lamp has no joint', () => {
    const { build } = across(0).feed(warnFeed('F1'));
    expect(splicesOf(build)).toEqual([]);
    expect(deriveFeeds(build)[0]!.lamps).toHaveLength(1);
  });

  it('to a pair has one, in which three wires meet', () => {
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
    expect(splicesOf(build)).toHaveLength(1);
    expect(fullest(build)).toBe(3);
  });

  it('over five roof markers goes across and taps each but the last, one after the other', () => {
    const unit = across(-800, -300, 0, 300, 800).feed(warnFeed('L1 L2 R1 R2 F1'));
    const { build } = unit;
    expect(splicesOf(build)).toHaveLength(4);
    expect(fullest(build)).toBe(MOST_IN_A_CRIMP);
    const grounds = Object.values(build.elements).filter(({ kind }) => kind === 'ground');
    expect(grounds.map(({ id }) => wiresAt(build, id).length)).toEqual([1, 1, 1, 1, 1]);
    // In the order in which they stand there, from one side to the other.
    const yOf = (name: string) =>
      Object.values(build.lamps).find((lamp) => lamp.tag === name.replace('Splice at ', ''))!.position.yMm;
    const order = namesAlong(build).map(yOf);
    expect([order, order.toReversed()]).toContainEqual([...order].sort((a, b) => a - b));
  });

  it('never has a fourth wire in a crimp, wherever the lamps are', () => {
    const place = fc.record({ xMm: fc.integer({ min: 2600, max: 6800 }), pair: fc.boolean() });
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 6 }), (places) => {
        const unit = testTruck();
        for (const { xMm, pair } of places) unit.lamp('ST-0302', 'left', { xMm, yMm: 1, zMm: 760 }, { single: !pair });
        const tags = Object.values(unit.build.lamps).map(({ tag }) => tag);
        const { build } = unit.feed(warnFeed(tags.join(' ')));
        expect(deriveFeeds(build)[0]!.lamps).toHaveLength(tags.length);
        expect(fullest(build)).toBeLessThanOrEqual(MOST_IN_A_CRIMP);
        // Two wires meet only where the one is a tail into a fitting that takes no thicker one.
        for (const { id } of splicesOf(build).filter((each) => wiresAt(build, each.id).length < 3))
          expect(new Set(wiresAt(build, id).map(({ gauge }) => gauge)).size).toBe(2);
      }),
      { numRuns: 40 },
    );
  });

  it('of no demo unit has one either', () => {
    for (const build of demoUnits(new Date('2026-01-20T12:00:00Z'), furtherIds()))
      expect(fullest(build), build.unit.tag).toBeLessThanOrEqual(MOST_IN_A_CRIMP);
  });
});

describe('lamps that are hung on another feed', () => {
  const two = () =>
    testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 3600, yMm: 1, zMm: 760 })
      .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1'))
      .feed(warnFeed('L2 R2 L3', { name: 'Markers', control: { ...WARN_SWITCH, name: 'Markers' } }));

  it('go on from the wire of its nearest lamp, which is cut for it, and tap one after the other', () => {
    const unit = two();
    const warn = deriveFeeds(unit.build).find(({ fuse }) => fuse.name === 'Warn')!;
    const moved = applied(
      unit.build,
      must(planMoveLamps(unit.build, deriveFeeds(unit.build), unit.ids('L2 R2'), warn.fuse.id, newId)),
    );
    const after = deriveFeeds(moved).find(({ fuse }) => fuse.name === 'Warn')!;
    expect(after.lamps.map(({ tag }) => tag).sort()).toEqual(['L1', 'L2', 'R2']);
    expect(fullest(moved)).toBe(MOST_IN_A_CRIMP);
    // One joint at L1, where its wire was cut, and one at the first of the two.
    const own = after.elementIds.filter((id) => moved.elements[id]?.kind === 'splice');
    expect(own).toHaveLength(2);
    const before = warn.wires.reduce((sum, wire) => sum + wire.lengthMm, 0);
    const kept = after.wires.filter(({ id }) => warn.wires.some((wire) => wire.id === id));
    expect(kept.reduce((sum, wire) => sum + wire.lengthMm, 0)).toBeLessThan(before);
    expect(
      deriveFeeds(moved)
        .find(({ fuse }) => fuse.name === 'Markers')!
        .lamps.map(({ tag }) => tag),
    ).toEqual(['L3']);
  });
});

describe('returns through one switch', () => {
  const through = (tags: string) => {
    const unit = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 3600, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1 R1 L2 R2'));
    const control = { name: 'Enable', kind: 'switch', signal: null, ratingA: 20 } as const;
    return applied(unit.build, must(planGroundSwitch(unit.build, unit.ids(tags), control, newId)));
  };
  const meetingsOf = (build: Build) => Object.values(build.elements).filter(({ name }) => name.startsWith('Return of'));
  const returnMm = (build: Build) =>
    deriveFeeds(build)[0]!.groundWires.reduce((sum, { lengthMm }) => sum + lengthMm, 0);

  it('are collected by one wire as it comes along: a joint at each lamp but the last', () => {
    for (const [tags, joints] of [
      ['L1', 0],
      ['L1 R1', 1],
      ['L1 R1 L2 R2', 3],
    ] as const) {
      const build = through(tags);
      expect(meetingsOf(build).map(({ kind }) => kind)).toEqual(Array.from({ length: joints }, () => 'splice'));
      expect(fullest(build)).toBeLessThanOrEqual(MOST_IN_A_CRIMP);
    }
    // The second of two pairs is 700 mm on: its wire does not go all the way back by itself.
    expect(returnMm(through('L1 R1 L2 R2'))).toBeLessThan(1.6 * returnMm(through('L1 R1')));
  });

  const loose = (build: Build) => {
    const wired = new Set(Object.values(build.wires).flatMap(({ from, to }) => [from.elementId, to.elementId]));
    return Object.keys(build.elements).filter((id) => !wired.has(id));
  };
  const controlNames = (build: Build) => Object.values(build.controls).map(({ name }) => name);

  it('put to metal where they sit again, nothing of it is left: joints, contact, control', () => {
    const build = through('L1 R1 L2 R2');
    expect(controlNames(build)).toEqual(['Warn', 'Enable']);
    const back = applied(build, planOwnGround(build, Object.keys(build.lamps), newId));
    expect(meetingsOf(back)).toEqual([]);
    const contacts = Object.values(back.elements).filter(({ kind }) => kind === 'switch');
    expect(contacts).toHaveLength(1);
    expect(deriveFeeds(back)[0]!.groundContacts).toEqual([]);
    for (const { from, to } of Object.values(back.wires))
      for (const { elementId } of [from, to]) expect(back.elements[elementId]).toBeDefined();
    expect(loose(back)).toEqual([]);
    expect(controlNames(back)).toEqual(['Warn']);
  });

  it('of some of its lamps the others stay on it', () => {
    const build = through('L1 R1 L2 R2');
    const some = Object.values(build.lamps).flatMap(({ id, tag }) => (tag.endsWith('1') ? [id] : []));
    const back = applied(build, planOwnGround(build, some, newId));
    const { ways } = deriveFeeds(back)[0]!;
    const enabled = Object.values(back.lamps).flatMap(({ id, tag }) =>
      ways[id]!.some(({ control }) => control.name === 'Enable') ? [tag] : [],
    );
    expect(enabled.sort()).toEqual(['L2', 'R2']);
    expect(controlNames(back)).toContain('Enable');
  });

  it('planned once more through the same switch, or onto the same bus, they are as before', () => {
    const build = through('L1 R1');
    const enable = Object.values(build.controls).find(({ name }) => name === 'Enable')!;
    const lampIds = Object.keys(build.lamps);
    const again = applied(build, must(planGroundSwitch(build, lampIds, { id: enable.id }, newId)));
    expect(deriveFeeds(again)[0]!.groundContacts.map(({ control }) => control.id)).toEqual([enable.id]);
    expect(loose(again)).toEqual([]);
    const bused = applied(again, planGroundBus(again, lampIds, newId));
    const twice = applied(bused, planGroundBus(bused, lampIds, newId));
    expect(Object.values(twice.elements).filter(({ kind }) => kind === 'block')).toHaveLength(1);
    expect(Object.keys(twice.wires)).toHaveLength(Object.keys(bused.wires).length);
    expect(controlNames(twice)).toEqual(['Warn']);
  });

  it('through the switch that feeds them they get a contact of their own, though its light has a ground', () => {
    const { build } = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1 R1'))
      .switchPart('Warn', {
        form: 'rocker',
        light: 'own',
        marks: { in: '', out: '', lamp: '', panel: '' },
        hole: null,
        panel: { material: 'plastic', thicknessMm: 3 },
      });
    const [warn] = Object.values(build.controls);
    const after = applied(build, must(planGroundSwitch(build, Object.keys(build.lamps), { id: warn!.id }, newId)));
    const [feed] = deriveFeeds(after);
    expect(feed!.groundContacts).toHaveLength(1);
    // Never the contact that the supply comes to: with the lamps' return on it, it would short the battery.
    expect(feed!.groundContacts[0]!.element.id).not.toBe(feed!.contacts[0]!.element.id);
    expect(toldOf(after).filter(({ severity }) => severity === 'stop')).toEqual([]);
  });
});

describe('M67: a crimp with more wires than it holds', () => {
  const crowded = (): Build => {
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
    const [splice] = splicesOf(build);
    const [some] = wiresAt(build, splice!.id);
    const more = { ...some!, id: newId(), to: { elementId: splice!.id, terminal: 'join' } };
    return { ...build, wires: { ...build.wires, [more.id]: more } };
  };

  it('is told with how many there are; three are fine', () => {
    expect(toldOf(crowded()).filter(({ code }) => code === 'M67')).toMatchObject([
      { severity: 'caution', message: expect.stringContaining('4 wires meet in one crimp, which holds 3') },
    ]);
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
    expect(toldOf(build).filter(({ code }) => code === 'M67')).toEqual([]);
  });

  it('is mended by a bus, and everything stays lit as it was', () => {
    const build = crowded();
    const [finding] = toldOf(build).filter(({ code }) => code === 'M67');
    const after = applied(build, finding!.waysOut[0]!.operations);
    expect(toldOf(after).filter(({ code }) => code === 'M67')).toEqual([]);
    expect(deriveFeeds(after)[0]!.lamps).toHaveLength(2);
    expect(splicesOf(after)).toEqual([]);
  });
});
