/** A lamp as it stands on the shelf. Copied by version into a build; price and stock are not part of it. */

import * as z from 'zod';
import type { Amps, Degrees, Millimetres, Volts } from '../../units/index.ts';
import { between, FURTHEST_MM, key, line, list, upTo } from './bounds.ts';
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
  'bracket',
  'aerial',
  'camera',
  'box',
]);
export type LampKind = z.infer<typeof LampKind>;

/** Kinds of what is mounted, drilled for and bought as lamps are, and gives no light. */
const LIGHTLESS: ReadonlySet<LampKind> = new Set(['bracket', 'aerial', 'camera', 'box']);

const amps = upTo<Amps>(500);
const sideMm = upTo<Millimetres>(FURTHEST_MM);
const volts = upTo<Volts>(1000);
/** Jobs of one lamp beside its first: told apart by the letters b to f. */
export const MAX_FURTHER_JOBS = 5;
/** Holes of one lamp, its lead's included. */
export const MAX_HOLES = 24;
/** Lamps and other things that one bracket holds. */
export const MAX_PADS = 12;

/** One hole of a base, as who stands before it sees it: from the middle of the base to the right and up. */
export const BaseHole = z.object({
  aMm: between<Millimetres>(-3000, 3000),
  bMm: between<Millimetres>(-3000, 3000),
  diameterMm: upTo<Millimetres>(600),
  use: z.enum(['fixing', 'lead']).describe('what goes through it: a screw, bolt or rivet, or the lead'),
});
export type BaseHole = z.infer<typeof BaseHole>;

/** Where something stands on a bracket, from the middle of the bracket's own base. */
export const Pad = z.object({
  aMm: between<Millimetres>(-3000, 3000).describe('to the right of whoever stands before the base'),
  bMm: between<Millimetres>(-3000, 3000).describe('up from the middle of the base'),
  outMm: between<Millimetres>(0, 3000).describe('away from the skin'),
  faces: z.enum(['out', 'up']).describe('whether what stands there looks away from the skin, or stands upright'),
  holeMm: between<Millimetres>(0, 200).describe('the hole in it that takes the bolt; 0 where there is none'),
});
export type Pad = z.infer<typeof Pad>;

/** What a bracket, plate, rod or riser can carry. */
export const Holds = z.object({
  massKg: upTo(2000).describe('all that may hang on it together'),
  thicknessMm: upTo<Millimetres>(100).describe('of its metal where things stand'),
  pads: list(Pad, MAX_PADS, 1),
});
export type Holds = z.infer<typeof Holds>;

export const LampModel = z.object({
  key: z
    .string()
    .max(10)
    .regex(/^[A-Z]{2}-\d{4}[b-f]?$/, 'A shelf number is two letters, a dash and four digits, like EB-1201'),
  version: z.number().int().min(1).max(100_000),
  name: line(80, 2),
  kind: LampKind,
  colours: list(LightColour, 5).describe('empty for what gives no light'),
  heads: z.number().int().min(1).max(96),
  light: z.enum(['led', 'filament']),
  voltage: z.object({ minimumV: volts, maximumV: volts }),
  averageA: between<Amps>(0, 500).describe('averaged over its usual flash pattern, at 12.8 V or 25.6 V'),
  maximumA: between<Amps>(0, 500).describe('every head lit'),
  cutInV: between<Volts>(0, 1000).describe('below this the lamp stays dark'),
  face: z.object({
    shape: z.enum(['rectangle', 'round']),
    widthMm: sideMm,
    heightMm: sideMm,
    depthMm: sideMm,
  }),
  mounts: list(
    z.object({
      kind: MountKind,
      holeMm: between<Millimetres>(0, 600),
      holes: z.number().int().min(0).max(MAX_HOLES),
      places: list(BaseHole, MAX_HOLES)
        .nullable()
        .default(null)
        .describe('its holes as measured on the base; null while nobody has'),
    }),
    10,
    1,
  ),
  leads: list(z.object({ colour: line(30, 1), purpose: z.enum(['feed', 'ground', 'program', 'sync']) }), 24),
  jobs: list(
    z.object({
      name: line(30, 2).describe('what it does: stop, left turn, white'),
      kind: LampKind.describe('the kind of lamp that it is in this job'),
      colour: LightColour,
      lead: line(30, 1).describe('colour of the lead that feeds it'),
      averageA: amps,
      maximumA: amps,
    }),
    MAX_FURTHER_JOBS,
  )
    .default([])
    .describe('beside its first, each with a lead of its own; the ground is shared'),
  sealing: z
    .string()
    .max(4)
    .regex(/^IP\d\d$/),
  massKg: upTo(2000),
  magnetPullN: upTo(100_000)
    .nullable()
    .default(null)
    .describe('rated pull of all feet on thick bare steel; magnet mounts'),
  kitContents: list(line(120), 40),
  soldApart: list(z.object({ partKey: key(40), name: line(80), needed: z.boolean() }), 40),
  programming: z.enum(['none', 'touch', 'dial', 'hold']),
  patterns: list(z.object({ number: z.number().int().min(0).max(200), patternId: key(80) }), 200)
    .default([])
    .describe('what it can flash by itself, by the number in its sheet'),
  remembers: z.boolean().default(true).describe('keeps its pattern when power goes'),
  canSync: z.boolean().default(false).describe('keeps step with others over a lead'),
  peakCd: upTo(10_000_000).nullable().default(null).describe('intensity on its axis while lit, from its sheet'),
  warrantyMonths: z.number().int().min(0).max(1200),
  holds: Holds.nullable().default(null).describe('what stands on it; null for what holds nothing'),
  aim: z
    .object({ turnDeg: between<Degrees>(0, 180), tiltDeg: between<Degrees>(0, 90) })
    .nullable()
    .default(null)
    .describe('how far it turns and tilts on its own foot, either way; null for what is fixed'),
  footMm: upTo<Millimetres>(100)
    .nullable()
    .default(null)
    .describe('thickness that its bolt goes through; null while unknown'),
});
export type LampModel = z.infer<typeof LampModel>;

/** Brackets, aerials, cameras and boxes are mounted like lamps; nothing of them is fed, flashed or seen from afar. */
export const givesLight = ({ kind }: Pick<LampModel, 'kind'>): boolean => !LIGHTLESS.has(kind);

/** What the shelf keeps beside a model: it changes daily and never enters a build. */
export const ShelfEntry = z
  .object({
    model: LampModel,
    priceMarks: z.number().min(0).max(100_000),
    onHand: z.number().int().min(0).max(100_000),
  })
  .refine(
    ({ model }) => !givesLight(model) || (model.colours.length > 0 && model.leads.length > 0 && model.maximumA > 0),
    {
      message: 'A lamp has a colour and a lead, and draws more than 0 A',
      path: ['model'],
    },
  );
export type ShelfEntry = z.infer<typeof ShelfEntry>;
