/** The yard's rows, page by page. */
import * as z from 'zod';
import { OwnOutlines, STAGES } from '../document/index.ts';
import { YARD_ASKS } from '../overview/index.ts';
import type { Words as WordsOfCore } from '../units/index.ts';

const Quantity = z.union([
  z.object({ lengthMm: z.number() }),
  z.object({ runMm: z.number() }),
  z.object({ areaMm2: z.number() }),
]);
/** A sentence whose quantities are put into the reader's units. */
const Words: z.ZodType<WordsOfCore> = z.object({
  parts: z.array(z.string()),
  get values() {
    return z.array(z.union([z.string(), z.number(), Quantity, Words]));
  },
});

const MAX_ROWS = 200;
export const YardQuery = z.object({
  text: z.string().max(120).default(''),
  ask: z.enum(YARD_ASKS).optional(),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
  count: z.coerce.number().int().min(1).max(MAX_ROWS).default(60),
});

export const Glyph = z.object({
  bodyId: z.string(),
  parameters: z.record(z.string(), z.number()),
  outlines: OwnOutlines.nullable(),
  lamps: z.array(
    z.object({
      x: z.number(),
      y: z.number(),
      face: z.string(),
      colour: z.string(),
      size: z.number(),
      fitted: z.boolean(),
    }),
  ),
});

export const UnitSummary = z.object({
  stops: z.number(),
  cautions: z.number(),
  notes: z.number(),
  firstFinding: Words.nullable(),
  shares: z.array(z.number()),
  stageWords: z.string(),
  patternIds: z.array(z.string()),
});
export type UnitSummary = z.infer<typeof UnitSummary>;

/** A unit as the yard lists it. */
export const UnitListItem = z.object({
  id: z.string(),
  tag: z.string(),
  name: z.string(),
  revision: z.number().int(),
  stage: z.string(),
  updatedAt: z.string(),
  judged: z.boolean().describe('false while its findings are those of an earlier revision'),
  damaged: z.string().nullable().describe('why its record cannot be read; null when it can'),
  summary: UnitSummary,
  glyph: Glyph,
});

export type UnitListItem = z.infer<typeof UnitListItem>;

/** The yard as a whole: what stands above its rows. */
export const YardTotals = z.object({
  units: z.number().int(),
  lamps: z.number().int(),
  open: z.number().int(),
  patterns: z.number().int(),
  stages: z.record(z.enum(STAGES), z.number().int()),
  asks: z.record(z.enum(YARD_ASKS), z.number().int()),
});
export type YardTotals = z.infer<typeof YardTotals>;

/** A stretch of the yard's rows: first those that answer what is asked for, then the others, each by tag. */
export const YardPage = z.object({
  rows: z.array(UnitListItem),
  from: z.number().int(),
  total: z.number().int().describe('rows in all'),
  hits: z.number().int().describe('rows that answer what is asked for; they come first'),
  totals: YardTotals,
});
export type YardPage = z.infer<typeof YardPage>;
