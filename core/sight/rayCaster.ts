/**
 * Rays against the solids of a body: each solid is where the extrusions of three outlines meet, so a ray is inside it
 * where it is inside all three outlines at once. Outlines are flattened once per body; rays allocate nothing.
 */
import type { Body, BodyPart, Direction } from '../body/index.ts';
import { extent, type Outline } from '../body/index.ts';
import type { Position } from '../document/index.ts';

/** An axis-parallel box that stands in the way besides the body: another lamp, a load. */
export interface Obstacle {
  name: string;
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
}

interface Solid {
  name: string;
  low: readonly [number, number, number];
  high: readonly [number, number, number];
  /** Outlines as a0 b0 a1 b1 ...; empty for a plain box. */
  side: Float64Array; // x, z
  front: Float64Array; // y, z
  plan: Float64Array; // x, y
}

export interface RayCaster {
  solids: readonly Solid[];
  /** Room for crossings, shared between rays. */
  scratch: { side: Float64Array; front: Float64Array; plan: Float64Array };
}

const flat = (outline: Outline): Float64Array => Float64Array.from(outline.flat());

function solidOf(part: BodyPart): Solid {
  const [x, z] = [extent(part.side, 0), extent(part.side, 1)];
  const y = extent(part.front, 0);
  const [px, py] = [extent(part.plan, 0), extent(part.plan, 1)];
  const fz = extent(part.front, 1);
  return {
    name: part.name,
    low: [Math.max(x[0], px[0]), Math.max(y[0], py[0]), Math.max(z[0], fz[0])],
    high: [Math.min(x[1], px[1]), Math.min(y[1], py[1]), Math.min(z[1], fz[1])],
    side: flat(part.side),
    front: flat(part.front),
    plan: flat(part.plan),
  };
}

const NOTHING = new Float64Array(0);
const boxSolid = ({ name, x, y, z }: Obstacle): Solid => ({
  name,
  low: [x[0], y[0], z[0]],
  high: [x[1], y[1], z[1]],
  side: NOTHING,
  front: NOTHING,
  plan: NOTHING,
});

/** A caster for the solid parts of a body and whatever else stands around. Blockers are told by index into `solids`. */
export function rayCaster(body: Pick<Body, 'parts'>, obstacles: readonly Obstacle[] = []): RayCaster {
  const solids = [...body.parts.filter((part) => part.solid).map(solidOf), ...obstacles.map(boxSolid)];
  const most = Math.max(
    8,
    ...solids.map((solid) => Math.max(solid.side.length, solid.front.length, solid.plan.length)),
  );
  return {
    solids,
    scratch: { side: new Float64Array(most), front: new Float64Array(most), plan: new Float64Array(most) },
  };
}

/**
 * Sorted distances along the ray at which it crosses an outline in its plane, written into `out`; their number. A ray
 * across the plane (no movement in it) counts as inside from -infinity to infinity, or not at all.
 */
function crossingsOf(outline: Float64Array, oa: number, ob: number, da: number, db: number, out: Float64Array): number {
  let count = 0;
  const length = outline.length;
  const across = da * da + db * db < 1e-18;
  let a0 = outline[length - 2]! - oa;
  let b0 = outline[length - 1]! - ob;
  if (across) {
    let inside = false;
    for (let at = 0; at < length; at += 2) {
      const a1 = outline[at]! - oa;
      const b1 = outline[at + 1]! - ob;
      if (b0 > 0 !== b1 > 0 && a0 + ((a1 - a0) * -b0) / (b1 - b0) > 0) inside = !inside;
      a0 = a1;
      b0 = b1;
    }
    if (!inside) return 0;
    out[0] = Number.NEGATIVE_INFINITY;
    out[1] = Number.POSITIVE_INFINITY;
    return 2;
  }
  const square = da * da + db * db;
  let side0 = a0 * db - b0 * da;
  for (let at = 0; at < length; at += 2) {
    const a1 = outline[at]! - oa;
    const b1 = outline[at + 1]! - ob;
    const side1 = a1 * db - b1 * da;
    if (side0 > 0 !== side1 > 0) {
      const part = side0 / (side0 - side1);
      const t = ((a0 + (a1 - a0) * part) * da + (b0 + (b1 - b0) * part) * db) / square;
      let slot = count++;
      while (slot > 0 && out[slot - 1]! > t) {
        out[slot] = out[slot - 1]!;
        slot--;
      }
      out[slot] = t;
    }
    a0 = a1;
    b0 = b1;
    side0 = side1;
  }
  return count;
}

/** Nearer than this the ray still counts as leaving the lamp. */
const START_MM = 1;

/**
 * Index of the nearest solid that a ray (a unit vector) meets within `reachMm`, or -1. A solid that holds the start of the ray does not count until the
 * ray has left it: a lamp let into a panel is not hidden by that panel.
 */
export function castRay(
  caster: RayCaster,
  from: Position,
  [dx, dy, dz]: Direction,
  reachMm = Number.POSITIVE_INFINITY,
): number {
  const { solids, scratch } = caster;
  const { xMm: ox, yMm: oy, zMm: oz } = from;
  const [ix, iy, iz] = [1 / dx, 1 / dy, 1 / dz];
  let nearest = -1;
  let nearestT = reachMm;
  for (let index = 0; index < solids.length; index++) {
    const solid = solids[index]!;
    const { low, high } = solid;
    const x0 = (low[0] - ox) * ix;
    const x1 = (high[0] - ox) * ix;
    let enter = Math.min(x0, x1);
    let leave = Math.max(x0, x1);
    const y0 = (low[1] - oy) * iy;
    const y1 = (high[1] - oy) * iy;
    const yIn = Math.min(y0, y1);
    const yOut = Math.max(y0, y1);
    if (yIn > enter) enter = yIn;
    if (yOut < leave) leave = yOut;
    const z0 = (low[2] - oz) * iz;
    const z1 = (high[2] - oz) * iz;
    const zIn = Math.min(z0, z1);
    const zOut = Math.max(z0, z1);
    if (zIn > enter) enter = zIn;
    if (zOut < leave) leave = zOut;
    if (!(leave > enter) || leave < START_MM || enter > nearestT) continue;
    if (solid.side.length === 0) {
      if (enter >= START_MM) {
        nearest = index;
        nearestT = enter;
      }
      continue;
    }
    const sides = crossingsOf(solid.side, ox, oz, dx, dz, scratch.side);
    if (sides === 0) continue;
    const fronts = crossingsOf(solid.front, oy, oz, dy, dz, scratch.front);
    if (fronts === 0) continue;
    const plans = crossingsOf(solid.plan, ox, oy, dx, dy, scratch.plan);
    const t = firstCommon(scratch, sides, fronts, plans);
    if (t < nearestT) {
      nearest = index;
      nearestT = t;
    }
  }
  return nearest;
}

/** Start of the first stretch, from START_MM on, that lies in all three lists of crossings; infinity when there is none. */
function firstCommon(
  { side, front, plan }: RayCaster['scratch'],
  sides: number,
  fronts: number,
  plans: number,
): number {
  for (let s = 0; s + 1 < sides; s += 2) {
    for (let f = 0; f + 1 < fronts; f += 2) {
      const low = Math.max(side[s]!, front[f]!);
      const high = Math.min(side[s + 1]!, front[f + 1]!);
      if (high <= low || high < START_MM) continue;
      for (let p = 0; p + 1 < plans; p += 2) {
        const start = Math.max(low, plan[p]!);
        const end = Math.min(high, plan[p + 1]!);
        if (end > start && start >= START_MM) return start;
      }
    }
  }
  return Number.POSITIVE_INFINITY;
}
