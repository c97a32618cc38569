/** What was read, looked at and signed off when a unit was proved. */

import * as z from 'zod';
import type { Volts } from '../../units/index.ts';
import { between, line, list, prose, stamped, table } from './bounds.ts';
import { MAX_LAMPS } from './flashParts.ts';
import { Id } from './ids.ts';

export const voltsRead = between<Volts>(0, 60);

export const Reading = z.object({
  id: Id,
  setting: list(Id, 100).describe('controls that were on'),
  place: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('lamp'), lampId: Id }),
    z.object({ kind: z.literal('feed'), fuseId: Id }),
  ]),
  quantity: z.enum(['volts', 'amps']),
  value: z.number().min(0).max(1000),
  batteryV: voltsRead.describe('read at the battery at the same time'),
  ...stamped,
});
export type Reading = z.infer<typeof Reading>;

/** What is wrong with a lamp that was looked at; `lit` is one that should be dark. */
export const LookedWrong = z.enum(['dark', 'dim', 'colour', 'pattern', 'swapped', 'lit']);
export type LookedWrong = z.infer<typeof LookedWrong>;

/** A setting looked at from all sides: as it should be, but for the lamps that are named. */
export const Look = z.object({
  id: Id,
  setting: list(Id, 100).describe('controls that were on'),
  keyOn: z.boolean(),
  wrong: table(Id, LookedWrong, MAX_LAMPS).describe('by lamp id; empty when all was as shown'),
  ...stamped,
});
export type Look = z.infer<typeof Look>;

/** A check without a meter: pull test, seal, aim at night. */
export const Check = z.object({
  result: z.enum(['good', 'bad', 'later']),
  note: prose(300),
  photoId: Id.nullable(),
  ...stamped,
});
export type Check = z.infer<typeof Check>;

/** What was found to be wrong, and put right. */
export const FoundFault = z.object({
  id: Id,
  words: prose(300, 1),
  ...stamped,
});
export type FoundFault = z.infer<typeof FoundFault>;

export const SignOff = z.object({
  open: list(line(200), 100).describe('what was still open, as it was told'),
  ...stamped,
});
export type SignOff = z.infer<typeof SignOff>;

/** The legend that hangs on the board: what it said, by its fingerprint. */
export const HungLegend = z.object({ print: prose(4000), ...stamped });
export type HungLegend = z.infer<typeof HungLegend>;
