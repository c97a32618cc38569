/** A lamp as it stands on the shelf. Copied by version into a build; price and stock are not part of it. */
import * as z from 'zod';
import { LightColour, MountKind } from './vocabulary.ts';

export const LampKind = z.enum([
  'bar',
  'beacon',
  'strobe',
  'marker',
  'identification',
  'signal',
  'reversing',
  'plate',
  'flood',
  'bed',
  'plow',
  'modulator',
  'magnet',
  'factory',
]);
export type LampKind = z.infer<typeof LampKind>;

const positive = z.number().positive().finite();

export const LampModel = z.object({
  key: z.string().regex(/^[A-Z]{2}-\d{4}$/, 'A shelf number is two letters, a dash and four digits, like EB-1201'),
  version: z.number().int().min(1),
  name: z.string().min(2).max(80),
  kind: LampKind,
  colours: z.array(LightColour).min(1),
  heads: z.number().int().min(1).max(96),
  light: z.enum(['led', 'filament']),
  voltage: z.object({ minimumV: positive, maximumV: positive }),
  averageA: positive.describe('averaged over its usual flash pattern, at 12.8 V or 25.6 V'),
  maximumA: positive.describe('every head lit'),
  cutInV: z.number().min(0).describe('below this the lamp stays dark'),
  face: z.object({
    shape: z.enum(['rectangle', 'round']),
    widthMm: positive,
    heightMm: positive,
    depthMm: positive,
  }),
  mounts: z.array(z.object({ kind: MountKind, holeMm: z.number().min(0), holes: z.number().int().min(0) })).min(1),
  leads: z
    .array(z.object({ colour: z.string().min(1), purpose: z.enum(['feed', 'ground', 'program', 'sync']) }))
    .min(1),
  sealing: z.string().regex(/^IP\d\d$/),
  massKg: positive,
  magnetPullN: positive.nullable().default(null).describe('rated pull of all feet on thick bare steel; magnet mounts'),
  kitContents: z.array(z.string()),
  soldApart: z.array(z.object({ partKey: z.string(), name: z.string(), needed: z.boolean() })),
  programming: z.enum(['none', 'touch', 'dial', 'hold']),
  patterns: z
    .array(z.object({ number: z.number().int().min(0).max(200), patternId: z.string() }))
    .default([])
    .describe('what it can flash by itself, by the number in its sheet'),
  remembers: z.boolean().default(true).describe('keeps its pattern when power goes'),
  canSync: z.boolean().default(false).describe('keeps step with others over a lead'),
  peakCd: positive.nullable().default(null).describe('intensity on its axis while lit, from its sheet'),
  warrantyMonths: z.number().int().min(0),
});
export type LampModel = z.infer<typeof LampModel>;

/** What the shelf keeps beside a model: it changes daily and never enters a build. */
export const ShelfEntry = z.object({
  model: LampModel,
  priceMarks: z.number().min(0),
  onHand: z.number().int().min(0),
});
export type ShelfEntry = z.infer<typeof ShelfEntry>;
