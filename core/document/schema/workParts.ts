/** What is said about the work itself: its order, what was measured as built, and what went wrong. */

import * as z from 'zod';
import type { Millimetres } from '../../units/index.ts';
import { between, extentMm, key, line, list, prose, stamped, table } from './bounds.ts';
import { Id } from './ids.ts';

const reason = prose(300, 3);
export const StepKey = key(120);

/** The lead's own order of steps, with a reason for every rule that it breaks. */
export const StepOrder = z.object({
  keys: list(StepKey, 500).describe('empty for the usual order'),
  reasons: table(key(400), reason, 200).describe('by rule and the two steps'),
});
export type StepOrder = z.infer<typeof StepOrder>;

const MeasureTarget = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('lamp'), lampId: Id, axis: z.enum(['xMm', 'yMm', 'zMm']) }),
  z.object({ kind: z.literal('wire'), wireId: Id }),
]);

/** A figure as built beside what was planned at that moment. One off by more than the tolerance waits for the lead. */
export const AsBuilt = z.object({
  stepKey: StepKey,
  label: line(120, 1),
  target: MeasureTarget,
  plannedMm: extentMm,
  toleranceMm: between<Millimetres>(0, 1000),
  valueMm: extentMm,
  state: z.enum(['good', 'off', 'accepted', 'refused']),
  settledBy: line(80),
  ...stamped,
});
export type AsBuilt = z.infer<typeof AsBuilt>;

/** Something that stops a step, or is not as it should be. */
export const Problem = z.object({
  id: Id,
  stepKey: StepKey,
  words: prose(500, 2),
  solved: z.object({ words: prose(300), ...stamped }).nullable(),
  ...stamped,
});
export type Problem = z.infer<typeof Problem>;

export const USUAL_ORDER: StepOrder = { keys: [], reasons: {} };
