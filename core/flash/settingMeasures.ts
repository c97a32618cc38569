/** Measures of a whole unit in one setting: how often, how bright, how even, and whether a preview of it may run. */
import type { Build } from '../document/index.ts';
import { effectiveCd, patternFigures } from './patterns/patternFigures.ts';
import { brightnessAt, type LampShow } from './should.ts';

/** Not more than three flashes in any second (WCAG 2.3.1, from memory). */
export const MAX_FLASHES_A_SECOND = 3;
/** Looked at every few milliseconds over this long: several turns of every pattern of ours. */
const WINDOW_S = 6;
const STEP_S = 0.005;
/** A head counts as lit from this level on. */
const LIT = 0.1;
/** By day an eye accustomed to the sun needs about ten times the light (common practice, no source). */
export const DAY_NEEDS = 10;

export interface SettingMeasures {
  heads: number;
  /** Most heads lit at once. */
  mostAtOnce: number;
  /** Longest time with nothing of what flashes lit, s. */
  darkestS: number;
  /** Mean light of the left side over that of both, percent; null when nothing is lit on either side. */
  leftPercent: number | null;
  /** Most often that the whole gets brighter in any second. */
  flashesInASecond: number;
  /** Of the heads whose intensity is known: the least effective intensity, cd. */
  leastEffectiveCd: number | null;
}

/** Times at which the whole turns from dark towards light: pairs of opposing changes, as WCAG counts them. */
function risesOf(levels: readonly number[], heads: number): number[] {
  const rises: number[] = [];
  let low = Number.POSITIVE_INFINITY;
  // What is lit when the window opens was lit before.
  let isUp = (levels[0] ?? 0) / heads > LIT;
  for (const [index, level] of levels.entries()) {
    const part = level / heads;
    if (!isUp && part - Math.min(low, part) >= LIT) {
      rises.push(index * STEP_S);
      isUp = true;
    }
    low = isUp ? part : Math.min(low, part);
    if (isUp && part <= LIT / 2) {
      isUp = false;
      low = part;
    }
  }
  return rises;
}

const mostWithin = (times: readonly number[], spanS: number): number =>
  times.reduce((most, start, index) => {
    const inside = times.slice(index).filter((time) => time < start + spanS - 1e-9).length;
    return Math.max(most, inside);
  }, 0);

export function settingMeasures(build: Build, shows: Iterable<LampShow>): SettingMeasures {
  const all = [...shows];
  const flashing = all.filter((show) => !patternFigures(show.pattern).steady);
  const looked = flashing.length > 0 ? flashing : all;
  const levels: number[] = [];
  let mostAtOnce = 0;
  let darkS = 0;
  let darkestS = 0;
  let left = 0;
  let right = 0;
  for (let step = 0; step < WINDOW_S / STEP_S; step++) {
    // Between the grid that patterns are drawn on, so that no edge falls on a look.
    const timeS = (step + 0.5) * STEP_S;
    let sum = 0;
    let lit = 0;
    for (const show of looked) {
      const level = brightnessAt(show, timeS);
      sum += level;
      if (level > LIT) lit++;
      if (show.lamp.position.yMm > 1) left += level;
      if (show.lamp.position.yMm < -1) right += level;
    }
    levels.push(sum);
    mostAtOnce = Math.max(mostAtOnce, lit);
    darkS = lit === 0 ? darkS + STEP_S : 0;
    darkestS = Math.max(darkestS, darkS);
  }
  const effective = looked.flatMap(({ lamp, pattern, level }) => {
    const peakCd = build.models[lamp.modelKey]?.peakCd ?? null;
    return peakCd === null ? [] : [effectiveCd(pattern, peakCd * level)];
  });
  return {
    heads: looked.length,
    mostAtOnce,
    darkestS: looked.length > 0 ? Math.round(darkestS * 1000) / 1000 : 0,
    leftPercent: left + right > 0 ? (100 * left) / (left + right) : null,
    flashesInASecond: flashing.length > 0 ? mostWithin(risesOf(levels, looked.length), 1) : 0,
    leastEffectiveCd: effective.length > 0 ? Math.min(...effective) : null,
  };
}
