import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import type { Build } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { planGroundReturn, planThickerWire } from '../planning/index.ts';
import { ampacityA, conductor } from '../units/index.ts';
import { restingVoltageV, solveSetting } from './compileNetwork.ts';
import { feedFigures } from './feedFigures.ts';
import { keptFigures } from './keptFigures.ts';
import { dropBudgetPercent, isCopperMost, WARM_FACTOR, wireOhm, wiresOnWay } from './sections.ts';

/** Two floods of 40 W at the rear by a relay: what two crews in three ask for first. */
const floods = () =>
  testTruck()
    .lamp('FL-0701', 'rear', { yMm: 500, zMm: 1400 })
    .feed(
      warnFeed('L1 R1', {
        name: 'Scene',
        slot: null,
        pattern: 'steady',
        relayA: 30,
        control: { name: 'Scene', kind: 'switch', signal: null, ratingA: 3 },
      }),
    );
const markers = () =>
  testTruck()
    .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('MK-0101', 'left', { xMm: 5900, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 L2', { pattern: 'steady' }));

const figuresOf = (build: Build) => {
  const feed = deriveFeeds(build)[0]!;
  return { feed, figures: feedFigures(build, feed) };
};
const names = (build: Build, elementId: string) => build.elements[elementId]!.kind;

describe('what flows in each wire', () => {
  it('the trunk carries both lamps, each branch its own, the coil 12.8 V / 90 ohm', () => {
    const { build } = floods();
    const { figures } = figuresOf(build);
    const of = (from: string, to: string) =>
      figures.sections.filter(
        ({ wire }) => names(build, wire.from.elementId) === from && names(build, wire.to.elementId) === to,
      );
    const [branchA] = of('splice', 'lampLoad').map(({ currentA }) => currentA);
    const trunkA = of('relay', 'splice')[0]!.currentA;
    expect(trunkA).toBeCloseTo(2 * branchA!, 6);
    // 40 W at 12.8 V, a little more where the lamp sees less.
    expect(branchA).toBeGreaterThan(40 / 12.8 - 0.1);
    expect(branchA).toBeLessThan(40 / 11);
    const coil = of('switch', 'relay')[0]!;
    expect(coil.currentA).toBeCloseTo(12.8 / 90, 2);
  });

  it('in the first instant a cold filament takes ten times as much, as far as the wire before it lets it', () => {
    const { build } = testTruck()
      .lamp('SG-0403', 'rear', { yMm: 600, zMm: 960 }, { single: true })
      .feed(warnFeed('L1', { pattern: 'steady' }));
    const model = build.models[build.lamps[Object.keys(build.lamps)[0]!]!.modelKey]!;
    expect(model.light).toBe('filament');
    const { figures } = figuresOf(build);
    const way = figures.sections.filter(({ currentA }) => currentA > 0.5);
    expect(way.length).toBeGreaterThan(3);
    // One loop of resistors: what stands before the lamp follows from the warm current, and with it the cold one.
    const warmOhm = 12.8 / model.maximumA;
    const beforeOhm = 12.8 / way[0]!.currentA - warmOhm;
    expect(beforeOhm).toBeGreaterThan(0.01);
    for (const { peakA } of way) expect(peakA).toBeCloseTo(12.8 / (beforeOhm + warmOhm / 10), 2);
    expect(figures.inrushA).toBeCloseTo(10 * model.maximumA, 9);
  });

  it('a lamp without a filament takes no more in the first instant than after', () => {
    for (const { currentA, peakA } of figuresOf(floods().build).figures.sections) expect(peakA).toBe(currentA);
  });

  it('every wire is protected by the fuse ahead of it, in a bundle of three', () => {
    const { feed, figures } = figuresOf(floods().build);
    expect(figures.sections.length).toBe(feed.wires.length + feed.groundWires.length);
    for (const { wire, ampacityA: carriesA, protectedByA, bundledWith } of figures.sections) {
      expect(protectedByA).toBe(feed.fuse.ratingA);
      expect(carriesA).toBeCloseTo(ampacityA(conductor(wire.table, wire.gauge), { bundled: 3 }), 9);
      expect(carriesA).toBeGreaterThanOrEqual(protectedByA);
      expect(bundledWith).toBe(2);
    }
  });

  it('costs current times its copper at 20 °C (ISO 6722 metric sizes, from memory)', () => {
    const { figures } = figuresOf(floods().build);
    const milliohmPerM: Record<string, number> = { '0.75': 24.7, '1': 18.5, '1.5': 12.7, '2.5': 7.6, '4': 4.71 };
    for (const { wire, currentA, dropV } of figures.sections)
      expect(dropV).toBeCloseTo((currentA * milliohmPerM[wire.gauge]! * wire.lengthMm) / 1e6, 9);
  });
});

describe('where the volts go', () => {
  it('copper, contacts and battery are all that is lost', () => {
    const { build } = floods();
    const { drop, sourceV } = figuresOf(build).figures;
    expect(drop.wireV + drop.contactsV + drop.sourceV).toBeCloseTo(drop.totalV, 9);
    expect(sourceV).toBe(restingVoltageV(12));
    // 8 milliohms of battery, all that it gives.
    const { solution } = solveSetting(build, {
      keyOn: true,
      controlIds: new Set(Object.keys(build.controls)),
      load: 'maximum',
    });
    expect(drop.sourceV).toBeCloseTo(solution.elements.battery!.currentA * 0.008, 3);
  });

  it('copper is summed along the way to the worst lamp and back, not over the whole feed', () => {
    const { build } = markers();
    const { feed, figures } = figuresOf(build);
    expect(figures.farLamp!.tag).toBe('L2');
    const way = wiresOnWay(build, feed, figures.drop.loadId!);
    const byHand = way.reduce(
      (sum, wire) => sum + figures.sections.find((each) => each.wire.id === wire.id)!.currentA * wireOhm(wire),
      0,
    );
    expect(figures.drop.wireV).toBeCloseTo(byHand, 9);
    expect(way.length).toBeLessThan(figures.sections.length);
  });

  it('a return that lamps share is on the way of each of them, what another brings along is not', () => {
    const { build } = markers();
    const returned = applied(build, planGroundReturn(build, Object.keys(build.lamps), furtherIds()));
    const { feed } = figuresOf(returned);
    const home = feed.groundWires.find(({ to }) => names(returned, to.elementId) === 'ground')!;
    for (const { id, tag } of feed.lamps) {
      const load = Object.values(returned.elements).find((each) => each.kind === 'lampLoad' && each.lampId === id)!;
      const way = wiresOnWay(returned, feed, load.id);
      expect({ tag, isHome: way.includes(home) }).toEqual({ tag, isHome: true });
      const lamps = way
        .flatMap(({ from, to }) => [from, to])
        .filter((end) => names(returned, end.elementId) === 'lampLoad');
      expect(new Set(lamps.map(({ elementId }) => elementId))).toEqual(new Set([load.id]));
    }
    // The nearer lamp's way home leaves out the wire by which the further one comes to it.
    const lengths = feed.lamps.map(({ id }) => {
      const load = Object.values(returned.elements).find((each) => each.kind === 'lampLoad' && each.lampId === id)!;
      return wiresOnWay(returned, feed, load.id).filter((wire) => feed.groundWires.includes(wire)).length;
    });
    expect(lengths.sort()).toEqual([2, 2]);
    expect(feed.groundWires).toHaveLength(3);
  });

  it('is judged with the copper at 50 °C, which is 11.8 % more (IEC 60028), and without the battery', () => {
    expect(WARM_FACTOR).toBeCloseTo(1.1179, 4);
    const { drop, dropV, dropPercent } = figuresOf(markers().build).figures;
    expect(dropV).toBeCloseTo(drop.wireV * 1.1179 + drop.contactsV, 9);
    expect(dropPercent).toBeCloseTo((100 * dropV) / 12.8, 9);
  });

  it('lamps to be seen by may lose 3 %, lamps to work by 10 % (ABYC E-11, from memory)', () => {
    expect(figuresOf(markers().build).figures.dropBudgetV).toBeCloseTo(0.384, 9);
    expect(figuresOf(floods().build).figures.dropBudgetV).toBeCloseTo(1.28, 9);
    expect(dropBudgetPercent(markers().build, undefined)).toBe(3);
  });

  it('or what the crew says for this unit, each for what it is for', () => {
    const said = (of: Build, changes: Partial<Build['electrics']>) => applied(of, [{ kind: 'setElectrics', changes }]);
    expect(figuresOf(said(markers().build, { seenLossPercent: 5 })).figures.dropBudgetV).toBeCloseTo(0.64, 9);
    expect(figuresOf(said(floods().build, { seenLossPercent: 5 })).figures.dropBudgetV).toBeCloseTo(1.28, 9);
    expect(figuresOf(said(floods().build, { workLossPercent: 6 })).figures.dropBudgetV).toBeCloseTo(0.768, 9);
    // What was kept of before is not answered after.
    const { build } = floods();
    const [feed] = deriveFeeds(build);
    expect(keptFigures(build, feed!).dropBudgetV).toBeCloseTo(1.28, 9);
    const tighter = said(build, { workLossPercent: 1 });
    expect(keptFigures(tighter, deriveFeeds(tighter)[0]!).dropBudgetV).toBeCloseTo(0.128, 9);
  });
});

describe('sizes that are planned', () => {
  it('two floods at the rear want no cable: at most 2.5 mm2, and the coil as thin as its fuse protects', () => {
    const { build } = floods();
    const { feed, figures } = figuresOf(build);
    expect(Math.max(...figures.sections.map(({ wire }) => Number(wire.gauge)))).toBeLessThanOrEqual(2.5);
    expect(figures.dropV).toBeLessThanOrEqual(figures.dropBudgetV);
    const coil = figures.sections.find(({ currentA }) => Math.abs(currentA - 12.8 / 90) < 0.02)!;
    // The smallest that is planned; its 13.4 A in a bundle are above the fuse.
    expect(coil.wire.gauge).toBe('0.75');
    expect(ampacityA(conductor('metric', '0.75'), { bundled: 3 })).toBeGreaterThanOrEqual(feed.fuse.ratingA);
  });

  it('no wire could be a size thinner: the fuse would not protect it, or the lamp would lose too much', () => {
    const { build } = testTruck()
      .lamp('ST-0302', 'rear', { yMm: 900, zMm: 1200 })
      .lamp('ST-0302', 'rear', { yMm: 500, zMm: 1200 })
      .feed(warnFeed('L1 R1 L2 R2'));
    const { feed, figures } = figuresOf(build);
    const sizes = ['0.75', '1', '1.5', '2.5', '4', '6'];
    let thinned = 0;
    for (const { wire } of figures.sections) {
      const thinner = sizes[sizes.indexOf(wire.gauge) - 1];
      if (!thinner || ampacityA(conductor('metric', thinner), { bundled: 3 }) < feed.fuse.ratingA) continue;
      thinned++;
      const changed = applied(build, [{ kind: 'editWires', wireIds: [wire.id], changes: { gauge: thinner as '1' } }]);
      const after = figuresOf(changed).figures;
      expect(after.dropV, `${wire.gauge} to ${thinner}`).toBeGreaterThan(after.dropBudgetV);
      expect(planThickerWire(changed, feed.fuse.id)).not.toBeNull();
    }
    expect(thinned).toBeGreaterThan(0);
    expect(planThickerWire(build, feed.fuse.id)).toBeNull();
  });

  it('no thicker wire is offered where copper is the smaller half of the loss', () => {
    expect(
      isCopperMost({ lamp: null, loadId: null, wireV: 0.2, contactsV: 0.2, sourceV: 9, totalV: 9, budgetV: 1 }),
    ).toBe(true);
    expect(
      isCopperMost({ lamp: null, loadId: null, wireV: 0.2, contactsV: 0.23, sourceV: 0, totalV: 1, budgetV: 0.3 }),
    ).toBe(false);
  });
});
