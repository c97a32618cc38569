/**
 * Ways of wires along the body. Points and segments make a graph; each wire takes the shortest way over it between the
 * places of its two ends. Lengths, slack at joints and what runs together in each segment follow from that.
 */
import { type Body, carriedBy } from '../body/index.ts';
import type { Build, Id, Lamp, OperationDraft, Position, RouteLink, RouteNode, Wire } from '../document/index.ts';
import { placeKeyOf, placeOf, placeOfSource, wiresRun } from '../graph/index.ts';
import { conductor, type Millimetres, wireOuterMm } from '../units/index.ts';
import { bundleMm, loomFor } from './bundles.ts';
import { cutMm, END_ALLOWANCE_MM, legsMm } from './runs.ts';

/** Spare wire at each lamp, so that it can be taken off and joined again (common practice, no source). */
export const SERVICE_LOOP_MM = 120;
/** Wire that crosses a joint is given this much more than its travel asks for (common practice, no source). */
const JOINT_EASE_MM = 60;

export const distanceMm = (a: Position, b: Position): Millimetres =>
  Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm, a.zMm - b.zMm);

/**
 * Where every part of the circuit sits: lamps at their place, sources and switching where somebody said, and what hangs
 * between them where the lamps next to it are.
 */
export function elementPlaces(build: Build): Map<Id, Position> {
  const places = new Map<Id, Position>();
  for (const element of Object.values(build.elements)) {
    if (element.kind === 'lampLoad') {
      const lamp = build.lamps[element.lampId];
      if (lamp) places.set(element.id, lamp.position);
    } else if (element.kind === 'tap') places.set(element.id, placeOfSource(build, element.slotId));
    else {
      const key = placeKeyOf(element);
      if (key && !(element.kind === 'relay' && !build.places[key])) places.set(element.id, placeOf(build, key));
    }
  }
  placeBesideSupply(build, places);
  // A lamp's plug hangs at the lamp, and stands for it where wires meet.
  const standsFor = lampsOfPlugs(build);
  for (const [plugId, loadId] of standsFor) {
    const place = places.get(loadId);
    if (place) places.set(plugId, place);
  }
  const neighbours = new Map<Id, Id[]>();
  for (const { from, to } of Object.values(build.wires))
    for (const [here, there] of [
      [from.elementId, to.elementId],
      [to.elementId, from.elementId],
    ] as const)
      neighbours.set(here, [...(neighbours.get(here) ?? []), standsFor.get(there) ?? there]);
  // Lamps pull harder than the panel: a splice sits at its lamps, a ground beside them.
  const isLamp = (id: Id) => build.elements[id]?.kind === 'lampLoad';
  for (const onlyLamps of [true, false]) {
    let placed = true;
    while (placed) {
      placed = false;
      const round: [Id, Position][] = [];
      for (const id of Object.keys(build.elements)) {
        if (places.has(id)) continue;
        const beside = neighbours.get(id) ?? [];
        const pulled = onlyLamps ? [...beside.filter(isLamp), ...twinsBeyond(build, id, neighbours)] : beside;
        const near = pulled.filter((each) => places.has(each));
        if (near.length > 0) round.push([id, middle(near.map((each) => places.get(each)!))]);
      }
      for (const [id, place] of round) places.set(id, place);
      placed = round.length > 0 && !onlyLamps;
    }
  }
  return places;
}

/** Plugs whose lamp half goes to one lamp alone, with that lamp's part of the circuit. */
function lampsOfPlugs(build: Build): Map<Id, Id> {
  const behind = new Map<Id, Set<Id>>();
  for (const { from, to } of Object.values(build.wires))
    for (const [here, there] of [
      [from, to],
      [to, from],
    ] as const)
      if (build.elements[here.elementId]?.kind === 'connector' && here.terminal.startsWith('b'))
        behind.set(here.elementId, (behind.get(here.elementId) ?? new Set()).add(there.elementId));
  return new Map(
    [...behind].flatMap(([plugId, [first, ...more]]) =>
      first && more.length === 0 && build.elements[first]?.kind === 'lampLoad' ? [[plugId, first] as const] : [],
    ),
  );
}

/**
 * Twins of a splice's lamps that hang on the next splice: both crimps are made where the run passes between the two, one
 * beside the other.
 */
function twinsBeyond(build: Build, id: Id, neighbours: ReadonlyMap<Id, Id[]>): Id[] {
  const lampOf = (loadId: Id): Lamp | undefined => {
    const load = build.elements[loadId];
    return load?.kind === 'lampLoad' ? build.lamps[load.lampId] : undefined;
  };
  const isSplice = (each: Id) => build.elements[each]?.kind === 'splice';
  if (!isSplice(id)) return [];
  const beside = neighbours.get(id) ?? [];
  const pairs = new Set(beside.flatMap((each) => lampOf(each)?.pairId ?? []));
  return beside
    .filter(isSplice)
    .flatMap((next) => neighbours.get(next) ?? [])
    .filter((each) => pairs.has(lampOf(each)?.pairId ?? ''));
}

/** A fuse sits within a hand's width of what it is fed from, and a relay of which nobody said more beside its fuse. */
function placeBesideSupply(build: Build, places: Map<Id, Position>): void {
  const isBeside = (id: Id) => ['fuse', 'relay'].includes(build.elements[id]?.kind ?? '') && !places.has(id);
  let placed = true;
  while (placed) {
    placed = false;
    for (const { from, to } of Object.values(build.wires)) {
      const supply = places.get(from.elementId);
      if (!supply || !isBeside(to.elementId) || to.terminal !== 'in') continue;
      places.set(to.elementId, supply);
      placed = true;
    }
  }
  for (const id of Object.keys(build.elements)) if (isBeside(id)) places.set(id, build.fusePanel.position);
}

function middle(places: readonly Position[]): Position {
  const mean = (axis: keyof Position) => places.reduce((sum, place) => sum + place[axis], 0) / places.length;
  return { xMm: mean('xMm'), yMm: mean('yMm'), zMm: Math.min(...places.map((place) => place.zMm)) };
}

export interface Segment {
  link: RouteLink;
  a: RouteNode;
  b: RouteNode;
  lengthMm: Millimetres;
  /** More wire than the segment is long, for the travel of the joint that it crosses. */
  slackMm: Millimetres;
  /** Joints crossed, by name. */
  joints: string[];
}

/** How much farther apart the ends of a segment get over the travel of the joints that it crosses: chord by chord. */
function jointSlack(body: Body, a: RouteNode, b: RouteNode): { slackMm: Millimetres; joints: string[] } {
  if (a.jointId === b.jointId) return { slackMm: 0, joints: [] };
  const rest = distanceMm(a.position, b.position);
  let farthest = rest;
  const joints: string[] = [];
  for (const joint of body.joints) {
    const carries = [a, b].map((node) => node.jointId === joint.id);
    if (carries[0] === carries[1]) continue;
    joints.push(joint.name);
    for (const { at } of joint.positions) {
      const place = (node: RouteNode, moves: boolean) => (moves ? carriedBy(joint, at, node.position) : node.position);
      farthest = Math.max(farthest, distanceMm(place(a, carries[0]!), place(b, carries[1]!)));
    }
  }
  return { slackMm: joints.length > 0 ? farthest - rest + JOINT_EASE_MM : 0, joints };
}

/** All segments of a unit's routes, with their lengths. */
export function segmentsOf(build: Build, body: Body): Segment[] {
  return Object.values(build.routeLinks).flatMap((link): Segment[] => {
    const [a, b] = [build.routeNodes[link.a], build.routeNodes[link.b]];
    return a && b ? [{ link, a, b, lengthMm: distanceMm(a.position, b.position), ...jointSlack(body, a, b) }] : [];
  });
}

/** A run: one wire, or several in a line with parts between them at which nothing branches off. */
export interface Run {
  wireIds: Id[];
  from: Id;
  to: Id;
  lengthMm: Millimetres;
}

/** All runs of a build. A splice that extends a loom, a diode or a branch fuse in a line ends no run. */
export function runsOf(build: Build): Run[] {
  const byElement = new Map<Id, Wire[]>();
  const wires = wiresRun(build);
  for (const wire of wires)
    for (const id of [wire.from.elementId, wire.to.elementId]) byElement.set(id, [...(byElement.get(id) ?? []), wire]);
  const isInLine = (id: Id): boolean => {
    const kind = build.elements[id]?.kind;
    return (kind === 'splice' || kind === 'diode' || kind === 'resistor') && byElement.get(id)?.length === 2;
  };
  const done = new Set<Id>();
  const runs: Run[] = [];
  for (const wire of wires) {
    if (done.has(wire.id)) continue;
    done.add(wire.id);
    const run: Run = {
      wireIds: [wire.id],
      from: wire.from.elementId,
      to: wire.to.elementId,
      lengthMm: wire.lengthMm,
    };
    for (const end of ['from', 'to'] as const)
      while (isInLine(run[end])) {
        const next = byElement.get(run[end])!.find((each) => !done.has(each.id));
        if (!next) break;
        done.add(next.id);
        run.wireIds[end === 'from' ? 'unshift' : 'push'](next.id);
        run.lengthMm += next.lengthMm;
        run[end] = next.from.elementId === run[end] ? next.to.elementId : next.from.elementId;
      }
    runs.push(run);
  }
  return runs;
}

export interface WireRoute {
  run: Run;
  nodeIds: Id[];
  linkIds: Id[];
  /** Along the points of the route, and off it at both ends, mm. */
  alongMm: Millimetres;
  offMm: Millimetres;
  slackMm: Millimetres;
  loopMm: Millimetres;
  /** What to cut: all of it and the ends, to whole centimetres. */
  neededMm: Millimetres;
  /** Joints crossed, by name. */
  joints: string[];
}

interface Reached {
  lengthMm: Millimetres;
  via: Segment | null;
  from: Id | null;
}

/** Shortest lengths from a point of the ways to every other (Dijkstra 1959). */
function shortest(start: Id, segments: ReadonlyMap<Id, Segment[]>): Map<Id, Reached> {
  const reached = new Map<Id, Reached>([[start, { lengthMm: 0, via: null, from: null }]]);
  const open = new Set([start]);
  while (open.size > 0) {
    let nearest = '';
    for (const id of open) if (!nearest || reached.get(id)!.lengthMm < reached.get(nearest)!.lengthMm) nearest = id;
    open.delete(nearest);
    const here = reached.get(nearest)!.lengthMm;
    for (const via of segments.get(nearest) ?? []) {
      const next = via.a.id === nearest ? via.b.id : via.a.id;
      const lengthMm = here + via.lengthMm;
      if (lengthMm >= (reached.get(next)?.lengthMm ?? Number.POSITIVE_INFINITY)) continue;
      reached.set(next, { lengthMm, via, from: nearest });
      open.add(next);
    }
  }
  return reached;
}

/**
 * The way of every run that has one: both ends are led to the nearest point of the routes. Runs whose ends are nearest to
 * the same point (a tap and its fuse, a lamp and its ground) go straight and are left out.
 */
export function wireRoutes(build: Build, body: Body): WireRoute[] {
  const nodes = Object.values(build.routeNodes);
  if (nodes.length === 0) return [];
  const places = elementPlaces(build);
  const byNode = new Map<Id, Segment[]>();
  for (const segment of segmentsOf(build, body))
    for (const id of [segment.a.id, segment.b.id]) byNode.set(id, [...(byNode.get(id) ?? []), segment]);
  const nearestTo = (place: Position): RouteNode =>
    nodes.reduce((best, node) => (legsMm(node.position, place) < legsMm(best.position, place) ? node : best));
  const trees = new Map<Id, Map<Id, Reached>>();
  return runsOf(build).flatMap((run): WireRoute[] => {
    const [start, end] = [places.get(run.from), places.get(run.to)];
    if (!start || !end) return [];
    const [first, last] = [nearestTo(start), nearestTo(end)];
    if (first === last) return [];
    let tree = trees.get(first.id);
    if (!tree) {
      tree = shortest(first.id, byNode);
      trees.set(first.id, tree);
    }
    if (!tree.has(last.id)) return [];
    const route = traced(tree, last.id);
    const offMm = legsMm(start, first.position) + legsMm(end, last.position);
    const loops = [run.from, run.to].filter((id) => build.elements[id]?.kind === 'lampLoad').length;
    const loopMm = loops * SERVICE_LOOP_MM;
    const neededMm = cutMm(route.alongMm + offMm + route.slackMm + loopMm + 2 * END_ALLOWANCE_MM);
    return [{ run, ...route, offMm, loopMm, neededMm }];
  });
}

/** The operation that cuts every run to its route; null when all are. Ready looms keep their length. */
export function planLengths(build: Build, routes: readonly WireRoute[]): OperationDraft | null {
  const lengths = routes.flatMap(({ run, neededMm }) => {
    const differsMm = neededMm - run.lengthMm;
    const last = [...run.wireIds].reverse().find((id) => build.wires[id]!.loomLengthMm === null);
    if (!last || Math.abs(differsMm) < 1) return [];
    return [{ wireId: last, lengthMm: Math.max(END_ALLOWANCE_MM, build.wires[last]!.lengthMm + differsMm) }];
  });
  return lengths.length > 0 ? { kind: 'setWireLengths', lengths } : null;
}

function traced(
  tree: ReadonlyMap<Id, Reached>,
  lastId: Id,
): Pick<WireRoute, 'nodeIds' | 'linkIds' | 'alongMm' | 'slackMm' | 'joints'> {
  const nodeIds: Id[] = [];
  const linkIds: Id[] = [];
  const joints: string[] = [];
  let slackMm = 0;
  for (let id: Id | null = lastId; id; ) {
    nodeIds.unshift(id);
    const { via, from }: Reached = tree.get(id)!;
    if (via) {
      linkIds.unshift(via.link.id);
      slackMm += via.slackMm;
      joints.push(...via.joints);
    }
    id = from;
  }
  return { nodeIds, linkIds, alongMm: tree.get(lastId)!.lengthMm, slackMm, joints };
}

export interface Bundle extends Segment {
  runs: Run[];
  diameterMm: Millimetres;
  /** Split loom that takes it, by inside diameter; null when it has to be split. */
  loomMm: Millimetres | null;
}

const outerOf = (build: Build, run: Run): number =>
  Math.max(
    ...run.wireIds.map((id) => {
      const { table, gauge } = build.wires[id]!;
      return wireOuterMm(conductor(table, gauge).areaMm2);
    }),
  );

/** What runs together in each segment; segments without a wire are there with none. */
export function bundlesOf(build: Build, body: Body, routes: readonly WireRoute[] = wireRoutes(build, body)): Bundle[] {
  const byLink = new Map<Id, Run[]>();
  for (const { run, linkIds } of routes) for (const id of linkIds) byLink.set(id, [...(byLink.get(id) ?? []), run]);
  return segmentsOf(build, body).map((segment) => {
    const runs = byLink.get(segment.link.id) ?? [];
    const diameterMm = bundleMm(runs.map((run) => outerOf(build, run)));
    return { ...segment, runs, diameterMm, loomMm: runs.length > 0 ? loomFor(diameterMm) : null };
  });
}

/** Runs through a point, and how thick they are together. */
export function throughNode(
  build: Build,
  routes: readonly WireRoute[],
  nodeId: Id,
): { runs: Run[]; diameterMm: Millimetres } {
  const runs = routes.filter((route) => route.nodeIds.includes(nodeId)).map((route) => route.run);
  return { runs, diameterMm: bundleMm(runs.map((run) => outerOf(build, run))) };
}
