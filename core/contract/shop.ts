/** The shop's board with what its units bring, and what is asked to be done in it. */
import * as z from 'zod';
import { Shop, ShopOperation, type ShopUnit as ShopUnitOfCore } from '../shop/index.ts';
import { SKILLS, STEP_KINDS } from '../steps/index.ts';
import { PART_GROUPS } from '../work/index.ts';
import { sending } from './units.ts';
import { Glyph } from './yard.ts';

const MAX_OPERATIONS_AT_ONCE = 200;

const LearnedFactor = z.object({
  factor: z.number().describe('actual over estimated, the middle of all that is known'),
  low: z.number(),
  high: z.number(),
  samples: z.number().int(),
});
export const LearnedHours = z.record(z.string(), LearnedFactor);

const ShopStep = z.object({
  key: z.string(),
  kind: z.enum(STEP_KINDS),
  title: z.string(),
  where: z.string(),
  minutes: z.number(),
  skill: z.enum(SKILLS).nullable(),
  people: z.union([z.literal(1), z.literal(2)]),
  after: z.array(z.string()),
  inBay: z.boolean(),
  done: z.object({ by: z.string(), at: z.string(), minutes: z.number().nullable() }).nullable(),
});
const ShopPart = z.object({
  key: z.string(),
  name: z.string(),
  group: z.enum(PART_GROUPS),
  quantity: z.number(),
  unit: z.enum(['pcs', 'm']),
  use: z.string(),
  stepKeys: z.array(z.string()),
});
const ShopUnit = z.object({
  id: z.string(),
  tag: z.string(),
  name: z.string(),
  kin: z.string().describe('units with the same are built alike'),
  size: z.object({ lengthMm: z.number(), widthMm: z.number(), heightMm: z.number() }),
  handedOverAt: z.string().nullable(),
  steps: z.array(ShopStep),
  parts: z.array(ShopPart),
}) satisfies z.ZodType<ShopUnitOfCore>;

export const ShopAnswer = z.object({
  revision: z.number().int(),
  shop: Shop,
  units: z.array(ShopUnit.extend({ glyph: Glyph })),
  beingJudged: z.number().int().describe('units that were changed and not judged since: ask again soon'),
  learned: LearnedHours,
  carried: z.record(z.string(), z.number().int()).describe('lamps of each model on all units'),
});
export type ShopAnswer = z.infer<typeof ShopAnswer>;

export const SendShopOperations = sending(ShopOperation, MAX_OPERATIONS_AT_ONCE);
export const CalendarParams = z.object({ of: z.enum(['workers', 'bays']), id: z.uuid() });
