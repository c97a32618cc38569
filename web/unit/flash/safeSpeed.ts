/** How fast a preview may run on screen: never over three flashes a second unless someone asks (WCAG 2.3.1, from memory). */
import { type LampShow, patternFigures } from '../../../core/flash/index.ts';

export const MAX_FLASHES_A_SECOND = 3;

/** Fastest flashes a second among what is shown, at true speed; both phases together may double what the eye sees. */
export function flashesASecond(shows: Iterable<LampShow>): number {
  const rates = new Map<string, Set<string>>();
  let most = 0;
  for (const { pattern, show } of shows) {
    const phases = rates.get(pattern.id) ?? new Set<string>();
    phases.add(show.phase);
    rates.set(pattern.id, phases);
    const figures = patternFigures(pattern);
    if (!figures.steady) most = Math.max(most, (figures.flashesPerMinute / 60) * phases.size);
  }
  return most;
}

/** The speed to play at: the one asked for, slowed until the limit holds. */
export const safeSpeed = (asked: number, shows: Iterable<LampShow>): number => {
  const rate = flashesASecond(shows);
  return rate * asked > MAX_FLASHES_A_SECOND ? MAX_FLASHES_A_SECOND / rate : asked;
};
