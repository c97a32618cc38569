/** Bodies with their joints moved: raised booms, folded wings, tipped beds. */

import type { Face, Position } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';
import type { Body, BodyPart, Detail, Joint, Pose, View } from './bodyModel.ts';
import { extent, type Outline, type Point } from './outline/outline.ts';
import { partUnder } from './solid.ts';

const RADIAN = Math.PI / 180;

/** The three planes: their axes as they stand in outlines. */
const PLANE = { x: ['y', 'z'], y: ['x', 'z'], z: ['x', 'y'] } as const;
type AxisName = 'x' | 'y' | 'z';

const turnedPoint = ([a, b]: Point, [pa, pb]: Point, deg: number): Point => {
  const [cos, sin] = [Math.cos(deg * RADIAN), Math.sin(deg * RADIAN)];
  return [pa + (a - pa) * cos - (b - pb) * sin, pb + (a - pa) * sin + (b - pb) * cos];
};

const profileOf = (part: BodyPart, across: AxisName): Outline =>
  across === 'x' ? part.front : across === 'y' ? part.side : part.plan;

const VIEWS_ACROSS: Record<AxisName, readonly View[]> = { x: ['front', 'rear'], y: ['left', 'right'], z: ['plan'] };

const mapDetails = (details: Detail[] | undefined, map: (point: Point) => Point): Detail[] | undefined =>
  details?.map((detail) => ({ ...detail, points: detail.points.map(map) }));

function extentAlong(part: BodyPart, axis: AxisName): readonly [number, number] {
  return axis === 'x' ? extent(part.side, 0) : axis === 'y' ? extent(part.front, 0) : extent(part.side, 1);
}

/** Maps one extent onto another; a flat one is only shifted. */
const stretch = (from: readonly [number, number], to: readonly [number, number]) => (value: number) => {
  const length = from[1] - from[0];
  return length < 1e-9 ? value + to[0] - from[0] : to[0] + ((value - from[0]) / length) * (to[1] - to[0]);
};

function turned(part: BodyPart, about: AxisName, pivot: Point, deg: number): BodyPart {
  const profile = profileOf(part, about).map((point) => turnedPoint(point, pivot, deg));
  const [first, second] = PLANE[about];
  const now: Record<AxisName, readonly [number, number]> = {
    x: extentAlong(part, 'x'),
    y: extentAlong(part, 'y'),
    z: extentAlong(part, 'z'),
  };
  const next = { ...now, [first]: extent(profile, 0), [second]: extent(profile, 1) };
  // Across the axis the profile turns; the other two are stretched to the new extents, which is exact for prisms.
  const mapOf = (across: AxisName): ((point: Point) => Point) => {
    if (across === about) return (point) => turnedPoint(point, pivot, deg);
    const [a, b] = PLANE[across];
    const [mapA, mapB] = [stretch(now[a], next[a]), stretch(now[b], next[b])];
    return ([p, q]) => [mapA(p), mapB(q)];
  };
  const outlineOf = (across: AxisName): Outline =>
    across === about ? profile : profileOf(part, across).map(mapOf(across));
  const details: BodyPart['details'] = {};
  for (const across of ['x', 'y', 'z'] as const) {
    const map = mapOf(across);
    for (const view of VIEWS_ACROSS[across]) {
      const mapped = mapDetails(part.details[view], map);
      if (mapped) details[view] = mapped;
    }
  }
  return { ...part, side: outlineOf('y'), front: outlineOf('x'), plan: outlineOf('z'), details };
}

function slid(part: BodyPart, along: AxisName, byMm: Millimetres): BodyPart {
  const shift = (across: AxisName) => {
    const [a, b] = PLANE[across];
    return ([p, q]: Point): Point => [a === along ? p + byMm : p, b === along ? q + byMm : q];
  };
  const details: BodyPart['details'] = {};
  for (const across of ['x', 'y', 'z'] as const)
    for (const view of VIEWS_ACROSS[across]) {
      const mapped = mapDetails(part.details[view], shift(across));
      if (mapped) details[view] = mapped;
    }
  return {
    ...part,
    side: part.side.map(shift('y')),
    front: part.front.map(shift('x')),
    plan: part.plan.map(shift('z')),
    details,
  };
}

/** The joints that are away from their place, in the order in which the body lists them (inner joints first). */
const moving = (body: Body, pose: Pose): { joint: Joint; at: number }[] =>
  body.joints.flatMap((joint) => (pose[joint.id] ? [{ joint, at: pose[joint.id]! }] : []));

/** The body with its joints in the given positions. Edges, zones and passes stay those of the travelling unit. */
export function posed(body: Body, pose: Pose): Body {
  const moves = moving(body, pose);
  if (moves.length === 0) return body;
  const parts = body.parts.map((part) =>
    moves.reduce((moved, { joint: { motion, partIds }, at }) => {
      if (!partIds.includes(part.id)) return moved;
      return motion.kind === 'turn' ? turned(moved, motion.about, motion.pivot, at) : slid(moved, motion.along, at);
    }, part),
  );
  return { ...body, parts };
}

export type Direction = readonly [number, number, number];

/** Outward normal of a face. */
export const NORMAL: Record<Face, Direction> = {
  front: [-1, 0, 0],
  rear: [1, 0, 0],
  left: [0, 1, 0],
  right: [0, -1, 0],
  top: [0, 0, 1],
};

/** What is fixed to a unit: where, and what of it touches the skin and which way it looks, where that is not straight out. */
export interface FixedPlace {
  face: Face;
  position: Position;
  foot?: { face: Face; position: Position };
  looks?: Direction;
}

/** Where something fixed to the skin goes, and which way it then looks, when the joints are moved. */
export function posedPlace(
  body: Body,
  pose: Pose,
  { face, position, foot = { face, position }, looks: normal = NORMAL[face] }: FixedPlace,
): { position: Position; normal: Direction } {
  const moves = moving(body, pose);
  const carrier = moves.length > 0 ? partUnder(body, foot.face, foot.position) : null;
  if (!carrier) return { position, normal };
  let at: [number, number, number] = [position.xMm, position.yMm, position.zMm];
  let facing: [number, number, number] = [...normal];
  for (const { joint, at: by } of moves) {
    if (!joint.partIds.includes(carrier.id)) continue;
    const { motion } = joint;
    if (motion.kind === 'slide') {
      at[AXIS_INDEX[motion.along]] += by;
      continue;
    }
    const [a, b] = PLANE[motion.about].map((axis) => AXIS_INDEX[axis]) as [number, number];
    at = withPair(at, a, b, turnedPoint([at[a]!, at[b]!], motion.pivot, by));
    facing = withPair(facing, a, b, turnedPoint([facing[a]!, facing[b]!], [0, 0], by));
  }
  return { position: { xMm: at[0], yMm: at[1], zMm: at[2] }, normal: facing };
}

/** Where a point that rides on a joint's moving part goes when the joint is moved. */
export function carriedBy({ motion }: Joint, at: number, position: Position): Position {
  const point: [number, number, number] = [position.xMm, position.yMm, position.zMm];
  if (motion.kind === 'slide') {
    point[AXIS_INDEX[motion.along]] += at;
    return { xMm: point[0], yMm: point[1], zMm: point[2] };
  }
  const [a, b] = PLANE[motion.about].map((axis) => AXIS_INDEX[axis]) as [number, number];
  const [xMm, yMm, zMm] = withPair(point, a, b, turnedPoint([point[a]!, point[b]!], motion.pivot, at));
  return { xMm, yMm, zMm };
}

const AXIS_INDEX = { x: 0, y: 1, z: 2 } as const;

function withPair(
  triple: readonly [number, number, number],
  a: number,
  b: number,
  [first, second]: Point,
): [number, number, number] {
  const out: [number, number, number] = [...triple];
  out[a] = first;
  out[b] = second;
  return out;
}

/** Every pose worth checking: the unit as it travels, and each named position of each joint by itself. */
export function posesOf(body: Body): { name: string; pose: Pose }[] {
  return [
    { name: 'travelling', pose: {} },
    ...body.joints.flatMap((joint) =>
      joint.positions
        .filter(({ at }) => at !== 0)
        .map(({ name, at }) => ({ name: `${joint.name} ${name}`, pose: { [joint.id]: at } })),
    ),
  ];
}

const RAISED = /^(raised|tipped|tilted|half up)$/;

/** Does a unit raise something that comes down on whoever works under it? A drop side or a mirror does not. */
export const raisesParts = (body: Pick<Body, 'joints'>): boolean =>
  body.joints.some((joint) => joint.positions.some(({ name }) => RAISED.test(name)));
