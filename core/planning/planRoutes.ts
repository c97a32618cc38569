/**
 * A first way for a unit's wires: out of the cab by the pass nearest to the panel, along one side of the frame, and off
 * to the lamps at each station. The crew then moves its points to where clips and tubes really are.
 */

import { type Body, type Joint, type Pass, partUnder } from '../body/index.ts';
import {
  type Build,
  type Id,
  type Lamp,
  lights,
  type OperationDraft,
  type Position,
  type RouteNode,
} from '../document/index.ts';
import { thingsWithPlaces } from '../graph/index.ts';
import { clearOf, distanceMm, grommetFor, legsMm, wayRound, zonesNear } from '../harness/index.ts';
import type { Millimetres } from '../units/index.ts';

/** Lamps within this along the unit leave the trunk at one point. */
const STATION_MM = 700;
/** The trunk lies this part of the width off the centreline, where frame rails are (common practice, no source). */
const TRUNK_RATIO = 0.22;
/** A pass that takes more wire than this to reach the trunk is no help. */
const MAX_LEAD_MM = 6000;
/** A way through a wall this near to a station of the trunk is on the way to its lamps. */
const WALL_REACH_MM = 800;
/** Branches end this far inside the skin. */
const INSIDE_MM = 60;
/** Clips along a straight way are no farther apart than this on a drawing. */
const LONGEST_STRETCH_MM = 1600;

type Drafted = Omit<RouteNode, 'id'>;

interface Station {
  xMm: Millimetres;
  lamps: Lamp[];
}

function stationsOf(lamps: readonly Lamp[]): Station[] {
  const stations: Station[] = [];
  for (const lamp of [...lamps].sort((a, b) => a.position.xMm - b.position.xMm)) {
    const last = stations.at(-1);
    if (last && lamp.position.xMm - last.lamps[0]!.position.xMm <= STATION_MM) last.lamps.push(lamp);
    else stations.push({ xMm: 0, lamps: [lamp] });
  }
  for (const station of stations)
    station.xMm = station.lamps.reduce((sum, lamp) => sum + lamp.position.xMm, 0) / station.lamps.length;
  return stations;
}

/** The joint on whose moving part a lamp sits, if any. */
const jointUnder = (body: Body, lamp: Lamp): Joint | null => {
  const part = partUnder(body, lamp.face, lamp.position);
  return (part && body.joints.find((joint) => joint.partIds.includes(part.id))) ?? null;
};

/** Height of the trunk: under the lamps and above the axles. */
function trunkHeight(lamps: readonly Lamp[], body: Body): number {
  const lowest = Math.min(...lamps.map((lamp) => lamp.position.zMm));
  return Math.round(Math.min(Math.max(lowest - 80, body.heightMm * 0.22), lowest + 200) / 10) * 10;
}

/** A pass as a point: a plug or grommet that is there has the bore of what fits its hole. */
function asNode({ name, position, kind, diameterMm, wet }: Pass): Drafted {
  const has = kind === 'hole' ? null : grommetFor(0, diameterMm);
  return {
    name,
    position,
    pass: { holeMm: has?.holeMm ?? diameterMm, boreMm: has?.boreMm ?? null, sealed: has !== null, wet },
    jointId: null,
  };
}

/** Gathers points and segments; the same point asked for twice is one. */
class RouteBuilder {
  readonly nodes: RouteNode[] = [];
  readonly links: { id: Id; a: Id; b: Id }[] = [];

  constructor(
    private readonly body: Body,
    private readonly newId: () => Id,
  ) {}

  /** A point that may be moved a little, so that it is clear of what would harm it. */
  free(drafted: Drafted): RouteNode {
    return this.node({ ...drafted, position: clearOf(this.body.zones, drafted.position) });
  }

  node(drafted: Drafted): RouteNode {
    const known = this.nodes.find((node) => distanceMm(node.position, drafted.position) < 1);
    if (known) return known;
    const node = { id: this.newId(), ...drafted };
    this.nodes.push(node);
    return node;
  }

  link(a: RouteNode, b: RouteNode): void {
    if (a === b) return;
    this.links.push({ id: this.newId(), a: a.id, b: b.id });
  }

  /** A way clear of what would harm it, with a clip wherever it would be too long to hold. */
  run(a: RouteNode, b: RouteNode, name: string): void {
    let from = a;
    const corners = wayRound(this.body.zones, a.position, b.position) ?? [];
    for (const [index, position] of corners.entries()) {
      const corner = this.node({ name: `${name}, corner ${index + 1}`, position, pass: null, jointId: a.jointId });
      this.straight(from, corner, name);
      from = corner;
    }
    this.straight(from, b, name);
  }

  private straight(a: RouteNode, b: RouteNode, name: string): void {
    const pieces = Math.max(1, Math.ceil(distanceMm(a.position, b.position) / LONGEST_STRETCH_MM));
    let from = a;
    for (let piece = 1; piece < pieces; piece++) {
      const part = piece / pieces;
      const between = (axis: keyof Position) =>
        Math.round(a.position[axis] + (b.position[axis] - a.position[axis]) * part);
      const held = this.node({
        name: `${name}, clip ${piece}`,
        position: { xMm: between('xMm'), yMm: between('yMm'), zMm: between('zMm') },
        pass: null,
        jointId: a.jointId === b.jointId ? a.jointId : null,
      });
      this.link(from, held);
      from = held;
    }
    this.link(from, b);
  }
}

const clip = (
  name: string,
  xMm: Millimetres,
  yMm: Millimetres,
  zMm: Millimetres,
  jointId: Id | null = null,
): Drafted => ({
  name,
  position: { xMm: Math.round(xMm), yMm: Math.round(yMm), zMm: Math.round(zMm) },
  pass: null,
  jointId,
});

/** The operation that lays first routes for every lamp of a unit; null when nothing is placed. */
export function planRoutes(build: Build, body: Body, newId: () => Id): OperationDraft | null {
  const lamps = lights(build);
  if (lamps.length === 0) return null;
  const routes = new RouteBuilder(body, newId);
  const panel = build.fusePanel.position;
  const side = panel.yMm < 0 ? -1 : 1;
  const trunkY = side * body.widthMm * TRUNK_RATIO;
  const trunkZ = trunkHeight(lamps, body);
  const stations = stationsOf(lamps);
  const panelNode = routes.node(clip(build.fusePanel.name || 'Panel', panel.xMm, panel.yMm, panel.zMm));
  const trunkAt = (xMm: Millimetres): Position => ({ xMm, yMm: trunkY, zMm: trunkZ });
  // A panel in a cab has a wall before it; a junction box on a drawbar has not.
  const pass = body.hasEngine ? nearestPass(body, panel, trunkAt) : null;
  const walls = new Set(pass ? [] : body.passes);
  const startX = pass?.position.xMm ?? panel.xMm;
  const start = routes.free(clip('Trunk', startX, trunkY, trunkZ));
  if (pass) {
    const through = routes.node(asNode(pass));
    routes.run(panelNode, through, 'Panel');
    routes.run(through, start, 'To the trunk');
  } else routes.run(panelNode, start, 'Panel');
  leadToThings(routes, build, panelNode, start);
  for (const chain of [
    stations.filter((station) => station.xMm < startX).reverse(),
    stations.filter((station) => station.xMm >= startX),
  ]) {
    let from = start;
    for (const station of chain) {
      const joint = station.lamps.map((lamp) => jointUnder(body, lamp)).find((each) => each !== null) ?? null;
      const at = routes.free(
        clip(`Trunk at ${(station.xMm / 1000).toFixed(1)} m`, station.xMm, trunkY, trunkZ, joint?.id ?? null),
      );
      const wall = [...walls].find((each) => legsMm(each.position, at.position) <= WALL_REACH_MM);
      if (wall) {
        walls.delete(wall);
        const through = routes.node(asNode(wall));
        routes.run(from, through, 'Trunk');
        from = through;
      }
      routes.run(from, at, 'Trunk');
      from = at;
      branch(routes, body, station, at);
    }
  }
  return { kind: 'putRoute', nodes: routes.nodes, links: routes.links, dropLinks: [] };
}

/** From where things sit to the nearer of panel and trunk: switches are in the cab, a battery is mostly outside it. */
function leadToThings(routes: RouteBuilder, build: Build, panel: RouteNode, trunk: RouteNode): void {
  for (const { key, name, position, isSaid } of thingsWithPlaces(build)) {
    if (key === 'panel' || !isSaid) continue;
    const { xMm, yMm, zMm } = position;
    const here = routes.node(clip(name, xMm, yMm, zMm));
    const isNearTrunk = legsMm(position, trunk.position) < legsMm(position, panel.position);
    const isInside = build.controls[key] !== undefined;
    routes.run(here, !isInside && (key === 'battery' || isNearTrunk) ? trunk : panel, name);
  }
}

/** From the trunk to the lamps of one station: up, and then across to either side. */
function branch(routes: RouteBuilder, body: Body, station: Station, trunk: RouteNode): void {
  const levels = new Map<number, Lamp[]>();
  for (const lamp of station.lamps) {
    const level = [...levels.keys()].find((z) => Math.abs(z - lamp.position.zMm) < 350) ?? lamp.position.zMm;
    levels.set(level, [...(levels.get(level) ?? []), lamp]);
  }
  const { xMm, yMm } = trunk.position;
  for (const [zMm, lamps] of levels) {
    const jointId = lamps.map((lamp) => jointUnder(body, lamp)?.id).find(Boolean) ?? null;
    const riser = routes.free(clip(`Riser at ${(xMm / 1000).toFixed(1)} m`, xMm, yMm, zMm, jointId));
    routes.run(trunk, riser, 'Riser');
    for (const sideways of [1, -1]) {
      const here = lamps.filter((lamp) => Math.sign(lamp.position.yMm) === sideways);
      if (here.length === 0) continue;
      const farthest = Math.max(...here.map((lamp) => Math.abs(lamp.position.yMm))) - INSIDE_MM;
      const end = routes.node(
        clip(
          `${sideways > 0 ? 'Left' : 'Right'} at ${(xMm / 1000).toFixed(1)} m`,
          xMm,
          sideways * Math.max(0, farthest),
          zMm,
          jointId,
        ),
      );
      routes.run(riser, end, 'Branch');
    }
  }
}

/** The way through a wall that brings wire from the panel to the trunk with least of it; one that is clear, if any is. */
function nearestPass(body: Body, panel: Position, trunkAt: (xMm: Millimetres) => Position): Pass | null {
  const wireMm = ({ position }: Pass) => legsMm(panel, position) + legsMm(position, trunkAt(position.xMm));
  const isClear = (pass: Pass) => zonesNear(body.zones, pass.position, pass.position).length === 0;
  const best = [...body.passes].sort((a, b) => Number(isClear(b)) - Number(isClear(a)) || wireMm(a) - wireMm(b))[0];
  return best && wireMm(best) <= MAX_LEAD_MM ? best : null;
}
