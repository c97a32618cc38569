/** Questions asked of the solids of a body: where is the skin, what hides a lamp. Exact for rays along an axis. */

import type { Face } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';
import type { Body, BodyPart, View } from './bodyModel.ts';
import { contains, crossings, type Interval, overlap } from './outline/outline.ts';

export type Axis = 'x' | 'y' | 'z';

export interface Point3 {
  xMm: Millimetres;
  yMm: Millimetres;
  zMm: Millimetres;
}

/** Stretches of the part along an axis, through a point of the plane across it. */
export function spansAlong(part: BodyPart, axis: Axis, point: Point3): Interval[] {
  const { xMm, yMm, zMm } = point;
  switch (axis) {
    case 'x':
      if (!contains(part.front, yMm, zMm)) return [];
      return overlap(crossings(part.side, 0, zMm), crossings(part.plan, 0, yMm));
    case 'y':
      if (!contains(part.side, xMm, zMm)) return [];
      return overlap(crossings(part.front, 0, zMm), crossings(part.plan, 1, xMm));
    case 'z':
      if (!contains(part.plan, xMm, yMm)) return [];
      return overlap(crossings(part.side, 1, xMm), crossings(part.front, 1, yMm));
  }
}

const TOWARDS_VIEWER: Record<View, { axis: Axis; sign: 1 | -1 }> = {
  front: { axis: 'x', sign: -1 },
  rear: { axis: 'x', sign: 1 },
  left: { axis: 'y', sign: 1 },
  right: { axis: 'y', sign: -1 },
  plan: { axis: 'z', sign: 1 },
};

export const viewOfFace: Record<Face, View> = {
  front: 'front',
  rear: 'rear',
  left: 'left',
  right: 'right',
  top: 'plan',
};

const along = (point: Point3, axis: Axis): number => (axis === 'x' ? point.xMm : axis === 'y' ? point.yMm : point.zMm);

/**
 * The outermost surface that a face meets at a point (its coordinate along the face's normal is ignored).
 * Null when nothing is there.
 */
export function skinAt(body: Body, face: Face, point: Point3): { atMm: Millimetres; part: BodyPart } | null {
  const { axis, sign } = TOWARDS_VIEWER[viewOfFace[face]];
  let best: { atMm: Millimetres; part: BodyPart } | null = null;
  for (const part of body.parts) {
    if (!part.solid) continue;
    for (const [low, high] of spansAlong(part, axis, point)) {
      const atMm = sign > 0 ? high : low;
      if (!best || sign * (atMm - best.atMm) > 0) best = { atMm, part };
    }
  }
  return best;
}

/** Where one part's own skin is under a point, looked at on a face, whatever stands before it; null beside the part. */
export function skinOf(part: BodyPart, face: Face, point: Point3): Millimetres | null {
  const { axis, sign } = TOWARDS_VIEWER[viewOfFace[face]];
  const ends = spansAlong(part, axis, point).map(([low, high]) => (sign > 0 ? high : low));
  return ends.length === 0 ? null : sign > 0 ? Math.max(...ends) : Math.min(...ends);
}

/** The point moved onto the skin of its face; unchanged when nothing is there. */
export function ontoSkin(body: Body, face: Face, point: Point3): Point3 {
  const skin = skinAt(body, face, point);
  if (!skin) return point;
  const { axis } = TOWARDS_VIEWER[viewOfFace[face]];
  return { ...point, [`${axis}Mm`]: skin.atMm };
}

/** The part a lamp is fixed to: the one whose skin is nearest to the mounting point, within `toleranceMm`. */
export function partUnder(body: Body, face: Face, point: Point3, toleranceMm = 60): BodyPart | null {
  const { axis, sign } = TOWARDS_VIEWER[viewOfFace[face]];
  let best: BodyPart | null = null;
  let bestGap = toleranceMm;
  for (const part of body.parts) {
    if (!part.solid) continue;
    for (const [low, high] of spansAlong(part, axis, point)) {
      const gap = Math.abs((sign > 0 ? high : low) - along(point, axis));
      if (gap <= bestGap) {
        best = part;
        bestGap = gap;
      }
    }
  }
  return best;
}

/**
 * What stands between a point and somebody looking square at it in a view, or null when it is in sight. Parts that
 * hold the point inside them do not count: a lamp let into a panel is seen.
 */
export function blockedBy(body: Body, view: View, point: Point3): BodyPart | null {
  const { axis, sign } = TOWARDS_VIEWER[view];
  const from = along(point, axis);
  for (const part of body.parts) {
    if (!part.solid) continue;
    for (const [low, high] of spansAlong(part, axis, point)) {
      const near = sign > 0 ? low : high;
      if (sign * (near - from) > 0) return part;
    }
  }
  return null;
}
