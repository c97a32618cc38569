import { describe, expect, it } from 'vitest';
import { testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import type { Build } from '../document/index.ts';
import { restingVoltageV, solveSetting, stateSolver } from './compileNetwork.ts';

/** One lamp behind a relay whose coil is switched. */
const relayed = testTruck()
  .lamp('ST-0301', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true })
  .feed(warnFeed('L1', { pattern: 'double', control: { ...WARN_SWITCH, ratingA: 20 }, relayA: 30 })).build;
const controlId = Object.keys(relayed.controls)[0]!;
const at = (build: Build, systemVoltageV: 12 | 24): Build => ({
  ...build,
  electrics: { ...build.electrics, systemVoltageV },
  slots: Object.fromEntries(
    Object.entries(build.slots).map(([id, slot]) => [
      id,
      { ...slot, reading: { ...slot.reading, keyOffV: systemVoltageV, keyOnV: systemVoltageV } },
    ]),
  ),
});
const relay = Object.values(relayed.elements).find((element) => element.kind === 'relay')!;
const coilOf = (build: Build, batteryV: number) =>
  solveSetting(build, { keyOn: true, controlIds: new Set([controlId]), load: 'average', batteryV }).solution.elements[
    `${relay.id}:coil`
  ]!;
const lampA = (build: Build, batteryV: number): number => {
  const solver = stateSolver(build, { load: 'average', batteryV });
  const circuit = solver.solve({ keyOn: true, controlIds: new Set([controlId]) });
  const load = Object.values(build.elements).find((element) => element.kind === 'lampLoad')!;
  return Math.abs(circuit.stateOf(load.id)?.currentA ?? 0);
};

describe('a relay', () => {
  it('draws what such coils draw: 0.14 A at 12 V, 75 mA at 24 V (common practice, no source)', () => {
    // 90 ohm and 340 ohm, and next to nothing in wire and switch before them.
    expect(coilOf(relayed, 12.6).currentA).toBeCloseTo(12.6 / 90, 2);
    expect(coilOf(at(relayed, 24), 25.5).currentA).toBeCloseTo(25.5 / 340, 3);
  });

  /** The contact is looked at and not the light: an LED is dark below 8 V by itself. */
  const isClosed = (build: Build, batteryV: number): boolean => {
    const controlIds = new Set(Object.keys(build.controls));
    const { network } = solveSetting(build, { keyOn: true, controlIds, load: 'average', batteryV });
    return network.some(
      (element) => element.kind === 'switch' && element.closed && build.elements[element.id]?.kind === 'relay',
    );
  };

  it('pulls in at 0.65 of the system voltage and not below: 7.8 V of 12 V (common practice, no source)', () => {
    expect(isClosed(relayed, 7.9)).toBe(true);
    expect(isClosed(relayed, 7.7)).toBe(false);
  });

  it('lets the lamp light with its control on, and not with it off', () => {
    expect(lampA(relayed, 12.6)).toBeGreaterThan(0.05);
    const off = solveSetting(relayed, { keyOn: true, controlIds: new Set(), load: 'average' });
    expect(off.solution.elements[`${relay.id}:coil`]!.currentA).toBeCloseTo(0, 6);
  });
});

it('a battery at rest stands at 12.8 V, twice that at 24 V', () => {
  expect([restingVoltageV(12), restingVoltageV(24)]).toEqual([12.8, 25.6]);
});
