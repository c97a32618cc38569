/** Where the bare metal of a unit is that a ground can be made on. */
import type { Millimetres } from '../units/index.ts';
import type { Body, BodyPart, Material } from './bodyModel.ts';
import { extent } from './outline/outline.ts';
import type { Point3 } from './solid.ts';

const CONDUCTS: ReadonlySet<Material> = new Set(['steel', 'aluminium']);

export const isMetal = (part: Pick<BodyPart, 'material'>): boolean => CONDUCTS.has(part.material);

/** How far a place is from the box round a part, mm; 0 inside. */
function distanceMm(part: BodyPart, { xMm, yMm, zMm }: Point3): Millimetres {
  const beside = (at: number, [low, high]: readonly [number, number]) => Math.max(low - at, 0, at - high);
  return Math.hypot(
    beside(xMm, extent(part.side, 0)),
    beside(yMm, extent(part.front, 0)),
    beside(zMm, extent(part.side, 1)),
  );
}

/** The solid metal part that is nearest to a place; null where a unit has none. */
export function nearestMetal(
  body: Pick<Body, 'parts'>,
  place: Point3,
): { part: BodyPart; distanceMm: Millimetres } | null {
  return body.parts.reduce<{ part: BodyPart; distanceMm: Millimetres } | null>((best, part) => {
    if (!part.solid || !isMetal(part)) return best;
    const away = distanceMm(part, place);
    return best === null || away < best.distanceMm ? { part, distanceMm: away } : best;
  }, null);
}
