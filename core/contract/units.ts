/** One unit: its document, what was done to it, and what is asked to be done. */
import * as z from 'zod';
import {
  Build,
  OPERATION_WORDS,
  type OperationKind,
  SentOperation,
  type UndoRow as UndoRowOfCore,
} from '../document/index.ts';

const MAX_OPERATIONS_AT_ONCE = 500;
const MAX_REVISION = 2_000_000_000;

export const UnitParams = z.object({ id: z.uuid() });

export const NewUnit = z.strictObject({
  id: z.uuid(),
  tag: Build.shape.unit.shape.tag,
  name: Build.shape.unit.shape.name,
  bodyId: Build.shape.body.shape.bodyId,
  parameters: Build.shape.body.shape.parameters,
  systemVoltageV: z.union([z.literal(12), z.literal(24)]),
  fleetId: z.uuid().nullable().optional(),
});
export type NewUnit = z.infer<typeof NewUnit>;

/** As many at once as stand in a yard in a row. */
const MOST_ALIKE = 12;
export const UnitsAlike = z.strictObject({
  ids: z.array(z.uuid()).min(1).max(MOST_ALIKE).describe('made by the client, one for each further unit'),
});
export type UnitsAlike = z.infer<typeof UnitsAlike>;

export const CreatedAlike = z.array(z.object({ id: z.string(), tag: z.string() }));
export type CreatedAlike = z.infer<typeof CreatedAlike>;

export const Created = z.object({ id: z.string() });
export const NextTag = z.object({ tag: z.string() });

export const UnitAnswer = z.object({ id: z.string(), revision: z.number().int(), build: Build });
export type UnitAnswer = z.infer<typeof UnitAnswer>;

export const HistoryItem = z.object({
  revision: z.number().int(),
  words: z.string(),
  by: z.string(),
  at: z.string(),
});
export type HistoryItem = z.infer<typeof HistoryItem>;

const Patches = z.array(
  z.object({
    op: z.enum(['replace', 'remove', 'add']),
    path: z.array(z.union([z.string(), z.number()])),
    value: z.unknown().optional(),
  }),
);
export const UndoRow = z.object({
  id: z.string(),
  what: z.enum(Object.keys(OPERATION_WORDS) as OperationKind[]),
  group: z.string().nullable(),
  undoes: z.string().nullable(),
  change: z.object({ forward: Patches, inverse: Patches }).nullable(),
}) satisfies z.ZodType<UndoRowOfCore>;

export const sending = <Operation extends z.ZodType>(operation: Operation, most: number) =>
  z.strictObject({
    baseRevision: z.number().int().min(0).max(MAX_REVISION).describe('the last revision that the sender has seen'),
    clientId: z.uuid(),
    operations: z.array(operation).min(1).max(most),
  });
export const SendOperations = sending(SentOperation, MAX_OPERATIONS_AT_ONCE);

export const Outcome = z.discriminatedUnion('status', [
  z.object({ id: z.string(), status: z.literal('applied'), revision: z.number().int(), at: z.string() }),
  z.object({
    id: z.string(),
    status: z.literal('refused'),
    reason: z.object({ kind: z.string(), message: z.string() }),
    conflict: z.object({ field: z.string(), by: z.string(), at: z.string(), theirs: z.unknown() }).nullable(),
  }),
]);
export type Outcome = z.infer<typeof Outcome>;
export const Outcomes = z.object({ outcomes: z.array(Outcome) });

export const PhotoParams = z.object({ id: z.uuid(), photoId: z.uuid() });
export const PhotoKept = z.object({ id: z.string(), width: z.number().int(), height: z.number().int() });
