import { describe, expect, it } from 'vitest';
import { SHELF } from '../../demo/shelf.ts';
import { countingIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { feedFigures } from '../circuit/index.ts';
import { Build, ShelfEntry } from '../document/index.ts';
import { showsFor } from '../flash/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { assess } from '../rules/index.ts';
import { operatorCard } from './operatorCard.ts';
import { overviewOf } from './overview.ts';
import { currentStage } from './stages.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const unit = (tag: string) => units.find((build) => build.unit.tag === tag)!;

describe('the demo world', () => {
  it('has valid builds only, and a shelf of at least forty lamps', () => {
    for (const build of units) expect(Build.safeParse(build).success, build.unit.tag).toBe(true);
    for (const entry of SHELF) expect(ShelfEntry.safeParse(entry).success, entry.model.key).toBe(true);
    expect(SHELF.length).toBeGreaterThanOrEqual(40);
    expect(new Set(SHELF.map((entry) => entry.model.key)).size).toBe(SHELF.length);
  });

  it('shows findings of several kinds', () => {
    const codes = new Set(units.flatMap((build) => assess(build).findings.map((finding) => finding.code)));
    for (const code of ['M1', 'M26', 'M30', 'M33', 'M41']) expect(codes).toContain(code);
  });

  it('stands at the stages it tells of', () => {
    const stageOf = (tag: string) => currentStage(overviewOf(unit(tag)).progress);
    expect(stageOf('SR-07')).toBe('build');
    expect(stageOf('SR-11')).toBe('prove');
    expect(stageOf('SR-14')).toBe('handover');
    expect(stageOf('SR-18')).toBe('feed');
  });
});

describe('a planned feed', () => {
  const truck = testTruck()
    .lamp('FL-0701', 'rear', { yMm: 930, zMm: 2240 })
    .feed({
      name: 'Floods',
      slot: null,
      tags: 'L1 R1',
      pattern: 'steady',
      wanted: 'always',
      relayA: 30,
      control: { name: 'Scene', kind: 'switch', signal: null, ratingA: 10 },
    });

  it('is read off the graph again with its lamps, control and source', () => {
    const [feed] = deriveFeeds(truck.build);
    expect(feed!.lamps.map((lamp) => lamp.tag).sort()).toEqual(['L1', 'R1']);
    expect(feed!.contacts[0]!.control.name).toBe('Scene');
    expect(feed!.source?.kind).toBe('stud');
  });

  it('fuses 6.6 A with 10 A (6.6 / 0.8 = 8.25) and keeps a lamp to work by within 10 %, in wire that one can lug', () => {
    const [feed] = deriveFeeds(truck.build);
    const figures = feedFigures(truck.build, feed!);
    expect(feed!.fuse.ratingA).toBe(10);
    expect(figures.dropPercent).toBeLessThanOrEqual(10);
    expect(Math.max(...figures.sections.map(({ wire }) => Number(wire.gauge)))).toBeLessThanOrEqual(2.5);
    expect(figures.limits.every((limit) => limit.limitA >= 10)).toBe(true);
  });

  it('drops more on a thinner wire and nothing else changes', () => {
    const [feed] = deriveFeeds(truck.build);
    const before = feedFigures(truck.build, feed!);
    truck.apply({ kind: 'editWires', wireIds: Object.keys(truck.build.wires), changes: { gauge: '0.5' } });
    const after = feedFigures(truck.build, deriveFeeds(truck.build)[0]!);
    expect(after.dropV).toBeGreaterThan(before.dropV * 1.3);
    expect(after.maximumA).toBe(before.maximumA);
  });
});

describe('should and would', () => {
  it('an upper function takes a lamp from a lower one, and gives it back', () => {
    const build = unit('SR-05');
    const control = (name: string) => Object.values(build.controls).find((each) => each.name === name)!.id;
    const tail = Object.values(build.lamps).find((lamp) => lamp.tag === 'L3')!.id;
    const running = showsFor(build, new Set([control('Running lights')]));
    const both = showsFor(build, new Set([control('Running lights'), control('Beacon switch')]));
    expect(running.get(tail)!.pattern.id).toBe('steady');
    expect(both.get(tail)!.pattern.id).toBe('quad');
  });

  it('finds lamps that should light but that no feed reaches', () => {
    // The tail strobe of SR-05 is on the beacon switch, its feed on the running lights; without those it stays dark.
    const build = unit('SR-05');
    const functions = Object.fromEntries(
      Object.entries(build.functions).filter(([, each]) => each.name !== 'Side markers'),
    );
    const stops = overviewOf({ ...build, functions }).stops;
    const stop = stops.find((each) => each.controls.some((control) => control.name === 'Beacon switch'))!;
    expect(stop.unlit.map((lamp) => lamp.tag).sort()).toEqual(['L3', 'R3']);
  });
});

describe('proving', () => {
  const build = unit('SR-11');
  const stop = overviewOf(build).stops.find((each) => each.points.some((point) => point.verdict !== null))!;

  it('judges what was read against the solved circuit', () => {
    expect(stop.state).toBe('pass');
  });

  it('expects less at the lamp when the battery is lower', () => {
    const volts = stop.points.find((point) => point.quantity === 'volts')!;
    const readings = Object.fromEntries(
      Object.entries(build.readings).map(([id, reading]) => [id, { ...reading, batteryV: 12.0 }]),
    );
    const lower = overviewOf({ ...build, readings }).stops.find((each) => each.key === stop.key)!;
    const again = lower.points.find((point) => point.quantity === 'volts')!;
    expect(again.expected.nominal).toBeLessThan(volts.expected.nominal - 0.5);
    expect(again.verdict).not.toBe('pass');
  });
});

describe('parts and card', () => {
  it('counts what the build holds', () => {
    const { parts } = overviewOf(unit('SR-07'));
    expect(parts.find((line) => line.key === 'ST-0301')).toMatchObject({ quantity: 4, use: 'L1 L4 R1 R4' });
    expect(parts.find((line) => line.key === 'missing corner-mount-kit:ST-0301')).toMatchObject({
      missing: true,
      quantity: 4,
    });
    expect(parts.find((line) => line.key === 'fuse blade 5')).toMatchObject({ quantity: 1 });
  });

  it('names every control once and every fuse with its place', () => {
    const build = unit('SR-07');
    const card = operatorCard(build, assess(build));
    expect(card.controls.map((row) => row.control.name).sort()).toEqual(
      Object.values(build.controls)
        .map((each) => each.name)
        .sort(),
    );
    expect(card.fuses.find((row) => row.feed === 'Corners')).toMatchObject({
      ratingA: 5,
      colour: 'tan',
      place: expect.stringMatching(/, slot 13 \(tap\)$/),
    });
  });

  it("leads to the unit's own fuse where that is what protects a lead", () => {
    const { build } = testTruck()
      .slots(2, [
        { label: 'brake', kind: 'pin', ratingA: 10, limitA: 10, volts: [0, 0], signal: 'brake', signalV: 12.4 },
      ])
      .lamp('SG-0404', 'rear', { yMm: 300, zMm: 900 })
      .feed(warnFeed('L1 R1', { name: 'High stop', slot: 'brake', pattern: 'steady' }));
    expect(operatorCard(build, assess(build)).fuses).toMatchObject([
      { feed: 'High stop', ratingA: 10, place: "Fuse panel, the unit's own ahead of pin brake" },
    ]);
  });
});
