import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { applied, countingIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import type { Build, OperationDraft } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { assess } from '../rules/index.ts';
import { checkReport } from './checkReport.ts';
import { deckReport } from './deckReport.ts';
import { type AskedFault, withFault } from './faults.ts';
import { UnknownName } from './names.ts';
import { AskedSetting, solveReport } from './solveReport.ts';
import { walkReport } from './walkReport.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const unit = (tag: string) => units.find((build) => build.unit.tag === tag)!;
const asked = (given: object): AskedSetting => AskedSetting.parse(given);
const solve = (build: Build, given: object) => solveReport(build, asked(given), 'settings.0');
const wired = units.filter((build) => Object.keys(build.wires).length > 0);

/** Two markers and their switch: by hand it is 0.1 A each. */
const markers = testTruck()
  .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .feed(warnFeed('L1 R1', { pattern: 'steady' })).build;

describe('a check', () => {
  it('names lamps, feeds and sources as people do', () => {
    const report = checkReport(unit('SR-07'));
    expect(report).toMatchObject({ tag: 'SR-07', schemaVersion: unit('SR-07').schemaVersion });
    const floods = report.feeds.find(({ name }) => name === 'Floods')!;
    expect(floods.source).toBe('Battery stud');
    expect(floods.fuse).toMatchObject({ ratingA: 10 });
    expect(report.findings.every(({ lamps }) => lamps.every((tag) => /^[FBLRT]\d+$/.test(tag)))).toBe(true);
  });

  it('adds up: each section costs what its current and copper say, and the drop is its three parts', () => {
    for (const build of wired)
      for (const { sections, drop } of checkReport(build).feeds) {
        expect(drop.wireV + drop.contactsV + drop.sourceV).toBeCloseTo(drop.totalV, 6);
        for (const each of sections) {
          expect(each.ampacityA, `${build.unit.tag} ${each.from}`).toBeGreaterThanOrEqual(each.protectedByA);
          expect(each.dropV).toBeGreaterThanOrEqual(0);
          expect(each.areaMm2).toBeCloseTo(Number(each.gauge.size), 9);
        }
      }
  });

  it('a joint has the area of all wires that meet in it', () => {
    const report = checkReport(markers);
    const splice = report.joints.find(({ at }) => at.startsWith('Splice'))!;
    expect(splice.wires).toHaveLength(3);
    expect(splice.areaMm2).toBeCloseTo(3 * 0.75, 9);
  });

  it('holes stand in the lamp’s face, each at the size of its mount', () => {
    const holes = checkReport(markers).holes.filter((hole) => hole.for === 'L1');
    const lamp = Object.values(markers.lamps).find(({ tag }) => tag === 'L1')!;
    expect(holes.length).toBeGreaterThan(0);
    for (const hole of holes) {
      expect(hole).toMatchObject({ face: 'left', diameterMm: 19 });
      expect(hole.position.yMm).toBe(lamp.position.yMm);
    }
  });

  it('a step says what it waits for and why', () => {
    const { steps } = checkReport(markers);
    const keys = new Set(steps.map(({ key }) => key));
    for (const step of steps) {
      expect(step.because).toHaveLength(step.after.length);
      expect(
        step.after.every((key) => keys.has(key)),
        step.key,
      ).toBe(true);
    }
    expect(steps.some(({ after }) => after.length > 0)).toBe(true);
  });

  it('no way out that is offered leaves its own finding or brings a stop', () => {
    for (const build of units) {
      const { findings } = checkReport(build);
      for (const finding of findings)
        for (const way of finding.waysOut) {
          const after = assess(applied(build, way.operations as OperationDraft[])).findings;
          const stops = (list: readonly { severity: string }[]) =>
            list.filter(({ severity }) => severity === 'stop').length;
          expect(stops(after), `${build.unit.tag} ${way.label}`).toBeLessThanOrEqual(stops(findings));
          expect(way.leaves.every(({ severity }) => severity !== 'stop')).toBe(true);
        }
    }
  }, 120_000);

  it('figures are numbers that JSON can say', () => {
    for (const build of units) expect(JSON.stringify(checkReport(build))).not.toMatch(/null,"ampacityA|NaN|Infinity/);
  }, 60_000);
});

describe('a solved setting', () => {
  it('lights what is on and nothing else, and signs its volts', () => {
    const on = solve(markers, { on: ['Warn'], batteryV: 12.6 });
    expect(on.lamps.L1).toMatchObject({ shows: 'lit' });
    expect(on.lamps.L1!.volts).toBeGreaterThan(12.4);
    expect(on.lamps.L1!.volts).toBeLessThan(12.6);
    expect(on.feeds.Warn!.amps).toBeCloseTo(on.lamps.L1!.amps + on.lamps.R1!.amps, 6);
    const off = solve(markers, { on: [] });
    expect(off.lamps.L1).toMatchObject({ shows: 'dark' });
    expect(Math.abs(off.feeds.Warn!.amps)).toBeLessThan(1e-6);
  });

  it('a running engine lifts the battery to 14.2 V (common practice)', () => {
    expect(solve(markers, { on: ['Warn'], key: 'running' }).lamps.L1!.volts).toBeGreaterThan(13.9);
  });

  it('the ground carries what came in', () => {
    const { grounds, feeds } = solve(markers, { on: ['Warn'] });
    expect(Object.values(grounds).reduce((sum, { amps }) => sum + amps, 0)).toBeCloseTo(feeds.Warn!.amps, 6);
  });

  it.each([
    ['openLamp', { lamp: 'L1' }, { L1: 'dark', R1: 'lit' }],
    ['openGround', { lamp: 'L1' }, { L1: 'dark', R1: 'lit' }],
    ['swappedLeads', { lamp: 'L1' }, { L1: 'dark', R1: 'lit' }],
  ] as const)('%s darkens that lamp alone', (kind, about, shows) => {
    const { lamps } = solve(markers, { on: ['Warn'], faults: [{ kind, ...about }] });
    for (const [tag, state] of Object.entries(shows)) expect(lamps[tag]!.shows, tag).toBe(state);
  });

  it('a lead chafed to metal opens its fuse, and says so', () => {
    const { lamps, warnings } = solve(markers, { on: ['Warn'], faults: [{ kind: 'shortToGround', lamp: 'L1' }] });
    expect(lamps.R1!.shows).toBe('dark');
    expect(warnings).toEqual([expect.stringMatching(/^Warn: 3 A opens at \d+\.\d A\.$/)]);
  });

  it('a joint costs its own resistance times the current', () => {
    const sound = solve(markers, { on: ['Warn'] });
    const poor = solve(markers, { on: ['Warn'], faults: [{ kind: 'jointOhms', lamp: 'L1', ohms: 2 }] });
    expect(sound.lamps.L1!.volts - poor.lamps.L1!.volts).toBeCloseTo(2 * poor.lamps.L1!.amps, 2);
  });

  it('names what is not there and what there is', () => {
    expect(() => solve(markers, { on: ['Wran'] })).toThrow('There is no control "Wran". There are: Warn.');
    expect(() => solve(markers, { faults: [{ kind: 'openLamp', lamp: 'B7' }] })).toThrow(UnknownName);
    expect(() => solve(markers, { signals: ['brake'] })).toThrow(/no signal "brake"/);
  });
});

describe('a deck', () => {
  /** Node voltages as ngspice prints them. */
  function simulated(deck: string): Map<string, number> {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'ember-deck-'));
    try {
      const file = path.join(folder, 'deck.cir');
      const options = '.control\nset numdgt=9\nop\nprint all\n.endc\n.end';
      writeFileSync(file, deck.replace('.op\n.end', options));
      const output = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' }).stdout;
      return new Map([...output.matchAll(/^(\S+) = (-?[\d.e+-]+)$/gm)].map((match) => [match[1]!, Number(match[2])]));
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }

  it.each(['SR-11', 'SR-07', 'SR-05'])('of %s gives ngspice the volts and amps that are solved here', (tag) => {
    const build = unit(tag);
    const on = Object.values(build.controls).flatMap(({ kind, name }) => (kind === 'signal' ? [] : [name]));
    const setting = { on, signals: [], key: 'on' as const, batteryV: 12.6 };
    const deck = deckReport(build, setting);
    const values = simulated(deck);
    const ours = solve(build, setting);
    let compared = 0;
    for (const [, lamp, plus, minus] of deck.matchAll(/^\* lamp (\S+) plus (\S+) minus (\S+)$/gm)) {
      const at = (node: string) => (node === '0' ? 0 : values.get(node.toLowerCase()));
      const [p, m] = [at(plus!), at(minus!)];
      if (p === undefined || m === undefined || ours.lamps[lamp!]!.shows === 'dark') continue;
      expect(p - m, lamp).toBeCloseTo(ours.lamps[lamp!]!.volts, 2);
      compared++;
    }
    expect(compared).toBeGreaterThan(2);
    let metered = 0;
    for (const [, name, meter] of deck.matchAll(/^\* feed (.+) ammeter V(\S+)$/gm)) {
      expect(values.get(`v${meter!.toLowerCase()}#branch`), name).toBeCloseTo(ours.feeds[name!]!.amps, 2);
      metered++;
    }
    expect(metered).toBe(deriveFeeds(build).length);
  });

  it('has an ammeter in a lead that is tapped without a fuse of the crew’s', () => {
    const { build } = testTruck()
      .slots(2, [
        {
          label: 'brake',
          kind: 'pin',
          ratingA: 10,
          limitA: 10,
          volts: [0, 0],
          signal: 'brake',
          signalV: 12.4,
        },
      ])
      .lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 })
      .feed(warnFeed('L1 R1', { name: 'High stop', slot: 'brake', pattern: 'steady' }));
    const setting = { on: [], signals: ['brake'], key: 'off' as const, batteryV: 12.6 };
    const values = simulated(deckReport(build, setting));
    const { amps } = solve(build, setting).feeds['High stop']!;
    expect(amps).toBeGreaterThan(0.1);
    expect(values.get('va_high_stop#branch')).toBeCloseTo(amps, 3);
  });

  it('uses letters, digits and underscores for names, and one element a line', () => {
    const lines = deckReport(markers, { on: ['Warn'], signals: [], key: 'on' }).split('\n');
    for (const line of lines
      .slice(1)
      .filter((each) => each !== '')
      .filter((each) => !/^[*.]/.test(each))) {
      const [name, ...nodes] = line.split(' ');
      expect(name).toMatch(/^[A-Za-z]\w*$/);
      for (const node of nodes.slice(0, 2)) expect(node).toMatch(/^\w+$/);
    }
  });
});

/** What takes long is gone through on the long run alone. */
const LARGE = process.env.EMBER_TORTURE ? ['SR-11'] : [];

describe('the walk', () => {
  /** Does whoever walks it as written, switch by switch, find a unit with a fault in it otherwise than it should be? */
  function isNoticed(build: Build, faulty: Build): boolean {
    const on = new Set<string>();
    return walkReport(build).stops.some((stop) => {
      for (const name of stop.switchOn) on.add(name);
      for (const name of stop.switchOff) on.delete(name);
      const is = solve(faulty, { on: [...on], signals: stop.signals, key: stop.key, batteryV: 12.6 });
      const seen = Object.entries(stop.see).some(
        ([tag, { shows }]) => (is.lamps[tag]!.shows === 'dark' ? 'dark' : 'lit') !== shows,
      );
      return (
        seen ||
        stop.readings.some(({ quantity, at, from, to, needed }) => {
          const value = quantity === 'volts' ? is.lamps[at]?.volts : is.feeds[at]?.amps;
          return needed && value !== undefined && (value < from || value > to);
        })
      );
    });
  }

  it.each(['SR-11', 'SR-07', 'SR-14'])('of %s: every sound reading is inside its range', (tag) => {
    const build = unit(tag);
    for (const stop of walkReport(build).stops)
      for (const { from, expected, to } of stop.readings) {
        expect(from).toBeLessThanOrEqual(expected);
        expect(to).toBeGreaterThanOrEqual(expected);
      }
    expect(isNoticed(build, build)).toBe(false);
  });

  it.each(['SR-02', 'SR-05', 'SR-09', 'SR-14', 'SR-19', ...LARGE])(
    'of %s: no lamp is open, ungrounded, shorted, turned about or behind a poor joint unnoticed',
    (tag) => {
      const build = unit(tag);
      const missed: string[] = [];
      for (const { tag: lamp } of Object.values(build.lamps)) {
        const faults: AskedFault[] = [
          { kind: 'openLamp', lamp },
          { kind: 'openGround', lamp },
          { kind: 'shortToGround', lamp },
          { kind: 'swappedLeads', lamp },
        ];
        for (const fault of faults) {
          let faulty: Build;
          try {
            faulty = withFault(build, fault, '');
          } catch {
            continue; // a lamp that nobody has wired yet
          }
          if (!isNoticed(build, faulty)) missed.push(`${fault.kind} ${lamp}`);
        }
      }
      expect(missed).toEqual([]);
    },
    60_000,
  );

  it.each(['SR-02', 'SR-14', ...LARGE])(
    'of %s: no wire is open, and no joint costs 0.3 V anywhere, unnoticed',
    (tag) => {
      const build = unit(tag);
      const { stops } = walkReport(build);
      const on = new Set<string>();
      const settings = stops.map((stop) => {
        for (const name of stop.switchOn) on.add(name);
        for (const name of stop.switchOff) on.delete(name);
        return { on: [...on], signals: stop.signals, key: stop.key, batteryV: 12.6 };
      });
      const sound = settings.map((setting) => solve(build, setting).lamps);
      const costV = (faulty: Build) =>
        Math.max(
          ...settings.flatMap((setting, at) =>
            Object.entries(solve(faulty, setting).lamps).map(([lamp, { volts }]) =>
              Math.abs(volts - sound[at]![lamp]!.volts),
            ),
          ),
        );
      const missed: string[] = [];
      let told = 0;
      for (const wireId of Object.keys(build.wires))
        for (const fault of [
          { kind: 'openWire', wireId },
          { kind: 'jointOhms', wireId, ohms: 0.5 },
        ] as AskedFault[]) {
          const faulty = withFault(build, fault, '');
          if (costV(faulty) < 0.3) continue;
          if (isNoticed(build, faulty)) told++;
          else missed.push(`${fault.kind} ${wireId}`);
        }
      expect(missed).toEqual([]);
      expect(told).toBeGreaterThanOrEqual(8);
    },
    60_000,
  );

  it('fuses are read by their rating', () => {
    expect(walkReport(unit('SR-07')).fuses).toContainEqual({ feed: 'Floods', ratingA: 10 });
  });
});
