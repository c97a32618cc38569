/** Where a lamp's housing is in space, and how it appears in each view. */
import { type Body, blockedBy, type View, viewOfFace } from '../body/index.ts';
import type { Face, Lamp, LampModel, Position } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';

/** Extents of a housing along x, y and z. */
export interface Housing {
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
}

const centred = (at: number, size: number) => [at - size / 2, at + size / 2] as const;

/**
 * The box a lamp fills. The mounting face lies on the skin, the housing stands outward from it; its width runs along
 * the skin (across the unit on front, rear and top, lengthwise on the sides).
 */
export function housingOf(lamp: Pick<Lamp, 'face' | 'position'>, model: Pick<LampModel, 'face'>): Housing {
  const { widthMm, heightMm, depthMm } = model.face;
  const { xMm: x, yMm: y, zMm: z } = lamp.position;
  switch (lamp.face) {
    case 'front':
      return { x: [x - depthMm, x], y: centred(y, widthMm), z: centred(z, heightMm) };
    case 'rear':
      return { x: [x, x + depthMm], y: centred(y, widthMm), z: centred(z, heightMm) };
    case 'left':
      return { x: centred(x, widthMm), y: [y, y + depthMm], z: centred(z, heightMm) };
    case 'right':
      return { x: centred(x, widthMm), y: [y - depthMm, y], z: centred(z, heightMm) };
    case 'top':
      return { x: centred(x, depthMm), y: centred(y, widthMm), z: [z, z + heightMm] };
  }
}

/**
 * A point beside a place on its face, as whoever stands before the face sees it: so far to the right, up, and out from the
 * skin. On top it is seen from above with the front up: to the unit's right, towards its front, and up.
 */
export function besideOnFace(
  { face, position }: Pick<Lamp, 'face' | 'position'>,
  { aMm, bMm, outMm }: { aMm: Millimetres; bMm: Millimetres; outMm: Millimetres },
): Position {
  const { xMm, yMm, zMm } = position;
  switch (face) {
    case 'front':
      return { xMm: xMm - outMm, yMm: yMm + aMm, zMm: zMm + bMm };
    case 'rear':
      return { xMm: xMm + outMm, yMm: yMm - aMm, zMm: zMm + bMm };
    case 'left':
      return { xMm: xMm + aMm, yMm: yMm + outMm, zMm: zMm + bMm };
    case 'right':
      return { xMm: xMm - aMm, yMm: yMm - outMm, zMm: zMm + bMm };
    case 'top':
      return { xMm: xMm - bMm, yMm: yMm - aMm, zMm: zMm + outMm };
  }
}

/** A view's own two axes: along the sheet and, for all but the plan, up. */
export function viewPoint(view: View, position: Position): readonly [number, number] {
  const { xMm, yMm, zMm } = position;
  return view === 'plan' ? [xMm, yMm] : view === 'front' || view === 'rear' ? [yMm, zMm] : [xMm, zMm];
}

export interface Silhouette {
  /** Lower and upper corner in the view's own axes, mm. */
  low: readonly [number, number];
  high: readonly [number, number];
  /** True where the lamp is seen face on or from above a round housing. */
  round: boolean;
}

export function silhouetteIn(view: View, lamp: Lamp, model: LampModel): Silhouette {
  const { x, y, z } = housingOf(lamp, model);
  const [a, b] = view === 'plan' ? [x, y] : view === 'front' || view === 'rear' ? [y, z] : [x, z];
  const faceOn = viewOfFace[lamp.face] === view;
  return { low: [a[0], b[0]], high: [a[1], b[1]], round: model.face.shape === 'round' && faceOn };
}

/** The middle of the housing, where its light comes from. */
export function lightCentre(lamp: Lamp, model: LampModel): Position {
  const { x, y, z } = housingOf(lamp, model);
  return { xMm: (x[0] + x[1]) / 2, yMm: (y[0] + y[1]) / 2, zMm: (z[0] + z[1]) / 2 };
}

/** Is the lamp seen by somebody square to that view, standing level with it? */
export function isSeenIn(body: Body, view: View, lamp: Lamp, model: LampModel): boolean {
  return blockedBy(body, view, lightCentre(lamp, model)) === null;
}

/** Does the lamp's face point away from whoever looks at this view? Such a lamp is drawn unlit. */
export function facesAway(view: View, face: Face): boolean {
  const opposite: Record<Face, View | null> = { front: 'rear', rear: 'front', left: 'right', right: 'left', top: null };
  return opposite[face] === view;
}
