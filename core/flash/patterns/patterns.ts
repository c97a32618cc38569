/**
 * Flash patterns: a period, and pulses for phase A. Phase B is the same half a period later, so that a pair can answer
 * each other. Times in seconds, levels from 0 to 1.
 */
import type { Build, OwnPattern, Pulse, Show } from '../../document/index.ts';

export interface Pattern {
  id: string;
  /** What people say over the radio; null for one that was drawn for a unit. */
  number: number | null;
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
  pattern(13, 'rotor', 'Rotor', 0.5, [{ ...train(1, 0.25, 0)[0]!, shape: 'beam' }], 'a turning beam, two a second'),
  pattern(
    14,
    'slow-rotor',
    'Slow rotor',
    0.8,
    [{ ...train(1, 0.36, 0)[0]!, shape: 'beam' }],
    'a turning beam, slow enough to count',
  ),
  pattern(15, 'swell', 'Swell', 1.2, [{ ...train(1, 0.7, 0)[0]!, shape: 'ramp' }], 'rises slowly, goes out at once'),
  pattern(16, 'five', 'Five', 0.9, train(5, 0.04, 0.035), 'five quick, then dark'),
  pattern(17, 'wide-single', 'Wide single', 0.8, train(1, 0.25, 0), 'one broad blink, seventy-five a minute'),
  pattern(18, 'slow-double', 'Slow double', 1.2, train(2, 0.26, 0.12), 'two broad blinks, then dark'),
  pattern(19, 'slow-triple', 'Slow triple', 1.5, train(3, 0.26, 0.1), 'three broad blinks, then dark'),
  pattern(20, 'eighty', 'Eighty', 0.75, train(1, 0.3, 0), 'eighty a minute, for hazard lamps of farm machines'),
  pattern(
    21,
    'ladder',
    'Ladder',
    0.9,
    [0.3, 0.6, 1].flatMap((level, step) => train(1, 0.12, 0, step * 0.16, level)),
    'dim, brighter, full, then dark',
  ),
  pattern(
    22,
    'heartbeat',
    'Heartbeat',
    1,
    [...train(1, 0.12, 0), ...train(1, 0.12, 0, 0.24, 0.5)],
    'strong, then weak, then rest',
  ),
  pattern(
    23,
    'two-tone',
    'Two tone',
    0.8,
    [...train(2, 0.07, 0.05), ...train(2, 0.07, 0.05, 0.4).map((pulse): Pulse => ({ ...pulse, colour: 'white' }))],
    'two in its own colour, two in white',
  ),
  pattern(24, 'dusk', 'Dusk', 0.9, train(2, 0.09, 0.06, 0, 0.4), 'two soft blinks that dazzle nobody'),
  pattern(
    25,
    'uneven',
    'Uneven',
    1.3,
    [0, 0.17, 0.5, 0.62, 0.98].flatMap((startS) => train(1, 0.06, 0, startS)),
    'never quite the same beat, hard to look away from',
  ),
  pattern(26, 'eight', 'Eight', 1.1, train(8, 0.03, 0.025), 'a long ripple of eight, then dark'),
];

const BY_ID = new Map(PATTERNS.map((each) => [each.id, each]));

/** A pattern of our own list by id; an unknown one (from a newer file, or drawn for a unit) burns steadily. */
export const patternById = (id: string): Pattern => BY_ID.get(id) ?? PATTERNS[0]!;

/** A pattern that was drawn for a unit, as one like the others. */
export const ownPattern = ({ id, name, periodS, pulses }: OwnPattern): Pattern => ({
  id,
  number: null,
  name,
  periodS,
  pulses,
  words: 'drawn for this unit',
});

/** A pattern by its id: one drawn for the unit, or of our own list. */
export const patternOf = (build: Pick<Build, 'patterns'>, id: string): Pattern => {
  const own = build.patterns[id];
  return own ? ownPattern(own) : patternById(id);
};

/** Everything a unit can show: our own list, then what was drawn for it. */
export const patternsOf = (build: Pick<Build, 'patterns'>): Pattern[] => [
  ...PATTERNS,
  ...Object.values(build.patterns).map(ownPattern),
];

export const isSteady = (each: Pattern): boolean =>
  each.pulses.length === 1 &&
  each.pulses[0]!.startS === 0 &&
  each.pulses[0]!.endS >= each.periodS - 1e-9 &&
  (each.pulses[0]!.shape ?? 'flat') === 'flat';

/** How much later than the pattern a lamp shows it, s. */
export const offsetS = (each: Pattern, { phase, shiftMs }: Pick<Show, 'phase' | 'shiftMs'>): number =>
  (phase === 'B' ? each.periodS / 2 : 0) + shiftMs / 1000;

/** Level of a pulse at a part of its length, 0 to 1. */
export function shapedLevel({ level, shape }: Pulse, part: number): number {
  if (shape === 'ramp') return level * part;
  return shape === 'beam' ? level * Math.sin(Math.PI * part) ** 2 : level;
}

function pulseAt(each: Pattern, laterS: number, timeS: number): { pulse: Pulse; part: number } | null {
  const shifted = timeS - laterS;
  const within = shifted - Math.floor(shifted / each.periodS) * each.periodS;
  const pulse = each.pulses.find(({ startS, endS }) => within >= startS && within < endS);
  return pulse ? { pulse, part: (within - pulse.startS) / (pulse.endS - pulse.startS) } : null;
}

/** Level from 0 to 1 at a moment, of a pattern shown so much later. */
export function levelAt(each: Pattern, laterS: number, timeS: number): number {
  if (isSteady(each)) return each.pulses[0]!.level;
  const found = pulseAt(each, laterS, timeS);
  return found ? shapedLevel(found.pulse, found.part) : 0;
}

/** Colour that a pattern asks for at a moment; null for the lamp's own. */
export const colourAt = (each: Pattern, laterS: number, timeS: number) =>
  pulseAt(each, laterS, timeS)?.pulse.colour ?? null;

/** Pulses of a pattern shown so much later over a window, for drawing: start and end in seconds from 0. */
export function pulsesIn(each: Pattern, laterS: number, untilS: number): Pulse[] {
  if (isSteady(each)) return [{ startS: 0, endS: untilS, level: each.pulses[0]!.level }];
  const shift = laterS - Math.floor(laterS / each.periodS) * each.periodS;
  const pulses: Pulse[] = [];
  for (let turn = -1; turn * each.periodS < untilS; turn++) {
    for (const pulse of each.pulses) {
      const startS = Math.max(0, pulse.startS + shift + turn * each.periodS);
      const endS = Math.min(untilS, pulse.endS + shift + turn * each.periodS);
      if (endS > startS + 1e-9) pulses.push({ ...pulse, startS, endS });
    }
  }
  return pulses;
}

/** Shaped pulses are drawn in slices of this, for currents. */
const SLICE_S = 0.005;

/**
 * What a lamp draws over a window, as a part of its maximum: as its light goes, but for a turning beam, whose motor and
 * bulb draw on while it looks away.
 */
export function drawnIn(each: Pattern, laterS: number, untilS: number): Pulse[] {
  const level = Math.max(...each.pulses.map((pulse) => pulse.level));
  if (each.pulses.some(({ shape }) => shape === 'beam')) return [{ startS: 0, endS: untilS, level }];
  return pulsesIn(each, laterS, untilS).flatMap((pulse): Pulse[] => {
    if (pulse.shape !== 'ramp') return [pulse];
    const lengthS = pulse.endS - pulse.startS;
    const slices = Math.max(1, Math.round(lengthS / SLICE_S));
    return Array.from({ length: slices }, (_, index) => ({
      startS: pulse.startS + (lengthS * index) / slices,
      endS: pulse.startS + (lengthS * (index + 1)) / slices,
      level: shapedLevel(pulse, (index + 0.5) / slices),
    }));
  });
}
