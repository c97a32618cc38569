import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../demo/testUnit.ts';
import type { UnitBuilder } from '../../demo/unitBuilder.ts';
import { bodyOf } from '../body/index.ts';
import { feedFigures, keptFigures } from '../circuit/index.ts';
import type { Build } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { planFuseBlock, planMoveLamps, planRoutes } from '../planning/index.ts';
import { assess } from '../rules/index.ts';
import { cutList } from './cutList.ts';
import { diagramOf, diagramSvg, PAPER_INK } from './diagram.ts';
import { jointList } from './jointList.ts';
import { bundleList, fuseMap, pinTables } from './wiringLists.ts';

const newId = furtherIds();

const SWITCH = { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 } as const;
const lamps = (): UnitBuilder =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 });
const truck = (): UnitBuilder =>
  lamps().feed({ name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1 L2 R2', control: SWITCH });
const assessed = (build: Build) => deriveFeeds(build).map((feed) => ({ feed, figures: feedFigures(build, feed) }));

describe('the joint list', () => {
  it('names every wire end exactly once', () => {
    const { build } = truck();
    const ends = jointList(build).flatMap((joint) => joint.leads.filter((lead) => /^W\d+ /.test(lead)));
    const tags = cutList(build).flatMap((line) => [line.tag, line.tag]);
    expect(ends.map((lead) => lead.split(' ')[0]).sort()).toEqual(tags.sort());
  });

  it('brings the wires of a splice together and adds the lead of the lamp at its end', () => {
    const joints = jointList(truck().build);
    const splice = joints.find((joint) => joint.at === 'Splice at L1' || joint.at === 'Splice at R1')!;
    expect(splice.leads).toHaveLength(3);
    const lamp = joints.find((joint) => joint.at === 'L1 +')!;
    expect(lamp.leads[1]).toMatch(/^L1 \w+ lead$/);
  });

  it('warns where the colour of a lead says something else', () => {
    const { build } = truck();
    const [key, model] = Object.entries(build.models)[0]!;
    const leads = [
      { colour: 'red', purpose: 'ground' as const },
      { colour: 'white', purpose: 'feed' as const },
      { colour: 'blue', purpose: 'program' as const },
    ];
    const joints = jointList({ ...build, models: { [key]: { ...model, leads } } });
    expect(joints.find((joint) => joint.at === 'L1 -')!.note).toBe('its red lead is ground');
    expect(joints.find((joint) => joint.at === 'L1 +')!.note).toBe('');
    expect(joints.filter((joint) => joint.fitting.startsWith('shrink cap')).map((joint) => joint.at)).toEqual([
      'L1 programming',
      'R1 programming',
      'L2 programming',
      'R2 programming',
    ]);
  });
});

describe('a fuse block', () => {
  const { blockId, operations } = planFuseBlock({ name: 'Ember block', ways: 6, mainA: 40, table: 'metric' }, newId);
  const blocked = () => {
    const unit = lamps();
    for (const operation of operations) unit.apply(operation);
    return unit
      .feed({
        name: 'Warn front',
        pattern: 'quad',
        wanted: 'always',
        slot: null,
        block: blockId,
        tags: 'L1 R1',
        control: SWITCH,
      })
      .feed({
        name: 'Warn rear',
        pattern: 'quad',
        wanted: 'always',
        slot: null,
        block: blockId,
        tags: 'L2 R2',
        control: { ...SWITCH, name: 'Warn rear' },
      });
  };

  it('guards its feeds by its own bolted fuse, through wire that carries it', () => {
    const { build } = blocked();
    const feeds = deriveFeeds(build);
    expect(feeds.map((feed) => [feed.fuse.name, feed.upstream.map((fuse) => fuse.ratingA)])).toEqual([
      ['Ember block', []],
      ['Warn front', [40]],
      ['Warn rear', [40]],
    ]);
    expect(assess(build).findings.filter((finding) => finding.severity === 'stop')).toEqual([]);
  });

  it('stands in the fuse map with what hangs on it', () => {
    const { build } = blocked();
    const map = fuseMap(build, assessed(build));
    expect(map.map(({ at, protects, family, ratingA, lamps: fed }) => [at, protects, family, ratingA, fed])).toEqual([
      ['at the battery stud', 'Ember block, all of it', 'midi', 40, ''],
      ['Ember block', 'Warn front', 'blade', 3, 'L1 R1'],
      ['Ember block', 'Warn rear', 'blade', 3, 'L2 R2'],
    ]);
  });
});

describe('lists of what is there', () => {
  it('the fuse map tells the slot a feed is tapped from', () => {
    const { build } = truck();
    const [own, unit] = fuseMap(build, assessed(build));
    expect(own).toMatchObject({ at: 'slot hot', protects: 'Warn', live: 'always hot' });
    expect(unit).toMatchObject({ at: 'slot hot', protects: "the unit's own, spare", ratingA: null });
  });

  it('pin tables name the wire on both halves and say which cavity to plug', () => {
    const unit = truck();
    const run = Object.values(unit.build.wires).find((wire) => wire.to.elementId && wire.colour === 'orange')!;
    const build = applied(unit.build, [
      {
        kind: 'insertPart',
        wireId: run.id,
        part: {
          id: newId(),
          kind: 'connector',
          name: 'Rear plug',
          pinsOf: '4-way flat',
          pins: 4,
          mated: true,
          ratingA: 15,
        },
        near: 'a2',
        far: 'b2',
        nearMm: 200,
        newWireId: newId(),
      },
    ]);
    const pins = pinTables(build);
    expect(pins.map((pin) => pin.note)).toEqual([
      'plug the cavity',
      'standard colour is brown',
      'plug the cavity',
      'plug the cavity',
    ]);
    expect(pins[1]!.standard).toBe('tail, markers, licence');
    expect(pins[1]!.supply).toMatch(/^W\d+ .* orange$/);
    expect(pins[1]!.lamps).toMatch(/^W\d+ .* orange$/);
    expect(pins[1]!.supply).not.toBe(pins[1]!.lamps);
  });

  it('sections of the bundle list hold the wires that pass them, thickest nearest to the panel', () => {
    const { build } = truck();
    const routed = applied(build, [planRoutes(build, bodyOf(build), newId)!]);
    const sections = bundleList(routed, bodyOf(routed));
    expect(sections.length).toBeGreaterThan(2);
    for (const section of sections) {
      expect(section.wires.split(' ')).toHaveLength(section.count);
      expect(section.loomMm).toBeGreaterThan(section.diameterMm);
    }
    expect(bundleList(build, bodyOf(build))).toEqual([]);
  });
});

describe('kept figures', () => {
  const volts = (build: Build) => deriveFeeds(build).map((feed) => keptFigures(build, feed).farLampV);

  it('follow whatever changes the circuit, and stay while a lamp only moves', () => {
    const { build } = truck();
    const first = keptFigures(build, deriveFeeds(build)[0]!);
    const [lampId] = Object.keys(build.lamps);
    const moved = applied(build, [
      {
        kind: 'moveLamps',
        moves: [{ lampId: lampId!, position: { ...build.lamps[lampId!]!.position, xMm: 3000 }, face: 'left' }],
      },
    ]);
    expect(keptFigures(moved, deriveFeeds(moved)[0]!)).toEqual({ ...first, farLamp: moved.lamps[first.farLamp!.id] });
    const thinner = applied(build, [
      { kind: 'editWires', wireIds: Object.keys(build.wires), changes: { gauge: '0.5' } },
    ]);
    expect(volts(thinner)[0]).toBeLessThan(volts(build)[0]! - 0.01);
    expect(volts(thinner)).toEqual(deriveFeeds(thinner).map((feed) => feedFigures(thinner, feed).farLampV));
    const lower = applied(build, [{ kind: 'setElectrics', changes: { batteryAh: 20 } }]);
    expect(volts(lower)).toEqual(deriveFeeds(lower).map((feed) => feedFigures(lower, feed).farLampV));
  });
});

describe('the diagram', () => {
  const options = { width: 900, ink: PAPER_INK, openId: 'all' } as const;

  it('shows every lamp once, on its own feed, and nothing outside its row', () => {
    const { build } = truck();
    const diagram = diagramOf(build, assessed(build), options);
    expect(diagram.rows.map((row) => row.lamps.map((spot) => spot.tag))).toEqual([['L1', 'L2', 'R1', 'R2']]);
    for (const row of diagram.rows)
      for (const spot of row.lamps) {
        expect(spot.y).toBeGreaterThan(row.top);
        expect(spot.y).toBeLessThan(row.top + row.height);
      }
  });

  it('keeps 60 lamps on 14 feeds apart: no two lamps closer than a tag is wide', () => {
    const unit = testTruck().slots(
      4,
      Array.from({ length: 14 }, (_, at) => ({
        label: `S${at}`,
        ratingA: null,
        limitA: 20,
        volts: [12.7, 12.6] as [number, number],
      })),
    );
    for (let at = 0; at < 30; at++) unit.lamp('MK-0101', 'left', { xMm: 900 + at * 180, yMm: 1, zMm: 760 });
    const tags = Array.from({ length: 30 }, (_, at) => [`L${at + 1}`, `R${at + 1}`]).flat();
    const sizes = [12, 8, 4, 4, 4, 4, 4, 4, 4, 4, 2, 2, 2, 2];
    let next = 0;
    for (const [at, size] of sizes.entries()) {
      unit.feed({
        name: `Feed ${at}`,
        pattern: 'steady',
        wanted: 'always',
        slot: `S${at}`,
        tags: tags.slice(next, next + size).join(' '),
        control: { ...SWITCH, name: `Switch ${at}` },
      });
      next += size;
    }
    const { build } = unit;
    const { rows } = diagramOf(build, assessed(build), { ...options, width: 860 });
    expect(rows).toHaveLength(14);
    const spots = rows.flatMap((row) => row.lamps);
    expect(spots).toHaveLength(60);
    for (const [at, spot] of spots.entries())
      for (const other of spots.slice(at + 1))
        expect(Math.abs(spot.x - other.x) >= 30 || Math.abs(spot.y - other.y) >= 18, `${spot.tag} ${other.tag}`).toBe(
          true,
        );
    for (const spot of spots) expect(spot.x).toBeLessThan(860 - 64 - 20);
  });

  it('writes names as text of the SVG, whatever is in them', () => {
    const { build } = truck();
    const fuse = deriveFeeds(build)[0]!.fuse;
    const renamed = applied(build, [{ kind: 'renameElement', elementId: fuse.id, name: 'Left & <right>' }]);
    const svg = diagramSvg(diagramOf(renamed, assessed(renamed), options), PAPER_INK, 'TT-01');
    expect(svg).toContain('Left &amp; &lt;right&gt;');
    expect(svg).not.toContain('<right>');
  });

  it('follows a lamp that is moved to another feed', () => {
    const unit = lamps()
      .feed({ name: 'One', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1', control: SWITCH })
      .feed({
        name: 'Two',
        pattern: 'quad',
        wanted: 'ignition',
        slot: 'key',
        tags: 'L2 R2',
        control: { ...SWITCH, name: 'Two' },
      });
    const [, two] = deriveFeeds(unit.build);
    const planned = planMoveLamps(unit.build, deriveFeeds(unit.build), unit.ids('R1'), two!.fuse.id, newId);
    if (!planned.ok) throw new Error(planned.reason.message);
    const build = applied(unit.build, planned.value);
    const { rows } = diagramOf(build, assessed(build), options);
    expect(rows.map((row) => row.lamps.map((spot) => spot.tag))).toEqual([['L1'], ['L2', 'R1', 'R2']]);
  });
});
