/** What a lamp draws on the mean: by the pattern that it shows, steady being steady. */

import { type Build, byPriority, type Id, type Lamp, type LightFunction, type Show } from '../document/index.ts';
import type { Amps } from '../units/index.ts';
import { drawnIn, type Pattern, patternOf } from './patterns/patterns.ts';

const known = new WeakMap<Pattern['pulses'], { periodS: number; ratio: number }>();

/** Part of its full current that a pattern draws on the mean, 0 to 1. A turning beam draws while it looks away. */
export function meanRatio(pattern: Pattern): number {
  const kept = known.get(pattern.pulses);
  if (kept?.periodS === pattern.periodS) return kept.ratio;
  const sum = drawnIn(pattern, 0, pattern.periodS).reduce(
    (all, { startS, endS, level }) => all + (Math.min(endS, pattern.periodS) - startS) * level,
    0,
  );
  const ratio = Math.min(1, sum / pattern.periodS);
  known.set(pattern.pulses, { periodS: pattern.periodS, ratio });
  return ratio;
}

const drawnBy = (build: Build, { levelPercent, modulator }: LightFunction, { patternId }: Show): number =>
  // What bursts first burns steadily for the rest of the time.
  (levelPercent / 100) * (modulator ? 1 : meanRatio(patternOf(build, patternId)));

/**
 * Mean current of a lamp, A. With `controlIds` what it shows while those are on; without, the most that any function has
 * it draw. A lamp that no function shows draws what its sheet says of its usual pattern.
 */
export function meanCurrentA(build: Build, lamp: Lamp, controlIds: ReadonlySet<Id> | null = null): Amps {
  const model = build.models[lamp.modelKey];
  if (!model) return 0;
  const functions = byPriority(build).filter((each) => each.shows[lamp.id]);
  const ratioOf = (each: LightFunction) => drawnBy(build, each, each.shows[lamp.id]!);
  const shown = controlIds ? functions.find((each) => controlIds.has(each.controlId)) : undefined;
  if (shown) return model.maximumA * ratioOf(shown);
  return functions.length > 0 ? model.maximumA * Math.max(...functions.map(ratioOf)) : model.averageA;
}
