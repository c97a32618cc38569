import { describe, expect, it } from 'vitest';
import { SHELF } from '../../demo/shelf.ts';
import { applied, countingIds, testTruck } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { bodyOf } from '../body/index.ts';
import type { Build } from '../document/index.ts';
import { isRun } from '../graph/index.ts';
import { bundlesOf, jointList, terminalColour, wireRoutes } from '../harness/index.ts';
import { assess } from '../rules/index.ts';
import { jobSteps, learnedFactor, learningExponent, wrightTotal, wrightUnit } from '../steps/index.ts';
import { conductor, inWords } from '../units/index.ts';
import { backToStock } from './backToStock.ts';
import { estimateOf, learnedHours, spentOn } from './hours.ts';
import { alternatives } from './parts/alternatives.ts';
import { boughtQuantity, partsList } from './parts/partsList.ts';
import { shrinkFor } from './parts/shrink.ts';

/** A pair of strobes on a feed of their own. */
const warnTruck = () =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .feed({
      name: 'Warn',
      pattern: 'quad',
      wanted: 'always',
      slot: 'hot',
      tags: 'L1 R1',
      control: { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 },
    });

describe('heat shrink', () => {
  // Worked examples from memory: bore at least 1.1 x the largest, recovered at most 0.9 x the smallest.
  it.each([
    [6.5, 2.8, { ratio: 3, boreMm: 7.5, recoveredMm: 2.5 }],
    [4, 2.8, { ratio: 2, boreMm: 4.8, recoveredMm: 2.4 }],
  ])('%s mm over %s mm', (largest, smallest, expected) => {
    expect(shrinkFor(largest, smallest)).toEqual(expected);
  });

  it('none spans more than three to one allows', () => {
    expect(shrinkFor(10, 3)).toBeNull();
    // The limits of the ratios: 2 x 0.9 / 1.1 and 3 x 0.9 / 1.1.
    for (let largest = 2; largest < 20; largest += 0.37)
      for (let smallest = 1; smallest < largest; smallest += 0.23) {
        const found = shrinkFor(largest, smallest);
        if (!found) continue;
        expect(largest / smallest).toBeLessThanOrEqual((found.ratio * 0.9) / 1.1 + 1e-9);
        expect(found.boreMm).toBeGreaterThanOrEqual(largest);
        expect(found.recoveredMm).toBeLessThanOrEqual(smallest);
      }
  });
});

describe("Wright's law", () => {
  // Wright (1936), totals of n units when the first takes 100; figures reckoned by hand.
  it.each([
    [0.8, [100, 160, 210.63, 256, 409.6, 476.51, 655.36, 762.42]],
    [0.9, [100, 180, 253.86, 324, 583.2, 704.69, 1049.76, 1268.44]],
  ])('%s', (rate, totals) => {
    const counts = [1, 2, 3, 4, 8, 10, 16, 20];
    expect(counts.map((count) => Math.round(wrightTotal(100, count, rate) * 100) / 100)).toEqual(totals);
  });

  it('the exponents of the two usual rates, and units that sum up to the total', () => {
    expect(learningExponent(0.8)).toBeCloseTo(-0.321928, 6);
    expect(learningExponent(0.9)).toBeCloseTo(-0.152003, 6);
    const units = Array.from({ length: 6 }, (_, index) => wrightUnit(50, index + 1, 0.8));
    expect(units.reduce((sum, each) => sum + each, 0)).toBeCloseTo(wrightTotal(50, 6, 0.8), 9);
    for (const [index, each] of units.slice(1).entries()) expect(each).toBeLessThan(units[index]!);
  });
});

describe('what was really spent', () => {
  const spent = (ratios: number[]) => ratios.map((ratio) => ({ estimatedMinutes: 30, actualMinutes: 30 * ratio }));

  it('one bad day does not move the estimate', () => {
    const usual = learnedFactor(spent([1.2, 1.25, 1.3, 1.2, 1.22, 1.28, 1.26]));
    const withBadDay = learnedFactor(spent([1.2, 1.25, 1.3, 1.2, 1.22, 1.28, 1.26, 9]));
    expect(Math.abs(withBadDay.factor - usual.factor)).toBeLessThan(0.05);
  });

  it('is drawn towards the estimate while little is known, and says how wide it may be', () => {
    const one = learnedFactor(spent([2]));
    const many = learnedFactor(spent(Array.from({ length: 40 }, () => 2)));
    expect(one.factor).toBeLessThan(1.3);
    expect(many.factor).toBeGreaterThan(1.85);
    expect(one.high / one.low).toBeGreaterThan(many.high / many.low);
    expect(learnedFactor([])).toMatchObject({ factor: 1, samples: 0 });
  });
});

describe('insulated crimps', () => {
  // Colour ranges of insulated terminals as they are printed on their boxes, from memory: red 22 to 16 AWG or 0.5 to
  // 1.5 mm2, blue 16 to 14 AWG or 1.5 to 2.5 mm2, yellow 12 to 10 AWG or 4 to 6 mm2. Areas of AWG by ASTM B258.
  it.each([
    ['awg', '18', 'red'],
    ['awg', '16', 'red'],
    ['awg', '14', 'blue'],
    ['awg', '12', 'yellow'],
    ['awg', '10', 'yellow'],
    ['awg', '8', 'bare'],
    ['metric', '0.75', 'red'],
    ['metric', '1.5', 'red'],
    ['metric', '2.5', 'blue'],
    ['metric', '4', 'yellow'],
    ['metric', '6', 'yellow'],
    ['metric', '10', 'bare'],
  ] as const)('%s %s takes %s', (table, gauge, colour) => {
    expect(terminalColour(conductor(table, gauge).areaMm2)).toBe(colour);
  });
});

describe('what a job eats', () => {
  const { build } = warnTruck().lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 }).routed();
  const parts = partsList(build, assess(build).feeds);
  const metres = (of: RegExp) =>
    parts.filter((line) => of.test(line.name)).reduce((sum, line) => sum + line.quantity, 0);

  it('loom by the bundle of every section, as long as the routes', () => {
    const body = bodyOf(build);
    const sections = bundlesOf(build, body, wireRoutes(build, body)).filter((each) => each.runs.length > 0);
    const along = sections.reduce((sum, each) => sum + each.lengthMm + each.slackMm, 0) / 1000;
    expect(metres(/loom|sleeve/)).toBeCloseTo(along * 1.1, 6);
    expect(parts.find((line) => line.key === 'ties')!.quantity).toBeCloseTo(along / 0.3, 6);
  });

  it('shrink for every joint, a boot where a barrel for three goes over a thin wire, and two labels a wire', () => {
    const wired = jointList(build).filter((joint) => joint.leads.some((lead) => /^W\d/.test(lead)));
    const [splice] = wired.filter(({ wires }) => wires.length === 3);
    const length = wired.reduce((sum, joint) => sum + joint.shrinkMm, -splice!.shrinkMm) / 1000;
    expect(metres(/Heat shrink/)).toBeCloseTo(length * 1.1, 6);
    expect(parts.find(({ name }) => name.startsWith('Shrink boot'))).toMatchObject({ quantity: 1, use: splice!.at });
    expect(parts.find((line) => line.key === 'wire-labels')!.quantity).toBe(2 * Object.keys(build.wires).length);
  });

  it('one fitting a joint, by hand: tap, holder in and out, four lamp leads; a blade on each side of the switch', () => {
    const pieces = (of: Build) =>
      partsList(of, assess(of).feeds).flatMap(({ name, quantity }) =>
        /^(Sealed crimp|Blade terminal|Ring|Solder|Ground bolt)/.test(name) ? [[name, quantity]] : [],
      );
    // In the splice meet 1.5, 1 and 0.75 mm2: 3.25 are a yellow barrel. The ring of the ground comes with its bolt.
    expect(pieces(build).sort()).toEqual([
      ['Blade terminal 6.3, red', 2],
      ['Ground bolt M6 with ring and star washer', 1],
      ['Sealed crimp, red', 7],
      ['Sealed crimp, yellow', 1],
    ]);
    // A twist of wires is thinner than the barrel of a crimp: less of its shrink is the wide one.
    const wideM = (of: Build) =>
      partsList(of, assess(of).feeds)
        .filter(({ name }) => /^Heat shrink \d:1, 6 mm/.test(name))
        .reduce((sum, { quantity }) => sum + quantity, 0);
    const twisted = applied(build, [{ kind: 'setHabits', changes: { joints: 'solder' } }]);
    expect(wideM(twisted)).toBeLessThan(wideM(build));
    expect(partsList(twisted, assess(twisted).feeds).filter(({ name }) => /shrink \d:1, (8|9|1\d)/.test(name))).toEqual(
      [],
    );
    expect(new Set(jointList(twisted).flatMap(({ kind, stripMm }) => (kind === 'solder' ? [stripMm] : [])))).toEqual(
      new Set([15]),
    );
    // Soldered, blades and rings are crimped all the same; eight joints take 20 mm of solder each (common practice).
    const soldered = applied(build, [{ kind: 'setHabits', changes: { joints: 'solder' } }]);
    expect(pieces(soldered).sort()).toEqual([
      ['Blade terminal 6.3, red', 2],
      ['Ground bolt M6 with ring and star washer', 1],
      ['Solder 1 mm with flux core', expect.closeTo(0.16, 9)],
    ]);
  });

  it('solder takes five minutes a wire where a crimp takes three, and its own words; one feed may differ from the unit', () => {
    const join = (of: Build) => jobSteps(of, assess(of).feeds).find(({ kind }) => kind === 'join')!;
    const soldered = applied(build, [{ kind: 'setHabits', changes: { joints: 'solder' } }]);
    const wires = assess(build).feeds[0]!.feed.wires.filter(isRun);
    expect(join(soldered).minutes - join(build).minutes).toBe(2 * wires.length);
    expect(inWords(join(soldered).detail)).toContain('twisted, heated');
    expect(inWords(join(build).detail)).not.toContain('twisted, heated');
    const wireIds = Object.keys(build.wires);
    const back = applied(soldered, [{ kind: 'editWires', wireIds, changes: { joints: 'crimp' } }]);
    expect(jointList(back)).toEqual(jointList(build));
  });

  it('bits by hole and material, whole ones bought', () => {
    const worn = parts.filter((line) => line.group === 'tools');
    expect(worn.length).toBeGreaterThan(0);
    for (const line of worn) expect(boughtQuantity(line)).toBe(1);
  });
});

describe('hours', () => {
  const unit = warnTruck();
  const steps = jobSteps(unit.build, assess(unit.build).feeds);
  const keys = steps.map((step) => step.key);

  it('minutes that were written down are learned by kind of step, and move the estimate', () => {
    const { build: timed } = unit.ticks(keys.slice(0, 4), 2);
    const spent = spentOn(timed, steps);
    expect(spent).toHaveLength(4);
    const learned = learnedHours([...spent, ...spent, ...spent]);
    const [first] = steps;
    const before = estimateOf([first!], {});
    const after = estimateOf([first!], learned);
    expect(before.minutes).toBe(first!.minutes);
    expect(after.minutes).toBeGreaterThan(before.minutes * 1.3);
  });

  it('many steps are surer than one, by the root of their number', () => {
    const one = estimateOf([{ ...steps[0]!, minutes: 30 }], {});
    const many = estimateOf(
      Array.from({ length: 16 }, () => ({ ...steps[0]!, minutes: 30 })),
      {},
    );
    const spread = (estimate: typeof one) => (estimate.high - estimate.low) / estimate.minutes;
    expect(spread(many)).toBeCloseTo(spread(one) / 4, 6);
  });

  it('a tick keeps who made it when its minutes are put right', () => {
    const [key] = keys;
    unit
      .as('Bram Vesterholt', '2026-01-06T10:00:00.000Z')
      .apply({ kind: 'tickStep', stepKey: key!, done: true, minutes: 25 });
    expect(unit.build.ticks[key!]).toMatchObject({ by: 'Odile Marchbank', minutes: 25 });
  });
});

describe('back to stock', () => {
  const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
  const of = (tag: string) => units.find((build) => build.unit.tag === tag)!;

  it('takes every added lamp off, gives every tapped slot its own fuse back, and leaves its own lamps on', () => {
    const build = of('SR-11');
    const { steps, parts } = backToStock(build, bodyOf(build));
    const text = steps.map((step) => `${step.title}: ${step.detail}`).join('\n');
    const off = steps.find((step) => step.title === 'Take the lamps off')!.detail.split(' ');
    for (const lamp of Object.values(build.lamps))
      expect(off.includes(lamp.tag), lamp.tag).toBe(build.models[lamp.modelKey]!.kind !== 'factory');
    for (const element of Object.values(build.elements))
      if (element.kind === 'tap') expect(text).toContain(`pin ${build.slots[element.slotId]!.label}: its own`);
    expect(text).toContain('L6 R6: what stands between and splices out');
    expect(parts.some((part) => part.name.startsWith('Blanking plug'))).toBe(true);
  });

  it('closes as many holes as were drilled', () => {
    for (const build of units) {
      const { steps, parts } = backToStock(build, bodyOf(build));
      const closed = parts
        .filter((part) => /plug|Patch|Cover plate/.test(part.name))
        .reduce((sum, part) => sum + part.quantity, 0);
      const told = [...(steps.find((step) => step.title === 'Close the holes')?.detail ?? '').matchAll(/(\d+) × /g)];
      expect(
        told.reduce((sum, match) => sum + Number(match[1]), 0),
        build.unit.tag,
      ).toBe(closed);
    }
  });

  it('begins with the power off and ends with a try of everything; nothing for a unit with nothing added', () => {
    const { steps } = backToStock(of('SR-07'), bodyOf(of('SR-07')));
    expect(steps[0]!.title).toBe('Take the power off');
    expect(steps.at(-1)!.title).toContain('try everything of its own');
    const bare = testTruck().build;
    expect(backToStock(bare, bodyOf(bare))).toEqual({ steps: [], parts: [] });
  });
});

describe('short of a lamp', () => {
  const unit = warnTruck();
  const ids = unit.ids('L1 R1');
  const stock = (onHand: number) => SHELF.map((entry) => ({ ...entry, onHand }));

  it('offers only the same kind, in the colour and voltage that are needed, with enough of it', () => {
    const found = alternatives(unit.build, ids, stock(9));
    expect(found.length).toBeGreaterThan(0);
    for (const { entry } of found) {
      expect(entry.model.kind).toBe('strobe');
      expect(entry.model.colours).toContain('amber');
      expect(entry.model.voltage.minimumV).toBeLessThanOrEqual(12);
      expect(entry.model.key).not.toBe('ST-0302');
    }
    expect(alternatives(unit.build, ids, stock(1))).toEqual([]);
  });

  it('says what the other one would bring: a thirsty lamp overloads its channel', () => {
    const [near] = alternatives(unit.build, ids, stock(9));
    const thirsty = { ...near!.entry, model: { ...near!.entry.model, key: 'ST-0999', maximumA: 9, averageA: 4 } };
    const found = alternatives(unit.build, ids, [thirsty]);
    expect(found[0]!.differs.some((words) => words.endsWith('A more'))).toBe(true);
    expect(found[0]!.brings.some((words) => /channel|fuse|good for/.test(inWords(words)))).toBe(true);
  });
});
