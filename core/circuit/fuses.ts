/** Protections by family: ratings, resistance, and how soon they open at a multiple of the rating. */

import type { FuseFamily } from '../document/index.ts';
import type { Amps, Ohms, Volts } from '../units/index.ts';

interface Blade {
  ratingA: Amps;
  colour: string;
}

/** Blade fuses of the usual width by ISO 8820-3 / SAE J1284 (colours from memory). */
const BLADES: readonly Blade[] = [
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
];

/** The small ones have the same colours, and are made from 2 A to 30 A (ISO 8820-3 type E, from memory). */
const SMALL_BLADES = BLADES.filter(({ ratingA }) => ratingA >= 2 && ratingA <= 30);

/** The large ones begin where the usual ones get hot, and have colours of their own (ISO 8820-3 type G, from memory). */
const LARGE_BLADES: readonly Blade[] = [
  { ratingA: 20, colour: 'yellow' },
  { ratingA: 25, colour: 'grey' },
  { ratingA: 30, colour: 'green' },
  { ratingA: 35, colour: 'brown' },
  { ratingA: 40, colour: 'orange' },
  { ratingA: 50, colour: 'red' },
  { ratingA: 60, colour: 'blue' },
  { ratingA: 70, colour: 'tan' },
  { ratingA: 80, colour: 'clear' },
];

const COLOURED: Partial<Record<FuseFamily, readonly Blade[]>> = {
  blade: BLADES,
  smallBlade: SMALL_BLADES,
  largeBlade: LARGE_BLADES,
};

/** The colour that a fuse is told by; empty for families that have none. `fuseColour('blade', 7.5) // => 'brown'` */
export const fuseColour = (family: FuseFamily, ratingA: Amps | null): string =>
  COLOURED[family]?.find((fuse) => fuse.ratingA === ratingA)?.colour ?? '';

/** Is it pushed into a slot or a holder, whatever its width? */
export const isBlade = (family: FuseFamily): boolean => COLOURED[family] !== undefined;

/** At a multiple of its rating a protection opens no sooner and no later than so many seconds. */
export interface TimeCurrentLimit {
  multiple: number;
  notBeforeS: number;
  byS: number;
}

export interface Family {
  name: string;
  ratingsA: readonly number[];
  timeCurrentLimits: readonly TimeCurrentLimit[];
  /** Voltage lost over it at its rating, V. */
  dropAtRatingV: Volts;
  resets: boolean;
  source: string;
}

const NEVER = Number.POSITIVE_INFINITY;

const ratingsOf = (blades: readonly Blade[]): Amps[] => blades.map(({ ratingA }) => ratingA);

/** Blades of the usual width and small ones open alike; large ones are slower. */
const USUAL_BLADE = {
  timeCurrentLimits: [
    { multiple: 1.1, notBeforeS: 360_000, byS: NEVER },
    { multiple: 1.35, notBeforeS: 0.75, byS: 600 },
    { multiple: 1.6, notBeforeS: 0.25, byS: 50 },
    { multiple: 2, notBeforeS: 0.15, byS: 5 },
    { multiple: 3.5, notBeforeS: 0.04, byS: 0.5 },
    { multiple: 6, notBeforeS: 0, byS: 0.1 },
  ],
  dropAtRatingV: 0.1,
  resets: false,
  source: 'ISO 8820-3 time-current limits, from memory; they vary by edition and type',
} as const;

/** The families that crews fit. */
export const FAMILIES: Record<FuseFamily, Family> = {
  blade: { ...USUAL_BLADE, name: 'blade', ratingsA: ratingsOf(BLADES) },
  smallBlade: { ...USUAL_BLADE, name: 'small blade', ratingsA: ratingsOf(SMALL_BLADES) },
  largeBlade: {
    name: 'large blade',
    ratingsA: ratingsOf(LARGE_BLADES),
    timeCurrentLimits: [
      { multiple: 1.1, notBeforeS: 360_000, byS: NEVER },
      { multiple: 1.35, notBeforeS: 60, byS: 1800 },
      { multiple: 2, notBeforeS: 2, byS: 60 },
      { multiple: 3.5, notBeforeS: 0.2, byS: 7 },
      { multiple: 6, notBeforeS: 0.04, byS: 1 },
    ],
    dropAtRatingV: 0.09,
    resets: false,
    source: 'ISO 8820-3 type G time-current limits, from memory; they vary by edition',
  },
  cartridge: {
    name: 'cartridge',
    ratingsA: [20, 25, 30, 40, 50, 60],
    timeCurrentLimits: [
      { multiple: 1.1, notBeforeS: 360_000, byS: NEVER },
      { multiple: 1.35, notBeforeS: 60, byS: 1800 },
      { multiple: 2, notBeforeS: 4, byS: 60 },
      { multiple: 3.5, notBeforeS: 0.2, byS: 7 },
      { multiple: 6, notBeforeS: 0.04, byS: 1 },
    ],
    dropAtRatingV: 0.09,
    resets: false,
    source: 'ISO 8820-4 female-contact cartridges, from memory',
  },
  midi: {
    name: 'midi',
    ratingsA: [30, 40, 50, 60, 70, 80, 100, 125, 150, 200],
    timeCurrentLimits: [
      { multiple: 1.1, notBeforeS: 14_400, byS: NEVER },
      { multiple: 1.35, notBeforeS: 120, byS: 1800 },
      { multiple: 2, notBeforeS: 1, byS: 15 },
      { multiple: 3.5, notBeforeS: 0.3, byS: 5 },
      { multiple: 6, notBeforeS: 0.1, byS: 1 },
    ],
    dropAtRatingV: 0.09,
    resets: false,
    source: 'ISO 8820-5 bolt-in fuses, from memory',
  },
  mega: {
    name: 'mega',
    ratingsA: [100, 125, 150, 175, 200, 225, 250, 300, 350, 400, 500],
    timeCurrentLimits: [
      { multiple: 1, notBeforeS: 14_400, byS: NEVER },
      { multiple: 1.35, notBeforeS: 120, byS: 1800 },
      { multiple: 2, notBeforeS: 1, byS: 15 },
      { multiple: 3.5, notBeforeS: 0.3, byS: 5 },
      { multiple: 5, notBeforeS: 0.1, byS: 1 },
    ],
    dropAtRatingV: 0.08,
    resets: false,
    source: 'ISO 8820-5 bolt-in fuses, from memory',
  },
  breaker: {
    name: 'circuit breaker',
    ratingsA: [5, 6, 8, 10, 15, 20, 25, 30, 40, 50],
    timeCurrentLimits: [
      { multiple: 1.1, notBeforeS: 3600, byS: NEVER },
      { multiple: 1.35, notBeforeS: 5, byS: 1800 },
      { multiple: 2, notBeforeS: 1, byS: 60 },
      { multiple: 4, notBeforeS: 0.2, byS: 10 },
    ],
    dropAtRatingV: 0.2,
    resets: true,
    source: 'SAE J553 type I breakers, from memory',
  },
  link: {
    name: 'fusible link',
    ratingsA: [20, 30, 50, 70, 100],
    timeCurrentLimits: [
      { multiple: 1.1, notBeforeS: 3600, byS: NEVER },
      { multiple: 2, notBeforeS: 2, byS: 120 },
      { multiple: 4, notBeforeS: 0.3, byS: 10 },
      { multiple: 6, notBeforeS: 0.1, byS: 3 },
    ],
    dropAtRatingV: 0.05,
    resets: false,
    source: 'a link four gauge numbers thinner than its wire; common practice, no source',
  },
};

/** A fuse runs continuously at no more than this part of its rating (common practice, no source). */
export const CONTINUOUS_RATIO = 0.8;

/** Smallest rating of a family that carries a steady load: 8.2 A -> 15 A blade. Null above its largest. */
export function fuseForLoadA(steadyA: Amps, family: FuseFamily = 'blade'): Amps | null {
  return FAMILIES[family].ratingsA.find((ratingA) => ratingA >= steadyA / CONTINUOUS_RATIO - 1e-9) ?? null;
}

/** Crews carry fuses from 3 A up; a smaller one opens from a lamp's inrush (common practice, no source). */
export const SMALLEST_FUSE_A = 3;

/** Resistance of a protection, from its drop at the rating (common practice, no source). */
export const fuseResistanceOhm = (ratingA: Amps, family: FuseFamily = 'blade'): Ohms =>
  FAMILIES[family].dropAtRatingV / ratingA;

/** Between two rows of the table a limit is taken on a straight line of the logarithms, as the sheets draw it. */
function between(timeCurrentLimits: readonly TimeCurrentLimit[], multiple: number, edge: 'notBeforeS' | 'byS'): number {
  const next = timeCurrentLimits.findIndex((limit) => limit.multiple > multiple + 1e-9);
  if (next === 0) return NEVER;
  const low = timeCurrentLimits[(next < 0 ? timeCurrentLimits.length : next) - 1]!;
  const high = next < 0 ? undefined : timeCurrentLimits[next]!;
  if (!high || !Number.isFinite(low[edge]) || low[edge] === 0) return low[edge];
  const part = Math.log(multiple / low.multiple) / Math.log(high.multiple / low.multiple);
  if (high[edge] === 0) return low[edge] * (1 - part);
  return low[edge] * (high[edge] / low[edge]) ** part;
}

export interface OpeningTime {
  /** No sooner than this, s; infinity below the first limit. */
  notBeforeS: number;
  /** No later than this, s; infinity where it may never open. */
  byS: number;
}

/**
 * When a protection opens at a current. The latest time steps from limit to limit (the sheet promises no more); the
 * earliest is drawn between them. `openingTime('blade', 10, 20) // => { notBeforeS: 0.15, byS: 5 }`
 */
export function openingTime(family: FuseFamily, ratingA: Amps, currentA: Amps): OpeningTime {
  const { timeCurrentLimits } = FAMILIES[family];
  const multiple = currentA / ratingA;
  const passed = timeCurrentLimits.filter((limit) => multiple >= limit.multiple - 1e-9).at(-1);
  // The last limit of the blades says only when they are open by; just below it they may already be opening.
  return { notBeforeS: passed ? between(timeCurrentLimits, multiple, 'notBeforeS') : NEVER, byS: passed?.byS ?? NEVER };
}

/** The slowest that a blade of a rating may open at a current, seconds; infinity below its first limit. */
export const opensByS = (ratingA: Amps, currentA: Amps): number => openingTime('blade', ratingA, currentA).byS;
