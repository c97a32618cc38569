/**
 * Closed outlines in one view plane, in mm. Corners are rounded into short chords once, when the outline is made, so
 * that what is drawn and what is computed are the same polygon.
 */

export type Point = readonly [number, number];
export type Outline = readonly Point[];
export type Interval = readonly [number, number];

/** Chords per rounded corner: at 1:40 a chord of a 300 mm radius stays under 1.5 px off the arc. */
const CHORDS_PER_CORNER = 5;
const CHORDS_PER_CIRCLE = 40;

/** Rounds the corners of a polygon. `radii` is one radius for all corners or one per corner, in mm. */
export function rounded(points: Outline, radii: number | readonly number[] = 0, closed = true): Outline {
  if (radii === 0) return points;
  const out: Point[] = [];
  points.forEach((corner, index) => {
    const radius = typeof radii === 'number' ? radii : (radii[index] ?? 0);
    const before = points[(index + points.length - 1) % points.length]!;
    const after = points[(index + 1) % points.length]!;
    const isEnd = !closed && (index === 0 || index === points.length - 1);
    if (radius <= 0 || isEnd) out.push(corner);
    else out.push(...cornerArc(before, corner, after, radius));
  });
  return out;
}

function cornerArc(before: Point, corner: Point, after: Point, radius: number): Point[] {
  const toBefore = [before[0] - corner[0], before[1] - corner[1]] as const;
  const toAfter = [after[0] - corner[0], after[1] - corner[1]] as const;
  const lengthBefore = Math.hypot(...toBefore);
  const lengthAfter = Math.hypot(...toAfter);
  if (lengthBefore === 0 || lengthAfter === 0) return [corner];
  const cosine = (toBefore[0] * toAfter[0] + toBefore[1] * toAfter[1]) / (lengthBefore * lengthAfter);
  const half = Math.acos(Math.max(-1, Math.min(1, cosine))) / 2;
  // Tangent length, cut to half of each side so that neighbouring corners never overlap.
  const tangent = Math.min(radius / Math.tan(half), lengthBefore / 2, lengthAfter / 2);
  if (!(tangent > 0.5)) return [corner];
  const start = [
    corner[0] + (toBefore[0] / lengthBefore) * tangent,
    corner[1] + (toBefore[1] / lengthBefore) * tangent,
  ];
  const end = [corner[0] + (toAfter[0] / lengthAfter) * tangent, corner[1] + (toAfter[1] / lengthAfter) * tangent];
  // A quadratic curve through the tangent points stays within 6 % of the arc for corners up to 90 degrees.
  return Array.from({ length: CHORDS_PER_CORNER + 1 }, (_, step) => {
    const t = step / CHORDS_PER_CORNER;
    const [a, b, c] = [(1 - t) ** 2, 2 * t * (1 - t), t ** 2];
    return [a * start[0]! + b * corner[0] + c * end[0]!, a * start[1]! + b * corner[1] + c * end[1]!] as const;
  });
}

/** Axis-parallel rectangle with optional corner radius. */
export const rectangle = (a0: number, b0: number, a1: number, b1: number, radius = 0): Outline =>
  rounded(
    [
      [a0, b0],
      [a1, b0],
      [a1, b1],
      [a0, b1],
    ],
    radius,
  );

export const circle = (centreA: number, centreB: number, radius: number): Outline =>
  Array.from({ length: CHORDS_PER_CIRCLE }, (_, index) => {
    const angle = (index / CHORDS_PER_CIRCLE) * 2 * Math.PI;
    return [centreA + radius * Math.cos(angle), centreB + radius * Math.sin(angle)] as const;
  });

/** Smallest and largest value along one axis (0 or 1). */
export function extent(outline: Outline, axis: 0 | 1): Interval {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (const point of outline) {
    low = Math.min(low, point[axis]);
    high = Math.max(high, point[axis]);
  }
  return [low, high];
}

/**
 * Stretches of the outline along `axis` at the given value of the other axis, in rising order. Even-odd rule, so a
 * point inside gives the interval it lies in. Empty when the line misses the outline.
 */
export function crossings(outline: Outline, axis: 0 | 1, at: number): Interval[] {
  const other = axis === 0 ? 1 : 0;
  const hits: number[] = [];
  for (let index = 0; index < outline.length; index++) {
    const start = outline[index]!;
    const end = outline[(index + 1) % outline.length]!;
    if (start[other] > at === end[other] > at) continue;
    const t = (at - start[other]) / (end[other] - start[other]);
    hits.push(start[axis] + t * (end[axis] - start[axis]));
  }
  hits.sort((a, b) => a - b);
  const intervals: Interval[] = [];
  for (let index = 0; index + 1 < hits.length; index += 2) intervals.push([hits[index]!, hits[index + 1]!]);
  return intervals;
}

/** Is the point inside (even-odd rule)? Points on an edge may fall either way. */
export const contains = (outline: Outline, a: number, b: number): boolean =>
  crossings(outline, 0, b).some(([low, high]) => a >= low && a <= high);

/** The outline reflected about zero of its first axis (front and plan views of the other side). */
export const reflected = (outline: Outline, axis: 0 | 1): Outline =>
  outline.map(([a, b]) => (axis === 0 ? ([-a, b] as const) : ([a, -b] as const)));

/** Overlap of two interval lists. */
export function overlap(left: readonly Interval[], right: readonly Interval[]): Interval[] {
  const out: Interval[] = [];
  for (const [a0, a1] of left) {
    for (const [b0, b1] of right) {
      const low = Math.max(a0, b0);
      const high = Math.min(a1, b1);
      if (high > low) out.push([low, high]);
    }
  }
  return out;
}
