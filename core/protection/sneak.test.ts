import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../demo/testUnit.ts';
import type { UnitBuilder } from '../../demo/unitBuilder.ts';
import { compileNetwork, feedFigures, solveCircuit } from '../circuit/index.ts';
import type { Build, Id } from '../document/index.ts';
import { deriveFeeds, ownParts } from '../graph/index.ts';
import { planGroundSwitch, planOwnGround } from '../planning/index.ts';
import { sneakPaths } from './sneak.ts';

const newId = furtherIds();

/** Filament lamps on a stop feed and on a turn feed; one lamp more of the turn feed grounded where it sits. */
function rack(): { build: Build; stop: Id; turn: Id; plain: Id } {
  const unit: UnitBuilder = testTruck()
    .lamp('SG-0403', 'rear', { yMm: 300, zMm: 960 }, { single: true })
    .lamp('SG-0403', 'rear', { yMm: 600, zMm: 960 }, { single: true })
    .lamp('SG-0403', 'rear', { yMm: 900, zMm: 960 }, { single: true })
    .feed({
      name: 'Stop',
      slot: 'hot',
      tags: 'L1',
      pattern: 'steady',
      wanted: 'always',
      control: { name: 'Brake', kind: 'signal', signal: 'brake', ratingA: null },
    })
    .feed({
      name: 'Turn',
      slot: 'key',
      tags: 'L2 L3',
      pattern: 'turn',
      wanted: 'ignition',
      control: { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null },
    });
  const [stop, turn, plain] = ['L1', 'L2', 'L3'].map((tag) => unit.ids(tag)[0]!) as [Id, Id, Id];
  return { build: unit.build, stop, turn, plain };
}

/** Stop and one turn lamp come back through one switch in the ground, as a rack is wired. */
function shared(): ReturnType<typeof rack> {
  const made = rack();
  const planned = planGroundSwitch(
    made.build,
    [made.stop, made.turn],
    { name: 'Rack lamps', kind: 'switch', signal: null, ratingA: 10 },
    newId,
  );
  if (!planned.ok) throw new Error(planned.reason.message);
  return { ...made, build: applied(made.build, planned.value) };
}

const controlNamed = (build: Build, name: string): Id =>
  Object.values(build.controls).find((control) => control.name === name)!.id;

const currentOf = (build: Build, lampId: Id, on: string[]): number => {
  const network = compileNetwork(build, {
    keyOn: true,
    controlIds: new Set(on.map((name) => controlNamed(build, name))),
    load: 'maximum',
  });
  const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lampId)!;
  return solveCircuit(network).elements[load.id]?.currentA ?? 0;
};

describe('a switch on the ground side', () => {
  it('lights its lamps only when it is closed, and counts among the limits of its feeds', () => {
    const { build, stop, plain } = shared();
    expect(currentOf(build, stop, ['Brake', 'Rack lamps'])).toBeGreaterThan(1);
    expect(currentOf(build, plain, ['Left turn'])).toBeGreaterThan(1);
    const feed = deriveFeeds(build).find((each) => each.fuse.name === 'Stop')!;
    expect(feed.groundContacts.map(({ control }) => control.name)).toEqual(['Rack lamps']);
    expect(feedFigures(build, feed).limits.map((limit) => limit.name)).toContain('Rack lamps');
    expect(feedFigures(build, feed).farLampV).toBeGreaterThan(11.5);
  });

  it('stays when one of the feeds that share it is taken apart', () => {
    const { build } = shared();
    const feeds = deriveFeeds(build);
    const stop = feeds.find((each) => each.fuse.name === 'Stop')!;
    const rest = applied(build, [{ kind: 'removeFeed', ...ownParts(stop, feeds) }]);
    const turn = deriveFeeds(rest).find((each) => each.fuse.name === 'Turn')!;
    expect(turn.groundContacts.map(({ control }) => control.name)).toEqual(['Rack lamps']);
    expect(deriveFeeds(rest).some((each) => each.fuse.name === 'Stop')).toBe(false);
  });
});

describe('sneak paths', () => {
  it('none where every lamp has its own way to metal', () => {
    expect(sneakPaths(rack().build)).toEqual([]);
  });

  it('with the brake on and the rack off, current goes backwards through the turn lamp to the one that is grounded', () => {
    const { build, stop, turn, plain } = shared();
    const found = sneakPaths(build);
    expect(found.map(({ lamp }) => lamp.id).sort()).toEqual([stop, turn, plain].sort());
    const back = found.find(({ lamp }) => lamp.id === turn)!;
    expect(back.on).toEqual(['Brake']);
    expect(back.path).toEqual([
      'battery',
      'slot hot',
      'fuse Stop',
      'Brake',
      'L1',
      'L2',
      'L3',
      expect.stringMatching(/Ground/),
    ]);
    // Three filaments in series: a third of the current that one of them takes alone, less the wires.
    const alone = currentOf(build, stop, ['Brake', 'Rack lamps']);
    expect(back.currentA).toBeGreaterThan(alone * 0.3);
    expect(back.currentA).toBeLessThan(alone * 0.345);
  });

  it('a diode in the return of the turn lamp cures it, and the lamp still lights', () => {
    const { build, turn } = shared();
    const back = sneakPaths(build).find(({ lamp }) => lamp.id === turn)!;
    const cured = applied(build, [
      {
        kind: 'insertPart',
        wireId: back.backWireId!,
        part: { id: newId(), kind: 'diode', name: 'Diode at L2' },
        near: back.towards === 'to' ? 'anode' : 'cathode',
        far: back.towards === 'to' ? 'cathode' : 'anode',
        nearMm: 500,
        newWireId: newId(),
      },
    ]);
    expect(sneakPaths(cured)).toEqual([]);
    expect(currentOf(cured, turn, ['Left turn', 'Rack lamps'])).toBeGreaterThan(1);
    const feed = deriveFeeds(cured).find((each) => each.fuse.name === 'Turn')!;
    expect(feed.groundContacts.map(({ control }) => control.name)).toEqual(['Rack lamps']);
  });

  it('only a lamp that current enters by its ground is told by its ground wire: there a diode stops it', () => {
    const { build, stop, turn, plain } = shared();
    const found = sneakPaths(build);
    const of = (lampId: Id) => found.find(({ lamp }) => lamp.id === lampId)!;
    const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === turn)!;
    const wire = build.wires[of(turn).backWireId!]!;
    const ends = [wire.from, wire.to].map((end) => `${end.elementId === load.id ? 'lamp' : 'else'} ${end.terminal}`);
    expect(ends.filter((end) => end === 'lamp minus')).toHaveLength(1);
    expect(of(turn).towards).toBe(wire.from.elementId === load.id ? 'to' : 'from');
    expect([of(stop).backWireId, of(plain).backWireId]).toEqual([null, null]);
  });

  it('the state with the largest current is told, and what flows there is what Ohm says of the filaments in a row', () => {
    const { build, stop, turn, plain } = shared();
    const currents = new Map(sneakPaths(build).map(({ lamp, currentA }) => [lamp.id, currentA]));
    // One current goes through all three.
    expect(currents.get(stop)).toBeCloseTo(currents.get(turn)!, 6);
    expect(currents.get(turn)).toBeCloseTo(currents.get(plain)!, 6);
    const { maximumA } = build.models[build.lamps[stop]!.modelKey]!;
    const ratedV = 12.8;
    const filamentOhm = ratedV / maximumA;
    expect(currents.get(stop)).toBeLessThan(ratedV / (3 * filamentOhm));
    expect(currents.get(stop)).toBeGreaterThan((ratedV / (3 * filamentOhm)) * 0.93);
  });

  it('nothing strays with the key off from what is dead then, and the key is told', () => {
    const { build } = shared();
    for (const path of sneakPaths(build)) expect(path.on.length > 0 || path.keyOn).toBe(true);
  });

  it('so does a ground of its own', () => {
    const { build, turn } = shared();
    const cured = applied(build, planOwnGround(build, [turn], newId));
    expect(sneakPaths(cured)).toEqual([]);
    expect(currentOf(cured, turn, ['Left turn'])).toBeGreaterThan(1);
  });
});
