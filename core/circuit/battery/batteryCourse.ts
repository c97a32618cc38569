/** A lead-acid battery over time: how much is left in it and what its terminals show, load by load. */

import type { Amps, Volts } from '../../units/index.ts';
import { BATTERY_OHM, restingVoltageV } from '../compileNetwork.ts';

/** Lead-acid starter batteries; 1.0 would be ideal. Common practice, from memory: 1.1 to 1.3. */
export const PEUKERT = 1.2;
/** Batteries state their capacity for a discharge of this many hours. */
const RATED_HOURS = 20;

/**
 * Hours until a lead-acid battery is down to a reserve, at a steady current. Peukert (1897): t = H (C / (I H))^k.
 * `runningHours(100, 5, 0) // => 20 h for a 100 Ah battery at its own 20 h rate`
 */
export function runningHours(capacityAh: number, currentA: Amps, reserveRatio: number): number {
  if (currentA <= 0) return Number.POSITIVE_INFINITY;
  const full = RATED_HOURS * (capacityAh / (currentA * RATED_HOURS)) ** PEUKERT;
  return full * (1 - reserveRatio);
}

const RATED_V = 12;

/** At rest, by what is left in it: 12 V, six cells, 25 °C. Usual makers' tables, from memory; full as the circuit has it. */
const RESTING_V = [
  [0, 11.8],
  [0.25, 12.0],
  [0.5, 12.2],
  [0.75, 12.45],
  [1, restingVoltageV(RATED_V)],
] as const;
/** Across its terminals while it is charged, 12 V. Common practice, no source. */
export const CHARGING_V = 14.2;
/** It takes at most this part of its ampere-hours as current, and keeps this part of what it takes. Common practice, no source. */
const ACCEPTS_RATIO = 0.2;
const KEEPS_RATIO = 0.85;

/** Volts at rest for what is left, 0 to 1, of a 12 V battery. */
export function restingV(chargeRatio: number): Volts {
  const at = Math.min(1, Math.max(0, chargeRatio));
  const above = RESTING_V.findIndex(([ratio]) => ratio >= at);
  if (above <= 0) return RESTING_V[0][1];
  const [r0, v0] = RESTING_V[above - 1]!;
  const [r1, v1] = RESTING_V[above]!;
  return v0 + ((at - r0) / (r1 - r0)) * (v1 - v0);
}

export interface Load {
  hours: number;
  drawA: Amps;
  /** What an alternator gives. */
  supplyA: Amps;
}

export interface CoursePoint {
  hours: number;
  /** What is left in the battery, 0 to 1. */
  chargeRatio: number;
  terminalV: Volts;
}

export interface CourseQuestion {
  capacityAh: number;
  systemVoltageV: 12 | 24;
  loads: readonly Load[];
}

const POINTS_A_LOAD = 24;

/** From full, load after load; each begins and ends with a point of its own. */
export function batteryCourse({ capacityAh, systemVoltageV, loads }: CourseQuestion): CoursePoint[] {
  const batteries = systemVoltageV / RATED_V;
  const points: CoursePoint[] = [];
  let beginHours = 0;
  let beginRatio = 1;
  for (const { hours, drawA, supplyA } of loads) {
    const shortA = Math.max(0, drawA - supplyA);
    const chargeA = Math.min(Math.max(0, supplyA - drawA), capacityAh * ACCEPTS_RATIO);
    const perHour = shortA > 0 ? -1 / runningHours(capacityAh, shortA, 0) : (chargeA * KEEPS_RATIO) / capacityAh;
    const ratioAfter = (after: number) => Math.min(1, Math.max(0, beginRatio + perHour * after));
    for (let step = 0; step <= POINTS_A_LOAD; step++) {
      const after = (hours * step) / POINTS_A_LOAD;
      const chargeRatio = ratioAfter(after);
      const terminalV =
        supplyA > drawA ? CHARGING_V * batteries : restingV(chargeRatio) * batteries - shortA * BATTERY_OHM;
      points.push({ hours: beginHours + after, chargeRatio, terminalV });
    }
    beginRatio = ratioAfter(hours);
    beginHours += hours;
  }
  return points;
}
