/** Changes to a drawn pattern: on a grid of 5 ms, pulses in order and never over each other. Times in seconds. */
import type { LightColour, OwnPattern, Pulse, PulseShape } from '../../document/index.ts';
import type { Pattern } from './patterns.ts';

export const GRID_S = 0.005;
/** Shorter than this no lamp's driver follows (common practice, no source). */
const SHORTEST_PULSE_S = 0.01;

export const snapped = (seconds: number): number => Math.round(Math.round(seconds / GRID_S) * GRID_S * 1e6) / 1e6;

const ordered = (pulses: readonly Pulse[]): Pulse[] => [...pulses].sort((a, b) => a.startS - b.startS);

/** A pattern to draw on, begun from another one. */
export const copyOf = (pattern: Pattern, id: string, name: string): OwnPattern => ({
  id,
  name,
  periodS: pattern.periodS,
  pulses: pattern.pulses.map((pulse) => ({ ...pulse })),
});

/** Free time around a pulse, or around a moment that no pulse has: from the end of the one before to the next start. */
function gapAround({ pulses, periodS }: OwnPattern, startS: number, but = -1): { fromS: number; toS: number } {
  const others = pulses.filter((_, index) => index !== but);
  return {
    fromS: Math.max(0, ...others.filter((pulse) => pulse.endS <= startS + 1e-9).map((pulse) => pulse.endS)),
    toS: Math.min(periodS, ...others.filter((pulse) => pulse.startS >= startS - 1e-9).map((pulse) => pulse.startS)),
  };
}

/** A new pulse from a moment on, as long as there is room; the pattern itself when there is none. */
export function withPulse(pattern: OwnPattern, atS: number, lengthS = 0.1): OwnPattern {
  const startS = snapped(atS);
  const taken = pattern.pulses.some((pulse) => startS >= pulse.startS - 1e-9 && startS < pulse.endS - 1e-9);
  const { toS } = gapAround(pattern, startS);
  const endS = snapped(Math.min(startS + lengthS, toS));
  if (taken || endS - startS < SHORTEST_PULSE_S - 1e-9) return pattern;
  return { ...pattern, pulses: ordered([...pattern.pulses, { startS, endS, level: 1 }]) };
}

/** A pulse moved by so much, as far as its neighbours let it. */
export function movedPulse(pattern: OwnPattern, index: number, byS: number): OwnPattern {
  const pulse = pattern.pulses[index];
  if (!pulse) return pattern;
  const { fromS, toS } = gapAround(pattern, pulse.startS, index);
  const lengthS = pulse.endS - pulse.startS;
  const startS = snapped(Math.max(fromS, Math.min(toS - lengthS, pulse.startS + byS)));
  return withChanged(pattern, index, { startS, endS: snapped(startS + lengthS) });
}

/** One edge of a pulse put to a moment, as far as its neighbours and its shortest length let it. */
export function resizedPulse(pattern: OwnPattern, index: number, edge: 'start' | 'end', toS: number): OwnPattern {
  const pulse = pattern.pulses[index];
  if (!pulse) return pattern;
  const gap = gapAround(pattern, pulse.startS, index);
  const at = snapped(toS);
  return edge === 'start'
    ? withChanged(pattern, index, { startS: Math.max(gap.fromS, Math.min(at, snapped(pulse.endS - SHORTEST_PULSE_S))) })
    : withChanged(pattern, index, { endS: Math.min(gap.toS, Math.max(at, snapped(pulse.startS + SHORTEST_PULSE_S))) });
}

function withChanged(pattern: OwnPattern, index: number, changes: Partial<Pulse>): OwnPattern {
  const pulses = pattern.pulses.map((pulse, at) => (at === index ? { ...pulse, ...changes } : pulse));
  return { ...pattern, pulses };
}

export const withLevel = (pattern: OwnPattern, index: number, level: number): OwnPattern =>
  withChanged(pattern, index, { level: Math.max(0.05, Math.min(1, level)) });

export const withShape = (pattern: OwnPattern, index: number, shape: PulseShape): OwnPattern =>
  withChanged(pattern, index, { shape });

export function withColour(pattern: OwnPattern, index: number, colour: LightColour | null): OwnPattern {
  const pulses = pattern.pulses.map((pulse, at): Pulse => {
    if (at !== index) return pulse;
    const { colour: _, ...plain } = pulse;
    return colour ? { ...plain, colour } : plain;
  });
  return { ...pattern, pulses };
}

/** Without one pulse; the last one stays. */
export const withoutPulse = (pattern: OwnPattern, index: number): OwnPattern =>
  pattern.pulses.length > 1 ? { ...pattern, pulses: pattern.pulses.filter((_, at) => at !== index) } : pattern;

/** Backwards in time. */
export const reversed = (pattern: OwnPattern): OwnPattern => ({
  ...pattern,
  pulses: ordered(
    pattern.pulses.map((pulse) => ({
      ...pulse,
      startS: snapped(pattern.periodS - pulse.endS),
      endS: snapped(pattern.periodS - pulse.startS),
    })),
  ),
});

/** Later by so much; what runs over the end of the period begins again at its start, in two pieces where it must. */
export function shifted(pattern: OwnPattern, byS: number): OwnPattern {
  const { periodS } = pattern;
  const pulses = pattern.pulses.flatMap((pulse): Pulse[] => {
    const lengthS = pulse.endS - pulse.startS;
    const startS = snapped((((pulse.startS + byS) % periodS) + periodS) % periodS);
    const endS = snapped(startS + lengthS);
    if (endS <= periodS + 1e-9) return [{ ...pulse, startS, endS: Math.min(endS, periodS) }];
    return [
      { ...pulse, startS, endS: periodS },
      { ...pulse, startS: 0, endS: snapped(endS - periodS) },
    ].filter((piece) => piece.endS - piece.startS > 1e-9);
  });
  return { ...pattern, pulses: ordered(pulses) };
}

/** The same with another period, every time in proportion. */
export function stretched(pattern: OwnPattern, periodS: number): OwnPattern {
  const scale = periodS / pattern.periodS;
  return {
    ...pattern,
    periodS: snapped(periodS),
    pulses: pattern.pulses.map((pulse) => ({
      ...pulse,
      startS: snapped(pulse.startS * scale),
      endS: Math.min(
        snapped(periodS),
        Math.max(snapped(pulse.startS * scale) + SHORTEST_PULSE_S, snapped(pulse.endS * scale)),
      ),
    })),
  };
}
