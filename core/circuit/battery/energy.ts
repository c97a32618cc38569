/** How long the battery lasts with the engine off, and whether the alternator keeps up. */

import type { Build, Id } from '../../document/index.ts';
import type { Amps } from '../../units/index.ts';
import { solveSetting } from '../compileNetwork.ts';
import { batteryCourse, type CoursePoint, runningHours } from './batteryCourse.ts';

/** What is left in the battery so that the engine starts again. Common practice, no source. */
export const RESERVE_RATIO = 0.5;
/** A unit's own systems while the engine runs. Common practice, no source. */
const OWN_RUNNING_A = 25;
/** Part of its rating that an alternator gives hot, at idle. Common practice, no source. */
const IDLE_RATIO = 0.45;

export interface Phase {
  words: string;
  hours: number;
  engine: 'running' | 'idle' | 'off';
  /** Are the crew's controls on? */
  lit: boolean;
}

export interface Scenario {
  key: 'roadside' | 'night' | 'parked';
  words: string;
  phases: readonly Phase[];
}

export const SCENARIOS: readonly Scenario[] = [
  {
    key: 'roadside',
    words: 'Roadside stop, 40 minutes, engine off',
    phases: [
      { words: 'driving there', hours: 0.5, engine: 'running', lit: false },
      { words: 'stopped, lit', hours: 2 / 3, engine: 'off', lit: true },
      { words: 'driving back', hours: 1, engine: 'running', lit: false },
    ],
  },
  {
    key: 'night',
    words: 'Night shift, 8 hours, engine at idle',
    phases: [{ words: 'at idle, lit', hours: 8, engine: 'idle', lit: true }],
  },
  {
    key: 'parked',
    words: 'Parked 12 hours, everything always on',
    phases: [{ words: 'parked, lit', hours: 12, engine: 'off', lit: true }],
  },
];

export interface EnergyFigures {
  /** Drawn by the added lamps with the key off, crew controls on, averaged over their patterns. */
  keyOffA: Amps;
  /** The same with the key on or the engine running: ignition feeds are live too. */
  keyOnA: Amps;
  hoursToReserve: number;
  idleMarginA: Amps;
  runningMarginA: Amps;
  scenarios: ScenarioFigures[];
}

export interface ScenarioFigures {
  scenario: Scenario;
  /** The most that is drawn in any of its phases. */
  drawA: Amps;
  /** What is left in the battery when least is, 0 to 1. */
  leftRatio: number;
  fits: boolean;
  course: CoursePoint[];
}

function drawnA(build: Build, keyOn: boolean, controlIds: ReadonlySet<Id>): Amps {
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
  const scenarios = SCENARIOS.map((scenario): ScenarioFigures => {
    const loads = scenario.phases.map(({ engine, lit, hours }) => {
      const own = hasEngine && engine !== 'off' ? OWN_RUNNING_A : 0;
      const lampsA = !lit ? 0 : engine === 'off' ? keyOffA : keyOnA;
      const supplyA = engine === 'off' ? 0 : alternatorA * (engine === 'idle' ? IDLE_RATIO : 1);
      return { hours, drawA: lampsA + own, supplyA };
    });
    const course = batteryCourse({ capacityAh: batteryAh, systemVoltageV: build.electrics.systemVoltageV, loads });
    const leftRatio = Math.min(...course.map((point) => point.chargeRatio));
    const drawA = Math.max(...loads.map((load) => load.drawA));
    return { scenario, drawA, leftRatio, fits: leftRatio >= RESERVE_RATIO, course };
  });
  return {
    keyOffA,
    keyOnA,
    hoursToReserve: runningHours(batteryAh, keyOffA, RESERVE_RATIO),
    idleMarginA: alternatorA * IDLE_RATIO - OWN_RUNNING_A - keyOnA,
    runningMarginA: alternatorA - OWN_RUNNING_A - keyOnA,
    scenarios,
  };
}
