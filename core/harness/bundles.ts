/** Bundles: how thick wires are together, and the loom, grommet and hole that take them. */
import type { Millimetres } from '../units/index.ts';

/** Outside diameter of the rule of thumb, 1.2 sqrt(sum d2), as 1.2 sqrt(N) d for equal wires (common practice, no source). */
const RULE_FACTOR = 1.2;

interface Circle {
  x: number;
  y: number;
  r: number;
}

const TOUCH = 1e-9;

/** Both places of a circle that touches two others; none when they are too far apart. */
function touching(a: Circle, b: Circle, r: number): [number, number][] {
  const [ra, rb] = [a.r + r, b.r + r];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const d = Math.hypot(dx, dy);
  if (d > ra + rb || d < TOUCH) return [];
  const along = (ra * ra - rb * rb + d * d) / (2 * d);
  const across = Math.sqrt(Math.max(0, ra * ra - along * along));
  const [x, y] = [a.x + (along * dx) / d, a.y + (along * dy) / d];
  return [
    [x - (across * dy) / d, y + (across * dx) / d],
    [x + (across * dy) / d, y - (across * dx) / d],
  ];
}

/** Radii laid round the middle, the first `ring` of them as a ring and each further one where it comes nearest to it. */
function laid(radii: readonly number[], ring: number): Circle[] {
  const first = radii[0]!;
  const ringRadius = ring === 1 ? 0 : first / Math.sin(Math.PI / ring);
  const circles: Circle[] = radii.slice(0, ring).map((r, index) => {
    const angle = (2 * Math.PI * index) / ring;
    return { x: ringRadius * Math.cos(angle), y: ringRadius * Math.sin(angle), r };
  });
  for (const r of radii.slice(ring)) {
    let best: Circle | null = null;
    const offer = (x: number, y: number) => {
      const reach = Math.hypot(x, y) + r;
      if (best && reach >= Math.hypot(best.x, best.y) + r - TOUCH) return;
      if (circles.every((each) => Math.hypot(each.x - x, each.y - y) >= each.r + r - 1e-6)) best = { x, y, r };
    };
    offer(0, 0);
    for (const [index, a] of circles.entries()) {
      offer(a.x + a.r + r, a.y);
      for (const b of circles.slice(index + 1)) for (const [x, y] of touching(a, b, r)) offer(x, y);
    }
    circles.push(best!);
  }
  return circles;
}

const ENCLOSING_STEPS = 200;

/**
 * Diameter of a circle round others: its middle steps towards whatever sticks out farthest, by less each time (Badoiu
 * and Clarkson 2003). Wherever it stops, everything is inside, so the answer is never too small.
 */
function enclosingMm(circles: readonly Circle[]): Millimetres {
  let [x, y] = [0, 0];
  let least = Number.POSITIVE_INFINITY;
  for (let step = 1; step <= ENCLOSING_STEPS; step++) {
    let far = circles[0]!;
    let reach = 0;
    for (const circle of circles) {
      const out = Math.hypot(circle.x - x, circle.y - y) + circle.r;
      if (out > reach) [far, reach] = [circle, out];
    }
    least = Math.min(least, reach);
    x += (far.x - x) / (step + 1);
    y += (far.y - y) / (step + 1);
  }
  return 2 * least;
}

/** Above this many wires the rule of thumb is never under the tightest circle, and trying costs time. */
const MANY = 12;

/**
 * Diameter of a bundle of wires by their outside diameters, mm. Circles are laid round the middle, in rings of one to
 * all of them, and enclosed; since hands do no better and the rule of thumb is under the tightest circle for two to six
 * wires, the larger of the two is taken. `bundleMm([2, 2]) // => 4`
 */
export function bundleMm(outerMm: readonly number[]): Millimetres {
  if (outerMm.length < 2) return outerMm[0] ?? 0;
  const rule = RULE_FACTOR * Math.sqrt(outerMm.reduce((sum, diameter) => sum + diameter ** 2, 0));
  const radii = outerMm.map((diameter) => diameter / 2).sort((a, b) => b - a);
  if (radii.length > MANY) return Math.max(rule, 2 * (radii[0]! + radii[1]!));
  let tightest = Number.POSITIVE_INFINITY;
  for (let ring = 1; ring <= radii.length; ring++) tightest = Math.min(tightest, enclosingMm(laid(radii, ring)));
  return Math.max(tightest, rule);
}

/** Split loom by inside diameter, mm (common practice, no source). */
export const LOOM_SIZES_MM = [5, 7, 10, 13, 16, 19, 22, 25, 32, 38] as const;
/** A loom closes again when its wires fill no more than this of its bore (common practice, no source). */
const LOOM_FILL = 0.9;

/** Smallest loom for a bundle; null when it has to be split. */
export const loomFor = (bundleDiameterMm: Millimetres): number | null =>
  LOOM_SIZES_MM.find((size) => size * LOOM_FILL >= bundleDiameterMm) ?? null;

export interface Grommet {
  boreMm: Millimetres;
  /** Hole that it snaps into. */
  holeMm: Millimetres;
}

/** Grommets by bore and hole, mm (common practice, no source; 7 mm for one lead, 20 mm for a two-lamp loom). */
export const GROMMETS: readonly Grommet[] = [
  { boreMm: 5, holeMm: 7 },
  { boreMm: 7, holeMm: 10 },
  { boreMm: 10, holeMm: 13 },
  { boreMm: 13, holeMm: 16 },
  { boreMm: 16, holeMm: 20 },
  { boreMm: 20, holeMm: 25 },
  { boreMm: 26, holeMm: 32 },
  { boreMm: 32, holeMm: 40 },
  { boreMm: 40, holeMm: 50 },
];

/** Room around a bundle so that a connector's leads can still be drawn through (common practice, no source). */
const DRAW_ROOM = 1.1;

/**
 * Smallest grommet that a bundle passes; in a hole that is there already, the smallest that also fills it, as a hole can
 * be made larger only. Null when the bundle has to be split.
 */
export const grommetFor = (bundleDiameterMm: Millimetres, inHoleMm = 0): Grommet | null =>
  GROMMETS.find(({ boreMm, holeMm }) => boreMm >= bundleDiameterMm * DRAW_ROOM - 1e-9 && holeMm >= inHoleMm - 1e-9) ??
  null;
