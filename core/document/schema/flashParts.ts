/** Patterns of a unit's own, what functions show and when, and what was programmed into which lamp. */

import * as z from 'zod';
import type { Amps } from '../../units/index.ts';
import { key, line, list, stamped, table, trimmedLine, upTo } from './bounds.ts';
import { Id } from './ids.ts';
import { LightColour, Signal } from './vocabulary.ts';
import { SwitchPart } from './wiring/switchPart.ts';

/** `flat` is on and off; `ramp` rises over its length; `beam` is a turning beam passing by, which draws steadily. */
export const PulseShape = z.enum(['flat', 'ramp', 'beam']);
export type PulseShape = z.infer<typeof PulseShape>;

export const Pulse = z.object({
  startS: z.number().min(0).max(60),
  endS: z.number().min(0).max(60),
  level: z.number().min(0).max(1),
  shape: PulseShape.optional().describe('flat when left out'),
  colour: LightColour.optional().describe("the lamp's own when left out"),
});
export type Pulse = z.infer<typeof Pulse>;

/** More lamps than any unit carries; a bar counts once. */
export const MAX_LAMPS = 400;
export const MAX_PULSES = 120;
export const LONGEST_PERIOD_S = 60;

/** A pattern drawn for this unit. */
export const OwnPattern = z
  .object({
    id: z
      .string()
      .max(64)
      .regex(/^own-[A-Za-z0-9-]{1,60}$/),
    name: trimmedLine(40, 1),
    periodS: z.number().min(0.05).max(LONGEST_PERIOD_S),
    pulses: list(Pulse, MAX_PULSES, 1),
  })
  .superRefine(({ periodS, pulses }, context) => {
    let last = 0;
    for (const [index, { startS, endS }] of pulses.entries()) {
      if (endS <= startS || endS > periodS + 1e-9)
        context.addIssue({
          code: 'custom',
          path: ['pulses', index],
          message: 'A pulse ends after it starts and within the period',
        });
      if (startS < last - 1e-9)
        context.addIssue({
          code: 'custom',
          path: ['pulses', index],
          message: 'Pulses follow each other without overlap',
        });
      last = endS;
    }
  });
export type OwnPattern = z.infer<typeof OwnPattern>;

/** What a person works, or what the unit gives by itself. A button works while it is held. */
export const Control = z.object({
  id: Id,
  name: line(40, 1).describe('what is written on it'),
  kind: z.enum(['switch', 'button', 'channel', 'signal']),
  signal: Signal.nullable().describe('only for kind signal'),
  ratingA: upTo<Amps>(200).nullable().describe('most its contact may carry; null for a signal'),
  part: SwitchPart.nullable().optional().describe('which switch it is; null or left out until somebody has said'),
});
export type Control = z.infer<typeof Control>;

/** One lamp's part in a function: which pattern, which side of the beat, and how much later. */
export const Show = z.object({
  patternId: key(80),
  phase: z.enum(['A', 'B']),
  shiftMs: z.number().int().min(0).max(60_000),
});
export type Show = z.infer<typeof Show>;

/** Flashes for a while when its control comes on, then burns steadily, and flashes again only after a pause. */
export const Modulator = z.object({
  burstS: z.number().min(0.5).max(30),
  rearmS: z.number().min(0).max(600).describe('off at least this long before it bursts again'),
});
export type Modulator = z.infer<typeof Modulator>;

export const LightFunction = z.object({
  id: Id,
  name: line(40, 1),
  controlId: Id,
  priority: z.number().int().min(1).max(999).describe('1 wins'),
  levelPercent: z.number().min(1).max(100),
  nightPercent: z.number().min(1).max(100).describe('level when it is dark'),
  modulator: Modulator.nullable(),
  shows: table(Id, Show, MAX_LAMPS).describe('by lamp id'),
});
export type LightFunction = z.infer<typeof LightFunction>;

/** The pattern that somebody last set a lamp to, by the number in the lamp's own list. */
export const Programmed = z.object({ number: z.number().int().min(0).max(200), ...stamped });
export type Programmed = z.infer<typeof Programmed>;
