import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applied, countingIds, furtherIds, testTruck } from '../../demo/testUnit.ts';
import { UnitBuilder } from '../../demo/unitBuilder.ts';
import { bodyOf, carriedBy } from '../body/index.ts';
import type { Build } from '../document/index.ts';
import { planRoutes } from '../planning/index.ts';

import { bundleMm, grommetFor, loomFor } from './bundles.ts';
import { CLEARANCE_MM, segmentDistanceMm } from './clearance.ts';
import {
  bundlesOf,
  distanceMm,
  elementPlaces,
  planLengths,
  runsOf,
  segmentsOf,
  throughNode,
  wireRoutes,
} from './routes.ts';

const newId = furtherIds();

const SWITCH = { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 } as const;

function routedTruck(): Build {
  const unit = testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 })
    .feed({ name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1 R1 L2 R2', control: SWITCH });
  return applied(unit.build, [planRoutes(unit.build, bodyOf(unit.build), newId)!]);
}

describe('bundles', () => {
  // Tightest circles round N equal ones, closed forms (reference of packings, from memory); in wire diameters.
  it.each([
    [2, 2],
    [3, 2.1547],
    [4, 2.4142],
    [5, 2.7013],
    [6, 3],
    [7, 3],
    [8, 3.3048],
    [9, 3.6131],
    [19, 4.8637],
  ])('%i equal wires are never thinner together than the tightest circle round them', (count, tightest) => {
    const diameter = bundleMm(Array.from({ length: count }, () => 1));
    expect(diameter).toBeGreaterThanOrEqual(tightest - 1e-3);
    expect(diameter).toBeLessThan(tightest * 1.08);
    expect(diameter).toBeGreaterThanOrEqual(1.2 * Math.sqrt(count) - 1e-9);
  });

  it('one more wire never makes a bundle thinner, and no bundle is thinner than its thickest two', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1, max: 9, noNaN: true }), { minLength: 2, maxLength: 20 }), (wires) => {
        const [first, second] = [...wires].sort((a, b) => b - a);
        expect(bundleMm(wires)).toBeGreaterThanOrEqual(first! + second! - 1e-6);
      }),
    );
  });

  it('loom and grommet are the next that take it', () => {
    expect(loomFor(4.4)).toBe(5);
    expect(loomFor(4.6)).toBe(7);
    expect(loomFor(60)).toBeNull();
    expect(grommetFor(6.3)).toEqual({ boreMm: 7, holeMm: 10 });
    expect(grommetFor(6.5)).toEqual({ boreMm: 10, holeMm: 13 });
    expect(grommetFor(50)).toBeNull();
  });
});

describe('the first routes of a unit', () => {
  const build = routedTruck();
  const body = bodyOf(build);
  const routes = wireRoutes(build, body);

  it('reach every lamp from the panel, in one piece', () => {
    const load = (tag: string) => {
      const lamp = Object.values(build.lamps).find((each) => each.tag === tag)!;
      return Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lamp.id)!.id;
    };
    expect(Object.values(build.routeLinks).length).toBeGreaterThanOrEqual(Object.values(build.routeNodes).length - 1);
    expect(routes.length).toBeGreaterThan(0);
    expect(routes.some(({ run }) => run.to === load('L2') || run.from === load('L2'))).toBe(true);
    for (const route of routes) {
      expect(route.linkIds).toHaveLength(route.nodeIds.length - 1);
      expect(route.neededMm).toBeGreaterThan(route.alongMm + route.offMm);
    }
  });

  it('leave the cab by one of its passes and keep clear of what is hot', () => {
    const passes = Object.values(build.routeNodes).filter((node) => node.pass !== null);
    expect(passes.map((node) => node.name)).toHaveLength(1);
    expect(body.passes.map((pass) => pass.name)).toContain(passes[0]!.name);
    const { runs, diameterMm } = throughNode(build, routes, passes[0]!.id);
    expect(runs.length).toBeGreaterThan(0);
    expect(diameterMm).toBeGreaterThan(1);
    for (const node of Object.values(build.routeNodes))
      if (!node.pass)
        for (const zone of body.zones.filter((each) => each.kind === 'hot'))
          expect(segmentDistanceMm(zone, node.position, node.position)).toBeGreaterThanOrEqual(CLEARANCE_MM.hot! - 1);
  });

  it('are the shortest over the points: no way is longer than any other found by trying them all', () => {
    const segments = segmentsOf(build, body);
    // Bellman and Ford, as an independent second way to the same lengths.
    const from = routes[0]!.nodeIds[0]!;
    const best = new Map([[from, 0]]);
    for (let round = 0; round < Object.keys(build.routeNodes).length; round++)
      for (const { a, b, lengthMm } of segments)
        for (const [x, y] of [
          [a.id, b.id],
          [b.id, a.id],
        ] as const) {
          const reach = (best.get(x) ?? Number.POSITIVE_INFINITY) + lengthMm;
          if (reach < (best.get(y) ?? Number.POSITIVE_INFINITY)) best.set(y, reach);
        }
    for (const route of routes.filter((each) => each.nodeIds[0] === from))
      expect(route.alongMm).toBeCloseTo(best.get(route.nodeIds.at(-1)!)!, 6);
  });

  it('give the cut lengths; a moved clip lengthens what runs over it and nothing else', () => {
    const cut = applied(build, [planLengths(build, routes)!]);
    expect(planLengths(cut, wireRoutes(cut, body))).toBeNull();
    for (const { run, neededMm } of wireRoutes(cut, body)) expect(run.lengthMm).toBeCloseTo(neededMm, 6);
    const busiest = [...bundlesOf(cut, body)].sort((a, b) => b.runs.length - a.runs.length)[0]!;
    const node = busiest.b;
    const moved = applied(cut, [
      {
        kind: 'editRouteNode',
        nodeId: node.id,
        changes: { position: { ...node.position, zMm: node.position.zMm + 300 } },
      },
    ]);
    const before = new Map(wireRoutes(cut, body).map((route) => [route.run.wireIds.join(), route]));
    let longer = 0;
    for (const route of wireRoutes(moved, body)) {
      const old = before.get(route.run.wireIds.join())!;
      if (old.nodeIds.includes(node.id)) longer += Number(route.neededMm !== old.neededMm);
      else expect(route.neededMm).toBe(old.neededMm);
    }
    expect(longer).toBeGreaterThan(0);
  });
});

describe('a joint on the way', () => {
  const unit = new UnitBuilder(
    { tag: 'TT-02', name: 'Tilt trailer', bodyId: 'tilt-trailer', alternatorA: 0 },
    countingIds(),
    '2026-01-05T10:00:00.000Z',
    'test',
  );
  unit.slots(1, [{ label: 'P4', ratingA: 20, limitA: 25, volts: [12.7, 12.6] }]);
  unit
    .lamp('ST-0302', 'left', { xMm: 4700, yMm: 1, zMm: 880 })
    .feed({ name: 'Sides', pattern: 'double', wanted: 'always', slot: 'P4', tags: 'L1 R1', control: SWITCH });
  const body = bodyOf(unit.build);
  const joint = body.joints[0]!;

  it('asks for the chord of its travel: by hand from the radius and the angle', () => {
    const at = Math.max(...joint.positions.map((position) => Math.abs(position.at)));
    const rider = { xMm: 5000, yMm: 0, zMm: 900 };
    const carried = carriedBy(joint, at, rider);
    if (joint.motion.kind !== 'turn') throw new Error('the bed of the trailer tilts');
    const radius = Math.hypot(rider.xMm - joint.motion.pivot[0], rider.zMm - joint.motion.pivot[1]);
    expect(distanceMm(rider, carried)).toBeCloseTo(2 * radius * Math.sin((at / 2) * (Math.PI / 180)), 6);
  });

  it('the run over it is cut longer than the run is at rest', () => {
    const build = applied(unit.build, [planRoutes(unit.build, body, newId)!]);
    const crossing = segmentsOf(build, body).filter((segment) => segment.joints.length > 0);
    expect(crossing.length).toBeGreaterThan(0);
    for (const segment of crossing) expect(segment.slackMm).toBeGreaterThan(0);
    const over = wireRoutes(build, body).filter((route) => route.joints.length > 0);
    expect(over.length).toBeGreaterThan(0);
    for (const route of over) expect(route.neededMm).toBeGreaterThan(route.alongMm + route.offMm + route.slackMm);
  });
});

describe('runs', () => {
  it('a splice in a line ends no run, one that branches does', () => {
    const build = routedTruck();
    const count = runsOf(build).length;
    const branch = Object.values(build.wires).find(({ to }) => build.elements[to.elementId]?.kind === 'lampLoad')!;
    const spliced = applied(build, [
      {
        kind: 'insertPart',
        wireId: branch.id,
        part: { id: newId(), kind: 'splice', name: 'Loom end' },
        near: 'join',
        far: 'join',
        nearMm: branch.lengthMm / 2,
        newWireId: newId(),
      },
    ]);
    expect(Object.keys(spliced.wires)).toHaveLength(Object.keys(build.wires).length + 1);
    expect(runsOf(spliced)).toHaveLength(count);
    expect(runsOf(spliced).find((run) => run.wireIds.includes(branch.id))!.lengthMm).toBeCloseTo(branch.lengthMm, 9);
  });
});

describe('where joints of a run are', () => {
  const placeOf = (build: Build, name: string) => {
    const splice = Object.values(build.elements).find((element) => element.name === name)!;
    return elementPlaces(build).get(splice.id)!;
  };

  it('both crimps of a pair sit where the run passes between the two', () => {
    const build = routedTruck();
    for (const name of ['Splice at L1', 'Splice at R1']) {
      expect(placeOf(build, name).yMm).toBeCloseTo(0, 6);
      expect(placeOf(build, name).xMm).toBeCloseTo(2900, 6);
    }
    const [one, other] = ['Splice at L1', 'Splice at R1'].map(
      (name) => Object.values(build.elements).find((element) => element.name === name)!.id,
    );
    const between = Object.values(build.wires).find(({ from, to }) =>
      [one, other].every((id) => from.elementId === id || to.elementId === id),
    )!;
    expect(between.lengthMm).toBeLessThanOrEqual(100);
  });

  it('lamps that are no pair are tapped each beside itself', () => {
    const unit = testTruck();
    for (const yMm of [-800, -200, 300]) unit.lamp('MK-0103', 'front', { yMm, zMm: 2530 }, { single: true });
    const tags = Object.values(unit.build.lamps).map(({ tag }) => tag);
    const { build } = unit.feed({
      name: 'Warn',
      pattern: 'quad',
      wanted: 'always',
      slot: 'hot',
      tags: tags.join(' '),
      control: SWITCH,
    });
    const splices = Object.values(build.elements).filter(({ kind }) => kind === 'splice');
    expect(splices).toHaveLength(2);
    const places = elementPlaces(build);
    const lamps = Object.values(build.lamps).map(({ position }) => position.yMm);
    // The first sits at its lamp; the last lamp hangs on the joint before it, which is pulled half way there.
    expect(splices.filter(({ id }) => lamps.includes(places.get(id)!.yMm))).toHaveLength(1);
  });

  it('a lamp that is gone pulls nothing', () => {
    const build = { ...routedTruck(), lamps: {} };
    for (const place of elementPlaces(build).values()) expect(Number.isFinite(place.xMm)).toBe(true);
  });
});
