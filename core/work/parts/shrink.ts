/** Heat shrink that fits: wide enough to go over the joint, and small enough afterwards to grip the wire. */
import type { Millimetres } from '../../units/index.ts';

export interface Shrink {
  ratio: 2 | 3 | 4;
  /** Bore as supplied and as it recovers to, mm. */
  boreMm: Millimetres;
  recoveredMm: Millimetres;
}

/** Bore over the largest part, and under the smallest once shrunk (common practice, no source). */
const OVER = 1.1;
const UNDER = 0.9;

/** Bores as supplied, mm, by ratio (common trade sizes, from memory). 2:1 is cheaper and tried first. */
const BORES: { ratio: 2 | 3 | 4; boresMm: readonly number[] }[] = [
  { ratio: 2, boresMm: [2.4, 3.2, 4.8, 6.4, 9.5, 12.7, 19, 25.4] },
  { ratio: 3, boresMm: [3, 4.5, 6, 7.5, 9.5, 12, 18, 24] },
  { ratio: 4, boresMm: [4, 6, 8, 12, 16, 24] },
];

/**
 * The smallest shrink for a joint: over its largest diameter as supplied, under its smallest once recovered, both in mm.
 * Null when no ratio spans the two: then the joint needs a sleeve in two steps.
 */
export function shrinkFor(largestMm: Millimetres, smallestMm: Millimetres): Shrink | null {
  for (const { ratio, boresMm } of BORES)
    for (const boreMm of boresMm) {
      const recoveredMm = boreMm / ratio;
      if (boreMm >= largestMm * OVER - 1e-9 && recoveredMm <= smallestMm * UNDER + 1e-9)
        return { ratio, boreMm, recoveredMm };
    }
  return null;
}
