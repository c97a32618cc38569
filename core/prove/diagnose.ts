/**
 * Which fault explains what was read: all single faults simulated, ranked by how well they account for every reading so
 * far, and the next reading that would tell the best of them apart.
 */

import { restingVoltageV, stateSolver } from '../circuit/index.ts';
import type { Build, Id, Reading } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import type { Volts } from '../units/index.ts';
import { candidateFaults, type Fault } from './faults.ts';

/** Somewhere a meter can be held, in one setting of the controls. */
export interface MeterPoint {
  key: string;
  controlIds: readonly Id[];
  place: Reading['place'];
  quantity: Reading['quantity'];
}

export interface Observation {
  pointKey: string;
  value: number;
  batteryV: Volts;
}

/** A hand meter's spread on volts, V, and on amps, as a part and a rest (common practice, no source). */
const VOLT_SPREAD_V = 0.08;
const AMP_SPREAD_RATIO = 0.05;
const AMP_SPREAD_A = 0.04;

export const spreadOf = (quantity: Reading['quantity'], nominal: number): number =>
  quantity === 'volts' ? VOLT_SPREAD_V : AMP_SPREAD_RATIO * Math.abs(nominal) + AMP_SPREAD_A;

/** All places of a unit in some settings: amps at every fuse, volts at every lamp. */
export function meterPoints(build: Build, settings: readonly (readonly Id[])[]): MeterPoint[] {
  const feeds = deriveFeeds(build).filter((feed) => feed.lamps.length > 0);
  const lampIds = [...new Set(feeds.flatMap((feed) => feed.lamps.map((lamp) => lamp.id)))];
  return settings.flatMap((controlIds) => {
    const setting = [...controlIds].sort().join('+');
    return [
      ...feeds.map(
        ({ fuse }): MeterPoint => ({
          key: `${setting} amps ${fuse.id}`,
          controlIds,
          place: { kind: 'feed', fuseId: fuse.id },
          quantity: 'amps',
        }),
      ),
      ...lampIds.map(
        (lampId): MeterPoint => ({
          key: `${setting} volts ${lampId}`,
          controlIds,
          place: { kind: 'lamp', lampId },
          quantity: 'volts',
        }),
      ),
    ];
  });
}

/** What a meter would show at every point of a build; amps as its mean, volts while the lamps are lit. */
export function predict(build: Build, points: readonly MeterPoint[]): Float64Array {
  const loads = new Map(
    Object.values(build.elements).flatMap((element) =>
      element.kind === 'lampLoad' ? [[element.lampId, element.id] as const] : [],
    ),
  );
  const values = new Float64Array(points.length);
  const batteryV = restingVoltageV(build.electrics.systemVoltageV);
  for (const quantity of ['volts', 'amps'] as const) {
    const solver = stateSolver(build, { load: quantity === 'volts' ? 'maximum' : 'average', batteryV });
    let setting = '';
    let circuit: ReturnType<typeof solver.solve> | null = null;
    for (const [index, point] of points.entries()) {
      if (point.quantity !== quantity) continue;
      const now = point.controlIds.join();
      if (!circuit || now !== setting) {
        circuit = solver.solve({ keyOn: true, controlIds: new Set(point.controlIds) });
        setting = now;
      }
      const id = point.place.kind === 'feed' ? point.place.fuseId : loads.get(point.place.lampId);
      const state = id ? circuit.stateOf(id) : null;
      values[index] = Math.abs((quantity === 'volts' ? state?.voltageV : state?.currentA) ?? 0);
    }
  }
  return values;
}

/** One or more faults that no reading tells apart. */
interface Suspect {
  faults: Fault[];
  /** Predictions for each resistance that is tried; one row for what has none. */
  rows: Float64Array[];
}

export interface Diagnosis {
  points: MeterPoint[];
  sound: Float64Array;
  suspects: Suspect[];
}

/** Faults closer than this part of the spread at every point are one. */
const SAME_RATIO = 0.5;

function alike(points: readonly MeterPoint[], one: Suspect, other: Suspect): boolean {
  if (one.rows.length !== other.rows.length) return false;
  return one.rows.every((row, at) =>
    points.every(
      ({ quantity }, index) =>
        Math.abs(row[index]! - other.rows[at]![index]!) <= SAME_RATIO * spreadOf(quantity, row[index]!),
    ),
  );
}

/** Simulates every fault of a unit at its points. Takes seconds for a large unit: made once, in a worker. */
export function prepareDiagnosis(build: Build, settings: readonly (readonly Id[])[]): Diagnosis {
  const points = meterPoints(build, settings);
  const sound = predict(build, points);
  const byKey = new Map<string, Suspect>();
  for (const fault of candidateFaults(build)) {
    const row = predict(fault.apply(build), points);
    const known = byKey.get(fault.key);
    if (known) known.rows.push(row);
    else byKey.set(fault.key, { faults: [fault], rows: [row] });
  }
  const suspects: Suspect[] = [];
  const isUnseen = ({ rows }: Suspect) =>
    rows.every((row) => alike(points, { faults: [], rows: [sound] }, { faults: [], rows: [row] }));
  for (const each of byKey.values()) {
    // What no meter shows cannot be the cause of what one showed.
    if (isUnseen(each)) continue;
    const same = suspects.find((other) => alike(points, other, each));
    if (same) same.faults.push(...each.faults);
    else suspects.push(each);
  }
  return { points, sound, suspects };
}

/** Between two resistances that were tried, so many steps are reckoned. */
const STEPS_BETWEEN = 4;
/** A reading further off than this many spreads counts as this: one slip of the meter must not decide. */
const MAX_SPREADS = 6;

function misfit(quantity: Reading['quantity'], predicted: number, read: number): number {
  const off = Math.min(MAX_SPREADS, Math.abs(predicted - read) / spreadOf(quantity, predicted));
  return off * off;
}

/** A row of predictions between two others. */
const blended = (one: Float64Array, other: Float64Array, part: number): Float64Array =>
  one.map((value, index) => value * (1 - part) + other[index]! * part);

interface Fit {
  suspect: Suspect | null;
  /** Half the sum of squares, in spreads: less is better. */
  cost: number;
  row: Float64Array;
}

/** The best a suspect can do: at each resistance that was tried and at steps between, held against what was read alone. */
function fitOf(diagnosis: Diagnosis, suspect: Suspect, read: readonly { index: number; value: number }[]): Fit {
  let best = { cost: Number.POSITIVE_INFINITY, at: 0, part: 0 };
  for (const [at, row] of suspect.rows.entries()) {
    const next = suspect.rows[at + 1] ?? row;
    const steps = next === row ? 1 : STEPS_BETWEEN;
    for (let step = 0; step < steps; step++) {
      const part = step / STEPS_BETWEEN;
      let cost = 0;
      for (const { index, value } of read) {
        const predicted = row[index]! * (1 - part) + next[index]! * part;
        cost += misfit(diagnosis.points[index]!.quantity, predicted, value) / 2;
      }
      if (cost < best.cost) best = { cost, at, part };
    }
  }
  const row = suspect.rows[best.at]!;
  return { suspect, cost: best.cost, row: best.part > 0 ? blended(row, suspect.rows[best.at + 1]!, best.part) : row };
}

export interface RankedFault {
  faults: Fault[];
  /** Share of belief among all that was looked at, 0 to 1. */
  share: number;
}

export interface Ranking {
  /** Most likely first; the sound unit is not among them. */
  ranked: RankedFault[];
  /** Share of belief that nothing is wrong. */
  soundShare: number;
  /** The reading that tells most; null when no further one would help. */
  next: MeterPoint | null;
}

/** Suspects that are weighed against each other when the next reading is chosen. */
const WEIGHED = 24;
/** A further reading is asked for while it is expected to part suspects by at least this many spreads squared. */
const WORTH = 0.6;
/** Something being wrong with any one part is rarer than nothing being wrong. */
const SOUND_PRIOR = 4;

/** Readings at points of the diagnosis, scaled to the battery that the predictions are for. */
function placed(build: Build, diagnosis: Diagnosis, observations: readonly Observation[]) {
  const restingV = restingVoltageV(build.electrics.systemVoltageV);
  return observations.flatMap(({ pointKey, value, batteryV }) => {
    const index = diagnosis.points.findIndex((point) => point.key === pointKey);
    if (index < 0) return [];
    const quantity = diagnosis.points[index]!.quantity;
    return [
      {
        index,
        value:
          quantity === 'volts' && batteryV > 1 ? value + (restingV - batteryV) * Math.min(1, value / batteryV) : value,
      },
    ];
  });
}

/** Ranks the faults by all readings so far and names the next reading. */
export function diagnose(build: Build, diagnosis: Diagnosis, observations: readonly Observation[]): Ranking {
  const read = placed(build, diagnosis, observations);
  const soundCost =
    read.reduce(
      (sum, { index, value }) => sum + misfit(diagnosis.points[index]!.quantity, diagnosis.sound[index]!, value),
      0,
    ) / 2;
  const fits = diagnosis.suspects.map((suspect) => fitOf(diagnosis, suspect, read)).sort((a, b) => a.cost - b.cost);
  const least = Math.min(soundCost, fits[0]?.cost ?? soundCost);
  const soundWeight = SOUND_PRIOR * Math.exp(least - soundCost);
  // What fits with a free resistance fits more easily: it is believed a little less.
  const weightOf = ({ cost, suspect }: Fit) => Math.exp(least - cost - (suspect!.rows.length > 1 ? FREE_COST : 0));
  const weighed = fits.map((fit) => ({ fit, weight: weightOf(fit) })).sort((a, b) => b.weight - a.weight);
  const total = soundWeight + weighed.reduce((sum, each) => sum + each.weight, 0);
  return {
    ranked: weighed.map(({ fit, weight }) => ({ faults: fit.suspect!.faults, share: weight / total })),
    soundShare: soundWeight / total,
    next: nextPoint(
      diagnosis,
      weighed.slice(0, WEIGHED),
      { row: diagnosis.sound, weight: soundWeight },
      new Set(read.map((each) => each.index)),
    ),
  };
}

const FREE_COST = 0.7;

function nextPoint(
  diagnosis: Diagnosis,
  weighed: readonly { fit: Fit; weight: number }[],
  sound: { row: Float64Array; weight: number },
  done: ReadonlySet<number>,
): MeterPoint | null {
  const all = [...weighed.map(({ fit, weight }) => ({ row: fit.row, weight })), sound];
  const total = all.reduce((sum, each) => sum + each.weight, 0);
  let best: { point: MeterPoint; gain: number } | null = null;
  for (const [index, point] of diagnosis.points.entries()) {
    if (done.has(index)) continue;
    const mean = all.reduce((sum, { row, weight }) => sum + row[index]! * weight, 0) / total;
    const spread = spreadOf(point.quantity, mean);
    const gain =
      all.reduce(
        (sum, { row, weight }) => sum + weight * Math.min(MAX_SPREADS, Math.abs(row[index]! - mean) / spread) ** 2,
        0,
      ) / total;
    if (gain >= WORTH && (!best || gain > best.gain)) best = { point, gain };
  }
  return best?.point ?? null;
}
