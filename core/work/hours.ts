/** Minutes that steps really took, by kind of work, and what the steps to come will take by that. */
import type { Build } from '../document/index.ts';
import { type LearnedFactor, learnedFactor, type Spent, type Step } from '../steps/index.ts';

export interface SpentOn extends Spent {
  kind: string;
}

/** Minutes as people say them: `hoursText(150) // => '2.5 h'`. */
export const hoursText = (minutes: number): string =>
  minutes < 60 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;

/** Steps of a unit whose minutes were written down. */
export const spentOn = (build: Build, steps: readonly Step[]): SpentOn[] =>
  steps.flatMap((step): SpentOn[] => {
    const actualMinutes = build.ticks[step.key]?.minutes ?? null;
    return actualMinutes === null ? [] : [{ kind: step.kind, estimatedMinutes: step.minutes, actualMinutes }];
  });

/** How estimates of each kind turn out, over all units. */
export function learnedHours(spent: readonly SpentOn[]): Record<string, LearnedFactor> {
  const byKind = new Map<string, Spent[]>();
  for (const { kind, ...each } of spent) byKind.set(kind, [...(byKind.get(kind) ?? []), each]);
  return Object.fromEntries([...byKind].map(([kind, own]) => [kind, learnedFactor(own)]));
}

export interface Estimate {
  minutes: number;
  /** Half of such sums fall between these. */
  low: number;
  high: number;
}

const UNKNOWN = learnedFactor([]);

/** What steps will take. Spreads of steps are taken as independent, so that many steps are surer than one. */
export function estimateOf(
  steps: readonly Pick<Step, 'kind' | 'minutes'>[],
  learned: Readonly<Record<string, LearnedFactor>>,
): Estimate {
  let minutes = 0;
  let squares = 0;
  for (const step of steps) {
    const { factor, low, high } = learned[step.kind] ?? UNKNOWN;
    minutes += step.minutes * factor;
    squares += ((step.minutes * (high - low)) / 2) ** 2;
  }
  const half = Math.sqrt(squares);
  return { minutes, low: Math.max(0, minutes - half), high: minutes + half };
}
