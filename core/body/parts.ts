/** Making parts in few words: boxes, mirrored pairs, wheels, and details that go on several views at once. */
import type { Millimetres } from '../units/index.ts';
import type { BodyPart, Detail, Look, Material, View } from './bodyModel.ts';
import { circle, extent, type Outline, type Point, rectangle, reflected, rounded } from './outline/outline.ts';

interface PartOptions {
  side?: Outline;
  front?: Outline;
  plan?: Outline;
  details?: Partial<Record<View | 'sides', Detail[]>>;
  material?: Material;
  thicknessMm?: Millimetres;
  paintBias?: Partial<Record<View | 'sides', number>>;
  solid?: boolean;
}

/** x, y and z from and to, in mm. */
export interface Box {
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
  radiusMm?: Millimetres;
}

const DEFAULT_THICKNESS_MM: Record<Material, number> = {
  steel: 2,
  aluminium: 2.5,
  plastic: 3,
  glass: 5,
  rubber: 20,
  timber: 25,
};

/** A part from a box; outlines given in the options replace the box's own in their view. */
export function part(id: string, name: string, look: Look, box: Box, options: PartOptions = {}): BodyPart {
  const { x, y, z, radiusMm = 0 } = box;
  const { sides, ...perView } = options.details ?? {};
  const { sides: sideBias, ...viewBias } = options.paintBias ?? {};
  const material = options.material ?? 'steel';
  return {
    id,
    name,
    look,
    side: options.side ?? rectangle(x[0], z[0], x[1], z[1], radiusMm),
    front: options.front ?? rectangle(y[0], z[0], y[1], z[1], radiusMm),
    plan: options.plan ?? rectangle(x[0], y[0], x[1], y[1], radiusMm),
    details: {
      ...perView,
      ...(sides || perView.left ? { left: [...(sides ?? []), ...(perView.left ?? [])] } : {}),
      ...(sides || perView.right ? { right: [...(sides ?? []), ...(perView.right ?? [])] } : {}),
    },
    material,
    thicknessMm: options.thicknessMm ?? DEFAULT_THICKNESS_MM[material],
    paintBias: { ...(sideBias === undefined ? {} : { left: sideBias, right: sideBias }), ...viewBias },
    solid: options.solid ?? true,
  };
}

/** A part from outlines alone; its box is their extent. */
export function shaped(
  id: string,
  name: string,
  look: Look,
  outlines: { side: Outline; front: Outline; plan?: Outline },
  options: PartOptions = {},
): BodyPart {
  const x = extent(outlines.side, 0);
  const y = extent(outlines.front, 0);
  return part(id, name, look, { x, y, z: extent(outlines.side, 1) }, { ...options, ...outlines });
}

const mirroredDetail = (detail: Detail, axis: 0 | 1): Detail => ({ ...detail, points: reflected(detail.points, axis) });

/** The part given for the left side and its twin on the right. */
export function bothSides(left: BodyPart): BodyPart[] {
  const { left: leftDetails, right: rightDetails, ...rest } = left.details;
  const right: BodyPart = {
    ...left,
    id: `${left.id}-right`,
    name: `${left.name}, right`,
    front: reflected(left.front, 0),
    plan: reflected(left.plan, 1),
    details: {
      ...(leftDetails ? { right: leftDetails } : {}),
      ...(rightDetails ? { left: rightDetails } : {}),
      ...(rest.front ? { front: rest.front.map((d) => mirroredDetail(d, 0)) } : {}),
      ...(rest.rear ? { rear: rest.rear.map((d) => mirroredDetail(d, 0)) } : {}),
      ...(rest.plan ? { plan: rest.plan.map((d) => mirroredDetail(d, 1)) } : {}),
    },
  };
  return [{ ...left, id: `${left.id}-left`, name: `${left.name}, left` }, right];
}

export const line = (look: Look, ...points: Point[]): Detail => ({ points, closed: false, look });
export const curve = (look: Look, radii: number | readonly number[], ...points: Point[]): Detail => ({
  points: rounded(points, radii, false),
  closed: false,
  look,
});
export const patch = (look: Look, points: Outline, radii: number | readonly number[] = 0): Detail => ({
  points: rounded(points, radii),
  closed: true,
  look,
});
export const patchBox = (look: Look, a0: number, b0: number, a1: number, b1: number, radius = 0): Detail => ({
  points: rectangle(a0, b0, a1, b1, radius),
  closed: true,
  look,
});
export const ring = (look: Look, a: number, b: number, radius: number): Detail => ({
  points: circle(a, b, radius),
  closed: true,
  look,
});

/** A detail and its reflection about the centreline, for front, rear (axis 0) or plan (axis 1). */
export const twice = (axis: 0 | 1, ...details: Detail[]): Detail[] =>
  details.flatMap((detail) => [detail, mirroredDetail(detail, axis)]);

const BOLTS = 8;

/** Rim, hub and bolts of a wheel as seen from the side. */
function wheelFace(x: number, radius: number): Detail[] {
  const bolts = Array.from({ length: BOLTS }, (_, index) => {
    const angle = ((index + 0.5) / BOLTS) * 2 * Math.PI;
    const reach = radius * 0.34;
    return ring('faint', x + reach * Math.cos(angle), radius + reach * Math.sin(angle), radius * 0.04);
  });
  return [
    ring('panel', x, radius, radius * 0.65),
    ring('faint', x, radius, radius * 0.53),
    ring('line', x, radius, radius * 0.2),
    ...bolts,
  ];
}

/** A pair of wheels (single or twin) on one axle. `outerMm` is the outer face from the centreline. */
export function wheels(
  id: string,
  xMm: Millimetres,
  radiusMm: Millimetres,
  outerMm: Millimetres,
  widthMm: Millimetres,
  twin = false,
): BodyPart[] {
  const tyre = (name: string, outer: number, face: boolean) =>
    part(
      name,
      'Wheel',
      'dark',
      { x: [xMm - radiusMm, xMm + radiusMm], y: [outer - widthMm, outer], z: [0, radiusMm * 2] },
      {
        side: circle(xMm, radiusMm, radiusMm),
        front: rectangle(outer - widthMm, 0, outer, radiusMm * 2, Math.min(60, widthMm / 3)),
        plan: rectangle(xMm - radiusMm, outer - widthMm, xMm + radiusMm, outer, Math.min(60, widthMm / 3)),
        material: 'rubber',
        details: face ? { left: wheelFace(xMm, radiusMm) } : {},
      },
    );
  const inner = twin ? bothSides(tyre(`${id}-inner`, outerMm - widthMm - 30, false)) : [];
  return [...inner, ...bothSides(tyre(id, outerMm, true))];
}

/** Wheel arch as an open line around the wheel, from 20 to 160 degrees. */
export function archLine(look: Look, x: number, z: number, radius: number): Detail {
  const points = Array.from({ length: 15 }, (_, index) => {
    const angle = ((20 + (140 * index) / 14) * Math.PI) / 180;
    return [x + radius * Math.cos(angle), z + radius * Math.sin(angle)] as const;
  });
  return { points, closed: false, look };
}

/** Half-ring of a mudguard over a wheel, seen from the side. */
export function mudguardOutline(
  x: number,
  z: number,
  inner: number,
  outer: number,
  fromDeg = 12,
  toDeg = 168,
): Outline {
  const steps = 14;
  const at = (radius: number, index: number) => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * index) / steps) * Math.PI) / 180;
    return [x + radius * Math.cos(angle), z + radius * Math.sin(angle)] as const;
  };
  const indices = Array.from({ length: steps + 1 }, (_, index) => index);
  return [...indices.map((i) => at(outer, i)), ...indices.reverse().map((i) => at(inner, i))];
}

const shiftedA = (outline: Outline, by: number): Outline => outline.map(([a, b]) => [a + by, b] as const);

/** The part set back along x: outlines and details of the sides and the plan move, front and rear stay. */
export function movedBack(given: BodyPart, byMm: Millimetres): BodyPart {
  if (byMm === 0) return given;
  const details = Object.fromEntries(
    Object.entries(given.details).map(([view, list]) => [
      view,
      view === 'front' || view === 'rear' ? list : list.map((d) => ({ ...d, points: shiftedA(d.points, byMm) })),
    ]),
  );
  return { ...given, side: shiftedA(given.side, byMm), plan: shiftedA(given.plan, byMm), details };
}
