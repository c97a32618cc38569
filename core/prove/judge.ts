/** Judging a reading against what the solved circuit says the meter should show. */
export type Verdict = 'pass' | 'near' | 'fail';

export interface Expected {
  low: number;
  nominal: number;
  high: number;
  /** Twice the band: outside it the reading fails. */
  nearLow: number;
  nearHigh: number;
}

/** Meter leads, contact and a hand meter's accuracy (common practice, no source). */
const VOLT_TOLERANCE_V = 0.25;
const AMP_TOLERANCE_RATIO = 0.15;
const AMP_TOLERANCE_A = 0.1;

export function expectVolts(nominalV: number): Expected {
  return band(nominalV, VOLT_TOLERANCE_V, VOLT_TOLERANCE_V);
}

/** Amps of a flashing feed swing between the meter's mean and the peak, so the band may reach from one to the other. */
export function expectAmps(meanA: number, peakA: number): Expected {
  const below = meanA * AMP_TOLERANCE_RATIO + AMP_TOLERANCE_A;
  const above = peakA * AMP_TOLERANCE_RATIO + AMP_TOLERANCE_A;
  const nominal = meanA;
  return {
    low: Math.max(0, meanA - below),
    nominal,
    high: peakA + above,
    nearLow: Math.max(0, meanA - 2 * below),
    nearHigh: peakA + 2 * above,
  };
}

const band = (nominal: number, below: number, above: number): Expected => ({
  low: nominal - below,
  nominal,
  high: nominal + above,
  nearLow: nominal - 2 * below,
  nearHigh: nominal + 2 * above,
});

/** Pass inside the band, near within twice the band, fail beyond. */
export function judge(value: number, expected: Expected): Verdict {
  if (value >= expected.low && value <= expected.high) return 'pass';
  return value >= expected.nearLow && value <= expected.nearHigh ? 'near' : 'fail';
}

const figure = (value: number, unit: string) => `${value.toFixed(unit === 'V' ? 2 : 1)} ${unit}`;

/** What the verdict means, in a sentence with figures. */
export function explainVerdict(value: number, expected: Expected, unit: 'V' | 'A', atA: number): string {
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
