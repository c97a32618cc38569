/** What is said about the work itself: its order, what was measured as built, and what went wrong. */
import * as z from 'zod';
import { Id } from './ids.ts';

const stamp = { by: z.string(), at: z.iso.datetime() };
const reason = z.string().trim().min(3).max(300);
export const StepKey = z.string().min(1).max(120);

/** The lead's own order of steps, with a reason for every rule that it breaks. */
export const StepOrder = z.object({
  keys: z.array(StepKey).max(500).describe('empty for the usual order'),
  reasons: z.record(z.string().max(400), reason).describe('by rule and the two steps'),
});
export type StepOrder = z.infer<typeof StepOrder>;

const MeasureTarget = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('lamp'), lampId: Id, axis: z.enum(['xMm', 'yMm', 'zMm']) }),
  z.object({ kind: z.literal('wire'), wireId: Id }),
]);

const millimetres = z.number().min(0).max(60_000);

/** A figure as built beside what was planned at that moment. One off by more than the tolerance waits for the lead. */
export const AsBuilt = z.object({
  stepKey: StepKey,
  label: z.string().min(1).max(120),
  target: MeasureTarget,
  plannedMm: millimetres,
  toleranceMm: z.number().min(0).max(1000),
  valueMm: millimetres,
  state: z.enum(['good', 'off', 'accepted', 'refused']),
  settledBy: z.string(),
  ...stamp,
});
export type AsBuilt = z.infer<typeof AsBuilt>;

/** Something that stops a step, or is not as it should be. */
export const Problem = z.object({
  id: Id,
  stepKey: StepKey,
  words: z.string().trim().min(2).max(500),
  solved: z.object({ words: z.string().max(300), ...stamp }).nullable(),
  ...stamp,
});
export type Problem = z.infer<typeof Problem>;

export const USUAL_ORDER: StepOrder = { keys: [], reasons: {} };
