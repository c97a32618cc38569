import { describe, expect, it } from 'vitest';
import { countingIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { deriveFeeds } from '../graph/index.ts';
import { cutList, terminalColour, wireOrder } from '../harness/index.ts';
import { shortFigures } from '../protection/index.ts';
import { conductor, wireOuterMm } from '../units/index.ts';
import { batteryCourse, restingV, runningHours } from './battery/batteryCourse.ts';
import { energyFigures } from './battery/energy.ts';
import { compileNetwork } from './compileNetwork.ts';
import { FAMILIES, opensByS } from './fuses.ts';
import { solveCircuit } from './solver/solveCircuit.ts';
import { spiceDeck } from './solver/spice.ts';
import { ngspiceVoltages } from './testing/ngspice.ts';

const units = demoUnits(new Date('2026-01-05T08:00:00Z'), countingIds());
const wired = units.filter((build) => Object.keys(build.wires).length > 0);

describe('the netlist of every demo unit', () => {
  it.each(wired.map((build) => [build.unit.tag, build] as const))(
    '%s: ngspice gives the volts that the screen shows',
    (_, build) => {
      const controlIds = new Set(Object.keys(build.controls));
      const network = compileNetwork(build, { keyOn: true, controlIds, load: 'maximum' });
      const ours = solveCircuit(network);
      expect(ours.converged).toBe(true);
      const theirs = ngspiceVoltages(network, ours.nodes);
      for (const [node, volts] of Object.entries(theirs)) {
        if (ours.floating.includes(node)) continue;
        expect(Math.abs(volts - ours.nodes[node]!), node).toBeLessThan(1e-3);
      }
    },
  );

  it('with the current going backwards through a lamp, ngspice agrees too', () => {
    const build = wired.find((each) => each.unit.tag === 'SR-19')!;
    const brake = Object.values(build.controls).find((control) => control.name === 'Brake')!;
    const network = compileNetwork(build, { keyOn: true, controlIds: new Set([brake.id]), load: 'average' });
    const ours = solveCircuit(network);
    const theirs = ngspiceVoltages(network, ours.nodes);
    for (const [node, volts] of Object.entries(theirs))
      if (!ours.floating.includes(node)) expect(Math.abs(volts - ours.nodes[node]!), node).toBeLessThan(1e-3);
  });

  it('runs as it stands: a title, labelled cards, short names, an end', () => {
    const build = wired[0]!;
    const network = compileNetwork(build, { keyOn: true, controlIds: new Set(), load: 'average' });
    const deck = spiceDeck('SR-07', network, new Map([['battery', 'the battery']])).split('\n');
    expect(deck[0]).toBe('SR-07');
    expect(deck).toContain('* the battery');
    expect(deck.at(-2)).toBe('.end');
    for (const card of deck.filter((line) => /^[RVB]/.test(line))) expect(card).not.toMatch(/[0-9a-f]{8}-/);
  });
});

describe('the cut list', () => {
  const build = wired.find((each) => each.unit.tag === 'SR-07')!;
  const lines = cutList(build);

  it('has every wire once, feed by feed, with both ends named', () => {
    expect(lines.map((line) => line.wireId).sort()).toEqual(Object.keys(build.wires).sort());
    expect(lines[0]!.tag).toBe('W1');
    const order = lines.map((line) => line.feed);
    const firsts = order.filter((feed, index) => order.indexOf(feed) === index);
    expect(firsts).toEqual(deriveFeeds(build).map((feed) => feed.fuse.name));
    for (const { from, end } of lines) {
      expect(from.to.length).toBeGreaterThan(3);
      expect(end.stripMm).toBeGreaterThanOrEqual(5);
    }
  });

  it('adds up to the metres that have to be bought', () => {
    const total = Object.values(build.wires).reduce((sum, wire) => sum + wire.lengthMm, 0) / 1000;
    expect(wireOrder(lines).reduce((sum, each) => sum + each.lengthM, 0)).toBeCloseTo(total, 6);
    expect(wireOrder(lines).reduce((sum, each) => sum + each.pieces, 0)).toBe(lines.length);
  });

  it('terminals go by the usual ranges: red to 1.5, blue to 2.5, yellow to 6 mm2 (from memory)', () => {
    expect([0.5, 1.5, 2.5, 4, 6, 10].map(terminalColour)).toEqual(['red', 'red', 'blue', 'yellow', 'yellow', 'bare']);
  });

  it('thicker wire is never thinner outside', () => {
    const sizes = ['0.5', '0.75', '1', '1.5', '2.5', '4', '6', '10'].map((gauge) => conductor('metric', gauge).areaMm2);
    const outer = sizes.map(wireOuterMm);
    expect([...outer].sort((a, b) => a - b)).toEqual(outer);
    expect(wireOuterMm(1.5)).toBe(2.4);
  });
});

describe('the battery', () => {
  it('lasts its rated 20 hours at its own rate, and less than the ampere-hours say at a faster one (Peukert)', () => {
    expect(runningHours(100, 5, 0)).toBeCloseTo(20, 9);
    // t = 20 (100 / (20 x 20))^1.2, by hand: 20 x 0.25^1.2 = 3.789.
    expect(runningHours(100, 20, 0)).toBeCloseTo(3.789, 3);
    expect(runningHours(100, 20, 0)).toBeLessThan(5);
    expect(runningHours(100, 5, 0.5)).toBeCloseTo(10, 9);
    expect(runningHours(100, 0, 0)).toBe(Number.POSITIVE_INFINITY);
  });

  it('runs down along Peukert, is charged at a fifth of its ampere-hours at most, and is never more than full', () => {
    const course = (...loads: [hours: number, drawA: number, supplyA: number][]) =>
      batteryCourse({
        capacityAh: 100,
        systemVoltageV: 12,
        loads: loads.map(([hours, drawA, supplyA]) => ({ hours, drawA, supplyA })),
      });
    // Ten hours at its own 20 h rate take half of it; 12.2 V at rest, less 5 A x 8 mohm.
    const down = course([10, 5, 0]);
    expect(down[0]).toMatchObject({ hours: 0, chargeRatio: 1 });
    expect(down.at(-1)!.chargeRatio).toBeCloseTo(0.5, 9);
    expect(down.at(-1)!.terminalV).toBeCloseTo(12.2 - 0.04, 9);
    // An hour with 60 A to spare brings 20 A, of which 0.85 stay.
    expect(course([10, 5, 0], [1, 10, 70]).at(-1)!.chargeRatio).toBeCloseTo(0.67, 9);
    // With 10 A to spare it is those 10 A.
    expect(course([10, 5, 0], [1, 10, 20]).at(-1)!.chargeRatio).toBeCloseTo(0.585, 9);
    expect(course([1, 0, 90]).at(-1)!.chargeRatio).toBe(1);
    expect(course([1, 0, 90]).at(-1)!.terminalV).toBe(14.2);
    expect(course([60, 5, 0]).at(-1)).toMatchObject({ chargeRatio: 0 });
    const large = batteryCourse({ capacityAh: 100, systemVoltageV: 24, loads: [{ hours: 10, drawA: 5, supplyA: 0 }] });
    expect(large.at(-1)!.terminalV).toBeCloseTo(2 * 12.2 - 0.04, 9);
  });

  it('shows at rest what makers print of it', () => {
    expect([0, 0.25, 0.5, 0.75, 1].map(restingV)).toEqual([11.8, 12, 12.2, 12.45, 12.8]);
    expect(restingV(0.6)).toBeCloseTo(12.3, 9);
    expect([restingV(-1), restingV(2)]).toEqual([11.8, 12.8]);
  });

  it('draws with the key off what hangs on always-hot slots, and more with the key on', () => {
    const figures = energyFigures(wired.find((each) => each.unit.tag === 'SR-07')!);
    expect(figures.keyOffA).toBeGreaterThan(0);
    expect(figures.keyOnA).toBeGreaterThanOrEqual(figures.keyOffA - 1e-6);
    const [roadside, , parked] = figures.scenarios;
    expect(roadside!.leftRatio).toBeGreaterThan(parked!.leftRatio);
  });
});

describe('a short at the far lamp', () => {
  it('opens a blade within the limit that its current reaches (ISO 8820-3, from memory)', () => {
    expect(opensByS(10, 20)).toBe(5);
    expect(opensByS(10, 34.9)).toBe(5);
    expect(opensByS(10, 35)).toBe(0.5);
    expect(opensByS(10, 200)).toBe(0.1);
    expect(opensByS(10, 10.5)).toBe(Number.POSITIVE_INFINITY);
    for (const { timeCurrentLimits } of Object.values(FAMILIES))
      for (const [index, limit] of timeCurrentLimits.entries()) {
        expect(limit.notBeforeS).toBeLessThan(limit.byS);
        if (index > 0) expect(limit.byS).toBeLessThanOrEqual(timeCurrentLimits[index - 1]!.byS);
      }
  });

  it('is limited by battery, fuse and wire, as Ohm says by hand', () => {
    const unit = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
    unit.feed(warnFeed('L1 R1'));
    const [feed] = deriveFeeds(unit.build);
    const short = shortFigures(unit.build, feed!, feed!.lamps[0]!.id)!;
    const wireOhm = feed!.wires
      .filter(
        (wire) =>
          wire.to.elementId !==
          Object.values(unit.build.elements).find((e) => e.kind === 'lampLoad' && e.lampId === feed!.lamps[1]!.id)!.id,
      )
      .reduce((sum, wire) => sum + (conductor(wire.table, wire.gauge).resistance20OhmPerM * wire.lengthMm) / 1000, 0);
    const loopOhm = 0.008 + 0.1 / feed!.fuse.ratingA + wireOhm + 0.01;
    expect(short.currentA).toBeCloseTo(12.8 / loopOhm, 0);
    expect(short.opensByS).toBeLessThanOrEqual(0.5);
  });
});
