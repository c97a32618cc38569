/** How near a way of wires comes to what would harm it, and where it would be clear. */

import type { Zone, ZoneKind } from '../body/index.ts';
import type { Position } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';

/** Distance that wire keeps from hot and moving things, mm (common practice, no source). */
export const CLEARANCE_MM: Partial<Record<ZoneKind, number>> = { hot: 120, moving: 60, pinch: 60 };

const AXES = [
  ['x', 'xMm'],
  ['y', 'yMm'],
  ['z', 'zMm'],
] as const;

/** How far outside of a range, 0 within it. */
const outside = ([from, to]: readonly [number, number], at: number): number => Math.max(from - at, 0, at - to);

/** Distance from a point to the box of a zone, mm; 0 inside. Asked for thousands of points, so written out. */
function zoneDistanceMm(zone: Zone, xMm: number, yMm: number, zMm: number): Millimetres {
  const [x, y, z] = [outside(zone.x, xMm), outside(zone.y, yMm), outside(zone.z, zMm)];
  return Math.sqrt(x * x + y * y + z * z);
}

const STEP_MM = 40;

/** Least distance of a straight segment from a zone, looked at every few centimetres, mm. */
export function segmentDistanceMm(zone: Zone, a: Position, b: Position): Millimetres {
  const [x, y, z] = [b.xMm - a.xMm, b.yMm - a.yMm, b.zMm - a.zMm];
  const steps = Math.ceil(Math.sqrt(x * x + y * y + z * z) / STEP_MM);
  let least = zoneDistanceMm(zone, a.xMm, a.yMm, a.zMm);
  for (let step = 1; step <= steps; step++) {
    const part = step / steps;
    least = Math.min(least, zoneDistanceMm(zone, a.xMm + x * part, a.yMm + y * part, a.zMm + z * part));
  }
  return least;
}

const isHarmful = (zone: Zone): boolean => CLEARANCE_MM[zone.kind] !== undefined;

/** Zones that a segment comes too near to. */
export const zonesNear = (zones: readonly Zone[], a: Position, b: Position): Zone[] =>
  zones.filter((zone) => isHarmful(zone) && segmentDistanceMm(zone, a, b) < CLEARANCE_MM[zone.kind]! - 1);

/** A place moved out of what it is too near to, each time by the shortest move along one axis. */
export function clearOf(zones: readonly Zone[], place: Position): Position {
  let at = place;
  for (const zone of zones.filter(isHarmful)) {
    if (zonesNear([zone], at, at).length === 0) continue;
    const off = CLEARANCE_MM[zone.kind]! + CORNER_MM;
    const here = at;
    const moves = AXES.flatMap(([axis, key]) => [
      { key, to: zone[axis][0] - off },
      { key, to: zone[axis][1] + off },
    ]).filter(({ key, to }) => key !== 'zMm' || to >= LOWEST_MM);
    const best = moves.reduce((least, move) =>
      Math.abs(move.to - here[move.key]) < Math.abs(least.to - here[least.key]) ? move : least,
    );
    at = { ...at, [best.key]: Math.round(best.to) };
  }
  return at;
}

/** Corners of a way round keep this much more than the clearance. */
const CORNER_MM = 15;
const LOWEST_MM = 120;

function cornersOf(zone: Zone): Position[] {
  const off = CLEARANCE_MM[zone.kind]! + CORNER_MM;
  const ends = (axis: 'x' | 'y' | 'z') => [Math.round(zone[axis][0] - off), Math.round(zone[axis][1] + off)];
  return ends('x')
    .flatMap((xMm) => ends('y').flatMap((yMm) => ends('z').map((zMm) => ({ xMm, yMm, zMm }))))
    .filter(({ zMm }) => zMm >= LOWEST_MM);
}

/**
 * The shortest way from one place to another that keeps clear of what is hot, moves or pinches: over corners round the
 * zones, found by trying them from near to far (Dijkstra 1959). Zones that an end itself stands too near to are passed
 * over, because no way can help that. Null when there is none; no points when the straight way is clear.
 */
export function wayRound(zones: readonly Zone[], a: Position, b: Position): Position[] | null {
  const harmful = zones.filter(
    (zone) => isHarmful(zone) && [a, b].every((end) => zonesNear([zone], end, end).length === 0),
  );
  const isClear = (from: Position, to: Position) => zonesNear(harmful, from, to).length === 0;
  if (isClear(a, b)) return [];
  const places = [a, b, ...harmful.flatMap(cornersOf).filter((corner) => isClear(corner, corner))];
  const lengths = places.map((_, index) => (index === 0 ? 0 : Number.POSITIVE_INFINITY));
  const before = places.map(() => -1);
  const open = new Set(places.keys());
  const length = (from: Position, to: Position) => Math.hypot(...AXES.map(([, key]) => to[key] - from[key]));
  while (open.size > 0) {
    const here = [...open].reduce((best, index) => (lengths[index]! < lengths[best]! ? index : best));
    open.delete(here);
    if (here === 1 || !Number.isFinite(lengths[here]!)) break;
    for (const next of open) {
      const reach = lengths[here]! + length(places[here]!, places[next]!);
      if (reach >= lengths[next]! || !isClear(places[here]!, places[next]!)) continue;
      lengths[next] = reach;
      before[next] = here;
    }
  }
  if (before[1]! < 0) return null;
  const way: Position[] = [];
  for (let at = before[1]!; at > 0; at = before[at]!) way.unshift(places[at]!);
  return way;
}
