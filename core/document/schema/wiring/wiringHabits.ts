/** Where crews do a thing in different ways: what this one does unless a feed is made otherwise. */
import * as z from 'zod';

/** How wires are joined: crimped and sealed, or soldered under glue-lined shrink. */
export const JointMethod = z.enum(['crimp', 'solder']);
export type JointMethod = z.infer<typeof JointMethod>;

export const WiringHabits = z
  .object({
    joints: JointMethod,
    ends: z.enum(['fixed', 'plug']).describe('lamps joined for good, or by plugs that come apart'),
    wire: z.enum(['reel', 'loom']).describe('own wire, or a ready loom where one fits'),
    grouping: z.enum(['together', 'apart']).describe('lamps of one purpose on one run, or a run for each pair'),
    supply: z.enum(['slot', 'prewire', 'battery']).describe('where power is taken first'),
    ground: z.enum(['local', 'return', 'bus']).describe('metal at each lamp, one wire that collects them, or a bus'),
    side: z.enum(['feed', 'ground']).describe('where the switch stands'),
  })
  .partial();
export type WiringHabits = z.infer<typeof WiringHabits>;
export type Habit = keyof WiringHabits;

/** What holds where nobody has said otherwise. */
export const USUAL_HABITS: Required<WiringHabits> = {
  joints: 'crimp',
  ends: 'fixed',
  wire: 'reel',
  grouping: 'together',
  supply: 'slot',
  ground: 'local',
  side: 'feed',
};

export const habitsOf = ({ habits }: { habits: WiringHabits }): Required<WiringHabits> => ({
  ...USUAL_HABITS,
  ...habits,
});
