/** What was read, looked at and signed off when a unit was proved. */
import * as z from 'zod';
import { line, list, prose, stamped } from './bounds.ts';
import { Id } from './ids.ts';

export const voltsRead = z.number().min(0).max(60);

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
