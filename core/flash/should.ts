/**
 * What each lamp should show for one setting of the controls: of the functions that are on, the one with the highest
 * priority has the lamp. This is the design's word, not the circuit's (that is core/circuit) nor the meter's.
 */

import {
  type Build,
  byPriority,
  type Id,
  type Lamp,
  type LightColour,
  type LightFunction,
  type Show,
} from '../document/index.ts';
import type { Amps } from '../units/index.ts';
import { meanRatio } from './drawn.ts';
import { colourAt, drawnIn, levelAt, offsetS, type Pattern, patternOf } from './patterns/patterns.ts';

export interface LampShow {
  lamp: Lamp;
  function: LightFunction;
  show: Show;
  pattern: Pattern;
  /** 0 to 1. */
  level: number;
}

/** Lamp id -> what it shows. Lamps missing from the map are dark. */
export function showsFor(
  build: Build,
  controlIds: ReadonlySet<Id>,
  { night = false }: { night?: boolean } = {},
): Map<Id, LampShow> {
  const shows = new Map<Id, LampShow>();
  for (const each of byPriority(build)) {
    if (!controlIds.has(each.controlId)) continue;
    for (const [lampId, show] of Object.entries(each.shows)) {
      const lamp = build.lamps[lampId];
      if (!lamp || shows.has(lampId)) continue;
      shows.set(lampId, {
        lamp,
        function: each,
        show,
        pattern: patternOf(build, show.patternId),
        level: (night ? each.nightPercent : each.levelPercent) / 100,
      });
    }
  }
  return shows;
}

/** Brightness of a lamp at a moment, 0 to 1. Time runs from when its control came on, for what bursts first. */
export function brightnessAt({ level, pattern, show, function: each }: LampShow, timeS: number): number {
  if (each.modulator && timeS >= each.modulator.burstS) return level;
  return level * levelAt(pattern, offsetS(pattern, show), timeS);
}

/** Colour that a lamp shows at a moment. */
export const shownColour = ({ lamp, pattern, show }: LampShow, timeS: number): LightColour =>
  colourAt(pattern, offsetS(pattern, show), timeS) ?? lamp.colour;

export interface CurrentTrace {
  /** Steps: from this time on, this current. */
  steps: { timeS: number; currentA: Amps }[];
  peakA: Amps;
  meanA: Amps;
  /** Should lamps that nothing keeps in step come to light all at once, A. */
  worstA: Amps;
}

/**
 * Current over time of lamps that draw their maximum while lit, over a window. The mean is that of their patterns, the same
 * however much of them the window shows.
 */
export function currentTrace(build: Build, shows: Iterable<LampShow>, untilS: number): CurrentTrace {
  const edges = new Map<number, number>();
  let worstA = 0;
  let meanA = 0;
  for (const { lamp, pattern, show, level } of shows) {
    const maximumA = (build.models[lamp.modelKey]?.maximumA ?? 0) * level;
    meanA += maximumA * meanRatio(pattern);
    worstA += maximumA * Math.max(...pattern.pulses.map((pulse) => pulse.level));
    for (const pulse of drawnIn(pattern, offsetS(pattern, show), untilS)) {
      const [start, end] = [Math.round(pulse.startS * 1e6), Math.round(pulse.endS * 1e6)];
      edges.set(start, (edges.get(start) ?? 0) + maximumA * pulse.level);
      edges.set(end, (edges.get(end) ?? 0) - maximumA * pulse.level);
    }
  }
  const times = [...new Set([0, ...edges.keys()])].sort((a, b) => a - b);
  const steps: CurrentTrace['steps'] = [];
  let currentA = 0;
  for (const time of times) {
    currentA += edges.get(time) ?? 0;
    if (Math.abs(currentA) < 1e-9) currentA = 0;
    if (time < untilS * 1e6) steps.push({ timeS: time / 1e6, currentA });
  }
  return { steps, peakA: Math.max(0, ...steps.map((step) => step.currentA)), meanA, worstA };
}

/** The sentence beside the score: "Warn amber on T1 L4 R4; Scene on L5 R5." Empty when all is dark. */
export function describeShows(build: Build, controlIds: ReadonlySet<Id>): string {
  const shows = [...showsFor(build, controlIds).values()];
  const parts = byPriority(build).flatMap((each) => {
    const own = shows.filter((show) => show.function.id === each.id);
    if (own.length === 0) return [];
    const patterns = [...new Set(own.map((show) => show.pattern.name.toLowerCase()))].join(' and ');
    const count = own.length === 1 ? own[0]!.lamp.tag : `${own.length} lamps`;
    return [`${each.name}: ${count}, ${patterns}`];
  });
  return parts.length === 0 ? 'Everything is dark.' : `${parts.join('. ')}.`;
}
