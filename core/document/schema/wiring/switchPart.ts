/** A switch as one holds it in the hand: how it is worked, what shines in it, what is stamped on it, where it goes in. */
import * as z from 'zod';
import type { Millimetres } from '../../../units/index.ts';
import { between, line } from '../bounds.ts';

/** Round, by its bit; with corners, cut out. */
export const SwitchHole = z.discriminatedUnion('shape', [
  z.object({ shape: z.literal('round'), diameterMm: between<Millimetres>(5, 60) }),
  z.object({
    shape: z.literal('rectangle'),
    widthMm: between<Millimetres>(5, 120),
    heightMm: between<Millimetres>(5, 120),
  }),
]);
export type SwitchHole = z.infer<typeof SwitchHole>;

export const SwitchPart = z.object({
  form: z.enum(['rocker', 'toggle', 'push']),
  light: z
    .enum(['none', 'own', 'ownAndPanel'])
    .describe('none; lit while it is on, to a ground of its own; a second one as well, lit with the panel'),
  marks: z
    .object({ in: line(6), out: line(6), lamp: line(6), panel: line(6) })
    .describe('stamped beside the terminals for feed, load, ground of its light and second light; empty for nothing'),
  hole: SwitchHole.nullable().describe('null when it is held without a hole, in a housing or an opening that is there'),
  panel: z.object({
    material: z.enum(['plastic', 'steel', 'aluminium']),
    thicknessMm: between<Millimetres>(0.5, 12),
  }),
});
export type SwitchPart = z.infer<typeof SwitchPart>;
