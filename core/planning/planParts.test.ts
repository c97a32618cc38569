import { describe, expect, it } from 'vitest';
import { applied, testTruck, WARN_SWITCH } from '../../demo/testUnit.ts';
import { feedFigures, solveSetting } from '../circuit/index.ts';
import { applyDrafts, type Build } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { planDiode, planFlashResistor, planPlug } from './planParts.ts';

const TURN = { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null } as const;
const unit = testTruck()
  .lamp('SG-0401', 'rear', { yMm: 1110, zMm: 972 })
  .feed({ name: 'Turn', pattern: 'turn', wanted: 'always', slot: 'hot', tags: 'L1', control: TURN, colour: 'yellow' });
const { build } = unit;
const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad')!;
const currents = (of: Build, on = true) => {
  const controlIds = new Set(on ? Object.keys(of.controls) : []);
  const { elements } = solveSetting(of, { keyOn: true, controlIds, load: 'maximum' }).solution;
  return { lampA: elements[load.id]!.currentA, fuseA: elements[deriveFeeds(of)[0]!.fuse.id]!.currentA };
};
const supply = deriveFeeds(build)[0]!.wires.find((wire) => wire.to.elementId === load.id)!;

describe('parts put into a circuit that is there', () => {
  it('a load resistor makes an LED lamp draw what a 21 W filament did, and its fuse and figures know of it', () => {
    const planned = planFlashResistor(build, deriveFeeds(build)[0]!)!;
    const with21W = applied(build, planned.operations);
    const before = currents(build);
    const after = currents(with21W);
    expect(before.fuseA).toBeLessThan(0.5);
    expect(after.fuseA).toBeGreaterThanOrEqual(21 / 12.8 - 0.05);
    expect(after.lampA).toBeCloseTo(before.lampA, 1);
    expect(planned.powerW).toBeCloseTo(12.8 ** 2 / planned.resistanceOhm, 6);
    const figures = feedFigures(with21W, deriveFeeds(with21W)[0]!);
    expect(figures.maximumA).toBeCloseTo(0.4 + 12.8 / planned.resistanceOhm, 6);
    expect(currents(with21W, false).fuseA).toBeLessThan(1e-3);
  });

  it('three lamps of a side have one together: 21 W less the three, by the next size that draws at least that', () => {
    const side = testTruck()
      .lamp('SG-0405', 'left', { xMm: 4000, yMm: 1, zMm: 900 }, { single: true })
      .lamp('SG-0405', 'left', { xMm: 4300, yMm: 1, zMm: 900 }, { single: true })
      .lamp('SG-0405', 'left', { xMm: 4600, yMm: 1, zMm: 900 }, { single: true })
      .feed({ name: 'Turn', pattern: 'turn', wanted: 'always', slot: 'hot', tags: 'L1 L2 L3', control: TURN });
    const drawnA = 3 * side.build.models['SG-0405']!.maximumA;
    const [feed] = deriveFeeds(side.build);
    const planned = planFlashResistor(side.build, feed!)!;
    const missingA = 21 / 12.8 - drawnA;
    expect(12.8 / planned.resistanceOhm).toBeGreaterThanOrEqual(missingA);
    // E12: the size above would draw too little.
    expect(12.8 / (planned.resistanceOhm * 1.23)).toBeLessThan(missingA);
    const withOne = applied(side.build, planned.operations);
    const [after] = deriveFeeds(withOne);
    expect(planFlashResistor(withOne, after!)).toBeNull();
    // At the start of the lead: the lamps lose no more than before, but for what the fuse and the switch now carry.
    const lostV = feedFigures(withOne, after!).dropV - feedFigures(side.build, feed!).dropV;
    expect(lostV).toBeGreaterThan(0);
    expect(lostV).toBeLessThan(0.1);
    // What the unit's own lamp still draws from the lead counts.
    const owing = (ownLoadA: number) => planFlashResistor(side.build, { ...feed!, slot: { ...feed!.slot!, ownLoadA } });
    expect(owing(missingA + 0.01)).toBeNull();
    expect(owing(missingA - 0.1)!.powerW).toBeLessThan(planned.powerW);
  });

  it('lamps that also strobe through a flasher have it ahead of that: it is cold while they strobe', () => {
    const flashed = testTruck()
      .lamp('SG-0401', 'rear', { yMm: 1110, zMm: 972 })
      .feed({ name: 'Turn', pattern: 'turn', wanted: 'always', slot: 'hot', tags: 'L1', control: TURN })
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true })
      .feed({ name: 'Strobes', pattern: 'quad', wanted: 'always', slot: 'key', tags: 'L2', control: WARN_SWITCH })
      .flashers({ tags: 'L1', slot: 'key', control: 'Warn', name: 'Tail strobes', pattern: 'quad' }).build;
    const turn = deriveFeeds(flashed).find(({ fuse }) => fuse.name === 'Turn')!;
    const { operations } = planFlashResistor(flashed, turn)!;
    const [made] = operations.flatMap((each) => (each.kind === 'assignFeed' ? [each] : []));
    const ends = made!.wires.flatMap(({ from, to }) => [from, to]).map(({ elementId }) => flashed.elements[elementId]);
    expect(ends.some((element) => element?.kind === 'flasher')).toBe(false);
    const after = applied(flashed, operations);
    const { solution } = solveSetting(after, {
      keyOn: true,
      controlIds: new Set(Object.values(after.controls).flatMap(({ id, name }) => (name === 'Warn' ? [id] : []))),
      load: 'maximum',
    });
    const resistor = made!.elements.find(({ kind }) => kind === 'resistor')!;
    expect(Math.abs(solution.elements[resistor.id]!.currentA)).toBeLessThan(1e-3);
  });

  it('no resistor for a lamp that draws enough already', () => {
    const filament = testTruck()
      .lamp('SG-0403', 'rear', { yMm: 1110, zMm: 972 })
      .feed({ name: 'Turn', pattern: 'turn', wanted: 'always', slot: 'hot', tags: 'L1', control: TURN });
    expect(planFlashResistor(filament.build, deriveFeeds(filament.build)[0]!)).toBeNull();
  });

  it('a plug keeps the lamp lit while it is mated, and its wire as long', () => {
    const plugged = applied(build, planPlug(build, supply.id, 'Tail plug'));
    const length = (of: Build) => Object.values(of.wires).reduce((sum, wire) => sum + wire.lengthMm, 0);
    expect(length(plugged)).toBe(length(build));
    expect(currents(plugged).lampA).toBeCloseTo(currents(build).lampA, 2);
    const plug = Object.values(plugged.elements).find((each) => each.kind === 'connector')!;
    const apart = applyDrafts(plugged, [{ kind: 'mateConnector', elementId: plug.id, mated: false }]);
    expect(apart.ok && currents(apart.value).lampA).toBeLessThan(1e-6);
  });

  it('a diode lets the lamp light for less than a volt', () => {
    const through = applied(build, planDiode(build, supply.id, 'Diode'));
    expect(currents(through).lampA).toBeGreaterThan(0.3);
    const dropOf = (of: Build) => feedFigures(of, deriveFeeds(of)[0]!).dropV;
    const lostV = dropOf(through) - dropOf(build);
    expect(lostV).toBeGreaterThan(0.4);
    expect(lostV).toBeLessThan(1);
  });
});
