import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import type { UnitBuilder } from '../../../demo/unitBuilder.ts';
import { bodyOf } from '../../body/index.ts';
import { keptFigures } from '../../circuit/index.ts';
import type { Build } from '../../document/index.ts';
import { deriveFeeds, seatOf, thingsWithPlaces } from '../../graph/index.ts';
import { cutList, fuseMap } from '../../harness/index.ts';
import { planFeed, planRefit } from '../../planning/index.ts';
import { assess } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords } from '../../units/index.ts';
import { backToStock } from '../backToStock.ts';
import { partsList } from '../parts/partsList.ts';
import { type SpareWish, spareChoices } from './spareChoices.ts';

const newId = furtherIds();
const BOX_AT = { xMm: 1500, yMm: -600, zMm: 1000 };
/** Behind the box by 3 m: what the wire is run along. */
const END = { xMm: 4500, yMm: -600, zMm: 1000 };
const KEY: [number, number] = [0, 12.5];

/** A box with a slot in use that has room, one with no terminal on its load side, and one without any metal. */
const unit = (): UnitBuilder =>
  testTruck().box('Cab box', 'behind the kick panel', BOX_AT, false, 3, [
    { label: '1', ratingA: 20, limitA: 30, feeds: 'wipers', ownLoadA: 8, volts: KEY },
    { label: '10', ratingA: null, limitA: 15, cavity: 'noLoadSide', volts: KEY },
    { label: '12', ratingA: null, limitA: 15, cavity: 'hollow', volts: KEY },
  ]);
const WISH: SpareWish = {
  name: 'Later floods',
  plannedA: 6,
  position: END,
  wanted: 'ignition',
  table: 'metric',
  colour: 'orange',
};
const choices = (build: Build, wish: Partial<SpareWish> = {}) => spareChoices(build, { ...WISH, ...wish }, newId);
const taken = (build: Build, kind = 'cavity', wish: Partial<SpareWish> = {}) =>
  applied(build, choices(build, wish).find((each) => each.kind === kind)!.operations);

describe('where a circuit that is made ready can come from', () => {
  it('an empty cavity first, then a spare slot, then a tap; never a hollow one or what is live at another time', () => {
    const all = choices(unit().build);
    expect(all.map(({ kind, name }) => [kind, name])).toEqual([
      ['cavity', 'Slot 10 of the Cab box'],
      ['spareSlot', 'Slot key'],
      ['usedSlot', 'Slot 1 of the Cab box'],
    ]);
    // 15 A less 6 A; 30 A less 8 A of its own and 6 A.
    expect(all.map(({ leftA }) => leftA)).toEqual([9, 14, 16]);
    expect(all[0]!.terminal).toBe('Socket 6.3 with lance');
    expect(all.slice(1).map(({ terminal }) => terminal)).toEqual(['', '']);
  });

  it('the battery too where it is to be live always, and no slot that has not a quarter to spare', () => {
    const names = (plannedA: number) => choices(unit().build, { wanted: 'always', plannedA }).map(({ name }) => name);
    expect(names(6)).toEqual(['Slot hot', 'Battery']);
    // 20 A at four fifths are 16 A.
    expect(names(16)).toEqual(['Slot hot', 'Battery']);
    expect(names(16.1)).toEqual(['Battery']);
  });

  it('fuse, wire, way and loss by hand', () => {
    const [cavity] = choices(unit().build);
    // 6 A / 0.8 = 7.5 A. 3 m and the usual allowance of a run beyond them.
    expect(cavity!.fuseA).toBe(7.5);
    const wires = Object.values(taken(unit().build).wires).filter(({ origin }) => origin === undefined);
    expect(wires).toHaveLength(1);
    expect(cavity!.lengthMm).toBe(wires[0]!.lengthMm);
    expect(cavity!.lengthMm).toBeGreaterThan(3000);
    expect(cavity!.lengthMm).toBeLessThan(3700);
    // 3 % of 12.8 V. Copper of 1.5 mm2 by IEC 60228: 13.3 milliohm a metre (class 5), 11.8 % more when warm.
    expect(cavity!.budgetV).toBeCloseTo(0.384, 9);
    const loss = (milliohm: number) => (6.1 * milliohm * 1.118 * cavity!.lengthMm) / 1e6;
    const size = Number(wires[0]!.gauge);
    const MILLIOHM: Record<string, number> = { 0.75: 26, 1: 19.5, 1.5: 13.3, 2.5: 7.98 };
    // The fuse loses about a tenth of a volt at most; the next thinner wire would be over.
    expect(cavity!.lossV).toBeGreaterThan(loss(MILLIOHM[size]!));
    expect(cavity!.lossV).toBeLessThan(loss(MILLIOHM[size]!) + 0.13);
    expect(cavity!.lossV).toBeLessThan(cavity!.budgetV);
    expect(cavity!.brings).toEqual([]);
  });

  it('a small one does not hang on a bolted fuse while a blade carries it', () => {
    const both = testTruck().box('Battery box', '', BOX_AT, true, 2, [
      { label: 'A', ratingA: null, limitA: 60, size: 'bolted', volts: [12.7, 12.7] },
      { label: 'B', ratingA: null, limitA: 10, cavity: 'noLoadSide', volts: [12.7, 12.7] },
    ]).build;
    const names = choices(both, { wanted: 'always', plannedA: 3 }).map(({ name, fuseA }) => [name, fuseA]);
    expect(names.slice(0, 2)).toEqual([
      ['Slot B of the Battery box', 4],
      ['Slot A of the Battery box', 30],
    ]);
  });

  it('takes as long as its own steps do: a terminal, a wire, an end', () => {
    const [cavity, , tap] = choices(unit().build);
    // 12 minutes at the box, 3 at the joint, 4 a metre of way.
    expect(cavity!.minutes).toBe(12 + 3 + Math.round((4 * cavity!.lengthMm) / 1000));
    // A holder is found a place and tapped in 22, and its short lead is a second joint.
    expect(tap!.minutes).toBe(22 + 6 + Math.round((4 * tap!.lengthMm) / 1000));
  });

  it('more amps take a larger fuse and thicker wire, and the choice says what it brings', () => {
    const [cavity] = choices(unit().build, { plannedA: 12 });
    expect(cavity!.fuseA).toBe(15);
    expect(Number.parseFloat(cavity!.gauge)).toBeGreaterThanOrEqual(2.5);
  });
});

describe('a circuit out of a cavity', () => {
  const build = taken(unit().build);
  const [feed] = deriveFeeds(build);

  it('has its own fuse in the slot, one wire, and an end that has a place', () => {
    expect(seatOf(build, feed!.fuse)?.label).toBe('10');
    expect(feed!.caps.map(({ plannedA }) => plannedA)).toEqual([6]);
    expect(feed!.lamps).toEqual([]);
    expect(keptFigures(build, feed!).maximumA).toBe(6);
    // Nothing hangs there yet: the battery is not charged with it.
    expect(keptFigures(build, feed!).averageA).toBe(0);
    expect(thingsWithPlaces(build)).toContainEqual(
      expect.objectContaining({ name: 'End of Later floods', position: END, isSaid: true }),
    );
    expect(thingsWithPlaces(build).map(({ name }) => name)).toContain('Cab box');
  });

  it('is cut with a terminal at one end and a cap at the other; crimps and holders are not bought', () => {
    const [line] = cutList(build);
    expect(line).toMatchObject({
      from: { to: 'slot 10 of the Cab box', fitting: 'Socket 6.3 with lance', stripMm: 5 },
      end: { fitting: 'end cap, shrunk, with a flag', stripMm: 0 },
    });
    const parts = partsList(build, assess(build).feeds);
    const named = (pattern: RegExp) => parts.filter(({ name }) => pattern.test(name)).map(({ quantity }) => quantity);
    expect(named(/^Socket 6.3/)).toEqual([1]);
    expect(named(/^End cap/)).toEqual([1]);
    expect(named(/^Blade fuse 7.5 A/)).toEqual([1]);
    expect(named(/Add-a-tap|holder|Sealed crimp/)).toEqual([]);
  });

  it('is worked in steps that say so, and drawn out again for stock', () => {
    const join = jobSteps(build, assess(build).feeds).find(({ kind }) => kind === 'join')!;
    expect(inWords(join.detail)).toMatch(/Into slot 10 of the Cab box: Socket 6.3.*until it clicks.*7.5 A still out/);
    expect(inWords(join.detail)).toMatch(/capped and shrunk by itself.*6 A/);
    const back = backToStock(build, bodyOf(build))
      .steps.map(({ detail }) => detail)
      .join();
    expect(back).toMatch(/slot 10 of the Cab box: fuse out, lance lifted, terminal drawn out: empty again/);
  });

  it('stands once in the list of fuses, as the crew finds it', () => {
    expect(fuseMap(build, assess(build).feeds)).toMatchObject([
      { at: 'slot 10 of the Cab box', ratingA: 7.5, loadA: 6, lamps: 'End of Later floods' },
    ]);
  });

  it('takes a seal where water reaches the box', () => {
    const { id: boxId } = Object.values(build.fuseBoxes)[0]!;
    const wet = applied(build, [{ kind: 'editFuseBox', boxId, changes: { isWet: true } }]);
    expect(cutList(wet)[0]!.from.fitting).toBe('Socket 6.3 with lance, sealed');
    expect(partsList(wet, []).map(({ name }) => name)).toContain('Socket 6.3 with lance, with seal');
  });
});

describe('a wire that the lock of a cavity does not take', () => {
  const small = (limitA: number) =>
    testTruck().box('Small box', '', BOX_AT, false, 3, [
      { label: '4', ratingA: null, limitA, cavity: 'noLoadSide', size: 'bladeSmall', volts: KEY },
    ]).build;

  it('is told: 3.3 mm2 crimps, and the lock would not close', () => {
    const build = taken(small(20), 'cavity', { plannedA: 12, table: 'awg' });
    const wire = Object.values(build.wires).find(({ origin }) => origin === undefined)!;
    const thick = applied(build, [{ kind: 'editWires', wireIds: [wire.id], changes: { gauge: '12' } }]);
    const told = (of: Build) =>
      assess(of)
        .findings.filter(({ code }) => code === 'M3')
        .map(({ message }) => inWords(message));
    expect(told(thick)).toEqual([
      expect.stringMatching(/AWG 12 into the Socket 2.8.*slot 4 of the Small box.*2.1 mm²/),
    ]);
    const right = applied(build, [{ kind: 'editWires', wireIds: [wire.id], changes: { gauge: '14' } }]);
    expect(told(right)).toEqual([]);
  });
});

describe('when its lamp is there', () => {
  /** Two floods of 3.3 A each beside the capped end. */
  const lamps = (unitWith: UnitBuilder) => unitWith.lamp('FL-0701', 'rear', { yMm: 400, zMm: 1500 });
  const before = taken(lamps(unit()).build);
  const cap = Object.values(before.elements).find(({ kind }) => kind === 'cap')!;
  const wish = {
    name: 'Floods',
    slotId: null,
    capId: cap.id,
    lampIds: Object.keys(before.lamps),
    control: null,
    relayRatingA: null,
    wanted: 'ignition',
    table: 'metric',
    colour: 'orange',
    patternId: 'steady',
  } as const;

  it('it hangs on what was made ready: the same fuse in the same slot, the cap gone', () => {
    const planned = planFeed(before, wish, newId);
    if (!planned.ok) throw new Error(planned.reason.message);
    const after = applied(before, planned.value);
    const feeds = deriveFeeds(after);
    expect(feeds).toHaveLength(1);
    expect(feeds[0]).toMatchObject({ caps: [], slot: { label: '10' } });
    expect(feeds[0]!.lamps.map(({ tag }) => tag).sort()).toEqual(['L1', 'R1']);
    expect(seatOf(after, feeds[0]!.fuse)?.label).toBe('10');
    expect(Object.values(after.elements).filter(({ kind }) => kind === 'cap')).toEqual([]);
    // Nothing ends where the cap was, and no joint holds more than comes, goes on and branches off.
    expect(
      Object.values(after.wires).every(({ from, to }) => from.elementId !== cap.id && to.elementId !== cap.id),
    ).toBe(true);
    const wires = Object.keys(before.wires).map((id) => after.wires[id]!.lengthMm);
    expect(wires).toEqual(Object.values(before.wires).map(({ lengthMm }) => lengthMm));
  });
});

describe('what is planned changed', () => {
  it('asks for the fuse and wire of what is planned now, and nothing is made smaller', () => {
    const build = taken(unit().build);
    const [feed] = deriveFeeds(build);
    const more = applied(build, [{ kind: 'setPlanned', elementId: feed!.caps[0]!.id, plannedA: 10 }]);
    // 10 / 0.8 = 12.5 A, the next blade is 15 A.
    expect(deriveFeeds(applied(more, planRefit(more, feed!.fuse.id)))[0]!.fuse.ratingA).toBe(15);
    const less = applied(build, [{ kind: 'setPlanned', elementId: feed!.caps[0]!.id, plannedA: 2 }]);
    expect(planRefit(less, feed!.fuse.id)).toEqual([]);
  });
});

describe('a fuse of the width of its slot', () => {
  const feedIn = (size: 'bladeSmall' | 'bladeLarge', slot: { ratingA: number | null }, plannedA: number) => {
    const { build } = testTruck().box('Box', '', BOX_AT, true, 1, [
      { label: 'W', limitA: 60, cavity: slot.ratingA === null ? 'noLoadSide' : 'whole', size, volts: KEY, ...slot },
    ]);
    const choice = choices(build, { plannedA }).find(({ name }) => name === 'Slot W of the Box');
    return choice && applied(build, choice.operations);
  };

  it('a small blade goes to 30 A and no further', () => {
    expect(deriveFeeds(feedIn('bladeSmall', { ratingA: null }, 24)!)[0]!.fuse).toMatchObject({
      family: 'smallBlade',
      ratingA: 30,
    });
    expect(feedIn('bladeSmall', { ratingA: null }, 25)).toBeUndefined();
  });

  it('a large one begins at 20 A, and no holder stands on its slot', () => {
    expect(deriveFeeds(feedIn('bladeLarge', { ratingA: null }, 4)!)[0]!.fuse).toMatchObject({
      family: 'largeBlade',
      ratingA: 20,
    });
    expect(feedIn('bladeLarge', { ratingA: 30 }, 4)).toBeUndefined();
  });

  it('a holder on a small slot is a small one, with a small fuse', () => {
    const build = feedIn('bladeSmall', { ratingA: 10 }, 4)!;
    expect(deriveFeeds(build)[0]!.fuse).toMatchObject({ family: 'smallBlade', ratingA: 5 });
    const names = partsList(build, assess(build).feeds).map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(['Add-a-tap fuse holder 10 A, small blade', 'Small blade fuse 5 A']));
  });
});

describe('sizes that no holder is made for', () => {
  it('lamps on a bolted end may draw what its fuse carries, which no blade does', () => {
    const bolted = testTruck().box('Battery box', '', BOX_AT, true, 1, [
      { label: 'C', ratingA: null, limitA: 80, size: 'bolted', volts: [12.7, 12.6] },
    ]);
    for (const yMm of [200, 350, 500, 650, 800, 950]) bolted.lamp('FL-0701', 'rear', { yMm, zMm: 1500 });
    const made = taken(bolted.build, 'cavity', { wanted: 'always', plannedA: 30 });
    const cap = Object.values(made.elements).find(({ kind }) => kind === 'cap')!;
    const planned = planFeed(
      made,
      {
        name: 'Floods',
        slotId: null,
        capId: cap.id,
        lampIds: Object.keys(made.lamps),
        control: null,
        relayRatingA: null,
        wanted: 'always',
        table: 'metric',
        colour: 'orange',
        patternId: 'steady',
      },
      newId,
    );
    if (!planned.ok) throw new Error(planned.reason.message);
    // 12 floods of 3.3 A are 39.6 A: 49.5 A at four fifths, the next bolted one is 50 A.
    expect(deriveFeeds(applied(made, planned.value))[0]!.fuse).toMatchObject({ family: 'midi', ratingA: 50 });
  });

  it('a bolted fuse goes into its slot, with a ring on the load bolt', () => {
    const { build } = testTruck().box('Battery box', 'under the hood', BOX_AT, true, 1, [
      { label: 'C', ratingA: null, limitA: 80, size: 'bolted', volts: [12.7, 12.6] },
    ]);
    const made = taken(build, 'cavity', { wanted: 'always', plannedA: 30 });
    const [feed] = deriveFeeds(made);
    // 30 / 0.8 = 37.5; bolted ones come in 30, 40, 50.
    expect(feed!.fuse).toMatchObject({ family: 'midi', ratingA: 40 });
    expect(cutList(made)[0]!.from).toMatchObject({ fitting: 'Ring M5', stripMm: 8 });
  });
});
