import { measureFlash } from './measure.ts';
import type { Pattern } from './patterns.ts';

export interface PatternFigures {
  flashesPerMinute: number;
  /** Share of the period that is lit, weighted by level: what the mean current follows. */
  dutyPercent: number;
  steady: boolean;
  shortestOnS: number;
}

/** Filament lamps need about this long to glow up; shorter pulses stay dim and wear them out (common practice, no source). */
export const SHORTEST_FILAMENT_PULSE_S = 0.25;

/** Rate and duty of a pattern, from its pulses. */
export function patternFigures(pattern: Pattern): PatternFigures {
  const measured = measureFlash({
    periodS: pattern.periodS,
    pulses: pattern.pulses.map(({ startS, endS, level }) => ({ startS, endS, intensityCd: level })),
  });
  const weighted = pattern.pulses.reduce((sum, pulse) => sum + (pulse.endS - pulse.startS) * pulse.level, 0);
  return {
    flashesPerMinute: Math.round(measured.flashesPerMinute),
    dutyPercent: Math.round((100 * weighted) / pattern.periodS),
    steady: measured.flashesPerMinute === 0,
    shortestOnS: Math.min(...pattern.pulses.map((pulse) => pulse.endS - pulse.startS)),
  };
}

/** May a filament lamp run it? All its pulses must be long enough to glow up in. */
export const suitsFilament = (pattern: Pattern): boolean =>
  patternFigures(pattern).shortestOnS >= SHORTEST_FILAMENT_PULSE_S;
