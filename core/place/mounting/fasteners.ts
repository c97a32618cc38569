/** What goes through holes and holds: bolts by their stack, rivets by their grip. */
import type { Millimetres } from '../../units/index.ts';
import { boltFor, formatMm } from './mounts.ts';

/** Washer, nut and what stands over of the thread, by the bolt. ISO 7089 and ISO 4032 with the pitches of ISO 261, from memory. */
const NUTS: Record<string, { washerMm: Millimetres; nutMm: Millimetres; pitchMm: Millimetres }> = {
  M4: { washerMm: 0.8, nutMm: 3.2, pitchMm: 0.7 },
  M5: { washerMm: 1, nutMm: 4.7, pitchMm: 0.8 },
  M6: { washerMm: 1.6, nutMm: 5.2, pitchMm: 1 },
  M8: { washerMm: 1.6, nutMm: 6.8, pitchMm: 1.25 },
  M10: { washerMm: 2, nutMm: 8.4, pitchMm: 1.5 },
  M12: { washerMm: 2.5, nutMm: 10.8, pitchMm: 1.75 },
};

/** Lengths in which bolts are kept, mm. ISO 4017 steps, from memory. */
export const BOLT_LENGTHS_MM: readonly Millimetres[] = [
  10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100,
];
const THREADS_OVER = 2;

export interface StackBolt {
  thread: string;
  /** What it has to be at least, and the next length that is kept; null where none is long enough. */
  neededMm: Millimetres;
  lengthMm: Millimetres | null;
}

/**
 * The bolt through a hole and a stack of metal: a washer, the nut, two threads over.
 * `boltThrough(9, 6.2) // => { thread: 'M8', neededMm: 17.1, lengthMm: 20 }`. Null for a hole under M4.
 */
export function boltThrough(holeMm: Millimetres, stackMm: Millimetres): StackBolt | null {
  const bolt = boltFor(holeMm);
  const nut = bolt && NUTS[bolt.thread];
  if (!bolt || !nut) return null;
  const neededMm = Math.round((stackMm + nut.washerMm + nut.nutMm + THREADS_OVER * nut.pitchMm) * 10) / 10;
  return { thread: bolt.thread, neededMm, lengthMm: BOLT_LENGTHS_MM.find((length) => length >= neededMm) ?? null };
}

/** Blind rivets, by the hole that they want; grips end where the next length begins. Common practice, no source. */
const RIVETS: readonly { diameterMm: Millimetres; holeMm: Millimetres; lengthsMm: readonly Millimetres[] }[] = [
  { diameterMm: 3.2, holeMm: 3.3, lengthsMm: [6, 8, 10, 12, 14, 16] },
  { diameterMm: 4, holeMm: 4.1, lengthsMm: [6, 8, 10, 12, 14, 16, 18, 20] },
  { diameterMm: 4.8, holeMm: 4.9, lengthsMm: [8, 10, 12, 14, 16, 18, 20, 25, 30] },
  { diameterMm: 6.4, holeMm: 6.5, lengthsMm: [10, 12, 15, 18, 20, 25, 30] },
];
/** A rivet is longer than what it grips by so many of its diameters. Common practice, no source. */
const RIVET_OVER = 1.2;

/** A hole so much larger or smaller is still the rivet's. Common practice, no source. */
const RIVET_HOLE_MM = 0.15;

/** The rivet for a hole and what it grips; null where none fits. `rivetFor(4.9, 5.2) // => { diameterMm: 4.8, lengthMm: 12 }` */
export function rivetFor(
  holeMm: Millimetres,
  gripMm: Millimetres,
): { diameterMm: Millimetres; lengthMm: Millimetres } | null {
  const rivet = RIVETS.find((each) => Math.abs(each.holeMm - holeMm) <= RIVET_HOLE_MM);
  const lengthMm = rivet?.lengthsMm.find((length) => length >= gripMm + RIVET_OVER * rivet.diameterMm);
  return rivet && lengthMm !== undefined ? { diameterMm: rivet.diameterMm, lengthMm } : null;
}

/** Blanking plugs by the hole they close, mm (common trade sizes, from memory). */
const PLUGS_MM = [3.2, 5, 6.5, 8.5, 10.5, 13, 16, 20, 25, 32, 40, 50, 60, 76, 102];

/** What closes a round hole: a blanking plug, or a patch where none is so large. */
export function closingFor(holeMm: Millimetres): string {
  const plugMm = plugFor(holeMm);
  return plugMm ? `Blanking plug ${formatMm(plugMm)} mm` : `Patch over a ${formatMm(holeMm)} mm hole`;
}

/** The blanking plug for a hole; null for one that takes a patch. */
export const plugFor = (holeMm: Millimetres): number | null => PLUGS_MM.find((size) => size >= holeMm - 0.4) ?? null;
