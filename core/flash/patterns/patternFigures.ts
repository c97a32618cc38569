import { measureFlash } from '../measure.ts';
import { isSteady, type Pattern, shapedLevel } from './patterns.ts';

export interface PatternFigures {
  flashesPerMinute: number;
  /** Share of the period that is lit, weighted by level: what the mean current follows. */
  dutyPercent: number;
  steady: boolean;
  shortestOnS: number;
  /** Longest time without any light. */
  darkestS: number;
}

/** Filament lamps need about this long to glow up; shorter pulses stay dim and wear them out (common practice, no source). */
export const SHORTEST_FILAMENT_PULSE_S = 0.25;

/** Points of a shaped pulse: enough for its area to a thousandth. */
const SHAPE_POINTS = 16;

/** A pattern's light over one period as straight lines, cd on the axis of a lamp of so much intensity. */
export function lightProfile(pattern: Pattern, peakCd = 1): { timeS: number; intensityCd: number }[] {
  const points: { timeS: number; intensityCd: number }[] = [{ timeS: 0, intensityCd: 0 }];
  for (const pulse of pattern.pulses) {
    const steps = pulse.shape === undefined || pulse.shape === 'flat' ? 1 : SHAPE_POINTS;
    points.push({ timeS: pulse.startS, intensityCd: 0 });
    for (let index = 0; index <= steps; index++) {
      const part = index / steps;
      points.push({
        timeS: pulse.startS + (pulse.endS - pulse.startS) * part,
        intensityCd: shapedLevel(pulse, part) * peakCd,
      });
    }
    points.push({ timeS: pulse.endS, intensityCd: 0 });
  }
  points.push({ timeS: pattern.periodS, intensityCd: 0 });
  return points;
}

/** Effective intensity of a lamp that shows a pattern, cd (Blondel and Rey, a = 0.2 s); steady light counts as it is. */
export const effectiveCd = (pattern: Pattern, peakCd: number): number =>
  isSteady(pattern)
    ? peakCd * pattern.pulses[0]!.level
    : measureFlash({ periodS: pattern.periodS, profile: lightProfile(pattern, peakCd) }).effectiveIntensityCd;

/** Figures by the pulses of a pattern, which are never changed in place: rules ask for them again and again. */
const known = new WeakMap<Pattern['pulses'], { periodS: number; figures: PatternFigures }>();

/** Rate and duty of a pattern, from its pulses. */
export function patternFigures(pattern: Pattern): PatternFigures {
  const kept = known.get(pattern.pulses);
  if (kept?.periodS === pattern.periodS) return kept.figures;
  const figures = reckoned(pattern);
  known.set(pattern.pulses, { periodS: pattern.periodS, figures });
  return figures;
}

function reckoned(pattern: Pattern): PatternFigures {
  const measured = measureFlash({
    periodS: pattern.periodS,
    pulses: pattern.pulses.map(({ startS, endS, level }) => ({ startS, endS, intensityCd: level })),
  });
  const weighted = pattern.pulses.reduce(
    (sum, pulse) => sum + (pulse.endS - pulse.startS) * pulse.level * MEAN_OF_SHAPE[pulse.shape ?? 'flat'],
    0,
  );
  return {
    flashesPerMinute: Math.round(measured.flashesPerMinute),
    dutyPercent: Math.round((100 * weighted) / pattern.periodS),
    steady: measured.flashesPerMinute === 0,
    shortestOnS: Math.min(...pattern.pulses.map((pulse) => pulse.endS - pulse.startS)),
    darkestS: longestDarkS(pattern),
  };
}

/** Mean of a shape over its length, of its level: a sine squared and a straight rise both come to a half. */
const MEAN_OF_SHAPE = { flat: 1, ramp: 0.5, beam: 0.5 } as const;

/** Longest time without any light, s; 0 for a steady one. */
function longestDarkS({ periodS, pulses }: Pattern): number {
  return pulses.reduce((longest, pulse, index) => {
    const next = pulses[index + 1];
    const gapS = next ? next.startS - pulse.endS : pulses[0]!.startS + periodS - pulse.endS;
    return Math.max(longest, gapS);
  }, 0);
}

/** May a filament lamp run it? All its pulses must be long enough to glow up in. */
export const suitsFilament = (pattern: Pattern): boolean =>
  patternFigures(pattern).shortestOnS >= SHORTEST_FILAMENT_PULSE_S;
