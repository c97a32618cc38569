/** Judging a reading against what the solved circuit says the meter should show. */
import type { Amps, Volts } from '../units/index.ts';
import { ampsRange, type Range, voltsRange } from './meter.ts';

export type Verdict = 'pass' | 'near' | 'fail';

export interface Expected {
  low: number;
  nominal: number;
  high: number;
  /** Twice the band: outside it the reading fails. */
  nearLow: number;
  nearHigh: number;
}

/** Outside a range by no more than it is wide on that side: near, which is worth a second look and proves nothing. */
const expected = (nominal: number, { from, to }: Range): Expected => ({
  low: from,
  nominal,
  high: to,
  nearLow: 2 * from - nominal,
  nearHigh: to + (to - nominal),
});

export const expectVolts = (nominalV: Volts): Expected => expected(nominalV, voltsRange(nominalV));

/** Amps of a flashing feed swing between the meter's mean and the peak, so the range reaches from one to the other. */
export function expectAmps(meanA: Amps, peakA: Amps): Expected {
  const range = ampsRange(meanA, peakA);
  const [below, above] = [meanA - range.from, range.to - peakA];
  return {
    low: Math.max(0, range.from),
    nominal: meanA,
    high: range.to,
    nearLow: Math.max(0, range.from - below),
    nearHigh: range.to + above,
  };
}

/** Pass inside the band, near within twice the band, fail beyond. */
export function judge(value: number, expected: Expected): Verdict {
  if (value >= expected.low && value <= expected.high) return 'pass';
  return value >= expected.nearLow && value <= expected.nearHigh ? 'near' : 'fail';
}

const figure = (value: number, unit: string) => `${value.toFixed(unit === 'V' ? 2 : 1)} ${unit}`;

/** What the verdict means, in a sentence with figures. */
export function explainVerdict(value: number, expected: Expected, unit: 'V' | 'A', atA: Amps): string {
  const verdict = judge(value, expected);
  if (verdict === 'pass') return `Within ${figure(expected.low, unit)} to ${figure(expected.high, unit)}.`;
  const low = value < expected.nominal;
  if (unit === 'V') {
    if (!low) return 'Higher than the battery allows: check the battery reading and the meter range.';
    if (value < 1) return 'No voltage: look for an open fuse, switch, splice or ground.';
    const lostV = expected.nominal - value;
    const ohms = atA > 0 ? lostV / atA : 0;
    return `${lostV.toFixed(2)} V too low at ${atA.toFixed(1)} A: about ${ohms.toFixed(2)} ohm too much, in a joint, the ground or too thin a wire.`;
  }
  return low
    ? 'Less than the lamps draw: one is dark, or on another feed.'
    : 'More than the lamps draw: something else hangs on this feed, or a lead is chafed.';
}
