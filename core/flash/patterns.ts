/**
 * Flash patterns: a period, and pulses for phase A. Phase B is the same half a period later, so that a pair can answer
 * each other. Times in seconds, levels from 0 to 1.
 */
export interface Pulse {
  startS: number;
  endS: number;
  level: number;
}

export interface Pattern {
  id: string;
  number: number;
  name: string;
  periodS: number;
  pulses: readonly Pulse[];
  /** Plain words for the person who has to recognise it at dusk. */
  words: string;
}

/** `count` equal pulses from `startS` on, each `onS` long and `gapS` apart. */
const train = (count: number, onS: number, gapS: number, startS = 0, level = 1): Pulse[] =>
  Array.from({ length: count }, (_, index) => {
    const start = startS + index * (onS + gapS);
    return { startS: round(start), endS: round(start + onS), level };
  });

const round = (seconds: number) => Math.round(seconds * 1000) / 1000;

const pattern = (
  number: number,
  id: string,
  name: string,
  periodS: number,
  pulses: readonly Pulse[],
  words: string,
): Pattern => ({
  id,
  number,
  name,
  periodS,
  pulses,
  words,
});

/** Our own set. Numbers are what people say over the radio; ids are what builds store. */
export const PATTERNS: readonly Pattern[] = [
  pattern(0, 'steady', 'Steady', 1, [{ startS: 0, endS: 1, level: 1 }], 'on all the time'),
  pattern(1, 'slow-single', 'Slow single', 1, train(1, 0.5, 0), 'half a second on, half off'),
  pattern(2, 'tide', 'Tide', 0.8, train(1, 0.4, 0), 'even blink, a little quicker'),
  pattern(3, 'turn', 'Turn', 0.667, train(1, 0.333, 0), 'ninety a minute, like a turn signal'),
  pattern(4, 'double', 'Double', 0.9, train(2, 0.07, 0.05), 'two short, then dark'),
  pattern(5, 'triple', 'Triple', 0.8, train(3, 0.06, 0.04), 'three short, then dark'),
  pattern(6, 'single', 'Single', 0.5, train(1, 0.12, 0), 'two a second'),
  pattern(7, 'quad', 'Quad', 0.5, train(4, 0.04, 0.03), 'four quick, then as long dark'),
  pattern(
    8,
    'long-short',
    'Long and short',
    1,
    [...train(1, 0.3, 0), ...train(1, 0.08, 0, 0.42)],
    'one long, one short',
  ),
  pattern(9, 'step', 'Step', 0.6, [...train(1, 0.1, 0), ...train(1, 0.1, 0, 0.1, 0.4)], 'full, then dim, then dark'),
  pattern(10, 'quick', 'Quick', 0.3, train(1, 0.08, 0), 'over three a second'),
  pattern(11, 'six', 'Six', 1, train(6, 0.035, 0.025), 'a burst of six, long dark'),
  pattern(
    12,
    'burst-steady',
    'Burst, then steady',
    5,
    [...train(8, 0.15, 0.1), { startS: 2, endS: 5, level: 1 }],
    'eight blinks, then steady for three seconds',
  ),
];

const BY_ID = new Map(PATTERNS.map((each) => [each.id, each]));

/** Pattern by id; an unknown one (from a newer file) burns steadily. */
export const patternById = (id: string): Pattern => BY_ID.get(id) ?? PATTERNS[0]!;

export type Phase = 'A' | 'B';

/** Level from 0 to 1 at a moment. */
export function levelAt(each: Pattern, phase: Phase, timeS: number): number {
  if (each.id === 'steady') return 1;
  const shifted = timeS - (phase === 'B' ? each.periodS / 2 : 0);
  const within = shifted - Math.floor(shifted / each.periodS) * each.periodS;
  return each.pulses.find((pulse) => within >= pulse.startS && within < pulse.endS)?.level ?? 0;
}

/** Pulses of a phase over a window, for drawing: start and end in seconds from 0. */
export function pulsesIn(each: Pattern, phase: Phase, untilS: number): Pulse[] {
  if (each.id === 'steady') return [{ startS: 0, endS: untilS, level: 1 }];
  const shift = phase === 'B' ? each.periodS / 2 : 0;
  const pulses: Pulse[] = [];
  for (let turn = -1; turn * each.periodS < untilS; turn++) {
    for (const pulse of each.pulses) {
      const startS = Math.max(0, pulse.startS + shift + turn * each.periodS);
      const endS = Math.min(untilS, pulse.endS + shift + turn * each.periodS);
      if (endS > startS + 1e-9) pulses.push({ startS, endS, level: pulse.level });
    }
  }
  return pulses;
}
