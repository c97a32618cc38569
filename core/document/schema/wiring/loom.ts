/** A loom that is bought ready: trunk, legs, fuse, relay and switch in one bag, with the lengths and sizes that it has. */
import * as z from 'zod';
import type { Amps, Millimetres } from '../../../units/index.ts';
import { key, line, list, upTo } from '../bounds.ts';
import { Id } from '../ids.ts';
import { FuseFamily, Wire } from './circuitParts.ts';

export const MAX_LEGS = 8;

export const LoomLead = Wire.pick({ table: true, gauge: true }).extend({
  lengthMm: upTo<Millimetres>(30_000),
});
export type LoomLead = z.infer<typeof LoomLead>;

export const Loom = z.object({
  key: key(40),
  name: line(60, 2),
  family: FuseFamily,
  fuseA: upTo<Amps>(200),
  relayA: upTo<Amps>(200).nullable().describe('null where its switch carries the lamps itself'),
  hasSwitch: z.boolean().describe('a switch comes with it'),
  power: LoomLead.describe('from its open end to fuse and relay'),
  toSwitch: LoomLead.describe('from there to the switch'),
  ground: LoomLead.describe('from there to its ring'),
  trunk: LoomLead.describe('from there to the fork'),
  legs: list(LoomLead, MAX_LEGS, 1),
  hasReturn: z.boolean().describe('trunk and legs bring the way back from the lamps'),
  ends: z.enum(['plugs', 'open']).describe('what is at the ends of its legs'),
});
export type Loom = z.infer<typeof Loom>;

/** A loom on a unit, as it was when it was taken. */
export const FittedLoom = z.object({ id: Id, loom: Loom });
export type FittedLoom = z.infer<typeof FittedLoom>;
