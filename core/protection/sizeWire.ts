/**
 * The thinnest conductor that keeps both the voltage drop and the current within bounds.
 * Two methods: circular mils as ABYC E-11 prints it (CM = 10.75 I L / E over SAE minimum areas; from memory), and plain
 * resistance of copper at a temperature. Checked against reference tables in sizeWire.test.ts.
 */
import * as z from 'zod';
import { ok, type Result, refused } from '../result.ts';
import {
  type Amps,
  ampacityA,
  type Conductor,
  conductorsOf,
  MM_PER_FOOT,
  resistanceOhmPerM,
  type SquareMillimetres,
  type Volts,
} from '../units/index.ts';

/** Ohm circular mils per foot, about copper at 29 C (ABYC E-11, from memory). */
const ABYC_CONSTANT = 10.75;

const positive = z.number().positive().finite();

export const WireQuestion = z
  .strictObject({
    currentA: positive,
    lengthOneWayM: positive.optional(),
    lengthRoundTripFt: positive.optional(),
    systemVoltageV: positive,
    maxDropPercent: positive.max(100),
    method: z.enum(['circular-mils', 'resistance']).default('resistance'),
    table: z.enum(['sae', 'awg', 'metric']),
    conductorTempC: z.number().min(-60).max(200).default(20),
    bundled: z.number().int().min(1).max(500).default(1),
    insulationTempC: z.number().min(51).max(250).default(105),
    inEngineSpace: z.boolean().default(false),
  })
  .refine((q) => (q.lengthOneWayM === undefined) !== (q.lengthRoundTripFt === undefined), {
    path: ['lengthOneWayM'],
    message: 'Give exactly one of lengthOneWayM and lengthRoundTripFt',
  });
export type WireQuestion = z.infer<typeof WireQuestion>;

export interface WireAnswer {
  gauge: string;
  areaMm2: SquareMillimetres;
  resistanceOhmPerM: number;
  dropV: Volts;
  dropPercent: number;
  ampacityA: Amps;
  limitedBy: 'drop' | 'ampacity';
}

/** Round trip in metres. */
const roundTripM = (q: WireQuestion): number =>
  q.lengthOneWayM !== undefined ? q.lengthOneWayM * 2 : (q.lengthRoundTripFt! * MM_PER_FOOT) / 1000;

/** What one size gives: drop over the round trip and permitted current. */
export function judgeConductor(size: Conductor, q: WireQuestion): Omit<WireAnswer, 'limitedBy'> {
  const lengthM = roundTripM(q);
  const ohmPerM =
    q.method === 'circular-mils'
      ? ABYC_CONSTANT / size.areaCircularMils / (MM_PER_FOOT / 1000)
      : resistanceOhmPerM(size, q.conductorTempC);
  const dropV = q.currentA * ohmPerM * lengthM;
  return {
    gauge: size.gauge,
    areaMm2: size.areaMm2,
    resistanceOhmPerM: ohmPerM,
    dropV,
    dropPercent: (100 * dropV) / q.systemVoltageV,
    ampacityA: ampacityA(size, q),
  };
}

/** The smallest size for both drop and current, and which of the two decided. Refused when the table ends before. */
export function sizeWire(question: WireQuestion): Result<WireAnswer, { kind: 'noSize'; message: string }> {
  const sizes = conductorsOf(question.table);
  const judged = sizes.map((size) => judgeConductor(size, question));
  const byDrop = judged.findIndex((each) => each.dropPercent <= question.maxDropPercent);
  const byAmpacity = judged.findIndex((each) => each.ampacityA >= question.currentA);
  if (byDrop < 0 || byAmpacity < 0) {
    const largest = sizes.at(-1)!.gauge;
    const why =
      byAmpacity < 0 ? `carries ${question.currentA} A` : `keeps the drop within ${question.maxDropPercent} %`;
    return refused({
      kind: 'noSize',
      message: `No ${question.table} size up to ${largest} ${why}. Shorten the run or split the load.`,
    });
  }
  return ok({ ...judged[Math.max(byDrop, byAmpacity)]!, limitedBy: byAmpacity > byDrop ? 'ampacity' : 'drop' });
}
