/** Blade fuses by ISO 8820-3 / SAE J1284 (colours from memory). */
export const BLADE_FUSES = [
  { ratingA: 1, colour: 'black' },
  { ratingA: 2, colour: 'grey' },
  { ratingA: 3, colour: 'violet' },
  { ratingA: 4, colour: 'pink' },
  { ratingA: 5, colour: 'tan' },
  { ratingA: 7.5, colour: 'brown' },
  { ratingA: 10, colour: 'red' },
  { ratingA: 15, colour: 'blue' },
  { ratingA: 20, colour: 'yellow' },
  { ratingA: 25, colour: 'clear' },
  { ratingA: 30, colour: 'green' },
  { ratingA: 35, colour: 'blue-green' },
  { ratingA: 40, colour: 'orange' },
] as const;

/** A fuse runs continuously at no more than this part of its rating (common practice, no source). */
export const CONTINUOUS_PART = 0.8;

/** Smallest rating that carries a steady load: 8.2 A -> 15 A. Null above the largest blade. */
export function fuseForLoadA(steadyA: number): number | null {
  return BLADE_FUSES.find((fuse) => fuse.ratingA >= steadyA / CONTINUOUS_PART - 1e-9)?.ratingA ?? null;
}

/** Nearest blade at or under a limit that still carries the load; null when the two leave no size. */
export function fuseWithin(steadyA: number, limitA: number): number | null {
  const least = fuseForLoadA(steadyA);
  return least !== null && least <= limitA ? least : null;
}

/** Resistance of a blade: about 0.1 V at its rating (common practice, no source). */
export const fuseResistanceOhm = (ratingA: number): number => 0.1 / ratingA;
