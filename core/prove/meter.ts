/** What a meter in a shop reads of a sound unit: its own error, and what good parts differ by. */
import type { Amps, Volts } from '../units/index.ts';

/** A hand meter: 0.5 % and two digits of a hundredth of a volt; a clamp: 3 % and a twentieth of an amp (common practice, no source). */
const METER = { voltRatio: 0.005, voltV: 0.02, ampRatio: 0.03, ampA: 0.05 };
/** Lamps of one model differ by so much in what they draw (common practice, no source). */
const LAMP_SPREAD_RATIO = 0.05;
/** A good joint that is not as good as the best costs up to this, V (common practice, no source). */
const GOOD_JOINTS_V = 0.1;

export interface Range {
  from: number;
  to: number;
}

/** Volts, signed: the meter's error both ways, and good joints downwards. */
export const voltsRange = (nominalV: Volts): Range => {
  const errorV = Math.abs(nominalV) * METER.voltRatio + METER.voltV;
  return { from: nominalV - errorV - GOOD_JOINTS_V, to: nominalV + errorV };
};

/** Amps swing with the pattern: from the mean to the peak. */
export const ampsRange = (meanA: Amps, peakA: Amps): Range => ({
  from: meanA * (1 - METER.ampRatio - LAMP_SPREAD_RATIO) - METER.ampA,
  to: peakA * (1 + METER.ampRatio + LAMP_SPREAD_RATIO) + METER.ampA,
});
