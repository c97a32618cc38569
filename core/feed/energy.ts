/** How long the battery lasts with the engine off, and whether the alternator keeps up. */
import type { Build, Id } from '../build/index.ts';
import { solveSetting } from './compileNetwork.ts';

/** Lead-acid starter batteries; 1.0 would be ideal. Common practice, from memory: 1.1 to 1.3. */
export const PEUKERT = 1.2;
/** Batteries state their capacity for a discharge of this many hours. */
const RATED_HOURS = 20;
/** What is left in the battery so that the engine starts again. Common practice, no source. */
export const RESERVE_PART = 0.5;
/** A unit's own systems while the engine runs. Common practice, no source. */
const OWN_RUNNING_A = 25;
/** Part of its rating that an alternator gives hot, at idle. Common practice, no source. */
const IDLE_PART = 0.45;

/**
 * Hours until a lead-acid battery is down to a reserve, at a steady current. Peukert (1897): t = H (C / (I H))^k.
 * `runningHours(100, 5, 0) // => 20 h for a 100 Ah battery at its own 20 h rate`
 */
export function runningHours(capacityAh: number, currentA: number, reservePart = RESERVE_PART): number {
  if (currentA <= 0) return Number.POSITIVE_INFINITY;
  const full = RATED_HOURS * (capacityAh / (currentA * RATED_HOURS)) ** PEUKERT;
  return full * (1 - reservePart);
}

export interface Scenario {
  key: 'roadside' | 'night' | 'parked';
  words: string;
  hours: number;
  engine: 'running' | 'idle' | 'off';
}

export const SCENARIOS: readonly Scenario[] = [
  { key: 'roadside', words: 'Roadside stop, 40 minutes, engine off', hours: 2 / 3, engine: 'off' },
  { key: 'night', words: 'Night shift, 8 hours, engine at idle', hours: 8, engine: 'idle' },
  { key: 'parked', words: 'Parked 12 hours, everything always on', hours: 12, engine: 'off' },
];

export interface EnergyFigures {
  /** Drawn by the added lamps with the key off, crew controls on, averaged over their patterns. */
  keyOffA: number;
  /** The same with the key on or the engine running: ignition feeds are live too. */
  keyOnA: number;
  hoursToReserve: number;
  idleMarginA: number;
  runningMarginA: number;
  scenarios: { scenario: Scenario; drawA: number; usedAh: number; leftPart: number; fits: boolean }[];
}

function drawnA(build: Build, keyOn: boolean, controlIds: ReadonlySet<Id>): number {
  const { solution } = solveSetting(build, { keyOn, controlIds, load: 'average' });
  return Math.max(0, solution.elements.battery?.currentA ?? 0);
}

/**
 * Energy of a unit with all the crew's controls on (signals off), from the solved circuit.
 */
export function energyFigures(build: Build): EnergyFigures {
  const { batteryAh, alternatorA } = build.electrics;
  const crew = new Set(
    Object.values(build.controls).flatMap((control) => (control.kind === 'signal' ? [] : [control.id])),
  );
  const keyOffA = drawnA(build, false, crew);
  const keyOnA = drawnA(build, true, crew);
  const hasEngine = alternatorA > 0;
  const scenarios = SCENARIOS.map((scenario) => {
    const keyOn = scenario.engine !== 'off';
    const own = scenario.engine === 'off' ? 0 : OWN_RUNNING_A;
    const supply = scenario.engine === 'off' ? 0 : alternatorA * (scenario.engine === 'idle' ? IDLE_PART : 1);
    const drawA = (keyOn ? keyOnA : keyOffA) + (hasEngine ? own : 0);
    const shortA = Math.max(0, drawA - supply);
    // Peukert counts a fast discharge for more than its ampere-hours.
    const usedPart = shortA > 0 ? scenario.hours / runningHours(batteryAh, shortA, 0) : 0;
    const leftPart = Math.max(0, 1 - usedPart);
    return { scenario, drawA, usedAh: usedPart * batteryAh, leftPart, fits: leftPart >= RESERVE_PART };
  });
  return {
    keyOffA,
    keyOnA,
    hoursToReserve: runningHours(batteryAh, keyOffA),
    idleMarginA: alternatorA * IDLE_PART - OWN_RUNNING_A - keyOnA,
    runningMarginA: alternatorA - OWN_RUNNING_A - keyOnA,
    scenarios,
  };
}
