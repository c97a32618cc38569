/** What the yard can be asked for. */
import type { Stage } from '../document/index.ts';

/** Chips that narrow the yard down to what needs somebody. */
export const YARD_ASKS = ['stops', 'work', 'planned'] as const;
export type YardAsk = (typeof YARD_ASKS)[number];
export const STAGES_OF_ASK: Record<Exclude<YardAsk, 'stops'>, readonly Stage[]> = {
  work: ['build', 'prove'],
  planned: ['survey', 'place', 'feed', 'flash', 'parts'],
};
